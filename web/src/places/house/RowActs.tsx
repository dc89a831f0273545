import { Button } from "antd";
import type { ReactNode } from "react";
import type { Refused } from "../../api/client";

/** What is wrong, and in which row; −1 where it is about none of them. */
export type RowError = { row: number; text: string };

/** The row that a refusal is about, by the path of its field. */
export const rowError = (refused: Refused | null): RowError | null =>
  refused && { row: Number(/\[(\d+)\]/.exec(refused.field)?.[1] ?? -1), text: refused.line };

type Props = {
  error: RowError | null;
  /** Left out where there is nothing to save. */
  save?: string | undefined;
  unsaved: boolean;
  was: string;
  onDrop: () => void;
  children: ReactNode;
};

/** Under rows that are saved together: what is wrong, save, put back, and whatever else can be done. */
export function RowActs({ error, save, unsaved, was, onDrop, children }: Props) {
  return (
    <>
      {error && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
      <div className="button-row">
        {save && (
          <Button htmlType="submit" type="primary">
            {save}
          </Button>
        )}
        {unsaved && <Button onClick={onDrop}>{was}</Button>}
        {children}
      </div>
    </>
  );
}
