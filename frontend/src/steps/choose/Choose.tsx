import { useEffect, useRef } from "react";
import { useView } from "../../state/context";
import { usePart } from "../../state/usePart";
import { Pick } from "../../ui/Pick";
import { BattSheet } from "./BattSheet";
import { CoresSheet } from "./CoresSheet";
import { FillSheet } from "./FillSheet";
import { PriceSheet } from "./PriceSheet";

const PARTS = [
  { value: "cores", label: "cores" },
  { value: "fill", label: "fill" },
  { value: "pieces", label: "batts" },
  { value: "price", label: "price" },
] as const;
type PartName = (typeof PARTS)[number]["value"];

/** Choose: every way side by side, then the one picked in detail: fill and depth, batts piece by piece, price. */
export function Choose() {
  const { setTool, tool } = useView();
  const [part, setPart] = usePart<PartName>("choose", PARTS);
  useEffect(() => {
    if (part === "pieces") setTool({ kind: "pieces", layer: 0 });
    else setTool({ kind: part === "fill" ? "cut" : "rack" });
  }, [part, setTool]);
  // The flag was asked for by its key: the fill is where it stands.
  const was = useRef(tool.kind);
  useEffect(() => {
    if (was.current === "rack" && tool.kind === "cut") setPart("fill");
    was.current = tool.kind;
  }, [tool.kind, setPart]);
  return (
    <>
      <div className="part sub-steps">
        <Pick label="Choose" value={part} options={PARTS} onValue={setPart} />
      </div>
      {part === "cores" ? <CoresSheet /> : null}
      {part === "fill" ? <FillSheet /> : null}
      {part === "pieces" ? <BattSheet /> : null}
      {part === "price" ? <PriceSheet /> : null}
    </>
  );
}
