import { SegmentedControl } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { memo } from "react";
import type { DrawnCut } from "../../api/types";
import { type CutView, usePlanned, useSections, useView } from "../../state/context";
import { useUnits } from "../../ui/units";
import { CutWords } from "../InWords";
import { CutHint, CutShapes } from "./CutShapes";
import { cutFrame } from "./cutFrame";
import { EnclosedCut } from "./EnclosedCut";
import { FillFlag } from "./FillFlag";
import { Heat } from "./Heat";
import { HouseCut, HouseParts, HouseTitle } from "./HouseCut";
import { Ruler } from "./Ruler";

/** The attic from the side along the cut, to scale: plate, heel, deck, baffle, old and new fill, and the ruler. */
export const Cut = memo(function Cut() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { section, sections } = useSections();
  const { drawing, sectionPlan, corners } = usePlanned();
  const { heat, setHeat, stepId, cutView: view, setCutView: setView } = useView();
  const units = useUnits();
  const cut = drawing?.cut;
  const enclosed = drawing?.enclosed_cut?.section === section.id ? drawing.enclosed_cut : null;
  const house = view === "whole" ? drawing?.house : null;
  const several = sections.length > 1;
  const item = stepId === "prepare" ? drawing?.item : null;
  if (item)
    return (
      <section className="drawing cut item-cut" aria-label="Cut">
        <header>
          <h2>Cut</h2>
          <span className="soft">{item.title}, as it will stand</span>
        </header>
        <div className="canvas" ref={ref}>
          {width > 0 && height > 0 ? (
            <EnclosedCut cut={item} width={width} height={height} label="Section through what the item does" />
          ) : null}
        </div>
      </section>
    );
  if (section.kind && section.kind !== "open_floor") {
    return (
      <section className="drawing cut" aria-label="Cut">
        <header>
          <h2>Cut</h2>
          <span className="soft">
            {house
              ? "the whole house on this line, to one scale"
              : enclosed
                ? `${SEEN[section.kind] ?? "from the side"}, to scale`
                : "type this section's own dimensions in the sheet to see it cut"}
          </span>
          {several ? (
            <SegmentedControl
              size="xs"
              className="cut-view"
              aria-label="Part of the cut"
              value={view === "whole" ? "whole" : "A"}
              onChange={(value) => setView(value as CutView)}
              data={[
                { value: "A", label: "these bays" },
                { value: "whole", label: "whole" },
              ]}
            />
          ) : null}
        </header>
        <p className="cut-title">{house ? <HouseTitle house={house} /> : null}</p>
        {house ? <HouseParts house={house} /> : null}
        <div className="canvas" ref={ref}>
          {house && width > 0 && height > 0 ? <HouseCut house={house} width={width} height={height} /> : null}
          {!house && enclosed && width > 0 && height > 0 ? (
            <EnclosedCut cut={enclosed} width={width} height={height} />
          ) : null}
        </div>
      </section>
    );
  }
  const end = cut?.ends[view === "B" ? 1 : 0];
  const eave = view === "whole" ? undefined : sectionPlan?.eaves?.find((e) => e.edge === end?.edge);
  const frame =
    cut && width > 0 && height > 0 ? cutFrame(cut, view, width, height, (eave?.full_depth_at_in ?? 0) + 4) : null;
  const solved =
    view === "whole" || stepId !== "eaves"
      ? undefined
      : corners.answer?.corners.find((c) => c.section === section.id && c.edges.includes(end?.edge ?? -1));
  const state = solved?.states.find((s) => s.state === (heat.state ?? solved.after)) ?? solved?.states[0];
  const hot = state && heat.show !== "fill" ? { state, show: heat.show } : null;
  return (
    <section className="drawing cut" aria-label="Cut">
      <header>
        <h2>Cut</h2>
        <span className="soft">
          <CutHint cut={cut} house={Boolean(house)} />
        </span>
        <SegmentedControl
          size="xs"
          className="cut-view"
          aria-label="Part of the cut"
          value={view}
          onChange={(value) => setView(value as CutView)}
          data={[
            { value: "A", label: "A end" },
            { value: "whole", label: "whole" },
            { value: "B", label: "B end" },
          ]}
        />
        {state ? (
          <SegmentedControl
            size="xs"
            className="heat-view"
            aria-label="What the Cut shows"
            value={heat.show}
            onChange={(value) => setHeat({ ...heat, show: value as "fill" })}
            data={[
              { value: "fill", label: "fill" },
              { value: "temperatures", label: "temperatures" },
              { value: "flow", label: "heat" },
            ]}
          />
        ) : null}
        <CutWords />
      </header>
      <p className="cut-title">
        {house ? <HouseTitle house={house} /> : cut ? <CutTitle cut={cut} view={view} /> : null}
      </p>
      {house ? <HouseParts house={house} /> : null}
      <div className="canvas" ref={ref}>
        {house && width > 0 && height > 0 ? <HouseCut house={house} width={width} height={height} /> : null}
        {!house && cut && frame ? (
          <svg width={width} height={height} role="group" aria-label="Section through the attic">
            <defs>
              <clipPath id="cut-clip">
                <rect x={0} y={0} width={frame.rulerX} height={height} />
              </clipPath>
            </defs>
            <g clipPath="url(#cut-clip)">
              <CutShapes cut={cut} frame={frame} />
            </g>
            {hot && end ? <Heat cut={cut} end={end} frame={frame} state={hot.state} show={hot.show} /> : null}
            {!hot && eave && frame.thin(eave.full_depth_at_in ?? 0) > 4 && end ? (
              <g className="thin">
                <line
                  data-line
                  x1={frame.plateX}
                  x2={Math.min(frame.plateX + frame.thin(eave.full_depth_at_in ?? 0), frame.rulerX - 4)}
                  y1={frame.ground + 20}
                  y2={frame.ground + 20}
                />
                <path
                  data-line
                  d={`M${frame.plateX} ${frame.ground + 14}v12M${Math.min(frame.plateX + frame.thin(eave.full_depth_at_in ?? 0), frame.rulerX - 4)} ${frame.ground + 14}v12`}
                />
                <text data-label x={frame.plateX + 8} y={frame.ground + 40}>
                  {`thin for ${units.depth(eave.full_depth_at_in ?? 0).value} ${units.depth(0).unit}`}
                  {eave.r_at_plate === null || eave.r_at_plate === undefined
                    ? ""
                    : ` · ${units.r(eave.r_at_plate)} over the plate`}
                </text>
              </g>
            ) : null}
            <Ruler frame={frame} />
            <FillFlag cut={cut} frame={frame} />
          </svg>
        ) : null}
      </div>
    </section>
  );
});

function CutTitle({ cut, view }: { cut: DrawnCut; view: CutView }) {
  const { section } = useSections();
  const { sectionPlan, drawing } = usePlanned();
  const { lists } = useView();
  const units = useUnits();
  const say = (inches: number) => `${units.depth(inches).value} ${units.depth(inches).unit}`;
  if (view === "whole") {
    const { value, unit } = units.length(cut.length_in / 12);
    return (
      <>
        <b>A to B</b> {value} {unit}, {cut.ends[0]?.side} to {cut.ends[1]?.side}
      </>
    );
  }
  const end = cut.ends[view === "B" ? 1 : 0];
  const eave = sectionPlan?.eaves?.find((e) => e.edge === end?.edge);
  const edge = drawing?.sections.find((s) => s.id === cut.section)?.edges[end?.edge ?? -1];
  const remedy = cut.section === section.id ? section.edges[end?.edge ?? -1]?.remedy : null;
  return (
    <>
      <b>
        {view} · {end?.side} {edge?.is_eave ? "eave" : "wall"}
      </b>{" "}
      {end?.eave
        ? `heel ${say(end.eave.heel_in)}, ${end.eave.pitch_in_12} in 12, ${say(end.eave.vent_gap_in)} of air`
        : edge?.is_eave
          ? "heel or pitch not known yet"
          : "no eave at this end"}
      {eave?.baffle_length_in
        ? ` · ${bayAt(end)}baffle ${say(eave.baffle_length_in)}, ${eave.pieces_per_bay} piece${eave.pieces_per_bay === 1 ? "" : "s"} a bay`
        : ""}
      {remedy ? ` · ${lists.remedies[remedy.kind]?.title ?? remedy.kind}` : ""}
    </>
  );
}

/** What is special about the bay that is cut: nothing where it has its baffle. */
function bayAt(end: DrawnCut["ends"][number] | undefined) {
  const bay = end?.bay;
  if (bay?.baffle !== false) return "";
  return bay.plug ? "this bay closed by a batt plug, the others: " : "this bay open to the wind, the others: ";
}

/** How a section that is no open floor is looked at in its own cut. */
const SEEN: Record<string, string> = {
  sloped_bays: "across the rafters, square to the slope",
  knee_wall: "through the studs, from above, the attic at the top",
  netted_cavity: "across the joists",
};
