import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  // One build for every place a proxy may put it: the program fills in where that is.
  base: "./",
  plugins: [react()],
  build: { outDir: "../src/elm_cover/web", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 1500 },
});
