/** Unit tests as they are put together by bin/bundle-tests.ts. */
export default {
  testEnvironment: "node",
  testMatch: ["<rootDir>/.test-data/unit/*.test.cjs"],
  // The bundle as it is, with its map: a fault is shown in the file it was written in.
  transform: { "\\.test\\.cjs$": "<rootDir>/bin/unit-map.mjs" },
  transformIgnorePatterns: [],
  // A machine that is busy is slow, not broken.
  testTimeout: 180_000,
};
