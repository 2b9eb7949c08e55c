/**
 * Which scripts go out together. By itself the bundler makes a file of every few modules that the same pages share:
 * more than a hundred for one page, each asked for and compressed by itself. What every desk loads anyway goes out as
 * one file here, what nearly every stage loads as another. What a page loads is known only once everything that is
 * not used has been left out, so the scripts are built twice: the first build says it, the second goes by it.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

/** A file of a build, as far as it is read here. */
interface Script {
  type: "chunk" | "asset";
  facadeModuleId?: string | null;
  imports?: readonly string[];
  moduleIds?: readonly string[];
}

/** Where the first build leaves what it says: each empties its own folder. */
export const FIRST_VIEW = "node_modules/.zinc/first-view.json";

/** Files that go out as one, those that most pages load first. */
export const FILES = ["start", "door", "desk", "stages"] as const;
type SharedFile = (typeof FILES)[number];

const START = /\/(?:entry\.client|root)\.tsx$/;
const DOOR = /\/routes\/account\/sign-in\.tsx$/;
const DESK = /\/routes\/desk\/layout\.tsx$/;
const SHEET = /\/stages\/[\w-]+\/sheet\.tsx$/;
/** A module that so many stages load at once is in the file of the stages. */
const MOST_STAGES = 9;

/** By module, which file it goes out in; absent where that is the bundler's to choose. */
export function sharedFiles(bundle: Readonly<Record<string, Script>>): Record<string, SharedFile> {
  /** Modules that a page loads at once, by the pages whose own file is called so. */
  const loaded = (page: RegExp): ReadonlySet<string>[] =>
    Object.entries(bundle)
      .filter(([, { facadeModuleId }]) => facadeModuleId && page.test(facadeModuleId.split("?")[0]!))
      .map(([name]) => {
        const files = new Set([name]);
        for (const file of files) for (const next of bundle[file]?.imports ?? []) files.add(next);
        return new Set([...files].flatMap((file) => bundle[file]?.moduleIds ?? []));
      });
  const all = (page: RegExp) => new Set(loaded(page).flatMap((modules) => [...modules]));
  const [start, door, desk, sheets] = [all(START), all(DOOR), all(DESK), loaded(SHEET)];
  const found: Record<string, SharedFile> = {};
  for (const id of sheets.flatMap((modules) => [...modules]))
    if (sheets.filter((modules) => modules.has(id)).length >= MOST_STAGES) found[id] = "stages";
  for (const id of desk) found[id] = door.has(id) ? "door" : "desk";
  for (const id of start) found[id] = "start";
  return found;
}

/** Writes down what a first build says, and leaves it to the second. */
export const firstView = () => ({
  name: "first-view",
  applyToEnvironment: ({ name }: { name: string }) => name === "client",
  generateBundle(_options: unknown, bundle: Record<string, Script>) {
    if (existsSync(FIRST_VIEW)) return;
    mkdirSync(dirname(FIRST_VIEW), { recursive: true });
    writeFileSync(FIRST_VIEW, JSON.stringify(sharedFiles(bundle)));
  },
});

/** What the first build has said; nothing where this one is the first. */
export const saidFirst = (): Readonly<Record<string, SharedFile>> =>
  existsSync(FIRST_VIEW) ? (JSON.parse(readFileSync(FIRST_VIEW, "utf8")) as Record<string, SharedFile>) : {};
