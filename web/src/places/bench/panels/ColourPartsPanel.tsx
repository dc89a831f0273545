import { Button } from "antd";
import { useState } from "react";
import type { Assessment, ColouredPart, FormulaEdit, Trial } from "../../../api/client";
import { Field } from "../../../kit/Field";
import { Wrong } from "../../../kit/FormLine";
import { complaint, type Quantity, quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";
import { useHouse } from "../../../shell/HouseContext";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import type { Units } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";

type Draft = { name: string; share: Quantity; colours: { material: string; name: string; percent: Quantity }[] };

const most = 6;
const patterns: { name: string; parts: [string, number][] }[] = [
  {
    name: "Two halves",
    parts: [
      ["first half", 50],
      ["second half", 50],
    ],
  },
  {
    name: "An accent",
    parts: [
      ["ground", 85],
      ["accent", 15],
    ],
  },
  {
    name: "Three layers",
    parts: [
      ["bottom", 34],
      ["middle", 33],
      ["top", 33],
    ],
  },
];

/** The finished mix split into parts with colours of their own: drafted here, kept by a press, and then shown. */
export function ColourPartsPanel({
  trial,
  assessment,
  acts,
  onBack,
}: {
  trial: Trial;
  assessment: Assessment;
  acts: BenchActs;
  onBack: () => void;
}) {
  const { units, materials } = useHouse();
  const number = (value: number) => quantity("number", value, units);
  const [parts, setParts] = useState<Draft[]>(() =>
    (trial.content.colouredParts ?? []).map((part) => ({
      name: part.name,
      share: number(part.sharePercent),
      colours: part.colours.map((one) => ({
        material: one.material,
        name: materials.get(one.material)?.name ?? one.material,
        percent: number(one.percent),
      })),
    })),
  );
  const [wrong, setWrong] = useState("");
  const shown = assessment.reading?.parts ?? [];
  const change = (at: number, to: Partial<Draft>) => {
    setWrong("");
    setParts(parts.map((part, i) => (i === at ? { ...part, ...to } : part)));
  };
  const keep = async (now: Draft[]) => {
    const bad = now
      .flatMap((part) => [part.share, ...part.colours.map((one) => one.percent)])
      .find((one) => one.exact === null);
    if (bad) return setWrong(complaint(bad, 50, units));
    const edit = { kind: "set_coloured_parts", parts: now.length === 0 ? null : now.map(told) } as FormulaEdit;
    const refused = await acts.apply([edit], now.length === 0 ? "Left whole." : `${now.length} coloured parts kept.`);
    setWrong(refused?.line ?? "");
    if (!refused) setParts(now);
  };
  return (
    <Frame title="Colour in parts" onBack={onBack}>
      <div className="button-row">
        {patterns.map((pattern) => (
          <Button
            key={pattern.name}
            size="small"
            onClick={() => {
              setWrong("");
              setParts(
                pattern.parts.map(([name, share], i) => ({
                  name,
                  share: number(share),
                  colours: parts[i]?.colours ?? [],
                })),
              );
            }}
          >
            {pattern.name}
          </Button>
        ))}
        {parts.length > 0 && parts.length < most && (
          <Button
            size="small"
            onClick={() => setParts([...parts, { name: `part ${parts.length + 1}`, share: number(10), colours: [] }])}
          >
            One more part
          </Button>
        )}
      </div>
      {parts.length === 0 && (
        <p className="quiet">
          The mix stays whole. Choose a pattern, give its parts colours, and weigh them so every time.
        </p>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep(parts);
        }}
      >
        {parts.map((part, at) => (
          <PartRow
            key={at}
            part={part}
            units={units}
            onChange={(to) => change(at, to)}
            onDrop={parts.length > 2 ? () => setParts(parts.filter((_, i) => i !== at)) : undefined}
          />
        ))}
        {wrong && <Wrong>{wrong}</Wrong>}
        {parts.length > 0 && (
          <div className="button-row">
            <Button type="primary" htmlType="submit">
              Keep the parts
            </Button>
            {trial.content.colouredParts && <Button onClick={() => void keep([])}>Leave it whole</Button>}
          </div>
        )}
      </form>
      {shown.length > 0 && (
        <ul className="part-shades" aria-label="The parts as they come out">
          {shown.map((part) => (
            <li key={part.name}>
              <span className="part-chip" style={{ background: part.hex }} aria-hidden />
              <div>
                <b>{part.name}</b> {part.says}, {part.hex}
                <p className="hint">
                  {units.weight(part.baseG)} of the mix
                  {part.weights.map((one) => (
                    <span key={one.material}>
                      , <b>{units.weight(one.g)}</b> {one.name}
                      {one.doubt && ` (${one.doubt})`}
                    </span>
                  ))}
                </p>
              </div>
            </li>
          ))}
        </ul>
      )}
      {shown.length > 0 && <p className="hint">A screen shows a colour only roughly: judge a smear beside white.</p>}
    </Frame>
  );
}

const told = (part: Draft): ColouredPart => ({
  name: part.name,
  sharePercent: part.share.exact ?? 0,
  colours: part.colours.map((one) => ({ material: one.material, percent: one.percent.exact ?? 0 })),
});

function PartRow({
  part,
  units,
  onChange,
  onDrop,
}: {
  part: Draft;
  units: Units;
  onChange: (to: Partial<Draft>) => void;
  onDrop?: () => void;
}) {
  const colour = (material: string, to: { percent: Quantity } | null) =>
    onChange({
      colours: part.colours.flatMap((one) => (one.material !== material ? [one] : to ? [{ ...one, ...to }] : [])),
    });
  return (
    <fieldset className="colour-part">
      <legend className="visually-hidden">{part.name}</legend>
      <div className="colour-part-head">
        <Field
          aria-label={`Name of ${part.name}`}
          value={part.name}
          onChange={(event) => onChange({ name: event.target.value })}
        />
        <QuantityField
          aria-label={`Share of ${part.name}`}
          of={part.share}
          units={units}
          onType={(share) => onChange({ share })}
        />{" "}
        %
        {onDrop && (
          <button type="button" className="link" aria-label={`Drop ${part.name}`} onClick={onDrop}>
            drop
          </button>
        )}
      </div>
      {part.colours.map((one) => (
        <div key={one.material} className="colour-part-colour">
          <span>{one.name}</span>
          <span>
            <QuantityField
              aria-label={`${one.name} in ${part.name}`}
              of={one.percent}
              units={units}
              onType={(percent) => colour(one.material, { percent })}
            />{" "}
            %
          </span>
          <button
            type="button"
            className="link"
            aria-label={`Take ${one.name} out of ${part.name}`}
            onClick={() => colour(one.material, null)}
          >
            out
          </button>
        </div>
      ))}
      <MaterialCombobox
        label={`Colour for ${part.name}`}
        placeholder="A pigment, a clay…"
        quiet
        exclude={part.colours.map((one) => one.material)}
        onChoose={(chosen) =>
          onChange({
            colours: [
              ...part.colours,
              { material: chosen.id, name: chosen.name, percent: quantity("number", 1, units) },
            ],
          })
        }
      />
    </fieldset>
  );
}
