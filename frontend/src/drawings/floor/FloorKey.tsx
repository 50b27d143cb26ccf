import { UnstyledButton } from "@mantine/core";
import { useElementSize, useMergedRef } from "@mantine/hooks";
import { useLayoutEffect, useRef, useState } from "react";
import { usePlanned, useSections, useView } from "../../state/context";
import { useUnits } from "../../ui/units";
import { lookOf } from "../baySigns";
import type { Shown } from "./DepthMap";
import { KeepOut, Marker } from "./Marks";
import { SignIcon } from "./symbols";
import { WORDS, WorkSign } from "./WorkSigns";

/** Steps that show other things than the depth of the fill. */
const WITHOUT_MAP = new Set(["prepare", "load", "install", "prove"]);
const BAND_SIGNS = [
  ["band-of", "band, numbered as it is filled"],
  ["way", "way of the hose, stands on it"],
  ["crawls", "18 to 30 in of headroom: crawled"],
  ["reaches", "less: hose held out"],
] as const;

/** What the signs on the floor mean; only those that are there, on one line; more of them open over the drawing. */
export function FloorKey({ which, heights }: { which: Shown; heights: boolean }) {
  const { section } = useSections();
  const { drawing, sectionPlan } = usePlanned();
  const { tool, lists, stepId } = useView();
  const units = useUnits();
  const signs = useRef<HTMLUListElement>(null);
  const { ref: sized } = useElementSize<HTMLUListElement>();
  const ref = useMergedRef(signs, sized);
  const [open, setOpen] = useState(false);
  const [folds, setFolds] = useState(false);
  // What fits depends on words and letters, so the browser is asked, after each drawing, whether a line is hidden.
  useLayoutEffect(() => {
    const list = signs.current;
    if (!list || open) return;
    setFolds(list.scrollHeight > list.clientHeight + 4);
  });
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  if (!drawn) return null;
  const placed = [...new Set((section.features ?? []).filter((f) => f.at_ft).map((f) => f.kind))];
  const looks = new Set(drawn.runs.flatMap((run) => run.bays.map(lookOf)));
  const ways = drawn.keep_outs.some((kept) => kept.name === "hatch");
  const grid = drawn.grid;
  const range = { old: grid?.old_range_in, planned: grid?.depth_range_in, r: grid?.r_range }[which];
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: Escape closes what the button within has opened
    <div
      className={open ? "floor-signs open" : "floor-signs"}
      onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
    >
      <ul className="floor-key" ref={ref} id="floor-signs">
        {stepId === "prepare"
          ? WORK_SIGNS.map((state) => (
              <li key={state}>
                <svg width="18" height="18" viewBox="-13 -13 26 26" aria-hidden="true">
                  <g className={`work-sign ${state}`}>
                    <WorkSign number={null} state={state} />
                  </g>
                </svg>{" "}
                {WORDS[state]}
              </li>
            ))
          : null}
        {stepId === "load"
          ? BAND_SIGNS.map(([look, words]) => (
              <li key={look}>
                <span className={`band-key ${look}`} aria-hidden="true" /> {words}
              </li>
            ))
          : null}
        {range && !WITHOUT_MAP.has(stepId) && tool.kind !== "corners" && tool.kind !== "pieces" ? (
          <li>
            <span className="shades" aria-hidden="true" />{" "}
            {which === "r"
              ? `${units.r(Math.max(0, range[0]))} to ${units.r(range[1])} as it works, wood and gaps counted${
                  sectionPlan?.r_nominal ? `; ${units.r(sectionPlan.r_nominal)} by the chart` : ""
                }`
              : `${which === "old" ? "old fill" : "insulation"} ${units.depth(range[0]).value} to ${units.depth(range[1]).value} ${units.depth(range[1]).unit}`}
          </li>
        ) : null}
        {tool.kind === "pieces" && drawn.batts.length ? (
          <li>
            <span className="piece-sign" aria-hidden="true" /> whole piece, numbered as it is laid
          </li>
        ) : null}
        {tool.kind === "pieces" && drawn.batts.length ? (
          <li>
            <span className="piece-sign cut-piece" aria-hidden="true" /> cut piece
          </li>
        ) : null}
        {drawn.heights.length && heights ? (
          <li>
            <span className="height-sign" aria-hidden="true" /> room under the roof
          </li>
        ) : null}
        {ways ? (
          <li>
            <svg width="16" height="16" aria-hidden="true">
              <KeepOut
                kept={{
                  name: "hatch",
                  corners_ft: [
                    [2, 2],
                    [14, 2],
                    [14, 14],
                    [2, 14],
                  ],
                }}
                frame={PLAIN}
              />
            </svg>{" "}
            way in
          </li>
        ) : null}
        {(tool.kind === "corners" || tool.kind === "readings" ? [] : placed).map((kind) => (
          <li key={kind}>
            <SignIcon kind={kind} /> {(lists.features[kind]?.title ?? kind.replaceAll("_", " ")).toLowerCase()}
          </li>
        ))}
        {tool.kind === "cut" && !WITHOUT_MAP.has(stepId) && drawn.markers_ft.length ? (
          <li>
            <svg width="16" height="16" aria-hidden="true">
              <Marker x={4} y={14} />
            </svg>{" "}
            marker
          </li>
        ) : null}
        {(Object.keys(BAY_WORDS) as (keyof typeof BAY_WORDS)[])
          .filter((look) => looks.has(look))
          .map((look) => (
            <li key={look}>
              <span className={`bay-sign ${look}`} aria-hidden="true" /> {BAY_WORDS[look]}
            </li>
          ))}
      </ul>
      {folds ? (
        <UnstyledButton
          className="link"
          aria-expanded={open}
          aria-controls="floor-signs"
          onClick={() => setOpen(!open)}
        >
          {open ? "fewer signs" : "all signs"}
        </UnstyledButton>
      ) : null}
    </div>
  );
}

const WORK_SIGNS = ["to_do", "done", "stop"];

const BAY_WORDS = { baffle: "baffle", blocked: "bay blocked", "to-wind": "bay open to wind", plug: "bay closed" };

const PLAIN = {
  x: (v: number) => v,
  y: (v: number) => v,
  back: (x: number, y: number): [number, number] => [x, y],
  scale: 1,
};
