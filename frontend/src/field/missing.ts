import { rValue } from "../ui/units";
import type { FillTable, RowWanted } from "./pack";
import { bagsToMend } from "./shortage";

/** What a section lacks of the row that it is planned to; as core/filling/measure.py tells it. */
export interface RowLack {
  section: string;
  r: number;
  bags: number;
  text: string;
}

/** Of a band: what lies in it, and whether it is done or takes none. */
export interface BandState {
  lies: number;
  done: boolean;
  none: boolean;
}

const BAGS_WITHIN = 0.25;
const SHARE_WITHIN = 0.01;

const bagsMissing = (have: number, wanted: number) =>
  Math.max(0, Math.ceil((wanted - Math.min(BAGS_WITHIN, SHARE_WITHIN * wanted) - have) * 4 - 1e-9) / 4);

export function missingOf(table: FillTable, bands: ReadonlyMap<number, BandState>): RowLack[] {
  const rows = table.rows ?? [];
  const mine = (row: RowWanted) => table.bands.filter((band) => band.section === row.section);
  const wanting = (row: RowWanted) => mine(row).filter((band) => !bands.get(band.number)?.none);
  const have = (row: RowWanted) => wanting(row).reduce((sum, band) => sum + (bands.get(band.number)?.lies ?? 0), 0);
  const wanted = (row: RowWanted) => wanting(row).reduce((sum, band) => sum + band.bags, 0);
  const over = rows.filter((row) => {
    const all = mine(row);
    return all.length > 0 && all.every((band) => bands.get(band.number)?.done || bands.get(band.number)?.none);
  });
  const found: RowLack[] = [];
  for (const row of over) {
    const bags = bagsMissing(have(row), wanted(row));
    if (wanting(row).length === 0 || bags <= 0) continue;
    const alike = rows.filter((one) => one.product === row.product && one.r === row.r && !one.closed);
    if (!row.closed && alike.length > 1 && alike.every((one) => over.includes(one))) {
      const together = alike.reduce((sum, one) => sum + have(one), 0);
      if (
        bagsMissing(
          together,
          alike.reduce((sum, one) => sum + wanted(one), 0),
        ) <= 0
      )
        continue;
    }
    const where = rows.length > 1 ? ` in ${table.sections[row.section] ?? row.section}` : "";
    found.push({
      section: row.section,
      r: row.r,
      bags,
      text: `${bagsToMend(bags)} more proves ${rValue(row.r)}${where}`,
    });
  }
  return found;
}
