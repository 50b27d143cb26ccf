import { expect, test } from "vitest";
import type { BarLine, CalendarAnswer, OrderedLine } from "../src/api/types";
import { addDays, clock, dayName, mondayOf, spanName } from "../src/pages/calendar/days";
import { halfAt, halfIndex, laid } from "../src/pages/calendar/grid";
import { standsOf, undone } from "../src/pages/calendar/moves";
import { orderSaid } from "../src/pages/calendar/orderSaid";
import { months } from "../src/pages/shelf/stages";

const DAYS = ["2026-07-06", "2026-07-07", "2026-07-08"];

/** A bar that takes so many half days from there. */
function bar(job: string, day: number, half: number, count: number): BarLine {
  const halves = Array.from({ length: count }, (_, i) => {
    const at = half + i;
    return { day: addDays("2026-07-06", day + Math.floor(at / 2)), half: at % 2 };
  });
  return { job, day: halves[0]?.day, half, halves, crew: "a" } as BarLine;
}

test("days go on over months, years and the hour that clocks are put forward", () => {
  expect(addDays("2026-03-07", 2)).toBe("2026-03-09");
  expect(addDays("2026-12-31", 1)).toBe("2027-01-01");
  expect(addDays("2028-02-28", 1)).toBe("2028-02-29");
  expect(["2026-07-06", "2026-07-09", "2026-07-12", "2026-07-13"].map(mondayOf)).toEqual([
    "2026-07-06",
    "2026-07-06",
    "2026-07-06",
    "2026-07-13",
  ]);
});

test("days, spans and hours are called as people call them", () => {
  expect(dayName("2026-07-06")).toBe("Mon 6");
  expect(dayName("2026-07-06", true)).toBe("Mon 6 Jul");
  expect(spanName("2026-07-06", "2026-07-17")).toBe("6 – 17 July 2026");
  expect(spanName("2026-06-29", "2026-07-10")).toBe("29 June – 10 July 2026");
  expect([clock(7.5), clock(6), clock(11.9999)]).toEqual(["7:30", "6:00", "12:00"]);
});

test("a bar lies over its half days, cut off where the calendar ends", () => {
  const found = laid([bar("x", 0, 1, 2), bar("y", 2, 0, 6), bar("z", -2, 0, 5)], DAYS);
  expect(found.map(({ bar: one, from, to, lane }) => [one.job, from, to, lane])).toEqual([
    ["z", 0, 1, 0],
    ["x", 1, 3, 0],
    ["y", 4, 6, 0],
  ]);
  expect(laid([bar("past", -3, 0, 2)], DAYS)).toEqual([]);
});

test("bars at the same time lie one under the other", () => {
  const lanes = laid([bar("a", 0, 0, 4), bar("b", 0, 1, 1), bar("c", 1, 0, 1), bar("d", 2, 0, 1)], DAYS);
  expect(Object.fromEntries(lanes.map((one) => [one.bar.job, one.lane]))).toEqual({ a: 0, b: 1, c: 1, d: 0 });
});

test("a place on the row is a half day", () => {
  expect([0, 49, 50, 299, 300, 900, -5].map((x) => halfAt(x, 300, 3))).toEqual([0, 0, 1, 5, 5, 5, 0]);
  expect(halfIndex(DAYS, "2026-07-07", 1)).toBe(3);
  expect(halfIndex(DAYS, "2026-07-01", 0)).toBe(-1);
  expect(halfIndex(DAYS, "2026-07-20", 0)).toBe(6);
});

test("a move is taken back to where each job stood, or to nowhere", () => {
  const answer = { bars: [bar("x", 0, 1, 2)] } as unknown as CalendarAnswer;
  expect(standsOf(answer, ["x", "new"])).toEqual([
    { job: "x", crew: "a", day: "2026-07-06", half: 1 },
    { job: "new", crew: null },
  ]);
  const moves = [
    { label: "one", before: [] },
    { label: "two", before: [] },
  ];
  expect(undone(moves).map((one) => one.label)).toEqual(["one"]);
});

test("the order in a sentence names what there is most of", () => {
  const line = (title: string, order: number, unit: string) => ({ title, order, unit }) as OrderedLine;
  expect(orderSaid([])).toBe("Nothing to order for these days.");
  expect(orderSaid([line("Cellulose", 0, "bags")])).toBe("All that these days need is in stock.");
  expect(
    orderSaid([
      line("Caulk", 3, "tubes"),
      line("Cellulose", 1237, "bags"),
      line("Baffles", 168, "pieces"),
      line("Screws", 1, "boxes of 100"),
    ]),
  ).toBe("To order for these days: 1,237 bags of cellulose, 168 × baffles, 3 × caulk and 1 more");
});

test("months to filter by go from a quarter ago to nine ahead", () => {
  const found = months(new Date(2026, 10, 26));
  expect(found).toHaveLength(13);
  expect([found[0], found[3], found[12]].map((one) => one?.value)).toEqual(["2026-08", "2026-11", "2027-08"]);
  expect(found[3]?.label).toBe("November 2026");
});
