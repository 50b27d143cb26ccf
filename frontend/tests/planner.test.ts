import { afterEach, describe, expect, it, vi } from "vitest";
import type { DrawnSection, JobDocument, PlanAnswer } from "../src/api/types";
import { unpacked } from "../src/drawings/floor/unpacked";
import { drawnOf, type LivePlan, Planner, pieced } from "../src/state/planner";

const section = (id: string, version: string) => ({ id, version, outline_ft: [[0, 0]] }) as unknown as DrawnSection;
const answer = (order: string[], sections: DrawnSection[], bags = 1) =>
  ({
    plan: { totals: { bags }, open: [{ field: "a" }] },
    drawing: { order, sections, cut: { length_in: 3 } },
  }) as unknown as PlanAnswer;

describe("an answer pieced together", () => {
  it("has the drawings that were not sent again, in the order of now, as the same objects", () => {
    const [a, b] = [section("a", "1"), section("b", "1")];
    const first = pieced(null, answer(["a", "b"], [a, b]));
    const second = pieced(first, answer(["b", "a"], [section("a", "2")], 2));
    expect(second.drawing.sections.map((s) => [s.id, s.version])).toEqual([
      ["b", "1"],
      ["a", "2"],
    ]);
    expect(second.drawing.sections).toHaveLength(2);
    expect(second.plan.open).toBe(first.plan.open);
    expect(second.drawing.cut).toBe(first.drawing.cut);
    expect(second.plan.totals).not.toBe(first.plan.totals);
    expect(drawnOf(second)).toEqual({ a: "2", b: "1" });
    expect(pieced(second, answer(["a"], [])).drawing.sections.map((s) => s.id)).toEqual(["a"]);
    expect(drawnOf(null)).toEqual({});
  });
});

describe("the planner", () => {
  afterEach(() => vi.unstubAllGlobals());
  const wanted = (name: string) => ({
    url: "/api/plan",
    job: { name } as JobDocument,
    cut: null,
    logOf: null,
    item: null,
    turn: 0,
  });

  it("asks one at a time, skips what waited too long, and never the same twice", async () => {
    const asked: string[] = [];
    const answers: (() => void)[] = [];
    vi.stubGlobal("fetch", (_: string, sent: { body: string }) => {
      asked.push(JSON.parse(sent.body).job.name);
      return new Promise((done) =>
        answers.push(() => done(new Response(JSON.stringify(answer(["a"], [section("a", "1")])), { status: 200 }))),
      );
    });
    const shown: LivePlan[] = [];
    const planner = new Planner((live) => shown.push(live));
    const one = wanted("one");
    planner.want(one);
    planner.want({ ...one });
    expect(asked).toEqual(["one"]);
    planner.want(wanted("two"));
    planner.want(wanted("three"));
    expect(asked).toEqual(["one"]);
    answers[0]?.();
    await vi.waitFor(() => expect(asked).toEqual(["one", "three"]));
    answers[1]?.();
    await vi.waitFor(() => expect(shown).toHaveLength(2));
    planner.close();
    planner.want(wanted("four"));
    expect(asked).toEqual(["one", "three"]);
    planner.open();
    expect(asked).toEqual(["one", "three", "four"]);
  });

  it("tells what is wrong at which field and keeps the plan of before", async () => {
    const problem = { title: "x", status: 422, errors: [{ field: "job.sections[0].heel_in", text: "up to 96" }] };
    vi.stubGlobal("fetch", async () => new Response(JSON.stringify(problem), { status: 422 }));
    const shown: LivePlan[] = [];
    new Planner((live) => shown.push(live)).want(wanted("one"));
    await vi.waitFor(() => expect(shown).toHaveLength(1));
    expect(shown[0]?.faults).toEqual({ "sections[0].heel_in": "up to 96" });
  });
});

describe("a map", () => {
  it("comes out of its differences, through the turn of 16 bits", () => {
    const cells = [0, 65_535, 1300, 1312, 1312, 65_535, 7];
    const steps = cells.map((cell, i) => (cell - (cells[i - 1] ?? 0) + 65_536) % 65_536);
    const bytes = steps.flatMap((step) => [step & 255, step >> 8]);
    expect([...unpacked(btoa(String.fromCharCode(...bytes)))]).toEqual(cells);
  });
});
