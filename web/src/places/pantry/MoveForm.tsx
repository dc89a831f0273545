import { Button } from "antd";
import { useState } from "react";
import type { LotView, MoveKind } from "../../api/client";
import { Field } from "../../kit/Field";
import { FormLine } from "../../kit/FormLine";
import { complaint, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";

export const moveWords: Record<Exclude<MoveKind, "receive">, { act: string; asks: string; did: string }> = {
  use: { act: "Use some", asks: "Used", did: "used" },
  waste: { act: "Throw away", asks: "Thrown away", did: "thrown away" },
  give: { act: "Give away", asks: "Given away", did: "given away" },
  sell: { act: "Sell", asks: "Sold", did: "sold" },
  count: { act: "Count it", asks: "There are", did: "counted" },
};

type Props = {
  lot: LotView;
  kind: Exclude<MoveKind, "receive">;
  onMove: (amount: number, reason: string) => Promise<unknown>;
  onClose: () => void;
};

/** How much went, or how much is there, and why. */
export function MoveForm({ lot, kind, onMove, onClose }: Props) {
  const { units } = useHouse();
  const [much, setMuch] = useState(() =>
    quantity(lot.lot.kind === "container" ? "number" : "mass", kind === "waste" ? lot.lot.left : null, units),
  );
  const [reason, setReason] = useState("");
  const refused = useRefused();
  return (
    <form
      className="move-form"
      aria-label={moveWords[kind].act}
      onSubmit={(event) => {
        event.preventDefault();
        if (much.exact === null)
          return refused.say("amount", complaint(much, lot.lot.kind === "container" ? 6 : 50, units));
        onMove(much.exact, reason).then(onClose, refused.take);
      }}
      onKeyDown={(event) => event.key === "Escape" && (event.stopPropagation(), onClose())}
    >
      <FormLine label={`${moveWords[kind].asks}, of lot ${lot.lot.facts.code}`} error={refused.of("amount")}>
        <span>
          <QuantityField
            of={much}
            units={units}
            autoFocus
            aria-invalid={refused.of("amount") !== ""}
            onType={(now) => {
              setMuch(now);
              refused.clear();
            }}
          />
        </span>
      </FormLine>
      <FormLine label="Why (may stay empty)" error={refused.of("reason") || refused.beside("amount", "reason")}>
        <Field value={reason} onChange={(event) => setReason(event.target.value)} />
      </FormLine>
      <div className="button-row">
        <Button type="primary" htmlType="submit">
          {moveWords[kind].act}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  );
}
