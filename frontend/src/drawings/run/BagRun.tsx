import { useElementSize } from "@mantine/hooks";
import { usePlanned } from "../../state/context";
import { fixed, useUnits } from "../../ui/units";

const MARGIN = { left: 52, right: 24, top: 18, bottom: 40 };

/** Bags against floor covered, with the corridor of a run on line. */
export function BagRun() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { run } = usePlanned();
  const units = useUnits();
  const product = run.answer?.products[0];
  const end = product?.corridor.at(-1);
  const wide = width - MARGIN.left - MARGIN.right;
  const high = height - MARGIN.top - MARGIN.bottom;
  const most = Math.max(
    end?.high ?? 1,
    product?.forecast?.high ?? 0,
    ...(product?.points.map(([, bags]) => bags) ?? []),
  );
  const x = (ft2: number) => (end ? (ft2 / end.covered_ft2) * wide : 0);
  const y = (bags: number) => high - (Math.max(0, bags) / most) * high;
  const step = most > 120 ? 40 : most > 60 ? 20 : 10;
  const line = (points: readonly (readonly [number, number])[]) => points.map(([a, b]) => `${x(a)},${y(b)}`).join(" ");
  const area = end ? units.area(end.covered_ft2) : null;
  return (
    <section className="drawing bag-run" aria-label="Bags against floor covered">
      <header>
        <h2>Bags</h2>
        <span className="soft">
          {product && product.points.length === 0
            ? "against floor covered; the run begins when the first band is done"
            : "against floor covered, with the corridor of a run on line"}
        </span>
      </header>
      <div className="canvas" ref={ref}>
        {product && end && end.covered_ft2 > 0 && width > 0 ? (
          <svg
            width={width}
            height={height}
            role="img"
            aria-label={`${fixed(product.in_attic, 1)} bags in the attic of ${fixed(product.planned)}`}
          >
            <g transform={`translate(${MARGIN.left} ${MARGIN.top})`}>
              {Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step).map((bags) => (
                <g key={bags}>
                  <line className="grid" x1={0} x2={wide} y1={y(bags)} y2={y(bags)} />
                  <text className="scale" x={-8} y={y(bags)} dy="0.35em">
                    {bags}
                  </text>
                </g>
              ))}
              <polygon
                className="corridor"
                points={line([
                  ...product.corridor.map((p) => [p.covered_ft2, p.high] as const),
                  ...[...product.corridor].reverse().map((p) => [p.covered_ft2, p.low] as const),
                ])}
              />
              <polyline className="ran" points={line([[0, 0], ...(product.points as [number, number][])])} />
              {(product.points as [number, number][]).map(([ft2, bags]) => (
                <circle key={`${ft2} ${bags}`} className="ran-point" cx={x(ft2)} cy={y(bags)} r={4} />
              ))}
              {product.forecast ? (
                <g className="forecast" transform={`translate(${wide} 0)`}>
                  <line x1={0} x2={0} y1={y(product.forecast.low)} y2={y(product.forecast.high)} />
                  <circle cx={0} cy={y(product.forecast.mean)} r={4} />
                </g>
              ) : null}
              <text className="scale end" x={wide} y={high + 26}>
                {area ? `${area.value} ${area.unit} covered` : ""}
              </text>
            </g>
          </svg>
        ) : (
          <p className="note">
            {run.trouble ??
              (run.answer ? "Nothing is blown on this job yet: its fill is set in Choose." : "Reading the day …")}
          </p>
        )}
      </div>
    </section>
  );
}
