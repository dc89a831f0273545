import { ConfigProvider } from "antd";
import { lazy, Suspense, useState } from "react";
import { Navigate, Route, Routes, useLocation, useNavigate } from "react-router";
import { BenchPage } from "./places/bench/BenchPage";
import { BenchDoor } from "./places/bench/BenchDoor";
import { StartFormula } from "./places/bench/StartFormula";
import { MakeBatch } from "./places/make/MakeBatch";
import { MakeList } from "./places/make/MakeList";
import { TodayPage } from "./places/today/Today";
import { HouseProvider, useHouse } from "./shell/HouseContext";
import { JumpTo } from "./shell/JumpTo";
import { KeysHelp } from "./shell/KeysHelp";
import { places, Shelf } from "./shell/Shelf";
import { useFocusKept } from "./shell/useFocusKept";
import { useKeys } from "./shell/useKeys";
import { useMedia } from "./shell/useMedia";
import { antTheme } from "./theme/antd";

const Logbook = lazy(() => import("./places/logbook/Logbook").then((page) => ({ default: page.Logbook })));
const Pantry = lazy(() => import("./places/pantry/Pantry").then((page) => ({ default: page.Pantry })));
const PastePage = lazy(() => import("./places/bench/paste/PastePage").then((page) => ({ default: page.PastePage })));
const ComparePage = lazy(() =>
  import("./places/bench/compare/ComparePage").then((page) => ({ default: page.ComparePage })),
);
const LabelPage = lazy(() => import("./places/bench/label/LabelPage").then((page) => ({ default: page.LabelPage })));
const HousePage = lazy(() => import("./places/house/House").then((page) => ({ default: page.HousePage })));

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
  const making = /^\/make\/\d+/.test(useLocation().pathname);
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
  useKeys({ "?": () => setHelping(true) });
  return (
    <div className="app">
      <a className="skip" href="#main">
        Skip to the page
      </a>
      {!making && <Shelf onJump={() => setJumping(true)} onHelp={() => setHelping(true)} />}
      <Suspense fallback={<main id="main" className="plates" />}>
        <Routes>
          <Route path="/" element={<Navigate replace to="/today" />} />
          <Route path="/today" element={<TodayPage />} />
          <Route path="/bench" element={<BenchDoor />} />
          <Route path="/bench/new" element={<StartFormula first={false} />} />
          <Route path="/bench/paste" element={<PastePage />} />
          <Route path="/bench/compare" element={<ComparePage />} />
          <Route path="/bench/read" element={<LabelPage />} />
          <Route path="/bench/:trial" element={<BenchPage />} />
          <Route path="/make" element={<MakeList />} />
          <Route path="/make/:batch" element={<MakeBatch />} />
          <Route path="/pantry" element={<Pantry />} />
          <Route path="/logbook" element={<Logbook />} />
          <Route path="/logbook/:batch" element={<Logbook />} />
          <Route path="/house" element={<HousePage />} />
          <Route path="*" element={<NotHere />} />
        </Routes>
      </Suspense>
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
