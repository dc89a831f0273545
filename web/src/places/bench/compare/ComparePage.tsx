import { useQuery } from "@tanstack/react-query";
import { Button, Checkbox } from "antd";
import { Fragment, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { api, type CompareView, inWords } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Dialog } from "../../../kit/Dialog";
import { useHouse } from "../../../shell/HouseContext";
import { Plates } from "../../../shell/Plates";
import { useKeys } from "../../../shell/useKeys";
import { useWidth } from "../../../shell/useWidth";
import { day } from "../../../words/format";
import { Columns } from "./Columns";
import { names } from "./geometry";
import { Hills } from "./Hills";
import "./compare.css";

const most = 4;

/** Two to four trials side by side: layers, what was said and what happened, and how they stand in warmth. */
export function ComparePage() {
  const { house } = useHouse();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const [choosing, setChoosing] = useState(false);
  const ids = search.getAll("id").map(Number).filter(Number.isInteger);
  const asked = useQuery({ queryKey: keys.compare(ids), queryFn: () => api.compare(ids), retry: false });
  const view = asked.data;
  const choose = (next: number[]) =>
    setSearch(
      next.map((id): [string, string] => ["id", String(id)]),
      { replace: true },
    );
  const last = ids.at(-1);
  useKeys(
    {
      c: () => setChoosing(true),
      p: () => window.print(),
      Escape: () => last !== undefined && navigate(`/bench/${last}`),
    },
    house.house.preferences.singleKeys && !choosing,
  );
  if (!view)
    return (
      <Plates name="Bench" page="Side by side" title={<h1 className="title">Side by side</h1>}>
        {asked.isError && (
          <p className="page-note" role="alert">
            {inWords(asked.error)} <Link to="/bench">To the bench</Link>
          </p>
        )}
      </Plates>
    );
  const newest = view.trials.at(-1);
  return (
    <Plates
      name="Bench"
      page="Side by side"
      title={
        <>
          <h1 className="title">{view.formula ?? "Side by side"}</h1>
          <span className="facts">{view.trials.map((trial) => trial.name.toLowerCase()).join(", ")} side by side</span>
          <span className="title-end">
            <Button onClick={() => setChoosing(true)}>Choose trials</Button>
            <Button onClick={() => window.print()}>Print</Button>
            {newest && (
              <Button type="primary" onClick={() => navigate(`/bench/${newest.id}`)}>
                Open {newest.name.toLowerCase()}
              </Button>
            )}
          </span>
        </>
      }
      instrument={view.comparison.hills.some((hill) => hill.curve) ? <Hills view={view} /> : undefined}
    >
      <SideBySide view={view} />
      <Choose
        view={view}
        open={choosing}
        onClose={() => setChoosing(false)}
        onChoose={(next) => {
          setChoosing(false);
          choose(next);
        }}
      />
    </Plates>
  );
}

function SideBySide({ view }: { view: CompareView }) {
  const [ref, width] = useWidth<HTMLDivElement>(1232);
  const grid = { gridTemplateColumns: `${names}px repeat(${view.trials.length}, 1fr)` };
  return (
    <div className="compare-scroll" tabIndex={0} role="region" aria-label="Trials side by side">
      <div className="compare" ref={ref}>
        <div className="compare-heads" style={grid}>
          <span />
          {view.trials.map((trial) => (
            <span key={trial.id}>
              <Link className="compare-name" to={`/bench/${trial.id}`}>
                {trial.name}
              </Link>
              <span className="quiet">
                {trial.madeAt ? `made ${day(trial.madeAt)}` : "not made"}, {trial.intent}
              </span>
            </span>
          ))}
        </div>
        <Columns view={view} width={Math.max(width, 560)} />
        <table className="compare-table">
          <caption>Said → happened</caption>
          <thead className="visually-hidden">
            <tr>
              <th scope="col">Measure</th>
              {view.trials.map((trial) => (
                <th scope="col" key={trial.id}>
                  {trial.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.comparison.rows.map((row) => (
              <tr key={row.id} style={grid}>
                <th scope="row">{row.name}</th>
                {row.mixes.map((mix, i) => (
                  <td key={view.trials[i]?.id} className={mix.isBest ? "best" : ""}>
                    <span className="said">{mix.said || "–"}</span>
                    {mix.happened != null && (
                      <Fragment>
                        {" "}
                        → <b>{mix.happened}</b>
                      </Fragment>
                    )}
                    {mix.isBest && <b className="best-word"> best</b>}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

type ChooseProps = { view: CompareView; open: boolean; onClose: () => void; onChoose: (ids: number[]) => void };

/** Which trials of the formula stand beside one another. */
function Choose({ view, open, onClose, onChoose }: ChooseProps) {
  const now = view.trials.map((trial) => trial.id);
  const [chosen, setChosen] = useState<number[]>(now);
  const others = view.trials.filter((trial) => !view.formulaTrials.some((one) => one.id === trial.id));
  const list = [
    ...view.formulaTrials.map((one) => ({ id: one.id, name: `Trial ${one.number}`, intent: one.intent })),
    ...others,
  ];
  const enough = chosen.length >= 2 && chosen.length <= most;
  return (
    <Dialog open={open} title="Choose trials" onClose={onClose}>
      <ul className="panel-list">
        {list.map((one) => (
          <li key={one.id}>
            <Checkbox
              checked={chosen.includes(one.id)}
              onChange={(event) =>
                setChosen(event.target.checked ? [...chosen, one.id] : chosen.filter((id) => id !== one.id))
              }
            >
              <b>{one.name}</b> {one.intent}
            </Checkbox>
          </li>
        ))}
      </ul>
      {!enough && <p className="field-error">Choose two to four; {chosen.length} are chosen.</p>}
      <Button
        type="primary"
        disabled={!enough}
        onClick={() => onChoose(list.map((one) => one.id).filter((id) => chosen.includes(id)))}
      >
        Lay them side by side
      </Button>
    </Dialog>
  );
}
