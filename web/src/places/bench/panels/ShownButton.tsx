import { Button, type ButtonProps } from "antd";
import { useEffect, useEffectEvent, useRef } from "react";
import type { BenchActs } from "../useBench";
import { useShown } from "../useShown";

type Props = ButtonProps & {
  acts: BenchActs;
  edits: readonly unknown[];
  /** What the edits were found with: what comes while the button has the focus is shown too. */
  found: unknown;
};

/** Does what it shows in the mix while it has the focus or the pointer. */
export function ShownButton({ acts, edits, found, ...button }: Props) {
  const { on } = useShown(acts);
  const act = useRef<HTMLButtonElement>(null);
  const handlers = on("act", edits);
  const again = useEffectEvent(() => document.activeElement === act.current && handlers.onFocus());
  useEffect(() => {
    if (found) again();
  }, [found]);
  return <Button ref={act} type="primary" {...handlers} {...button} />;
}
