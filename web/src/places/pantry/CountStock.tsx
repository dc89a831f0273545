import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type CountedLot, inWords } from "../../api/client";
import { keys } from "../../api/keys";
import { Wrong } from "../../kit/FormLine";
import { complaint, quantity, type Quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";
import { amount } from "./amounts";
import type { Stock } from "./useStock";

/** Counting, place by place: Enter keeps a count and goes to the next lot. What is not typed stays as it is. */
export function CountStock({ stock, has }: { stock: Stock; has: (text: string) => boolean }) {
  const lots = useQuery({ queryKey: keys.countedLots, queryFn: api.countedLots });
  const shown = (lots.data ?? []).filter((lot) => has(`${lot.name} ${lot.code} ${lot.sticker} ${lot.place ?? ""}`));
  const places = [...new Set(shown.map((lot) => lot.place))];
  if (lots.error) return <p className="page-note">{inWords(lots.error)}</p>;
  if (lots.data && shown.length === 0)
    return <p className="page-note">{lots.data.length === 0 ? "Nothing is booked in yet." : "No lot is called so."}</p>;
  return (
    <table className="count-table">
      <thead>
        <tr>
          <th scope="col">Material</th>
          <th scope="col">Lot</th>
          <th scope="col" className="number">
            By the book
          </th>
          <th scope="col" className="number">
            There is
          </th>
          <th scope="col" className="number">
            Off by
          </th>
        </tr>
      </thead>
      {places.map((place) => (
        <tbody key={place ?? ""}>
          <tr>
            <th scope="colgroup" colSpan={5} className="count-place">
              {place ?? "No place told"}
            </th>
          </tr>
          {shown
            .filter((lot) => lot.place === place)
            .map((lot) => (
              <CountRow key={lot.id} lot={lot} stock={stock} />
            ))}
        </tbody>
      ))}
    </table>
  );
}

function CountRow({ lot, stock }: { lot: CountedLot; stock: Stock }) {
  const { units } = useHouse();
  const measure = lot.kind === "container" ? "number" : "mass";
  const [typed, setTyped] = useState<Quantity>(() => quantity(measure, null, units));
  const [kept, setKept] = useState<number | null>(null);
  const refused = useRefused();
  const keep = async () => {
    if (typed.text.trim() === "") return;
    if (typed.exact === null) return refused.say("amount", complaint(typed, lot.left, units));
    const there = typed.exact;
    const book = lot.left;
    let id = crypto.randomUUID();
    try {
      await stock.act({
        words: `${lot.name}, lot ${lot.code}: counted ${amount(lot.kind, there, units)}.`,
        again: () => api.moveLot(lot.id, { kind: "count", amount: there, reason: "" }, id),
        back: async () => {
          await api.takeMoveBack(lot.id, id);
          id = crypto.randomUUID();
          setKept(null);
        },
      });
      setKept(there - book);
      setTyped(quantity(measure, null, units));
    } catch (error) {
      refused.take(error);
    }
  };
  const off = typed.exact === null ? kept : typed.exact - lot.left;
  const wrong = refused.of("amount") || refused.beside("amount");
  return (
    <tr>
      <th scope="row">
        {lot.name}
        {lot.inPots > 0 && <span className="quiet"> {amount(lot.kind, lot.inPots, units)} of it in pots</span>}
      </th>
      <td className="lot">
        {lot.code} <span className="quiet">{lot.sticker}</span>
      </td>
      <td className="number">{amount(lot.kind, lot.left, units)}</td>
      <td className="number">
        <QuantityField
          of={typed}
          units={units}
          aria-label={`There is of ${lot.name}, lot ${lot.code}`}
          aria-invalid={wrong !== ""}
          onType={(now) => {
            setTyped(now);
            refused.clear();
          }}
          onBlur={() => void keep()}
          onKeyDown={(event) => {
            if (event.key !== "Enter" && event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
            event.preventDefault();
            const fields = [...(event.currentTarget.closest("table")?.querySelectorAll("input") ?? [])];
            const to = fields[fields.indexOf(event.currentTarget) + (event.key === "ArrowUp" ? -1 : 1)];
            if (to) to.focus();
            else void keep();
          }}
        />
        {wrong && <Wrong>{wrong}</Wrong>}
      </td>
      <td className="number">
        {off === null || off === 0 ? "" : `${off < 0 ? "−" : "+"}${amount(lot.kind, Math.abs(off), units)}`}
      </td>
    </tr>
  );
}
