import { type PointerEvent as ReactPointerEvent, useCallback, useRef } from "react";

interface Handlers {
  onMove: (dx: number, dy: number, event: PointerEvent) => void;
  onEnd?: () => void;
}

/** A drag by mouse, finger or pen from pointer down to up, in pixels from where it began. */
export function useDrag(start: () => Handlers) {
  const active = useRef(false);
  return useCallback(
    (event: ReactPointerEvent<Element>) => {
      if (active.current || event.button !== 0) return;
      active.current = true;
      event.preventDefault();
      (event.currentTarget as HTMLElement | SVGElement).focus?.();
      const { clientX, clientY } = event;
      const handlers = start();
      const move = (e: PointerEvent) => handlers.onMove(e.clientX - clientX, e.clientY - clientY, e);
      const end = () => {
        active.current = false;
        window.removeEventListener("pointermove", move);
        window.removeEventListener("pointerup", end);
        window.removeEventListener("pointercancel", end);
        handlers.onEnd?.();
      };
      window.addEventListener("pointermove", move);
      window.addEventListener("pointerup", end);
      window.addEventListener("pointercancel", end);
    },
    [start],
  );
}
