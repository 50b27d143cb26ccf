import { defineConfig } from "vite";

/** The phones of `make days`: the phone's own code without its screen, for node. */
export default defineConfig({
  ssr: { noExternal: true },
  build: { ssr: "tests/days/main.ts", outDir: "../.build/days", emptyOutDir: true, minify: false },
  logLevel: "error",
});
