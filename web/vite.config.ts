import react from "@vitejs/plugin-react";
import { loadEnv } from "vite";
import { defineConfig } from "vitest/config";

/** Large, only of some screens, and used by nothing that all of them use: charts, the map, calendars, files. */
const OF_SOME_SCREENS =
  /(echarts|zrender|tslib|leaflet|topojson|d3-|useChart|AgencyFields)|(@rc-component|antd\/es)\/(picker|date-picker|upload|progress|slider)\//;

export default defineConfig(({ mode }) => ({
  plugins: [react()],
  build: {
    chunkSizeWarningLimit: 1500,
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // Few files: what all screens stand on comes in one, what others have written in another that changes only with it.
        codeSplitting: {
          groups: [
            // Two files of about one size are read by two processors at once.
            { name: "drawing", test: /node_modules\/(react|react-dom|react-router|scheduler|@tanstack)\// },
            {
              name: "others",
              test: (id) => id.includes("node_modules") && !OF_SOME_SCREENS.test(id),
              minShareCount: 2,
            },
            {
              name: "house",
              test: (id) => /\/src\/(api|frame|look)\//.test(id) && !OF_SOME_SCREENS.test(id),
            },
          ],
        },
      },
    },
  },
  server: {
    proxy: { "/api": `http://127.0.0.1:${loadEnv(mode, ".", "TIDEWRACK_").TIDEWRACK_PORT ?? "8470"}` },
  },
  test: {
    // No claim about speed: it only ends a test that would wait for good.
    testTimeout: 180_000,
    // Not one fewer than the machine has: on two processors that would be one.
    maxWorkers: "100%",
    // A test that needs a page says so in its first line.
    environment: "node",
    include: ["src/**/*.test.{ts,tsx}"],
    // Sheets that a test reads; all others are nothing to it.
    css: { include: [/\?raw/] },
    coverage: {
      provider: "v8",
      include: ["src/**/*.{ts,tsx}"],
      exclude: ["src/api/generated/**"],
      reporter: ["text-summary"],
    },
  },
}));
