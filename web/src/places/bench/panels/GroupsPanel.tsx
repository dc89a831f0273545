import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useId } from "react";
import { api, type Instrument, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { lineOf } from "../../../instruments/axis/geometry";
import { ShortAxis, shortHeight } from "../../../instruments/axis/ShortAxis";
import { StatePatterns } from "../../../instruments/ruler/StatePatterns";
import { useWidth } from "../../../shell/useWidth";
import { upper } from "../../../words/format";
import { Frame } from "./Frame";
import "../../../instruments/ruler/ruler.css";
import "../../../instruments/axis/axis.css";

const nameWidth = 148;
const barHeight = 22;

/** What is told of the lines of a formula beside the judgement: asked once for a list and shared by the panels. */
export const useGroups = (trial: Trial) =>
  useQuery({ queryKey: keys.groups(trial.content), queryFn: () => api.groups(trial.content) });

/** The groups against their usual shares, and all that is liquid as one bar. */
export function GroupsPanel({ trial, onTop, onBack }: { trial: Trial; onTop: () => void; onBack: () => void }) {
  const id = useId();
  const [ref, width] = useWidth<SVGSVGElement>(352);
  const told = useGroups(trial).data;
  const groups = told?.groups ?? [];
  return (
    <Frame title={`All ${trial.content.lines.length}: groups`} onBack={onBack}>
      <svg
        ref={ref}
        className="ruler-picture shade-picture"
        width="100%"
        height={groups.length * shortHeight + 6}
        role="group"
        aria-label="Groups against their usual shares"
      >
        <StatePatterns id={id} />
        {groups.map((group, i) => (
          <ShortAxis
            key={group.id}
            instrument={group}
            patterns={id}
            left={2}
            width={width - 8}
            top={i * shortHeight}
            name={nameWidth}
          />
        ))}
      </svg>
      {told?.liquid && <LiquidBar bar={told.liquid} width={width} />}
      <p>{told?.says}</p>
      <table className="visually-hidden">
        <caption>Groups</caption>
        <tbody>
          {groups.map((group) => (
            <tr key={group.id}>
              <th scope="row">{group.axis}</th>
              <td>
                {group.words
                  .filter((word) => word.word)
                  .map((word) => `${word.word} to ${word.to} %`)
                  .join(", ")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="panel-acts">
        <Button onClick={onTop}>Add something on top…</Button>
      </div>
    </Frame>
  );
}

function LiquidBar({ bar, width }: { bar: Instrument; width: number }) {
  const line = lineOf(bar, 4, width - 12);
  return (
    <svg
      className="ruler-picture shade-picture"
      width="100%"
      height={barHeight + 26}
      role="img"
      aria-label={bar.lanes.map((lane) => `${upper(lane.name)} ${lane.says}`).join(", ")}
    >
      {bar.lanes.map((lane) => (
        <rect
          key={lane.id}
          className="lane"
          x={line.x(lane.from)}
          y="2"
          width={Math.max(1, line.x(lane.to) - line.x(lane.from))}
          height={barHeight}
          fill={lane.colour ?? "none"}
        >
          <title>{`${lane.name} ${lane.says}`}</title>
        </rect>
      ))}
      <path className="axis" d={`M2 ${barHeight + 3}H${width - 4}`} />
      {[0, 20, 40, 60, 80, 100].map((at) => (
        <text
          key={at}
          x={line.x(at)}
          y={barHeight + 19}
          textAnchor={at === 100 ? "end" : at === 0 ? "start" : "middle"}
        >
          {at === 100 ? "100 %" : at}
        </text>
      ))}
    </svg>
  );
}
