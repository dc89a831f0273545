import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input } from "antd";
import { type ReactNode, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, inWords, type FormulaEdit, type StartView } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { Jar } from "../../instruments/glyphs";
import { FormLine } from "../../kit/FormLine";
import { RoomForm } from "../../kit/RoomForm";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { remembered } from "../../shell/remembered";
import { narrow, percent, plural, severities } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { MakeNot } from "./MakeNot";
import { MethodChoices } from "./MethodChoices";
import { OwnSheet } from "./OwnSheet";
import "../bench/bench.css";
import "./start.css";

const signer = "make.signer";
/** How a trial will be made: its steps, where makers differ, and what is read, ticked and signed before it begins. */
export function MakeStart() {
  const trial = Number(useParams().trial);
  const query = useQuery({ queryKey: keys.start(trial), queryFn: () => api.start(trial) });
  if (query.error) return <MakeNot title="This cannot be made yet">{inWords(query.error)}</MakeNot>;
  return query.data ? <Start key={trial} start={query.data} /> : <main id="main" tabIndex={-1} className="plates" />;
}

function Start({ start }: { start: StartView }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { units } = useHouse();
  const [ticked, setTicked] = useState<string[]>([]);
  const [by, setBy] = useState(remembered.get(signer) ?? "");
  const [asking, setAsking] = useState(false);
  const [error, setError] = useState("");
  const command = useRef(crypto.randomUUID());
  const form = useRef<HTMLFormElement>(null);
  const { stops, habits } = start.check;
  const blocked = stops.filter((stop) => stop.blocks);
  const wanted = [...stops.filter((stop) => !stop.blocks), ...habits].map((one) => one.id);
  const open = wanted.filter((id) => !ticked.includes(id)).length;

  // What is wrong stands where the hand is led: at the ticks, or at the name below them.
  const unread = open > 0 || blocked.length > 0;
  const wrong = error && (
    <p className="field-error" role="alert">
      {error}
    </p>
  );

  const tick = (id: string, words: ReactNode) => (
    <Checkbox
      checked={ticked.includes(id)}
      data-tick={id}
      onChange={(event) => {
        setError("");
        setTicked(event.target.checked ? [...ticked, id] : ticked.filter((one) => one !== id));
      }}
    >
      {words}
    </Checkbox>
  );

  const told = (stop: (typeof stops)[number]) => (
    <>
      <b className="stop">
        <Sentence text={stop.sentence} />
      </b>{" "}
      <span className="quiet">{[stop.because, stop.fix].filter(Boolean).join(" ")}</span>
    </>
  );

  const begin = async () => {
    const missing = wanted.find((id) => !ticked.includes(id));
    const reason = blocked[0]
      ? "Something has to be mended on the bench first."
      : missing
        ? `${open} of the list ${open === 1 ? "is" : "are"} not ticked. Read or do each, then tick it.`
        : by.trim() === ""
          ? "Type your name: it stands in the record."
          : "";
    setError(reason);
    if (reason) {
      // Once it can be seen: a folded plate opens first.
      setTimeout(() =>
        form.current?.querySelector<HTMLInputElement>(missing ? `[data-tick="${missing}"] input` : "#signer")?.focus(),
      );
      return;
    }
    remembered.set(signer, by.trim());
    try {
      const signature = {
        by: by.trim(),
        revision: start.check.revision,
        stops: stops.map((stop) => stop.id),
        ticked: habits.map((habit) => habit.id),
      };
      const batch = await api.beginBatch(start.trial, signature, command.current);
      await touch(queries, "made");
      navigate(`/make/${batch.id}`, { replace: true });
    } catch (refused) {
      setError(inWords(refused));
      await queries.invalidateQueries({ queryKey: keys.start(start.trial) });
    }
  };

  return (
    <Plates
      name="Make"
      page={`Before making ${start.formulaName}, trial ${start.number}`}
      fold="Read and sign"
      unfold={error !== ""}
      title={
        <>
          <h1 className="title">{start.formulaName}</h1>
          <p className="facts">
            trial {start.number}, {units.roundWeight(start.batchG)}, {start.vessels} {plural("vessel", start.vessels)}{" "}
            to wash.{" "}
            <button type="button" className="openable" onClick={() => setAsking(true)}>
              Workroom {units.temperature(start.roomC)}
              {start.humidityPercent != null && `, ${start.humidityPercent}${narrow}%`}
            </button>
          </p>
          <div className="acts">
            <Button onClick={() => navigate(`/bench/${start.trial}`)}>Back to the bench</Button>
            <Button type="primary" onClick={() => void begin()}>
              Begin the batch
            </Button>
          </div>
        </>
      }
      right={
        <div className="plate-right-scroll start-right">
          {start.says.length > 0 && (
            <>
              <h2 className="head">To know</h2>
              <ul className="findings">
                {start.says.map((saying) => (
                  <li key={saying.id} className={`finding finding-${saying.severity}`}>
                    <Jar severity={saying.severity} />
                    <div>
                      <p>
                        <b className="severity">{severities[saying.severity]}</b> <Sentence text={saying.sentence} />
                      </p>
                      {saying.pourC != null && (
                        <div className="button-row">
                          <ChangeTrial
                            start={start}
                            edit={{ kind: "set_pour", pourC: saying.pourC }}
                            onError={setError}
                          >
                            Pour at {units.temperature(saying.pourC)}
                          </ChangeTrial>
                        </div>
                      )}
                    </div>
                  </li>
                ))}
              </ul>
            </>
          )}
          <form
            ref={form}
            onSubmit={(event) => {
              event.preventDefault();
              void begin();
            }}
          >
            <h2 className="head">Read, tick and sign</h2>
            <p className="hint">Habits and reminders only: local rules and the supplier’s sheet come first.</p>
            {unread && wrong}
            <ul className="start-ticks">
              {stops.map((stop) => (
                <li key={stop.id}>{stop.blocks ? told(stop) : tick(stop.id, told(stop))}</li>
              ))}
              {habits.map((habit) => (
                <li key={habit.id}>{tick(habit.id, habit.text)}</li>
              ))}
            </ul>
            <FormLine label="Your name" error="">
              <Input
                id="signer"
                value={by}
                maxLength={80}
                onChange={(event) => {
                  setBy(event.target.value);
                  setError("");
                }}
              />
            </FormLine>
            {!unread && wrong}
            <Button htmlType="submit">Begin the batch</Button>
          </form>
        </div>
      }
    >
      {asking && (
        <RoomForm
          room={{ workroomC: start.roomC, humidityPercent: start.humidityPercent }}
          onDone={() => setAsking(false)}
        />
      )}
      <div className="scrolls">
        <StockNeeds start={start} onError={setError} />
        {start.loss && (
          <p className="start-stock">
            <Sentence text={start.loss.says} />{" "}
            <ChangeTrial start={start} edit={{ kind: "set_batch", batch: start.loss.batch }} onError={setError}>
              Plan with {percent(start.loss.percent)}
            </ChangeTrial>
          </p>
        )}
        <MethodChoices start={start} />
        <OwnSheet key={start.route} start={start} />
      </div>
    </Plates>
  );
}

/** What it takes from the pantry: what is short stands there at once. */
function StockNeeds({ start, onError }: { start: StartView; onError: (words: string) => void }) {
  const queries = useQueryClient();
  const { units } = useHouse();
  const reserve = async () => {
    try {
      await api.reserve(start.trial, start.reservedAt === null);
      await touch(queries, "made");
    } catch (refused) {
      onError(inWords(refused));
    }
  };
  const short = start.stock.filter((need) => need.offer.missing > 0 || need.kept);
  if (start.stock.length === 0) return null;
  const told = (need: StartView["stock"][number]) => (
    <li key={`${need.kind} ${need.of}`}>
      <Link className="link" to={`/pantry?at=${encodeURIComponent(`${need.kind}/${need.of}`)}`}>
        {need.name}
      </Link>
      , {need.kind === "container" ? need.wanted : units.roundWeight(need.wanted)}: <Sentence text={need.says} />
      {need.kept && (
        <>
          {" "}
          <Sentence text={need.kept} />
        </>
      )}
    </li>
  );
  return (
    <div className="start-stock">
      {short.length > 0 && <ul>{short.map(told)}</ul>}
      <details>
        <summary>
          {short.length === 0
            ? `From the pantry: all ${start.stock.length} are there`
            : `From the pantry: the other ${start.stock.length - short.length} are there`}
        </summary>
        <ul>{start.stock.filter((need) => !short.includes(need)).map(told)}</ul>
      </details>
      <p>
        <Button size="small" aria-pressed={start.reservedAt !== null} onClick={() => void reserve()}>
          {start.reservedAt === null ? "Keep it for this batch" : "Let it go again"}
        </Button>{" "}
        <span className="hint">
          {start.reservedAt === null
            ? "Then the pantry counts it as spoken for until you begin."
            : "The pantry counts it as spoken for."}
        </span>
      </p>
    </div>
  );
}

/** Changes the trial before it is made. */
function ChangeTrial({
  start,
  edit,
  onError,
  children,
}: {
  start: StartView;
  edit: FormulaEdit;
  onError: (words: string) => void;
  children: ReactNode;
}) {
  const queries = useQueryClient();
  return (
    <Button
      size="small"
      disabled={start.isMade}
      onClick={async () => {
        try {
          await api.editTrial(start.trial, start.revision, [edit], crypto.randomUUID());
          await touch(queries, "made");
        } catch (refused) {
          onError(inWords(refused));
        }
      }}
    >
      {children}
    </Button>
  );
}
