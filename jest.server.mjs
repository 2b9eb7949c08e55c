/** Server tests as they are put together by bin/bundle-tests.ts. One file by itself: jest.config.mjs. */
import server from "./jest.config.mjs";
import unit from "./jest.unit.mjs";

export default {
  ...server,
  ...unit,
  testMatch: ["<rootDir>/.test-data/server-tests/*.test.cjs"],
  // What is set up around the tests is no bundle.
  transform: { ...unit.transform, ...server.transform },
};
