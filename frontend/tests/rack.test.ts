import { describe, expect, it } from "vitest";
import type { CoreSample, JobDocument, Product, Way } from "../src/api/types";
import { dropUnused, pickWay } from "../src/document/pickWay";
import { agree } from "../src/drawings/rack/rows";
import { inOrder, shelves } from "../src/drawings/rack/shelves";

const LIBRARY = [
  { id: "c1", name: "Cellulose", chart: [] },
  { id: "b1", name: "Batt", batt: {} },
  { id: "b2", name: "Batt between", batt: {} },
] as unknown as Product[];

function way(id: string, method: string, price: number | null, more: Partial<CoreSample["choice"]> = {}): Way {
  const cores = ["main", "wing"].map((section) => ({
    section,
    choice: { method, product: "c1", between: null, layers: null, installed_in: null, old_fill: null, ...more },
  }));
  const ranks = price === null ? null : { price };
  return {
    weighed: { id, method, step_r: null, cores, ranks, blocks: price === null ? ["too heavy"] : [] },
  } as unknown as Way;
}

const job = (): JobDocument =>
  ({
    format: "elm-cover.job",
    version: 1,
    products: [{ id: "own", name: "Own" }],
    sections: [
      { id: "main", existing: [{ material: "glass_batt", depth_in: 3.5 }] },
      { id: "wing", existing: [] },
    ],
  }) as unknown as JobDocument;

const METHODS = ["top_up", "lift_and_fill", "clear_and_blow", "batts_across"].map((value) => ({ value, title: value }));

describe("the shelves", () => {
  const ways = [
    way("a2", "top_up", 3),
    way("a1", "top_up", 1),
    way("b", "batts_across", 2),
    way("c", "clear_and_blow", null),
  ];

  it("put the open ways by their place and the blocked ones last", () => {
    expect(inOrder(ways, "price").map((w) => w.weighed.id)).toEqual(["a1", "b", "a2", "c"]);
  });

  it("begin with the best of each method, and with the one picked", () => {
    expect(shelves(ways, "price", null, METHODS)[0]?.ways.map((w) => w.weighed.id)).toEqual(["a1", "b", "c"]);
    expect(shelves(ways, "price", "a2", METHODS)[0]?.ways.map((w) => w.weighed.id)).toEqual(["a1", "b", "a2", "c"]);
    expect(shelves(ways, "price", null, METHODS).map((s) => s.id)).toEqual([
      "best",
      "top_up",
      "clear_and_blow",
      "batts_across",
    ]);
  });

  it("drop a row in which all agree", () => {
    expect(agree(["R-49", "R-49"])).toBe(true);
    expect(agree(["R-49", "R-54"])).toBe(false);
  });
});

describe("a core picked", () => {
  it("sets every open floor, brings its products, and leaves the job's own", () => {
    const d = job();
    pickWay(d, way("x", "batts_between_blown_cap", 1, { between: "b2", installed_in: 9.5 }), null, LIBRARY);
    expect(d.choice?.main).toEqual({
      method: "batts_between_blown_cap",
      product: "c1",
      between: "b2",
      depth: { by: "installed_in", value_in: 9.5 },
    });
    expect(Object.keys(d.choice ?? {})).toEqual(["main", "wing"]);
    expect(d.products?.map((p) => p.id)).toEqual(["own", "c1", "b2"]);
  });

  it("sets one section alone where it is for that", () => {
    const d = job();
    pickWay(d, way("x", "top_up", 1), "wing", LIBRARY);
    expect(Object.keys(d.choice ?? {})).toEqual(["wing"]);
  });

  it("says what becomes of the old fill, and keeps the method it asked for", () => {
    const d = job();
    pickWay(d, way("x", "lift_and_fill", 1, { old_fill: "lift" }), null, LIBRARY);
    expect(d.sections?.[0]?.old_fill).toBe("lift");
    pickWay(d, way("y", "batts_across", 1, { product: "b1", layers: 2 }), null, LIBRARY);
    expect(d.sections?.[0]?.old_fill).toBe("keep");
    expect(d.choice?.main).toMatchObject({ method: "batts_across", product: "b1", layers: 2 });
    expect(d.products?.map((p) => p.id)).toEqual(["own", "b1"]);
  });

  it("lets go of what no choice names any more", () => {
    const d = job();
    d.products = [...(d.products ?? []), ...LIBRARY];
    dropUnused(d, LIBRARY);
    expect(d.products?.map((p) => p.id)).toEqual(["own"]);
  });
});
