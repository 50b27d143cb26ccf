import type { HouseCutDrawing } from "../../api/types";
import { productOf, sectionOf } from "../../document/sections";
import { useDocument, useSections } from "../../state/context";
import { useUnits } from "../../ui/units";
import { CutShape, FILLED } from "./CutShape";

const ROLE_ORDER = [
  "cold",
  "deck",
  "soffit",
  "plate",
  "cavity",
  "ceiling",
  "old_fill",
  "batt",
  "new_fill",
  "settled",
  "top",
];
const EDGE_PX = 14;
const NUMBER_PX = 9;

/** The whole house along the cut's line, to one scale; beside it each part with its fill, its R and what is wrong with it. */
export function HouseCut({ house, width, height }: { house: HouseCutDrawing; width: number; height: number }) {
  const { document, section, openSection } = useDocument();
  const units = useUnits();
  const [s0, z0, s1, z1] = house.box_in;
  const scale = Math.min((width - 2 * EDGE_PX) / (s1 - s0), (height - 2 * EDGE_PX) / (z1 - z0));
  const left = (width - (s1 - s0) * scale) / 2;
  const x = (s: number) => left + (s - s0) * scale;
  const y = (z: number) => height - EDGE_PX - (z - z0) * scale;
  const kind = (id: string, role: string) => {
    if (role === "old_fill") return sectionOf(document, id)?.existing?.[0]?.material;
    return productOf(document, id)?.kind;
  };
  return (
    <svg width={width} height={height} role="group" aria-label="Section through the whole house">
      {[...house.shapes]
        .sort((a, b) => ROLE_ORDER.indexOf(a.role) - ROLE_ORDER.indexOf(b.role))
        .map((shape, i) => {
          const points = shape.points.map(([s, z]) => `${x(s)},${y(z)}`).join(" ");
          const key = `${shape.section}${shape.role}${i}`;
          const mine = shape.section === section.id ? "" : " elsewhere";
          const fill = FILLED.includes(shape.role) ? kind(shape.section, shape.role) : null;
          return <CutShape key={key} role={shape.role} closed={shape.closed} points={points} fill={fill} more={mine} />;
        })}
      {house.parts.map((part, i) => {
        const [px, py] = [x(part.at_in[0]), y(part.at_in[1])];
        return (
          <g
            key={part.section + String(part.at_in[0])}
            className={part.section === section.id ? "part-number here" : "part-number"}
            role="button"
            tabIndex={0}
            aria-label={`Open ${part.name}`}
            onClick={() => openSection(part.section)}
            onKeyDown={(event) => event.key === "Enter" && openSection(part.section)}
          >
            <title>
              {part.name}
              {part.fill_in ? `, ${units.depth(part.fill_in).value} ${units.depth(part.fill_in).unit} new` : ""}
            </title>
            <circle cx={px} cy={py - NUMBER_PX - 4} r={NUMBER_PX} />
            <text x={px} y={py - NUMBER_PX + 1} textAnchor="middle">
              {i + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** The parts in the order of the line, by their numbers; each opens its section. */
export function HouseParts({ house }: { house: HouseCutDrawing }) {
  const { section, openSection } = useSections();
  const units = useUnits();
  const r = (value: number | null) => (value === null ? "?" : units.r(value));
  return (
    <div className="house-parts">
      <ol>
        {house.parts.map((part, i) => (
          <li key={part.section + String(part.at_in[0])} className={part.section === section.id ? "here" : undefined}>
            <button type="button" onClick={() => openSection(part.section)}>
              <b>{i + 1}</b> {part.name}{" "}
              <span className="strong">
                {r(part.r_now)} → {r(part.r_done)}
              </span>
              {part.fill_in ? (
                <span className="soft">
                  {" "}
                  {units.depth(part.fill_in).value} {units.depth(part.fill_in).unit} new
                </span>
              ) : null}
            </button>
            {part.wrong ? <p className={`wrong ${part.level}`}>{part.wrong}</p> : null}
          </li>
        ))}
      </ol>
      {house.missing.map((text) => (
        <p key={text} className="wrong caution">
          {text}
        </p>
      ))}
    </div>
  );
}

/** How long the line is, over how many parts. */
export function HouseTitle({ house }: { house: HouseCutDrawing }) {
  const units = useUnits();
  const long = Math.hypot(house.to_ft[0] - house.from_ft[0], house.to_ft[1] - house.from_ft[1]);
  const { value, unit } = units.length(long);
  return (
    <>
      <b>Along A to B</b> {value} {unit} through {house.parts.length} parts
    </>
  );
}
