/**
 * Which share of small changes to some files the unit tests notice. Survivors are printed, with their
 * place.
 */
import { spawnSync } from "node:child_process";
import { mkdirSync, readdirSync, readFileSync } from "node:fs";
import { dirname } from "node:path";

const files = process.argv.slice(2);
if (!files.length) {
  console.error("Which files? As in: npm run mutants -- core/geometry/*.ts");
  process.exit(2);
}
mkdirSync("test-results", { recursive: true });
const mutate = files.filter((file) => !file.endsWith(".test.ts"));
/** The folder of a file, or the nearest above it that has tests. */
function besideOf(folder) {
  return readdirSync(folder).some((name) => name.endsWith(".test.ts")) ? folder : besideOf(dirname(folder));
}
const beside = [...new Set(mutate.map((file) => besideOf(dirname(file))))];
const { status } = spawnSync(
  "node_modules/.bin/stryker",
  ["run", "stryker.config.mjs", "--mutate", mutate.join(",")],
  {
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, NODE_OPTIONS: "", MUTANTS_BESIDE: beside.join(",") },
  },
);
if (status) process.exit(status);

const report = JSON.parse(readFileSync("test-results/mutants.json", "utf8"));
const sum = { noticed: 0, all: 0 };
for (const [file, { mutants }] of Object.entries(report.files)) {
  const tried = mutants.filter(({ status: of }) =>
    ["Killed", "Timeout", "Survived", "NoCoverage"].includes(of),
  );
  const noticed = tried.filter(({ status: of }) => ["Killed", "Timeout"].includes(of)).length;
  sum.noticed += noticed;
  sum.all += tried.length;
  console.log(`${file.padEnd(48)} ${String(noticed).padStart(5)} of ${String(tried.length).padStart(5)}`);
}
const share = sum.all ? (100 * sum.noticed) / sum.all : 100;
console.log(`${sum.noticed} of ${sum.all} small changes noticed, ${share.toFixed(1)} %`);
process.exitCode = share < 80 ? 1 : 0;
