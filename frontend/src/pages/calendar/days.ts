/** Days as they are written, 2026-07-06: apart from any clock or zone. */
const at = (day: string) => new Date(`${day}T00:00:00Z`);
const written = (date: Date) => date.toISOString().slice(0, 10);

export const addDays = (day: string, count: number): string => {
  const date = at(day);
  date.setUTCDate(date.getUTCDate() + count);
  return written(date);
};

/** The Monday of a day's week. */
export const mondayOf = (day: string): string => addDays(day, -((at(day).getUTCDay() + 6) % 7));

/** Mon 6; with its month where asked: Mon 6 Jul. */
export const dayName = (day: string, month = false): string =>
  at(day).toLocaleDateString("en-GB", {
    weekday: "short",
    day: "numeric",
    timeZone: "UTC",
    ...(month ? { month: "short" } : {}),
  });

/** 6 – 16 July, or 29 June – 10 July. */
export function spanName(first: string, last: string): string {
  const month = (day: string) => at(day).toLocaleDateString("en-GB", { month: "long", timeZone: "UTC" });
  const number = (day: string) => String(at(day).getUTCDate());
  const year = at(last).getUTCFullYear();
  return month(first) === month(last)
    ? `${number(first)} – ${number(last)} ${month(last)} ${year}`
    : `${number(first)} ${month(first)} – ${number(last)} ${month(last)} ${year}`;
}

/** Hours of the clock: 7.5 → 7:30. */
export const clock = (hours: number): string => {
  const minutes = Math.round(hours * 60);
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;
};
