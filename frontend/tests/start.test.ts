import { describe, expect, it } from "vitest";
import { readAnswers, startAnswers, usualOf } from "../src/pages/start/answers";
import { asked, openFor, questionsOf } from "../src/pages/start/questions";

const QUESTIONS = questionsOf([{ value: "5A", label: "5A · cool" }], [{ value: "glass_batt", label: "glass batts" }]);
const ids = (found: { id: string }[]) => found.map((question) => question.id);
const FULL = {
  shape: "one_floor",
  name: "Lane",
  length_ft: "40",
  width_ft: "26'6",
  eaves: "north_south",
  heel_in: "6 1/2",
  pitch_in_12: "5",
  spacing_in: "24",
  joist_in: "3.5",
  board: "gypsum_1_2",
  old: "glass_batt",
  old_in: "3½",
  contact: "minor",
  climate_zone: "5A",
  rule: "code 2021",
};

describe("the first sheet", () => {
  it("asks for knee walls of a half storey alone, and of old fill only where some lies", () => {
    expect(ids(asked(QUESTIONS, FULL))).not.toContain("knee_wall_ft");
    expect(ids(asked(QUESTIONS, { ...FULL, old: "nothing" }))).not.toContain("old_in");
    const half = asked(QUESTIONS, { ...FULL, shape: "half_storey" });
    expect(ids(half)).toEqual(expect.arrayContaining(["knee_wall_ft", "ceiling_ft", "rafter_in", "stud_in"]));
    expect(half.find((question) => question.id === "eaves")?.options).toHaveLength(2);
  });

  it("is at twelve answers to a price, with the eaves set", () => {
    expect(openFor(QUESTIONS, { shape: "one_floor", eaves: "north_south" })).toHaveLength(12);
    expect(openFor(QUESTIONS, FULL)).toEqual([]);
    expect(ids(openFor(QUESTIONS, { ...FULL, board: " " }))).toEqual(["board"]);
  });

  it("sends figures as the core takes them", () => {
    expect(readAnswers(QUESTIONS, FULL, false)).toEqual({
      trouble: {},
      body: {
        name: "Lane",
        shape: "one_floor",
        length_ft: 40,
        width_ft: 26.5,
        eaves: "north_south",
        heel_in: 6.5,
        pitch_in_12: 5,
        spacing_in: 24,
        joist_in: 3.5,
        board: "gypsum_1_2",
        old: "glass_batt",
        old_in: 3.5,
        contact: "minor",
        climate_zone: "5A",
        basis: "code",
        edition: "2021",
      },
    });
    const metric = readAnswers(QUESTIONS, { ...FULL, length_ft: "12.192", heel_in: "165.1" }, true).body;
    expect(metric.length_ft).toBeCloseTo(40);
    expect(metric.heel_in).toBeCloseTo(6.5);
  });

  it("says what it cannot read at its question, and needs length and width", () => {
    const { trouble } = readAnswers(QUESTIONS, { ...FULL, length_ft: "", heel_in: "high", pitch_in_12: "30" }, false);
    expect(trouble).toEqual({
      length_ft: "1 to 400 ft, like 38 or 12'6",
      heel_in: "0 to 120 in, like 6 1/2",
      pitch_in_12: "0.25 to 24 in 12, like 5",
    });
    expect(readAnswers(QUESTIONS, { ...FULL, rule: "retrofit" }, false).body).toMatchObject({ basis: "retrofit" });
  });

  it("starts with the firm's usual answers", () => {
    const { body } = readAnswers(QUESTIONS, FULL, false);
    const usual = usualOf(body);
    expect(usual).toEqual({
      climate_zone: "5A",
      basis: "code",
      edition: "2021",
      board: "gypsum_1_2",
      spacing_in: 24,
      joist_in: 3.5,
      heel_in: 6.5,
      pitch_in_12: 5,
    });
    const again = startAnswers(usual, String);
    expect(again).toMatchObject({ rule: "code 2021", board: "gypsum_1_2", spacing_in: "24", heel_in: "6.5" });
    expect(ids(openFor(QUESTIONS, again))).toEqual(["length_ft", "width_ft", "old", "old_in", "contact"]);
    expect(startAnswers({ basis: "retrofit" }, String).rule).toBe("retrofit");
    expect(startAnswers(undefined, String)).toEqual({ shape: "one_floor", eaves: "north_south" });
  });
});
