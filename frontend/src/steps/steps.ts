import type { ComponentType, ExoticComponent } from "react";
import { later } from "./later";
import { LookOver } from "./look/LookOver";

export interface StepInfo {
  id: string;
  title: string;
  about: string;
  /** Steps of the plan's open questions that are asked here. */
  asks: readonly string[];
  /** Whether its questions are asked section by section. */
  bySection: boolean;
  Sheet: ComponentType | ExoticComponent;
}

/** The steps that are there, in working order. */
export const STEPS: readonly StepInfo[] = [
  {
    id: "look-over",
    title: "Look over",
    about: "Why the visit, the way in, and what stops the job.",
    asks: ["look_over"],
    bySection: false,
    Sheet: LookOver,
  },
  {
    id: "measure",
    title: "Measure",
    about: "Walk the walls, then the old fill.",
    asks: ["measure"],
    bySection: true,
    Sheet: later(async () => (await import("./measure/Measure")).Measure),
  },
  {
    id: "target",
    title: "Target",
    about: "Which R, and who says so.",
    asks: ["target"],
    bySection: true,
    Sheet: later(async () => (await import("./target/TargetStep")).TargetStep),
  },
  {
    id: "choose",
    title: "Choose",
    about: "What goes in, how deep, how many.",
    asks: ["choose"],
    bySection: true,
    Sheet: later(async () => (await import("./choose/Choose")).Choose),
  },
  {
    id: "eaves",
    title: "Eaves",
    about: "Air in over the bays, fill out to the plate.",
    asks: ["eaves"],
    bySection: true,
    Sheet: later(async () => (await import("./eaves/Eaves")).Eaves),
  },
  {
    id: "prepare",
    title: "Prepare",
    about: "What must be done before the fill hides it.",
    asks: ["prepare"],
    bySection: false,
    Sheet: later(async () => (await import("./prepare/Prepare")).Prepare),
  },
  {
    id: "load",
    title: "Load",
    about: "What goes on the truck, and how it gets to the floor.",
    asks: ["load"],
    bySection: false,
    Sheet: later(async () => (await import("./load/Load")).Load),
  },
  {
    id: "install",
    title: "Install",
    about: "The day as it comes in: bands, bags, verdict.",
    asks: ["install"],
    bySection: false,
    Sheet: later(async () => (await import("./install/Install")).Install),
  },
  {
    id: "prove",
    title: "Prove",
    about: "What was really done, and what may be claimed.",
    asks: ["prove"],
    bySection: false,
    Sheet: later(async () => (await import("./prove/Prove")).Prove),
  },
];
