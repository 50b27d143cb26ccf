import { MM_PER_IN } from "./units";

const GLYPHS: Record<string, number> = {
  "⅛": 1 / 8,
  "¼": 1 / 4,
  "⅜": 3 / 8,
  "½": 1 / 2,
  "⅝": 5 / 8,
  "¾": 3 / 4,
  "⅞": 7 / 8,
};

/** One number with an optional fraction: “16.75”, “16 3/4”, “16¾”, “3/4”. */
function amount(text: string): number | null {
  const match = /^\s*(\d+(?:[.,]\d+)?|)\s*(?:([⅛¼⅜½⅝¾⅞])|(?:[- ]?\s*(\d+)\/(\d+)))?\s*$/.exec(text);
  if (!match || text.trim() === "") return null;
  const [, whole, glyph, over, under] = match;
  // “3/4” alone: the whole part has swallowed nothing.
  const fraction = glyph ? (GLYPHS[glyph] ?? 0) : over && under ? Number(over) / Number(under) : 0;
  const value = (whole ? Number(whole.replace(",", ".")) : 0) + fraction;
  return Number.isFinite(value) ? value : null;
}

const metric = (text: string): number | null => {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|m)\s*$/.exec(text);
  if (!match) return null;
  const scale = { mm: 1, cm: 10, m: 1000 }[match[2] as "mm" | "cm" | "m"];
  return (Number((match[1] as string).replace(",", ".")) * scale) / MM_PER_IN;
};

/** Inches from “16 3/4”, “16¾ in”, “2'4”, “425 mm”; a bare number counts as mm in the metric view. Null where unread. */
/** A plain number as written, with a point or a comma; none where nothing is. */
export function readNumber(text: string): number {
  const written = text.trim();
  return written === "" ? Number.NaN : Number(written.replace(",", "."));
}

export function readInches(text: string, inMetric: boolean): number | null {
  const clean = text.trim().toLowerCase();
  const fromMetric = metric(clean);
  if (fromMetric !== null) return fromMetric;
  const feet = /^(.*?)\s*(?:'|′|ft\.?|feet)\s*(.*?)\s*(?:"|″|in\.?|inches)?$/.exec(clean);
  if (feet) {
    const whole = amount(feet[1] ?? "");
    const rest = feet[2] ? amount(feet[2]) : 0;
    return whole === null || rest === null ? null : whole * 12 + rest;
  }
  const marked = /(?:"|″|in\.?|inches)$/.test(clean);
  const value = amount(clean.replace(/\s*(?:"|″|in\.?|inches)$/, ""));
  if (value === null) return null;
  return inMetric && !marked ? value / MM_PER_IN : value;
}

/** Feet from “38”, “38'6”, “38 ft 6 in”, “11.6 m”, “-12”; a bare number counts as metres in the metric view. */
export function readFeet(text: string, inMetric: boolean): number | null {
  const clean = text.trim();
  if (/^[-−–]/.test(clean)) {
    const value = readFeet(clean.slice(1), inMetric);
    return value === null || value < 0 ? null : 0 - value;
  }
  if (/^[\d.,]+$/.test(clean)) {
    const value = Number(clean.replace(",", "."));
    if (!Number.isFinite(value)) return null;
    return inMetric ? value / 0.3048 : value;
  }
  const inches = readInches(clean, false);
  return inches === null ? null : inches / 12;
}
