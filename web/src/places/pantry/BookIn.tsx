import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Segmented } from "antd";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { api, type ArrivalVerdict, inWords, type StockKind } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { WarmthRuler } from "../../instruments/ruler/WarmthRuler";
import { Jar } from "../../instruments/glyphs";
import { Area, Field } from "../../kit/Field";
import { FormLine, Wrong } from "../../kit/FormLine";
import { Pick } from "../../kit/Pick";
import { complaint, isTaken, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { ReasonDialog } from "../../kit/ReasonDialog";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";
import { MaterialCombobox } from "../../shell/MaterialCombobox";
import { Plates } from "../../shell/Plates";
import { inside, isDate, quoted } from "../../words/format";
import { plain, Sentence } from "../../words/Sentence";
import { amount } from "./amounts";
import { PictureInput } from "./LotPictures";
import { smaller } from "./smaller";
import "./arrival.css";

/** A delivery that was booked in, so that the pantry can say so and take it back. */
export type Booked = { lot: string; book: Parameters<typeof api.bookIn>[0]; words: string };

/** A delivery: what stands on the bag, what eye, nose and thumb say of it, what it is good for, and the words for the supplier. */
export function BookIn() {
  const { house, units } = useHouse();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const stock = useQuery({ queryKey: keys.stock, queryFn: api.stock });
  const asked = search.get("of") ?? "";
  const [kind, setKind] = useState<StockKind>(asked.startsWith("container/") ? "container" : "material");
  const [of, setOf] = useState<{ id: string; name: string } | null>(null);
  const [code, setCode] = useState("");
  const [supplier, setSupplier] = useState("");
  const [place, setPlace] = useState("");
  const [bestBefore, setBestBefore] = useState("");
  const [much, setMuch] = useState(() => quantity(kind === "container" ? "number" : "mass", null, units));
  const [paid, setPaid] = useState(() => quantity("number", null, units));
  const [felt, setFelt] = useState(() => quantity("temperature", null, units));
  const [thumb, setThumb] = useState<number | null>(null);
  const [seen, setSeen] = useState<Record<string, string>>({});
  const [allowed, setAllowed] = useState<{ use: string; reason: string }[]>([]);
  const [allowing, setAllowing] = useState<string | null>(null);
  const [letter, setLetter] = useState<string | null>(null);
  const [keeps, setKeeps] = useState(true);
  const [busy, setBusy] = useState(false);
  const [picture, setPicture] = useState<string | null>(null);
  const command = useRef(crypto.randomUUID());
  const pictured = useRef(crypto.randomUUID());
  const refused = useRefused();
  const today = stock.data?.today ?? "";

  useEffect(() => {
    if (asked === "") return;
    if (asked.startsWith("container/")) {
      const box = house.house.workshop.containers.find((one) => `container/${one.id}` === asked);
      if (box) setOf({ id: box.id, name: box.name });
    } else void api.materials([asked]).then(([one]) => one && setOf({ id: one.id, name: one.name }));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the address is read once
  }, [asked]);

  const facts = {
    code: code.trim() || "…",
    receivedOn: today,
    supplier: supplier.trim() || null,
    price: paid.exact,
    bestBefore: isDate(bestBefore.trim()) ? bestBefore.trim() : null,
    place: place.trim() || null,
    note: "",
  };
  const check = { feltC: felt.exact, roomC: house.house.workshop.workroomC, thumb, seen };
  const delivery = { material: of?.id ?? "", amount: much.exact ?? 0, facts, check };
  const judged = useQuery({
    queryKey: keys.arrival(delivery),
    queryFn: () => api.judgeArrival(delivery as never),
    enabled: kind === "material" && of !== null && today !== "",
    placeholderData: (last) => last,
  });
  const verdict: ArrivalVerdict | undefined = kind === "material" && of ? judged.data : undefined;
  const written = verdict?.letter.map(plain).join("\n\n") ?? "";
  const words = letter ?? written;
  const last = stock.data?.rows.find((row) => row.line.kind === kind && row.line.of === of?.id)?.line;
  const suppliers = [
    ...new Set((stock.data?.rows ?? []).map((row) => row.line.supplier).filter((one) => one !== null)),
  ];

  const bookIn = async () => {
    if (!of)
      return refused.say("of", kind === "material" ? "Say which material came." : "Choose the container that came.");
    if (code.trim() === "") return refused.say("code", "Type the lot as it stands on the bag.");
    if (much.exact === null) return refused.say("amount", complaint(much, kind === "container" ? 24 : 1500, units));
    if (!isTaken(paid)) return refused.say("price", complaint(paid, 13.5, units));
    if (!isTaken(felt)) return refused.say("feltC", complaint(felt, 21, units));
    if (bestBefore.trim() !== "" && !isDate(bestBefore.trim()))
      return refused.say(
        "bestBefore",
        `${quoted(bestBefore)} is no date. Type year, month and day, such as 2027-06-30.`,
      );
    setBusy(true);
    try {
      const book = {
        kind,
        of: of.id,
        amount: much.exact,
        facts,
        check: kind === "material" ? check : null,
        letter: keeps && words !== "" ? words : null,
        allowed,
      } as Booked["book"];
      const { lot } = await api.bookIn(book, command.current);
      // The same id again where the first try was not heard: it is kept once.
      if (picture) await api.addPicture(lot.id, picture, pictured.current);
      await touch(queries, "stock");
      const booked: Booked = {
        lot: lot.id,
        book,
        words: `Booked in ${amount(kind, much.exact, units)} of ${inside(of.name)}, lot ${code.trim()}.`,
      };
      navigate(`/pantry?at=${encodeURIComponent(`${kind}/${of.id}`)}&lot=${lot.id}`, { state: { booked } });
    } catch (error) {
      refused.take(error);
      setBusy(false);
    }
  };

  const change =
    <T,>(set: (now: T) => void) =>
    (now: T) => {
      set(now);
      refused.clear();
    };
  const placed = ["of", "code", "amount", "price", "bestBefore", "feltC", "supplier", "place"];
  return (
    <Plates
      name="Pantry"
      page="Book in a delivery"
      fold="Words for the supplier"
      title={
        <>
          <h1 className="title">Book in a delivery</h1>
          <p className="facts">
            {supplier.trim() || "from whom it came"}
            {today &&
              ` · ${new Date(`${today}T00:00:00Z`).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "long", timeZone: "UTC" })}`}
          </p>
          <div className="acts">
            <Button onClick={() => navigate("/pantry")}>Not yet</Button>
            <Button type="primary" loading={busy} onClick={() => void bookIn()}>
              Book in {much.exact === null ? "" : amount(kind, much.exact, units)}
            </Button>
          </div>
        </>
      }
      right={
        <div className="plate-right-scroll stock-sheet">
          <h2 className="head head-line">
            Words for the supplier <span className="quiet">not sent from here</span>
          </h2>
          {words === "" && letter === null ? (
            <p className="quiet">Nothing that was looked at is worth a letter.</p>
          ) : (
            <>
              <Area
                aria-label="Words for the supplier"
                autoSize={{ minRows: 9, maxRows: 18 }}
                value={words}
                onChange={(event) => setLetter(event.target.value)}
              />
              <div className="button-row">
                <Button onClick={() => void navigator.clipboard?.writeText(words)}>Copy</Button>
                <Button aria-pressed={keeps} onClick={() => setKeeps(!keeps)}>
                  {keeps ? "Is kept with the lot" : "Keep with the lot"}
                </Button>
                {letter !== null && <Button onClick={() => setLetter(null)}>Write it anew</Button>}
              </div>
            </>
          )}
          <div className="lot-pictures">
            {picture && (
              <p>
                <img src={`data:image/jpeg;base64,${picture}`} alt="The delivery as it came" />
                <button type="button" className="link" onClick={() => setPicture(null)}>
                  Take away
                </button>
              </p>
            )}
            <PictureInput
              label="Add a picture of the delivery"
              onChoose={(file) =>
                void smaller(file).then(
                  (now) => {
                    setPicture(now);
                    refused.clear();
                  },
                  (error: unknown) => refused.say("picture", inWords(error)),
                )
              }
            />
          </div>
          {verdict?.supplierSays && (
            <ul className="stock-findings">
              <li>
                <Jar severity="note" />
                <p>
                  <b className="severity">Note</b> <Sentence text={verdict.supplierSays} />
                </p>
              </li>
            </ul>
          )}
        </div>
      }
      instrument={
        verdict?.melt ? (
          <WarmthRuler name={of?.name ?? ""} melt={verdict.melt} units={units} ring={verdict.ring} />
        ) : undefined
      }
    >
      <form
        className="scrolls arrival"
        onSubmit={(event) => {
          event.preventDefault();
          void bookIn();
        }}
      >
        <div className="arrival-fields">
          <FormLine label="What came" error={refused.of("of")}>
            {of ? (
              <button type="button" className="link" aria-label={`Another than ${of.name}`} onClick={() => setOf(null)}>
                {of.name}
              </button>
            ) : kind === "material" ? (
              <MaterialCombobox
                label="Material that came"
                placeholder="shea butter"
                onChoose={change((one) => setOf({ id: one.id, name: one.name }))}
                autoFocus
                quiet
              />
            ) : (
              <Pick
                label="Container that came"
                value={null}
                options={house.house.workshop.containers.map((one) => ({ value: one.id, label: one.name }))}
                onPick={change((id: string) =>
                  setOf({ id, name: house.house.workshop.containers.find((one) => one.id === id)?.name ?? id }),
                )}
                wide
              />
            )}
          </FormLine>
          {!of && (
            <Segmented<StockKind>
              aria-label="Kind"
              value={kind}
              onChange={(now) => {
                setKind(now);
                setMuch(quantity(now === "container" ? "number" : "mass", null, units));
              }}
              options={[
                { value: "material", label: "Material" },
                { value: "container", label: "Container" },
              ]}
            />
          )}
          <FormLine label="Lot on the bag" error={refused.of("code")}>
            <Field
              value={code}
              placeholder="SB-0604"
              aria-invalid={refused.of("code") !== ""}
              onChange={(event) => change(setCode)(event.target.value)}
            />
          </FormLine>
          <FormLine label={kind === "container" ? "How many" : "On the bag"} error={refused.of("amount")}>
            <span>
              <QuantityField
                of={much}
                units={units}
                aria-invalid={refused.of("amount") !== ""}
                onType={change(setMuch)}
              />
            </span>
          </FormLine>
          <FormLine label={`Paid, ${house.house.workshop.currency}`} error={refused.of("price")}>
            <QuantityField of={paid} units={units} aria-invalid={refused.of("price") !== ""} onType={change(setPaid)} />
          </FormLine>
          <FormLine label="Best before" error={refused.of("bestBefore")}>
            <Field
              value={bestBefore}
              placeholder="2027-06-30"
              aria-invalid={refused.of("bestBefore") !== ""}
              onChange={(event) => change(setBestBefore)(event.target.value)}
            />
          </FormLine>
          <div className="wide">
            <FormLine label="From" error={refused.of("supplier")}>
              <Field
                value={supplier}
                placeholder={last?.supplier ?? "who sent it"}
                list="suppliers"
                onChange={(event) => change(setSupplier)(event.target.value)}
              />
            </FormLine>
          </div>
          <datalist id="suppliers">
            {suppliers.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
          <FormLine label="Stands" error={refused.of("place")}>
            <Field value={place} placeholder="shelf 2" onChange={(event) => change(setPlace)(event.target.value)} />
          </FormLine>
          {kind === "material" && (
            <FormLine label="Felt on arrival" error={refused.of("feltC")}>
              <span>
                <QuantityField
                  of={felt}
                  units={units}
                  aria-invalid={refused.of("feltC") !== ""}
                  onType={change(setFelt)}
                />
              </span>
            </FormLine>
          )}
        </div>
        {refused.beside(...placed) && <Wrong>{refused.beside(...placed)}</Wrong>}
        {judged.error && <p className="page-note">{inWords(judged.error)}</p>}
        {kind === "material" && !of && (
          <p className="page-note">Say which material came: the check that fits it stands here.</p>
        )}
        {verdict && (
          <>
            {verdict.lookAlikes.length > 0 && (
              <ul className="stock-findings">
                {verdict.lookAlikes.map((one) => (
                  <li key={one}>
                    <Jar severity="watch" />
                    <p>
                      <b className="severity">Watch</b> Easily mixed up: {one}
                    </p>
                  </li>
                ))}
              </ul>
            )}
            <h2 className="head head-line">
              Arrival check <span className="quiet">Taken before it is weighed. Each can be left out.</span>
            </h2>
            <table className="arrival-rows">
              <tbody>
                {verdict.questions.map((question) => (
                  <tr key={question.key}>
                    <th scope="row">{question.question}</th>
                    <td>
                      <Choices
                        label={question.question}
                        options={question.options.map((option) => ({ value: option.answer, label: option.word }))}
                        value={question.answer}
                        onPick={(answer) =>
                          setSeen(({ [question.key]: before, ...rest }) =>
                            before === answer ? rest : { ...rest, [question.key]: answer },
                          )
                        }
                      />
                    </td>
                    <td>
                      <Sentence text={question.meaning} />
                    </td>
                  </tr>
                ))}
                {verdict.thumbSays !== null && (
                  <tr>
                    <th scope="row">Finger press at {units.temperature(house.house.workshop.workroomC)}</th>
                    <td>
                      <Choices
                        label="Finger press"
                        options={[1, 2, 3, 4, 5].map((one) => ({ value: String(one), label: String(one) }))}
                        value={thumb === null ? null : String(thumb)}
                        onPick={(now) => setThumb(thumb === Number(now) ? null : Number(now))}
                      />
                    </td>
                    <td>
                      <Sentence text={verdict.thumbSays} />
                    </td>
                  </tr>
                )}
              </tbody>
            </table>
            <h2 className="head head-line">Good for</h2>
            <table className="arrival-rows good-for">
              <tbody>
                {verdict.uses.map((use) => {
                  const reason = allowed.find((one) => one.use === use.use)?.reason;
                  return (
                    <tr key={use.use}>
                      <th scope="row">{use.name}</th>
                      <td>
                        <b>{use.word}</b>
                      </td>
                      <td>
                        <Sentence text={use.reason} />
                        {reason && <span className="quiet"> Allowed: {reason}</span>}
                      </td>
                      <td className="acts-cell">
                        {use.verdict === "no" &&
                          use.use !== "back" &&
                          (reason ? (
                            <Button onClick={() => setAllowed(allowed.filter((one) => one.use !== use.use))}>
                              Not after all
                            </Button>
                          ) : (
                            <Button onClick={() => setAllowing(use.use)}>Allow it</Button>
                          ))}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </>
        )}
        <button type="submit" hidden />
      </form>
      {allowing && (
        <ReasonDialog
          title="Allow it all the same"
          about="The reason is kept with the lot."
          act="Allow it"
          placeholder="a small try-out first"
          onAct={(reason) => {
            setAllowed([...allowed, { use: allowing, reason }]);
            return Promise.resolve();
          }}
          onClose={() => setAllowing(null)}
        />
      )}
    </Plates>
  );
}

type ChoicesProps = {
  label: string;
  options: { value: string; label: string }[];
  value: string | null;
  onPick: (value: string) => void;
};

/** A few words in a row: by number, by arrows, by a tap; chosen again, it is left out. */
function Choices({ label, options, value, onPick }: ChoicesProps) {
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className="choices"
      onKeyDown={(event) => {
        const groups = [...document.querySelectorAll<HTMLElement>(".choices")];
        const group =
          groups[
            groups.indexOf(event.currentTarget) + (event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0)
          ];
        const chosen = options[Number(event.key) - 1];
        if (chosen) onPick(chosen.value);
        else if (event.key === "ArrowRight" || event.key === "ArrowLeft") {
          const buttons = [...event.currentTarget.querySelectorAll("button")];
          const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
          buttons[at + (event.key === "ArrowRight" ? 1 : -1)]?.focus();
        } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
          (group?.querySelector<HTMLElement>("[tabindex='0']") ?? null)?.focus();
        } else return;
        event.preventDefault();
      }}
    >
      {options.map((option, i) => (
        <button
          key={option.value}
          type="button"
          role="radio"
          aria-checked={option.value === value}
          tabIndex={option.value === value || (value === null && i === 0) ? 0 : -1}
          onClick={() => onPick(option.value)}
        >
          {option.label}
        </button>
      ))}
    </div>
  );
}
