import type { Constants } from "./pack";

/** Verdict and forecast from the pack's constants: the same two formulas as core/filling, held equal by a test. */
export interface Verdict {
  word: string;
  q: number;
  sigma: number;
  low: number;
  high: number;
  readings: number;
  moreReadings: number | null;
}

const UNREAD: Record<string, string> = {
  light: "fewer",
  heavy: "more",
  leaning_light: "leaning_fewer",
  leaning_heavy: "leaning_more",
};
const ALIKE = Object.fromEntries(Object.entries(UNREAD).map(([read, unread]) => [unread, read]));
export const alike = (word: string) => ALIKE[word] ?? word;

export function verdict(
  bags: number,
  planned: number,
  depthIn: number,
  readings: readonly number[],
  by: Constants,
): Verdict {
  let m = readings.length;
  let mean = m ? readings.reduce((sum, one) => sum + one, 0) / m : depthIn;
  if (mean <= 0) {
    m = 0;
    mean = depthIn;
  }
  const log = Math.log(((bags / planned) * depthIn) / mean);
  const spread = m < 2 ? by.few_sd_in : Math.sqrt(readings.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (m - 1));
  const read = m ? spread / (mean * Math.sqrt(m)) : by.unread;
  const sigma = Math.sqrt((by.hopper_bags / bags) ** 2 + read ** 2 + by.area ** 2);
  const word = wordOf(log, sigma, by);
  return {
    word: m ? word : (UNREAD[word] ?? word),
    q: Math.exp(log),
    sigma,
    low: Math.exp(log - by.z * sigma),
    high: Math.exp(log + by.z * sigma),
    readings: m,
    moreReadings: wouldSettle(log, spread / mean, bags, by),
  };
}

function wordOf(log: number, sigma: number, by: Constants): string {
  if (log + by.z * sigma < -by.light_l) return "light";
  if (log - by.z * sigma > by.light_l) return "heavy";
  if (Math.abs(log) <= by.on_line_l && sigma <= by.on_line_sigma) return "on_line";
  return log === 0 ? "unsure" : log < 0 ? "leaning_light" : "leaning_heavy";
}

function wouldSettle(log: number, spread: number, bags: number, by: Constants): number | null {
  if (Math.abs(log) <= by.light_l) return null;
  const room = ((Math.abs(log) - by.light_l) / by.z) ** 2 - by.area ** 2 - (by.hopper_bags / bags) ** 2;
  return room > 0 ? Math.ceil(spread ** 2 / room) : null;
}

export interface Forecast {
  mean: number;
  low: number;
  high: number;
  q: number;
}

export function forecast(
  bags: number,
  planned: number,
  total: number,
  done: number,
  left: number,
  by: Constants,
): Forecast {
  let weight = 1 / by.prior_sd ** 2;
  let q = 1;
  if (done && bags > 0 && planned > 0) {
    const ratio = bags / planned;
    const measured = 1 / (ratio ** 2 * ((by.count_bags / bags) ** 2 + by.band_share ** 2 / done));
    q = (weight * 1 + measured * ratio) / (weight + measured);
    weight += measured;
  }
  const rest = Math.max(0, total - planned);
  const variance = rest ** 2 / weight + (left ? (by.band_share * rest) ** 2 / left : 0) + by.end_bags ** 2;
  const mean = bags + rest * q;
  const reach = by.z * Math.sqrt(variance);
  return { mean, low: mean - reach, high: mean + reach, q };
}

/** The last word that so many evaluations in a row agreed on. */
export function saidOf(evaluations: readonly string[], agree: number): string | null {
  for (let end = evaluations.length; end >= agree; end--) {
    if (new Set(evaluations.slice(end - agree, end)).size === 1) return evaluations[end - 1] ?? null;
  }
  return null;
}
