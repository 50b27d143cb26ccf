import { type KeyboardEvent, useState } from "react";
import type { DrawnCut } from "../../api/types";
import { productOf } from "../../document/sections";
import { useDocument, usePlanned } from "../../state/context";
import { useUnits } from "../../ui/units";
import { useDrag } from "../useDrag";
import type { CutFrame } from "./cutFrame";

const FLAG_WIDTH = 128;
const HALF = 11;
const APART = 26;
const EIGHTH = 0.125;

/** The flag on the ruler: its tip is the fill line. It clicks from row to row of the chart, or glides. */
export function FillFlag({ cut, frame }: { cut: DrawnCut; frame: CutFrame }) {
  const { document, section, job } = useDocument();
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const [held, setHeld] = useState<number | null>(null);
  const rows = productOf(document, section.id)?.chart ?? [];
  const glides = document.settings?.chart_rule === "interpolate";
  const old = cut.old_in ?? 0;
  const under = sectionPlan?.old_fill?.under_installed_in ? "lifted" : "old";
  const batts = cut.batts_in ?? 0;
  const installed = (cut.installed_in ?? 0) - batts;
  const most = rows.at(-1)?.installed_in ?? 0;
  const can = cut.old_in !== null && rows.length > 0;

  const snap = (wanted: number) => {
    const value = Math.min(most, Math.max(0, wanted));
    if (glides) return Math.round(value / EIGHTH) * EIGHTH;
    return rows.reduce(
      (best, row) => (Math.abs(row.installed_in - value) < Math.abs(best - value) ? row.installed_in : best),
      0,
    );
  };
  const set = (value: number) =>
    job.edit(
      "the fill line",
      (d) => {
        const chosen = d.choice?.[section.id];
        if (chosen) chosen.depth = { by: "installed_in", value_in: value };
      },
      true,
    );
  const drag = useDrag(() => ({
    onMove: (_dx, dy) => {
      const value = snap(installed - dy / frame.scale);
      setHeld(value);
      set(value);
    },
    onEnd: () => setHeld(null),
  }));
  const keys = (event: KeyboardEvent) => {
    const up = event.key === "ArrowUp" || event.key === "ArrowRight";
    const down = event.key === "ArrowDown" || event.key === "ArrowLeft";
    const ends: Record<string, number> = { Home: 0, End: most };
    let value = ends[event.key];
    if (up || down) {
      if (glides) value = snap(installed + (up ? EIGHTH : -EIGHTH));
      else {
        const stops = [0, ...rows.map((row) => row.installed_in)];
        value = up ? stops.find((s) => s > installed + 1e-6) : stops.findLast((s) => s < installed - 1e-6);
      }
    }
    if (value === undefined) return;
    event.preventDefault();
    set(value);
  };

  const line = held === null ? (cut.fill_line_in ?? old) : old + batts + held;
  const tip = frame.rulerX;
  const y = frame.y(line);
  const say = (inches: number) => `${units.depth(inches).value} ${units.depth(inches).unit}`;
  const oldY = Math.max(frame.y(old), can ? y + APART : 0);
  const flag = (at: number) =>
    `M${tip - FLAG_WIDTH} ${at - HALF}H${tip - 12}L${tip} ${at}L${tip - 12} ${at + HALF}H${tip - FLAG_WIDTH}Z`;
  const labelX = frame.rulerX + 44;
  const adds = sectionPlan?.r_added ? [`adds ${units.r(sectionPlan.r_added)}`] : [];
  let beside: string[] = [];
  if (can && installed > 0)
    beside = [`new fill ${say(installed)}`, `settles to ${say((cut.settled_in ?? 0) - batts)}`, ...adds];
  else if (!can && batts > 0) beside = [`fill line ${say(line)}`, `batts ${say(batts)}`, ...adds];
  return (
    <g className="flags">
      {old > 0 && frame.narrow ? (
        <text data-label className="old-beside" x={labelX} y={Math.max(frame.y(old) + 5, can ? y + 58 : 0)}>
          {under} {say(old)}
        </text>
      ) : null}
      {old > 0 && !frame.narrow ? (
        <g className="old-flag">
          <path d={flag(oldY)} />
          <text data-label x={tip - FLAG_WIDTH / 2 - 4} y={oldY + 5} textAnchor="middle">
            {under} {say(old)}
          </text>
        </g>
      ) : null}
      {can ? (
        <g
          id="fill-flag"
          className="fill-flag"
          role="slider"
          tabIndex={0}
          aria-label="Fill line"
          aria-orientation="vertical"
          aria-valuemin={Math.round((old + batts) * 1000) / 1000}
          aria-valuemax={Math.round((old + batts + most) * 1000) / 1000}
          aria-valuenow={Math.round(line * 1000) / 1000}
          aria-valuetext={`fill line ${say(line)}, new fill ${say(installed)}, adds ${units.r(sectionPlan?.r_added ?? 0)}`}
          onPointerDown={drag}
          onKeyDown={keys}
        >
          <rect className="touch" x={tip - FLAG_WIDTH - 6} y={y - 22} width={FLAG_WIDTH + 12} height={44} />
          <path d={flag(y)} />
          <text data-label x={tip - FLAG_WIDTH / 2 - 4} y={y + 5} textAnchor="middle">
            fill line {say(line)}
          </text>
        </g>
      ) : null}
      {beside.length ? (
        <text data-label className="beside" x={labelX} y={Math.max(14, y)}>
          {beside.map((line, i) => (
            <tspan key={line} x={labelX} dy={i ? 17 : 0}>
              {line}
            </tspan>
          ))}
        </text>
      ) : null}
    </g>
  );
}
