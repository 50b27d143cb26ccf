import { useLocalStorage } from "@mantine/hooks";
import { createContext, type ReactNode, useContext, useMemo } from "react";

/** Words for figures: inches in eighths, R-49, and their metric view. Conversions only, no trade arithmetic. */
const EIGHTHS = ["", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"];
export const MM_PER_IN = 25.4;
export const R_PER_RSI = 5.678;
const M2_PER_FT2 = 0.09290304;
const BTU_PER_KWH = 3412;
const W_M_PER_BTU_H_FT = 0.9615;
const M3_PER_FT3 = 0.0283168;
const KG_PER_LB = 0.45359237;

/** Forgives the last digits of a float: 0.35 is a little less than it says, and is shown as 0.4 all the same. */
const ROUNDING_SLACK = 1e-9;
/** R is shown whole from here up, in tenths below. */
const R_WHOLE_FROM = 9.95;

/** The value to so many decimals, halves away from zero; held equal to the core's by one table of cases. */
export function halfUp(value: number, digits = 0): number {
  const scale = 10 ** digits;
  const size = Math.floor(Math.abs(value) * scale + 0.5 + ROUNDING_SLACK) / scale;
  return value < 0 && size ? -size : size;
}

/** One format for each count of decimals: the browser takes longer to make one than to write a hundred figures with it. */
const formats: Intl.NumberFormat[] = [];

/** The value in words, thousands apart, to so many decimals, half up. */
export function fixed(value: number, digits = 0): string {
  formats[digits] ??= new Intl.NumberFormat("en-US", { minimumFractionDigits: digits, maximumFractionDigits: digits });
  return formats[digits].format(halfUp(value, digits));
}

/** The same without noughts at its end: 12.50 → “12.5”, 3.00 → “3”. */
export const trimmed = (value: number, digits: number): string => fixed(value, digits).replace(/\.?0+$/, "");

/** R in words: whole, or in tenths where that matters. */
export const rValue = (r: number): string => `R-${r < R_WHOLE_FROM ? fixed(r, 1).replace(/\.0$/, "") : fixed(r)}`;

export function eighths(inches: number): string {
  const count = halfUp(Math.abs(inches) * 8);
  const whole = Math.floor(count / 8);
  const part = EIGHTHS[count % 8];
  return `${inches < 0 && count ? "−" : ""}${whole || !part ? whole : ""}${part}`;
}

/** A value and its unit, apart, so that they can be set in different sizes. */
export interface Shown {
  value: string;
  unit: string;
}

export interface Units {
  metric: boolean;
  toggle: () => void;
  depth: (inches: number) => Shown;
  length: (feet: number) => Shown;
  area: (ft2: number) => Shown;
  load: (psf: number) => Shown;
  openArea: (in2: number) => Shown;
  weight: (lb: number) => Shown;
  volume: (ft3: number) => Shown;
  r: (r: number) => string;
  temperature: (f: number) => string;
  /** Heat of a year. */
  heat: (btu: number) => Shown;
  /** Heat through each foot of an eave. */
  alongEave: (btuPerHourFt: number) => Shown;
  figure: (value: number, unit: string) => Shown;
}

function unitsOf(metric: boolean, toggle: () => void): Units {
  const depth = (inches: number): Shown =>
    metric ? { value: fixed(inches * MM_PER_IN, 0), unit: "mm" } : { value: eighths(inches), unit: "in" };
  const length = (feet: number): Shown => {
    if (metric) return { value: fixed(feet * 0.3048, 2).replace(/^-/, "−"), unit: "m" };
    const inches = halfUp(Math.abs(feet) * 96) / 8;
    const whole = Math.floor(inches / 12 + 1e-9);
    const rest = inches - whole * 12;
    const sign = feet < 0 && inches > 0 ? "−" : "";
    return rest > 0.06
      ? { value: `${sign}${whole} ft ${eighths(rest)}`, unit: "in" }
      : { value: `${sign}${whole}`, unit: "ft" };
  };
  const area = (ft2: number): Shown =>
    metric ? { value: fixed(ft2 * M2_PER_FT2, 1), unit: "m²" } : { value: fixed(ft2, 0), unit: "ft²" };
  const load = (psf: number): Shown =>
    metric
      ? { value: fixed((psf * KG_PER_LB) / M2_PER_FT2, 1), unit: "kg/m²" }
      : { value: fixed(psf, 2), unit: "lb/ft²" };
  const weight = (lb: number): Shown =>
    metric ? { value: fixed(lb * KG_PER_LB, 1), unit: "kg" } : { value: String(lb), unit: "lb" };
  const volume = (ft3: number): Shown =>
    metric ? { value: fixed(ft3 * M3_PER_FT3, 2), unit: "m³" } : { value: fixed(ft3, 1), unit: "ft³" };
  const openArea = (in2: number): Shown =>
    metric ? { value: fixed(in2 * 6.4516, 0), unit: "cm²" } : { value: fixed(in2, 0), unit: "in²" };
  const temperature = (f: number) =>
    (metric ? `${fixed((f - 32) / 1.8, 1)} °C` : `${fixed(f, 0)} °F`).replace(/^-/, "−");
  const heat = (btu: number): Shown =>
    metric
      ? { value: fixed(btu / BTU_PER_KWH, 0), unit: "kWh" }
      : { value: fixed(btu / 1000, 0), unit: "thousand Btu" };
  const alongEave = (flow: number): Shown =>
    metric
      ? { value: fixed(flow * W_M_PER_BTU_H_FT, 1), unit: "W/m" }
      : { value: fixed(flow, 1), unit: "Btu/h for each ft" };
  const r = (value: number) => (metric ? `RSI ${fixed(value / R_PER_RSI, 2)}` : rValue(value));
  const figure = (value: number, unit: string): Shown => {
    switch (unit) {
      case "in":
        return metric ? depth(value) : { value: fixed(value, 3).replace(/\.?0+$/, ""), unit };
      case "ft":
        return length(value);
      case "ft²":
        return metric ? area(value) : { value: fixed(value, 1), unit };
      case "lb/ft²":
        return load(value);
      case "in²":
        return openArea(value);
      case "R":
      case "h·ft²·°F/Btu":
        return metric
          ? { value: fixed(value / R_PER_RSI, 2), unit: "m²·K/W" }
          : { value: fixed(value, 2), unit: unit === "R" ? "R" : unit };
      case "Btu/h·ft²·°F":
        return metric ? { value: fixed(value * R_PER_RSI, 3), unit: "W/m²·K" } : { value: fixed(value, 4), unit };
      default:
        return { value: Number.isInteger(value) ? fixed(value, 0) : fixed(value, 2), unit };
    }
  };
  return {
    metric,
    toggle,
    depth,
    length,
    area,
    load,
    openArea,
    weight,
    volume,
    r,
    temperature,
    heat,
    alongEave,
    figure,
  };
}

const Context = createContext<Units>(unitsOf(false, () => {}));
export const useUnits = () => useContext(Context);

export function UnitsProvider({ children }: { children: ReactNode }) {
  const [metric, setMetric] = useLocalStorage({
    key: "elm-cover.metric",
    defaultValue: false,
    getInitialValueInEffect: false,
  });
  const units = useMemo(() => unitsOf(metric, () => setMetric((on) => !on)), [metric, setMetric]);
  return <Context.Provider value={units}>{children}</Context.Provider>;
}
