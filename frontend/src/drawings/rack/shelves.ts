import type { ChoiceLists, Way } from "../../api/types";

type Methods = readonly Pick<ChoiceLists["methods"][number], "value" | "title">[];

/** As it stands at the head of a shelf or in a list. */
export const headed = (title: string) => title.charAt(0).toUpperCase() + title.slice(1);

export interface Shelf {
  id: string;
  title: string;
  ways: Way[];
}

/** Open ways by their place for the aim, then the blocked ones. */
export function inOrder(ways: readonly Way[], aim: string): Way[] {
  const place = (way: Way) => way.weighed.ranks?.[aim] ?? Number.POSITIVE_INFINITY;
  return [...ways].sort((a, b) => {
    const [x, y] = [place(a), place(b)];
    if (x !== y) return x - y;
    return Number(a.weighed.step_r !== null) - Number(b.weighed.step_r !== null);
  });
}

/** First the one picked and the best of each method, then a shelf for each. The first shelf goes by the targets as they are set. */
export function shelves(ways: readonly Way[], aim: string, picked: string | null, methods: Methods): Shelf[] {
  const byMethod = methods
    .map(({ value, title }) => ({
      id: value,
      title: headed(title),
      ways: inOrder(
        ways.filter((way) => way.weighed.method === value),
        aim,
      ),
    }))
    .filter((shelf) => shelf.ways.length);
  const best = byMethod
    .map((shelf) => shelf.ways.find((way) => way.weighed.step_r === null) ?? shelf.ways[0])
    .filter((way) => way !== undefined);
  const here = ways.find((way) => way.weighed.id === picked);
  const first = here && !best.includes(here) ? [here, ...best] : best;
  return [{ id: "best", title: "The best of each method", ways: inOrder(first, aim) }, ...byMethod];
}

const REASON_CHARS = 14;
const FEWEST_LINES = 4;

/** Lines that the longest reason over a core takes, so that none is cut off and all cores stand beside one ruler. */
export const reasonLines = (ways: readonly Way[]): number =>
  Math.max(FEWEST_LINES, ...ways.map((way) => Math.ceil((way.weighed.blocks[0]?.length ?? 0) / REASON_CHARS) + 1));
