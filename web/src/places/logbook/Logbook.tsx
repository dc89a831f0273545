import { Input } from "antd";
import { useDeferredValue, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, inWords } from "../../api/client";
import { keys } from "../../api/keys";
import { More } from "../../kit/More";
import { Pick } from "../../kit/Pick";
import { usePages } from "../../kit/usePages";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { remembered } from "../../shell/remembered";
import { useRoving } from "../../shell/useRoving";
import { day, plural } from "../../words/format";
import { BatchRecord } from "./BatchRecord";
import "./logbook.css";

type Order = (typeof orders)[number]["value"];
type State = (typeof states)[number]["value"];

/** What was made, and what became of it. */
export function Logbook() {
  const { units } = useHouse();
  const navigate = useNavigate();
  const chosen = Number(useParams().batch) || null;
  const [find, setFind] = useState("");
  const [order, setOrder] = useState<Order>((remembered.get("logbook.order") as Order | null) ?? "newest");
  const [state, setState] = useState<State>("any");
  const query = { search: useDeferredValue(find.trim()), order, state };
  const batches = usePages(keys.logbook(query), (after) => api.logbook({ ...query, ...(after ? { after } : {}) }));
  const rows = useRoving<HTMLElement>(".logbook-row");
  const list = batches.items ?? [];
  const current = chosen ?? list[0]?.id ?? null;
  const open = list.find((one) => one.id === current);
  return (
    <Plates
      name="Logbook"
      page={open && `${open.formulaName}, lot ${open.lot}`}
      title={
        <>
          <h1 className="title">Logbook</h1>
          {batches.items && (
            <p className="facts">
              {batches.total} {plural("batch", batches.total)}
              {(query.search || state !== "any") && " found"}
            </p>
          )}
          <div className="acts">
            <Link className="openable" to="/logbook/learning">
              How good it is for you
            </Link>
            <Input
              className="title-find"
              aria-label="Find a batch"
              placeholder="Name, lot, note, month…"
              allowClear
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
            <Pick label="Show" value={state} options={states} onPick={setState} />
            <Pick
              label="Sort"
              value={order}
              options={orders}
              onPick={(next) => {
                setOrder(next);
                remembered.set("logbook.order", next);
              }}
            />
          </div>
        </>
      }
    >
      <div className="logbook">
        <nav className="scrolls logbook-list" aria-label="Batches" {...rows}>
          {batches.items && list.length === 0 && !query.search && state === "any" && (
            <p className="page-note">
              No batches yet. <Link to="/bench">Balance a trial on the bench</Link> and make it; the record writes
              itself.
            </p>
          )}
          {batches.items && list.length === 0 && (query.search || state !== "any") && (
            <p className="page-note">
              {query.search ? `Nothing called “${find.slice(0, 40)}”` : "There is no such batch"}
              {state !== "any" && ` under “${states.find((one) => one.value === state)?.label}”`}.
            </p>
          )}
          {batches.error && <p className="page-note">{inWords(batches.error)}</p>}
          {list.map((batch) => (
            <button
              key={batch.id}
              type="button"
              aria-current={batch.id === current ? "true" : undefined}
              className="logbook-row"
              onClick={() => navigate(`/logbook/${batch.id}`)}
            >
              <b>{batch.formulaName}</b>
              <span className="lot">{batch.lot}</span>
              <span className="quiet">trial {batch.trialNumber}</span>
              <span className="quiet">
                {batch.givenUpFor != null
                  ? "given up"
                  : batch.finishedAt
                    ? day(batch.finishedAt)
                    : `step ${batch.atStep + 1} of ${batch.steps}`}
              </span>
              <span className="quiet">{units.roundWeight(batch.batchG)}</span>
            </button>
          ))}
          <More more={batches.more} busy={batches.busy} />
        </nav>
        {current !== null && <BatchRecord key={current} id={current} />}
      </div>
    </Plates>
  );
}

const orders = [
  { value: "newest", label: "Newest first" },
  { value: "oldest", label: "Oldest first" },
  { value: "touched", label: "Last touched" },
  { value: "name", label: "By name" },
  { value: "lot", label: "By lot" },
] as const;

const states = [
  { value: "any", label: "All batches" },
  { value: "open", label: "In the making" },
  { value: "finished", label: "Finished" },
  { value: "in_stock", label: "In stock" },
  { value: "given_up", label: "Given up" },
  { value: "archived", label: "Archived" },
] as const;
