// When the newest of some files and folders was changed.
import { readdirSync, statSync } from "node:fs";
import { join } from "node:path";

/** Milliseconds since 1970. */
export function newestMs(...paths) {
  return Math.max(
    0,
    ...paths.map((path) => {
      const stat = statSync(path);
      if (!stat.isDirectory()) return stat.mtimeMs;
      return newestMs(...readdirSync(path).map((name) => join(path, name)));
    }),
  );
}
