// A counter at a hopper, written from docs/devices.md alone: a line on standard input is a bag. It keeps what is not stored yet,
// sends it again, and ends when all is stored or refused. node counter.mjs ADDRESS JOB TOKEN
import { randomUUID } from "node:crypto";
import { createInterface } from "node:readline";

const [address, job, token] = process.argv.slice(2);
const MOST = 1000;
const LATER_MS = 200;
let waiting = [];
let seq = 0;
let ended = false;
const told = { accepted: 0, known: 0, refused: 0 };
const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

createInterface({ input: process.stdin })
  .on("line", (line) => {
    seq += 1;
    const at = new Date().toISOString();
    const said = line.trim() ? JSON.parse(line) : { kind: "bag.in", value: { bags: 1 } };
    waiting.push({ id: randomUUID(), device: "hopper 7", seq, at, actor: "counter", ...said });
  })
  .on("close", () => {
    ended = true;
  });

/** Sends entries; how long to wait before the next try, ms. */
async function send(entries) {
  let answer;
  let body = null;
  try {
    answer = await fetch(`${address}/api/jobs/${job}/log`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Authorization: `Bearer ${token}` },
      body: JSON.stringify({ entries, device_now: new Date().toISOString() }),
    });
    body = await answer.json();
  } catch {
    return LATER_MS; // nobody, or something else, answers
  }
  const type = (answer.headers.get("Content-Type") ?? "").split(";")[0];
  if (answer.ok && type === "application/json") {
    const done = new Set();
    for (const one of body.answers) {
      if (one.state === "full" || one.state === "held") continue;
      told[one.state] += 1;
      done.add(one.id);
      if (one.state === "refused") console.error(`refused: ${one.why}`);
    }
    waiting = waiting.filter((entry) => !done.has(entry.id));
    return done.size ? 0 : LATER_MS;
  }
  const problem = type === "application/problem+json" && body?.status === answer.status;
  if (problem && [400, 413, 415, 422].includes(answer.status)) {
    if (entries.length === 1) {
      told.refused += 1;
      console.error(`refused: ${body.detail}`);
      waiting = waiting.filter((entry) => entry !== entries[0]);
      return 0;
    }
    const half = Math.ceil(entries.length / 2);
    await send(entries.slice(0, half));
    return send(entries.slice(half));
  }
  if (problem && answer.status === 401) console.error("the token is good for nothing any more");
  return Number(answer.headers.get("Retry-After") ?? 0) * 1000 || LATER_MS;
}

while (!ended || waiting.length) {
  if (waiting.length) await sleep(await send(waiting.slice(0, MOST)));
  else await sleep(10);
}
console.log(JSON.stringify(told));
