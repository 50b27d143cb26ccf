import { useState } from "react";

/** What was chosen here last: kept for the next one. */
export function useRemembered(name: string): [string, (value: string) => void] {
  const key = `elm-cover.${name}`;
  const [value, setValue] = useState(() => localStorage.getItem(key) ?? "");
  return [
    value,
    (next) => {
      localStorage.setItem(key, next);
      setValue(next);
    },
  ];
}
