/** `npm run mutants -- FILES`: small changes to those files, and which of them the unit tests notice. */
export default {
  testRunner: "jest",
  plugins: ["@stryker-mutator/jest-runner"],
  // All tests beside a file are tried, so that a file no test imports counts as unnoticed and not as untried.
  jest: { projectType: "custom", configFile: "jest.mutants.mjs", enableFindRelatedTests: false },
  testRunnerNodeArgs: ["--experimental-vm-modules", "--disable-warning=ExperimentalWarning"],
  coverageAnalysis: "perTest",
  // Sentences and labels are read by people, not by tests; nothing is gained by another letter in them.
  mutator: { excludedMutations: ["StringLiteral"] },
  // What is only worked out once, at the start, can be changed at the start alone: a run each, and mostly
  // tables of data.
  ignoreStatic: true,
  concurrency: 2,
  tempDirName: ".test-data/mutants",
  ignorePatterns: ["build", ".test-data", "test-results", "docs/screenshots", ".react-router"],
  reporters: ["clear-text", "json"],
  jsonReporter: { fileName: "test-results/mutants.json" },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportScoreTable: false },
  disableTypeChecks: false,
  checkers: [],
  timeoutMS: 20_000,
};
