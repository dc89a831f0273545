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
  context.font = `${weight} ${size}px "Atkinson Hyperlegible Next Variable", sans-serif`;
  return context.measureText(text).width;
}
