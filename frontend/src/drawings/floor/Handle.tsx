import { type KeyboardEvent, type ReactNode, useRef, useState } from "react";
import { fixed } from "../../ui/units";
import type { Frame } from "../frame";
import type { Aside } from "../signs";
import { useDrag } from "../useDrag";
import { SetAside } from "./SetAside";

type Point = [number, number];
const NUDGE_FT = 0.5;
const FINE_FT = 1 / 12;
const TOUCH_PX = 22;
const COMMIT_EVERY_MS = 40;
const STILL_PX = 3;

interface Props {
  at: readonly [number, number];
  frame: Frame;
  name: string;
  chosen: boolean;
  onPick: () => void;
  /** Where it goes while it is moved; the last call has done set. */
  onMove: (to: Point, done: boolean) => void;
  onDelete?: () => void;
  /** Where a place may catch on. */
  snap?: (to: Point) => Point;
  children: ReactNode;
  className?: string;
  /** How far its sign stands beside its place, in pixels; a line leads to the place. */
  aside?: Aside | undefined;
}

/** A thing on the Floor that is moved by mouse, finger or keys: arrows 6 in, with Shift 1 in; Delete takes it away. */
export function Handle({ at, frame, name, chosen, onPick, onMove, onDelete, snap, children, className, aside }: Props) {
  const [held, setHeld] = useState<Point | null>(null);
  const sent = useRef(0);
  const shown = held ?? at;
  const drag = useDrag(() => {
    const from: Point = [at[0], at[1]];
    let last: Point | null = null;
    onPick();
    return {
      onMove: (dx, dy, event) => {
        if (!last && Math.hypot(dx, dy) < STILL_PX) return;
        const free: Point = [from[0] + dx / frame.scale, from[1] - dy / frame.scale];
        last = snap && !event.altKey ? snap(free) : free;
        setHeld(last);
        if (event.timeStamp - sent.current < COMMIT_EVERY_MS) return;
        sent.current = event.timeStamp;
        onMove(last, false);
      },
      onEnd: () => {
        if (last) onMove(last, true);
        setHeld(null);
      },
    };
  });
  const keys = (event: KeyboardEvent) => {
    const by = event.shiftKey ? FINE_FT : NUDGE_FT;
    const step: Record<string, Point> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, by],
      ArrowDown: [0, -by],
    };
    const way = step[event.key];
    if (way) {
      event.preventDefault();
      onMove([at[0] + way[0], at[1] + way[1]], false);
    } else if ((event.key === "Delete" || event.key === "Backspace") && onDelete) {
      event.preventDefault();
      onDelete();
    }
  };
  return (
    <g
      className={`handle${chosen ? " chosen" : ""}${className ? ` ${className}` : ""}`}
      transform={`translate(${frame.x(shown[0])} ${frame.y(shown[1])})`}
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuemin={-1000}
      aria-valuemax={1000}
      aria-valuenow={Math.round(at[0] * 100) / 100}
      aria-valuetext={`${fixed(at[0], 2)} ft east, ${fixed(at[1], 2)} ft north`}
      onPointerDown={(event) => {
        event.stopPropagation();
        drag(event);
      }}
      onFocus={onPick}
      onKeyDown={keys}
    >
      <SetAside by={aside}>
        <circle className="touch" r={TOUCH_PX} />
        {children}
      </SetAside>
    </g>
  );
}
