#!/usr/bin/env node
// The command line is TypeScript; tsx reads it as it is.
import { register } from "tsx/esm/api";

register();
const { main } = await import("./zinc.ts");
process.exitCode = await main(process.argv.slice(2));
