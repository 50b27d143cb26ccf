import type { ComponentType } from "react";
import { Choose } from "./choose/Choose";
import { Eaves } from "./eaves/Eaves";
import { Install } from "./install/Install";
import { Load } from "./load/Load";
import { LookOver } from "./look/LookOver";
import { Measure } from "./measure/Measure";
import { Prepare } from "./prepare/Prepare";
import { Prove } from "./prove/Prove";
import { TargetStep } from "./target/TargetStep";

export interface StepInfo {
  id: string;
  title: string;
  about: string;
  /** Steps of the plan's open questions that are asked here. */
  asks: readonly string[];
  /** Whether its questions are asked section by section. */
  bySection: boolean;
  Sheet: ComponentType;
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
    Sheet: Measure,
  },
  {
    id: "target",
    title: "Target",
    about: "Which R, and who says so.",
    asks: ["target"],
    bySection: true,
    Sheet: TargetStep,
  },
  {
    id: "choose",
    title: "Choose",
    about: "What goes in, how deep, how many.",
    asks: ["choose"],
    bySection: true,
    Sheet: Choose,
  },
  {
    id: "eaves",
    title: "Eaves",
    about: "Air in over the bays, fill out to the plate.",
    asks: ["eaves"],
    bySection: true,
    Sheet: Eaves,
  },
  {
    id: "prepare",
    title: "Prepare",
    about: "What must be done before the fill hides it.",
    asks: ["prepare"],
    bySection: false,
    Sheet: Prepare,
  },
  {
    id: "load",
    title: "Load",
    about: "What goes on the truck, and how it gets to the floor.",
    asks: ["load"],
    bySection: false,
    Sheet: Load,
  },
  {
    id: "install",
    title: "Install",
    about: "The day as it comes in: bands, bags, verdict.",
    asks: ["install"],
    bySection: false,
    Sheet: Install,
  },
  {
    id: "prove",
    title: "Prove",
    about: "What was really done, and what may be claimed.",
    asks: ["prove"],
    bySection: false,
    Sheet: Prove,
  },
];
