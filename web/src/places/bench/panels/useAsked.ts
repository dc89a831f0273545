import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { inWords } from "../../../api/client";

/** What is worked out for the mix in hand: the last answer stays while it is asked anew, and goes where it is refused. */
export function useAsked<T>(queryKey: readonly unknown[], queryFn: () => Promise<T>) {
  const asked = useQuery({ queryKey, queryFn, placeholderData: keepPreviousData, retry: false });
  return asked.error ? { found: undefined, wrong: inWords(asked.error) } : { found: asked.data, wrong: "" };
}
