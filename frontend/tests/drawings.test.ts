import { describe, expect, it } from "vitest";
import type { DrawnCut, DrawnSection } from "../src/api/types";
import { floorFrame } from "../src/drawings/frame";
import { crosses, heightLabels, overlap, readingLabels } from "../src/drawings/labels";
import { edgeLabels, nameLabel } from "../src/drawings/wallLabels";

const square: [number, number][] = [
  [0, 0],
  [40, 0],
  [40, 20],
  [0, 20],
];
const frame = floorFrame(square, 800, 500);

describe("the frame of the Floor", () => {
  it("puts north up, keeps one scale both ways, and leads back", () => {
    expect(frame.y(20)).toBeLessThan(frame.y(0));
    expect(frame.x(40) - frame.x(0)).toBeCloseTo(40 * frame.scale);
    expect(frame.y(0) - frame.y(20)).toBeCloseTo(20 * frame.scale);
    const [x, y] = frame.back(frame.x(12.5), frame.y(7.25));
    expect([x, y]).toEqual([expect.closeTo(12.5), expect.closeTo(7.25)]);
  });

  it("keeps the whole floor in the drawing", () => {
    for (const [x, y] of square) {
      expect(frame.x(x)).toBeGreaterThan(0);
      expect(frame.x(x)).toBeLessThan(800);
      expect(frame.y(y)).toBeGreaterThan(0);
      expect(frame.y(y)).toBeLessThan(500);
    }
  });
});

describe("a line and a box", () => {
  const box: [number, number, number, number] = [10, 10, 20, 20];
  it.each([
    [[0, 0, 30, 30], true],
    [[0, 15, 30, 15], true],
    [[12, 12, 14, 14], true],
    [[0, 0, 30, 5], false],
    [[0, 25, 25, 50], false],
    [[15, 0, 15, 9], false],
  ] as const)("%j crosses: %s", (line, expected) => {
    expect(crosses(line, box)).toBe(expected);
  });
});

describe("labels", () => {
  const readings = Array.from({ length: 30 }, (_, i) => ({
    id: String(i),
    at: [1 + (i % 6) * 0.9, 1 + Math.floor(i / 6) * 0.9] as [number, number],
    text: "5¾",
  }));
  const wide = 8.5;
  const boxOf = ({ x, y }: { x: number; y: number }, text: string): [number, number, number, number] => [
    x - (text.length * wide) / 2,
    y - 11,
    x + (text.length * wide) / 2,
    y + 3,
  ];

  it("of crowded readings never lie on one another or on a line", () => {
    const line = [frame.x(3), frame.y(0), frame.x(3), frame.y(20)] as const;
    const places = readingLabels(readings, frame, [line], wide);
    const boxes = [...places.values()].map((place) => boxOf(place, "5¾"));
    expect(boxes.length).toBeGreaterThan(5);
    boxes.forEach((box, i) => {
      expect(crosses(line, box)).toBe(false);
      for (const other of boxes.slice(i + 1)) expect(overlap(box, other)).toBe(false);
    });
  });

  it("of heights stand once for each height", () => {
    const heights = [18, 18, 36].map((room_in, i) => ({
      room_in,
      points_ft: [
        [1, 3 + i * 5],
        [39, 3 + i * 5],
      ] as [number, number][],
    }));
    const placed = heightLabels(heights, (room) => `${room} in`, frame, [], [], wide);
    expect(placed.map((p) => p.text)).toEqual(["18 in", "36 in"]);
  });

  const edges = square.map((from_ft, index) => ({
    index,
    is_eave: index % 2 === 0,
    kind: "eave",
    side: ["south", "east", "north", "west"][index] as string,
    length_ft: 40,
    from_ft,
    to_ft: square[(index + 1) % 4] as [number, number],
  })) as DrawnSection["edges"];

  it("of walls say less where there is no room for all", () => {
    const full = edgeLabels(edges, () => ["40 ft", "22 bays"], frame, null, 7);
    expect(full.get(0)?.lines).toEqual(["40 ft · 22 bays"]);
    // The cut's letter stands in the middle of the wall: the short label goes beside it, the long one cannot.
    const cut = { from_ft: [20, 0], to_ft: [20, 20] } as DrawnCut;
    const tight = edgeLabels(edges, () => ["40 ft", "22 bays of which none is short"], frame, cut, 40);
    expect(tight.get(0)?.lines).toEqual(["40 ft"]);
  });

  it("of other sections are cut to their width, and left out where nothing fits", () => {
    const canvas = { width: 800, height: 500 };
    expect(nameLabel(square, "Main house", frame, [], 7, canvas)?.text).toBe("Main house");
    const narrow: [number, number][] = [
      [0, 0],
      [3.5, 0],
      [3.5, 20],
      [0, 20],
    ];
    expect(nameLabel(narrow, "Over the landing", frame, [], 7, canvas)?.text).toMatch(/^Over.*…$/);
    const line: [number, number][] = [
      [0, 0],
      [40, 0],
      [40, 0.3],
      [0, 0.3],
    ];
    expect(nameLabel(line, "Knee wall", frame, [], 7, canvas)).toBeNull();
  });
});
