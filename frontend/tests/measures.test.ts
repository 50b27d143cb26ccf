import { describe, expect, it } from "vitest";
import { readFeet, readInches } from "../src/ui/measures";
import { eighths } from "../src/ui/units";

describe("inches as people write them", () => {
  it.each([
    ["16 3/4", 16.75],
    ["16¾", 16.75],
    ["16.75 in", 16.75],
    ["16,75", 16.75],
    ["3/4", 0.75],
    ["1'4", 16],
    ["1' 4 1/2\"", 16.5],
    ["254 mm", 10],
    ["25,4 cm", 10],
    ["0", 0],
  ])("%s", (text, inches) => {
    expect(readInches(text, false)).toBeCloseTo(inches);
  });

  it.each(["twelve", "1/0", "-3", "1e5", "6 in 4", "", "NaN", "Infinity"])("%s is not read", (text) => {
    expect(readInches(text, false)).toBeNull();
  });

  it("count as millimetres in the metric view, unless they say inches", () => {
    expect(readInches("254", true)).toBeCloseTo(10);
    expect(readInches('10"', true)).toBeCloseTo(10);
  });
});

describe("feet as people write them", () => {
  it.each([
    ["38", 38],
    ["38'6", 38.5],
    ["38 ft 6 in", 38.5],
    ["12.5", 12.5],
    ["10 m", 10 / 0.3048],
  ])("%s", (text, feet) => {
    expect(readFeet(text, false)).toBeCloseTo(feet);
  });

  it("count as metres in the metric view", () => {
    expect(readFeet("3.048", true)).toBeCloseTo(10);
  });

  it.each([
    ["-12", -12],
    ["−12'6", -12.5],
    ["- 3.048 m", -10],
    ["--12", null],
    ["12-", null],
  ])("to the west or the south: %s", (text, feet) => {
    if (feet === null) expect(readFeet(text, false)).toBeNull();
    else expect(readFeet(text, false)).toBeCloseTo(feet);
  });
});

describe("eighths", () => {
  it.each([
    [16.75, "16¾"],
    [0, "0"],
    [0.125, "⅛"],
    [2.99, "3"],
    [-1.5, "−1½"],
    [-0.01, "0"],
  ])("%d is %s", (inches, text) => {
    expect(eighths(inches)).toBe(text);
  });

  it("are read back as they are written", () => {
    for (let i = 0; i < 200; i++) expect(readInches(eighths(i / 8), false)).toBe(i / 8);
  });
});
