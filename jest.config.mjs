/** Server tests, on a real database and the built application. Unit tests: jest.unit.mjs. */
export const modules = {
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
  moduleNameMapper: { "^#core/(.*)$": "<rootDir>/core/$1", "^#db/(.*)$": "<rootDir>/db/$1" },
  testEnvironment: "node",
};

export default {
  ...modules,
  testMatch: ["<rootDir>/tests/server/**/*.test.ts"],
  globalSetup: "<rootDir>/tests/server/global-setup.ts",
  globalTeardown: "<rootDir>/tests/server/global-teardown.ts",
  // A machine that is busy is slow, not broken.
  testTimeout: 180_000,
};
