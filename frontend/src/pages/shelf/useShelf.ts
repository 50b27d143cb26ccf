import { useDebouncedValue } from "@mantine/hooks";
import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import type { components } from "../../api/generated/schema";

type Page = components["schemas"]["JobList"];
export type Sort = "saved" | "name" | "floor";
export type Place = "shelf" | "bin";

const TYPED_AFTER_MS = 200;

/** The shelf or the bin, page by page, searched and sorted by the program. */
export function useShelf() {
  const [place, setPlace] = useState<Place>("shelf");
  const [sort, setSort] = useState<Sort>("saved");
  const [words, setWords] = useState("");
  const [sought] = useDebouncedValue(words.trim(), TYPED_AFTER_MS);
  const pages = useInfiniteQuery({
    queryKey: ["jobs", place, sort, sought],
    initialPageParam: null as string | null,
    queryFn: async ({ pageParam }) => {
      const asked = new URLSearchParams({ sort, ...(sought ? { q: sought } : {}) });
      if (place === "bin") asked.set("bin", "true");
      if (pageParam) asked.set("cursor", pageParam);
      return (await ask<Page>("GET", `/api/jobs?${asked}`)).data;
    },
    getNextPageParam: (last) => last.next,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  return {
    place,
    setPlace,
    sort,
    setSort,
    words,
    setWords,
    sought,
    lines: pages.data?.pages.flatMap((page) => page.jobs),
    count: pages.data?.pages.at(-1)?.count ?? 0,
    error: pages.error,
    again: () => void pages.refetch(),
    more: pages.hasNextPage ? () => void pages.fetchNextPage() : null,
    busy: pages.isFetchingNextPage,
  };
}
