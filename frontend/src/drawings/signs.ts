import { type Box, overlap } from "./labels";

/** Half a sign's box, with a hair of room round it. */
const HALF_PX = 9;
/** Over the reach of a finger on the neighbour, so that each can be taken hold of. */
const STEP_PX = 24;
const RINGS = 3;
const WAYS = 8;

export type Aside = readonly [number, number];

const boxAt = (x: number, y: number): Box => [x - HALF_PX, y - HALF_PX, x + HALF_PX, y + HALF_PX];

/** How far signs step aside, in pixels, so that none lies on another or on what is taken; those that need not are left out. */
export function signsAside(
  signs: readonly { id: string; x: number; y: number }[],
  taken: readonly Box[],
): Map<string, Aside> {
  const placed: Box[] = [...taken];
  const aside = new Map<string, Aside>();
  for (const { id, x, y } of signs) {
    const by = STEPS.find(([dx, dy]) => !placed.some((other) => overlap(boxAt(x + dx, y + dy), other))) ?? [0, 0];
    placed.push(boxAt(x + by[0], y + by[1]));
    if (by[0] || by[1]) aside.set(id, by);
  }
  return aside;
}

/** In place first, then round it, nearest first. */
const STEPS: Aside[] = [
  [0, 0],
  ...Array.from({ length: RINGS * WAYS }, (_, i): Aside => {
    const far = STEP_PX * (1 + Math.floor(i / WAYS));
    const turn = ((i % WAYS) * 2 * Math.PI) / WAYS;
    return [far * Math.cos(turn), -far * Math.sin(turn)];
  }),
];
