/** The changes a view asks for, made in one place: put a row, change some fields of one, drop one. */
import { byId, SINGULAR, type AnyRow, type CollectionName, type Design, type Rows } from "./collections";
import type { DesignRow } from "./design-row";
import type { Change } from "./edit";
import { fail } from "./input-error";

/** A row is put: added, or in the place of the one with its id. */
export const putRow = <C extends CollectionName>(collection: C, row: Rows[C]): Change[] => [
  { in: collection, put: row } as unknown as Change,
];

/** A row goes. What names it is not looked at: `removeRows` does that. */
export const dropRow = (collection: CollectionName, id: string): Change[] => [{ in: collection, drop: id }];

/** A row with other values in some fields; `undefined` takes a field out. */
function withValues<Row extends object>(row: Row, values: Partial<Row>): Row {
  return Object.fromEntries(
    Object.entries({ ...row, ...values }).filter(([, value]) => value !== undefined),
  ) as Row;
}

/**
 * Some fields of a row are other values; `undefined` takes a field out.
 * @throws InputError where the row is gone
 */
export function changeRow<C extends CollectionName>(
  design: Design,
  collection: C,
  id: string,
  values: Partial<Rows[C]>,
): Change[] {
  const row =
    (byId(design, collection) as ReadonlyMap<string, AnyRow>).get(id) ??
    fail(SINGULAR[collection], "is gone: somebody took it out");
  return putRow(collection, withValues(row as Rows[C], values));
}

/** Some of the design's own settings are other values; `undefined` takes one out. */
export const changeSettings = (design: Design, values: Partial<DesignRow>): Change[] => [
  { in: "design", put: withValues(design.design, values) },
];
