import { useElementSize } from "@mantine/hooks";
import { usePlanned } from "../../state/context";
import { fixed, useUnits } from "../../ui/units";

const MARGIN = { left: 112, right: 40, top: 26, bottom: 46 };
const LINES = [
  ["by_bags", "bags prove"],
  ["by_depth", "depth proves"],
  ["by_cores", "cores show"],
  ["claimed", "claimed"],
] as const;

/** What bags, depth and cores prove, and what is claimed, on one scale of R with the printed rows as its marks. */
export function ClaimScale() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { proof } = usePlanned();
  const units = useUnits();
  const told = proof.answer?.products[0];
  const wide = width - MARGIN.left - MARGIN.right;
  const high = height - MARGIN.top - MARGIN.bottom;
  const most = Math.max(10, ...(told?.asked.map((row) => row.r) ?? [])) * 1.05;
  const x = (r: number) => (r / most) * wide;
  const y = (i: number) => (high / LINES.length) * (i + 0.5);
  const said = told
    ? LINES.map(
        ([name, words]) => `${words} ${told.r[name] === null ? "nothing yet" : units.r(told.r[name] as number)}`,
      ).join(", ")
    : "";
  return (
    <section className="drawing claim-scale" aria-label="Claim">
      <header>
        <h2>Claim</h2>
        <span className="soft">{told?.asked.length ? "R of the new fill; the marks are the printed rows" : ""}</span>
      </header>
      <div className="canvas" ref={ref}>
        {told?.asked.length && width > 0 ? (
          <svg width={width} height={height} role="img" aria-label={`${told.name}: ${said}`}>
            <g transform={`translate(${MARGIN.left} ${MARGIN.top})`}>
              {told.asked.map((row, i) => (
                <g key={row.r}>
                  <line className="row-mark" x1={x(row.r)} x2={x(row.r)} y1={-6} y2={high + 4} />
                  {i % 2 === told.asked.length % 2 || told.asked.length < 8 ? (
                    <text className="scale" x={x(row.r)} y={high + 22}>
                      {fixed(row.r)}
                    </text>
                  ) : null}
                </g>
              ))}
              {LINES.map(([name, words], i) => {
                const r = told.r[name];
                return (
                  <g key={name} className={`proves ${name}`} transform={`translate(0 ${y(i)})`}>
                    <text className="name" x={-10} dy="0.35em">
                      {words}
                    </text>
                    {r === null ? (
                      <text className="none" x={6} dy="0.35em">
                        {name === "by_cores" ? "no core taken" : "nothing yet"}
                      </text>
                    ) : (
                      <>
                        <rect x={0} y={-9} width={Math.max(1, x(r))} height={18} rx={3} />
                        <text className="figure" x={Math.min(x(r) + 8, wide - 60)} dy="0.35em">
                          {units.r(r)}
                        </text>
                      </>
                    )}
                  </g>
                );
              })}
            </g>
          </svg>
        ) : (
          <p className="note">
            {proof.trouble ??
              (proof.answer ? "Nothing is blown on an open floor here." : "Working out what is proved …")}
          </p>
        )}
      </div>
    </section>
  );
}
