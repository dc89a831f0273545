import { Button } from "antd";
import { useEffect, useEffectEvent, useRef } from "react";

/** The end of a list that goes on: brings the next page when it comes into view, or when it is asked to. */
export function More({ more, busy }: { more: (() => void) | null; busy: boolean }) {
  const end = useRef<HTMLDivElement>(null);
  const bring = useEffectEvent(() => more?.());
  const goesOn = more !== null;
  useEffect(() => {
    if (!end.current || !goesOn) return;
    const watch = new IntersectionObserver((seen) => {
      if (seen.some((one) => one.isIntersecting)) bring();
    });
    watch.observe(end.current);
    return () => watch.disconnect();
  }, [goesOn]);
  if (!more) return null;
  return (
    <div ref={end} className="list-more">
      <Button size="small" loading={busy} onClick={more}>
        Show more
      </Button>
    </div>
  );
}
