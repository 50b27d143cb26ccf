import type { EaveCorner, EavePlan } from "../../api/types";
import { useDocument, usePlanned } from "../../state/context";

/** The eave that is cut at A: its plan, its solved corner, its side. */
export function useEave(): { eave: EavePlan | undefined; corner: EaveCorner | undefined; side: string } {
  const { section } = useDocument();
  const { drawing, sectionPlan, corners } = usePlanned();
  const cut = drawing?.cut?.section === section.id ? drawing.cut : null;
  const eaves = sectionPlan?.eaves ?? [];
  const eave = eaves.find((e) => e.edge === cut?.ends[0]?.edge) ?? eaves[0];
  const corner = corners.answer?.corners.find((c) => c.section === section.id && c.edges.includes(eave?.edge ?? -1));
  const side = drawing?.sections.find((s) => s.id === section.id)?.edges[eave?.edge ?? -1]?.side ?? "";
  return { eave, corner, side };
}
