import { useCallback, useState } from "react";

const KEY = "elm-cover.unfinished";

function kept(name: string): string | null {
  try {
    return sessionStorage.getItem(name);
  } catch {
    return null;
  }
}

/** What was typed and not taken yet is kept in this tab: a reload in the middle of a word loses nothing. */
export function useUnfinished(field: string | undefined) {
  const name = field === undefined ? null : `${KEY} ${window.location.pathname} ${field}`;
  const [found] = useState(() => (name === null ? null : kept(name)));
  const keep = useCallback(
    (text: string | null) => {
      if (name === null) return;
      try {
        if (text === null) sessionStorage.removeItem(name);
        else sessionStorage.setItem(name, text);
      } catch {
        // Its storage is full or shut: then only the reload loses it.
      }
    },
    [name],
  );
  return { found, keep };
}
