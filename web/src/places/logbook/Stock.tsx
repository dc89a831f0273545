import { Button } from "antd";
import { useState } from "react";
import type { Batch, StockOut } from "../../api/client";
import { Field } from "../../kit/Field";
import { Wrong } from "../../kit/FormLine";
import { Pick } from "../../kit/Pick";
import { useRefused } from "../../kit/useRefused";
import { day, placeWords, plural, quoted, readNumber, stockOutWords, time } from "../../words/format";
import type { Act } from "./ObserveForm";

/** What is left of a finished batch, where it lies, and what went out by hand. */
export function Stock({ view, act }: { view: Batch; act: Act }) {
  const { batch, unit } = view;
  const [count, setCount] = useState("1");
  const [why, setWhy] = useState<StockOut>("sold");
  const [note, setNote] = useState("");
  const refused = useRefused();
  const left = batch.unitsLeft ?? 0;
  const take = async () => {
    const units = readNumber(count);
    if (units === null || !Number.isInteger(units))
      return refused.say("units", `${quoted(count)} is not a count. Type 1 to ${left}.`);
    try {
      await act({ kind: "take_stock", units, for: why, note });
      setCount("1");
      setNote("");
      refused.clear();
    } catch (error) {
      refused.take(error);
    }
  };
  return (
    <section>
      <h3 className="head">Stock</h3>
      <p>
        {left} of {batch.unitsMade} {plural(unit, batch.unitsMade ?? 0)} left
        {left > 0 && `, ${placeWords[batch.place]}`}.{" "}
        {left > 0 && batch.place !== "shelf" && (
          <button
            type="button"
            className="link"
            onClick={() => void act({ kind: "place_stock", place: "shelf" }).catch(refused.take)}
          >
            Back on the shelf
          </button>
        )}
      </p>
      {left > 0 && (
        <form
          className="stock-out"
          onSubmit={(event) => {
            event.preventDefault();
            void take();
          }}
        >
          <label>
            Take out{" "}
            <Field
              className="number"
              inputMode="numeric"
              value={count}
              aria-invalid={refused.of("units") !== ""}
              onChange={(event) => {
                setCount(event.target.value);
                refused.clear();
              }}
            />
          </label>
          <Pick
            label="Why they go"
            value={why}
            options={Object.entries(stockOutWords).map(([value, label]) => ({ value: value as StockOut, label }))}
            onPick={setWhy}
          />
          <Field
            aria-label="To whom, or why"
            placeholder="to whom"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <Button htmlType="submit">Take out</Button>
        </form>
      )}
      {(refused.of("units") || refused.beside("units")) && (
        <Wrong>{refused.of("units") || refused.beside("units")}</Wrong>
      )}
      {batch.stockMoves.length > 0 && (
        <ul className="said">
          {batch.stockMoves.map((move) => (
            <li key={move.id}>
              <span className="quiet">
                {day(move.at)}, {time(move.at)}
              </span>
              <span>
                {move.units} {stockOutWords[move.for]}
                {move.note && `, ${move.note}`}
              </span>
              <button
                type="button"
                className="link"
                aria-label={`Put ${move.units} back that were ${stockOutWords[move.for]}`}
                onClick={() => void act({ kind: "put_stock_back", taken: move.id }).catch(refused.take)}
              >
                Put back
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
