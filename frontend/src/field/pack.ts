import type { components } from "../api/generated/schema";

/** What the program sends for a day (formats/pack_model.py): tables to look things up in. Its types are made by `make client`. */
type Schemas = components["schemas"];
export type Pack = Schemas["FieldPack"];
export type FillTable = Schemas["FillTable"];
export type Quota = Schemas["Quota"];
export type Place = Schemas["ReadPlace"];
export type FloorCells = Schemas["FloorCells"];
export type Stop = Schemas["StopStanding"];
export type Constants = Schemas["Constants"];
export type RowWanted = Schemas["RowWanted"];
export type SafetyOpen = Schemas["SafetyOpen"];
export type WorkItem = Schemas["PackItem"];
export type LoadLine = Schemas["PackLoad"];

/** Field bags of each section: what a day’s start tells, so that its bands stay. */
export function bagsBySection(fill: FillTable): Record<string, number> {
  const found: Record<string, number> = {};
  for (const band of fill.bands) if (band.bags > 0) found[band.section] = (found[band.section] ?? 0) + band.bags;
  return found;
}
