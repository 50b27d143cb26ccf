import type { Usual } from "../../api/types";
import { readFeet, readInches } from "../../ui/measures";
import { type Answers, asked, type Question } from "./questions";

/** What the sheet sends: figures read from what was written, and what could not be read, by question. */
export interface Read {
  body: Record<string, unknown>;
  trouble: Record<string, string>;
}

const LIKE: Record<string, string> = { ft: "38 or 12'6", in: "6 1/2", pitch: "5" };

function figure(question: Question, text: string, metric: boolean): number | null {
  if (question.kind === "ft") return readFeet(text, metric);
  if (question.kind === "in") return readInches(text, metric);
  const value = Number(text.replace(",", "."));
  return Number.isFinite(value) ? value : null;
}

const limits = ({ least = 0, most = 1000, kind }: Question) =>
  `${least} to ${most}${kind === "pitch" ? " in 12" : ` ${kind}`}, like ${LIKE[kind]}`;

/** Reads the answers to the questions that are asked; an empty one is left out, length and width are needed. */
export function readAnswers(questions: readonly Question[], answers: Answers, metric: boolean): Read {
  const body: Record<string, unknown> = { name: answers.name ?? "", shape: answers.shape ?? "one_floor" };
  const trouble: Record<string, string> = {};
  for (const question of asked(questions, answers)) {
    const text = answers[question.id]?.trim() ?? "";
    if (!text) {
      if (question.id === "length_ft" || question.id === "width_ft") trouble[question.id] = limits(question);
      continue;
    }
    if (question.id === "rule") {
      const [basis, edition] = text.split(" ");
      body.basis = basis;
      if (edition) body.edition = edition;
    } else if (question.kind === "list" || (question.kind === "pick" && !/_in$/.test(question.id))) {
      body[question.id] = text;
    } else {
      const value = question.kind === "pick" ? Number(text) : figure(question, text, metric);
      if (value === null || value < (question.least ?? 0) || value > (question.most ?? 1000))
        trouble[question.id] = limits(question);
      else body[question.id] = value;
    }
  }
  return { body, trouble };
}

const USUAL = [
  "climate_zone",
  "basis",
  "edition",
  "board",
  "framing",
  "run",
  "spacing_in",
  "joist_in",
  "heel_in",
  "pitch_in_12",
  "soffit",
] as const;

/** Of what the sheet sends, the firm's usual answers. */
export const usualOf = (body: Record<string, unknown>): Usual =>
  Object.fromEntries(USUAL.flatMap((name) => (body[name] === undefined ? [] : [[name, body[name]]]))) as Usual;

/** The firm's usual answers as the sheet starts with them; inches of heel in the view that is on. */
export function startAnswers(usual: Usual | undefined, inches: (value: number) => string): Answers {
  const found: Answers = { shape: "one_floor", eaves: "north_south" };
  if (!usual) return found;
  for (const name of USUAL) {
    const value = usual[name];
    if (value === null || value === undefined || name === "basis" || name === "edition") continue;
    found[name] = name === "heel_in" ? inches(value as number) : String(value);
  }
  if (usual.basis === "retrofit") found.rule = "retrofit";
  if (usual.basis === "code" && usual.edition) found.rule = `code ${usual.edition}`;
  return found;
}
