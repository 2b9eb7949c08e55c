/** `npm test`: types, lint, unit, server, end-to-end. The last line alone is `N passed, N failed`. */
import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { endLeftovers } from "./database";

interface Count {
  passed: number;
  failed: number;
}

const RESULTS = "test-results";
const BUILD = "import('./bin/build.ts').then((build) => build.buildIfStale())";
const MINUTE_MS = 60_000;

/** What runs now, with all it started: a run that is ended takes them along, databases first of all. */
const running = new Set<number>();
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) {
  process.on(signal, () => {
    for (const pid of running) process.kill(-pid, "SIGTERM");
    void Promise.all(["server", "e2e-0", "e2e-1"].map((name) => endLeftovers(`.test-data/${name}`))).then(
      () => process.exit(1),
    );
  });
}

/** Run a command with its output shown; true where it exits 0. One that hangs is ended after `minutes`. */
function run(command: string, args: string[], minutes: number): Promise<boolean> {
  return new Promise((done) => {
    const child = spawn(command, args, { stdio: ["ignore", "inherit", "inherit"], detached: true });
    const late = setTimeout(() => {
      console.error(`${args[0] ?? command} took longer than ${minutes} minutes and was ended.`);
      process.kill(-child.pid!, "SIGKILL");
    }, minutes * MINUTE_MS);
    running.add(child.pid!);
    child.on("exit", (code) => {
      clearTimeout(late);
      running.delete(child.pid!);
      done(code === 0);
    });
  });
}

const one = (passed: boolean): Count => ({ passed: Number(passed), failed: Number(!passed) });

/** Counts from a result file; a run that left none, or ran nothing, has failed. */
function counted(file: string, ok: boolean, read: (json: never) => Count): Count {
  try {
    const count = read(JSON.parse(readFileSync(file, "utf8")) as never);
    const nothing = count.passed + count.failed === 0;
    return { passed: count.passed, failed: count.failed + Number(nothing || (!ok && count.failed === 0)) };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

async function jest(project: string, minutes: number, ...args: string[]): Promise<Count> {
  // One project may be run in parts.
  const file = `${RESULTS}/${project}${args.includes("--testPathPatterns") ? "-part" : ""}.json`;
  const ok = await run(
    process.execPath,
    [
      "--experimental-vm-modules",
      "--disable-warning=ExperimentalWarning",
      "node_modules/jest/bin/jest.js",
      "--selectProjects",
      project,
      ...args,
      "--json",
      `--outputFile=${file}`,
      // What is kept beside a test is read, never written on the way.
      "--ci",
      "--silent=false",
    ],
    minutes,
  );
  return counted(
    file,
    ok,
    (json: { numPassedTests: number; numFailedTests: number; numRuntimeErrorTestSuites: number }) => ({
      passed: json.numPassedTests,
      failed: json.numFailedTests + json.numRuntimeErrorTestSuites,
    }),
  );
}

async function endToEnd(minutes: number): Promise<Count> {
  const ok = await run("node_modules/.bin/playwright", ["test"], minutes);
  return counted(
    `${RESULTS}/e2e.json`,
    ok,
    (json: { stats: { expected: number; unexpected: number; flaky: number } }) => ({
      passed: json.stats.expected,
      failed: json.stats.unexpected + json.stats.flaky,
    }),
  );
}

rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });
const counts: [string, Count][] = [];
const step = async (name: string, work: () => Promise<Count>) => {
  console.log(`\n── ${name}`);
  counts.push([name, await work()]);
};
const tool = (name: string, ...args: string[]) => run(`node_modules/.bin/${name}`, args, 15);
console.log("\n── types, format and lint");
// The compiler takes one core; the other two share the second.
const [types, [format, lint]] = await Promise.all([
  tool("react-router", "typegen").then((made) => made && tool("tsc")),
  (async () => [
    await tool("prettier", "--check", ".", "--log-level", "warn"),
    await tool("eslint", ".", "--max-warnings", "0"),
  ])(),
]);
counts.push(["types", one(types)], ["format", one(format!)], ["lint", one(lint!)]);
// A core each: unit tests on one, on the other the build and what runs on it. Server tests share one database, and wait
// more than they work.
const STALE = "core/desk/stale-";
console.log("\n── core; beside it build and server");
const [core, server] = await Promise.all([
  jest("core", 30, "--maxWorkers=1", "--testPathIgnorePatterns", STALE),
  run(process.execPath, ["--import", "tsx", "-e", BUILD], 15).then((built) => {
    counts.push(["build", one(built)]);
    return jest("server", 30, "--runInBand");
  }),
]);
counts.push(["core", core], ["server", server]);
// The longest of all in two halves, a core each.
await step("core, kept results", () => jest("core", 30, "--maxWorkers=2", "--testPathPatterns", STALE));
// Playwright empties its own output folder, so its results are counted last.
await step("end to end", () => endToEnd(60));

console.log("");
for (const [name, { passed, failed }] of counts)
  console.log(`${name.padEnd(19)} ${String(passed).padStart(4)} passed, ${failed} failed`);
const sum = counts.reduce(
  (all, [, count]) => ({ passed: all.passed + count.passed, failed: all.failed + count.failed }),
  { passed: 0, failed: 0 },
);
process.exitCode = sum.failed ? 1 : 0;
console.log(`${sum.passed} passed, ${sum.failed} failed`);
