import { Button } from "antd";
import { useState } from "react";
import type { KitPiece, Refused } from "../../api/client";
import { Field } from "../../kit/Field";
import { Pick } from "../../kit/Pick";
import { complaint, isTaken, type Measure, type Quantity, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useHouse } from "../../shell/HouseContext";
import { type Kind, kinds } from "./kinds";
import { blankPiece } from "../../shell/kitPiece";
import { BringKit } from "./BringKit";
import { RowActs, type RowError, rowError } from "./RowActs";
import { useDraft } from "../../shell/useDraft";

type Figure =
  | "volumeMl"
  | "massG"
  | "widthMm"
  | "count"
  | "stepG"
  | "repeatabilityG"
  | "capacityG"
  | "temperatureC"
  | "factor"
  | "twentyG"
  | "gapMm"
  | "heightMm";

const places = [
  { value: "bench", label: "bench" },
  { value: "fridge", label: "fridge" },
  { value: "freezer", label: "freezer" },
  { value: "cold-bath", label: "cold bath" },
  { value: "ice-bath", label: "ice bath" },
];

const madeOf: { value: NonNullable<KitPiece["material"]>; label: string }[] = [
  { value: "glass", label: "glass" },
  { value: "tin", label: "steel or tin" },
  { value: "aluminium", label: "aluminium" },
  { value: "plastic", label: "plastic" },
  { value: "silicone", label: "silicone" },
];

/** The figures of each kind: label, measure, and what stands behind the field. */
const figures: Record<Kind, readonly (readonly [Figure, string, Measure, string, number])[]> = {
  scale: [
    ["stepG", "shows steps of", "mass", "", 0.01],
    ["repeatabilityG", "repeats within", "mass", "", 0.02],
    ["capacityG", "carries", "mass", "", 200],
  ],
  vessel: [
    ["volumeMl", "holds, brimful", "number", "ml", 1000],
    ["massG", "weighs empty", "mass", "", 320],
    ["widthMm", "is wide inside", "number", "mm", 110],
  ],
  whip_bowl: [
    ["volumeMl", "holds, brimful", "number", "ml", 4000],
    ["massG", "weighs empty", "mass", "", 700],
    ["widthMm", "is wide inside", "number", "mm", 220],
  ],
  grinder: [["volumeMl", "cup holds", "number", "ml", 300]],
  mould: [
    ["volumeMl", "a cavity holds", "number", "ml", 70],
    ["count", "cavities", "number", "", 6],
  ],
  cold: [
    ["temperatureC", "is at", "temperature", "", 5],
    ["factor", "cools so many times as usual", "number", "", 1.2],
  ],
  dropper: [["twentyG", "twenty drops of oil weigh", "mass", "", 0.6]],
  sprayer: [["twentyG", "twenty sprays weigh", "mass", "", 2.4]],
  whisk: [
    ["gapMm", "runs above the ground", "number", "mm", 5],
    ["heightMm", "its balloon is high", "number", "mm", 90],
  ],
  stick_blender: [["heightMm", "its bell is high", "number", "mm", 40]],
  stirrer: [["widthMm", "is wide", "number", "mm", 60]],
};

/** A piece with what has been typed over its figures. */
type Row = KitPiece & { typed?: Partial<Record<Figure, Quantity>> };

/** What is worked with: the planner fits a batch to it and says what does not fit. */
export function Kit({
  kit,
  onSave,
  onBrought,
}: {
  kit: KitPiece[];
  /** A file has changed it: answers what it is now. */
  onBrought: (words: string) => Promise<KitPiece[]>;
  onSave: (kit: KitPiece[], words: string) => Promise<Refused | null>;
}) {
  const { units } = useHouse();
  const draft = useDraft<Row[]>("kit", kit);
  const { now: rows, set: setRows } = draft;
  const [error, setError] = useState<RowError | null>(null);
  const [undo, setUndo] = useState<KitPiece[] | null>(null);
  const [bringing, setBringing] = useState(false);
  const change = (i: number, part: Partial<Row>) => {
    setError(null);
    setRows(rows.map((row, j) => (i === j ? { ...row, ...part } : row)));
  };
  const shown = (row: Row, figure: Figure, measure: Measure) =>
    row.typed?.[figure] ?? quantity(measure, row[figure], units);
  const save = async () => {
    const read: KitPiece[] = [];
    for (const [i, row] of rows.entries()) {
      const piece = { ...row };
      delete piece.typed;
      for (const [figure, label, measure, , example] of figures[row.kind]) {
        const of = shown(row, figure, measure);
        if (!isTaken(of))
          return setError({ row: i, text: `${row.name || "This piece"}, ${label}: ${complaint(of, example, units)}` });
        piece[figure] = of.exact;
      }
      read.push(piece);
    }
    const before = kit;
    const refused = await onSave(read, "The kit is saved.");
    if (!refused) {
      setRows(read);
      setUndo(before);
    }
    setError(rowError(refused));
  };
  return (
    <form
      className="kit"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {rows.length === 0 && (
        <p className="hint">Nothing is named yet: no batch is held against a pot, a bowl or a mould.</p>
      )}
      <ul>
        {rows.map((row, i) => (
          <li key={row.id} className={error?.row === i ? "wrong" : undefined}>
            <Pick
              label={`Kind of ${row.name || `piece ${i + 1}`}`}
              value={row.kind}
              options={kinds}
              onPick={(kind) => change(i, { kind, place: kind === "cold" ? (row.place ?? "fridge") : null })}
            />
            <Field
              aria-label={`Name of piece ${i + 1}`}
              aria-invalid={error?.row === i}
              value={row.name}
              placeholder="Name"
              onChange={(event) => change(i, { name: event.target.value })}
            />
            {row.kind === "cold" && (
              <Pick
                label={`Which place ${row.name} is`}
                value={row.place}
                options={places}
                onPick={(place) => change(i, { place })}
              />
            )}
            {(row.kind === "vessel" || row.kind === "whip_bowl" || row.kind === "mould") && (
              <Pick
                label={`What ${row.name} is made of`}
                value={row.material}
                options={madeOf}
                onPick={(material) => change(i, { material })}
              />
            )}
            {figures[row.kind].map(([figure, label, measure, unit]) => (
              <label key={figure}>
                {label}{" "}
                <QuantityField
                  aria-label={`${row.name || `Piece ${i + 1}`} ${label}`}
                  of={shown(row, figure, measure)}
                  units={units}
                  onType={(now) => change(i, { typed: { ...row.typed, [figure]: now } })}
                />{" "}
                {unit}
              </label>
            ))}
            <button
              type="button"
              className="link"
              aria-label={`Remove ${row.name || `piece ${i + 1}`}`}
              onClick={() => setRows(rows.filter((_row, j) => j !== i))}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <RowActs
        error={error}
        save="Save the kit"
        unsaved={draft.unsaved}
        was="As it was"
        onDrop={() => {
          draft.drop();
          setError(null);
        }}
      >
        <Button
          onClick={() => setRows([...rows, blankPiece(`kit-${Math.random().toString(36).slice(2, 8)}`, "vessel")])}
        >
          Add a piece
        </Button>
        {undo && !draft.unsaved && (
          <Button
            onClick={() =>
              void onSave(undo, "The kit is as it was before.").then((refused) => {
                if (refused) return setError({ row: -1, text: refused.line });
                setRows(undo);
                setUndo(null);
              })
            }
          >
            Undo
          </Button>
        )}
        <Button onClick={() => setBringing(true)}>Bring kit in…</Button>
        {kit.length > 0 && (
          <a className="link" href="/api/house/kit" download>
            Kit as a table
          </a>
        )}
      </RowActs>
      {bringing && (
        <BringKit
          onTaken={(words) => {
            const before = kit;
            setBringing(false);
            void onBrought(words).then((now) => {
              setRows(now);
              setUndo(before);
            });
          }}
          onClose={() => setBringing(false)}
        />
      )}
    </form>
  );
}
