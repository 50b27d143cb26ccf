import { describe, expect, it } from "vitest";

const sources = import.meta.glob("../src/**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true }) as Record<
  string,
  string
>;
// What is drawn by other components' styles, or by none.
const BY_OTHERS: Record<string, string> = {
  TextInput: "Input",
  NativeSelect: "Input",
  Textarea: "Input",
  Select: "Combobox",
};
const BARE = ["FileButton", "MantineProvider", "Input", "CopyButton"];

describe("the styles of components", () => {
  it("are there for every one that is used", () => {
    const listed = Object.entries(sources).find(([path]) => path.endsWith("theme/mantineStyles.ts"))?.[1] ?? "";
    const used = new Set<string>();
    for (const text of Object.values(sources))
      for (const [, names] of text.matchAll(/import \{([^}]*)\} from "@mantine\/core"/g))
        for (const name of (names ?? "").split(",").map((n) => n.trim()))
          if (/^[A-Z][A-Za-z]+$/.test(name)) used.add(name);
    expect(used.size).toBeGreaterThan(12);
    const lacking = [...used].filter((n) => !BARE.includes(n) && !listed.includes(`/${BY_OTHERS[n] ?? n}.css"`));
    expect(lacking).toEqual([]);
  });
});
