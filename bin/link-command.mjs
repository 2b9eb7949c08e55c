// After `npm install`: puts the project's own command together, and where `npx zinc` looks for it first.
import { mkdirSync, rmSync, symlinkSync } from "node:fs";

mkdirSync("node_modules/.bin", { recursive: true });
rmSync("node_modules/.bin/zinc", { force: true });
symlinkSync("../../bin/zinc.mjs", "node_modules/.bin/zinc");
// With the production packages alone there is nothing to put it together with: the first call says so.
try {
  (await import("./bundle-command.mjs")).makeBundle();
} catch (problem) {
  console.error(`The command line was not put together: ${problem.message}`);
}
