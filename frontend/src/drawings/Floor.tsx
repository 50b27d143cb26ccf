import { useElementSize } from "@mantine/hooks";
import { useUnits } from "../app/units";
import { useBench } from "../workbench/context";
import { CutLine } from "./CutLine";
import { DepthMap } from "./DepthMap";
import { edgeLabels, floorFrame, KeepOut, Marker } from "./floorParts";
import { FloorWords } from "./Words";

const NARROW_PX = 500;

/** The attic from above: outline, joists, bays, what stands in the way, depth as a map, markers, and where it is cut. */
export function Floor() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { drawing, section, sectionPlan } = useBench();
  const units = useUnits();
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  const frame = drawn && width > 0 && height > 0 ? floorFrame(drawn.outline_ft, width, height) : null;
  const bays = new Map(sectionPlan?.eaves?.map((eave) => [eave.edge, eave.bays]));
  const labels =
    drawn && frame
      ? edgeLabels(
          drawn.edges,
          (edge) => {
            const run = units.length(edge.length_ft);
            const count = bays.get(edge.index);
            return [`${run.value} ${run.unit}`, ...(count ? [`${count} bays`] : [])];
          },
          frame,
          drawing?.cut?.section === drawn.id ? drawing.cut : null,
          width < NARROW_PX ? 8.2 : 6.8,
        )
      : [];
  return (
    <section className="drawing floor" aria-label="Floor">
      <header>
        <h2>Floor</h2>
        <span className="soft">from above, north up · drag A, B or the line between to move the cut</span>
        <FloorWords />
      </header>
      <div className="canvas" ref={ref}>
        {drawn && frame ? (
          <>
            {drawn.grid ? (
              <DepthMap
                grid={drawn.grid}
                left={frame.x(drawn.grid.origin_ft[0])}
                top={frame.y(drawn.grid.origin_ft[1] + drawn.grid.rows * drawn.grid.cell_ft)}
                scale={frame.scale}
              />
            ) : null}
            <svg width={width} height={height} role="group" aria-label="Plan of the attic floor">
              {drawn.joists_ft.map(([a, b]) => (
                <line
                  key={`${a}${b}`}
                  className="joist"
                  x1={frame.x(a[0])}
                  y1={frame.y(a[1])}
                  x2={frame.x(b[0])}
                  y2={frame.y(b[1])}
                />
              ))}
              <polygon
                data-line
                className="outline"
                points={drawn.outline_ft.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ")}
              />
              {drawn.bays.map((bay) => (
                <line
                  key={`${bay.from_ft}`}
                  data-line
                  className={bay.baffle ? "bay baffled" : "bay"}
                  x1={frame.x(bay.from_ft[0])}
                  y1={frame.y(bay.from_ft[1])}
                  x2={frame.x(bay.to_ft[0])}
                  y2={frame.y(bay.to_ft[1])}
                />
              ))}
              {drawn.keep_outs.map((kept) => (
                <KeepOut key={`${kept.name}${kept.corners_ft[0]}`} kept={kept} frame={frame} />
              ))}
              {drawn.markers_ft.map(([x, y]) => (
                <Marker key={`${x},${y}`} x={frame.x(x)} y={frame.y(y)} />
              ))}
              {[...labels].map(([edge, { x, y, anchor, lines }]) => (
                <text key={edge} data-label className="dimension" x={x} y={y} textAnchor={anchor}>
                  {lines.map((line, i) => (
                    <tspan key={line} x={x} dy={i ? 18 : 0}>
                      {line}
                    </tspan>
                  ))}
                </text>
              ))}
              {drawing?.cut && drawing.cut.section === drawn.id ? <CutLine cut={drawing.cut} frame={frame} /> : null}
            </svg>
          </>
        ) : null}
      </div>
      <FloorKey />
    </section>
  );
}

/** What the signs on the floor mean; only those that are there. */
function FloorKey() {
  const { drawing, section } = useBench();
  const units = useUnits();
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  if (!drawn) return null;
  const names = [...new Set(drawn.keep_outs.map((kept) => kept.name))];
  const range = drawn.grid?.depth_range_in;
  return (
    <ul className="floor-key">
      {range ? (
        <li>
          <span className="shades" aria-hidden="true" /> insulation {units.depth(range[0]).value} to{" "}
          {units.depth(range[1]).value} {units.depth(range[1]).unit}
        </li>
      ) : null}
      {names.map((name) => (
        <li key={name}>
          <svg width="16" height="16" aria-hidden="true">
            <KeepOut
              kept={{
                name,
                corners_ft: [
                  [2, 2],
                  [14, 2],
                  [14, 14],
                  [2, 14],
                ],
              }}
              frame={{ x: (v) => v, y: (v) => v, scale: 1 }}
            />
          </svg>{" "}
          {name.replaceAll("_", " ")}
        </li>
      ))}
      {drawn.markers_ft.length ? (
        <li>
          <svg width="16" height="16" aria-hidden="true">
            <Marker x={4} y={14} />
          </svg>{" "}
          marker
        </li>
      ) : null}
      {drawn.bays.some((bay) => bay.baffle) ? (
        <li>
          <span className="bay-sign" aria-hidden="true" /> baffle
        </li>
      ) : null}
    </ul>
  );
}
