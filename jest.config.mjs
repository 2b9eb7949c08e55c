const shared = {
  extensionsToTreatAsEsm: [".ts"],
  moduleFileExtensions: ["ts", "tsx", "js", "mjs", "cjs", "json", "node"],
  transform: {
    "^.+\\.ts$": [
      "@swc/jest",
      {
        jsc: {
          parser: { syntax: "typescript", decorators: true },
          transform: { useDefineForClassFields: false, legacyDecorator: true },
          target: "es2022",
        },
        module: { type: "es6" },
      },
    ],
  },
  testEnvironment: "node",
};

export default {
  // A machine that is busy is slow, not broken.
  testTimeout: 180_000,
  // Jest leaves one core free of two.
  maxWorkers: 2,
  projects: [
    {
      ...shared,
      displayName: "declared",
      testMatch: ["<rootDir>/core/desk/declared.test.ts"],
      moduleNameMapper: { "^#core/(.*)$": "<rootDir>/core/$1", "^#db/(.*)$": "<rootDir>/db/$1" },
    },
    {
      ...shared,
      displayName: "server",
      testMatch: ["<rootDir>/tests/server/**/*.test.ts"],
      moduleNameMapper: { "^#core/(.*)$": "<rootDir>/core/$1" },
      globalSetup: "<rootDir>/tests/server/global-setup.ts",
      globalTeardown: "<rootDir>/tests/server/global-teardown.ts",
    },
  ],
};
