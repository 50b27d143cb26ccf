import type { ComponentType } from "react";
import { Choose } from "./Choose";
import { EavesStep } from "./EavesStep";
import { Measure } from "./Measure";
import { TargetStep } from "./TargetStep";

export interface StepInfo {
  id: string;
  title: string;
  about: string;
  /** Steps of the plan's open questions that are asked here. */
  asks: readonly string[];
  Sheet: ComponentType;
}

/** The steps that are there, in working order. */
export const STEPS: readonly StepInfo[] = [
  {
    id: "measure",
    title: "Measure",
    about: "Walk the walls, then the old fill.",
    asks: ["measure", "look_over"],
    Sheet: Measure,
  },
  { id: "target", title: "Target", about: "Which R, and who says so.", asks: ["target"], Sheet: TargetStep },
  { id: "choose", title: "Choose", about: "What goes in, how deep, how many.", asks: ["choose"], Sheet: Choose },
  {
    id: "eaves",
    title: "Eaves",
    about: "Air in over the bays, fill out to the plate.",
    asks: ["eaves"],
    Sheet: EavesStep,
  },
];
