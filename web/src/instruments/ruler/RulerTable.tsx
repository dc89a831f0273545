import type { MeltPart } from "../../api/client";
import type { Units } from "../../words/format";

type Props = {
  melt: MeltPart;
  under?: { name: string; melt: MeltPart } | null | undefined;
  name: string;
  units: Units;
  height: number;
};

/** The ruler in words and figures: every state from where to where, every landmark. */
export function RulerTable({ melt, under, name, units, height }: Props) {
  const both = [{ name, melt }, ...(under ? [under] : [])];
  return (
    <section className="ruler-table" style={{ height }} tabIndex={0} aria-label="Warmth as a table">
      {both.map((one) => (
        <table key={one.name}>
          <caption>{one.name}, states</caption>
          <thead>
            <tr>
              <th scope="col">State</th>
              <th scope="col">From</th>
              <th scope="col">To</th>
            </tr>
          </thead>
          <tbody>
            {one.melt.states.map((span) => (
              <tr key={span.state}>
                <th scope="row">{span.state}</th>
                <td>{units.temperature(span.fromC)}</td>
                <td>{units.temperature(span.toC)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      <table>
        <caption>Landmarks</caption>
        <thead>
          <tr>
            <th scope="col">Place</th>
            <th scope="col">At</th>
            {both.map((one) => (
              <th scope="col" key={one.name}>
                {one.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {melt.landmarks.map((landmark) => (
            <tr key={landmark.id}>
              <th scope="row">
                {landmark.must ? "must: " : ""}
                {landmark.name}
              </th>
              <td>{units.temperature(landmark.temperatureC)}</td>
              {both.map((one) => {
                const reading = one.melt.landmarks.find((other) => other.id === landmark.id);
                return (
                  <td key={one.name}>
                    {reading?.says}
                    {both.length > 1 && reading && (
                      <span className="hint"> {reading.firmnessKPa.toFixed(reading.firmnessKPa < 10 ? 1 : 0)} kPa</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="hint">
        Each temperature is good to about {units.degrees(melt.doubtC)}. Comparative, not a laboratory test; natural lots
        vary by several degrees.
      </p>
    </section>
  );
}
