import { expect, test } from "vitest";
import { featureOf, holders, leadOf } from "../src/state/lead";

test.each([
  ["measure", "sections[2].framing.run", "measure", "floor", 2],
  ["measure", "sections[0].existing[1].depth_in", "measure", "fill", 0],
  ["measure", "sections[0].ceiling.board", "measure", "floor", 0],
  ["eaves", "sections[1].edges[3].soffit", "measure", "floor", 1],
  ["measure", "contact", "measure", "walk", null],
  ["choose", "choice.back-slope.product", "choose", "fill", "back-slope"],
  ["choose", "products[0].price", "choose", "fill", null],
  ["eaves", "vents[0].nfa_in2", "eaves", "vents", null],
  ["look_over", "hazards", "look-over", null, null],
  ["look_over", "accesses[0].opening_in", "look-over", null, null],
  ["target", "house.climate_zone", "target", null, null],
])("a question of %s about %s leads to %s, %s", (step, field, to, part, section) => {
  expect(leadOf({ step, field })).toEqual({ step: to, part, section, field });
});

test("where the field itself is not on screen, what holds it is looked for", () => {
  expect([...holders("sections[0].existing[1].depth_in")]).toEqual([
    "sections[0].existing[1].depth_in",
    "sections[0].existing[1]",
    "sections[0].existing",
    "sections[0]",
    "sections",
  ]);
});

test("a question of a feature picks that feature, by its id or its place in the list", () => {
  const document = { sections: [{ features: [{ id: "fan-1" }, {}] }] };
  expect(featureOf("sections[0].features[0].blows_to", document)).toBe("fan-1");
  expect(featureOf("sections[0].features[1].to_ft", document)).toBe("1");
  expect(featureOf("sections[0].features[7].to_ft", document)).toBeNull();
  expect(featureOf("sections[0].framing.run", document)).toBeNull();
});
