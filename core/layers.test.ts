/** Imports within the core point one way: no file waits for itself, no stage for a stage that waits for it. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sources(path);
    return /(?<!\.test)\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

/** Files each file of a folder imports: at once, not when asked for, and not only for their types. */
function importsOf(folders: readonly string[]): Map<string, string[]> {
  const files = new Set(folders.flatMap(sources));
  const at = (from: string, name: string) => {
    const path = name.startsWith("#") ? name.slice(1) : normalize(join(dirname(from), name));
    return [path, `${path}.ts`, `${path}.tsx`, `${path}/index.ts`].find((one) => files.has(one));
  };
  return new Map(
    [...files].map((file) => {
      const text = readFileSync(file, "utf8");
      const named = [
        ...text.matchAll(/^(?:import|export) (?!type )(?:[^";]*? from )?"((?:\.|#core\/)[^"]+)"/gm),
      ];
      return [file, named.flatMap(([, name]) => at(file, name!) ?? [])];
    }),
  );
}

/** One way round, if there is any. */
function circle(graph: ReadonlyMap<string, readonly string[]>): string[] | undefined {
  const done = new Set<string>();
  const walk = (node: string, path: string[]): string[] | undefined => {
    if (path.includes(node)) return [...path.slice(path.indexOf(node)), node];
    if (done.has(node)) return undefined;
    for (const next of graph.get(node) ?? []) {
      const found = walk(next, [...path, node]);
      if (found) return found;
    }
    done.add(node);
    return undefined;
  };
  for (const node of graph.keys()) {
    const found = walk(node, []);
    if (found) return found;
  }
  return undefined;
}

/** The folder a file of the core lies in: a stage by itself, with the folders in it. */
function part(file: string): string {
  const [, folder, below, name] = file.split("/") as [string, string, string?, string?];
  return folder === "stages" && name !== undefined ? `stages/${below}` : folder;
}

const core = importsOf(["core"]);

test("a circle is found", () => {
  expect(circle(new Map([["a", ["b"]], ["b", ["c"]], ["c", ["b"]]]))).toEqual(["b", "c", "b"]); // oxfmt-ignore
  expect(circle(new Map([["a", ["b", "c"]], ["b", ["c"]]]))).toBeUndefined(); // oxfmt-ignore
  expect(core.get("core/design/edit.ts")).toContain("core/design/kept.ts");
});

test.each(["core", "app", "db", "server"])("no file of %s waits for itself", (folder) => {
  const graph = importsOf([folder]);
  expect(graph.size).toBeGreaterThan(10);
  expect(circle(graph)).toBeUndefined();
});

test("no folder waits for one that waits for it, and what stages share waits for none of them", () => {
  const parts = new Map<string, string[]>();
  for (const [file, imports] of core) {
    const own = part(file);
    const others = imports.map(part).filter((other) => other !== own);
    parts.set(own, [...new Set([...(parts.get(own) ?? []), ...others])]);
  }
  expect(parts.get("stages/choose")).toContain("stages/runs");
  expect(circle(parts)).toBeUndefined();
  for (const below of ["design", "geometry", "files", "points", "ways", "desk"])
    expect(parts.get(below)!.filter((name) => /^(?:stages|whole)/.test(name))).toEqual([]);
  expect([...parts].filter(([, others]) => others.includes("whole"))).toEqual([]);
});

test("row classes are the lowest floor: beside one another they wait for what describes a field alone", () => {
  const rows = [...core].filter(([file]) => file.startsWith("core/design/rows/"));
  expect(rows.length).toBeGreaterThan(20);
  const below = new Set(
    rows.flatMap(([, imports]) => imports).filter((file) => !file.startsWith("core/design/rows/")),
  );
  expect([...below].sort()).toEqual([
    "core/design/fields.ts",
    "core/design/placed.ts",
    "core/design/vocabulary.ts",
  ]);
});

test("no style waits for the browser's dark: the theme is the person's, and colours are told by their own names", () => {
  const waiting = sources("app").filter((file) => /["'`\s]dark:[a-z]/.test(readFileSync(file, "utf8")));
  expect(waiting).toEqual([]);
});
