import type { CoreSample, Way } from "../../api/types";
import { useUnits } from "../../ui/units";
import { texture } from "../Textures";

export const CORE_WIDTH = 84;
const TOP = 22;
const BOARD = 5;

export interface Scale {
  /** Inches shown, and pixels for one. */
  topIn: number;
  perIn: number;
  height: number;
}

export const scaleFor = (topIn: number, perIn: number): Scale => ({
  topIn,
  perIn,
  height: topIn * perIn + TOP + BOARD + 2,
});

export const yOf = (scale: Scale, inches: number) => scale.height - BOARD - 1 - inches * scale.perIn;

/** One core, from the ceiling up to the fill line, at the rack's scale. */
export function Core({ way, core, scale }: { way: Way; core: CoreSample; scale: Scale }) {
  const units = useUnits();
  const y = (inches: number) => yOf(scale, inches);
  const blocked = way.weighed.blocks.length > 0;
  const line = core.fill_line_in;
  const layers = core.layers ?? [];
  const top = layers.at(-1)?.to_in ?? 0;
  const heel = core.heel_line_in;
  return (
    <svg
      className={blocked ? "core blocked" : "core"}
      width={CORE_WIDTH}
      height={scale.height}
      viewBox={`0 0 ${CORE_WIDTH} ${scale.height}`}
      aria-hidden="true"
    >
      <rect className="core-board" x={3} y={y(0)} width={CORE_WIDTH - 6} height={BOARD} />
      {layers.map((layer) => (
        <g key={`${layer.role}${layer.from_in}`} className={`core-layer ${layer.role}`}>
          <rect
            className="ground"
            x={4}
            y={y(layer.to_in)}
            width={CORE_WIDTH - 8}
            height={Math.max(0, (layer.to_in - layer.from_in) * scale.perIn)}
          />
          <rect
            x={4}
            y={y(layer.to_in)}
            width={CORE_WIDTH - 8}
            height={Math.max(0, (layer.to_in - layer.from_in) * scale.perIn)}
            fill={texture(layer.kind)}
          />
        </g>
      ))}
      {core.settled_line_in !== null &&
      core.settled_line_in !== undefined &&
      line &&
      line - core.settled_line_in > 0.1 ? (
        <line
          className="core-settled"
          x1={4}
          x2={CORE_WIDTH - 4}
          y1={y(core.settled_line_in)}
          y2={y(core.settled_line_in)}
        />
      ) : null}
      {heel !== null && heel !== undefined && heel < scale.topIn ? (
        <path className="core-heel" d={`M0 ${y(heel)}H10M${CORE_WIDTH - 10} ${y(heel)}H${CORE_WIDTH}`} />
      ) : null}
      {blocked ? (
        <rect
          className="core-hatched"
          x={4}
          y={y(Math.max(top, 3))}
          width={CORE_WIDTH - 8}
          height={Math.max(top, 3) * scale.perIn}
          fill="url(#rack-blocked)"
        />
      ) : null}
      {line ? (
        <>
          <line className="core-top" x1={4} x2={CORE_WIDTH - 4} y1={y(line)} y2={y(line)} />
          <text x={CORE_WIDTH / 2} y={y(line) - 6} textAnchor="middle">
            {units.depth(line).value} {units.depth(0).unit}
          </text>
        </>
      ) : null}
    </svg>
  );
}

/** The ruler that all cores stand beside. */
export function CoreRuler({ scale, width, heelIn }: { scale: Scale; width: number; heelIn: number | null }) {
  const { metric } = useUnits();
  const unit = metric ? 10 / 25.4 : 1;
  const every = metric ? 10 : 5;
  const count = Math.floor(scale.topIn / unit);
  return (
    <svg className="core-ruler" width={width} height={scale.height} aria-hidden="true">
      <rect x={width - 26} y={yOf(scale, count * unit)} width={22} height={count * unit * scale.perIn} />
      {Array.from({ length: count + 1 }, (_, i) => i).map((i) => {
        const major = i % every === 0;
        const y = yOf(scale, i * unit);
        if (!major && unit * scale.perIn < 3) return null;
        return (
          <g key={i}>
            <line x1={width - 26} x2={width - (major ? 14 : 19)} y1={y} y2={y} />
            {major && i > 0 ? (
              <text x={width - 32} y={y + 4} textAnchor="end">
                {i * (metric ? 10 : 1)}
              </text>
            ) : null}
          </g>
        );
      })}
      <text x={2} y={14}>
        {metric ? "mm" : "inches"}
      </text>
      {heelIn !== null && heelIn < scale.topIn ? (
        <>
          <path className="core-heel" d={`M2 ${yOf(scale, heelIn)}H${width - 52}`} />
          <text className="heel-name" x={2} y={yOf(scale, heelIn) - 5}>
            plate
          </text>
        </>
      ) : null}
    </svg>
  );
}
