#!/usr/bin/env node
// The command line, from its bundle; after a change of the sources the bundle is made anew first.
import { existsSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { newestMs } from "./newest.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const bundle = join(root, "node_modules", ".zinc", "zinc.mjs");
if (!existsSync(bundle) || newestMs(bundle) <= newestMs(join(root, "core"), join(root, "bin")))
  (await import("./bundle-command.mjs")).makeBundle();
const { main } = await import(pathToFileURL(bundle).href);
process.exitCode = await main(process.argv.slice(2));
