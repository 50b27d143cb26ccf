import type { DrawnCut } from "../../api/types";
import { productOf } from "../../document/sections";
import { useDocument } from "../../state/context";
import { CutShape, FILLED } from "./CutShape";
import type { CutFrame } from "./cutFrame";

const ROLE_ORDER = [
  "deck",
  "soffit",
  "plate",
  "ceiling",
  "old_fill",
  "batt",
  "new_fill",
  "settled",
  "top",
  "remedy",
  "plug",
  "foam",
  "air",
  "baffle",
  "lap",
];

/** What is cut, one over the other, each with the texture of its material. */
export function CutShapes({ cut, frame }: { cut: DrawnCut; frame: CutFrame }) {
  const { document, section } = useDocument();
  const product = productOf(document, section.id);
  return [...cut.shapes]
    .sort((a, b) => ROLE_ORDER.indexOf(a.role) - ROLE_ORDER.indexOf(b.role))
    .map((shape, i) => {
      const points = shape.points.map(([s, z]) => `${frame.x(s)},${frame.y(z)}`).join(" ");
      const key = `${shape.role}${i}`;
      const kind = {
        new_fill: product?.kind,
        batt: cut.materials.batts[0],
        old_fill: cut.materials.old[0],
      }[shape.role as string];
      const fill = FILLED.includes(shape.role) ? kind : null;
      return <CutShape key={key} role={shape.role} closed={shape.closed} points={points} fill={fill} />;
    });
}

/** What the Cut shows and what can be done there. */
export function CutHint({ cut, house }: { cut: DrawnCut | null | undefined; house: boolean }) {
  const { document, section } = useDocument();
  const product = productOf(document, section.id);
  if (house) return "the whole house on this line, to one scale; a number opens its section";
  return product?.chart && cut && cut.old_in !== null
    ? "drag the green flag to set the fill line"
    : "from the side, along the line A–B on the Floor";
}
