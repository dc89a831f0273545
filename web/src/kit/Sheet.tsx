import { Table, type TableColumnsType } from "antd";
import "./sheet.css";

export type SheetColumn<Row> = TableColumnsType<Row>[number];

type Props<Row> = {
  label: string;
  rows: readonly Row[];
  keyOf: (row: Row) => string | number;
  columns: TableColumnsType<Row>;
};

/** A table to read: no pages, plain rules, columns that sort where that helps. */
export function Sheet<Row extends object>({ label, rows, keyOf, columns }: Props<Row>) {
  if (rows.length === 0) return null;
  return (
    <Table<Row>
      className="sheet"
      aria-label={label}
      size="small"
      pagination={false}
      dataSource={rows}
      rowKey={keyOf}
      columns={columns}
      showSorterTooltip={false}
    />
  );
}
