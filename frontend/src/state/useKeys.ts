import { useEffect } from "react";

/** Single keys while nothing is being typed; with Ctrl or Command everywhere. */
export function useKeys(keys: Record<string, () => void>) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const typing = target.matches("input:not([type=radio]):not([type=checkbox]), textarea, [contenteditable]");
      const control = event.ctrlKey || event.metaKey;
      if (event.altKey || (typing && !control) || document.querySelector("[role=dialog]")) return;
      const name = `${control ? "ctrl " : ""}${event.shiftKey && event.key !== "?" ? "shift " : ""}${event.key.toLowerCase()}`;
      if (typing && name === "ctrl z") return;
      const run = keys[name];
      if (!run) return;
      event.preventDefault();
      run();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [keys]);
}
