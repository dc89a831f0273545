import { Table, type TableColumnsType } from "antd";
import { useRoving } from "../shell/useRoving";
import "./sheet.css";

export type SheetColumn<Row> = TableColumnsType<Row>[number];

type Props<Row> = {
  label: string;
  rows: readonly Row[];
  keyOf: (row: Row) => string | number;
  columns: TableColumnsType<Row>;
  /** Key of the row in hand. */
  current?: string | number;
};

/** A table to read: no pages, plain rules, columns that sort where that helps. */
export function Sheet<Row extends object>({ label, rows, keyOf, columns, current }: Props<Row>) {
  const roving = useRoving<HTMLDivElement>("tbody tr");
  if (rows.length === 0) return null;
  return (
    <div {...roving}>
      <Table<Row>
        className="sheet"
        aria-label={label}
        size="small"
        pagination={false}
        dataSource={rows}
        rowKey={keyOf}
        columns={columns}
        {...(current === undefined
          ? {}
          : {
              rowClassName: (row: Row) => (keyOf(row) === current ? "in-hand" : ""),
              onRow: (row: Row) => ({ "aria-current": keyOf(row) === current }),
            })}
        showSorterTooltip={false}
      />
    </div>
  );
}
