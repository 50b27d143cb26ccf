import type { DrawnCut } from "../../api/types";
import type { CutView } from "../../state/context";
import { NARROW_PX } from "../frame";

/** From inches in the cut to pixels. */
export interface CutFrame {
  x: (s_in: number) => number;
  y: (z_in: number) => number;
  /** Pixels per inch; the same both ways. */
  scale: number;
  ground: number;
  plateX: number;
  rulerX: number;
  topIn: number;
  narrow: boolean;
  width: number;
  thin: (x_in: number) => number;
}

const OVERHANG_IN = 18;
/** Room for the flag beside the ruler, so that it lies on full depth. */
const FLAG_ROOM_PX = 140;
const NARROW_OVERHANG_PX = 30;
const BELOW_PX = 52;
const ABOVE_PX = 10;

/** reach: how far in from the plate the full depth begins, inches; it is kept in sight. */
export function cutFrame(cut: DrawnCut, view: CutView, width: number, height: number, reach: number): CutFrame {
  const narrow = width < NARROW_PX;
  const labels = narrow ? 134 : 148;
  const rulerX = width - labels - 38;
  const ground = height - BELOW_PX;
  const depth = cut.fill_line_in ?? cut.old_in ?? 0;
  const least = Math.max(depth + 6, 20);
  const end = cut.ends[view === "B" ? 1 : 0];
  const stretch = view === "whole" ? 1 : (end?.stretch ?? 1);
  const scale =
    view === "whole"
      ? Math.min((rulerX - FLAG_ROOM_PX) / (cut.length_in + 2 * OVERHANG_IN), (ground - ABOVE_PX) / least)
      : Math.min(
          (ground - ABOVE_PX) / least,
          narrow
            ? (rulerX - 8 - NARROW_OVERHANG_PX) / (reach * stretch)
            : (rulerX - FLAG_ROOM_PX) / (reach * stretch + OVERHANG_IN),
        );
  const overhang = cut.ends.some((e) => e.eave) ? OVERHANG_IN : 6;
  const plateX =
    Math.min(overhang * stretch * scale, narrow && view !== "whole" ? NARROW_OVERHANG_PX : width * 0.3) + 4;
  const x = view === "B" ? (s: number) => plateX + (cut.length_in - s) * scale : (s: number) => plateX + s * scale;
  return {
    x,
    y: (z) => ground - z * scale,
    scale,
    ground,
    plateX,
    rulerX,
    topIn: (ground - ABOVE_PX) / scale,
    width,
    narrow,
    thin: (x_in) => x_in * stretch * scale,
  };
}
