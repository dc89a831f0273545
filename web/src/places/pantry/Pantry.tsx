import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Segmented } from "antd";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useSearchParams } from "react-router";
import { api, type Container, inWords, type Material, type OwnMaterial, type ShelfGroup } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { SaidLine } from "../../kit/SaidLine";
import { Sheet, type SheetColumn } from "../../kit/Sheet";
import { StepsBack } from "../../kit/StepsBack";
import type { Step } from "../../kit/useSteps";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { plural } from "../../words/format";
import { groupWords } from "./amounts";
import type { Booked } from "./BookIn";
import { BringLots } from "./BringLots";
import { ContainerDialog } from "./ContainerDialog";
import { CountStock } from "./CountStock";
import { MaterialDialog } from "./MaterialDialog";
import { StockSheet } from "./StockSheet";
import { Stickers } from "./Stickers";
import { keyOf, StockTable } from "./StockTable";
import { useStock } from "./useStock";
import "./pantry.css";

type Shown = ShelfGroup | "all" | "look" | "buy";

/** What is in the house: every material and container with its lots, what is promised, what is short or stale. */
export function Pantry() {
  const { house, units, keep } = useHouse();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const stock = useStock();
  const view = useQuery({ queryKey: keys.stock, queryFn: api.stock });
  const own = useQuery({ queryKey: keys.ownMaterials, queryFn: api.ownMaterials });
  const [search, setSearch] = useSearchParams();
  const booked = (useLocation().state as { booked?: Booked } | null)?.booked;
  const [find, setFind] = useState(search.get("find") ?? "");
  const [copied, setCopied] = useState<Material | null>(null);
  const [material, setMaterial] = useState<OwnMaterial | "new" | null>(null);
  const [container, setContainer] = useState<Container | "new" | null>(null);
  const [bringing, setBringing] = useState(false);
  const go = (change: Record<string, string | null>) =>
    setSearch(
      (now) => {
        for (const [name, value] of Object.entries(change)) {
          if (value === null) now.delete(name);
          else now.set(name, value);
        }
        return now;
      },
      { replace: true },
    );
  // What was just booked in is said here, and can be taken back while nothing has come of it.
  const said = useRef("");
  useEffect(() => {
    if (!booked || said.current === booked.lot) return;
    said.current = booked.lot;
    // Said once: a page that is read again does not say it again.
    navigate({ search: search.toString() }, { replace: true });
    let lot = booked.lot;
    stock.did({
      words: booked.words,
      back: () => api.forgetLot(lot),
      again: async () => {
        lot = (await api.bookIn(booked.book, crypto.randomUUID())).lot.id;
      },
    });
  }, [booked, stock, navigate, search]);
  const group = (search.get("show") ?? "all") as Shown;
  const counting = search.has("count");
  const at = search.get("at") ?? "";
  const containers = house.house.workshop.containers;
  const rows = view.data?.rows ?? [];
  const looks = rows.filter((row) => row.line.findings.some((finding) => finding.severity !== "note"));
  const buys = rows.filter((row) => row.line.buy !== null);
  const wanted = find.trim().toLowerCase().split(/\s+/);
  const has = (text: string) => wanted.every((word) => text.toLowerCase().includes(word));
  const shown = (group === "look" ? looks : group === "buy" ? buys : rows).filter(
    (row) =>
      (["all", "look", "buy"].includes(group) || row.line.group === group) &&
      has(`${row.line.name} ${row.searched.join(" ")}`),
  );
  const current = rows.find((row) => keyOf(row) === at);

  const text = useDeferredValue(find.trim());
  const known = useQuery({
    queryKey: keys.find(text),
    queryFn: () => api.findMaterials(text),
    enabled: text !== "",
    placeholderData: keepPreviousData,
  });
  const there = new Set(rows.map((row) => row.line.of));
  const shownKnown = text === "" ? [] : (known.data ?? []).filter((one) => !there.has(one.id));

  const open = (kind: string, of: string, lot: string | null = null) => go({ at: `${kind}/${of}`, lot });
  /** A scanner types the code of a sticker and Enter: the lot opens. */
  const scan = async () => {
    const code = find.trim();
    if (code === "") return;
    const found = await api.findLot(code).catch(() => []);
    const lot = found[0];
    if (lot) {
      open(lot.kind, lot.of, lot.lot);
      setFind("");
      stock.say(`Lot ${lot.code}, ${lot.sticker}.`);
    } else if (shown[0]) open(shown[0].line.kind, shown[0].line.of);
  };

  const remove = (one: OwnMaterial): Step => ({
    words: `${one.name} is off your shelf.`,
    again: () => api.removeMaterial(one.id),
    back: () => api.keepMaterial(asked(one)),
  });
  /** A material that was kept: it was new, or another stood there. */
  const kept = async (now: OwnMaterial, before: OwnMaterial | null) => {
    await touch(queries, "materials");
    stock.did({
      words: `${now.name} is on your shelf.`,
      again: () => api.keepMaterial({ ...asked(now), material: before?.id ?? null }),
      back: () => (before ? api.keepMaterial({ ...asked(before), material: now.id }) : api.removeMaterial(now.id)),
    });
    open("material", now.id);
  };
  const keepContainers = (change: (now: Container[]) => Container[]) =>
    keep((now) => ({ workshop: { ...now.workshop, containers: change(now.workshop.containers as Container[]) } }));
  const put = (one: Container) =>
    keepContainers((all) =>
      all.some((other) => other.id === one.id)
        ? all.map((other) => (other.id === one.id ? one : other))
        : [...all, one],
    );
  const take = (one: Container) => keepContainers((all) => all.filter((other) => other.id !== one.id));
  const removeContainer = (one: Container): Step => ({
    words: `The ${one.name} is off the shelf.`,
    again: () => take(one),
    back: () => put(one),
  });
  const mine = own.data?.find((one) => one.id === current?.own);
  const box = current?.line.kind === "container" ? containers.find((one) => one.id === current.line.of) : undefined;
  const bookIn = (of?: string) => navigate(of ? `/pantry/book-in?of=${encodeURIComponent(of)}` : "/pantry/book-in");
  const materials = rows.filter((row) => row.line.kind === "material").length;

  return (
    <Plates
      name="Pantry"
      fold="Lots"
      title={
        <>
          <h1 className="title">Pantry</h1>
          <p className="facts">
            {materials} {plural("material", materials)}, {containers.length} {plural("container", containers.length)}
            {view.data && view.data.worth > 0 && `, ${units.money(view.data.worth)} on the shelf`}.{" "}
            <Link className="openable" to="/house#kit">
              Kit
            </Link>
          </p>
          <StepsBack
            undo={stock.steps.undo?.words}
            redo={stock.steps.redo?.words}
            onStep={(way) => void stock.go(way)}
          />
          <div className="acts">
            <Button aria-pressed={counting} onClick={() => go({ count: counting ? null : "1" })}>
              {counting ? "Done counting" : "Count stock"}
            </Button>
            <Button type="primary" onClick={() => bookIn()}>
              Book in a delivery
            </Button>
          </div>
        </>
      }
      right={
        current ? (
          <StockSheet
            key={at}
            kind={current.line.kind}
            of={current.line.of}
            lot={search.get("lot")}
            stock={stock}
            onLot={(lot) => go({ lot })}
            onBookIn={() => bookIn(current.line.kind === "material" ? current.line.of : at)}
            usedIn={mine?.usedIn ?? []}
            onEdit={
              box
                ? () => setContainer(box)
                : () => {
                    if (!mine)
                      void api.materials([current.line.of]).then(([one]) => {
                        setCopied(one ?? null);
                        setMaterial("new");
                      });
                    else setMaterial(mine);
                  }
            }
            onRemove={
              mine ? () => stock.attempt(remove(mine)) : box ? () => stock.attempt(removeContainer(box)) : undefined
            }
          />
        ) : (
          <p className="page-note quiet">
            Choose a row: its lots, what is promised of it and its book open here. A sticker can be scanned into the
            search.
          </p>
        )
      }
    >
      <div className="pantry-tools">
        <Segmented<Shown>
          aria-label="Show"
          value={group}
          onChange={(show) => go({ show: show === "all" ? null : show })}
          options={[
            { value: "all", label: "All" },
            ...(Object.keys(groupWords) as ShelfGroup[])
              .filter((one) => rows.some((row) => row.line.group === one))
              .map((one) => ({ value: one, label: groupWords[one] })),
            ...(looks.length > 0 ? [{ value: "look" as const, label: `To look at ${looks.length}` }] : []),
            ...(buys.length > 0 || group === "buy" ? [{ value: "buy" as const, label: `To buy ${buys.length}` }] : []),
          ]}
        />
        <Input
          className="title-find"
          aria-label="Find in the pantry"
          placeholder="Find a material, a lot"
          allowClear
          value={find}
          onChange={(event) => setFind(event.target.value)}
          onPressEnter={() => void scan()}
        />
      </div>
      <div className="scrolls pantry">
        {view.error && <p className="page-note">{inWords(view.error)}</p>}
        {counting ? (
          <CountStock stock={stock} has={has} />
        ) : (
          <>
            {view.data && rows.length === 0 && (
              <p className="page-note">
                Nothing is in the house yet. Book in a delivery: from then on batches take from it, the first to expire
                first, and it says when it runs short.
              </p>
            )}
            {group === "buy" && buys.length === 0 && <p className="page-note">Nothing is to be bought.</p>}
            <StockTable
              rows={shown}
              units={units}
              current={at}
              buying={group === "buy"}
              onOpen={(row) => open(row.line.kind, row.line.of)}
            />
            {group === "buy" && buys.length > 0 && (
              <p className="button-row no-print">
                <Button onClick={() => window.print()}>Print the list</Button>
              </p>
            )}
          </>
        )}
        {shownKnown.length > 0 && !counting && (
          <section>
            <h2 className="head">Known materials</h2>
            <Sheet
              label="Known materials"
              rows={shownKnown}
              keyOf={(one) => one.id}
              columns={knownColumns(
                (one) => bookIn(one.id),
                (one) => {
                  setCopied(one);
                  setMaterial("new");
                },
              )}
            />
          </section>
        )}
        {find && !known.isFetching && !counting && shown.length + shownKnown.length === 0 && (
          <p className="page-note" role="status">
            Nothing called “{find.slice(0, 40)}”.
          </p>
        )}
        {!counting && (
          <p className="button-row no-print">
            <Button onClick={() => setMaterial("new")}>Add a material</Button>
            <Button onClick={() => setContainer("new")}>Add a container</Button>
            <Button onClick={() => setBringing(true)}>Bring lots in…</Button>
            {rows.some((row) => row.line.lots > 0) && (
              <a className="link" href="/api/stock/file" download>
                Lots as a table
              </a>
            )}
            {rows.some((row) => row.line.lots > 0) && <Stickers />}
          </p>
        )}
      </div>
      <SaidLine said={stock.said} />
      {material && (
        <MaterialDialog
          of={material === "new" ? null : material}
          like={copied}
          hasLots={(current?.line.lots ?? 0) > 0}
          onKept={(now) => void kept(now, material === "new" ? null : material)}
          onClose={() => {
            setMaterial(null);
            setCopied(null);
          }}
        />
      )}
      {bringing && (
        <BringLots
          onTaken={async (words) => {
            setBringing(false);
            await stock.fresh();
            stock.say(words);
          }}
          onClose={() => setBringing(false)}
        />
      )}
      {container && (
        <ContainerDialog
          of={container === "new" ? null : container}
          taken={containers.map((one) => one.id)}
          onKeep={async (now) => {
            const before = container === "new" ? null : container;
            await put(now);
            await stock.fresh();
            stock.did({
              words: `The ${now.name} is on the shelf.`,
              again: () => put(now),
              back: () => (before ? put(before) : take(now)),
            });
          }}
          onClose={() => setContainer(null)}
        />
      )}
    </Plates>
  );
}

const asked = ({
  name,
  basedOn,
  inci,
  pricePerKg,
  useMaxPercent,
  lot,
  bestBefore,
  dropsG,
  strokesG,
  meltShiftK,
}: OwnMaterial) => ({
  name,
  basedOn,
  inci,
  pricePerKg,
  useMaxPercent,
  lot,
  bestBefore,
  dropsG,
  strokesG,
  meltShiftK,
});

const knownColumns = (onBookIn: (one: Material) => void, onCopy: (one: Material) => void): SheetColumn<Material>[] => [
  { title: "Name", dataIndex: "name", rowScope: "row" },
  { title: "INCI", render: (_, one) => <span className="quiet">{one.inci}</span> },
  {
    title: "Usual rate",
    className: "number",
    align: "right",
    render: (_, one) => `${one.useMinPercent > 0 ? `${one.useMinPercent} to ` : "up to "}${one.useMaxPercent} %`,
  },
  {
    title: <span className="visually-hidden">What can be done</span>,
    align: "right",
    render: (_, one) => (
      <span className="row-acts">
        <button type="button" className="link" aria-label={`Book in ${one.name}`} onClick={() => onBookIn(one)}>
          Book in…
        </button>
        <button type="button" className="link" aria-label={`Copy ${one.name}`} onClick={() => onCopy(one)}>
          Copy it…
        </button>
      </span>
    ),
  },
];
