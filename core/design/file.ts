/** The project file `.zinc.json`: read, check, write. Files of the same design are the same bytes. */
import { compareIds } from "./edit";
import { checkAgainst } from "./check-row";
import { MOST_ROWS } from "./check-edit";
import { emptyDesign, FILE_ORDER, type AnyRow, type CollectionName, type Design } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import { fields, nestedClass, type RowClass } from "./fields";
import { fail, InputError, type Problem } from "./input-error";
import { danglingReferences } from "./references";
import { DesignRow } from "./design-row";
import { OLDEST_VERSION, upgradeFile } from "./upgrades";

export const FILE_FORMAT = "zinc-lattice-design";
export const FILE_VERSION = 2;
/** Faults named at most. */
const MOST_PROBLEMS = 100;

function ordered(rowClass: RowClass, row: object): object {
  const from = row as Record<string, unknown>;
  const out: Record<string, unknown> = {};
  for (const field of fields(rowClass)) {
    const value = from[field.name];
    if (value === undefined) continue;
    const inner = (v: unknown): unknown => ordered(nestedClass(field.nested!, v)!, v as object);
    out[field.name] =
      field.kind === "one" ? inner(value) : field.kind === "many" ? (value as unknown[]).map(inner) : value;
  }
  return out;
}

/**
 * The design as the text of a project file: fixed order, two-space indent, newline at the end.
 * @param leftOut what the file does not hold though the design does, in words: its secrets
 */
export function writeFile(design: Design, leftOut: readonly string[] = []): string {
  const file: Record<string, unknown> = {
    format: FILE_FORMAT,
    version: FILE_VERSION,
    ...(leftOut.length ? { leftOut } : {}),
    design: ordered(DesignRow, design.design),
  };
  for (const name of FILE_ORDER) {
    const rows = [...(design[name] as AnyRow[])].sort(compareIds);
    file[name] = rows.map((row) => ordered(ROW_CLASSES[name], row));
  }
  return `${JSON.stringify(file, null, 2)}\n`;
}

function parse(text: string): Record<string, unknown> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    fail("", `The file is not JSON: ${(error as Error).message}`);
  }
  if (typeof raw !== "object" || raw === null || Array.isArray(raw))
    fail("", "The file must hold one JSON object");
  return raw as Record<string, unknown>;
}

/**
 * Read a project file. Throws InputError naming the path of every fault, such as `points[3].x must be a
 * number`.
 */
export function readFile(text: string): Design {
  const raw = parse(text);
  if (raw.format !== FILE_FORMAT) fail("format", `must be "${FILE_FORMAT}"`);
  const { version } = raw;
  if (
    !Number.isInteger(version) ||
    (version as number) < OLDEST_VERSION ||
    (version as number) > FILE_VERSION
  )
    fail("version", `must be ${OLDEST_VERSION} to ${FILE_VERSION}; this program reads no other`);
  const file = upgradeFile(raw, version as number, FILE_VERSION);
  const problems: Problem[] = [];
  for (const key of Object.keys(file)) {
    if (!["format", "version", "leftOut", "design", ...FILE_ORDER].includes(key))
      problems.push({ path: key, reason: "is not a collection of a project file" });
  }
  const design = emptyDesign(checkAgainst(DesignRow, file.design, "design", problems) ?? ({} as DesignRow));
  const places = new Map<string, string>();
  for (const name of FILE_ORDER) readRows(name, file[name], design, places, problems);
  if (problems.length) throw new InputError(problems);
  const dangling = danglingReferences(design, undefined, (collection, id) =>
    places.get(`${collection}/${id}`)!,
  );
  if (dangling.length) throw new InputError(dangling);
  return design;
}

function readRows(
  name: CollectionName,
  raw: unknown,
  design: Design,
  places: Map<string, string>,
  problems: Problem[],
): void {
  if (raw === undefined) return;
  if (!Array.isArray(raw)) {
    problems.push({ path: name, reason: "must be a list of rows" });
    return;
  }
  if (raw.length > MOST_ROWS) {
    problems.push({ path: name, reason: `must have at most ${MOST_ROWS} rows, and has ${raw.length}` });
    return;
  }
  const rows: AnyRow[] = [];
  for (const [i, entry] of raw.entries()) {
    // Enough to see what is wrong with the file.
    if (problems.length >= MOST_PROBLEMS) return;
    const path = `${name}[${i}]`;
    const row = checkAgainst(ROW_CLASSES[name], entry, path, problems) as AnyRow | undefined;
    if (!row) continue;
    const key = `${name}/${row.id}`;
    if (places.has(key))
      problems.push({ path: `${path}.id`, reason: `repeats "${row.id}" of ${places.get(key)}` });
    places.set(key, path);
    rows.push(row);
  }
  rows.sort(compareIds);
  (design as Record<CollectionName, AnyRow[]>)[name] = rows;
}
