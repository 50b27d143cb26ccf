import type { Totals } from "../api/types";

interface Counted {
  name: string;
  count: number;
  unit: string;
}

/** Counts of one unit side by side, never in one sum: 12 + 11 bags + 60 bundles. */
export function countsOf(packs: readonly Counted[]): string {
  const units = [...new Set(packs.filter((p) => p.count > 0).map((p) => p.unit))];
  return units
    .map((unit) => {
      const counts = packs.filter((p) => p.unit === unit && p.count > 0).map((p) => p.count);
      return `${counts.join(" + ")} ${unit}`;
    })
    .join(" + ");
}

export interface OrderSaid {
  name: string;
  value: string;
  /** By product, where there are several. */
  by: string | null;
}

/** What there is to order, in words that are right for one product and for several; null while it is not known. */
export function orderSaid(totals: Totals): OrderSaid | null {
  const lines = (totals.order ?? []).map((line) => ({ name: line.name, count: line.bags_order, unit: line.unit }));
  const ordered = lines.filter((line) => line.count > 0);
  const [first] = ordered;
  if (!first) {
    // Nothing to order is an answer, but only where nothing is left uncounted.
    const known = totals.order?.length || (totals.bags_order !== null && totals.bags_order !== undefined);
    return known ? { name: "bags to order", value: String(totals.bags_order ?? 0), by: null } : null;
  }
  if (ordered.length === 1) return { name: `${first.unit} to order`, value: String(first.count), by: null };
  return {
    name: "to order",
    value: countsOf(ordered),
    by: ordered.map((line) => `${line.count} ${line.name}`).join(", "),
  };
}
