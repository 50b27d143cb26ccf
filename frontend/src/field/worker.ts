import { at } from "../site/base";

/** The service worker: what lets the page start without a signal. */
export interface Offline {
  /** The page and all it needs lie on this phone. */
  ready: boolean;
  /** A newer program waits; it is asked about, never forced. */
  newer: boolean;
  /** The browser keeps no page here: it does not trust the program's certificate. */
  untrusted?: boolean;
}

let registration: ServiceWorkerRegistration | null = null;

export async function register(tell: (state: Offline) => void): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  try {
    registration = await navigator.serviceWorker.register(at("/field/sw.js"), { scope: at("/field/") });
  } catch (error) {
    if (error instanceof DOMException && error.name === "SecurityError")
      tell({ ready: false, newer: false, untrusted: true });
    return;
  }
  const look = () => tell({ ready: registration?.active != null, newer: registration?.waiting != null });
  look();
  registration.addEventListener("updatefound", () => {
    const coming = registration?.installing;
    coming?.addEventListener("statechange", look);
  });
  void navigator.serviceWorker.ready.then(look);
}

/** Asks whether there is a newer program: a page that stays open would never learn of it. */
export async function lookForNewer(): Promise<void> {
  await registration?.update().catch(() => {});
}

/** Starts the newer program. Nothing is lost: every entry is on the disk before it is shown. */
export function takeOver(): void {
  const waiting = registration?.waiting;
  if (!waiting) {
    location.reload();
    return;
  }
  waiting.addEventListener("statechange", () => waiting.state === "activated" && location.reload());
  waiting.postMessage({ type: "SKIP_WAITING" });
}
