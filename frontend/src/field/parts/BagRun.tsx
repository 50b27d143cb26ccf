import type { ProductTold } from "../run";
import type { Field } from "../useField";

const WIDE = 320;
const HIGH = 110;

/** Bags against floor covered, with the corridor of a run on line. */
export function BagRun({ field, told }: { field: Field; told: ProductTold }) {
  const corridor = field.pack.corridor[told.product] ?? [];
  const end = corridor.at(-1);
  if (!end || end.covered_ft2 <= 0) return null;
  const most = Math.max(end.high, ...told.points.map(([, bags]) => bags)) || 1;
  const x = (ft2: number) => (ft2 / end.covered_ft2) * WIDE;
  const y = (bags: number) => HIGH - (Math.max(0, bags) / most) * HIGH;
  const line = (points: readonly (readonly [number, number])[]) => points.map(([a, b]) => `${x(a)},${y(b)}`).join(" ");
  const band = [
    ...corridor.map((p) => [p.covered_ft2, p.high] as const),
    ...[...corridor].reverse().map((p) => [p.covered_ft2, p.low] as const),
  ];
  const run = [[0, 0] as const, ...told.points];
  const last = run.at(-1) as readonly [number, number];
  return (
    <figure className="card">
      <figcaption className="soft">bags against floor covered</figcaption>
      <svg
        viewBox={`-6 -6 ${WIDE + 12} ${HIGH + 12}`}
        role="img"
        aria-label={`${last[1]} bags over ${Math.round(last[0])} square feet`}
      >
        <polygon className="corridor" points={line(band)} />
        <polyline className="ran" points={line(run)} />
        <circle className="now" cx={x(last[0])} cy={y(last[1])} r={5} />
      </svg>
    </figure>
  );
}
