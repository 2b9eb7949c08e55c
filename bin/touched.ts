/**
 * `npm run test:touched [-- BASE]`: lint with its types, then the unit tests that reach a file changed since BASE (HEAD where left
 * out).
 */
import { build } from "esbuild";
import { execFileSync, spawnSync } from "node:child_process";
import { bundleTests, unitTests } from "./bundle-tests";

const base = process.argv[2] ?? "HEAD";
const git = (...args: string[]) =>
  execFileSync("git", args, { encoding: "utf8" }).split("\n").filter(Boolean);
const changed = new Set([
  ...git("diff", "--name-only", base),
  ...git("ls-files", "--others", "--exclude-standard"),
]);

/** Which files each test file is made of. */
async function reached(tests: readonly string[]): Promise<string[]> {
  const { metafile } = await build({
    entryPoints: [...tests],
    outdir: "none",
    write: false,
    bundle: true,
    metafile: true,
    format: "esm",
    platform: "node",
    packages: "external",
    logLevel: "error",
  });
  return Object.values(metafile.outputs).flatMap(({ entryPoint, inputs }) =>
    entryPoint && Object.keys(inputs).some((file) => changed.has(file)) ? [entryPoint] : [],
  );
}

const tests = await reached(unitTests());
if (!tests.length) console.log(`No unit test reaches what has changed since ${base}.`);
else {
  console.log(`Reached by what has changed since ${base}: ${tests.join(", ")}`);
  await bundleTests(tests, 4);
}
const run = (command: string, ...args: string[]) =>
  spawnSync(command, args, { stdio: "inherit" }).status ?? 1;
const jest = ["node_modules/jest/bin/jest.js", "--config", "jest.unit.mjs", "--maxWorkers=2"];
process.exitCode =
  run("npm", "run", "--silent", "lint") || (tests.length ? run(process.execPath, ...jest) : 0);
