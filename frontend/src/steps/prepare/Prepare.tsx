import { usePart } from "../../state/usePart";
import { Pick } from "../../ui/Pick";
import { AddItem } from "./AddItem";
import { GateSheet } from "./GateSheet";
import { HoleSheet } from "./HoleSheet";
import { ItemList } from "./ItemList";
import { TradeSheet } from "./TradeSheet";
import { WhoTicks } from "./WhoTicks";

const PARTS = [
  { value: "list", label: "list" },
  { value: "holes", label: "holes" },
  { value: "trades", label: "by trade" },
] as const;
type PartName = (typeof PARTS)[number]["value"];

/** What is done before the fill hides it: the gate over it, then the list, the holes to tick, or who comes back to what. */
export function Prepare() {
  const [part, setPart] = usePart<PartName>("prepare", PARTS);
  return (
    <>
      <GateSheet />
      <div className="sub-steps part">
        <Pick label="Prepare" value={part} options={PARTS} onValue={setPart} />
      </div>
      {part === "list" ? (
        <>
          <ItemList />
          <AddItem />
          <WhoTicks />
        </>
      ) : null}
      {part === "holes" ? <HoleSheet /> : null}
      {part === "trades" ? <TradeSheet /> : null}
    </>
  );
}
