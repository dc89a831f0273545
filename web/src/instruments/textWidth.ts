/** Widths already measured; forgotten while the faces are still loading and when there are many. */
const known = new Map<string, number>();
const mostKnown = 2000;
let context: CanvasRenderingContext2D | null | undefined;

/** Width of a text in px in the words' face; an estimate where nothing can be measured. */
export function textWidth(text: string, size = 13, weight = 450): number {
  if (context === undefined) {
    try {
      context = typeof document === "undefined" ? null : document.createElement("canvas").getContext("2d");
    } catch {
      context = null;
    }
  }
  if (!context) return text.length * size * 0.55;
  const key = `${weight} ${size} ${text}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  context.font = `${weight} ${size}px "Atkinson Hyperlegible Next Variable", sans-serif`;
  const width = context.measureText(text).width;
  if (known.size >= mostKnown || document.fonts.status !== "loaded") known.clear();
  else known.set(key, width);
  return width;
}
