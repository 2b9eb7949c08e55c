#!/usr/bin/env node
// The command line, from its bundle; after a change of the sources the bundle is made anew first.
import { existsSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { newestMs } from "./newest.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const bundle = join(root, "node_modules", ".zinc", "zinc.mjs");

/** The bundle, made anew where it is older than the sources; the sources themselves where it cannot be made. */
async function command() {
  const current = existsSync(bundle) && newestMs(bundle) > newestMs(join(root, "core"), join(root, "bin"));
  try {
    if (!current) (await import("./bundle-command.mjs")).makeBundle();
    return await import(pathToFileURL(bundle).href);
  } catch {
    (await import("tsx/esm/api")).register();
    return import("./zinc.ts");
  }
}

const { main } = await command();
process.exitCode = await main(process.argv.slice(2));
