import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "dist", chunkSizeWarningLimit: 1200 },
  server: { proxy: { "/api": "http://localhost:5178", "/openapi": "http://localhost:5178" } },
  test: {
    pool: "threads",
    maxWorkers: "100%",
    // A busy machine takes several times as long as a quiet one.
    testTimeout: 30_000,
    projects: [
      {
        extends: true,
        test: { name: "words", environment: "node", include: ["src/**/*.test.ts"], setupFiles: ["src/test/wire.ts"] },
      },
      // Pages share one set of modules: loading them for each file took longer than the tests.
      {
        extends: true,
        test: {
          name: "pages",
          environment: "jsdom",
          isolate: false,
          include: ["src/**/*.test.tsx"],
          setupFiles: ["src/test/wire.ts"],
        },
      },
    ],
  },
} as Parameters<typeof defineConfig>[0]);
