import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { api, inWords, type Learnt, type LearntProposal } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { Plates } from "../../shell/Plates";
import { useRoving } from "../../shell/useRoving";
import { plural } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { LearntAxis } from "./LearntAxis";
import "./logbook.css";

/** How good what is said is for this maker: what came of each batch, what may be put right, what to record next. */
export function Learning() {
  const [search, setSearch] = useSearchParams();
  const query = useQuery({ queryKey: keys.learning, queryFn: () => api.learning() });
  const rows = useRoving<HTMLElement>(".learnt-row");
  const list = query.data ?? [];
  // What is being looked at stays open when there is nothing to agree to any more.
  const [open, setOpen] = useState<string | null>(null);
  const chosen =
    list.find((one) => one.id === (search.get("of") ?? open)) ??
    list.find((one) => one.proposals.length > 0) ??
    list[0];
  return (
    <Plates
      name="Logbook"
      page="how good it is for you"
      title={
        <>
          <h1 className="title">How good it is for you</h1>
          <p className="facts">what was said of your batches, and what came</p>
          <div className="acts">
            <Link className="openable" to="/logbook">
              All batches
            </Link>
          </div>
        </>
      }
    >
      <div className="logbook learning">
        <nav className="scrolls logbook-list" aria-label="What is said" {...rows}>
          {query.error && <p className="page-note">{inWords(query.error)}</p>}
          {list.map((one) => (
            <button
              key={one.id}
              type="button"
              className="logbook-row learnt-row"
              aria-current={one.id === chosen?.id ? "true" : undefined}
              onClick={() => setSearch({ of: one.id }, { replace: true })}
            >
              <b>{one.title}</b>
              <span className="quiet">
                {one.points.length} {plural("record", one.points.length)}
              </span>
              {one.proposals.length > 0 && <span className="quiet">a correction to look at</span>}
            </button>
          ))}
        </nav>
        {chosen && <Quantity key={chosen.id} of={chosen} onStay={() => setOpen(chosen.id)} />}
      </div>
    </Plates>
  );
}

/** @param onStay keeps this one open, whatever else there is to look at. */
function Quantity({ of, onStay }: { of: Learnt; onStay: () => void }) {
  const queries = useQueryClient();
  const [refused, setRefused] = useState("");
  const [said, setSaid] = useState("");
  const act = (doing: Promise<Learnt[]>, words: string) =>
    doing.then(
      (now) => {
        onStay();
        queries.setQueryData(keys.learning, now);
        setRefused("");
        setSaid(words);
        // The bench says it beside its own figure, or no longer.
        return touch(queries, "room");
      },
      (error: unknown) => setRefused(inWords(error)),
    );
  const withdraw = (id: string) => act(api.withdrawOffset(id), "Withdrawn: it is said without it again.");
  const agree = (one: LearntProposal, notYet: boolean) =>
    one.status === "withdraw" && one.inForce && !notYet
      ? withdraw(one.inForce)
      : act(
          api.agree({ id: crypto.randomUUID(), quantity: of.id, level: one.level, group: one.group, notYet }),
          notYet
            ? "Not asked again until one batch more has told."
            : "Agreed: what is said stands beside it from now on.",
        );
  return (
    <article className="record scrolls" aria-label={of.title}>
      <h2 className="title learnt-title">{of.title}</h2>
      <p>
        <Sentence text={of.says} />
      </p>
      {of.creeps && (
        <p>
          <Sentence text={of.creeps} />
        </p>
      )}
      {of.next && <p className="quiet">{of.next}</p>}
      {of.axis && of.points.length > 0 && <LearntAxis of={of} axis={of.axis} points={of.points} mean={null} />}
      {refused && (
        <p className="field-error" role="alert">
          {refused}
        </p>
      )}
      {said && (
        <p className="learnt-said" role="status">
          {said}
        </p>
      )}
      {of.proposals.map((one) => (
        <section key={`${one.level} ${one.group}`} className="learnt-proposal" aria-label="A correction to look at">
          <h3 className="head">A correction to look at</h3>
          <p>
            <Sentence text={one.says} />
          </p>
          {of.axis && <LearntAxis of={of} axis={of.axis} points={one.points} mean={one.mean} />}
          <div className="button-row">
            <Button type="primary" onClick={() => void agree(one, false)}>
              {one.act}
            </Button>
            <Button onClick={() => void agree(one, true)}>Not yet</Button>
          </div>
          <p className="quiet">{one.doubts}</p>
        </section>
      ))}
      {of.agreed.length > 0 && (
        <section>
          <h3 className="head">Agreed</h3>
          <ul className="said agreed" aria-label="Agreed">
            {of.agreed.map((one) => (
              <li key={one.id}>
                <span>{one.says}</span>
                {one.isInForce && (
                  <button
                    type="button"
                    className="link"
                    aria-label={`Withdraw: ${one.says}`}
                    onClick={() => void withdraw(one.id)}
                  >
                    Withdraw
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h3 className="head">Batch by batch</h3>
        {of.points.length === 0 && <p className="quiet">Nothing is recorded yet.</p>}
        <ul className="said" aria-label="Batch by batch">
          {of.points.toReversed().map((one, i) => (
            <li key={`${one.lot} ${i}`}>
              <Link className="openable" to={`/logbook/${one.batch}`}>
                {one.lot}
              </Link>
              <span>
                {one.says}
                {one.isSlip && <b> looks like a slip, and counts for less</b>}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </article>
  );
}
