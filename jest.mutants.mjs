/**
 * The unit tests as the mutants are tried on: those of core alone, without the slow ones that start other
 * programs.
 */
import config from "./jest.config.mjs";

const [core] = config.projects;

export default {
  ...core,
  testTimeout: 60_000,
  testMatch: ["<rootDir>/core/**/*.test.ts", "<rootDir>/demo/**/*.test.ts"],
  testPathIgnorePatterns: ["stale.test", "layers.test", "worst.test"],
};
