import type { CompareView } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import { ribbonPath } from "../../../instruments/strata/geometry";
import { narrow, number, percent } from "../../../words/format";
import { type Block, changes, columnsOf, columnWidth, names, spread } from "./geometry";

/** The layers of every trial, joined where they are the same material. */
export function Columns({ view, width }: { view: CompareView; width: number }) {
  const { materials } = useHouse();
  const { columns, trayTop } = columnsOf(view, width);
  const wide = Math.min(columnWidth, (width - names) / columns.length - 40);
  const colour = (block: Block) => materials.get(block.material)?.colour ?? "#ccc";
  const name = (material: string) => (materials.get(material)?.name ?? material).split(",")[0] ?? material;
  const trayHeight = Math.max(0, ...columns.map((column) => column.tray.reduce((sum, block) => sum + block.height, 0)));
  const first = columns[0];
  if (!first) return null;
  const labels = spread(first.blocks.map((block) => block.y + block.height / 2));
  const inFirst = new Set(first.blocks.map((block) => block.material));
  const told = new Set(inFirst);
  return (
    <svg
      className="compare-columns"
      width={width}
      height={trayTop + trayHeight + 14}
      role="img"
      aria-label={spoken(view, name)}
    >
      {columns.slice(1).map((column, i) => {
        const before = columns[i];
        if (!before) return null;
        return (
          <g key={column.x} className="compare-ribbons">
            {(
              [
                ["blocks", 0],
                ["tray", 1],
              ] as const
            ).map(([part]) =>
              column[part].map((block) => {
                const from = before[part].find((one) => one.material === block.material);
                return from ? (
                  <path
                    key={`${part}-${block.material}`}
                    d={ribbonPath(from, before.x + wide, block, column.x)}
                    fill={colour(block)}
                  />
                ) : null;
              }),
            )}
            {changes(before, column).map((change, k, all) => (
              <text
                key={change.material}
                x={(before.x + wide + column.x) / 2}
                y={(spread(all.map((one) => one.y))[k] ?? change.y) + 5}
                textAnchor="middle"
              >
                {`${change.by > 0 ? "+" : ""}${number(change.by, 1)}`}
              </text>
            ))}
          </g>
        );
      })}
      {columns.map((column, i) => (
        <g key={column.x}>
          {column.blocks.map((block) => (
            <g key={block.material}>
              <rect
                x={column.x}
                y={block.y}
                width={wide}
                height={block.height}
                fill={colour(block)}
                className="mix-layer"
              />
              {block.height >= 14 && (
                <text
                  className="on-layer"
                  x={column.x + wide / 2}
                  y={block.y + block.height / 2 + 5}
                  textAnchor="middle"
                >
                  {percent(block.percent)}
                </text>
              )}
            </g>
          ))}
          {column.blocks.length > 0 && (
            <rect
              x={column.x}
              y={column.blocks[0]?.y ?? 0}
              width={wide}
              height={column.blocks.reduce((sum, block) => sum + block.height, 0)}
              className="mix-frame"
            />
          )}
          {column.tray.map((block) => (
            <rect
              key={block.material}
              x={column.x}
              y={block.y}
              width={wide}
              height={block.height}
              fill={colour(block)}
              className="mix-layer"
            >
              <title>{`${name(block.material)} ${percent(block.percent)}${narrow}%`}</title>
            </rect>
          ))}
          {i > 0 &&
            column.blocks
              .filter((block) => !told.has(block.material) && told.add(block.material))
              .map((block) => (
                <text key={block.material} x={column.x + wide + 8} y={block.y + block.height / 2 + 5} className="joins">
                  {name(block.material)}
                </text>
              ))}
        </g>
      ))}
      {first.blocks.map((block, i) => (
        <text key={block.material} x={names - 12} y={(labels[i] ?? 0) + 5} textAnchor="end">
          {name(block.material)}
        </text>
      ))}
      {trayHeight > 0 && (
        <text
          x={names - 12}
          y={Math.max(trayTop + 12, (labels.at(-1) ?? 0) + 20)}
          textAnchor="end"
          className="quiet-text"
        >
          under 1.5 %, ×4
        </text>
      )}
    </svg>
  );
}

const spoken = (view: CompareView, name: (material: string) => string) =>
  view.trials
    .map(
      (trial) =>
        `${trial.name}: ${trial.content.lines.map((line) => `${name(line.material)} ${percent(line.percent)} %`).join(", ")}`,
    )
    .join(". ");
