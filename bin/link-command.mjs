// After `npm install`: puts the project's own command where `npx zinc` looks for it first.
import { mkdirSync, rmSync, symlinkSync } from "node:fs";

mkdirSync("node_modules/.bin", { recursive: true });
rmSync("node_modules/.bin/zinc", { force: true });
symlinkSync("../../bin/zinc.mjs", "node_modules/.bin/zinc");
