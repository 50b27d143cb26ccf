import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import { expect, test } from "vitest";

/** Rooms of the front end, each with the rooms it may take from. */
const ROOMS: Record<string, readonly string[]> = {
  api: [],
  theme: [],
  ui: ["api", "theme"],
  document: ["api"],
  state: ["api", "ui", "document"],
  inputs: ["api", "ui", "document", "state"],
  drawings: ["api", "ui", "document", "state", "inputs"],
  steps: ["api", "ui", "document", "state", "inputs", "drawings"],
  pages: ["api", "theme", "ui", "document", "state", "inputs", "drawings", "steps"],
};
const SRC = normalize(join(__dirname, "..", "src"));

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? files(join(folder, entry.name))
      : /\.tsx?$/.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  );

const taken = files(SRC).flatMap((file) =>
  [...readFileSync(file, "utf8").matchAll(/(?:from|import|import\()\s*"(\.[^"]*)"/g)].map((match) => ({
    from: relative(SRC, file),
    to: relative(SRC, normalize(join(dirname(file), match[1] as string))),
  })),
);

const room = (path: string) => path.split("/")[0] as string;
const subRoom = (path: string) => (path.split("/").length > 2 ? (path.split("/")[1] as string) : null);

test("rooms take only from rooms below them", () => {
  expect(taken.length).toBeGreaterThan(400);
  const wrong = taken.filter(
    ({ from, to }) => from.includes("/") && room(from) !== room(to) && !ROOMS[room(from)]?.includes(room(to)),
  );
  expect(wrong).toEqual([]);
});

test("every folder is a room", () => {
  const folders = readdirSync(SRC, { withFileTypes: true }).filter((entry) => entry.isDirectory());
  expect(folders.map((entry) => entry.name).sort()).toEqual(Object.keys(ROOMS).sort());
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
  // The reference is loaded apart, with its own sheet.
  expect(sheets.filter(({ from, to }) => from !== "main.tsx" && to !== "pages/reference/reference.css")).toEqual([]);
});
