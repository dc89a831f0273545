import type { BlendLayer, Chip, Instrument, LensView } from "../../api/client";
import { number } from "../../words/format";

type Props = { name: string; view: LensView; under: { name: string; view: LensView } | null; height: number };

const figure = (at: number, unit: string) => `${number(at, at % 1 === 0 ? 0 : 1)}${unit ? `\u202f${unit}` : ""}`;

/** A lens in words and figures: every stretch, bar, vessel and peg of its instruments. */
export function LensTable({ name, view, under, height }: Props) {
  const both = [{ name, view }, ...(under ? [under] : [])];
  return (
    <section className="ruler-table" style={{ height }} tabIndex={0} aria-label="Instrument as a table">
      {both.flatMap((one) => [
        ...one.view.instruments.map((instrument) => (
          <InstrumentTable key={`${one.name} ${instrument.id}`} name={one.name} instrument={instrument} />
        )),
        <ChipTable key={`${one.name} card`} name={one.name} chips={one.view.chips} />,
        <LayerTable key={`${one.name} blend`} name={one.name} layers={one.view.layers} />,
      ])}
    </section>
  );
}

function InstrumentTable({ name, instrument }: { name: string; instrument: Instrument }) {
  const { unit } = instrument;
  const rows = [
    ...instrument.words.map((word) => [word.word, `${figure(word.from, "")} to ${figure(word.to, unit)}`]),
    ...instrument.lanes.map((lane) => [
      lane.name,
      [figure(lane.to - lane.from, unit), lane.says].filter(Boolean).join(", "),
    ]),
    ...instrument.tanks.map((tank) => [tank.name, `${tank.says}, ${number(100 * tank.filled, 0)}\u202f% taken`]),
    ...instrument.stems.map((stem) => [stem.name, stem.says]),
  ];
  return (
    <table>
      <caption>
        {name}, {instrument.axis}
      </caption>
      <tbody>
        {rows.map(([what, says], i) => (
          <tr key={`${what} ${i}`}>
            <th scope="row">{what}</th>
            <td>{says}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function ChipTable({ name, chips }: { name: string; chips: readonly Chip[] }) {
  if (chips.length === 0) return null;
  return (
    <table>
      <caption>{name}, viewing card</caption>
      <tbody>
        {chips.map((chip) => (
          <tr key={chip.name}>
            <th scope="row">{chip.name}</th>
            <td>
              {chip.overWhite === chip.overGrey
                ? chip.overWhite
                : `${chip.overWhite} over white, ${chip.overGrey} over grey`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function LayerTable({ name, layers }: { name: string; layers: readonly BlendLayer[] }) {
  if (layers.length === 0) return null;
  return (
    <table>
      <caption>{name}, blend by note</caption>
      <tbody>
        {layers.map((layer) => (
          <tr key={layer.line}>
            <th scope="row">{layer.name}</th>
            <td>
              {figure(Math.round(layer.percent), "%")} of the blend, {layer.group}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
