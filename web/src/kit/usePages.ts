import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import type { Page } from "../api/client";

/** A list page by page: the next is asked for when it is wanted, and no list is ever read whole. */
export function usePages<T>(
  queryKey: readonly unknown[],
  ask: (after: string | undefined) => Promise<Page<T>>,
  enabled = true,
) {
  const query = useInfiniteQuery({
    queryKey: [...queryKey, "pages"],
    queryFn: ({ pageParam }) => ask(pageParam),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: keepPreviousData,
    enabled,
  });
  return {
    items: query.data?.pages.flatMap((page) => page.items),
    total: query.data?.pages[0]?.total ?? 0,
    more: query.hasNextPage ? () => void query.fetchNextPage() : null,
    busy: query.isFetchingNextPage,
    error: query.error,
  };
}
