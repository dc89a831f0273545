import { plural } from "../../words/format";
import type { CoolingAsks } from "./CoolingBody";
import { nothingTold, type Told, type Watched } from "./useWatch";

type Props = {
  watched: Watched | null;
  asks: CoolingAsks;
  onAsk: (asks: CoolingAsks) => void;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

/** What can be done at a step that is watched, beside going on. */
export function WatchedActs({ watched, asks, onAsk, onRead, onTakeBack }: Props) {
  const { cooling, whipping, wetting, filling } = watched ?? {};
  const choice = (of: NonNullable<CoolingAsks>, words: string) => (
    <button type="button" aria-expanded={asks === of} onClick={() => onAsk(asks === of ? null : of)}>
      {words}
    </button>
  );
  return (
    <>
      {cooling && cooling.places.length > 0 && choice("place", "Another place")}
      {cooling && cooling.words.length > 0 && choice("word", "Thick already")}
      {cooling &&
        filling &&
        choice("packs", asks === "packs" ? "How it cools" : `Weigh the ${plural(filling.unit, 2)}`)}
      {cooling?.rounds && !cooling.rounds.isWritten && (
        <button type="button" onClick={() => void onRead({ ...nothingTold, stirred: true })}>
          Stirred: round {cooling.rounds.now} done
        </button>
      )}
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
