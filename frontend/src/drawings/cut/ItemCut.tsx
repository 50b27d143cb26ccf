import type { ItemCutDrawing } from "../../api/types";
import { EnclosedCut } from "./EnclosedCut";

/** What the open item of the work list does where it stands, to scale. */
export function ItemCut({ cut, width, height }: { cut: ItemCutDrawing; width: number; height: number }) {
  return <EnclosedCut cut={cut} width={width} height={height} label="Section through what the item does" />;
}
