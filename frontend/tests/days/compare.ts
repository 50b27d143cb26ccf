import type { Run } from "../../src/field/run";
import type { Json } from "./office";
import type { SimulatedPhone } from "./phone";

/** What a phone shows, in the words of what the program prints. */
function shownBy(run: Run): Json {
  const at = run.walked;
  return {
    products: run.products.map((one) => ({
      product: one.product,
      bags_in: one.bagsIn,
      in_attic: one.inAttic,
      planned: one.planned,
      covered_bags: one.coveredBags,
      said: one.said,
      verdict: one.verdict && [
        one.verdict.word,
        one.verdict.q,
        one.verdict.low,
        one.verdict.high,
        one.verdict.readings,
      ],
      forecast: one.forecast && [one.forecast.mean, one.forecast.low, one.forecast.high],
      pace: one.pace,
      points: one.points,
    })),
    bands: run.bands.map((band) => [
      band.number,
      band.bags,
      band.lies,
      band.done,
      at.bands.get(band.number)?.none,
      at.openBand === band.number,
    ]),
    short: run.short.map((one) => [one.section, one.at_ft, one.shortIn, one.bags]),
    heavy_and_short: run.heavyAndShort,
    safety: run.safety.map((one) => one.key),
    missing: run.missing.map((one) => [one.section, one.r, one.bags, one.text]),
    readings: at.readings.map((one) => [one.entry, one.band, one.fillIn, one.newIn]),
    days: at.days.map((day) => [
      day.entry,
      day.bags,
      day.hopperStart,
      day.hopperEnd,
      day.underStops,
      day.joined,
      day.afterStop,
      day.endEntry,
    ]),
    asked: at.asked.map((one) => [one.entry, one.kind, one.bags]),
    holder: at.holder,
    halted: at.halted,
    practice: at.practice,
    refused: at.refused.map((one) => one.entry),
    ignored: at.ignored.map((one) => one.entry),
  };
}

const near = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a));

function differences(mine: Json, theirs: Json, at: string): string[] {
  if (typeof mine === "number" && typeof theirs === "number")
    return near(mine, theirs) ? [] : [`${at}: ${mine} and ${theirs}`];
  if (mine === null || theirs === null || typeof mine !== "object" || typeof theirs !== "object")
    return (mine ?? null) === (theirs ?? null) ? [] : [`${at}: ${JSON.stringify(mine)} and ${JSON.stringify(theirs)}`];
  const names = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
  return [...names].flatMap((name) => differences(mine[name], theirs[name], `${at}.${name}`));
}

/** The leaves in which a phone and the office differ. */
export const compare = (name: string, run: Run, told: Json): string[] =>
  differences(shownBy(run), told.office, `${name} and office`);

/** Entries that a screen has shown as kept and the program does not have, or has twice, but for those it refused in words. */
export function lostOrDoubled(phone: SimulatedPhone, stored: readonly string[]): string[] {
  const here = new Map<string, number>();
  for (const id of stored) here.set(id, (here.get(id) ?? 0) + 1);
  const refused = new Set(
    (phone.phone.known.entries ?? []).filter((one) => one.state === "refused").map((one) => one.id),
  );
  const lost = [...phone.shown]
    .filter((id) => !here.has(id) && !refused.has(id))
    .map((id) => `${phone.name}: ${id} is lost`);
  const twice = [...here].filter(([, times]) => times > 1).map(([id]) => `${id} is there twice`);
  const photos = phone.phone.known.photos.length ? [`${phone.name}: a photo was not sent`] : [];
  return [...lost, ...twice, ...photos];
}
