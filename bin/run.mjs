// Entry of the start commands: makes the machine ready, then hands over to the TypeScript program of that name.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { root, setUp } from "./setup.mjs";

const [program, ...args] = process.argv.slice(2);
setUp(program);
const child = spawn(process.execPath, ["--import", "tsx", join(root, "bin", `${program}.ts`), ...args], {
  cwd: root,
  stdio: "inherit",
});
// The child stops itself in order; this process only waits for it.
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) {
  process.on(signal, () => {
    if (signal !== "SIGINT" || !process.stdin.isTTY) child.kill(signal);
  });
}
child.on("exit", (code) => process.exit(code ?? 1));
