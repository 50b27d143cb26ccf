import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

/** The phone's own bundle: a build of its own, so that all it needs is in its cache and nothing else. */
export default defineConfig({
  root: "field",
  base: "./",
  plugins: [
    react(),
    VitePWA({
      strategies: "generateSW",
      injectRegister: false,
      registerType: "prompt",
      workbox: {
        globPatterns: ["**/*.{js,css,html,svg,woff2,webmanifest}"],
        navigateFallback: "index.html",
        inlineWorkboxRuntime: true,
        cleanupOutdatedCaches: true,
        clientsClaim: true,
        skipWaiting: false,
        sourcemap: false,
      },
      manifest: {
        name: "Elm Cover: the day",
        short_name: "Elm Cover",
        start_url: "./",
        scope: "./",
        display: "standalone",
        background_color: "#12201a",
        theme_color: "#12201a",
        icons: [{ src: "icon.svg", sizes: "any", type: "image/svg+xml" }],
      },
    }),
  ],
  build: { outDir: "../../src/elm_cover/web/field", emptyOutDir: true, assetsInlineLimit: 0 },
});
