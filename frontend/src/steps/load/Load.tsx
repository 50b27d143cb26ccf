import { usePart } from "../../state/usePart";
import { Pick } from "../../ui/Pick";
import { LoadList } from "./LoadList";
import { ReachSheet } from "./ReachSheet";
import { SaleSheet } from "./SaleSheet";

const PARTS = [
  { value: "truck", label: "truck" },
  { value: "reach", label: "reach" },
  { value: "dates", label: "sale, dates" },
] as const;
type PartName = (typeof PARTS)[number]["value"];

/** What goes along, how it gets to the floor, and from when on it may. */
export function Load() {
  const [part, setPart] = usePart<PartName>("load", PARTS);
  return (
    <>
      <div className="sub-steps part">
        <Pick label="Load" value={part} options={PARTS} onValue={setPart} />
      </div>
      {part === "truck" ? <LoadList /> : null}
      {part === "reach" ? <ReachSheet /> : null}
      {part === "dates" ? <SaleSheet /> : null}
    </>
  );
}
