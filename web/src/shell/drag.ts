/**
 * Follows a pointer until it is let go. A pointer that the system takes away (a call, a palm, a gesture) puts back
 * instead of dropping: nothing is done that no hand did.
 */
export function follow(
  start: { pointerId: number },
  on: { move: (to: PointerEvent) => void; drop: (at: PointerEvent) => void; cancel: () => void },
): void {
  const mine = (act: (event: PointerEvent) => void) => (event: PointerEvent) => {
    if (event.pointerId === start.pointerId) act(event);
  };
  const move = mine(on.move);
  const end = mine((event) => {
    stop();
    if (event.type === "pointerup") on.drop(event);
    else on.cancel();
  });
  const stop = () => {
    window.removeEventListener("pointermove", move);
    window.removeEventListener("pointerup", end);
    window.removeEventListener("pointercancel", end);
  };
  window.addEventListener("pointermove", move);
  window.addEventListener("pointerup", end);
  window.addEventListener("pointercancel", end);
}
