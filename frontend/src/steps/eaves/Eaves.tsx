import { useEffect } from "react";
import { useDocument, useView } from "../../state/context";
import { usePart } from "../../state/usePart";
import { Pick } from "../../ui/Pick";
import { BaysSheet } from "./BaysSheet";
import { CornerSheet } from "./CornerSheet";
import { EdgeAdvice } from "./EdgeAdvice";
import { PlateSheet } from "./PlateSheet";
import { VentSheet } from "./VentSheet";

const PARTS = [
  { value: "bays", label: "bays" },
  { value: "plate", label: "plate" },
  { value: "corner", label: "corner" },
  { value: "vents", label: "vents" },
] as const;
type PartName = (typeof PARTS)[number]["value"];

/** Eaves: air in over the bays, fill out to the plate, no cold corner, vents that keep pace. */
export function Eaves() {
  const { section } = useDocument();
  const { setHeat } = useView();
  const [part, setPart] = usePart<PartName>("eaves", PARTS);
  // The corner is what the temperatures are about; elsewhere the Cut shows its fill.
  useEffect(() => setHeat({ show: part === "corner" ? "temperatures" : "fill", state: null }), [part, setHeat]);
  const enclosed = section.kind && section.kind !== "open_floor";
  return (
    <>
      <EdgeAdvice />
      {enclosed ? null : (
        <>
          <div className="part sub-steps">
            <Pick label="Eaves" value={part} options={PARTS} onValue={setPart} />
          </div>
          {part === "bays" ? <BaysSheet /> : null}
          {part === "plate" ? <PlateSheet /> : null}
          {part === "corner" ? <CornerSheet /> : null}
          {part === "vents" ? <VentSheet /> : null}
        </>
      )}
    </>
  );
}
