import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "dist", chunkSizeWarningLimit: 1200 },
  server: { proxy: { "/api": "http://localhost:5178", "/openapi": "http://localhost:5178" } },
  test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"], setupFiles: ["src/test/wire.ts"] },
} as Parameters<typeof defineConfig>[0]);
