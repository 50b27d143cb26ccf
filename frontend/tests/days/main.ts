import { Crew } from "./crew";
import { argument, ask, leave } from "./office";

/** Lives so many days from the first seed on and says what became of each. */
const [first, count] = [Number(argument(0)), Number(argument(1))];
for (let seed = first; seed < first + count; seed++) {
  const told = await new Crew(seed).live();
  await ask({ ask: "lived", seed, ...told });
}
await ask({ ask: "done" });
leave();
