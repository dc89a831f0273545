import { useState } from "react";
import { inWords, type KitPiece } from "../../api/client";
import { blankPiece } from "../../shell/kitPiece";
import { useHouse } from "../../shell/HouseContext";

/** What the readings have taught of a place, kept for the house with one act. */
export function KeepFactor({ place, factor }: { place: string; factor: number }) {
  const { house, keep } = useHouse();
  const [said, setSaid] = useState("");
  const known = house.house.workshop.kit.find((piece) => piece.kind === "cold" && piece.place === place);
  if (said || known?.factor === factor) return <span role="status">{said || "The house knows it."}</span>;
  const learn = (kit: readonly KitPiece[]): KitPiece[] =>
    known
      ? kit.map((piece) => (piece.id === known.id ? { ...piece, factor } : piece))
      : [...kit, { ...blankPiece(`kit-${place}`, "cold", place.replace("-", " ")), place, factor }];
  return (
    <button
      type="button"
      className="link"
      onClick={() =>
        void keep((now) => ({ workshop: { ...now.workshop, kit: learn(now.workshop.kit) } })).then(
          () => setSaid("Kept: the next batch here is said so."),
          (error: unknown) => setSaid(inWords(error)),
        )
      }
    >
      Keep it for the next batch here
    </button>
  );
}
