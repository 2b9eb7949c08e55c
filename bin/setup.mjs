// What a fresh machine lacks: npm packages and Debian packages. Plain Node, since nothing is installed yet.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Say one sentence and stop. */
export function stop(sentence) {
  console.error(sentence);
  process.exit(1);
}

function checkNode() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    stop(`Zinc Lattice needs Node 20.19 or later; this is ${process.versions.node}.`);
}

/** npm packages exactly as the lock file says; skipped while the lock file is the one last installed from. */
function installPackages() {
  const lock = createHash("sha256")
    .update(readFileSync(join(root, "package-lock.json")))
    .digest("hex");
  const stamp = join(root, "node_modules", ".zinc-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === lock) return;
  console.log("Installing npm packages…");
  const done = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
  });
  if (done.status !== 0)
    stop("The npm packages could not be installed: see the lines above, then start again.");
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, lock);
}

function run(command, args) {
  const sudo = process.getuid?.() === 0 ? [] : ["sudo", "-n"];
  const [first, ...rest] = [...sudo, command, ...args];
  return (
    spawnSync(first, rest, {
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    }).status === 0
  );
}

/** Debian packages for the programs that are not there. `wanted` maps a path that must exist to its package. */
function installDebian(wanted) {
  const missing = Object.entries(wanted)
    .filter(([paths]) => !paths.split("|").some((path) => existsSync(path)))
    .map(([, name]) => name);
  if (!missing.length) return;
  console.log(`Installing from Debian: ${missing.join(", ")}…`);
  if (!existsSync("/usr/bin/apt-get"))
    stop(`${missing.join(" and ")} must be installed first; this machine has no apt-get to do it with.`);
  const install = () => run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...missing]);
  if (!((run("apt-get", ["update", "-qq"]) && install()) || install())) {
    stop(
      `${missing.join(" and ")} could not be installed: run "apt-get install ${missing.join(" ")}" as root, then start again.`,
    );
  }
}

// The program that makes the database folder calls one of the client's package, which Debian does not bring
// along by itself.
const DATABASE = {
  "/usr/sbin/mariadbd": "mariadb-server-core",
  "/usr/bin/my_print_defaults": "mariadb-client-core",
};
// Two of one make: tests use the one that draws no window, which takes a tenth less of the processor.
const TESTS = { "/usr/bin/chromium-headless-shell": "chromium-headless-shell" };
const WHOLE = { "/usr/bin/chromium": "chromium" };
const BROWSERS = { test: TESTS, bench: WHOLE, pictures: WHOLE };

/** Make the machine ready for the program of that name. */
export function setUp(program) {
  checkNode();
  installPackages();
  installDebian({ ...DATABASE, ...BROWSERS[program] });
}
