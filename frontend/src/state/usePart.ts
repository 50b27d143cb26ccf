import { useCallback, useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { useView } from "./context";

/** Which part of a step's sheet is open: in the address, so that a reload and Back come to it again; a question may lead to it. */
export function usePart<T extends string>(step: string, parts: readonly { value: T }[]): [T, (to: T) => void] {
  const { lead } = useView();
  const [params, setParams] = useSearchParams();
  const asked = params.get("part");
  const addressed = (parts.find(({ value }) => value === asked) ?? parts[0])?.value as T;
  // What was picked is open at once; the address follows, and leads where it was changed by Back.
  const [part, setPart] = useState(addressed);
  useEffect(() => setPart(addressed), [addressed]);
  const go = useCallback(
    (to: T) => {
      // On the way to another step the address is that step's already: it stays so.
      if (!window.location.pathname.endsWith(`/${step}`)) return;
      setPart(to);
      setParams((now) => {
        const next = new URLSearchParams(now);
        next.set("part", to);
        return next;
      });
    },
    [setParams, step],
  );
  useEffect(() => {
    if (lead?.step === step && lead.part) go(lead.part as T);
  }, [lead, step, go]);
  return [part, go];
}
