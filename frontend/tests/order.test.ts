import { expect, test } from "vitest";
import type { Totals } from "../src/api/types";
import { countsOf, orderSaid } from "../src/document/order";

const line = (name: string, bags_order: number, unit = "bags") => ({
  product: name,
  name,
  bags_gaps: 0,
  bags_chart: bags_order,
  bags_field: null,
  bags_order,
  unit,
  pieces: null,
});
const totals = (order: ReturnType<typeof line>[], bags_order: number | null = 0) =>
  ({ order, bags_order, uncounted: [] }) as unknown as Totals;

test("one product is a count of its unit", () => {
  expect(orderSaid(totals([line("Cellulose", 73)]))).toEqual({ name: "bags to order", value: "73", by: null });
  expect(orderSaid(totals([line("R-21", 60, "bundles")]))?.name).toBe("bundles to order");
});

test("two products are never one number", () => {
  const said = orderSaid(totals([line("Cellulose", 12), line("Glass", 11), line("R-21", 6, "bundles")], 23));
  expect(said?.value).toBe("12 + 11 bags + 6 bundles");
  expect(said?.by).toBe("12 Cellulose, 11 Glass, 6 R-21");
  expect(said?.name).toBe("to order");
});

test("nothing to order is said where all is known, and nothing is said where it is not", () => {
  expect(orderSaid(totals([], 0))?.value).toBe("0");
  expect(orderSaid(totals([line("Cellulose", 0)], 0))?.value).toBe("0");
  expect(orderSaid(totals([], null))).toBeNull();
});

test("a headline kept by an earlier version still tells its sum", () => {
  expect(orderSaid({ bags_order: 41 } as unknown as Totals)?.value).toBe("41");
});

test("counts of a way, side by side", () => {
  expect(countsOf([])).toBe("");
  expect(
    countsOf([
      { name: "a", count: 0, unit: "bags" },
      { name: "b", count: 7, unit: "bags" },
    ]),
  ).toBe("7 bags");
});
