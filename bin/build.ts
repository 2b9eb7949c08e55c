/** Builds the application when its sources are not the ones last built from. */
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";
import { FIRST_VIEW } from "./first-view";

const SOURCES = [
  "app",
  "bin/first-view.ts",
  "core",
  "db",
  "server",
  "package-lock.json",
  "vite.config.ts",
  "react-router.config.ts",
  "tsconfig.json",
];

function filesUnder(path: string): string[] {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)));
}

function sourceHash(): string {
  const hash = createHash("sha256");
  for (const file of SOURCES.flatMap(filesUnder)) hash.update(file).update(readFileSync(file));
  return hash.digest("hex");
}

/** Lay the compressed forms of a file beside it, for the web process to send as they are. */
function compress(file: string): void {
  const text = readFileSync(file);
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(text, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: text.length },
    }),
  );
  writeFileSync(`${file}.gz`, gzipSync(text, { level: 9 }));
}

/** Build into `build/` unless it is current. */
export function buildIfStale(): void {
  const stamp = "build/stamp";
  const hash = sourceHash();
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return;
  console.log("Building the application…");
  rmSync(FIRST_VIEW, { force: true });
  // The first says what a page loads at once, the second puts that together.
  for (const level of ["error", "warn"])
    execFileSync("node_modules/.bin/react-router", ["build", "--logLevel", level], {
      stdio: ["ignore", "pipe", "inherit"],
      env: { ...process.env, NODE_ENV: "production" },
    });
  for (const file of filesUnder("build/client")) if (/\.(js|css|svg)$/.test(file)) compress(file);
  writeFileSync(stamp, hash);
}
