import type { EnclosedCutDrawing, ItemCutDrawing } from "../../api/types";
import { productOf } from "../../document/sections";
import { useDocument } from "../../state/context";
import { useUnits } from "../../ui/units";
import { NARROW_PX } from "../frame";
import { CutShape } from "./CutShape";

const LIST_PX = 210;
const TICK = 5;
const LINE_PX = 22;
const LETTERS = "abcdef";
type Point = readonly [number, number];

/** The material whose texture lies over a shape; null: none does. */
const filling = (role: string, old: string | null | undefined, fresh: string | null | undefined) =>
  role === "cavity" || role === "old_fill" ? (old ?? null) : role === "new_fill" ? (fresh ?? null) : null;

/** The cut of rafter bays, a wall, closed bays or floor that is left out: to scale, with its own dimensions. */
export function EnclosedCut({
  cut,
  width,
  height,
  label = "Section through these bays",
}: {
  cut: EnclosedCutDrawing | ItemCutDrawing;
  width: number;
  height: number;
  label?: string;
}) {
  const { section, document } = useDocument();
  const units = useUnits();
  const [s0, z0, s1, z1] = cut.box_in;
  // Beside the drawing at a desk, over it on a phone: there the drawing takes the whole width.
  const narrow = width < NARROW_PX;
  const listed_px = cut.dimensions.length * LINE_PX;
  const margin = narrow
    ? { left: 16, right: 16, top: 30 + listed_px, bottom: 30 }
    : { left: 40, right: cut.dimensions.length ? LIST_PX : 40, top: 22, bottom: 30 };
  const room = { wide: width - margin.left - margin.right, high: height - margin.top - margin.bottom };
  const scale = Math.max(0, Math.min(room.wide / (s1 - s0), room.high / (z1 - z0)));
  const left = margin.left + (room.wide - (s1 - s0) * scale) / 2;
  const ground = margin.top + (room.high + (z1 - z0) * scale) / 2;
  const at = ([s, z]: Point): Point => [left + (s - s0) * scale, ground - (z - z0) * scale];
  const material = section.existing?.[0]?.material;
  const product = productOf(document, section.id);
  return (
    <svg width={width} height={height} role="group" aria-label={label}>
      {cut.shapes.map((shape, i) => {
        const points = shape.points.map((p) => at(p).join(",")).join(" ");
        const key = `${shape.role}${i}`;
        const fill = filling(shape.role, material, product?.kind);
        return <CutShape key={key} role={shape.role} closed={shape.closed} points={points} fill={fill} />;
      })}
      {cut.dimensions.map((dimension, i) => {
        const letter = LETTERS[cut.dimensions.slice(0, i).filter((d) => d.from_in).length];
        const { value, unit } = units.depth(dimension.value_in);
        const listed = (
          <text
            data-label
            x={narrow ? margin.left : width - LIST_PX + 24}
            y={(narrow ? 16 : margin.top + 8) + i * LINE_PX}
          >
            {dimension.from_in ? `${letter} · ` : ""}
            {dimension.name} <tspan className="strong">{`${value} ${unit}`}</tspan>
          </text>
        );
        if (!dimension.from_in || !dimension.to_in) return <g key={dimension.name}>{listed}</g>;
        const [a, b] = [at(dimension.from_in), at(dimension.to_in)];
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
        const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
        const level = Math.abs(uy) < 0.1;
        const tick = (p: Point) => `M${p[0] - uy * TICK} ${p[1] + ux * TICK}L${p[0] + uy * TICK} ${p[1] - ux * TICK}`;
        return (
          <g key={dimension.name} className="measure">
            <path data-line d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}${tick(a)}${tick(b)}`} />
            <text
              data-label
              x={level ? (a[0] + b[0]) / 2 : a[0] - ux * 20}
              y={level ? a[1] - 7 : a[1] - uy * 20 + 5}
              textAnchor="middle"
            >
              {letter}
            </text>
            {listed}
          </g>
        );
      })}
    </svg>
  );
}
