/** How the settings of a design become a row of its table, and back. */
import { type AnyRow, type CollectionName } from "../core/design/collections";
import type { DesignRow } from "../core/design/design-row";
import { fields } from "../core/design/fields";
import { ROW_CLASSES } from "../core/design/row-classes";
import { upgradedRow } from "../core/design/upgrades";

/** A row of this version out of an older one, or out of a table: fields in the order of its class, what is empty left out. */
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

/** Column values for the settings: absent as NULL, so that a field taken away is emptied. */
export function settingValues(settings: DesignRow): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  for (const { name } of fields(ROW_CLASSES.design))
    values[name] = (settings as unknown as Record<string, unknown>)[name] ?? null;
  return values;
}
