// Programs in one piece: TypeScript read and put together once, not at each call.
import { buildSync } from "esbuild";
import { rmSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, "node_modules", ".zinc");

/** Put the command together. */
export function makeBundle() {
  rmSync(folder, { recursive: true, force: true });
  bundle("bin/zinc.ts");
}

/**
 * A program as the application's own build makes it: no names are kept of functions, which would be set anew each time one
 * is made, and a rehearsal makes some millions. The solver stays apart: it finds its WebAssembly beside itself.
 * @returns where it lies
 */
export function bundle(entry) {
  buildSync({
    absWorkingDir: root,
    entryPoints: [entry],
    outdir: folder,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    format: "esm",
    platform: "node",
    target: "node20",
    minify: true,
    external: ["highs"],
    banner: {
      js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
    },
    logLevel: "error",
  });
  return join(folder, basename(entry).replace(/\.ts$/, ".mjs"));
}
