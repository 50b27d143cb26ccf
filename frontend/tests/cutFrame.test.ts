import { describe, expect, it } from "vitest";
import type { DrawnCut } from "../src/api/types";
import { cutFrame } from "../src/drawings/cut/cutFrame";
import { toPixels } from "../src/drawings/cut/heatLines";

const end = (s_in: number, direction: number, stretch = 1) => ({
  s_in,
  direction,
  stretch,
  eave: { heel_in: 6.5, pitch_in_12: 5, room_at_plate_in: 4.9, vent_gap_in: 1.5 },
});
const cut = (stretch = 1) =>
  ({
    length_in: 300,
    fill_line_in: 15.1,
    old_in: 3.5,
    ends: [end(0, 1, stretch), end(300, -1, stretch)],
  }) as unknown as DrawnCut;

describe("the frame of the Cut", () => {
  it.each(["A", "whole", "B"] as const)("%s keeps one scale both ways and the fill line in sight", (view) => {
    const frame = cutFrame(cut(), view, 900, 380, 30);
    expect(Math.abs(frame.x(10) - frame.x(0))).toBeCloseTo(10 * frame.scale);
    expect(frame.y(0) - frame.y(10)).toBeCloseTo(10 * frame.scale);
    expect(frame.y(0)).toBe(frame.ground);
    expect(frame.y(15.1)).toBeGreaterThan(0);
    expect(frame.topIn).toBeGreaterThanOrEqual(15.1);
  });

  it("shows all of the cut left of the ruler", () => {
    const frame = cutFrame(cut(), "whole", 900, 380, 30);
    expect(frame.x(0)).toBe(frame.plateX);
    expect(frame.x(300)).toBeLessThan(frame.rulerX);
  });

  it("shows the B end from the other side, eave to the left", () => {
    const [a, b] = [cutFrame(cut(), "A", 900, 380, 30), cutFrame(cut(), "B", 900, 380, 30)];
    expect(b.x(300)).toBeCloseTo(a.x(0));
    expect(b.x(270)).toBeCloseTo(a.x(30));
  });

  it("shows where full depth begins, on a desk and on a phone", () => {
    for (const width of [900, 640, 390]) {
      const frame = cutFrame(cut(), "A", width, 380, 30);
      expect(frame.x(30)).toBeLessThan(frame.rulerX);
      expect(frame.narrow).toBe(width < 500);
      expect(frame.plateX).toBeGreaterThan(4);
    }
  });

  it("draws longer what it cuts askew", () => {
    const [square, askew] = [cutFrame(cut(), "A", 900, 380, 30), cutFrame(cut(Math.SQRT2), "A", 900, 380, 30)];
    expect(askew.thin(10) / askew.scale).toBeCloseTo(10 * Math.SQRT2);
    expect(square.thin(10)).toBeCloseTo(10 * square.scale);
    expect(askew.x(30 * Math.SQRT2)).toBeLessThan(askew.rulerX);
  });

  it("leads from inches in from a plate to pixels at either end", () => {
    const frame = cutFrame(cut(), "whole", 900, 380, 30);
    const [a, b] = cut().ends as [DrawnCut["ends"][number], DrawnCut["ends"][number]];
    expect(toPixels(a, frame)([12, 5])).toEqual([frame.x(12), frame.y(5)]);
    expect(toPixels(b, frame)([12, 5])).toEqual([frame.x(288), frame.y(5)]);
  });
});
