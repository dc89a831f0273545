import { defineConfig } from "@playwright/test";
import { launchOptions } from "./pantry";

export default defineConfig({
  testDir: "./tests",
  globalSetup: "./begin.ts",
  timeout: 150_000,
  expect: { timeout: 20_000 },
  fullyParallel: true,
  workers: 2,
  reporter: [["line"], ["json", { outputFile: process.env.AMBER_REPORT ?? "test-results/report.json" }]],
  use: { viewport: { width: 1280, height: 800 }, contextOptions: { reducedMotion: "reduce" }, launchOptions, screenshot: "only-on-failure", trace: process.env.AMBER_TRACE ? "retain-on-failure" : "off" },
});
