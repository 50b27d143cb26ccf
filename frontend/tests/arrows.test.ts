import { expect, test } from "vitest";

/** Rooms of the front end, each with the rooms it may take from. */
const ROOMS: Record<string, readonly string[]> = {
  generated: [],
  // Where the program stands, for its pages and the phone's alike.
  site: [],
  api: ["generated", "site"],
  theme: [],
  ui: ["generated", "api", "theme"],
  document: ["generated", "api"],
  state: ["generated", "site", "api", "ui", "document"],
  inputs: ["generated", "site", "api", "ui", "document", "state"],
  drawings: ["generated", "site", "api", "ui", "document", "state", "inputs"],
  steps: ["generated", "site", "api", "ui", "document", "state", "inputs", "drawings"],
  field: ["generated", "site", "theme", "ui"],
  door: ["theme"],
  pages: ["generated", "site", "api", "theme", "ui", "document", "state", "inputs", "drawings", "steps"],
};
const SOURCES = import.meta.glob<string>("../src/**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true });

/** A path from where a file stands, both from the source folder. */
function resolved(from: string, spec: string): string {
  const parts = from.split("/").slice(0, -1);
  for (const part of spec.split("/")) {
    if (part === "..") parts.pop();
    else if (part !== ".") parts.push(part);
  }
  return parts.join("/");
}

const taken = Object.entries(SOURCES).flatMap(([path, text]) => {
  const from = path.replace("../src/", "");
  return [...text.matchAll(/(?:from|import|import\()\s*"(\.[^"]*)"/g)].map((match) => ({
    from,
    to: resolved(from, match[1] as string),
    typed: false,
  }));
});

// What `make client` writes lies in api/ and is a room of its own: the phone takes the lists, never the client.
const room = (path: string) => (path.startsWith("api/generated/") ? "generated" : (path.split("/")[0] as string));
const subRoom = (path: string) => (path.split("/").length > 2 ? (path.split("/")[1] as string) : null);

test("rooms take only from rooms below them", () => {
  expect(taken.length).toBeGreaterThan(400);
  const wrong = taken.filter(
    ({ from, to }) => from.includes("/") && room(from) !== room(to) && !ROOMS[room(from)]?.includes(room(to)),
  );
  expect(wrong).toEqual([]);
});

test("every folder is a room", () => {
  const folders = new Set(Object.keys(SOURCES).map((path) => path.replace("../src/", "")));
  const rooms = new Set([...folders].filter((path) => path.includes("/")).map(room));
  expect([...rooms].sort()).toEqual(Object.keys(ROOMS).sort());
});

test("sub-rooms of drawings and of steps do not take from one another; only eaves shows the heel tests of target", () => {
  const across = taken.filter(
    ({ from, to }) =>
      ["drawings", "steps"].includes(room(from)) &&
      room(from) === room(to) &&
      subRoom(from) !== null &&
      subRoom(to) !== null &&
      subRoom(from) !== subRoom(to),
  );
  expect(across.filter(({ from, to }) => !(subRoom(from) === "eaves" && to.startsWith("steps/target/")))).toEqual([]);
});

test("style sheets are listed in main.tsx, in one order", () => {
  const sheets = taken.filter(({ to }) => to.endsWith(".css"));
  expect(sheets.length).toBeGreaterThan(12);
  // Workbench and reference are loaded apart, each with its own sheets, which come after the others as they did.
  const apart = [
    "field/main.tsx",
    "door/main.ts",
    "pages/workbench/JobPage.tsx",
    "pages/reference/Reference.tsx",
    "pages/calendar/CalendarPage.tsx",
    "pages/papers/CheckPaper.tsx",
  ];
  expect(sheets.filter(({ from }) => from !== "main.tsx" && !apart.includes(from))).toEqual([]);
});

test("no file takes from itself round a corner", () => {
  const files = new Set(Object.keys(SOURCES).map((path) => path.replace("../src/", "")));
  const file = (to: string) =>
    [to, `${to}.ts`, `${to}.tsx`, `${to}/index.ts`, `${to}/index.tsx`].find((name) => files.has(name));
  const next = new Map<string, string[]>();
  for (const { from, to, typed } of taken) {
    const found = file(to);
    if (found && !typed) next.set(from, [...(next.get(from) ?? []), found]);
  }
  const circles: string[] = [];
  const state = new Map<string, "open" | "done">();
  const walk = (at: string, way: readonly string[]) => {
    if (state.get(at) === "done") return;
    if (state.get(at) === "open") {
      circles.push([...way.slice(way.indexOf(at)), at].join(" → "));
      return;
    }
    state.set(at, "open");
    for (const to of next.get(at) ?? []) walk(to, [...way, at]);
    state.set(at, "done");
  };
  for (const from of files) walk(from, []);
  expect(next.size).toBeGreaterThan(150);
  expect(circles).toEqual([]);
});
