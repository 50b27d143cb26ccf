import type { Way } from "../../api/types";
import { countsOf } from "../../document/order";
import type { Units } from "../../ui/units";
import { fixed } from "../../ui/units";

export interface Row {
  name: string;
  /** What stands under a core; empty where it is not known. */
  of: (way: Way) => string;
  strong?: boolean;
}

export const money = (value: number, currency: string) => `${currency}${fixed(value)}`;

const FT2_PER_M2 = 10.7639;

/** A price per area in the units that are shown. */
export const perArea = (perFt2: number, currency: string, metric: boolean) =>
  `${currency}${fixed(metric ? perFt2 * FT2_PER_M2 : perFt2, 2)} a ${metric ? "m²" : "ft²"}`;

/** The rows under the cores, named once at the ruler with their units; R, plate and load of one section where asked. */
export function rows(units: Units, section: string | null = null): Row[] {
  const of = (way: Way) => way.weighed.cores.find((core) => core.section === section) ?? way.weighed;
  const r = (value: number | null | undefined) => (value === null || value === undefined ? "" : units.r(value));
  return [
    { name: "R done", of: (way) => r(of(way).r_nominal), strong: true },
    { name: "R as it works", of: (way) => r(of(way).r_effective) },
    { name: "R over the plate", of: (way) => r(of(way).r_at_plate) },
    {
      name: "to order",
      of: ({ weighed }) => countsOf(weighed.packs ?? []),
    },
    { name: "baffle pieces", of: ({ weighed }) => (weighed.baffle_pieces ? String(weighed.baffle_pieces) : "") },
    {
      name: `load, ${units.load(0).unit}`,
      of: (way) => {
        const { load_psf, load_limit_psf } = of(way);
        if (load_psf === null || load_psf === undefined) return "";
        return `${units.load(load_psf).value}${load_limit_psf ? ` of ${units.load(load_limit_psf).value}` : ""}`;
      },
    },
    {
      name: "price",
      of: ({ weighed }) => (weighed.cost ? money(weighed.cost.price, weighed.cost.currency) : ""),
      strong: true,
    },
    { name: "crew, hours", of: ({ weighed }) => (weighed.cost ? fixed(weighed.cost.hours, 1) : "") },
    {
      name: "saves a year",
      of: ({ weighed, saving }) =>
        saving && weighed.cost ? `${money(saving.low, weighed.cost.currency)}–${fixed(saving.high)}` : "",
    },
    {
      name: `settles, ${units.depth(0).unit}`,
      of: ({ weighed }) =>
        weighed.settles_in === null || weighed.settles_in === undefined ? "" : units.depth(weighed.settles_in).value,
    },
  ];
}

/** In a few words, what speaks most for a way. */
export function speaks(way: Way): string {
  const said = way.weighed.speaks_for ?? [];
  if (said.length) return said[0] as string;
  return way.weighed.unbeaten ? "nothing beats it" : "";
}

/** Whether the figures of a row are the same for all: then it says nothing. */
export const agree = (cells: readonly string[]) => cells.every((cell) => cell === cells[0]);
