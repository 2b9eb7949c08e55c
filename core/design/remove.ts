/** Taking a row out with all that cannot stand without it. */
import { FILE_ORDER, type AnyRow, type CollectionName, type Design } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import type { Change } from "./edit";
import { fields, nestedClass, type Field, type RowClass } from "./fields";

const isNamed = (gone: ReadonlySet<string>, field: Field, id: unknown) =>
  gone.has(`${field.to}/${String(id)}`);

/**
 * The row without what names a row that is gone: an optional field falls away, a list loses the entry.
 * Undefined where a field it cannot do without is hit; the row itself where nothing is.
 */
function without(rowClass: RowClass, row: object, gone: ReadonlySet<string>): object | undefined {
  let made: Record<string, unknown> | undefined;
  const put = (name: string, value: unknown) => ((made ??= { ...row })[name] = value);
  for (const field of fields(rowClass)) {
    const value = (row as Record<string, unknown>)[field.name];
    if (value === undefined) continue;
    if (field.kind === "ref" && isNamed(gone, field, value)) {
      if (!field.optional) return undefined;
      put(field.name, undefined);
    } else if (field.kind === "refs" && (value as string[]).some((id) => isNamed(gone, field, id))) {
      put(
        field.name,
        (value as string[]).filter((id) => !isNamed(gone, field, id)),
      );
    } else if (field.kind === "one") {
      const left = without(field.nested as RowClass, value as object, gone);
      if (!left && !field.optional) return undefined;
      if (left !== value) put(field.name, left);
    } else if (field.kind === "many") {
      const entries = value as object[];
      const left = entries.flatMap((entry) => without(nestedClass(field.nested!, entry)!, entry, gone) ?? []);
      if (left.length !== entries.length || left.some((entry, i) => entry !== entries[i]))
        put(field.name, left);
    }
  }
  if (!made) return row;
  return Object.fromEntries(Object.entries(made).filter(([, value]) => value !== undefined));
}

/**
 * Changes that take rows out of a design: rows that cannot do without them go too, and all other
 * rows forget them. Parents are dropped after what named them, so each step holds together.
 */
export function removeRows(design: Design, rows: readonly { in: CollectionName; id: string }[]): Change[] {
  const gone = new Set(rows.map((row) => `${row.in}/${row.id}`));
  const puts = new Map<string, Change>();
  for (let before = -1; before !== gone.size;) {
    before = gone.size;
    puts.clear();
    for (const collection of FILE_ORDER) {
      for (const row of design[collection] as AnyRow[]) {
        if (gone.has(`${collection}/${row.id}`)) continue;
        const left = without(ROW_CLASSES[collection], row, gone);
        if (!left) gone.add(`${collection}/${row.id}`);
        else if (left !== row) puts.set(`${collection}/${row.id}`, { in: collection, put: left } as Change);
      }
    }
  }
  const drops = [...gone].map((key): Change => {
    const [name, id] = key.split("/") as [CollectionName, string];
    return { in: name, drop: id };
  });
  return [...puts.values(), ...drops];
}
