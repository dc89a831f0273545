import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useRef, useState } from "react";
import { api, inWords, type LotView, type MoveKind, type StockKind } from "../../api/client";
import { keys } from "../../api/keys";
import { Jar } from "../../instruments/glyphs";
import { ReasonDialog } from "../../kit/ReasonDialog";
import { useHouse } from "../../shell/HouseContext";
import { day, upper } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { amount } from "./amounts";
import { LotFactsTable } from "./LotFactsTable";
import { LotPictures } from "./LotPictures";
import { LotTimeline } from "./LotTimeline";
import { MoveForm, moveWords } from "./MoveForm";
import { TracePanel } from "./TracePanel";
import type { Stock } from "./useStock";

type Props = {
  kind: StockKind;
  of: string;
  lot: string | null;
  stock: Stock;
  onLot: (lot: string) => void;
  onBookIn: () => void;
  usedIn: string[];
  onEdit?: (() => void) | undefined;
  onRemove?: (() => void) | undefined;
};

const shown: Exclude<MoveKind, "receive">[] = ["use", "waste", "give", "sell", "count"];

/** A material or container: what is known of it, its lots in time, and the book of the lot in hand. */
export function StockSheet({ kind, of, lot, stock, onLot, onBookIn, usedIn, onEdit, onRemove }: Props) {
  const { house, units } = useHouse();
  const detail = useQuery({ queryKey: keys.stockOf(kind, of), queryFn: () => api.stockOf(kind, of) });
  const [moving, setMoving] = useState<Exclude<MoveKind, "receive"> | null>(null);
  const [tracing, setTracing] = useState(false);
  const [apart, setApart] = useState(false);
  const acts = useRef<HTMLElement>(null);
  if (detail.error) return <p className="page-note">{inWords(detail.error)}</p>;
  if (!detail.data) return null;
  const { row, lots, inci, facts, today, isScent, takesUpOil } = detail.data;
  const there = lots.filter((one) => one.lot.left > 0 || one.lot.id === lot);
  const chosen = lots.find((one) => one.lot.id === lot) ?? there[0] ?? null;
  if (tracing && chosen) return <TracePanel lot={chosen.lot.id} onBack={() => setTracing(false)} />;

  const setLotApart = (one: LotView, reason: string | null) =>
    stock.act({
      words:
        reason === null ? `Lot ${one.lot.facts.code} may be used again.` : `Lot ${one.lot.facts.code} is set apart.`,
      again: () => api.setLotApart(one.lot.id, reason),
      back: () => api.setLotApart(one.lot.id, one.lot.setApartFor),
    });
  const move = (one: LotView, much: number, reason: string, what: Exclude<MoveKind, "receive">) => {
    let id = crypto.randomUUID();
    return stock.act({
      words: `Lot ${one.lot.facts.code}: ${amount(kind, much, units)} ${moveWords[what].did}.`,
      again: () => api.moveLot(one.lot.id, { kind: what, amount: much, reason }, id),
      back: async () => {
        await api.takeMoveBack(one.lot.id, id);
        id = crypto.randomUUID();
      },
    });
  };

  return (
    <>
      <div className="plate-right-scroll stock-sheet">
        <header>
          <h2>{row.line.name}</h2>
          {inci && <p>INCI {inci}</p>}
          <p>{facts}</p>
          {usedIn.length > 0 && <p>Used in {usedIn.join(", ")}</p>}
          <p className="row-acts">
            {onEdit && (
              <button type="button" className="link" aria-label={`Edit ${row.line.name}`} onClick={onEdit}>
                {kind === "container" || row.own ? "Edit" : "Name and price of your own…"}
              </button>
            )}
            {onRemove && (
              <button type="button" className="link" aria-label={`Remove ${row.line.name}`} onClick={onRemove}>
                Remove
              </button>
            )}
          </p>
        </header>
        <section>
          <h3 className="head head-line">
            Lots
            {there.length > 0 && <span className="quiet">{amount(kind, row.line.have, units)} to use</span>}
          </h3>
          {there.length === 0 ? (
            <p className="quiet">
              None booked in. Until one is, the pantry does not count it and batches weigh it without a lot.
            </p>
          ) : (
            <LotTimeline
              lots={there}
              today={today}
              colour={row.colour}
              chosen={chosen?.lot.id ?? null}
              units={units}
              onChoose={(one) => {
                setMoving(null);
                onLot(one.lot.id);
              }}
            />
          )}
        </section>
        {row.line.findings.length > 0 && (
          <ul className="stock-findings">
            {row.line.findings.map((finding) => (
              <li key={finding.sentence}>
                <Jar severity={finding.severity} />
                <p>
                  <b className="severity">{upper(finding.severity)}</b> <Sentence text={finding.sentence} />
                </p>
              </li>
            ))}
          </ul>
        )}
        {chosen && (
          <section>
            <h3 className="head head-line">
              Lot {chosen.lot.facts.code} <span className="quiet lot">{chosen.sticker}</span>
            </h3>
            {chosen.inPots > 0 && (
              <p>
                <b>{amount(kind, chosen.inPots, units)}</b> of it stand in pots that are not finished.
              </p>
            )}
            {moving && (
              <MoveForm
                key={`${chosen.lot.id} ${moving}`}
                lot={chosen}
                kind={moving}
                onMove={(much, reason) => move(chosen, much, reason, moving)}
                onClose={() => {
                  setMoving(null);
                  acts.current?.querySelector<HTMLElement>(`[data-act="${moving}"]`)?.focus();
                }}
              />
            )}
            <LotFactsTable
              key={chosen.lot.id}
              lot={chosen}
              units={units}
              currency={house.house.workshop.currency}
              isScent={isScent}
              takesUpOil={takesUpOil}
              onChange={(now, words) => {
                const before = chosen.lot.facts;
                const latest = async () =>
                  (await api.stockOf(kind, of)).lots.find((one) => one.lot.id === chosen.lot.id);
                let revision: number | undefined = chosen.revision;
                return stock.act({
                  words,
                  again: async () => {
                    await api.changeLot(chosen.lot.id, revision ?? (await latest())?.revision ?? 0, now);
                    revision = undefined;
                  },
                  back: async () => api.changeLot(chosen.lot.id, (await latest())?.revision ?? 0, before),
                });
              }}
            />
            <Ledger lot={chosen} stock={stock} />
            <LotPictures key={`pictures ${chosen.lot.id}`} lot={chosen.lot.id} code={chosen.lot.facts.code} />
            {chosen.lot.letter && (
              <details>
                <summary>Words for the supplier</summary>
                <p className="letter">{chosen.lot.letter}</p>
              </details>
            )}
          </section>
        )}
      </div>
      <footer ref={acts} className="stock-acts">
        {chosen ? (
          <>
            {shown.map((one) => (
              <Button key={one} data-act={one} onClick={() => setMoving(one)}>
                {moveWords[one].act}
              </Button>
            ))}
            {chosen.lot.setApartFor === null ? (
              <Button onClick={() => setApart(true)}>Set apart…</Button>
            ) : (
              <Button onClick={() => void setLotApart(chosen, null).catch(stock.failed)}>Take it up again</Button>
            )}
            <Button onClick={() => setTracing(true)}>Trace</Button>
            <Button href={`/api/stock/stickers.pdf?lots=${chosen.lot.id}`} target="_blank">
              Sticker
            </Button>
          </>
        ) : (
          <Button type="primary" onClick={onBookIn}>
            Book in a delivery
          </Button>
        )}
      </footer>
      {apart && chosen && (
        <ReasonDialog
          title={`Set lot ${chosen.lot.facts.code} apart`}
          about="It stays in the book and on its place, and no batch is offered it until you take it up again."
          act="Set it apart"
          placeholder="grainy"
          onAct={(reason) => setLotApart(chosen, reason)}
          onClose={() => setApart(false)}
        />
      )}
    </>
  );
}

/** The lines of a lot's book, the newest first. */
function Ledger({ lot: { lot, revision }, stock }: { lot: LotView; stock: Stock }) {
  const { units } = useHouse();
  const book = useQuery({
    queryKey: keys.lot(lot.id, revision),
    queryFn: () => api.lot(lot.id),
    placeholderData: (last) => (last?.lot.id === lot.id ? last : undefined),
  });
  const [all, setAll] = useState(false);
  const most = 6;
  const moves = book.data?.moves ?? [];
  const taken = new Set(moves.map((move) => move.takesBack));
  const told = (value: number) => `${value < 0 ? "−" : "+"}${amount(lot.kind, Math.abs(value), units)}`;
  return (
    <>
      <table className="ledger" aria-label={`Book of lot ${lot.facts.code}`}>
        <tbody>
          {(all ? moves : moves.slice(0, most)).map((move) => (
            <tr key={move.id}>
              <td>{day(move.at)}</td>
              <td className="number">{told(move.amount)}</td>
              <td>
                {move.takesBack ? "taken back" : move.kind === "receive" ? "received" : moveWords[move.kind].did}
                {move.batch && ` by ${move.batch}`}
                {move.reason && `: ${move.reason}`}
              </td>
              <td>
                {move.kind !== "receive" && !move.batch && !move.takesBack && !taken.has(move.id) && (
                  <button
                    type="button"
                    className="link"
                    onClick={() => {
                      stock.attempt({
                        words: `Taken back: ${told(move.amount)} of lot ${lot.facts.code}.`,
                        again: () => api.takeMoveBack(lot.id, move.id),
                        back: () =>
                          api.moveLot(
                            lot.id,
                            move.kind === "count"
                              ? { kind: "count", amount: lot.left, reason: move.reason }
                              : { kind: move.kind, amount: -move.amount, reason: move.reason },
                            crypto.randomUUID(),
                          ),
                      });
                    }}
                  >
                    Take back
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {!all && moves.length > most && (
        <button type="button" className="link" onClick={() => setAll(true)}>
          {moves.length - most} more
        </button>
      )}
    </>
  );
}
