/**
 * Unit and server tests, put together before they run: modules are linked once for many files, and what files share (a
 * sample house, and what is known of it) is made once.
 */
import { build } from "esbuild";
import { mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { resolve } from "node:path";
import { pathToFileURL } from "node:url";

const PLACES = ["core", "bin", "demo", "app"];
/** Where the bundles lie: within the project, so that packages are found from there. */
const BUNDLES = ".test-data";

/**
 * What every module finds in its surroundings, looked up once: a test's surroundings are a fenced copy, and each look
 * through the fence takes as long as a call. `Date` is not among them, for tests set the clock.
 */
const SURROUNDINGS = [
  ..."Array ArrayBuffer Boolean Error Float32Array Float64Array Int16Array Int32Array Intl JSON Map Math".split(
    " ",
  ),
  ..."Number Object Promise RegExp Set String Symbol Uint8Array Uint16Array Uint32Array WeakMap WeakRef".split(
    " ",
  ),
  ..."WeakSet isFinite isNaN parseFloat parseInt structuredClone".split(" "),
];

/**
 * Files that take much longer than their length says, in seconds, so that shares end together: a wrong figure costs
 * time, never a test.
 */
const SECONDS: Readonly<Record<string, number>> = {
  "bin/zinc.test.ts": 24,
  "core/whole/engine.test.ts": 17,
  "core/whole/found.test.ts": 14,
};
const BYTES_A_SECOND = 6000;

const testsUnder = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return testsUnder(path);
    return entry.name.endsWith(".test.ts") ? [path] : [];
  });

/** Unit test files whose path holds one of the words; all of them without any. */
export const unitTests = (words: readonly string[] = []): string[] =>
  PLACES.flatMap(testsUnder).filter((file) => !words.length || words.some((word) => file.includes(word)));

/** Files in so many shares that take about as long. */
function shares(files: readonly string[], count: number): string[][] {
  const parts = Array.from({ length: Math.min(count, files.length) }, () => ({
    seconds: 0,
    files: [] as string[],
  }));
  const timed = files.map((file) => ({
    file,
    seconds: SECONDS[file] ?? statSync(file).size / BYTES_A_SECOND,
  }));
  for (const { file, seconds } of timed.sort((a, b) => b.seconds - a.seconds)) {
    const least = parts.reduce((a, b) => (b.seconds < a.seconds ? b : a));
    least.files.push(file);
    least.seconds += seconds;
  }
  return parts.map((part) => part.files.sort());
}

/** What stays outside: what is found by its own place, and what a test hands on to another process. */
const OUTSIDE = ["@jest/globals", "esbuild", "highs", "@node-rs/argon2", "piscina"];

/** Put server tests together, for jest.server.mjs. */
export const bundleServerTests = (): Promise<string[]> =>
  bundleTests(testsUnder("tests/server"), 1, "server-tests");

/**
 * Put test files together, each in a `describe` of its path.
 * @returns the bundles, to be run by Jest with jest.unit.mjs
 */
export async function bundleTests(
  files: readonly string[],
  count: number,
  folder = "unit",
): Promise<string[]> {
  const bundles = `${BUNDLES}/${folder}`;
  rmSync(bundles, { recursive: true, force: true });
  mkdirSync(bundles, { recursive: true });
  // A file that asks for its own place asks from a folder of the project; all that ask lie one below its root.
  const here = JSON.stringify(pathToFileURL(resolve("bin/bundle-tests.ts")).href);
  const banner = `const { ${SURROUNDINGS.join(", ")} } = globalThis; const importMetaUrl = ${here};`;
  return Promise.all(
    shares(files, count).map(async (share, i) => {
      const outfile = `${bundles}/${folder}-${i + 1}.test.cjs`;
      await build({
        stdin: {
          contents: share
            .map((file) => `describe(${JSON.stringify(file)}, () => { require("./${file}"); });`)
            .join("\n"),
          resolveDir: ".",
          sourcefile: `${folder}-${i + 1}.ts`,
        },
        outfile,
        bundle: true,
        format: "cjs",
        platform: "node",
        target: "node20",
        sourcemap: "external",
        sourcesContent: false,
        external: OUTSIDE,
        define: { "import.meta.url": "importMetaUrl" },
        banner: { js: banner },
        logLevel: "error",
      });
      return outfile;
    }),
  );
}
