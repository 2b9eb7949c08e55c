/** An edit is a list of row changes. There is no other way to change a design. */
import {
  byId,
  FILE_ORDER,
  isCollection,
  ROW_CLASSES,
  type AnyRow,
  type CollectionName,
  type Design,
  type Rows,
} from "./collections";
import { checkRow } from "./check-row";
import { ID_PATTERN } from "./fields";
import { descends } from "./kept";
import { fail, InputError } from "./input-error";
import { danglingReferences, referencesOf } from "./references";
import type { DesignRow } from "./design-row";

export type Change =
  | { [C in CollectionName]: { in: C; put: Rows[C] } }[CollectionName]
  | { in: CollectionName; drop: string }
  | { in: "design"; put: DesignRow };

export interface Edit {
  /** Revision of the design the edit was made on. */
  base: number;
  changes: Change[];
}

/** What an edit is about, as `points/p12`; `design/` for the settings. */
export function keyOf(change: Change): string {
  if (change.in === "design") return "design/";
  return `${change.in}/${"put" in change ? change.put.id : change.drop}`;
}

const compareIds = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** The design after the changes; the one given is not touched, and unchanged collections stay the same arrays. */
export function applyChanges(design: Design, changes: readonly Change[]): Design {
  const next = { ...design };
  const maps = new Map<CollectionName, Map<string, AnyRow>>();
  for (const change of changes) {
    if (change.in === "design") {
      next.design = change.put;
      continue;
    }
    let rows = maps.get(change.in);
    if (!rows) maps.set(change.in, (rows = new Map(byId(design, change.in))));
    if ("put" in change) rows.set(change.put.id, change.put);
    else rows.delete(change.drop);
  }
  for (const [name, rows] of maps)
    (next as Record<CollectionName, AnyRow[]>)[name] = [...rows.values()].sort(compareIds);
  descends(next, design);
  return next;
}

/** The row a change is about as it stands in `design`, or undefined. */
export function rowAt(design: Design, change: Change): AnyRow | DesignRow | undefined {
  if (change.in === "design") return design.design;
  return (byId(design, change.in) as ReadonlyMap<string, AnyRow>).get(
    "put" in change ? change.put.id : change.drop,
  );
}

/** The changes that take a design back from after `changes` to `before`. */
export function invertChanges(before: Design, changes: readonly Change[]): Change[] {
  const seen = new Set<string>();
  const inverse: Change[] = [];
  for (const change of changes) {
    const key = keyOf(change);
    if (seen.has(key)) continue;
    seen.add(key);
    const row = rowAt(before, change);
    if (change.in === "design") inverse.push({ in: "design", put: row as DesignRow });
    else if (row) inverse.push({ in: change.in, put: row } as Change);
    else inverse.push({ in: change.in, drop: "put" in change ? change.put.id : change.drop });
  }
  return inverse.reverse();
}

/** Check the shape of changes that came from outside. Returns clean plain rows; throws InputError naming `changes[i]…`. */
export function checkChanges(raw: unknown): Change[] {
  if (!Array.isArray(raw)) fail("changes", "must be a list");
  if (raw.length === 0) fail("changes", "must not be empty");
  return raw.map((entry: unknown, i): Change => {
    const path = `changes[${i}]`;
    if (typeof entry !== "object" || entry === null) fail(path, "must be an object");
    const { in: name, put, drop, ...rest } = entry as Record<string, unknown>;
    if (Object.keys(rest).length) fail(`${path}.${Object.keys(rest)[0]}`, "is not a field of a change");
    if (name === "design") return { in: "design", put: checkRow("design", put, `${path}.put`) };
    if (typeof name !== "string" || !isCollection(name))
      fail(`${path}.in`, `must be one of design, ${FILE_ORDER.join(", ")}`);
    if ((put === undefined) === (drop === undefined)) fail(path, "must have either put or drop");
    if (put !== undefined) return { in: name, put: checkRow(name, put, `${path}.put`) } as Change;
    if (typeof drop !== "string" || !ID_PATTERN.test(drop)) fail(`${path}.drop`, "must be the id of a row");
    return { in: name, drop };
  });
}

/** Rows a collection may have: more than any house needs, few enough that everything stays quick for everybody. */
export const MOST_ROWS = 10_000;

/** Check that no collection grows beyond what a design may hold. Throws InputError naming the collection. */
export function checkSizes(after: Design, changes: readonly Change[]): void {
  for (const name of new Set(changes.map((change) => change.in))) {
    if (name !== "design" && after[name].length > MOST_ROWS)
      fail(name, `must have at most ${MOST_ROWS} rows, and would have ${after[name].length}`);
  }
}

/** Check that the design after `changes` holds together: references stand, and nothing still names a dropped row. */
export function checkWhole(after: Design, changes: readonly Change[]): void {
  const put = new Set(changes.filter((c) => "put" in c).map(keyOf));
  const dropped = new Set(changes.filter((c) => "drop" in c).map(keyOf));
  const problems = danglingReferences(after, (collection, id) => put.has(`${collection}/${id}`));
  if (dropped.size) {
    for (const collection of FILE_ORDER) {
      for (const row of after[collection]) {
        for (const ref of referencesOf(ROW_CLASSES[collection], row, `${collection}[${row.id}]`)) {
          if (dropped.has(`${ref.to}/${ref.id}`) && !byId(after, ref.to).has(ref.id)) {
            problems.push({
              path: ref.path,
              reason: `still names ${ref.to} "${ref.id}", so it cannot be removed`,
            });
          }
        }
      }
    }
  }
  if (problems.length) throw new InputError(problems);
}

/** Deep equality of plain rows, whatever the order of their keys. */
export function sameRow(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  const keys = Object.keys(a).filter((k) => (a as Record<string, unknown>)[k] !== undefined);
  const other = Object.keys(b).filter((k) => (b as Record<string, unknown>)[k] !== undefined);
  return (
    keys.length === other.length &&
    keys.every((k) => sameRow((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  );
}
