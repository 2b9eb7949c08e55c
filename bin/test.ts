/** `npm test`: lint (format and types with it), build, unit, server, end to end. The last line alone is `N passed, N failed`. */
import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { endLeftovers } from "./database";
import { bundleServerTests, bundleTests, unitTests } from "./bundle-tests";

interface Count {
  passed: number;
  failed: number;
}

/** A piece of the suite. */
interface Part {
  name: string;
  /** About how long it takes on an idle core, s: the longest begins first. */
  seconds: number;
  /** The part that must be done before. */
  after?: string;
  run(): Promise<Count>;
}

const RESULTS = "test-results";
const MINUTE_MS = 60_000;
/** Bundles of unit tests: enough of them that the last does not keep one core waiting for the other. */
const BUNDLES = 6;
/** End to end runs by two workers of its own, after all else. */
const LANES = 2;

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

/** Run a command and show what it printed when it ends; true where it exits 0. One that hangs is ended after `minutes`. */
function run(command: string, args: string[], minutes: number, shown = false): Promise<boolean> {
  return new Promise((done) => {
    const child = spawn(command, args, {
      stdio: ["ignore", shown ? "inherit" : "pipe", "pipe"],
      detached: true,
    });
    const said: Buffer[] = [];
    for (const stream of [child.stdout, child.stderr])
      stream?.on("data", (bytes: Buffer) => said.push(bytes));
    const late = setTimeout(() => {
      said.push(Buffer.from(`${args[0] ?? command} took longer than ${minutes} minutes and was ended.\n`));
      process.kill(-child.pid!, "SIGKILL");
    }, minutes * MINUTE_MS);
    running.add(child.pid!);
    child.on("close", (code) => {
      clearTimeout(late);
      running.delete(child.pid!);
      process.stdout.write(Buffer.concat(said));
      done(code === 0);
    });
  });
}

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

async function jest(name: string, options: string[], node: string[] = []): Promise<Count> {
  const file = `${RESULTS}/${name.replaceAll(" ", "-")}.json`;
  const ok = await run(
    process.execPath,
    [
      ...node,
      "node_modules/jest/bin/jest.js",
      ...options,
      // What is kept beside a test is read, never written on the way.
      ...["--runInBand", "--ci", "--verbose=false", "--json", `--outputFile=${file}`],
    ],
    30,
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

async function endToEnd(): Promise<Count> {
  const ok = await run("node_modules/.bin/playwright", ["test"], 60, true);
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

/** A tool that has passed where it exits 0. */
const tool = (name: string, seconds: number, command: string, ...args: string[]): Part => ({
  name,
  seconds,
  run: async () => {
    const ok = await run(command, args, 15);
    return { passed: Number(ok), failed: Number(!ok) };
  },
});
const MODULES = ["--experimental-vm-modules", "--disable-warning=ExperimentalWarning"];
const BUILD = "import('./bin/build.ts').then((build) => build.buildIfStale())";

const bundles = await bundleTests(unitTests(), BUNDLES);
await bundleServerTests();
const PARTS: readonly Part[] = [
  // First of all, for most waits for it.
  tool("build", 999, process.execPath, "--import", "tsx", "-e", BUILD),
  // Format, what the types tell, and the rules.
  tool("lint", 30, "npm", "run", "--silent", "lint"),
  ...bundles.map((bundle, i): Part => ({
    name: `unit ${i + 1}`,
    seconds: 40,
    run: () => jest(`unit ${i + 1}`, ["--config", "jest.unit.mjs", "--runTestsByPath", bundle]),
  })),
  {
    name: "server",
    seconds: 120,
    after: "build",
    run: () => jest("server", ["--config", "jest.server.mjs"], MODULES),
  },
];

const counts = new Map<string, Count>();
const seconds = new Map<string, number>();
async function timed({ name, run: work }: Part): Promise<void> {
  const from = performance.now();
  console.log(`── ${name}`);
  const count = await work();
  counts.set(name, count);
  seconds.set(name, (performance.now() - from) / 1000);
}

/** One queue, longest first: each lane takes the next that waits for nothing, until there is none. */
async function work(parts: readonly Part[]): Promise<void> {
  const waiting = [...parts].sort((a, b) => b.seconds - a.seconds);
  const under = new Map<Part, Promise<void>>();
  while (waiting.length || under.size) {
    const next = waiting.findIndex(({ after }) => after === undefined || counts.has(after));
    if (next >= 0 && under.size < LANES) {
      const [part] = waiting.splice(next, 1) as [Part];
      under.set(
        part,
        timed(part).finally(() => under.delete(part)),
      );
    } else await Promise.race(under.values());
  }
}

await work(PARTS);
await timed({ name: "end to end", seconds: 0, run: endToEnd });

console.log("");
for (const [name, { passed, failed }] of counts)
  console.log(
    `${name.padEnd(14)} ${seconds.get(name)!.toFixed(0).padStart(4)} s  ${String(passed).padStart(4)} passed, ${failed} failed`,
  );
const all = [...counts.values()];
const sum = (key: keyof Count) => all.reduce((total, count) => total + count[key], 0);
process.exitCode = sum("failed") ? 1 : 0;
console.log(`${sum("passed")} passed, ${sum("failed")} failed`);
