import { at, OURS } from "../site/base";
import type { Problem } from "./types";

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

/** Said where an answer wants a sign-in first. */
export const NOT_SIGNED_IN = "elm-cover not signed in";
const UNAUTHORIZED = 401;

async function problemOf(response: Response): Promise<ProblemError> {
  const problem = (await response.json().catch(() => null)) as Problem | null;
  // Signing in itself is refused where it was asked for.
  if (response.status === UNAUTHORIZED && !response.url.endsWith("/sign-in"))
    window.dispatchEvent(new Event(NOT_SIGNED_IN));
  const told = problem ?? { title: response.statusText, status: response.status };
  return new ProblemError(told, response.headers.get("ETag"));
}

export interface Answer<T> {
  data: T;
  etag: string | null;
}

/** A file made by the program, handed to the user to keep. */
export async function askForFile(url: string, name: string, body?: unknown) {
  let response: Response;
  try {
    response = await fetch(at(url), {
      method: body === undefined ? "GET" : "POST",
      headers: body === undefined ? OURS : { ...OURS, "Content-Type": "application/json" },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new ProblemError({ title: "No connection to the program", status: 0 });
  }
  if (!response.ok) throw await problemOf(response);
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
  signal?: AbortSignal,
): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await fetch(at(url), {
      method,
      headers: {
        ...OURS,
        ...(body === undefined || body instanceof Blob ? {} : { "Content-Type": "application/json" }),
        ...headers,
      },
      body: body === undefined || body instanceof Blob ? body : JSON.stringify(body),
      signal,
    });
  } catch {
    throw new ProblemError({ title: "No connection to the program", status: 0 });
  }
  const etag = response.headers.get("ETag");
  if (!response.ok) throw await problemOf(response);
  return { data: response.status === 204 ? (undefined as T) : ((await response.json()) as T), etag };
}
