import { Sheet, type SheetColumn } from "../../kit/Sheet";
import type { StockRow } from "../../api/client";
import { Jar } from "../../instruments/glyphs";
import { upper, type Units } from "../../words/format";
import { amount, month } from "./amounts";

type Props = { rows: StockRow[]; units: Units; current: string; buying: boolean; onOpen: (row: StockRow) => void };

export const keyOf = (row: StockRow) => `${row.line.kind}/${row.line.of}`;

/** What is in the house, row by row; with `buying`, what is to be bought. */
export function StockTable({ rows, units, current, buying, onOpen }: Props) {
  const by = (pick: (row: StockRow) => number) => (a: StockRow, b: StockRow) => pick(a) - pick(b);
  const told = (row: StockRow, value: number) => amount(row.line.kind, value, units);
  const columns: SheetColumn<StockRow>[] = [
    {
      title: "Material",
      rowScope: "row",
      sorter: (a, b) => a.line.name.localeCompare(b.line.name),
      render: (_, row) => (
        <button type="button" className="stock-name" onClick={() => onOpen(row)}>
          <span className="swatch" style={row.colour ? { background: row.colour } : { visibility: "hidden" }} />
          {row.line.name}
        </button>
      ),
    },
    {
      title: "Have",
      className: "number",
      align: "right",
      sorter: by((row) => row.line.have),
      render: (_, row) => (row.line.lots === 0 && row.line.have === 0 ? "" : <b>{told(row, row.line.have)}</b>),
    },
    {
      title: "Spoken for",
      className: "number",
      align: "right",
      sorter: by((row) => row.line.spokenFor),
      render: (_, row) => (row.line.spokenFor > 0 ? told(row, row.line.spokenFor) : ""),
    },
    ...(buying
      ? ([
          {
            title: "Buy",
            className: "number",
            align: "right",
            render: (_: unknown, row: StockRow) => <b>{told(row, row.line.buy ?? 0)}</b>,
          },
          { title: "From", render: (_: unknown, row: StockRow) => row.line.supplier ?? "" },
        ] satisfies SheetColumn<StockRow>[])
      : ([
          {
            title: "Free",
            className: "number",
            align: "right",
            sorter: by((row) => row.line.free),
            render: (_: unknown, row: StockRow) =>
              row.line.lots === 0 && row.line.spokenFor === 0 ? (
                ""
              ) : (
                <span className={row.line.free < 0 ? "stop" : ""}>{told(row, row.line.free)}</span>
              ),
          },
          {
            title: <span className="visually-hidden">Free part</span>,
            className: "stock-part",
            render: (_: unknown, row: StockRow) => <FreePart row={row} />,
          },
          {
            title: "Use first",
            render: (_: unknown, row: StockRow) => <span className="lot">{row.line.useFirst}</span>,
          },
          {
            title: "Best before",
            align: "right",
            sorter: (a: StockRow, b: StockRow) => (a.line.useBy ?? "9").localeCompare(b.line.useBy ?? "9"),
            render: (_: unknown, row: StockRow) =>
              row.line.useBy ? month(row.line.useBy) : row.line.useFirst ? <span className="quiet">no date</span> : "",
          },
        ] satisfies SheetColumn<StockRow>[])),
    {
      title: <span className="visually-hidden">Finding</span>,
      render: (_, row) => {
        const worst = row.line.findings[0];
        return worst && worst.severity !== "note" ? (
          <>
            <Jar severity={worst.severity} />
            <span className="visually-hidden">{upper(worst.severity)}</span>
          </>
        ) : null;
      },
    },
  ];
  return (
    <>
      <svg width="0" height="0" aria-hidden="true" className="stock-patterns">
        <defs>
          <pattern id="spoken" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V5" className="hatch" />
          </pattern>
          <pattern id="lacking" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V5" className="hatch lacking" />
          </pattern>
        </defs>
      </svg>
      <Sheet label="What is in the house" rows={rows} keyOf={keyOf} columns={columns} current={current} />
    </>
  );
}

/** Hatched: spoken for; solid: free; hatched in red: more is wanted than there is. */
function FreePart({ row: { line } }: { row: StockRow }) {
  if (line.lots === 0) return null;
  const free = line.have > 0 ? Math.max(0, Math.min(1, line.free / line.have)) : 0;
  return (
    <svg width="86" height="12" aria-hidden="true" className={line.free < 0 ? "free-part short" : "free-part"}>
      <rect x="1" y="1" width="84" height="10" fill={line.free < 0 ? "url(#lacking)" : "url(#spoken)"} />
      <rect x={1 + 84 * (1 - free)} y="1" width={84 * free} height="10" className="free" />
      <rect x="1" y="1" width="84" height="10" className="edge" />
    </svg>
  );
}
