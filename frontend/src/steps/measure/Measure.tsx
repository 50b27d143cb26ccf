import { useEffect } from "react";
import { useDocument, useView } from "../../state/context";
import type { Tool } from "../../state/tool";
import { usePart } from "../../state/usePart";
import { Pick } from "../../ui/Pick";
import { CeilingSheet } from "./CeilingSheet";
import { EaveSheet } from "./EaveSheet";
import { FeaturesSheet } from "./FeaturesSheet";
import { FramingSheet } from "./FramingSheet";
import { KeepOrClear } from "./KeepOrClear";
import { KindSheet } from "./KindSheet";
import { LayersSheet } from "./LayersSheet";
import { OutlineSheet } from "./OutlineSheet";
import { ReadingsSheet } from "./ReadingsSheet";
import { SectionsSheet } from "./SectionsSheet";
import { WalkOver } from "./WalkOver";
import { WorthTable } from "./WorthTable";

const PARTS = [
  { value: "floor", label: "floor" },
  { value: "fill", label: "old fill" },
  { value: "things", label: "obstacles" },
  { value: "walk", label: "walk-over" },
] as const;
type PartName = (typeof PARTS)[number]["value"];
const TOOLS: Record<PartName, Tool> = {
  floor: { kind: "corners" },
  fill: { kind: "readings" },
  things: { kind: "features", place: null },
  walk: { kind: "cut" },
};

/** Measure: the floor, what lies on it, what stands in it, and where insulation and ceiling part company. */
export function Measure() {
  const { section } = useDocument();
  const { setTool, pick } = useView();
  const [part, setPart] = usePart<PartName>("measure", PARTS);
  useEffect(() => {
    setTool(TOOLS[part]);
    pick(null);
  }, [part, setTool, pick]);
  const open = (section.kind ?? "open_floor") === "open_floor";
  const leftOut = section.kind === "left_out";
  return (
    <>
      <div className="part sub-steps">
        <Pick label="Measure" value={part} options={PARTS} onValue={setPart} />
      </div>
      {part === "floor" ? (
        <>
          <SectionsSheet />
          <KindSheet />
          <OutlineSheet />
          {open ? <EaveSheet /> : null}
          {leftOut ? null : <FramingSheet />}
          {leftOut ? null : <CeilingSheet />}
        </>
      ) : null}
      {part === "fill" ? (
        leftOut ? (
          <p className="note">This floor is left out: what lies on it does not count.</p>
        ) : (
          <>
            <LayersSheet />
            {open ? <ReadingsSheet /> : null}
            <WorthTable />
            <KeepOrClear />
          </>
        )
      ) : null}
      {part === "things" ? <FeaturesSheet /> : null}
      {part === "walk" ? <WalkOver /> : null}
    </>
  );
}
