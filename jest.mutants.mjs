/**
 * The unit tests as the mutants are tried on: those of the folders and files in MUTANTS_BESIDE, beside the
 * files that are changed (bin/mutants.mjs).
 */
import config from "./jest.config.mjs";

const [core] = config.projects;
const beside = (process.env.MUTANTS_BESIDE ?? "core").split(",");

export default {
  ...core,
  testTimeout: 60_000,
  testMatch: beside.map((place) => `<rootDir>/${place}${place.endsWith("/whole") ? "" : "/**/*"}.test.ts`),
  // These hold every stage at once, and take minutes each.
  testPathIgnorePatterns: ["stale-", "layers.test", "worst.test"],
};
