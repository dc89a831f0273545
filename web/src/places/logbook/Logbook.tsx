import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type BatchBrief } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { day } from "../../words/format";
import { BatchRecord } from "./BatchRecord";
import "./logbook.css";

type Order = "newest" | "name";

/** What was made, and what became of it. */
export function Logbook() {
  const batches = useQuery({ queryKey: ["logbook"], queryFn: api.logbook });
  const { units } = useHouse();
  const navigate = useNavigate();
  const chosen = Number(useParams().batch) || null;
  const [find, setFind] = useState("");
  const [order, setOrder] = useState<Order>((localStorage.getItem("amber.logbook.order") as Order | null) ?? "newest");
  const wanted = find.trim().toLowerCase();
  const list = (batches.data ?? [])
    .filter((batch) => `${batch.formulaName} ${batch.lot} trial ${batch.trialNumber}`.toLowerCase().includes(wanted))
    .sort(sorts[order]);
  const current = chosen ?? list[0]?.id ?? null;
  return (
    <Plates
      name="Logbook"
      title={
        <>
          <h1 className="title">Logbook</h1>
          {batches.data && (
            <p className="facts">
              {batches.data.length} {batches.data.length === 1 ? "batch" : "batches"}
            </p>
          )}
          <div className="acts">
            <input
              className="text-field"
              aria-label="Find a batch"
              placeholder="Find a name or a lot"
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
            <select
              className="text-field"
              aria-label="Sort"
              value={order}
              onChange={(event) => {
                setOrder(event.target.value as Order);
                localStorage.setItem("amber.logbook.order", event.target.value);
              }}
            >
              <option value="newest">Newest first</option>
              <option value="name">By name</option>
            </select>
          </div>
        </>
      }
    >
      <div className="logbook">
        <nav className="scrolls logbook-list" aria-label="Batches">
          {batches.data?.length === 0 && (
            <p className="page-note">
              No batches yet. <Link to="/bench">Balance a trial on the bench</Link> and make it; the record writes
              itself.
            </p>
          )}
          {batches.data && batches.data.length > 0 && list.length === 0 && (
            <p className="page-note">Nothing called “{find.slice(0, 40)}”.</p>
          )}
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
                {batch.finishedAt ? day(batch.finishedAt) : `step ${batch.atStep + 1} of ${batch.steps}`}
              </span>
              <span className="quiet">{units.roundWeight(batch.batchG)}</span>
            </button>
          ))}
        </nav>
        {current !== null && <BatchRecord key={current} id={current} />}
      </div>
    </Plates>
  );
}

const sorts: Record<Order, (a: BatchBrief, b: BatchBrief) => number> = {
  newest: (a, b) => b.startedAt.localeCompare(a.startedAt),
  name: (a, b) => a.formulaName.localeCompare(b.formulaName) || b.startedAt.localeCompare(a.startedAt),
};
