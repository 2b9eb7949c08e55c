/** From anything at all to a valid plain row, or a list of what is wrong with it and where. */
import { validateSync, type ValidationError } from "class-validator";
import { type AnyRow, type CollectionName, type Rows } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import { fields, nestedClass, type Field, type NestedChoice, type RowClass } from "./fields";
import { InputError, type Problem } from "./input-error";
import { holds } from "./holds";
import { withRules } from "./rules";
import type { DesignRow } from "./design-row";

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

function nestedInstance(field: Field, raw: unknown, path: string, problems: Problem[]): unknown {
  const nested = field.nested!;
  const rowClass = nestedClass(nested, raw);
  if (rowClass) return instance(rowClass, raw, path, problems);
  const choice = nested as NestedChoice;
  problems.push({
    path: `${path}.${choice.by}`,
    reason: `must be one of ${Object.keys(choice.classes).join(", ")}`,
  });
  return undefined;
}

/** An instance of `rowClass` holding the raw values of its fields; unknown fields are problems. */
export function instance(
  rowClass: RowClass,
  raw: unknown,
  path: string,
  problems: Problem[],
): object | undefined {
  if (!isObject(raw)) {
    problems.push({ path, reason: "must be an object" });
    return undefined;
  }
  const made = new rowClass() as Record<string, unknown>;
  const known = fields(rowClass);
  const names = new Set(known.map((field) => field.name));
  const dot = path ? `${path}.` : "";
  for (const key of Object.keys(raw)) {
    if (!names.has(key)) problems.push({ path: `${dot}${key}`, reason: "is not a field of this row" });
  }
  for (const field of known) {
    const value = raw[field.name];
    if (value === undefined) continue;
    // Absent is absent: class-validator would let null pass for an optional field.
    if (value === null) {
      problems.push({ path: `${dot}${field.name}`, reason: "must not be null; leave it out" });
    } else if (field.kind === "one") {
      made[field.name] = nestedInstance(field, value, `${dot}${field.name}`, problems);
    } else if (field.kind === "many" && Array.isArray(value)) {
      made[field.name] = value.map((entry, i) =>
        nestedInstance(field, entry, `${dot}${field.name}[${i}]`, problems),
      );
    } else {
      made[field.name] = value;
    }
  }
  return made;
}

/** Problems by the paths they are at; one a place. `seen`: the places that have one already. */
function collect(
  errors: readonly ValidationError[],
  path: string,
  problems: Problem[],
  seen = new Set(problems.map((problem) => problem.path)),
): void {
  for (const error of errors) {
    const here = /^\d+$/.test(error.property)
      ? `${path}[${error.property}]`
      : path
        ? `${path}.${error.property}`
        : error.property;
    const message = error.constraints && Object.values(error.constraints)[0];
    if (message && !error.children?.length && !seen.has(here)) {
      const absent = error.value === undefined;
      seen.add(here);
      problems.push({
        path: here,
        reason: absent ? "is missing" : message.replace(`${error.property} `, ""),
      });
    }
    collect(error.children ?? [], here, problems, seen);
  }
}

/** The instance's fields as a plain object in schema order, absent ones left out. */
function plain(rowClass: RowClass, made: object): object {
  const from = made as Record<string, unknown>;
  const out: Record<string, unknown> = {};
  for (const field of fields(rowClass)) {
    const value = from[field.name];
    if (value === undefined) continue;
    if (field.kind === "one") out[field.name] = plain(nestedClass(field.nested!, value)!, value as object);
    else if (field.kind === "many")
      out[field.name] = (value as object[]).map((v) => plain(nestedClass(field.nested!, v)!, v));
    else out[field.name] = value;
  }
  return out;
}

/**
 * Check `raw` against any row class. Returns the plain value; appends to `problems` what is wrong and then
 * returns undefined.
 */
export function checkAgainst<T extends object>(
  rowClass: new () => T,
  raw: unknown,
  path: string,
  problems: Problem[],
): T | undefined {
  withRules(rowClass);
  const before = problems.length;
  const made = instance(rowClass, raw, path, problems);
  if (!made || problems.length > before) return undefined;
  if (!holds(made))
    collect(validateSync(made, { forbidUnknownValues: false, stopAtFirstError: true }), path, problems);
  return problems.length > before ? undefined : (plain(rowClass, made) as T);
}

/**
 * A row as it came, checked against its class: fields, kinds, ranges, choices and texts. Gives the row with
 * nothing but its own fields. Throws InputError that names each field, `path` before it.
 */
export function checkRow<C extends CollectionName>(collection: C, raw: unknown, path?: string): Rows[C];
export function checkRow(collection: "design", raw: unknown, path?: string): DesignRow;
export function checkRow(
  collection: CollectionName | "design",
  raw: unknown,
  path = collection as string,
): AnyRow | DesignRow {
  const problems: Problem[] = [];
  const row = checkAgainst(ROW_CLASSES[collection], raw, path, problems);
  if (!row) throw new InputError(problems);
  return row as AnyRow | DesignRow;
}
