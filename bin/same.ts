/**
 * `npm run same [-- REF]`: the command line says, byte for byte, what it said at REF (`7b9818a` where left out): every
 * command, as text and as JSON, and every file it writes, of both sample houses and of twenty worn ones. For work on the
 * ground that must not show. What differs is printed with its first lines.
 */
import { build } from "esbuild";
import { execFileSync, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";

const reference = process.argv[2] ?? "7b9818a";
const FOLDER = resolve(".data/same");
const HOUSES = join(FOLDER, "houses");
/** Everything that says "now" says this. */
const NOW = Date.UTC(2026, 10, 26, 12);

const COMMANDS: readonly (readonly string[])[] = [
  ...["check", "ledger", "house", "choose", "runs", "bus", "rack", "mesh", "register", "bridge"].map(
    (name) => [name],
  ),
  ["automations"],
  ["sun", "--date", "2026-06-21"],
  ["fires", "--from", "2026-03-27", "--days", "4"],
  ["rehearse", "--from", "2026-11-24", "--days", "2", "--seed", "7"],
  ["rehearse", "--from", "2026-07-13", "--break", "mains@2026-07-13T12:00+360"],
  ["outage"],
];
const FILES = ["csv", "svg", "dxf", "graphml", "ics", "td", "txt"];

/** Runs all commands on some houses, with the command line that stands in ROOT; each output is a file. */
const RUNNER = `
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import { main } from "./bin/zinc";
const RealDate = Date;
globalThis.Date = class extends RealDate {
  constructor(...args) { if (args.length) super(...args); else super(${NOW}); }
  static now() { return ${NOW}; }
};
const [out, ...houses] = process.argv.slice(2);
const commands = ${JSON.stringify(COMMANDS)};
for (const house of houses) {
  const folder = join(out, basename(house).split(".")[0]);
  mkdirSync(folder, { recursive: true });
  const run = async (name, args) => {
    const said = [];
    console.log = (text) => said.push(text);
    console.error = (text) => said.push("error: " + text);
    let code;
    try { code = await main(args); } catch (error) { code = "threw " + error.message; }
    writeFileSync(join(folder, name), said.join("\\n") + "\\nexit " + code + "\\n");
  };
  for (const [n, [command, ...options]] of commands.entries())
    for (const json of [[], ["--json"]])
      await run([n, command, ...json].join("-") + ".txt", [command, house, ...options, ...json]);
  process.chdir(folder);
  for (const kind of ${JSON.stringify(FILES)}) await run("convert-" + kind + ".txt", ["convert", house, "--to", kind, "--out", kind]);
  process.chdir("/");
}
`;

/** Writes the houses, once: what is compared is the command line, not what makes houses. */
const WRITER = `
import { mkdirSync, writeFileSync } from "node:fs";
import { writeFile } from "./core/design/file";
import { larkspurWeir, ropewalkCourt } from "./tests/core/houses";
import { wornHouse } from "./tests/core/worn-house";
const out = process.argv[2];
mkdirSync(out, { recursive: true });
writeFileSync(out + "/house.zinc.json", writeFile(larkspurWeir()));
writeFileSync(out + "/flat.zinc.json", writeFile(ropewalkCourt()));
for (let seed = 1; seed <= 20; seed++) writeFileSync(out + "/worn-" + seed + ".zinc.json", writeFile(wornHouse(seed)));
`;

/** Put a program together beside a tree of sources, and return where it lies. */
async function program(root: string, contents: string, name: string): Promise<string> {
  const outfile = join(root, "node_modules", ".zinc-same", `${name}.mjs`);
  await build({
    absWorkingDir: root,
    stdin: { contents, resolveDir: root, sourcefile: `${name}.ts`, loader: "ts" },
    outfile,
    bundle: true,
    format: "esm",
    platform: "node",
    target: "node20",
    external: ["highs"],
    banner: {
      js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
    },
    logLevel: "error",
  });
  return outfile;
}

const node = (...args: string[]) =>
  new Promise<void>((done, fail) => {
    const child = spawn(process.execPath, args, { stdio: "inherit" });
    child.on("exit", (code) => (code ? fail(new Error(`${args[0]} ended with ${code}.`)) : done()));
  });

/** What the command line of a tree says of every house, in two processes. */
async function said(root: string, out: string): Promise<void> {
  rmSync(out, { recursive: true, force: true });
  const runner = await program(root, RUNNER, "runner");
  const houses = readdirSync(HOUSES).map((name) => join(HOUSES, name));
  await Promise.all([0, 1].map((part) => node(runner, out, ...houses.filter((_, i) => i % 2 === part))));
}

const filesUnder = (folder: string, below = ""): string[] =>
  readdirSync(join(folder, below), { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesUnder(folder, join(below, entry.name)) : [join(below, entry.name)],
  );
const hash = (file: string) =>
  existsSync(file) ? createHash("sha256").update(readFileSync(file)).digest("hex") : "not there";

if (!existsSync(HOUSES)) await node(await program(process.cwd(), WRITER, "writer"), HOUSES);
const commit = execFileSync("git", ["rev-parse", "--short", reference], { encoding: "utf8" }).trim();
const before = join(FOLDER, commit);
if (!existsSync(before)) {
  const tree = join(FOLDER, `tree-${commit}`);
  execFileSync("git", ["worktree", "add", "--force", "--detach", tree, commit]);
  symlinkSync(resolve("node_modules"), join(tree, "node_modules"));
  await said(tree, `${before}-part`);
  execFileSync("mv", [`${before}-part`, before]);
  execFileSync("git", ["worktree", "remove", "--force", tree]);
}
const now = join(FOLDER, "now");
await said(process.cwd(), now);
const files = [...new Set([...filesUnder(before), ...filesUnder(now)])].sort();
const differ = files.filter((file) => hash(join(before, file)) !== hash(join(now, file)));
for (const file of differ.slice(0, 20)) {
  const lines = (folder: string) =>
    existsSync(join(folder, file)) ? readFileSync(join(folder, file), "utf8").split("\n") : [];
  const [a, b] = [lines(before), lines(now)];
  const at = a.findIndex((line, i) => line !== b[i]);
  console.log(
    `${file}:${at + 1}\n  before: ${a[at]?.slice(0, 200) ?? "–"}\n  now:    ${b[at]?.slice(0, 200) ?? "–"}`,
  );
}
writeFileSync(join(FOLDER, "differ.txt"), differ.join("\n"));
console.log(`${files.length - differ.length} of ${files.length} outputs the same, ${differ.length} differ`);
process.exitCode = differ.length ? 1 : 0;
