import react from "@vitejs/plugin-react";
import { loadEnv } from "vite";
import { defineConfig } from "vitest/config";

export default defineConfig(({ mode }) => ({
  plugins: [react()],
  build: { chunkSizeWarningLimit: 1500, assetsInlineLimit: 0 },
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
