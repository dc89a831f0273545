import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { Link } from "react-router";
import { api, inWords } from "../../api/client";
import { keys } from "../../api/keys";
import { useHouse } from "../../shell/HouseContext";
import { day, plural, stockOutWords } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { amount } from "./amounts";

/** Every batch, unit and hand that a lot reached. */
export function TracePanel({ lot, onBack }: { lot: string; onBack: () => void }) {
  const { units } = useHouse();
  const trace = useQuery({ queryKey: keys.trace(lot), queryFn: () => api.trace(lot) });
  return (
    <div className="plate-right-scroll stock-sheet trace">
      <header>
        <button type="button" className="link no-print" onClick={onBack}>
          ‹ Lots
        </button>
        <h2>{trace.data ? `${trace.data.name}, lot ${trace.data.lot.facts.code}` : "Trace"}</h2>
      </header>
      {trace.error && <p className="page-note">{inWords(trace.error)}</p>}
      {trace.data && (
        <>
          <p>
            <Sentence text={trace.data.sentence} />
          </p>
          <ol className="traced">
            {trace.data.batches.map((batch) => (
              <li key={batch.batch}>
                <p>
                  <Link to={batch.finishedAt ? `/logbook/${batch.batch}` : `/make/${batch.batch}`}>{batch.name}</Link>,{" "}
                  <span className="lot">{batch.lot}</span>, {day(batch.startedAt)}
                </p>
                <p>
                  <b>{amount(trace.data.lot.kind, batch.amount, units)}</b> of it
                  {batch.isInPot
                    ? ", in a pot that is not finished"
                    : batch.givenUpFor
                      ? `, given up: ${batch.givenUpFor}`
                      : batch.unitsMade != null &&
                        `, ${batch.unitsMade} ${plural(batch.unit, batch.unitsMade)}, ${batch.unitsLeft ?? 0} still here`}
                </p>
                {batch.out.map((gone) => (
                  <p key={gone.id} className="quiet">
                    {day(gone.at)}: {gone.units} {stockOutWords[gone.for]}
                    {gone.note && `, ${gone.note}`}
                  </p>
                ))}
              </li>
            ))}
          </ol>
          <div className="button-row no-print">
            <a className="link" href={`/api/stock/lots/${lot}/recall.csv`} download>
              Recall list as a table
            </a>
            <Button onClick={() => window.print()}>Print it</Button>
          </div>
        </>
      )}
    </div>
  );
}
