/** The program, at the other end of two pipes: a question a line, an answer a line (tools/days.py). */
// biome-ignore lint/suspicious/noExplicitAny: lines of JSON
export type Json = any;

const { createInterface } = await import(/* @vite-ignore */ `node:${"readline"}`);
// biome-ignore lint/suspicious/noExplicitAny: node's own
const { process } = globalThis as any;
const lines = createInterface({ input: process.stdin })[Symbol.asyncIterator]();

export async function ask(question: Record<string, unknown>): Promise<Json> {
  process.stdout.write(`${JSON.stringify(question)}\n`);
  const { value } = await lines.next();
  return JSON.parse(value);
}

export const argument = (i: number): string => process.argv[2 + i];
export const leave = () => process.exit(0);
