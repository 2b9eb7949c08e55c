// `npm run test:touched [-- BASE]`: types, then the unit tests that reach a file changed since BASE (HEAD
// where left out).
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync } from "node:fs";

const base = process.argv[2] ?? "HEAD";
const git = (...args) => execFileSync("git", args, { encoding: "utf8" }).split("\n").filter(Boolean);
const changed = [...git("diff", "--name-only", base), ...git("ls-files", "--others", "--exclude-standard")];
const sources = changed.filter((file) => /\.tsx?$/.test(file) && existsSync(file));
if (!sources.length) {
  console.log(`Nothing that tests reach has changed since ${base}.`);
  process.exit(0);
}
console.log(`Changed since ${base}: ${sources.join(", ")}`);
const run = (command, args) => spawnSync(command, args, { stdio: "inherit" }).status ?? 1;
const failed =
  run("node_modules/.bin/tsc", []) ||
  run(process.execPath, [
    "--experimental-vm-modules",
    "--disable-warning=ExperimentalWarning",
    "node_modules/jest/bin/jest.js",
    ...["--selectProjects", "core", "--passWithNoTests", "--findRelatedTests", ...sources],
  ]);
process.exitCode = failed;
