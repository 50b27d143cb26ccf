import type { WorkItem } from "../../api/types";
import { usePlanned, useSections, useView } from "../../state/context";
import type { Frame } from "../frame";
import type { Box } from "../labels";
import { signsAside } from "../signs";
import { SetAside } from "./SetAside";

const R = 11;

/** The items of the work list where they stand: filled is done, a ring is to do, a square is a stop. */
export function WorkSigns({ frame, taken }: { frame: Frame; taken: readonly Box[] }) {
  const { section } = useSections();
  const { plan } = usePlanned();
  const { item, openItem } = useView();
  const here = (plan?.work.items ?? []).filter(
    (one) => one.at_ft && one.section === section.id && one.state !== "gone",
  );
  const lines = here.filter((one) => one.line_ft.length === 2 && one.kind !== "platform");
  // The sign stands up and to the right of what it is of, so that both are seen.
  const signs = here.map((one) => ({ id: one.key, x: frame.x(at(one)[0]) + R, y: frame.y(at(one)[1]) - R }));
  const aside = signsAside(signs, taken);
  return (
    <g className="work-signs">
      {lines.map((one) => {
        const [a, b] = one.line_ft as [[number, number], [number, number]];
        return (
          <line
            key={one.key}
            className={`work-line ${one.kind}`}
            x1={frame.x(a[0])}
            y1={frame.y(a[1])}
            x2={frame.x(b[0])}
            y2={frame.y(b[1])}
          />
        );
      })}
      {here.map((one, i) => (
        <g
          key={one.key}
          role="button"
          tabIndex={0}
          className={`work-sign ${one.state}${item === one.key ? " chosen" : ""}`}
          aria-label={`${one.number}: ${one.what}, ${WORDS[one.state]}`}
          aria-pressed={item === one.key}
          transform={`translate(${signs[i]?.x} ${signs[i]?.y})`}
          onClick={() => openItem(one.key)}
          onKeyDown={(event) => {
            if (event.key === "Enter" || event.key === " ") {
              event.preventDefault();
              openItem(one.key);
            }
          }}
        >
          <circle className="reach" r={20} />
          <SetAside by={aside.get(one.key)}>
            <WorkSign number={one.number} state={one.state} />
          </SetAside>
        </g>
      ))}
    </g>
  );
}

const at = (item: WorkItem) => item.at_ft as [number, number];

export const WORDS: Record<string, string> = {
  to_do: "to do",
  done: "done",
  left: "left out",
  stop: "stop",
  as_it_is: "as it is",
  gone: "no longer on record",
};

/** One number in its sign; by shape as well as by colour. */
export function WorkSign({ number, state }: { number: number | null; state: string }) {
  return (
    <>
      {state === "stop" ? (
        <rect x={-R} y={-R} width={2 * R} height={2 * R} rx={3} />
      ) : (
        <circle className="disc" r={R} />
      )}
      {state === "left" ? <path className="struck" d={`M${-R} ${R}L${R} ${-R}`} /> : null}
      <text data-label textAnchor="middle" dy="0.36em">
        {number}
      </text>
    </>
  );
}
