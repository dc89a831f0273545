import { Checkbox, Segmented } from "antd";
import { useState } from "react";
import { api, type Consistency, type FormulaEdit, type HardenerOption, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Wrong } from "../../../kit/FormLine";
import { useRoving } from "../../../shell/useRoving";
import { number, upper } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { useShown } from "../useShown";
import { Frame } from "./Frame";
import { useAsked } from "./useAsked";

const consistencies: { value: Consistency; label: string }[] = [
  { value: "whip", label: "Whip" },
  { value: "dip", label: "Dip" },
  { value: "scoop", label: "Scoop" },
  { value: "stick", label: "Stick" },
  { value: "bar", label: "Bar" },
];

type Order = "percent" | "slumps" | "drag" | "each";
const figure = (text: string) => Number.parseFloat(text.replace(/[^\d.,-]/g, "")) || 0;
const by: Record<Order, (one: HardenerOption, other: HardenerOption) => number> = {
  percent: (one, other) => one.percent - other.percent,
  slumps: (one, other) => figure(other.slumps) - figure(one.slumps),
  drag: (one, other) => (one.drag ?? 0) - (other.drag ?? 0),
  each: (one, other) => (one.each ? figure(one.each) : 1e9) - (other.each ? figure(other.each) : 1e9),
};

/** From a consistency back to the hardeners that reach it, compared in a table; one with the focus stands in the mix. */
export function BackwardsPanel({ trial, acts, onBack }: { trial: Trial; acts: BenchActs; onBack: () => void }) {
  const [consistency, setConsistency] = useState<Consistency>("scoop");
  const [onlyMine, setOnlyMine] = useState(false);
  const [order, setOrder] = useState<Order>("percent");
  const { shown, on } = useShown(acts);
  const rows = useRoving<HTMLTableElement>("tbody tr");
  const { found, wrong } = useAsked(keys.hardeners([trial.content, consistency, onlyMine]), () =>
    api.hardeners(trial.content, consistency, onlyMine),
  );
  const head = (what: Order, words: string) => (
    <th scope="col" aria-sort={order === what ? "ascending" : undefined}>
      <button type="button" className="link" onClick={() => setOrder(what)}>
        {words}
      </button>
    </th>
  );
  return (
    <Frame title="Work backwards" onBack={onBack}>
      <p>How shall it be in the room?</p>
      <Segmented aria-label="Consistency" block value={consistency} options={consistencies} onChange={setConsistency} />
      <p>
        <Checkbox checked={onlyMine} onChange={(event) => setOnlyMine(event.target.checked)}>
          only hardeners of mine
        </Checkbox>
      </p>
      {wrong && <Wrong>{wrong}</Wrong>}
      {found && <p role="status">{found.says}</p>}
      {found && found.options.length > 0 && (
        <table className="hardeners" {...rows}>
          <caption className="visually-hidden">Hardeners compared</caption>
          <thead>
            <tr>
              <th scope="col">Hardener</th>
              {head("percent", "%")}
              {head("slumps", "Slumps")}
              {head("drag", "Drag")}
              {head("each", "Each")}
            </tr>
          </thead>
          <tbody>
            {[...found.options].sort(by[order]).map((option) => (
              <tr key={option.material} className={shown === option.material ? "shown" : ""}>
                <th scope="row">
                  <button
                    type="button"
                    className="link"
                    {...on(option.material, option.edits)}
                    onClick={() =>
                      void acts.apply(option.edits as FormulaEdit[]).then((refused) => refused ?? onBack())
                    }
                  >
                    {option.name}
                  </button>
                  {option.isOwn && <span className="quiet"> yours</span>}
                  <div className="hint">
                    {option.gloss}, {option.bend}, {option.rinse}
                  </div>
                  {shown === option.material && (
                    <div className="effect">{upper(option.effect || "nothing else that is judged changes")}</div>
                  )}
                </th>
                <td>{number(option.percent, 1)}</td>
                <td>{option.slumps || "–"}</td>
                <td>{option.drag == null ? "–" : number(option.drag, 1)}</td>
                <td>{option.each || "–"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Frame>
  );
}
