import { at } from "../site/base";
import { NARROW } from "../ui/narrow";

/**
 * A word whenever the job's log has grown on the server: one stream for all tabs of this browser, which keeps a connection.
 * A phone asks now and then instead. Answers how to stop.
 */
export function watchLog(job: string, heard: () => void): () => void {
  if (!navigator.locks || !window.EventSource || window.matchMedia(NARROW).matches) return () => {};
  const name = `elm-cover.log.${job}`;
  const tabs = new BroadcastChannel(name);
  tabs.onmessage = heard;
  const end = new AbortController();
  navigator.locks
    .request(name, { signal: end.signal }, () => {
      const source = new EventSource(at(`/api/jobs/${job}/log/stream`));
      source.addEventListener("log", () => {
        heard();
        tabs.postMessage("log");
      });
      return new Promise<void>((ended) =>
        end.signal.addEventListener("abort", () => {
          source.close();
          ended();
        }),
      );
    })
    .catch(() => {}); // stopped before it was this tab's turn
  return () => {
    end.abort();
    tabs.close();
  };
}
