import { Button } from "antd";
import { useNavigate } from "react-router";
import { api, inWords } from "../../api/client";
import { keys } from "../../api/keys";
import { More } from "../../kit/More";
import { usePages } from "../../kit/usePages";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { useRoving } from "../../shell/useRoving";
import { day, inside, time } from "../../words/format";
import { CallSettings } from "./CallSettings";
import "../today/today.css";
import "./start.css";

/** Batches that are being made. */
export function MakeList() {
  const open = usePages(keys.openBatches(), (after) => api.openBatches(after ? { after } : {}));
  const formulas = usePages(keys.formulas(), (after) => api.formulas(after ? { after } : {}));
  const { units } = useHouse();
  const navigate = useNavigate();
  const rows = useRoving<HTMLDivElement>(".today-bench");
  return (
    <Plates name="Make" title={<h1 className="title">Make</h1>}>
      <div className="scrolls today-list">
        {open.error && <p className="page-note">{inWords(open.error)}</p>}
        {open.items?.length === 0 && (
          <p className="page-note">
            Nothing is being made. Open a trial on the bench and choose “Make this”: its steps appear here, and a batch
            broken off waits until you carry on.
          </p>
        )}
        {open.items?.map((batch, i) => (
          <div key={batch.id} className={i === 0 ? "today-row first" : "today-row"}>
            <span className="hour">{time(batch.touchedAt)}</span>
            <div>
              <b className="big">{batch.formulaName}</b>
              <p className="quiet">
                step {batch.atStep + 1} of {batch.steps}, {inside(batch.atTitle)}. Trial {batch.trialNumber}, lot{" "}
                <span className="lot">{batch.lot}</span>, begun {day(batch.startedAt)}
              </p>
            </div>
            <span className="figure">{units.roundWeight(batch.batchG)}</span>
            <Button type={i === 0 ? "primary" : "default"} onClick={() => navigate(`/make/${batch.id}`)}>
              Carry on
            </Button>
          </div>
        ))}
        <More more={open.more} busy={open.busy} />
        <CallSettings />
        {formulas.items && formulas.items.length > 0 && (
          <>
            <div className="today-bench-head">
              <h2 className="head">Make one of these</h2>
            </div>
            <div {...rows}>
              {" "}
              {formulas.items.map((formula) => (
                <a
                  key={formula.id}
                  className="today-bench"
                  href={`/make/of/${formula.trial}`}
                  onClick={(event) => {
                    event.preventDefault();
                    navigate(`/make/of/${formula.trial}`);
                  }}
                >
                  <span>{formula.name}</span>
                  <span className="quiet">trial {formula.trialNumber}</span>
                  <span className="quiet">{day(formula.changedAt)}</span>
                </a>
              ))}
            </div>
            <More more={formulas.more} busy={formulas.busy} />
          </>
        )}
      </div>
    </Plates>
  );
}
