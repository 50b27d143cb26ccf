import { expect, test } from "vitest";
// The same table that the core is held to: tests/core/base/test_units.py.
import table from "../../tests/core/base/tables/rounding.csv?raw";
import { eighths, fixed, rValue } from "../src/ui/units";

const cases = table
  .trim()
  .split("\n")
  .slice(1)
  .map((line) => {
    const [, what, value, digits, shown] = /^(\w+),([^,]*),([^,]*),"?([^"]*)"?$/.exec(line) ?? [];
    return { what, value: Number(value), digits: Number(digits), shown };
  });

test("the table is read", () => {
  expect(cases.length).toBeGreaterThan(30);
  expect(new Set(cases.map((c) => c.what))).toEqual(new Set(["eighths", "r", "fixed"]));
});

test.each(cases)("$what $value is shown as $shown", ({ what, value, digits, shown }) => {
  const said = what === "eighths" ? eighths(value) : what === "r" ? rValue(value) : fixed(value, digits);
  expect(said).toBe(shown);
});
