import { Button } from "antd";
import { useState } from "react";
import type { Container } from "../../api/client";
import { Field } from "../../kit/Field";
import { FormLine, Wrong } from "../../kit/FormLine";
import { Pick } from "../../kit/Pick";
import { complaint, isTaken, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";
import { Dialog } from "../../kit/Dialog";

const fields = ["name", "unit", "millilitres", "tareG", "price", "limitC"];

type Props = {
  of: Container | null;
  /** Ids that are taken. */
  taken: string[];
  onKeep: (container: Container) => Promise<void>;
  onClose: () => void;
};

type Made = NonNullable<Container["material"]> | "unknown";

const madeOf: { value: Made; label: string }[] = [
  { value: "unknown", label: "not told" },
  { value: "glass", label: "glass" },
  { value: "tin", label: "tin" },
  { value: "aluminium", label: "aluminium" },
  { value: "plastic", label: "plastic (PP, PE, PET)" },
  { value: "polystyrene", label: "polystyrene, clear and brittle" },
  { value: "silicone", label: "silicone" },
  { value: "paper", label: "paper" },
];

/** Something products are filled into. */
export function ContainerDialog({ of, taken, onKeep, onClose }: Props) {
  const { house, units } = useHouse();
  const [name, setName] = useState(of?.name ?? "");
  const [unit, setUnit] = useState(of?.unit ?? "");
  const [holds, setHolds] = useState(() => quantity("number", of?.millilitres, units));
  const [price, setPrice] = useState(() => quantity("number", of?.price, units));
  const [material, setMaterial] = useState<Made>(of?.material ?? (of?.isPlastic ? "plastic" : "unknown"));
  const [limit, setLimit] = useState(() => quantity("temperature", of?.limitC, units));
  const [tare, setTare] = useState(() => quantity("mass", of?.tareG, units));
  const refused = useRefused();
  const typed =
    <Value,>(set: (value: Value) => void) =>
    (value: Value) => {
      set(value);
      refused.clear();
    };
  const save = async () => {
    if (holds.exact === null) return refused.say("millilitres", complaint(holds, 60, units));
    if (!isTaken(limit)) return refused.say("limitC", complaint(limit, 85, units));
    if (!isTaken(tare)) return refused.say("tareG", complaint(tare, 14, units));
    if (!isTaken(price)) return refused.say("price", complaint(price, 0.42, units));
    try {
      await onKeep({
        id: of?.id ?? freeId(name, taken),
        name: name.trim(),
        unit: unit.trim(),
        millilitres: holds.exact,
        price: price.exact,
        isPlastic: material === "plastic" || material === "polystyrene",
        material: material === "unknown" ? null : material,
        limitC: limit.exact,
        tareG: tare.exact,
      });
      onClose();
    } catch (error) {
      refused.take(error);
    }
  };
  return (
    <Dialog title={of ? of.name : "A container"} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <FormLine label="Name" error={refused.of("name")}>
          <Field
            autoFocus
            value={name}
            placeholder="60 ml tin"
            aria-invalid={refused.of("name") !== ""}
            onChange={(event) => typed(setName)(event.target.value)}
          />
        </FormLine>
        <FormLine label="One of it is a" error={refused.of("unit")}>
          <Field
            value={unit}
            placeholder="tin"
            aria-invalid={refused.of("unit") !== ""}
            onChange={(event) => typed(setUnit)(event.target.value)}
          />
        </FormLine>
        <FormLine label="Holds, brimful" error={refused.of("millilitres")}>
          <span>
            <QuantityField
              of={holds}
              units={units}
              aria-invalid={refused.of("millilitres") !== ""}
              onType={typed(setHolds)}
            />{" "}
            ml
          </span>
        </FormLine>
        <FormLine label="Empty it weighs" error={refused.of("tareG")}>
          <span>
            <QuantityField
              of={tare}
              units={units}
              placeholder="not weighed"
              aria-invalid={refused.of("tareG") !== ""}
              onType={typed(setTare)}
            />
          </span>
        </FormLine>
        <FormLine label={`One costs, ${house.house.workshop.currency}`} error={refused.of("price")}>
          <span>
            <QuantityField
              of={price}
              units={units}
              placeholder="not known"
              aria-invalid={refused.of("price") !== ""}
              onType={typed(setPrice)}
            />
          </span>
        </FormLine>
        <FormLine label="Made of">
          <Pick label="Made of" value={material} options={madeOf} onPick={setMaterial} wide />
        </FormLine>
        <FormLine label="May be filled at up to" error={refused.of("limitC")}>
          <span>
            <QuantityField
              of={limit}
              units={units}
              placeholder="as usual"
              aria-invalid={refused.of("limitC") !== ""}
              onType={typed(setLimit)}
            />
          </span>
        </FormLine>
        {refused.beside(...fields) && <Wrong>{refused.beside(...fields)}</Wrong>}
        <div className="button-row">
          <Button type="primary" htmlType="submit">
            {of ? "Save" : "Add it"}
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  );
}

/** A short id from the name that no other container has. */
function freeId(name: string, taken: string[]): string {
  const stem =
    name
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .slice(0, 40) || "container";
  for (let n = 1; ; n++) {
    const id = n === 1 ? stem : `${stem}-${n}`;
    if (!taken.includes(id)) return id;
  }
}
