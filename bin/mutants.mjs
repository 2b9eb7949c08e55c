/**
 * Which share of small changes to some files the unit tests beside them notice. Survivors are printed, with their
 * place. Tests further away are not tried: to load them all for each change would take hours, and whoever changes a
 * file looks beside it.
 *
 *     npm run mutants -- core/geometry/polygon.ts core/ways/route.ts
 *     npm run mutants -- --sample 600                so many lines of all of core, the same ones each time
 *     npm run mutants -- --sample 600 --after 300    of these the second half: lines no test was written for yet
 */
import { execFileSync, spawnSync } from "node:child_process";
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

const REPORT = "test-results/mutants.json";
const LEAST_PCT = 80;

/** What stages find in whole houses, as a path of tests. */
const FOUND = "core/whole/found";

/**
 * Where the tests beside a folder are: its own, or the nearest above it that has any; and what all stages find in
 * whole houses.
 */
function besideOf(folder) {
  if (folder.startsWith("core/stages/")) return `${folder},${FOUND}`;
  const has = readdirSync(folder).some((name) => /(?<!layers|worst)\.test\.ts$/.test(name));
  return has || folder === "core" ? `${folder},${FOUND}` : besideOf(dirname(folder));
}

/** Numbers from 0 to below 1, the same ones each time (mulberry32). */
function randoms(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** So many lines of core's own code, as `file:line-line`. */
function sampleOf(count) {
  const files = execFileSync("git", ["ls-files", "core/*.ts"], { encoding: "utf8" }).trim().split("\n");
  const lines = files
    .filter((file) => !/\.test\.ts$|test-design/.test(file))
    .flatMap((file) =>
      readFileSync(file, "utf8")
        .split("\n")
        .flatMap((text, i) =>
          /^\s*($|\*|\/|import|export \{|\}|@)/.test(text) ? [] : [`${file}:${i + 1}-${i + 1}`],
        ),
    );
  const random = randoms(20261126);
  for (let i = 0; i < count; i++) {
    const j = i + Math.floor(random() * (lines.length - i));
    [lines[i], lines[j]] = [lines[j], lines[i]];
  }
  return lines.slice(0, count);
}

const args = process.argv.slice(2);
const at = args.indexOf("--sample");
const after = args.indexOf("--after");
const places =
  at < 0
    ? args.filter((file) => !file.endsWith(".test.ts"))
    : sampleOf(Number(args[at + 1])).slice(after < 0 ? 0 : Number(args[after + 1]));
if (!places.length) {
  console.error("Which files? As in: npm run mutants -- core/geometry/*.ts");
  process.exit(2);
}
mkdirSync("test-results", { recursive: true });
const groups = Map.groupBy
  ? Map.groupBy(places, (place) => besideOf(dirname(place)))
  : places.reduce((all, place) => {
      const folder = besideOf(dirname(place));
      return all.set(folder, [...(all.get(folder) ?? []), place]);
    }, new Map());

const tally = new Map();
const survivors = [];
for (const [folder, mutate] of groups) {
  console.log(`${folder}: ${mutate.length} ${at < 0 ? "files" : "lines"}`);
  writeFileSync(REPORT, '{"files":{}}');
  const { status } = spawnSync(
    "node_modules/.bin/stryker",
    ["run", "stryker.config.mjs", "--mutate", mutate.join(",")],
    {
      stdio: ["ignore", at < 0 ? "inherit" : "ignore", "inherit"],
      env: { ...process.env, NODE_OPTIONS: "", MUTANTS_BESIDE: folder },
    },
  );
  if (status) console.error(`The tests of ${folder} could not be tried.`);
  for (const [file, { mutants, source }] of Object.entries(JSON.parse(readFileSync(REPORT, "utf8")).files))
    for (const { status: end, location, mutatorName, replacement } of mutants) {
      if (!["Killed", "Timeout", "Survived", "NoCoverage"].includes(end)) continue;
      const sum = tally.get(file) ?? { noticed: 0, all: 0 };
      sum.all += 1;
      if (end === "Killed" || end === "Timeout") sum.noticed += 1;
      else
        survivors.push(
          `${file}:${location.start.line} ${mutatorName}: ${source.split("\n")[location.start.line - 1].trim()} → ${replacement}`,
        );
      tally.set(file, sum);
    }
}
for (const line of survivors) console.log(line.replace(/\s+/g, " ").slice(0, 220));
const sum = { noticed: 0, all: 0 };
for (const [file, { noticed, all }] of tally) {
  sum.noticed += noticed;
  sum.all += all;
  if (at < 0) console.log(`${file.padEnd(48)} ${String(noticed).padStart(5)} of ${String(all).padStart(5)}`);
}
const share = sum.all ? (100 * sum.noticed) / sum.all : 100;
console.log(`${sum.noticed} of ${sum.all} small changes noticed, ${share.toFixed(1)} %`);
process.exitCode = share < LEAST_PCT ? 1 : 0;
