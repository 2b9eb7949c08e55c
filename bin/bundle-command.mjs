// The command line in one piece: TypeScript read and put together once, not at each call.
import { buildSync } from "esbuild";
import { rmSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, "node_modules", ".zinc");

/** Put the command together. The solver stays apart: it finds its WebAssembly beside itself. */
export function makeBundle() {
  rmSync(folder, { recursive: true, force: true });
  buildSync({
    absWorkingDir: root,
    entryPoints: ["bin/zinc.ts"],
    outdir: folder,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    format: "esm",
    platform: "node",
    target: "node20",
    minify: true,
    keepNames: true,
    external: ["highs"],
    banner: {
      js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
    },
    logLevel: "error",
  });
}
