import type { EaveCorner } from "../../api/types";
import { money } from "../../drawings/rack/rows";
import type { Units } from "../../ui/units";

type Saving = EaveCorner["strip_saving"];

/** Heat of a year, and its money as a range. */
export function perYear(btu: number, saving: Saving, currency: string, units: Units): string {
  const { value, unit } = units.heat(btu);
  return saving && saving.high >= 0.5
    ? `${value} ${unit}, ${money(saving.low, currency)} to ${Math.round(saving.high)}`
    : `${value} ${unit}`;
}

export const percent = (share: number) => `${Math.round(100 * share)} %`;

export const STATES: Record<string, string> = {
  today: "today",
  planned: "planned",
  after: "with remedy",
  wind: "in wind",
};

export const VERDICTS: Record<string, { word: string; level: "stop" | "caution" | "note" }> = {
  dry: { word: "Dry", level: "note" },
  close: { word: "Close to the limit", level: "caution" },
  mould: { word: "Mould may grow", level: "stop" },
  damp: { word: "Damp", level: "stop" },
};
