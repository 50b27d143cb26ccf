import type { EnclosedCutDrawing } from "../../api/types";
import { useDocument } from "../../state/context";
import { useUnits } from "../../ui/units";
import { texture } from "../Textures";

const MARGIN = { left: 40, right: 210, top: 16, bottom: 30 };
const TICK = 5;
const LINE_PX = 22;
const LETTERS = "abcdef";
type Point = readonly [number, number];

/** The cut of rafter bays, a wall, closed bays or floor that is left out: to scale, with its own dimensions. */
export function EnclosedCut({ cut, width, height }: { cut: EnclosedCutDrawing; width: number; height: number }) {
  const { section } = useDocument();
  const units = useUnits();
  const [s0, z0, s1, z1] = cut.box_in;
  const scale = Math.min(
    (width - MARGIN.left - MARGIN.right) / (s1 - s0),
    (height - MARGIN.top - MARGIN.bottom) / (z1 - z0),
  );
  const left = MARGIN.left + (width - MARGIN.left - MARGIN.right - (s1 - s0) * scale) / 2;
  const at = ([s, z]: Point): Point => [left + (s - s0) * scale, height - MARGIN.bottom - (z - z0) * scale];
  const material = section.existing?.[0]?.material;
  return (
    <svg width={width} height={height} role="group" aria-label="Section through these bays">
      {cut.shapes.map((shape, i) => {
        const points = shape.points.map((p) => at(p).join(",")).join(" ");
        const key = `${shape.role}${i}`;
        if (!shape.closed) return <polyline key={key} data-line className={shape.role} points={points} />;
        return (
          <g key={key}>
            <polygon data-line className={shape.role} points={points} />
            {shape.role === "cavity" && material ? (
              <polygon className="textured" points={points} fill={texture(material)} />
            ) : null}
          </g>
        );
      })}
      {cut.dimensions.map((dimension, i) => {
        const letter = LETTERS[cut.dimensions.slice(0, i).filter((d) => d.from_in).length];
        const { value, unit } = units.depth(dimension.value_in);
        const listed = (
          <text data-label x={width - MARGIN.right + 24} y={MARGIN.top + 14 + i * LINE_PX}>
            {dimension.from_in ? `${letter} · ` : ""}
            {dimension.name} <tspan className="strong">{`${value} ${unit}`}</tspan>
          </text>
        );
        if (!dimension.from_in || !dimension.to_in) return <g key={dimension.name}>{listed}</g>;
        const [a, b] = [at(dimension.from_in), at(dimension.to_in)];
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
        const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
        const tick = (p: Point) => `M${p[0] - uy * TICK} ${p[1] + ux * TICK}L${p[0] + uy * TICK} ${p[1] - ux * TICK}`;
        return (
          <g key={dimension.name} className="measure">
            <path data-line d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}${tick(a)}${tick(b)}`} />
            <text data-label x={a[0] - ux * 20} y={a[1] - uy * 20 + 5} textAnchor="middle">
              {letter}
            </text>
            {listed}
          </g>
        );
      })}
    </svg>
  );
}
