import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, inWords, Refused, type Today } from "../../api/client";
import { keys, take, touch } from "../../api/keys";
import { Jar } from "../../instruments/glyphs";
import { useHouse } from "../../shell/HouseContext";
import { outbox } from "../../shell/outbox";
import { type SaidBack, SaidLine } from "../../kit/SaidLine";
import { Sheet, type SheetColumn } from "../../kit/Sheet";
import { Plates } from "../../shell/Plates";
import { useClocks } from "../../shell/useClocks";
import { useKeys } from "../../shell/useKeys";
import { useRoving } from "../../shell/useRoving";
import { day, inside, narrow, plural, span, time, type Units, weekday, severities } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { HandsOfDay } from "./HandsOfDay";
import { StartFormula } from "../bench/StartFormula";
import { WarmthLayers } from "./WarmthLayers";
import "./today.css";
import "../bench/bench.css";
import { complaint, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { RoomForm } from "../../kit/RoomForm";

type StockPlace = Today["stock"][number]["place"];

/** The first page: what was broken off, what needs a look, what tomorrow's heat does to stock. */
export function TodayPage() {
  const query = useQuery({ queryKey: keys.today, queryFn: api.today });
  const { all, now } = useClocks(true);
  const { house, units } = useHouse();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const rows = useRoving<HTMLDivElement>(".today-bench");
  const [said, setSaid] = useState<SaidBack>({ words: "" });
  const [asking, setAsking] = useState<"room" | "tomorrow" | null>(null);
  const [asTable, setAsTable] = useState(false);
  useKeys({ p: () => window.print() }, house.house.preferences.singleKeys);
  const today = query.data;
  if (!today)
    return (
      <Plates name="Today" title={<h1 className="title">Today</h1>}>
        {query.error ? <p className="page-note">{query.error.message}</p> : null}
      </Plates>
    );
  if (today.formulas.length === 0 && today.interrupted.length === 0) return <StartFormula first />;

  const place = async (batch: number, where: StockPlace, words: string, from?: StockPlace) => {
    try {
      await outbox.put({ kind: "act", batch, command: { kind: "place_stock", place: where } });
      await touch(queries, "batch");
      setSaid({ words, ...(from ? { undo: () => void place(batch, from, "As it was.") } : {}) });
    } catch (refused) {
      setSaid({ words: inWords(refused) });
    }
  };
  const acts = all?.acts ?? [];
  const numberOf = (batch: number) => acts.find((act) => act.batch === batch)?.number;
  const inOrder = [...today.interrupted].sort(
    (a, b) => (numberOf(a.id) ?? Number.POSITIVE_INFINITY) - (numberOf(b.id) ?? Number.POSITIVE_INFINITY) || 0,
  );
  // Where a batch was broken off, its row stands for the first thing that it asks of the hands.
  const later = acts.filter((act) => !today.interrupted.some((one) => numberOf(one.id) === act.number));
  const away = today.stock.filter((layer) => layer.place !== "shelf");
  const evening = new Date(today.now).getHours() >= 18;
  const title = evening
    ? `Tomorrow, ${weekday(new Date(new Date(today.now).getTime() + 86_400_000).toISOString())}`
    : weekday(today.now);

  return (
    <Plates
      name="Today"
      fold={today.looks.length === 0 ? "Nothing needs a look" : `${today.looks.length} need a look`}
      title={
        <>
          <h1 className="title">{title}</h1>
          <p className="facts">
            <button type="button" className="openable" onClick={() => setAsking("room")}>
              workroom {units.temperature(today.room.workroomC)}
              {today.room.humidityPercent != null && `, humidity ${today.room.humidityPercent}${narrow}%`}
            </button>
            {today.room.readAt && `, read at ${time(today.room.readAt)}`}
          </p>
          {today.isMadeUp && <span className="hint">made-up pantry</span>}
          <div className="acts">
            <Button onClick={() => setAsking("room")}>New reading</Button>
          </div>
        </>
      }
      right={
        <div className="plate-right-scroll">
          <div className="region-head looks-head">
            <h2 className="head" id="findings">
              Needs a look
            </h2>
            <span className="quiet">{today.looks.length || ""}</span>
          </div>
          {today.looks.length === 0 && <p className="finding-none">Nothing needs a look.</p>}
          <ul className="findings">
            {today.looks.map((look) => (
              <li key={look.id} className={`finding finding-${look.severity}`}>
                <Jar severity={look.severity} />
                <div>
                  <p>
                    <b className="severity">{severities[look.severity]}</b> <Sentence text={look.sentence} />
                  </p>
                  <div className="button-row">
                    {look.kind === "hold_back" ? (
                      <>
                        <Button
                          size="small"
                          onClick={() =>
                            void place(
                              look.batch,
                              "held_back",
                              "Held back. It stays in the workroom tomorrow.",
                              "shelf",
                            )
                          }
                        >
                          Hold back {today.stock.find((layer) => layer.batch === look.batch)?.units}
                        </Button>
                        <Button
                          size="small"
                          onClick={() => void place(look.batch, "cool_box", "They ride in the cool box.", "shelf")}
                        >
                          Cool box
                        </Button>
                        <Button size="small" onClick={() => navigate(`/logbook/${look.batch}`)}>
                          Open
                        </Button>
                      </>
                    ) : look.kind === "stock" ? (
                      <Button size="small" onClick={() => navigate(`/pantry?at=${encodeURIComponent(look.of ?? "")}`)}>
                        See its lots
                      </Button>
                    ) : (
                      <Button size="small" onClick={() => navigate(`/logbook/${look.batch}#observe`)}>
                        Look at it
                      </Button>
                    )}
                  </div>
                </div>
              </li>
            ))}
          </ul>
          {away.length > 0 && (
            <>
              <h2 className="head away-head">Not on the shelf</h2>
              <ul className="away">
                {away.map((layer) => (
                  <li key={layer.batch}>
                    <span>
                      {layer.units} {plural(layer.unit, layer.units)} of {layer.name}, {layer.placeSays}
                    </span>
                    <button
                      type="button"
                      className="link"
                      aria-label={`${layer.name}, lot ${layer.lot}: back on the shelf`}
                      onClick={() => void place(layer.batch, "shelf", "Back on the shelf.", layer.place)}
                    >
                      Back on the shelf
                    </button>
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      }
      instrument={
        <div className="tomorrow">
          <div className="tomorrow-head">
            <h2 className="head">Tomorrow’s warmth</h2>
            <p className="hint">A layer that ends left of the van would slump in it.</p>
            <Button
              onClick={() => setAsking(asking === "tomorrow" ? null : "tomorrow")}
              aria-expanded={asking === "tomorrow"}
            >
              Type tomorrow’s heat
            </Button>
          </div>
          {asTable ? <StockTable today={today} /> : <WarmthLayers today={today} units={units} />}
          <div className="ruler-foot">
            <div>{today.sentence}</div>
            <button type="button" className="link" aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
              {asTable ? "Show the ruler" : "Read as a table"}
            </button>
          </div>
          {asking === "tomorrow" && (
            <TomorrowForm today={today} onDone={(words) => (setSaid({ words }), setAsking(null))} />
          )}
        </div>
      }
    >
      <div className="scrolls today-list">
        {asking === "room" && <RoomForm room={today.room} onDone={(words) => (setSaid({ words }), setAsking(null))} />}
        {all?.day && (
          <>
            <p className="today-hands">
              Your hands: about {span(all.day.minutes * 60_000)} of work between {time(all.day.from)} and{" "}
              {time(all.day.to)}
            </p>
            <HandsOfDay clocks={all} now={now} />
          </>
        )}
        {inOrder.map((batch, i) => (
          <div key={batch.id} className={i === 0 ? "today-row first" : "today-row"}>
            <span className="act-number">{numberOf(batch.id)}</span>
            <span className="hour">{time(batch.touchedAt)}</span>
            <div>
              <b className="big">{batch.formulaName}</b>
              <p className="quiet">
                stopped at step {batch.atStep + 1} of {batch.steps},{" "}
                {batch.atKind === "weigh" ? `weigh ${inside(batch.atTitle)}` : inside(batch.atTitle)},{" "}
                {span(new Date(today.now).getTime() - new Date(batch.touchedAt).getTime())} ago. Trial{" "}
                {batch.trialNumber}, lot <span className="lot">{batch.lot}</span>
              </p>
            </div>
            <span className="figure">{units.roundWeight(batch.batchG)}</span>
            <Button type={i === 0 ? "primary" : "default"} onClick={() => navigate(`/make/${batch.id}`)}>
              Carry on
            </Button>
          </div>
        ))}
        {later.map((act, i) => {
          const next = i === 0 && today.interrupted.length === 0;
          const starts = act.batch === 0 && later.find((one) => one.trial === act.trial) === act;
          return (
            <div key={act.number} className={next ? "today-row first" : "today-row"}>
              <span className="act-number">{act.number}</span>
              <span className="hour">{time(act.from)}</span>
              <div>
                <b className="big">{act.title}</b>
                <p className="quiet">{act.says}</p>
              </div>
              <span className="figure">{span(Date.parse(act.to) - Date.parse(act.from))}</span>
              {act.batch > 0 ? (
                <Button type={next ? "primary" : "default"} onClick={() => navigate(`/make/${act.batch}`)}>
                  Open
                </Button>
              ) : starts ? (
                <Button type={next ? "primary" : "default"} onClick={() => navigate(`/make/of/${act.trial}`)}>
                  Start
                </Button>
              ) : (
                <span />
              )}
            </div>
          );
        })}
        {today.setting.length > 0 && <h2 className="head">Setting meanwhile</h2>}
        {today.setting.map((one) => (
          <div key={one.batch} className="today-row">
            <span />
            <span className="hour">{time(one.since)}</span>
            <div>
              <b className="big">{one.name}</b>
              <p className="quiet">{one.says}</p>
            </div>
            <span className="figure">{span(new Date(today.now).getTime() - new Date(one.since).getTime())}</span>
            <Button onClick={() => navigate(`/make/${one.batch}`)}>Open</Button>
          </div>
        ))}
        {today.weather.length > 0 && (
          <section className="today-weather" aria-label="Out of doors">
            <h2 className="head">Out of doors</h2>
            {today.weather.map((one) => (
              <p key={one}>
                <Sentence text={one} />
              </p>
            ))}
          </section>
        )}
        <div className="today-bench-head">
          <h2 className="head">On the bench</h2>
          <Link className="link" to="/bench/new">
            Start a formula
          </Link>
        </div>
        <div {...rows}>
          {today.formulas.map((formula) => (
            <Link key={formula.id} className="today-bench" to={`/bench/${formula.trial}`}>
              <span>{formula.name}</span>
              <span className="quiet">trial {formula.trialNumber}</span>
              <span className="quiet">{day(formula.changedAt)}</span>
            </Link>
          ))}
        </div>
      </div>
      <SaidLine said={said} />
    </Plates>
  );
}

type Layer = Today["stock"][number];

const stock = (units: Units): SheetColumn<Layer>[] => [
  { title: "Product", dataIndex: "name", rowScope: "row", sorter: (a, b) => a.name.localeCompare(b.name) },
  { title: "Lot", dataIndex: "lot", className: "lot" },
  { title: "How many", render: (_, layer) => `${layer.units} ${plural(layer.unit, layer.units)}` },
  { title: "Slumps at", sorter: (a, b) => a.slumpC - b.slumpC, render: (_, layer) => units.temperature(layer.slumpC) },
  { title: "Where", dataIndex: "placeSays" },
  { title: "Tomorrow", dataIndex: "says" },
];

function StockTable({ today }: { today: Today }) {
  const { units } = useHouse();
  return (
    <section className="ruler-table" style={{ minHeight: 154 }} tabIndex={0} aria-label="Finished stock">
      <Sheet
        label="Finished stock by slump point"
        rows={today.stock}
        keyOf={(layer) => layer.batch}
        columns={stock(units)}
      />
    </section>
  );
}

function TomorrowForm({ today, onDone }: { today: Today; onDone: (said: string) => void }) {
  const { units } = useHouse();
  const queries = useQueryClient();
  const [heat, setHeat] = useState(() =>
    today.places.map((place) => ({ place, of: quantity("temperature", place.tomorrowC, units) })),
  );
  const [error, setError] = useState<{ id: string; text: string } | null>(null);
  return (
    <form
      className="inline-form tomorrow-form"
      onChange={() => setError(null)}
      onSubmit={async (event) => {
        event.preventDefault();
        const read: Record<string, number> = {};
        for (const { place, of } of heat) {
          if (of.exact === null) return setError({ id: place.id, text: `${place.name}: ${complaint(of, 22, units)}` });
          read[place.id] = of.exact;
        }
        try {
          take(queries, keys.today, await api.tomorrow(read));
          onDone("Tomorrow’s heat is set.");
        } catch (refused) {
          setError({
            id: refused instanceof Refused ? (refused.field.split(".")[1] ?? "") : "",
            text: inWords(refused),
          });
        }
      }}
    >
      {heat.map(({ place, of }, i) => (
        <label key={place.id}>
          {place.name}{" "}
          <QuantityField
            autoFocus={i === 0}
            of={of}
            units={units}
            onType={(now) => setHeat(heat.map((one, j) => (i === j ? { place, of: now } : one)))}
            aria-invalid={error?.id === place.id}
          />
        </label>
      ))}
      <Button htmlType="submit" type="primary">
        Set
      </Button>
      <Button onClick={() => onDone("")}>Leave it</Button>
      {error && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
    </form>
  );
}
