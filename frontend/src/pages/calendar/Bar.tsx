import type { PointerEvent } from "react";
import { fixed } from "../../ui/units";
import { Thumbnail } from "../shelf/Thumbnail";
import type { Laid } from "./grid";

interface Props {
  laid: Laid;
  lanes: number;
  count: number;
  held: boolean;
  onOpen: () => void;
  onEnter: () => void;
  onDown: (event: PointerEvent<HTMLButtonElement>) => void;
  onNudge: (halves: number, crews: number) => void;
}

/** A job as it stands: its attic, what it takes, and in words what is wrong. Arrow keys move it, Enter opens it. */
export function Bar({ laid, lanes, count, held, onOpen, onEnter, onDown, onNudge }: Props) {
  const { bar, from, to, lane } = laid;
  const wrong = bar.conflicts.length > 0;
  const halves = count * 2;
  const step: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  return (
    <button
      type="button"
      className={`cal-bar${to - from < 2 ? " short" : ""}${wrong ? " wrong" : ""}${held ? " held" : ""}`}
      style={{
        left: `${(from / halves) * 100}%`,
        width: `${((to - from) / halves) * 100}%`,
        top: `${(lane / lanes) * 100}%`,
        height: `${100 / lanes}%`,
      }}
      title={[...bar.conflicts.map((one) => one.text), ...bar.notes].join("; ") || undefined}
      onClick={onOpen}
      onPointerDown={onDown}
      onKeyDown={(event) => {
        // Enter opens it whatever was dragged before.
        if (event.key === "Enter") {
          event.preventDefault();
          onEnter();
        }
        const by = step[event.key];
        if (!by) return;
        event.preventDefault();
        onNudge(...by);
      }}
    >
      <b>{bar.name}</b>
      <span className="cal-bar-body">
        <Thumbnail parts={bar.thumbnail as never} />
        <span>
          {amount(bar)} · {fixed(bar.work_h, 1)} h
          <span className="soft">{bar.counted ? "" : "fill not counted yet"}</span>
        </span>
      </span>
      <span className="hidden">. Enter opens it, arrows move it. </span>
      <span className="cal-note">
        {(wrong ? bar.conflicts.map((one) => one.text) : bar.notes.slice(0, 1)).join("; ")}
      </span>
    </button>
  );
}

/** What goes in, in words. */
export const amount = (line: { bags: number; bundles: number }): string =>
  [line.bags ? `${fixed(line.bags)} bags` : "", line.bundles ? `${fixed(line.bundles)} bundles` : ""]
    .filter(Boolean)
    .join(", ") || "no fill yet";
