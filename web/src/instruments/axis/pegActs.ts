import type { KeyboardEvent, PointerEvent } from "react";
import type { Instrument, LensStem } from "../../api/client";
import { follow } from "../../shell/drag";
import type { Line } from "./geometry";

type Step = Pick<LensStem, "step">;

const onStep = (at: number, { step }: Step) => Math.round(Math.round(at / step) * step * 1e6) / 1e6;

/** Takes a peg in the hand: it follows the pointer along its axis, step by step. */
export const holdPeg =
  (stem: Step, line: Line, move: (to: number) => void, putBack: () => void) => (event: PointerEvent<SVGGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (!box) return;
    follow(event, {
      move: (to) => move(onStep(line.at(to.clientX - box.left), stem)),
      drop: () => undefined,
      cancel: putBack,
    });
  };

/** Moves a peg by keys: arrows a step, with Shift or Page ten, Escape back while it is held. */
export const stepPeg =
  (
    stem: Step,
    axis: Pick<Instrument, "from" | "to">,
    at: number,
    held: boolean,
    move: (to: number) => void,
    putBack: () => void,
  ) =>
  (event: KeyboardEvent<SVGGElement>) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      const to = onStep(at + by * stem.step * (event.shiftKey ? 10 : 1), stem);
      move(Math.min(axis.to, Math.max(axis.from, to)));
    } else if (event.key === "Escape" && held) {
      event.stopPropagation();
      putBack();
    }
  };
