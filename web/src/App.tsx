import { ConfigProvider } from "antd";
import { Suspense, useState } from "react";
import { matchRoutes, Navigate, Route, Routes, useLocation, useNavigate } from "react-router";
import { HouseProvider, useHouse } from "./shell/HouseContext";
import { JumpTo } from "./shell/JumpTo";
import { KeysHelp } from "./shell/KeysHelp";
import { Mishap } from "./shell/Mishap";
import { page, type Page } from "./shell/page";
import { ClockStrip } from "./shell/ClockStrip";
import { places, Shelf } from "./shell/Shelf";
import { useFocusKept } from "./shell/useFocusKept";
import { useKeys } from "./shell/useKeys";
import { useOtherPages } from "./shell/useOtherPages";
import { useMedia } from "./shell/useMedia";
import { antTheme } from "./theme/antd";

// Pages come when they are opened; their looks are one sheet, whichever of them comes first.
import "./shell/plates.css";
import "./shell/combobox.css";
import "./kit/sheet.css";
import "./instruments/ruler/ruler.css";
import "./instruments/strata/strata.css";
import "./instruments/axis/axis.css";
import "./places/bench/bench.css";
import "./places/make/make.css";
import "./places/today/today.css";
import "./places/pantry/pantry.css";

const TodayPage = page("TodayPage", () => import("./places/today/Today"));
const BenchDoor = page("BenchDoor", () => import("./places/bench/BenchDoor"));
const BenchPage = page("BenchPage", () => import("./places/bench/BenchPage"));
const StartPage = page("StartPage", () => import("./places/bench/StartFormula"));
const PastePage = page("PastePage", () => import("./places/bench/paste/PastePage"));
const ComparePage = page("ComparePage", () => import("./places/bench/compare/ComparePage"));
const LibraryPage = page("LibraryPage", () => import("./places/bench/library/LibraryPage"));
const LabelPage = page("LabelPage", () => import("./places/bench/label/LabelPage"));
const MakeList = page("MakeList", () => import("./places/make/MakeList"));
const MakeStart = page("MakeStart", () => import("./places/make/MakeStart"));
const MakeBatch = page("MakeBatch", () => import("./places/make/MakeBatch"));
const Pantry = page("Pantry", () => import("./places/pantry/Pantry"));
const BookIn = page("BookIn", () => import("./places/pantry/BookIn"));
const Learning = page("Learning", () => import("./places/logbook/Learning"));
const Logbook = page("Logbook", () => import("./places/logbook/Logbook"));
const HousePage = page("HousePage", () => import("./places/house/House"));

const pages: [string, Page][] = [
  ["/today", TodayPage],
  ["/bench", BenchDoor],
  ["/bench/new", StartPage],
  ["/bench/paste", PastePage],
  ["/bench/compare", ComparePage],
  ["/bench/read", LabelPage],
  ["/bench/all", LibraryPage],
  ["/bench/:trial", BenchPage],
  ["/make", MakeList],
  ["/make/of/:trial", MakeStart],
  ["/make/:batch", MakeBatch],
  ["/pantry", Pantry],
  ["/pantry/book-in", BookIn],
  ["/logbook", Logbook],
  ["/logbook/learning", Learning],
  ["/logbook/:batch", Logbook],
  ["/house", HousePage],
];

/** Fetches the script of the page at an address before the page is drawn. */
export async function readyPage(pathname: string): Promise<void> {
  const routes = pages.map(([path, Page]) => ({ path, id: path, handle: Page }));
  const found = matchRoutes(routes, pathname === "/" ? "/today" : pathname)?.at(-1);
  await found?.route.handle.ready();
}

export function App() {
  return (
    <HouseProvider>
      <Themed />
    </HouseProvider>
  );
}

function Themed() {
  const { house } = useHouse();
  const { theme, textPercent } = house.house.preferences;
  return (
    <ConfigProvider
      theme={antTheme(theme, textPercent, useMedia("(prefers-reduced-motion: reduce)"))}
      wave={{ disabled: true }}
    >
      <Pages />
    </ConfigProvider>
  );
}

function Pages() {
  const { house } = useHouse();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const making = /^\/make\/\d+/.test(pathname);
  const [jumping, setJumping] = useState(false);
  const [helping, setHelping] = useState(false);
  const byNumber = Object.fromEntries(
    [...places.map((place) => place.path), "/house"].map((path, i) => [String(i + 1), () => navigate(path)]),
  );
  useKeys(
    making
      ? {}
      : {
          ...byNumber,
          j: (event) => {
            event.preventDefault();
            setJumping(true);
          },
        },
    house.house.preferences.singleKeys,
  );
  useFocusKept();
  useOtherPages();
  useKeys({ "?": () => setHelping(true) });
  return (
    <div className="app">
      <a className="skip" href="#main">
        Skip to the page
      </a>
      {!making && <Shelf onJump={() => setJumping(true)} onHelp={() => setHelping(true)} />}
      <ClockStrip />
      <Mishap at={pathname}>
        <Suspense fallback={<main id="main" className="plates" />}>
          <Routes>
            <Route path="/" element={<Navigate replace to="/today" />} />
            {pages.map(([path, Page]) => (
              <Route key={path} path={path} element={<Page />} />
            ))}
            <Route path="*" element={<NotHere />} />
          </Routes>
        </Suspense>
      </Mishap>
      <JumpTo open={jumping} onClose={() => setJumping(false)} />
      <KeysHelp open={helping} onClose={() => setHelping(false)} />
    </div>
  );
}

function NotHere() {
  return (
    <main id="main" className="plates no-right no-instrument">
      <section className="plate plate-left">
        <div className="title-line">
          <h1 className="title">There is nothing at this address</h1>
        </div>
        <p className="page-note">Go to a place on the shelf above, or press J to jump by name or lot.</p>
      </section>
    </main>
  );
}
