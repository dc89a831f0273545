import { Select } from "antd";

type Props<T extends string> = {
  label: string;
  /** Null where nothing is chosen yet. */
  value: T | null;
  options: readonly { value: T; label: string }[];
  onPick: (value: T) => void;
  id?: string;
  wide?: boolean;
};

/** One of a few, chosen from a list that opens. */
export function Pick<T extends string>({ label, value, options, onPick, id, wide }: Props<T>) {
  return (
    <Select<T>
      {...(id ? { id } : {})}
      aria-label={label}
      value={value}
      options={[...options]}
      onChange={onPick}
      popupMatchSelectWidth={false}
      style={wide ? { width: "100%" } : { minWidth: 132 }}
    />
  );
}
