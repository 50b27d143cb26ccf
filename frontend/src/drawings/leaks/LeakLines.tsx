import { useElementSize } from "@mantine/hooks";
import { usePlanned } from "../../state/context";
import { fixed } from "../../ui/units";

const MARGIN = { left: 84, right: 96, top: 14, bottom: 52 };
const PRESSURES = [5, 10, 15, 20, 30, 40, 50, 60, 75];
const LEAST_PA = 5;
const MOST_PA = 80;
const FLOWS = [1, 2, 3, 5, 7].flatMap((k) => [1, 10, 100, 1000, 10_000].map((e) => k * e)).sort((a, b) => a - b);

/** Fan tests on log paper: points as read less the baseline, the line through them; before dashed and open, after solid and full. */
export function LeakLines() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { proof } = usePlanned();
  const leak = proof.answer?.leakage;
  const every = leak ? Object.values(leak.points).flat() : [];
  const flows = every.map(([, cfm]) => cfm);
  const low = Math.min(...flows) / 1.6;
  const most = Math.max(...flows) * 1.5;
  const wide = width - MARGIN.left - MARGIN.right;
  const high = height - MARGIN.top - MARGIN.bottom;
  const x = (pa: number) => (wide * Math.log(pa / LEAST_PA)) / Math.log(MOST_PA / LEAST_PA);
  const y = (cfm: number) => high - (high * Math.log(cfm / low)) / Math.log(most / low);
  const said = (["before", "after"] as const)
    .map((word) => `${word} ${leak?.[word] ? `${fixed(leak[word]?.cfm50 ?? 0)} ft³/min at 50 Pa` : "not tested"}`)
    .join(", ");
  return (
    <section className="drawing leak-lines" aria-label="Leaks">
      <header>
        <h2>Leaks</h2>
        <span className="soft">{every.length ? "flow against pressure, on log paper" : ""}</span>
      </header>
      <div className="canvas" ref={ref}>
        {leak && every.length && width > 0 ? (
          <svg width={width} height={height} role="img" aria-label={said}>
            <g transform={`translate(${MARGIN.left} ${MARGIN.top})`}>
              {PRESSURES.map((pa) => (
                <g key={pa} transform={`translate(${x(pa)} 0)`}>
                  <line className={pa === 50 ? "mark at-50" : "mark"} y2={high} />
                  <text className="scale" y={high + 20}>
                    {pa}
                  </text>
                </g>
              ))}
              {FLOWS.filter((cfm) => cfm >= low && cfm <= most).map((cfm) => (
                <g key={cfm} transform={`translate(0 ${y(cfm)})`}>
                  <line className="mark" x2={wide} />
                  <text className="name" x={-8} dy="0.35em">
                    {fixed(cfm)}
                  </text>
                </g>
              ))}
              <text className="scale" x={wide / 2} y={high + 42}>
                Pa less the baseline; flow in ft³/min
              </text>
              {(["before", "after"] as const).map((word) => {
                const test = leak[word];
                if (!test) return null;
                const from = 8;
                const at = (pa: number) => `${x(pa)} ${y(test.c * pa ** test.n)}`;
                return (
                  <g key={word} className={`test ${word}`}>
                    <path d={`M${at(from)} L${at(75)}`} />
                    {leak.points[word]?.map(([pa, cfm]) =>
                      pa > 0 ? <circle key={`${pa} ${cfm}`} cx={x(pa)} cy={y(cfm)} r={4} /> : null,
                    )}
                    <text x={x(75) + 8} y={y(test.c * 75 ** test.n)} dy={word === "before" ? "-0.2em" : "0.95em"}>
                      {word}
                    </text>
                  </g>
                );
              })}
            </g>
          </svg>
        ) : (
          <p className="note">
            {proof.trouble ??
              (proof.answer
                ? "No fan test is on record. Keep its points at the right, or run the practice gauge."
                : "Working out what is proved …")}
          </p>
        )}
      </div>
    </section>
  );
}
