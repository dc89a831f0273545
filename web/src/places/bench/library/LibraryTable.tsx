import { Checkbox, Table, type TableColumnsType } from "antd";
import { Link } from "react-router";
import type { LibraryOrder, LibraryRow } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import { useRoving } from "../../../shell/useRoving";
import { day } from "../../../words/format";
import "../../../kit/sheet.css";

type Props = {
  rows: readonly LibraryRow[];
  order: LibraryOrder;
  chosen: readonly number[];
  onOrder: (by: LibraryOrder) => void;
  onChoose: (ids: readonly number[]) => void;
};

const parts = { sold: "sold", summer: "summer", winter: "winter" };

/** The formulas with what they are, sorted on the server by the head that is pressed. */
export function LibraryTable({ rows, order, chosen, onOrder, onChoose }: Props) {
  const { families } = useHouse();
  const roving = useRoving<HTMLDivElement>("tbody tr");
  if (rows.length === 0) return null;
  const head = (by: LibraryOrder, words: string) => (
    <button type="button" className="link library-head" aria-pressed={order === by} onClick={() => onOrder(by)}>
      {words}
    </button>
  );
  const all = rows.every((row) => chosen.includes(row.id));
  const columns: TableColumnsType<LibraryRow> = [
    {
      key: "choose",
      width: 44,
      title: (
        <Checkbox
          aria-label="Choose all that are shown"
          checked={all}
          indeterminate={!all && chosen.length > 0}
          onChange={() => onChoose(all ? [] : rows.map((row) => row.id))}
        />
      ),
      render: (_, row) => (
        <Checkbox
          aria-label={`Choose ${row.name}`}
          checked={chosen.includes(row.id)}
          onChange={() =>
            onChoose(chosen.includes(row.id) ? chosen.filter((id) => id !== row.id) : [...chosen, row.id])
          }
        />
      ),
    },
    {
      key: "name",
      title: head("name", "Formula"),
      render: (_, row) => (
        <>
          <Link className="row-link" to={`/bench/${row.trial}`}>
            {row.name}
          </Link>
          <div className="hint">
            trial {row.trialNumber}
            {row.trials > 1 && `, one of ${row.trials}`}
            {row.standsFor.length > 0 && `, ${row.standsFor.map((part) => parts[part]).join(", ")}`}: {row.intent}
          </div>
        </>
      ),
    },
    { key: "kind", title: "Kind", render: (_, row) => families.get(row.family)?.title ?? row.family },
    { key: "slump", align: "right", title: head("slump", "Slumps"), render: (_, row) => row.slump || "–" },
    { key: "cost", align: "right", title: head("cost", "Each"), render: (_, row) => row.each || "–" },
    { key: "keeps", align: "right", title: head("keeps", "Keeps"), render: (_, row) => row.keeps || "–" },
    { key: "tags", title: "Tags", render: (_, row) => row.tags.map((tag) => `#${tag}`).join(" ") },
    { key: "changed", align: "right", title: head("changed", "Changed"), render: (_, row) => day(row.changedAt) },
  ];
  return (
    <div className="library-table" {...roving}>
      <Table<LibraryRow>
        className="sheet"
        aria-label="Formulas"
        size="small"
        pagination={false}
        dataSource={rows}
        rowKey="id"
        columns={columns}
      />
    </div>
  );
}
