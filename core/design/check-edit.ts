/**
 * What an edit is held to before it is written: each row, the sizes, and that the design still holds
 * together.
 */
import { byId, FILE_ORDER, isCollection, type Design } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import { checkRow } from "./check-row";
import { keyOf, type Change } from "./edit";
import { ID_PATTERN } from "./fields";
import { fail, InputError } from "./input-error";
import { danglingReferences, referencesOf } from "./references";

/**
 * Check the shape of changes that came from outside. Returns clean plain rows; throws InputError naming
 * `changes[i]…`.
 */
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

/**
 * Rows a collection may have: more than any house needs, few enough that everything stays quick for
 * everybody.
 */
export const MOST_ROWS = 10_000;

/** Check that no collection grows beyond what a design may hold. Throws InputError naming the collection. */
export function checkSizes(after: Design, changes: readonly Change[]): void {
  for (const name of new Set(changes.map((change) => change.in))) {
    if (name !== "design" && after[name].length > MOST_ROWS)
      fail(name, `must have at most ${MOST_ROWS} rows, and would have ${after[name].length}`);
  }
}

/**
 * Check that the design after `changes` holds together: references stand, and nothing still names a dropped
 * row.
 */
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
