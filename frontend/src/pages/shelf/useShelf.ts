import { useDebouncedValue } from "@mantine/hooks";
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import type { components } from "../../api/generated/schema";
import type { FirmAnswer } from "../../api/types";

type Page = components["schemas"]["JobList"];
export type Sort = "saved" | "name" | "floor";
export type Place = "shelf" | "bin";

const TYPED_AFTER_MS = 200;
const AGAIN_MS = 1000;

/** The shelf or the bin, page by page, searched and sorted by the program. */
export function useShelf() {
  const [place, setPlace] = useState<Place>("shelf");
  const [sort, setSort] = useState<Sort>("saved");
  const [words, setWords] = useState("");
  const [filter, setAll] = useState({ stage: "", crew: "", month: "" });
  const [sought] = useDebouncedValue(words.trim(), TYPED_AFTER_MS);
  const pages = useInfiniteQuery({
    queryKey: ["jobs", place, sort, sought, filter],
    initialPageParam: null as string | null,
    queryFn: async ({ pageParam }) => {
      const asked = new URLSearchParams({ sort, ...(sought ? { q: sought } : {}) });
      if (place === "bin") asked.set("bin", "true");
      for (const [name, value] of Object.entries(filter)) if (value) asked.set(name, value);
      if (pageParam) asked.set("cursor", pageParam);
      return (await ask<Page>("GET", `/api/jobs?${asked}`)).data;
    },
    getNextPageParam: (last) => last.next,
    placeholderData: keepPreviousData,
    gcTime: 0,
    // What was saved a moment ago is being made: it is there in the next.
    refetchInterval: (query) => (query.state.data?.pages.some((page) => page.making > 0) ? AGAIN_MS : false),
  });
  const firm = useQuery({
    queryKey: ["firm", "crews"],
    queryFn: async () => (await ask<FirmAnswer>("GET", "/api/firm")).data.document.crews ?? [],
  });
  return {
    filter,
    setFilter: (change: Partial<typeof filter>) => setAll((old) => ({ ...old, ...change })),
    filtered: Object.values(filter).some(Boolean),
    crews: (firm.data ?? []).map((crew) => ({ value: crew.id, label: crew.name })),
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
