import { Button, SegmentedControl } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { memo, type PointerEvent, useRef, useState } from "react";
import type { DrawnCut } from "../../api/types";
import { newId, type Point } from "../../document/outline";
import { usePlanned, useSections, useView } from "../../state/context";
import { CUT } from "../../state/tool";
import { useUnits } from "../../ui/units";
import { lookOf } from "../baySigns";
import { type Frame, floorFrame, NARROW_PX, points, toInch } from "../frame";
import { FloorWords } from "../InWords";
import { type Box, readingLabels, type Segment } from "../labels";
import { signsAside } from "../signs";
import { cutEnds, edgeLabels } from "../wallLabels";
import { BandSigns, Bands } from "./Bands";
import { Corners } from "./Corners";
import { CutLine } from "./CutLine";
import { DepthMap, type Shown } from "./DepthMap";
import { DepthPins } from "./DepthPins";
import { FilledBands, FilledSigns } from "./FilledBands";
import { FloorKey } from "./FloorKey";
import { Heights } from "./Heights";
import { LookPins } from "./LookPins";
import { KeepOut, Marker } from "./Marks";
import { OtherSection } from "./OtherSection";
import { OtherWalls } from "./OtherWalls";
import { Pieces } from "./Pieces";
import { PlateLines } from "./PlateLines";
import { Features, Pins, Readings, WaitingSign, Ways } from "./Things";
import { WallLabels } from "./WallLabels";
import { WorkSigns } from "./WorkSigns";

const TAP_PX = 6;
/** A shorter wall below is a slip of the finger. */
const LEAST_WALL_FT = 0.5;

/** The attic from above: outlines, joists, bays, what stands there, depth as a map, markers, and where it is cut. */
export const Floor = memo(function Floor() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { sections, section, job, openSection, editSection } = useSections();
  const { drawing, sectionPlan, faults } = usePlanned();
  const { tool, setTool, stepId, pick, waiting, wait, lists } = useView();
  const units = useUnits();
  const [map, setMap] = useState<"planned" | "r">("planned");
  const [heldCorner, setHeldCorner] = useState<{ index: number; at: Point } | null>(null);
  const frozen = useRef<Frame | null>(null);
  const pressed = useRef<readonly [number, number] | null>(null);
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  const narrow = width < NARROW_PX;
  // An outline that is not accepted is shown dashed over the last sound one, which keeps its scale.
  const refused = drawn !== undefined && faults[`sections[${sections.indexOf(section)}].outline_ft`] !== undefined;
  const sound = (refused ? drawn.outline_ft : section.outline_ft) as Point[];
  // A phone has room for the open section; at a desk all of them are in sight.
  const inSight = narrow ? [section] : sections;
  const free =
    width > 0 && height > 0
      ? floorFrame(
          inSight.flatMap((s) => (s.id === section.id ? sound : (s.outline_ft as Point[]))),
          width,
          height,
        )
      : null;
  // While a corner is held the drawing keeps its scale, so that the corner stays under the pointer.
  const frame = heldCorner ? (frozen.current ?? free) : free;
  frozen.current = frame;
  const outline = sound.map((p, i) => (heldCorner?.index === i ? heldCorner.at : p));
  const current = drawn && drawn.outline_ft.length === outline.length ? drawn : null;
  const bays = new Map(sectionPlan?.eaves?.map((eave) => [eave.edge, eave.bays]));
  const cut = drawing?.cut && drawing.cut.section === section.id ? drawing.cut : null;
  const labels =
    current && frame
      ? edgeLabels(
          current.edges,
          (edge) => {
            const run = units.length(edge.length_ft);
            const count = bays.get(edge.index);
            return [`${run.value} ${run.unit}`, ...(count ? [`${count} bays`] : [])];
          },
          frame,
          tool.kind === "cut" ? cut : null,
          narrow ? 8.2 : 6.8,
        )
      : null;
  const taken = [
    ...(labels ? [...labels.values()].map((label) => label.box) : []),
    ...(frame && tool.kind === "cut" ? cutEnds(cut, frame) : []),
  ];
  const reading = tool.kind === "readings";
  const grid = current?.grid;
  const rShown = map === "r" && tool.kind === "cut" && grid?.r;
  const shown: Shown = (reading && grid?.old_in) || !grid?.depth_in ? "old" : rShown ? "r" : "planned";
  const loading = stepId === "load";
  // Steps that show other things than the depth of the fill.
  const installing = stepId === "install";
  const proving = stepId === "prove";
  const preparing = stepId === "prepare" || loading || installing || proving;
  const showsHeights = tool.kind === "corners" || stepId === "eaves";
  const shownReadings = (section.readings ?? []).flatMap((r, i) =>
    r.at_ft ? [{ id: r.id ?? String(i), at: r.at_ft as Point, text: units.depth(r.depth_in).value }] : [],
  );
  const marked = tool.kind === "cut" && !preparing ? (current?.markers_ft ?? []) : [];
  // What stands there, so that no height is written across it.
  const standing: Box[] = frame ? (current?.keep_outs ?? []).map((kept) => boxOf(kept.corners_ft, frame)) : [];
  if (frame && (tool.kind === "cut" || tool.kind === "pieces")) {
    for (const at of [...(section.features ?? []).map((f) => f.at_ft), ...marked])
      if (at) standing.push([frame.x(at[0]) - 11, frame.y(at[1]) - 14, frame.x(at[0]) + 11, frame.y(at[1]) + 11]);
  }
  const signs = (section.features ?? []).flatMap((f, i) =>
    f.at_ft && frame ? [{ id: f.id ?? String(i), x: frame.x(f.at_ft[0]), y: frame.y(f.at_ft[1]) }] : [],
  );
  const ways = (current?.keep_outs ?? []).filter((kept) => kept.name === "hatch");
  const aside = signsAside(
    signs,
    frame
      ? [
          ...ways.map((kept) => boxOf(kept.corners_ft, frame)),
          ...marked.map(([x, y]): Box => [frame.x(x) - 1, frame.y(y) - 13, frame.x(x) + 8, frame.y(y)]),
        ]
      : [],
  );
  const rings = [outline, ...(section.holes ?? []).map((hole) => hole.outline_ft as Point[])];
  const walls = frame ? rings.flatMap((ring) => ringSegments(ring, frame)) : [];

  const tap = (at: Point) => {
    const spot: Point = [toInch(at[0]), toInch(at[1])];
    const id = newId();
    if (tool.kind === "readings") {
      pick(null);
      wait({ at_ft: spot });
    } else if (tool.kind === "features" && tool.place) {
      const kind = tool.place;
      editSection("placing", (s) => {
        const run = lists.features[kind]?.shape === "run";
        const far: Point = [spot[0] + 6, spot[1]];
        s.features = [...(s.features ?? []), { id, kind, at_ft: spot, ...(run ? { to_ft: far } : {}) }];
      });
      pick({ kind: "feature", id });
    } else if (tool.kind === "plates") {
      const from = tool.from;
      if (!from) setTool({ kind: "plates", from: spot });
      else if (Math.hypot(spot[0] - from[0], spot[1] - from[1]) >= LEAST_WALL_FT) {
        editSection("a wall below", (s) => {
          s.plates_ft = [...(s.plates_ft ?? []), [from, spot]];
        });
        setTool({ kind: "plates", from: null });
      }
    } else if (tool.kind === "photo") {
      const file = tool.file;
      job.edit("a photo", (d) => {
        d.photos = [...(d.photos ?? []), { id, file, section: section.id, at_ft: spot }];
      });
      pick({ kind: "photo", id });
      setTool(CUT);
    }
  };
  const taps =
    tool.kind === "plates" ||
    tool.kind === "readings" ||
    tool.kind === "photo" ||
    (tool.kind === "features" && tool.place !== null);
  const down = (event: PointerEvent) => {
    pressed.current = [event.clientX, event.clientY];
  };
  const up = (event: PointerEvent<SVGSVGElement>) => {
    const from = pressed.current;
    pressed.current = null;
    if (!taps || !frame || !from || event.button !== 0) return;
    if ((event.target as Element).closest(".handle, [role=button], .cut-line")) return;
    if (Math.hypot(event.clientX - from[0], event.clientY - from[1]) > TAP_PX) return;
    const box = event.currentTarget.getBoundingClientRect();
    tap(frame.back(event.clientX - box.left, event.clientY - box.top));
  };
  return (
    <section className={`drawing floor tool-${tool.kind}`} aria-label="Floor">
      <header>
        <h2>Floor</h2>
        <span className="soft">
          {loading
            ? "bands in the order they are filled; the way of the hose"
            : installing
              ? "bands filling up, far ones first"
              : proving
                ? "every depth read, against its fill line"
                : preparing && tool.kind === "cut"
                  ? "numbers as in the list; tap one to open it"
                  : HINTS[tool.kind]}
        </span>
        {taps ? (
          <Button
            variant="default"
            size="compact-sm"
            onClick={() => (tool.kind === "photo" || tool.kind === "plates" ? setTool(CUT) : tap(middleOf(outline)))}
          >
            {tool.kind === "photo"
              ? "not on the floor"
              : tool.kind === "plates"
                ? "walls are drawn"
                : "add in the middle"}
          </Button>
        ) : null}
        {grid?.r && tool.kind === "cut" && grid.depth_in && !preparing ? (
          <SegmentedControl
            size="xs"
            className="cut-view"
            aria-label="What the Floor shows"
            value={map}
            onChange={(value) => setMap(value as "r")}
            data={[
              { value: "planned", label: "depth" },
              { value: "r", label: "R" },
            ]}
          />
        ) : null}
        <FloorWords />
      </header>
      <div className="canvas" ref={ref}>
        {frame ? (
          <>
            {grid && !preparing && tool.kind !== "corners" && tool.kind !== "pieces" ? (
              <DepthMap
                which={shown}
                grid={grid}
                left={frame.x(grid.origin_ft[0])}
                top={frame.y(grid.origin_ft[1] + grid.rows * grid.cell_ft)}
                scale={frame.scale}
              />
            ) : null}
            <svg
              width={width}
              height={height}
              role="group"
              aria-label="Plan of the attic floor"
              className={taps ? "taps" : undefined}
              onPointerDown={down}
              onPointerUp={up}
              // The field that a tap opens has the keyboard: the press that follows a touch must not take it away.
              onMouseDown={(event) => (tool.kind === "readings" ? event.preventDefault() : undefined)}
            >
              {drawing?.sections
                .filter((s) => s.id !== section.id)
                .map((other) => (
                  <OtherSection
                    key={other.id}
                    other={other}
                    name={sections.find((s) => s.id === other.id)?.name ?? other.id}
                    frame={frame}
                    taken={taken}
                    charPx={narrow ? 8.6 : 7.2}
                    canvas={{ width, height }}
                    onOpen={() => openSection(other.id)}
                  />
                ))}
              {current?.joists_ft.map(([a, b]) => (
                <line
                  key={`${a}${b}`}
                  className="joist"
                  x1={frame.x(a[0])}
                  y1={frame.y(a[1])}
                  x2={frame.x(b[0])}
                  y2={frame.y(b[1])}
                />
              ))}
              {showsHeights && !heldCorner ? (
                <Heights
                  heights={current?.heights ?? []}
                  frame={frame}
                  lines={[...walls, ...(tool.kind === "cut" && cut ? [cutSegment(cut, frame)] : [])]}
                  boxes={[...taken, ...standing]}
                  charPx={narrow ? 9.5 : 8}
                />
              ) : null}
              <polygon className="floor-area" points={points(outline, frame)} />
              {loading ? <Bands frame={frame} /> : null}
              {installing ? <FilledBands frame={frame} /> : null}
              {tool.kind === "pieces" ? (
                <Pieces layer={current?.batts[tool.layer]} frame={frame} standing={standing} />
              ) : null}
              {outline.map((a, i) => {
                const b = outline[(i + 1) % outline.length] as Point;
                const kind = section.edges[i]?.kind ?? "gable";
                return (
                  <line
                    // biome-ignore lint/suspicious/noArrayIndexKey: a wall is known by its place
                    key={i}
                    data-line
                    className={`outline ${kind}`}
                    x1={frame.x(a[0])}
                    y1={frame.y(a[1])}
                    x2={frame.x(b[0])}
                    y2={frame.y(b[1])}
                  />
                );
              })}
              {section.holes?.map((hole, i) => (
                <polygon
                  key={hole.id ?? String(i)}
                  data-line
                  className="hole"
                  points={points(hole.outline_ft as Point[], frame)}
                />
              ))}
              {heldCorner
                ? null
                : current?.runs
                    .flatMap((run) => run.bays)
                    .map((bay) => (
                      <line
                        key={`${bay.from_ft}`}
                        data-line
                        className={`bay ${lookOf(bay)}`}
                        x1={frame.x(bay.from_ft[0])}
                        y1={frame.y(bay.from_ft[1])}
                        x2={frame.x(bay.to_ft[0])}
                        y2={frame.y(bay.to_ft[1])}
                      />
                    ))}
              {current?.keep_outs.map((kept) => (
                <KeepOut key={`${kept.name}${kept.corners_ft[0]}`} kept={kept} frame={frame} />
              ))}
              {reading || tool.kind === "corners" ? null : (
                <Features frame={frame} moving={tool.kind === "features"} aside={aside} />
              )}
              {reading ? (
                <Readings
                  frame={frame}
                  moving
                  places={readingLabels(shownReadings, frame, walls, narrow ? 10.5 : 8.5)}
                />
              ) : null}
              {reading && waiting ? <WaitingSign at={waiting.at_ft} frame={frame} /> : null}
              {tool.kind === "cut" && !preparing
                ? current?.markers_ft.map(([x, y]) => <Marker key={`${x},${y}`} x={frame.x(x)} y={frame.y(y)} />)
                : null}
              {tool.kind === "cut" && cut && !preparing ? <CutLine cut={cut} frame={frame} /> : null}
              {tool.kind === "photo" || tool.kind === "cut" ? <Pins frame={frame} /> : null}
              {stepId === "prepare" ? (
                <PlateLines frame={frame} from={tool.kind === "plates" ? tool.from : null} />
              ) : null}
              {stepId === "prepare" && tool.kind === "cut" ? <WorkSigns frame={frame} taken={taken} /> : null}
              {loading ? <BandSigns frame={frame} /> : null}
              {installing ? <FilledSigns frame={frame} /> : null}
              {proving ? <DepthPins frame={frame} /> : null}
              {proving ? <LookPins frame={frame} /> : null}
              {refused ? <polygon className="refused" points={points(section.outline_ft as Point[], frame)} /> : null}
              {tool.kind === "against" ? <OtherWalls frame={frame} /> : null}
              <Ways frame={frame} moving={stepId === "look-over" && tool.kind === "cut"} />
              {labels && !heldCorner ? <WallLabels labels={labels} edges={current?.edges ?? []} /> : null}
              {tool.kind === "corners" ? (
                <Corners frame={frame} snapTo={current?.snap ?? null} onHeld={setHeldCorner} />
              ) : null}
            </svg>
          </>
        ) : null}
      </div>
      <FloorKey which={shown} heights={showsHeights} />
    </section>
  );
});

const HINTS = {
  cut: "from above, north up · drag A, B or the line between to move the cut",
  corners: "drag a corner, + puts one in, a length can be typed",
  readings: "tap where you measured, type the depth, Enter",
  features: "pick a sign in the sheet and tap where it stands; drag to move",
  photo: "tap where the photo was taken",
  pieces: "every piece as it is laid, numbered in the laying order",
  plates: "tap one end of a wall below, then the other; they need not end at a wall of the attic",
  against: "click the wall of another section, where this one's corner comes to stand",
  rack: "",
};

const boxOf = (corners: readonly (readonly [number, number])[], frame: Frame): Box => {
  const xs = corners.map(([x]) => frame.x(x));
  const ys = corners.map(([, y]) => frame.y(y));
  return [Math.min(...xs) - 4, Math.min(...ys) - 4, Math.max(...xs) + 4, Math.max(...ys) + 4];
};

const cutSegment = (cut: DrawnCut, frame: Frame): Segment => [
  frame.x(cut.from_ft[0]),
  frame.y(cut.from_ft[1]),
  frame.x(cut.to_ft[0]),
  frame.y(cut.to_ft[1]),
];

const ringSegments = (ring: readonly Point[], frame: Frame) =>
  ring.map((a, i) => {
    const b = ring[(i + 1) % ring.length] as Point;
    return [frame.x(a[0]), frame.y(a[1]), frame.x(b[0]), frame.y(b[1])] as const;
  });

function middleOf(corners: readonly Point[]): Point {
  const sum = corners.reduce((total, p) => [total[0] + p[0], total[1] + p[1]] as Point, [0, 0] as Point);
  return [sum[0] / corners.length, sum[1] / corners.length];
}
