import { expect, test } from "vitest";
import { inOrder } from "../src/state/inOrder";

test("an answer that was overtaken does not put the log back to what it was", () => {
  const begin = inOrder();
  const [first, second, third] = [begin(), begin(), begin()];
  expect([second(), first(), third()]).toEqual([true, false, true]);
  expect(begin()()).toBe(true);
});
