import { useLayoutEffect, useRef, useState } from "react";

/** The width of an element, kept up to date. */
export function useWidth<T extends Element>(initial: number): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(initial);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const read = () => setWidth(element.getBoundingClientRect().width || initial);
    read();
    const observer = new ResizeObserver(read);
    observer.observe(element);
    return () => observer.disconnect();
  }, [initial]);
  return [ref, width];
}
