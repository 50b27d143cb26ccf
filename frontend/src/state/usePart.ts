import { useCallback, useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { useView } from "./context";

/** Which part of a step's sheet is open: in the address, so that a reload and Back come to it again; a question may lead to it. */
export function usePart<T extends string>(step: string, parts: readonly { value: T }[]): [T, (to: T) => void] {
  const { lead } = useView();
  const [params, setParams] = useSearchParams();
  const addressed = partIn(params, parts);
  // What was picked is open at once; the address follows, and leads where it was changed by another.
  const [part, setPart] = useState(addressed);
  useEffect(() => setPart(addressed), [addressed]);
  // Back may come before the router has drawn the address it goes back from: then that address never was, and never changes.
  useEffect(() => {
    const back = () => {
      if (isAt(step)) setPart(partIn(new URLSearchParams(window.location.search), parts));
    };
    window.addEventListener("popstate", back);
    return () => window.removeEventListener("popstate", back);
  }, [step, parts]);
  const go = useCallback(
    (to: T) => {
      // On the way to another step the address is that step's already: it stays so.
      if (!isAt(step)) return;
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

function isAt(step: string): boolean {
  return window.location.pathname.endsWith(`/${step}`);
}

/** The part that an address names, the first where it names none of them. */
function partIn<T extends string>(params: URLSearchParams, parts: readonly { value: T }[]): T {
  const asked = params.get("part");
  return (parts.find(({ value }) => value === asked) ?? parts[0])?.value as T;
}
