import { type KeyboardEvent, memo, type PointerEvent, useRef } from "react";
import { percent } from "../../words/format";
import { follow } from "../../shell/drag";
import { type Layer, type LayerIn, neighbours, ribbonPath, stack, uncrossed } from "./geometry";
import "./strata.css";

export type Held = { upper: string; lower: string };

/** What a hand does to a boundary. */
export type Hand = {
  /** A pointer comes to it, or moves over it, and may take hold. */
  near: (held: Held, pxPerPercent: number, comes: boolean) => void;
  /** With the scale of a pointer that takes hold, px for a percent. */
  hold: (held: Held, pxPerPercent?: number) => void;
  /** Shares in percent: from where it was picked up, or on top of what it has moved already. */
  move: (byPercent: number, onTop: boolean) => void;
  drop: () => void;
  putBack: () => void;
};

type Props = {
  lines: LayerIn[];
  names: Map<string, string>;
  /** Where the boundaries would be: drawn as dashes. */
  ghost?: LayerIn[] | null | undefined;
  under?: { name: string; lines: LayerIn[] } | null | undefined;
  name: string;
  pxPerPercent: number;
  rowHeight: number;
  rowsTop: number;
  scrollTop: number;
  rowsHeight: number;
  held: Held | null;
  hand: Hand;
};

const width = 104;
const left = 40;
const chip = { x: 232, width: 8, height: 22 };

/** The formula as layers in a pot: thickness is the share, and a ribbon runs from each layer to its row. */
export const Strata = memo(function Strata(props: Props) {
  const { lines, names, ghost, under, pxPerPercent, rowHeight, rowsTop, scrollTop, rowsHeight, held, hand } = props;
  const x0 = under ? 72 : left;
  const w = under ? 72 : width;
  const x1 = x0 + w;
  const shape = stack(lines, pxPerPercent);
  const underShape = under ? stack(under.lines, pxPerPercent) : null;
  const rowCentre = (id: string) =>
    rowsTop + lines.findIndex((line) => line.id === id) * rowHeight + rowHeight / 2 - scrollTop;
  const chips = lines.map((line) => ({ line, y: rowCentre(line.id) - chip.height / 2 }));
  const visible = (y: number) => y > rowsTop - 2 && y + chip.height < rowsTop + rowsHeight + 2;
  const drawn = uncrossed(
    shape.layers.map((layer) => ({ id: layer.id, from: layer.y, to: rowCentre(layer.id), inTray: layer.inTray })),
  );
  const inColumn = shape.layers.filter((layer) => !layer.inTray);
  const drag = useRef<{ y: number } | null>(null);
  const height = shape.trayTop + shape.trayHeight + 26;

  const nearTo = (pair: ReturnType<typeof neighbours>, comes: boolean) => () =>
    pair && hand.near({ upper: pair.upper.id, lower: pair.lower.id }, pxPerPercent, comes);

  const grab = (above: Layer) => (event: PointerEvent<SVGGElement>) => {
    const pair = neighbours(inColumn, above.id);
    if (!pair) return;
    event.preventDefault();
    event.currentTarget.focus();
    drag.current = { y: event.clientY };
    hand.hold({ upper: pair.upper.id, lower: pair.lower.id }, pxPerPercent);
    follow(event, {
      move: (to) => drag.current && hand.move((to.clientY - drag.current.y) / pxPerPercent, false),
      drop: () => {
        drag.current = null;
        hand.drop();
      },
      cancel: () => {
        drag.current = null;
        hand.putBack();
      },
    });
  };

  const step = (above: Layer) => (event: KeyboardEvent<SVGGElement>) => {
    const pair = neighbours(inColumn, above.id);
    if (!pair) return;
    const isHeld = held?.upper === pair.upper.id && held.lower === pair.lower.id;
    const by = { ArrowDown: 0.1, ArrowRight: 0.1, ArrowUp: -0.1, ArrowLeft: -0.1 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      if (!isHeld) hand.hold({ upper: pair.upper.id, lower: pair.lower.id });
      hand.move(by * (event.shiftKey ? 10 : 1), true);
    } else if (event.key === " " || event.key === "Enter") {
      event.preventDefault();
      event.stopPropagation();
      if (isHeld) hand.drop();
      else hand.hold({ upper: pair.upper.id, lower: pair.lower.id });
    } else if (event.key === "Escape" && isHeld) {
      event.stopPropagation();
      hand.putBack();
    }
  };

  return (
    <svg
      className={held ? "strata holding" : "strata"}
      width="244"
      height={height}
      role="group"
      aria-label={`Layers of ${props.name}`}
    >
      <defs>
        <pattern id="keep-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M3.5 0V7" stroke="#12212C" strokeOpacity=".62" strokeWidth="1.5" />
        </pattern>
      </defs>
      {shape.layers.map(
        (layer) =>
          drawn.has(layer.id) &&
          visible(rowCentre(layer.id) - chip.height / 2) && (
            <path
              key={layer.id}
              className="ribbon"
              d={ribbonPath(layer, x1, { y: rowCentre(layer.id) - chip.height / 2, height: chip.height }, chip.x)}
              fill={layer.colour}
            />
          ),
      )}
      {chips.map(
        ({ line, y }) =>
          visible(y) && (
            <rect
              key={line.id}
              className="chip"
              x={chip.x}
              y={y}
              width={chip.width}
              height={chip.height}
              fill={line.colour}
            />
          ),
      )}
      {underShape && under && (
        <g>
          <text className="column-name other" x="42" y="-9" textAnchor="middle">
            {under.name}
          </text>
          <text className="column-name" x="108" y="-9" textAnchor="middle">
            {props.name}
          </text>
          {underShape.layers.map((layer) => {
            const twin = shape.layers.find((one) => one.id === layer.id);
            return (
              <g key={layer.id}>
                <rect x="24" width="36" y={layer.y} height={layer.height} fill={layer.colour} className="layer" />
                {twin && <path className="link-line" d={`M60 ${layer.y}L72 ${twin.y}`} />}
              </g>
            );
          })}
          <rect className="column other" x="24" y="0" width="36" height={underShape.columnHeight} />
          {underShape.trayHeight > 0 && (
            <rect className="column other" x="24" y={underShape.trayTop} width="36" height={underShape.trayHeight} />
          )}
        </g>
      )}
      {shape.layers.map((layer) => (
        <g key={layer.id}>
          <rect
            x={x0}
            width={w}
            y={layer.y}
            height={layer.height}
            fill={layer.gap ? "none" : layer.colour}
            className="layer"
          />
          {layer.gap && (
            <rect className="gap" x={x0 + 3} width={w - 6} y={layer.y + 3} height={Math.max(0, layer.height - 6)} />
          )}
          {layer.kept && <rect x={x0} width={w} y={layer.y} height={layer.height} fill="url(#keep-hatch)" />}
          {layer.height >= 19 && !layer.inTray && (
            <>
              {layer.kept && (
                <rect
                  x={x0 + w / 2 - 22}
                  y={layer.y + layer.height / 2 - 8}
                  width="44"
                  height="16"
                  fill={layer.colour}
                />
              )}
              <text
                className={layer.gap ? "layer-label of-gap" : "layer-label"}
                x={x0 + w / 2}
                y={
                  layer.y + layer.height / 2 + 5.5 + (held?.upper === layer.id ? -4 : held?.lower === layer.id ? 4 : 0)
                }
                textAnchor="middle"
              >
                {layer.gap && "? "}
                {percent(layer.percent)}
              </text>
            </>
          )}
        </g>
      ))}
      <rect className="column" x={x0} y="0" width={w} height={shape.columnHeight} />
      {shape.trayHeight > 0 && (
        <>
          <rect className="column" x={x0} y={shape.trayTop} width={w} height={shape.trayHeight} />
          <text className="tray-label" x={x0 + w / 2} y={shape.trayTop + shape.trayHeight + 18} textAnchor="middle">
            ×4, under 1.5 %
          </text>
        </>
      )}
      {ghost && <Ghosts lines={ghost} now={shape.layers} pxPerPercent={pxPerPercent} x0={x0} w={w} />}
      {inColumn.slice(0, -1).map((layer) => {
        const pair = neighbours(inColumn, layer.id);
        const y = layer.y + layer.height;
        const isHeld =
          !!pair &&
          held?.upper === pair.upper.id &&
          held.lower === pair.lower.id &&
          lastOf(inColumn, pair.upper.id, pair.lower.id) === layer.id;
        const upper = pair ? `${names.get(pair.upper.id)} ${percent(pair.upper.percent)} %` : names.get(layer.id);
        const lower = pair ? `${names.get(pair.lower.id)} ${percent(pair.lower.percent)} %` : "kept layers";
        return (
          <g
            key={layer.id}
            role="slider"
            tabIndex={0}
            aria-orientation="vertical"
            aria-disabled={!pair}
            aria-label={`Boundary under ${names.get(layer.id)}`}
            aria-valuemin={0}
            aria-valuemax={pair ? pair.upper.percent + pair.lower.percent : layer.percent}
            aria-valuenow={pair?.upper.percent ?? layer.percent}
            aria-valuetext={`Between ${upper} and ${lower}`}
            className={isHeld ? "boundary held" : "boundary"}
            onPointerEnter={nearTo(pair, true)}
            onPointerMove={nearTo(pair, false)}
            onPointerDown={grab(layer)}
            onKeyDown={step(layer)}
            onBlur={() => isHeld && !drag.current && hand.drop()}
            data-boundary={layer.id}
          >
            <rect x={x0 - 8} y={y - 14} width={w + 16} height="28" fill="transparent" />
            <rect className="focus-mark" x={x0 - 6} y={y - 3} width={w + 12} height="6" />
            {isHeld && (
              <>
                <rect className="bar" x={x0 - 11} y={y - 7} width={w + 22} height="14" rx="4" />
                <path className="grip" d={`M${x0 + w / 2 - 14} ${y - 2.5}h28M${x0 + w / 2 - 14} ${y + 2.5}h28`} />
              </>
            )}
          </g>
        );
      })}
    </svg>
  );
});

/** Of several boundaries that move the same two layers, the one just above the lower layer carries the bar. */
function lastOf(layers: Layer[], upper: string, lower: string): string | undefined {
  const from = layers.findIndex((layer) => layer.id === upper);
  const to = layers.findIndex((layer) => layer.id === lower);
  return layers[Math.max(from, to - 1)]?.id;
}

/** Dashes where the boundaries would lie, clear of the labels. */
function Ghosts({
  lines,
  now,
  pxPerPercent,
  x0,
  w,
}: {
  lines: LayerIn[];
  now: Layer[];
  pxPerPercent: number;
  x0: number;
  w: number;
}) {
  const then = stack(lines, pxPerPercent).layers.filter((layer) => !layer.inTray);
  const edges = new Set(now.filter((layer) => !layer.inTray).map((layer) => Math.round(layer.y + layer.height)));
  return (
    <g>
      {then.slice(0, -1).map((layer) => {
        const y = layer.y + layer.height;
        if (edges.has(Math.round(y))) return null;
        const d = `M${x0 - 10} ${y}H${x0 + 26}M${x0 + w - 26} ${y}H${x0 + w + 10}`;
        return (
          <g key={layer.id}>
            <path d={d} className="ghost-casing" />
            <path d={d} className="ghost-line" />
          </g>
        );
      })}
    </g>
  );
}
