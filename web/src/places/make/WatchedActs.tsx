import type { CoolingWatch, WetCoach, WhipCoach } from "../../api/client";
import type { CoolingAsks } from "./CoolingBody";
import type { Told } from "./useWatch";
import { nothingTold } from "./useWatch";

type Props = {
  cooling: CoolingWatch | null | undefined;
  whipping: WhipCoach | null | undefined;
  wetting: WetCoach | null | undefined;
  asks: CoolingAsks;
  onAsk: (asks: CoolingAsks) => void;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

/** What can be done at a step that is watched, beside going on. */
export function WatchedActs({ cooling, whipping, wetting, asks, onAsk, onRead, onTakeBack }: Props) {
  const choice = (of: "place" | "word", words: string) => (
    <button type="button" aria-expanded={asks === of} onClick={() => onAsk(asks === of ? null : of)}>
      {words}
    </button>
  );
  return (
    <>
      {cooling && cooling.places.length > 0 && choice("place", "Another place")}
      {cooling && cooling.words.length > 0 && choice("word", "Thick already")}
      {whipping && (
        <button
          type="button"
          aria-pressed={whipping.breaks}
          onClick={() => void onRead({ ...nothingTold, word: "breaking" })}
        >
          It breaks
        </button>
      )}
      {wetting?.lastSpray && (
        <button type="button" onClick={() => wetting.lastSpray && onTakeBack(wetting.lastSpray)}>
          Take one back
        </button>
      )}
      {wetting && (
        <button type="button" onClick={() => void onRead({ ...nothingTold, word: "fizz-starts" })}>
          It fizzed
        </button>
      )}
    </>
  );
}
