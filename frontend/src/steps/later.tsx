import { Button } from "@mantine/core";
import { type ComponentType, type LazyExoticComponent, lazy, type ReactNode, Suspense } from "react";

type Load = () => Promise<ComponentType>;

const waiting: Load[] = [];

/** Says that a part of the program did not come, and the way out. What was entered is kept in the browser. */
function NotLoaded() {
  return (
    <div className="trouble" role="alert">
      <p>
        This part of Elm Cover could not be loaded: the program cannot be reached, or it was renewed. Nothing is lost.
      </p>
      <Button size="xs" variant="default" onClick={() => window.location.reload()}>
        Load the page anew
      </Button>
    </div>
  );
}

/** A part of the workbench that is loaded when it is opened, or once nothing else is to be done: the crew's half is not sent
 * before the estimator sees the attic. */
export function later(load: Load): LazyExoticComponent<ComponentType> {
  waiting.push(load);
  return lazy(async () => ({ default: await load().catch(() => NotLoaded) }));
}

/** Where such a part stands. */
export function Opening({ children }: { children: ReactNode }) {
  return <Suspense fallback={<p className="note">Opening …</p>}>{children}</Suspense>;
}

const REST_AFTER_MS = 1500;

/** Loads what was put off, so that no step waits when it is opened, nor where the network has gone since. Answers how to stop. */
export function loadTheRest(): () => void {
  const timer = window.setTimeout(() => {
    for (const load of waiting.splice(0)) void load().catch(() => {});
  }, REST_AFTER_MS);
  return () => window.clearTimeout(timer);
}
