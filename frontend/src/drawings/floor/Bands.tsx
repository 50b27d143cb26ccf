import { usePlanned, useSections } from "../../state/context";
import type { Frame } from "../frame";

const LABEL_R = 12;

/** The floor in the bands it is filled in, where one only crawls or reaches, and the way of the hose to the stands. */
export function Bands({ frame }: { frame: Frame }) {
  const { section } = useSections();
  const { load } = usePlanned();
  const drawing = load.answer?.drawing;
  const here = drawing?.sections.find((s) => s.section === section.id);
  if (!drawing || !here) return null;
  const path = (rings: readonly (readonly (readonly [number, number])[])[]) =>
    rings.map((ring) => `M${ring.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join("L")}Z`).join("");
  return (
    <g className="bands">
      <defs>
        <pattern id="band-crawl" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" />
        </pattern>
        <pattern id="band-reach" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1="0" y1="0" x2="0" y2="5" />
        </pattern>
      </defs>
      {here.bands.map((band, i) => (
        <path
          key={band.number}
          className={band.by_hand ? "band by-hand" : `band tone-${i % 2}`}
          fillRule="evenodd"
          d={path(band.rings_ft)}
        />
      ))}
      <path className="little-headroom crawl" fillRule="evenodd" d={path(here.crawl_ft)} />
      <path className="little-headroom reach" fillRule="evenodd" d={path(here.reach_ft)} />
      {drawing.ways_ft.map((way) => (
        <polyline
          key={way.join()}
          className="hose-way"
          points={way.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ")}
        />
      ))}
    </g>
  );
}

/** The stands, and the number of each band over what stands there. */
export function BandSigns({ frame }: { frame: Frame }) {
  const { section } = useSections();
  const { load } = usePlanned();
  const here = load.answer?.drawing.sections.find((s) => s.section === section.id);
  if (!here) return null;
  return (
    <g className="bands">
      {here.bands.flatMap((band) =>
        band.stands_ft.map(([x, y]) => (
          <circle key={`${band.number}-${x}-${y}`} className="stand" cx={frame.x(x)} cy={frame.y(y)} r={4} />
        )),
      )}
      {here.bands.map((band) => (
        <g key={band.number} transform={`translate(${frame.x(band.label_ft[0])} ${frame.y(band.label_ft[1])})`}>
          <circle className="band-sign" r={LABEL_R} />
          <text className="band-number" dy="0.36em">
            {band.by_hand ? "?" : band.number}
          </text>
        </g>
      ))}
    </g>
  );
}
