/**
 * Which rows name which: found from the row classes, so a new reference field is checked without further
 * code.
 */
import { byId, FILE_ORDER, type CollectionName, type Design } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import { fields, nestedClass, type RowClass } from "./fields";
import type { Problem } from "./input-error";

export interface Reference {
  path: string;
  to: CollectionName;
  id: string;
}

/** Every reference a row makes, nested ones included. */
export function referencesOf(rowClass: RowClass, row: object, path: string): Reference[] {
  const found: Reference[] = [];
  const values = row as Record<string, unknown>;
  for (const field of fields(rowClass)) {
    const value = values[field.name];
    if (value === undefined) continue;
    const here = `${path}.${field.name}`;
    if (field.kind === "ref") found.push({ path: here, to: field.to as CollectionName, id: value as string });
    if (field.kind === "refs") {
      (value as string[]).forEach((id, i) =>
        found.push({ path: `${here}[${i}]`, to: field.to as CollectionName, id }),
      );
    }
    if (field.kind === "one") found.push(...referencesOf(field.nested as RowClass, value as object, here));
    if (field.kind === "many") {
      (value as object[]).forEach((entry, i) => {
        const nested = nestedClass(field.nested!, entry);
        if (nested) found.push(...referencesOf(nested, entry, `${here}[${i}]`));
      });
    }
  }
  return found;
}

/** References that name no row. `at` gives the path of a row; the default is `collection[id]`. */
export function danglingReferences(
  design: Design,
  only?: (collection: CollectionName, id: string) => boolean,
  at = (collection: CollectionName, id: string, _index: number) => `${collection}[${id}]`,
): Problem[] {
  const problems: Problem[] = [];
  for (const collection of FILE_ORDER) {
    design[collection].forEach((row, i) => {
      if (only && !only(collection, row.id)) return;
      for (const ref of referencesOf(ROW_CLASSES[collection], row, at(collection, row.id, i))) {
        if (!byId(design, ref.to).has(ref.id))
          problems.push({ path: ref.path, reason: `names ${ref.to} "${ref.id}", which does not exist` });
      }
    });
  }
  return problems;
}
