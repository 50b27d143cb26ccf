import { describe, expect, it } from "vitest";
import type { Entry } from "../src/field/entry";
import type { FillTable } from "../src/field/pack";
import { marksOf, runOf } from "../src/field/run";

interface Case {
  table: FillTable;
  logs: Entry[][];
  // biome-ignore lint/suspicious/noExplicitAny: what the core's own fold printed
  told: any[];
}

/** Cases that the core wrote: a table, logs at random, what its fold says of each. tests/core/filling/test_walk.py makes them
 * and runs this. */
const file: string | undefined = import.meta.env.VITE_FOLD_CASES;
const { readFileSync } = await import(/* @vite-ignore */ `node:${"fs"}`);
const cases = file ? (JSON.parse(readFileSync(file, "utf-8")) as Case[]) : [];
const near = (a: number | null, b: number | null) =>
  a === b || (a !== null && b !== null && Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a)));

// biome-ignore lint/suspicious/noExplicitAny: compared leaf by leaf
function same(mine: any, theirs: any, at: string): string[] {
  if (typeof mine === "number" || typeof theirs === "number")
    return near(mine, theirs) ? [] : [`${at}: ${mine} here, ${theirs} in the core`];
  if (mine === null || theirs === null || typeof mine !== "object")
    return mine === theirs ? [] : [`${at}: ${mine} here, ${theirs} in the core`];
  const names = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
  return [...names].flatMap((name) => same(mine[name] ?? null, theirs[name] ?? null, `${at}.${name}`));
}

const idsOf = (marks: Map<string, Entry>) => Object.fromEntries([...marks].map(([key, one]) => [key, one.id]));

function told(table: FillTable, log: Entry[]) {
  const run = runOf(table, log);
  const at = run.walked;
  const marks = marksOf(at.stood);
  return {
    products: run.products.map((one) => ({
      bags_in: one.bagsIn,
      in_attic: one.inAttic,
      said: one.said,
      verdict: one.verdict && [
        one.verdict.word,
        one.verdict.q,
        one.verdict.sigma,
        one.verdict.low,
        one.verdict.high,
        one.verdict.moreReadings,
      ],
      forecast: one.forecast && [one.forecast.mean, one.forecast.low, one.forecast.high],
      pace: one.pace,
      pace_said: one.paceSaid,
      points: one.points,
      on_truck: one.onTruck,
      runs_out: one.short,
    })),
    bands: run.bands.map((band) => [band.bags, band.inAttic, band.lies, band.done, at.bands.get(band.number)?.none]),
    asked: at.asked.map((one) => [one.entry, one.kind, one.bags, one.band]),
    ignored: at.ignored.map((one) => [one.entry, one.why]),
    refused: at.refused.map((one) => [one.entry, one.why]),
    short: run.short.map((one) => [one.place, one.section, ...one.at_ft, one.shortIn, one.bags, one.mends]),
    heavy_and_short: run.heavyAndShort,
    safety: run.safety.map((one) => one.key),
    missing: run.missing.map((one) => [one.section, one.r, one.bags, one.text]),
    readings: at.readings.map((one) => [one.entry, one.place, one.band, one.fillIn, one.newIn]),
    stood: at.stood.map((one) => one.id),
    practice: at.practice,
    halted: at.halted,
    holder: at.holder,
    open: at.openBand,
    days: at.days.map((day) => [
      day.entry,
      day.bags,
      day.hopperStart,
      day.hopperEnd,
      day.underStops,
      day.endEntry,
      day.joined,
      day.afterStop,
      day.spoilt,
      day.practice,
    ]),
    marks: {
      done: idsOf(marks.done),
      left: idsOf(marks.left),
      out: Object.fromEntries(marks.out),
      back: Object.fromEntries(marks.back),
      moved: marks.moved.map((one) => one.id),
      found: marks.found.map((one) => one.id),
    },
  };
}

describe.skipIf(!file)("the phone’s fold", () => {
  // Two thousand logs leaf by leaf take as long as the machine takes.
  it("says of every log what the core’s fold says", { timeout: 300_000 }, () => {
    let compared = 0;
    for (const [i, one] of cases.entries())
      for (const [j, log] of one.logs.entries()) {
        expect(same(told(one.table, log), one.told[j], `case ${i} log ${j}`)).toEqual([]);
        compared += 1;
      }
    expect(compared).toBeGreaterThanOrEqual(1000);
  });
});
