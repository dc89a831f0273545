import { defineConfig } from "@playwright/test";
import { launchOptions } from "./pantry";

export default defineConfig({ testDir: "./shots", timeout: 120_000, workers: 1, reporter: "line", use: { launchOptions } });
