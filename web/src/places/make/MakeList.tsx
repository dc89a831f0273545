import { Button } from "antd";
import { useNavigate } from "react-router";
import { api, type Clocks, inWords } from "../../api/client";
import { keys } from "../../api/keys";
import { More } from "../../kit/More";
import { usePages } from "../../kit/usePages";
import { untilWords } from "../../shell/ClockStrip";
import { useClocks } from "../../shell/useClocks";
import { Jar } from "../../instruments/glyphs";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { useRoving } from "../../shell/useRoving";
import { day, inside, time, severities } from "../../words/format";
import { CallSettings } from "./CallSettings";
import "../today/today.css";
import "./start.css";

/** Where two batches want the hands at once, and what can be done about it. */
function Clashes({ clashes }: { clashes: Clocks["clashes"] }) {
  const navigate = useNavigate();
  return (
    <div className="plate-right-scroll">
      <div className="region-head looks-head">
        <h2 className="head">One pair of hands</h2>
      </div>
      <ul className="findings">
        {clashes.map((clash) => (
          <li key={`${clash.first} ${clash.waits}`} className={`finding finding-${clash.severity}`}>
            <Jar severity={clash.severity} />
            <div>
              <p>
                <b className="severity">{severities[clash.severity]}</b> <b>{time(clash.at)}</b>: {clash.says}
              </p>
              <div className="button-row">
                <Button size="small" onClick={() => navigate(`/make/${clash.first}`)}>
                  Open the first
                </Button>
                <Button size="small" onClick={() => navigate(`/make/${clash.waits}`)}>
                  The other first
                </Button>
              </div>
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}

function NextAct({ clock, now }: { clock: Clocks["clocks"][number]["clock"] | undefined; now: number }) {
  return clock ? (
    <p className="quiet">
      {clock.words} <b>{untilWords(clock, now)}</b>, then {inside(clock.then)}
    </p>
  ) : null;
}

/** Batches that are being made. */
export function MakeList() {
  const open = usePages(keys.openBatches(), (after) => api.openBatches(after ? { after } : {}));
  const formulas = usePages(keys.formulas(), (after) => api.formulas(after ? { after } : {}));
  const { units } = useHouse();
  const navigate = useNavigate();
  const rows = useRoving<HTMLDivElement>(".today-bench");
  const { all, now } = useClocks();
  const clashes = all?.clashes ?? [];
  return (
    <Plates
      name="Make"
      title={<h1 className="title">Make</h1>}
      {...(clashes.length > 0 ? { fold: `${clashes.length} to settle`, right: <Clashes clashes={clashes} /> } : {})}
    >
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
              <NextAct clock={all?.clocks.find((one) => one.batch === batch.id)?.clock} now={now} />
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
