import type { KeyboardEvent, PointerEvent } from "react";

type Props = {
  x: number;
  y: number;
  held: boolean;
  label: string;
  text: string;
  value: number;
  /** Ends of its axis. */
  least?: number;
  most?: number;
  onHold?: (event: PointerEvent<SVGGElement>) => void;
  onKey?: (event: KeyboardEvent<SVGGElement>) => void;
  onLeave?: () => void;
};

/** A peg on the axis: a slider that a hand or the arrow keys move. */
export function Peg({ x, y, held, label, text, value, least = -5, most = 95, onHold, onKey, onLeave }: Props) {
  const shape = (
    <path
      className={held ? "peg held" : "peg"}
      d={`M${x - 5} ${y + 5}V${y - 13}L${x - 3} ${y - 16}H${x + 3}L${x + 5} ${y - 13}V${y + 5}Z`}
    />
  );
  if (!onHold) return shape;
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={least}
      aria-valuemax={most}
      aria-valuenow={value}
      aria-valuetext={text}
      data-peg=""
      onPointerDown={onHold}
      onKeyDown={onKey}
      onBlur={onLeave}
    >
      <rect x={x - 14} y={y - 24} width="28" height="36" fill="transparent" />
      {shape}
    </g>
  );
}
