/** Signs on the Floor that would lie on each other. */
import { describe, expect, it } from "vitest";
import { type Box, overlap } from "../src/drawings/labels";
import { signsAside } from "../src/drawings/signs";

const at = (id: string, x: number, y: number) => ({ id, x, y });
const boxes = (signs: { id: string; x: number; y: number }[], taken: Box[] = []) => {
  const aside = signsAside(signs, taken);
  return signs.map(({ id, x, y }): Box => {
    const [dx, dy] = aside.get(id) ?? [0, 0];
    return [x + dx - 8, y + dy - 8, x + dx + 8, y + dy + 8];
  });
};

describe("signs", () => {
  it("stay where they are when they are clear of each other", () => {
    expect(signsAside([at("a", 100, 100), at("b", 118, 100), at("c", 100, 82)], []).size).toBe(0);
  });

  it("step aside from the one before, by a finger's reach", () => {
    const aside = signsAside([at("a", 100, 100), at("b", 105, 100)], []);
    expect([...aside.keys()]).toEqual(["b"]);
    expect(aside.get("b")).toEqual([24, expect.closeTo(0)]);
  });

  it("never lie on each other, nor on a marker, seven on one spot", () => {
    const marker: Box = [109, 87, 118, 100];
    const placed = boxes(
      Array.from({ length: 7 }, (_, i) => at(String(i), 110 + i, 100)),
      [marker],
    );
    expect(placed).toHaveLength(7);
    placed.forEach((box, i) => {
      expect(overlap(box, marker)).toBe(false);
      for (const other of placed.slice(i + 1)) expect(overlap(box, other)).toBe(false);
    });
  });
});
