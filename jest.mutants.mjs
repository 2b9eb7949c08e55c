/**
 * The unit tests as the mutants are tried on: those of the folders and files in MUTANTS_BESIDE, beside the
 * files that are changed (bin/mutants.mjs). Each file by itself, for it is the files that are changed.
 */
import { modules } from "./jest.config.mjs";

const beside = (process.env.MUTANTS_BESIDE ?? "core").split(",");

export default {
  ...modules,
  testTimeout: 60_000,
  testMatch: beside.map((place) => `<rootDir>/${place}${place.endsWith("/found") ? "" : "/**/*"}.test.ts`),
  // These hold every stage at once, or all of the sources.
  testPathIgnorePatterns: ["layers.test", "worst.test"],
};
