import { Button } from "antd";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Material, type OwnMaterial } from "../../api/client";
import { keys } from "../../api/keys";
import { Field } from "../../kit/Field";
import { FormLine, Wrong } from "../../kit/FormLine";
import { complaint, isTaken, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";
import { isDate, quoted } from "../../words/format";
import { MaterialCombobox } from "../../shell/MaterialCombobox";
import { Dialog } from "../../kit/Dialog";

const fields = [
  "name",
  "basedOn",
  "inci",
  "pricePerKg",
  "useMaxPercent",
  "lot",
  "bestBefore",
  "meltShiftK",
  "dropsG",
  "strokesG",
];
/** `like` is the known material that is copied, where one was chosen already. */
type Props = {
  of: OwnMaterial | null;
  like?: Material | null;
  /** Its lots are booked in: what is told of a lot stands with the lot. */
  hasLots?: boolean;
  onKept: (now: OwnMaterial) => void;
  onClose: () => void;
};

/** A material of the maker's own: a copy of a known one, with what is hers. */
export function MaterialDialog({ of, like: copied = null, hasLots = false, onKept, onClose }: Props) {
  const { house, units } = useHouse();
  const [kind, setKind] = useState(of ? { id: of.basedOn, name: of.basedOnName } : copied);
  const [name, setName] = useState(of?.name ?? copied?.name ?? "");
  const [inci, setInci] = useState(of?.inci ?? "");
  const [price, setPrice] = useState(() => quantity("price", of?.pricePerKg, units));
  const [most, setMost] = useState(() => quantity("number", of?.useMaxPercent, units));
  const [lot, setLot] = useState(of?.lot ?? "");
  const [bestBefore, setBestBefore] = useState(of?.bestBefore ?? "");
  const [drops, setDrops] = useState(() => quantity("mass", of?.dropsG, units));
  const [strokes, setStrokes] = useState(() => quantity("mass", of?.strokesG, units));
  const [shift, setShift] = useState(() => quantity("degrees", of?.meltShiftK, units));
  const refused = useRefused();
  const like = useQuery({
    queryKey: keys.material(kind?.id ?? ""),
    queryFn: () => api.materials([kind?.id ?? ""]),
    enabled: kind !== null,
  }).data?.[0];
  const save = async () => {
    if (!kind) return refused.say("basedOn", "Choose the known material it behaves like.");
    if (!isTaken(price)) return refused.say("pricePerKg", complaint(price, 18.5, units));
    if (!isTaken(most)) return refused.say("useMaxPercent", complaint(most, 30, units));
    const date = bestBefore.trim();
    if (date !== "" && !isDate(date))
      return refused.say(
        "bestBefore",
        `${quoted(date)} is no date. Type year, month and day as on the label, such as 2026-11-30.`,
      );
    if (!isTaken(shift)) return refused.say("meltShiftK", complaint(shift, -1.5, units));
    if (!isTaken(drops)) return refused.say("dropsG", complaint(drops, 0.8, units));
    if (!isTaken(strokes)) return refused.say("strokesG", complaint(strokes, 15, units));
    try {
      const kept = await api.keepMaterial({
        name,
        basedOn: kind.id,
        inci: inci || null,
        pricePerKg: price.exact,
        useMaxPercent: most.exact,
        material: of?.id ?? null,
        lot: lot || null,
        bestBefore: date || null,
        meltShiftK: shift.exact,
        dropsG: drops.exact,
        strokesG: strokes.exact,
      });
      onKept(kept);
      onClose();
    } catch (error) {
      refused.take(error);
    }
  };
  return (
    <Dialog title={of ? of.name : "A material of your own"} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="form-field">
          <span>Behaves like{kind && <b> {kind.name}</b>}</span>
          <MaterialCombobox
            label="The known material it behaves like"
            placeholder={kind ? "Another…" : "Beeswax, shea butter…"}
            autoFocus={!of && !copied}
            onChoose={(chosen) => {
              const known = { id: chosen.basedOn, name: chosen.basedOnName };
              setKind(known);
              if (name === "" || name === kind?.name) setName(known.name);
              refused.clear();
            }}
          />
          {refused.of("basedOn") && <Wrong>{refused.of("basedOn")}</Wrong>}
        </div>
        <FormLine label="Name" error={refused.of("name")}>
          <Field
            autoFocus={!!of || !!copied}
            value={name}
            aria-invalid={refused.of("name") !== ""}
            onChange={(event) => {
              setName(event.target.value);
              refused.clear();
            }}
          />
        </FormLine>
        <FormLine label="Name on the label, INCI" error={refused.of("inci")}>
          <Field
            value={inci}
            placeholder={like?.inci ?? "as its kind"}
            aria-invalid={refused.of("inci") !== ""}
            onChange={(event) => setInci(event.target.value)}
          />
        </FormLine>
        <div className="form-pairs">
          <FormLine label={`Price, ${house.house.workshop.currency}`} error={refused.of("pricePerKg")}>
            <span>
              <QuantityField
                of={price}
                units={units}
                placeholder="not known"
                aria-invalid={refused.of("pricePerKg") !== ""}
                onType={(now) => {
                  setPrice(now);
                  refused.clear();
                }}
              />
            </span>
          </FormLine>
          <FormLine label="Greatest share" error={refused.of("useMaxPercent")}>
            <span>
              <QuantityField
                of={most}
                units={units}
                placeholder={like ? String(like.useMaxPercent) : "as its kind"}
                aria-invalid={refused.of("useMaxPercent") !== ""}
                onType={(now) => {
                  setMost(now);
                  refused.clear();
                }}
              />{" "}
              %
            </span>
          </FormLine>
          {!hasLots && (
            <>
              <FormLine label="Lot in use" error={refused.of("lot")}>
                <Field
                  value={lot}
                  placeholder="as on its label"
                  aria-invalid={refused.of("lot") !== ""}
                  onChange={(event) => {
                    setLot(event.target.value);
                    refused.clear();
                  }}
                />
              </FormLine>
              <FormLine label="Its best before" error={refused.of("bestBefore")}>
                <Field
                  value={bestBefore}
                  placeholder="2026-11-30"
                  aria-invalid={refused.of("bestBefore") !== ""}
                  onChange={(event) => {
                    setBestBefore(event.target.value);
                    refused.clear();
                  }}
                />
              </FormLine>
            </>
          )}
          {(
            [
              ["meltShiftK", "Its lot melts higher by", shift, setShift, "as its kind"],
              ["dropsG", "Twenty drops weigh", drops, setDrops, "as usual"],
              ["strokesG", "Ten pumps weigh", strokes, setStrokes, "as usual"],
            ] as const
          )
            .filter(([field]) => !hasLots || field !== "meltShiftK")
            .map(([field, label, of, set, usual]) => (
              <FormLine key={field} label={label} error={refused.of(field)}>
                <span>
                  <QuantityField
                    of={of}
                    units={units}
                    placeholder={usual}
                    aria-invalid={refused.of(field) !== ""}
                    onType={(now) => {
                      set(now);
                      refused.clear();
                    }}
                  />
                </span>
              </FormLine>
            ))}
        </div>
        {refused.beside(...fields) && <Wrong>{refused.beside(...fields)}</Wrong>}
        <div className="button-row">
          <Button type="primary" htmlType="submit">
            {of ? "Save" : "Add it"}
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  );
}
