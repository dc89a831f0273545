import type { ReactNode } from "react";
import { useKeys } from "../../shell/useKeys";

type KeysProps = {
  next: () => void;
  /** What Space does where it does not go on: it counts. */
  space?: (() => void) | undefined;
  /** With whether the key is held down: it takes letters then, not steps. */
  back: (held: boolean) => void;
  undo: () => void;
  wipe: () => void;
  tare: (() => void) | undefined;
  type: ((character: string) => void) | undefined;
  children: ReactNode;
};

/** Enter, Space or a pedal go on; digits type; each at most once for a key that is held. */
export function MakeKeys({ next, space, back, undo, wipe, tare, type, children }: KeysProps) {
  const digits = type
    ? Object.fromEntries(
        [..."0123456789.,"].map((character) => [character, () => type(character === "," ? "." : character)]),
      )
    : {};
  const act = (go: (held: boolean) => void) => (event: KeyboardEvent) => {
    if (event.target instanceof HTMLElement && event.target.closest("button:not(.next), summary")) return;
    event.preventDefault();
    go(event.repeat);
  };
  const once = act((held) => !held && next());
  const count = act((held) => !held && space?.());
  useKeys({
    " ": space ? count : once,
    Enter: once,
    Backspace: act(back),
    z: undo,
    w: wipe,
    ...(tare ? { t: tare } : {}),
    ...digits,
  });
  return children;
}
