import type { Patch } from "immer";

type Path = (string | number)[];

const plain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === "object" && !Array.isArray(value);

/**
 * What turns one value into the other, element by element: a reading added to two hundred is one reading, not a list of them
 * all. What was not touched is the same object in both and is not looked into.
 */
export function changes(before: unknown, after: unknown, path: Path = []): Patch[] {
  if (Object.is(before, after)) return [];
  if (Array.isArray(before) && Array.isArray(after)) return listChanges(before, after, path);
  if (!plain(before) || !plain(after)) return [{ op: "replace", path, value: after }];
  const names = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...names].flatMap((name): Patch[] => {
    const [old, now] = [before[name], after[name]];
    const at = [...path, name];
    if (old === undefined && now === undefined) return [];
    if (now === undefined) return [{ op: "remove", path: at }];
    if (old === undefined) return [{ op: "add", path: at, value: now }];
    return changes(old, now, at);
  });
}

const same = (a: unknown, b: unknown) => changes(a, b).length === 0;

function listChanges(before: unknown[], after: unknown[], path: Path): Patch[] {
  const least = Math.min(before.length, after.length);
  let head = 0;
  while (head < least && same(before[head], after[head])) head++;
  let tail = 0;
  while (tail < least - head && same(before[before.length - 1 - tail], after[after.length - 1 - tail])) tail++;
  const [gone, come] = [before.length - head - tail, after.length - head - tail];
  const both = Math.min(gone, come);
  const found: Patch[] = [];
  for (let i = head; i < head + both; i++) found.push(...changes(before[i], after[i], [...path, i]));
  for (let i = head + both; i < head + come; i++) found.push({ op: "add", path: [...path, i], value: after[i] });
  for (let i = head + gone - 1; i >= head + both; i--) found.push({ op: "remove", path: [...path, i] });
  return found;
}
