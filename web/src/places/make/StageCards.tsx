import { createContext, useContext } from "react";
import type { Batch } from "../../api/client";
import { StagePicture } from "../../instruments/stages/StagePicture";
import { upper } from "../../words/format";

export type StageCard = Batch["stages"][string][number];

/** What may be seen at the step in hand. */
export const StagesHere = createContext<readonly StageCard[]>([]);

/** What to look for at a step: how it looks, how it feels, what is done then. */
export function StageCards() {
  const cards = useContext(StagesHere);
  return cards.length > 0 ? (
    <ul className="stage-cards" aria-label="What to look for">
      {cards.map((card) => (
        <li key={card.id} className={card.isWaitedFor ? "wanted" : undefined}>
          <StagePicture of={card.id} />
          <p>
            <b>{upper(card.words)}</b>
            {card.isWaitedFor && <span className="stage-wait">wait for this</span>}
            <br />
            {card.seen}; {card.felt}
          </p>
          <p className="quiet">{card.whatNext}</p>
        </li>
      ))}
    </ul>
  ) : null;
}
