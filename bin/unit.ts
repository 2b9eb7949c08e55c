/**
 * The unit tests.
 *
 *     npm run unit                       all of them
 *     npm run unit -- stages/rehearse    those whose path holds one of these words
 *     npm run unit -- found -u           what is kept beside a test is written anew; other options go to Jest
 */
import { spawnSync } from "node:child_process";
import { bundleTests, unitTests } from "./bundle-tests";

const args = process.argv.slice(2);
const files = unitTests(args.filter((word) => !word.startsWith("-")));
if (!files.length) {
  console.error(`No unit test's path holds ${args.join(" or ")}.`);
  process.exit(2);
}
await bundleTests(files, 4);
const options = args.filter((word) => word.startsWith("-") && word !== "-u");
const { status } = spawnSync(
  process.execPath,
  ["node_modules/jest/bin/jest.js", "--config", "jest.unit.mjs", "--maxWorkers=2", ...options],
  { stdio: "inherit", env: { ...process.env, ...(args.includes("-u") ? { ZINC_KEEP: "1" } : {}) } },
);
process.exitCode = status ?? 1;
