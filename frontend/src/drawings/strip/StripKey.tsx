import type { DrawnRun } from "../../api/types";
import { usePlanned } from "../../state/context";

const [WIDE, HIGH, MARGIN] = [120, 84, 12];

/** The Floor shrunk to a key: where each run is; the one that is open is drawn heavy. */
export function StripKey({
  runs,
  active,
  onOpen,
}: {
  runs: readonly { section: string; run: DrawnRun }[];
  active: number;
  onOpen: (index: number) => void;
}) {
  const { drawing } = usePlanned();
  const sections = drawing?.sections ?? [];
  const corners = sections.flatMap((s) => s.outline_ft);
  if (!corners.length) return null;
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [x0, y1] = [Math.min(...xs), Math.max(...ys)];
  const scale = Math.min((WIDE - 2 * MARGIN) / (Math.max(...xs) - x0), (HIGH - 2 * MARGIN) / (y1 - Math.min(...ys)));
  const at = ([x, y]: readonly [number, number]) => [MARGIN + (x - x0) * scale, MARGIN + (y1 - y) * scale] as const;
  const edgeOf = ({ section, run }: { section: string; run: DrawnRun }) =>
    sections.find((s) => s.id === section)?.edges[run.edge];
  const mine = active >= 0 ? runs[active] : undefined;
  const edge = mine ? edgeOf(mine) : undefined;
  return (
    <svg className="strip-key" width={WIDE} height={HIGH} role="img" aria-label="Where the open run is">
      {sections.map((s) => (
        <polygon key={s.id} points={s.outline_ft.map((p) => at(p).join(",")).join(" ")} />
      ))}
      {runs.map((run, i) => {
        const here = edgeOf(run);
        if (!here) return null;
        const [[ax, ay], [bx, by]] = [at(here.from_ft), at(here.to_ft)];
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the run's own button does the same from the keyboard
          <line
            key={`${run.section} ${run.run.edge}`}
            className={i === active ? "active" : "eave"}
            x1={ax}
            y1={ay}
            x2={bx}
            y2={by}
            onClick={() => onOpen(i)}
          />
        );
      })}
      {edge ? (
        <text
          x={(at(edge.from_ft)[0] + at(edge.to_ft)[0]) / 2}
          y={(at(edge.from_ft)[1] + at(edge.to_ft)[1]) / 2}
          dx={edge.side.includes("east") ? -8 : edge.side.includes("west") ? 8 : 0}
          dy={edge.side === "north" ? 15 : edge.side === "south" ? -5 : 4}
          textAnchor="middle"
        >
          {active + 1}
        </text>
      ) : null}
    </svg>
  );
}
