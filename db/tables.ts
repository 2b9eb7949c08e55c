/** How a table row becomes a plain row, and back. */
import { fields } from "../core/design/fields";
import { type AnyRow, type CollectionName } from "../core/design/collections";
import { ROW_CLASSES } from "../core/design/row-classes";
import { upgradedRow } from "../core/design/upgrades";
import type { DesignRow } from "../core/design/design-row";

export { TABLES } from "./row-tables";

/** A plain row out of a table row: fields in schema order, NULL as absent. */
export function plainRow<T extends AnyRow | DesignRow>(
  collection: CollectionName | "design",
  from: Record<string, unknown>,
): T {
  const row: Record<string, unknown> = {};
  for (const { name } of fields(ROW_CLASSES[collection])) {
    const value = from[name];
    if (value !== null && value !== undefined) row[name] = value;
  }
  return upgradedRow(collection, row as unknown as T);
}

/** Column values for a plain row: absent as NULL, so that a field taken away is emptied. */
export function columnValues(collection: CollectionName | "design", row: object): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  for (const { name } of fields(ROW_CLASSES[collection]))
    values[name] = (row as Record<string, unknown>)[name] ?? null;
  return values;
}
