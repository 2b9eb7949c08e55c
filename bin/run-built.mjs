// Runs a program as it is built for use, and not as TypeScript that is read while it runs: what is measured is what is shipped.
import { spawnSync } from "node:child_process";
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { bundle } from "./bundle-command.mjs";

const [entry, ...args] = process.argv.slice(2);
const run = spawnSync(process.execPath, ["--expose-gc", bundle(entry), ...args], {
  cwd: dirname(dirname(fileURLToPath(import.meta.url))),
  stdio: "inherit",
});
process.exitCode = run.status ?? 1;
