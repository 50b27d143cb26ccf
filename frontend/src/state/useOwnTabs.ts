import { useCallback, useEffect, useRef } from "react";

/** Tells the other tabs of this browser which save of a job was made here, and hears of theirs. */
export function useOwnTabs(id: string, onSaved: (etag: string) => void) {
  const channel = useRef<BroadcastChannel | null>(null);
  const heard = useRef(new Set<string>());
  const told = useRef(onSaved);
  told.current = onSaved;
  useEffect(() => {
    // Without it a save in another tab is one by somebody else: nothing is lost, it is only called less well.
    if (!("BroadcastChannel" in window)) return;
    const open = new BroadcastChannel(`elm-cover.job.${id}`);
    channel.current = open;
    open.onmessage = ({ data }) => {
      if (typeof data !== "string") return;
      heard.current.add(data);
      told.current(data);
    };
    return () => {
      channel.current = null;
      open.close();
    };
  }, [id]);
  const tell = useCallback((etag: string) => channel.current?.postMessage(etag), []);
  return { heard: heard.current as ReadonlySet<string>, tell };
}
