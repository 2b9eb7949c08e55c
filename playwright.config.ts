import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "tests/e2e",
  outputDir: "test-results",
  globalSetup: "./tests/e2e/global-setup.ts",
  // Each has the application for itself; tests go to whoever is free, whatever file they stand in.
  workers: 2,
  fullyParallel: true,
  retries: 0,
  // Of a machine a third as fast as the slowest desk this was written on: speeds are the bench's to judge.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    locale: "en-GB",
    timezoneId: "Europe/London",
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
    },
    trace: "off",
  },
});
