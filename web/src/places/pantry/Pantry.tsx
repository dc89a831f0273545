import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useDeferredValue, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type Container, inWords, type Material, type OwnMaterial } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { type SaidBack, SaidLine } from "../../kit/SaidLine";
import { Sheet, type SheetColumn } from "../../kit/Sheet";
import { StepsBack } from "../../kit/StepsBack";
import { type Step, useSteps } from "../../kit/useSteps";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { useKeys } from "../../shell/useKeys";
import { plural, type Units } from "../../words/format";
import { ContainerDialog } from "./ContainerDialog";
import { MaterialDialog } from "./MaterialDialog";
import "./pantry.css";

/** The maker's own materials with their prices, and what products are filled into. */
export function Pantry() {
  const { house, units, keep } = useHouse();
  const queries = useQueryClient();
  const own = useQuery({ queryKey: keys.ownMaterials, queryFn: api.ownMaterials });
  const [search] = useSearchParams();
  const [find, setFind] = useState(search.get("find") ?? "");
  const [copied, setCopied] = useState<Material | null>(null);
  const [said, setSaid] = useState<SaidBack>({ words: "" });
  const steps = useSteps();
  const latest = useRef(steps);
  latest.current = steps;
  const [material, setMaterial] = useState<OwnMaterial | "new" | null>(null);
  const [container, setContainer] = useState<Container | "new" | null>(null);
  const containers = house.house.workshop.containers;
  const wanted = find.trim().toLowerCase().split(/\s+/);
  const has = (text: string) => wanted.every((word) => text.toLowerCase().includes(word));
  const materials = own.data ?? [];
  const shownMaterials = materials.filter((one) => has(`${one.name} ${one.basedOnName} ${one.inci ?? ""}`));
  const shownContainers = containers.filter((one) => has(`${one.name} ${one.unit}`));

  const mine = new Set(materials.map((one) => one.id));
  const text = useDeferredValue(find.trim());
  const known = useQuery({
    queryKey: keys.find(text),
    queryFn: () => api.findMaterials(text),
    enabled: text !== "",
    placeholderData: keepPreviousData,
  });
  const shownKnown = text === "" ? [] : (known.data ?? []).filter((one) => !mine.has(one.id));

  const fresh = () => touch(queries, "materials");
  const say = (words: string) => setSaid({ words });
  const failed = (refused: unknown) => say(inWords(refused));
  const did = (step: Step) => {
    steps.did(step);
    setSaid({ words: step.words, undo: () => void go("undo") });
  };
  /** Does it and remembers how it is taken back. */
  const act = async (step: Step) => {
    try {
      await step.again();
      await fresh();
      did(step);
    } catch (refused) {
      failed(refused);
    }
  };
  const go = async (way: "undo" | "redo") => {
    const step = latest.current[way];
    if (!step) return say(way === "undo" ? "There is nothing left to undo." : "There is nothing to do again.");
    try {
      await step.act();
      await fresh();
      say(`${way === "undo" ? "Undone" : "Done again"}: ${step.words}`);
    } catch (refused) {
      failed(refused);
    }
  };
  useKeys({
    "Ctrl+z": (event) => (event.preventDefault(), void go("undo")),
    "Ctrl+Shift+z": (event) => (event.preventDefault(), void go("redo")),
  });

  const remove = (one: OwnMaterial): Step => ({
    words: `${one.name} is off your shelf.`,
    again: () => api.removeMaterial(one.id),
    back: () => api.keepMaterial(asked(one)),
  });
  /** A material that was kept: it was new, or another stood there. */
  const kept = async (now: OwnMaterial, before: OwnMaterial | null) => {
    await fresh();
    const step: Step = {
      words: `${now.name} is on your shelf.`,
      again: () => api.keepMaterial({ ...asked(now), material: before?.id ?? null }),
      back: () => (before ? api.keepMaterial({ ...asked(before), material: now.id }) : api.removeMaterial(now.id)),
    };
    did(step);
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

  return (
    <Plates
      name="Pantry"
      title={
        <>
          <h1 className="title">Pantry</h1>
          <p className="facts">
            {materials.length} {plural("material", materials.length)} of your own, {containers.length}{" "}
            {plural("container", containers.length)}
          </p>
          <StepsBack undo={steps.undo?.words} redo={steps.redo?.words} onStep={(way) => void go(way)} />
          <div className="acts">
            <Input
              className="title-find"
              aria-label="Find in the pantry"
              placeholder="Find a material or container"
              allowClear
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
            <Button onClick={() => setContainer("new")}>Add a container</Button>
            <Button type="primary" onClick={() => setMaterial("new")}>
              Add a material
            </Button>
          </div>
        </>
      }
    >
      <div className="scrolls pantry">
        <section hidden={find !== "" && shownMaterials.length === 0}>
          <h2 className="head">Materials of your own</h2>
          {own.error && <p className="page-note">{inWords(own.error)}</p>}
          {own.data && materials.length === 0 && (
            <p className="quiet">
              None yet. Add one as a copy of a known material: under its own name it carries your price, under another
              it is a grade of yours that keeps the science of its kind.
            </p>
          )}
          <Sheet
            label="Materials of your own"
            rows={shownMaterials}
            keyOf={(one) => one.id}
            columns={materialColumns(units, setMaterial, (one) => void act(remove(one)))}
          />
        </section>
        <section hidden={find !== "" && shownContainers.length === 0}>
          <h2 className="head">Containers</h2>
          {containers.length === 0 && <p className="quiet">None yet. A trial is filled into one under its weight.</p>}
          <Sheet
            label="Containers"
            rows={shownContainers}
            keyOf={(one) => one.id}
            columns={containerColumns(units, setContainer, (one) => void act(removeContainer(one)))}
          />
        </section>
        {shownKnown.length > 0 && (
          <section>
            <h2 className="head">Known materials</h2>
            <Sheet
              label="Known materials"
              rows={shownKnown}
              keyOf={(one) => one.id}
              columns={knownColumns((one) => {
                setCopied(one);
                setMaterial("new");
              })}
            />
          </section>
        )}
        {find && !known.isFetching && shownMaterials.length + shownContainers.length + shownKnown.length === 0 && (
          <p className="page-note" role="status">
            Nothing called “{find.slice(0, 40)}”.
          </p>
        )}
      </div>
      <SaidLine said={said} />
      {material && (
        <MaterialDialog
          of={material === "new" ? null : material}
          like={copied}
          onKept={(now) => void kept(now, material === "new" ? null : material)}
          onClose={() => {
            setMaterial(null);
            setCopied(null);
          }}
        />
      )}
      {container && (
        <ContainerDialog
          of={container === "new" ? null : container}
          taken={containers.map((one) => one.id)}
          onKeep={async (now) => {
            const before = container === "new" ? null : container;
            await put(now);
            did({
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

const asked = ({ name, basedOn, inci, pricePerKg, useMaxPercent }: OwnMaterial) => ({
  name,
  basedOn,
  inci,
  pricePerKg,
  useMaxPercent,
});

function acts<Row extends { name: string }>(
  onEdit: (row: Row) => void,
  onRemove: (row: Row) => void,
): SheetColumn<Row> {
  return {
    title: <span className="visually-hidden">What can be done</span>,
    align: "right",
    render: (_, row) => (
      <span className="row-acts">
        <button type="button" className="link" aria-label={`Edit ${row.name}`} onClick={() => onEdit(row)}>
          Edit
        </button>
        <button type="button" className="link" aria-label={`Remove ${row.name}`} onClick={() => onRemove(row)}>
          Remove
        </button>
      </span>
    ),
  };
}

const materialColumns = (
  units: Units,
  onEdit: (one: OwnMaterial) => void,
  onRemove: (one: OwnMaterial) => void,
): SheetColumn<OwnMaterial>[] => [
  { title: "Name", dataIndex: "name", rowScope: "row", sorter: (a, b) => a.name.localeCompare(b.name) },
  {
    title: "Behaves like",
    dataIndex: "basedOnName",
    sorter: (a, b) => a.basedOnName.localeCompare(b.basedOnName),
    render: (_, one) => (one.name === one.basedOnName ? <span className="quiet">itself</span> : one.basedOnName),
  },
  {
    title: "Price",
    className: "number",
    align: "right",
    sorter: (a, b) => (a.pricePerKg ?? 0) - (b.pricePerKg ?? 0),
    render: (_, one) =>
      one.pricePerKg == null ? <span className="quiet">no price</span> : units.price(one.pricePerKg),
  },
  {
    title: "At most",
    className: "number",
    align: "right",
    render: (_, one) => (one.useMaxPercent == null ? "" : `${one.useMaxPercent} %`),
  },
  {
    title: "Used in",
    render: (_, one) => <span className="quiet">{one.usedIn.join(", ")}</span>,
  },
  acts(onEdit, onRemove),
];

const knownColumns = (onCopy: (one: Material) => void): SheetColumn<Material>[] => [
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
      <button type="button" className="link" aria-label={`Copy ${one.name}`} onClick={() => onCopy(one)}>
        Copy it…
      </button>
    ),
  },
];

const containerColumns = (
  units: Units,
  onEdit: (one: Container) => void,
  onRemove: (one: Container) => void,
): SheetColumn<Container>[] => [
  { title: "Name", dataIndex: "name", rowScope: "row", sorter: (a, b) => a.name.localeCompare(b.name) },
  { title: "One is a", dataIndex: "unit" },
  {
    title: "Brimful",
    className: "number",
    align: "right",
    sorter: (a, b) => a.millilitres - b.millilitres,
    render: (_, one) => `${one.millilitres} ml`,
  },
  {
    title: "Costs",
    className: "number",
    align: "right",
    render: (_, one) => (one.price == null ? <span className="quiet">no price</span> : units.money(one.price)),
  },
  { title: "Made of", render: (_, one) => one.material ?? (one.isPlastic ? "plastic" : "") },
  acts(onEdit, onRemove),
];
