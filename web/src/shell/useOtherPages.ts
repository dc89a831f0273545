import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { touch } from "../api/keys";
import { devices } from "./devices";

/** The page itself is drawn first. */
const afterMs = 1500;
/** What is written in a row is asked for once. */
const togetherMs = 150;

/** Asks anew for what is shown when another window or tablet has written something. */
export function useOtherPages() {
  const queries = useQueryClient();
  useEffect(() => {
    let asking: ReturnType<typeof setTimeout> | undefined;
    let stop = () => {};
    const begins = setTimeout(() => {
      stop = devices.onWritten(() => {
        clearTimeout(asking);
        asking = setTimeout(() => void touch(queries, "everything"), togetherMs);
      });
    }, afterMs);
    return () => {
      clearTimeout(begins);
      clearTimeout(asking);
      stop();
    };
  }, [queries]);
}
