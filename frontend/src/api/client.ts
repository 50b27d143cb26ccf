import type { components } from "./generated/schema";

type Schemas = components["schemas"];
export type JobDocument = Schemas["Job"];
export type SectionDocument = Schemas["Section"];
export type EdgeDocument = Schemas["Edge"];
export type LayerDocument = Schemas["ExistingLayer"];
export type FeatureDocument = Schemas["Feature"];
export type ReadingDocument = Schemas["Reading"];
export type AccessDocument = Schemas["Access"];
export type HazardDocument = Schemas["Hazard"];
export type PhotoDocument = Schemas["Photo"];
export type OldFillPlan = Schemas["OldFillPlan"];
export type EnclosedCutDrawing = Schemas["EnclosedCut"];
export type FeatureKind = Schemas["FeatureKind"];
export type WalkAnswer = Schemas["WalkAnswer"];
export type DxfAnswer = Schemas["DxfAnswer"];
export type PhotoAnswer = Schemas["PhotoAnswer"];
export type Place = Schemas["Place"];
export type Product = Schemas["Product"];
export type StoredJob = Schemas["StoredJobAnswer"];
export type PlanAnswer = Schemas["PlanAnswer"];
export type PlanFigures = Schemas["PlanFigures"];
export type SectionPlan = Schemas["SectionPlan"];
export type Figure = Schemas["FigureAnswer"];
export type Flag = Schemas["Flag"];
export type Drawing = Schemas["Drawing"];
export type DrawnSection = Schemas["DrawnSection"];
export type DrawnCut = Schemas["DrawnCut"];
export type DrawnRun = Schemas["DrawnRun"];
export type CornersAnswer = Schemas["CornersAnswer"];
export type EaveCorner = Schemas["EaveCorner"];
export type CornerState = Schemas["CornerState"];
export type EavePlan = Schemas["EavePlan"];
export type CutAsked = Schemas["CutAsked"];
export type Totals = Schemas["Totals"];
export type Span = Schemas["Span"];
export type JobLine = Schemas["JobLine"];
export type RevisionLine = Schemas["RevisionLine"];
export type ChoiceLists = Schemas["ChoiceLists"];
export type Problem = Schemas["Problem"];
export type RackAnswer = Schemas["RackAnswer"];
export type Way = Schemas["Way"];
export type CoreSample = Schemas["CoreSample"];
export type Weighing = Schemas["Weighing"];
export type Book = Schemas["Book"];
export type Firm = Schemas["Firm"];
export type FirmAnswer = Schemas["FirmAnswer"];
export type OtherRoad = Schemas["OtherRoad"];

/** An answer that is not a success: the server's problem details, or that there was no server. */
export class ProblemError extends Error {
  readonly problem: Problem;
  readonly etag: string | null;

  constructor(problem: Problem, etag: string | null = null) {
    super(problem.detail ?? problem.title);
    this.problem = problem;
    this.etag = etag;
  }

  get offline() {
    return this.problem.status === 0;
  }
}

export interface Answer<T> {
  data: T;
  etag: string | null;
}

/** A file made by the program, handed to the user to keep. */
export async function askForFile(url: string, name: string, body?: unknown) {
  let response: Response;
  try {
    response = await fetch(url, {
      method: body === undefined ? "GET" : "POST",
      headers: body === undefined ? {} : { "Content-Type": "application/json" },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new ProblemError({ title: "No connection to the program", status: 0 });
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as Problem | null;
    throw new ProblemError(problem ?? { title: response.statusText, status: response.status });
  }
  handOver(await response.blob(), name);
}

export function handOver(content: Blob, name: string) {
  const url = URL.createObjectURL(content);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** One request to the program's own API. Throws ProblemError. */
export async function ask<T>(
  method: string,
  url: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      headers:
        body === undefined || body instanceof Blob ? headers : { "Content-Type": "application/json", ...headers },
      body: body === undefined || body instanceof Blob ? body : JSON.stringify(body),
    });
  } catch {
    throw new ProblemError({ title: "No connection to the program", status: 0 });
  }
  const etag = response.headers.get("ETag");
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as Problem | null;
    throw new ProblemError(problem ?? { title: response.statusText, status: response.status }, etag);
  }
  return { data: response.status === 204 ? (undefined as T) : ((await response.json()) as T), etag };
}
