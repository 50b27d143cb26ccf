import type { DeskKind } from "../api/generated/registries";

export interface PaperDayTyped {
  on: string;
  begin: string;
  end: string;
  hopperStart: string;
  hopperEnd: string;
  /** By band, as typed. */
  bags: Record<number, string>;
}

interface Said {
  kind: DeskKind;
  value: Record<string, unknown>;
  at: Date;
}

interface Bands {
  revision: number;
  by_band: readonly { number: number; section: string }[];
  sections: readonly { section: string; quota: number }[];
}

/** Field bags of each section, as the program tells them: what a day's start says, so that its bands stay. */
export const bagsOf = (plan: Pick<Bands, "sections">): Record<string, number> =>
  Object.fromEntries(plan.sections.filter((one) => one.quota > 0).map((one) => [one.section, one.quota]));

const number = (text: string) => Number(text.trim().replace(",", "."));

/** The entries of a day typed in from paper, band by band between its begin and its end; or what is wrong with it. */
export function paperEntries(
  typed: PaperDayTyped,
  plan: Bands,
  start: Record<string, unknown> = {},
): { entries: Said[]; bags: number } | { wrong: string } {
  const begin = new Date(`${typed.on}T${typed.begin}`);
  const end = new Date(`${typed.on}T${typed.end}`);
  if (Number.isNaN(begin.valueOf()) || Number.isNaN(end.valueOf()))
    return { wrong: "Day, begin and end: each has to be there." };
  if (end <= begin) return { wrong: "The end is after the begin, on the same day." };
  const hopper = [number(typed.hopperStart), number(typed.hopperEnd)] as const;
  if (hopper.some((level) => !(level >= 0 && level <= 50))) return { wrong: "In the hopper: 0 to 50 bags." };
  const filled = plan.by_band.flatMap((band) => {
    const text = (typed.bags[band.number] ?? "").trim();
    return text === "" ? [] : [{ ...band, bags: number(text) }];
  });
  const odd = filled.find(({ bags }) => !Number.isInteger(bags) || bags < 1 || bags > 1000);
  if (odd) return { wrong: `Band ${odd.number}: whole bags, 1 to 1,000, or nothing.` };
  if (!filled.length) return { wrong: "Enter the bags of at least one band." };
  const step = (end.valueOf() - begin.valueOf()) / (filled.length + 1);
  const entries: Said[] = [
    { kind: "day.start", value: { revision: plan.revision, bags: bagsOf(plan), ...start }, at: begin },
    { kind: "count.take", value: {}, at: begin },
    { kind: "hopper", value: { bags: hopper[0] }, at: begin },
  ];
  filled.forEach(({ number: band, section, bags }, i) => {
    const from = new Date(begin.valueOf() + i * step);
    const to = new Date(begin.valueOf() + (i + 1) * step);
    entries.push({ kind: "band.enter", value: { section, band }, at: from });
    entries.push({ kind: "bag.in", value: { bags }, at: to });
    // The level was read once, at the day's end: it stands for the end of the last band.
    if (i === filled.length - 1) entries.push({ kind: "hopper", value: { bags: hopper[1] }, at: to });
    entries.push({ kind: "band.leave", value: { section, band, done: true }, at: to });
  });
  entries.push({ kind: "day.end", value: {}, at: end });
  return { entries, bags: filled.reduce((sum, one) => sum + one.bags, 0) };
}
