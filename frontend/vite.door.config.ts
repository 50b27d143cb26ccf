import { defineConfig } from "vite";

/** The page that brings the certificate to a phone: a build of its own, as it goes out before there is TLS, and nothing else does. */
export default defineConfig({
  root: "door",
  base: "./",
  publicDir: false,
  build: { outDir: "../../src/elm_cover/web/door", emptyOutDir: true, assetsInlineLimit: 0, modulePreload: false },
});
