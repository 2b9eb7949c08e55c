/** Changes of single fields, for tests that ask what hangs on each of them. */
import { type AnyRow, type CollectionName, type Design } from "../../core/design/collections";
import { ROW_CLASSES } from "../../core/design/row-classes";
import type { Change } from "../../core/design/edit";
import { fields, type Field, type RowClass } from "../../core/design/fields";

/** Other values a field may hold, one or two of them. */
function others(design: Design, field: Field, value: unknown): unknown[] {
  if (
    value === undefined &&
    (field.kind === "text" || field.kind === "one" || field.kind === "many" || field.kind === "xy")
  )
    return [];
  const gone = field.optional && value !== undefined ? [undefined] : [];
  const ids = field.to ? design[field.to as CollectionName].map((row) => row.id) : [];
  switch (field.kind) {
    case "text":
      return field.pattern ? gone : [`${String(value)} x`, ...gone];
    case "number":
    case "integer": {
      const [min, max] = [field.min ?? -1e6, field.max ?? 1e6];
      const now = typeof value === "number" ? value : Math.max(min, 0);
      const next = now + (field.kind === "integer" ? 1 : 0.37);
      return [next <= max ? next : Math.max(min, now - 1), ...gone];
    }
    case "flag":
      return [!value];
    case "choice":
      return [field.choices!.find((choice) => choice !== value)!, ...gone];
    case "ref":
      return [...ids.filter((id) => id !== value).slice(0, 1), ...gone];
    case "refs": {
      const list = (value as string[] | undefined) ?? [];
      return [list.slice(1), [...new Set([...list, ...ids.slice(0, 1)])]];
    }
    case "texts":
      return field.choices ? [field.choices.slice(0, 1)] : gone;
    case "integers":
      return [value === undefined ? [1] : (value as number[]).slice(0, 1)];
    case "xy":
      return [(value as [number, number][]).map(([x, y], i) => (i === 0 ? [x + 0.31, y] : [x, y]))];
    case "one":
      return [...nestedOthers(design, field.nested as RowClass, value as object), ...gone];
    case "many": {
      const list = value as object[];
      const first = list[0];
      if (!first) return [];
      const nested =
        typeof field.nested === "function"
          ? field.nested
          : field.nested!.classes[(first as Record<string, string>)[field.nested!.by]!]!;
      const by = typeof field.nested === "function" ? undefined : field.nested!.by;
      return [
        list.slice(1),
        ...nestedOthers(design, nested, first, by).map((changed) => [changed, ...list.slice(1)]),
      ];
    }
  }
}

const nestedOthers = (design: Design, rowClass: RowClass, value: object, by?: string): object[] =>
  fields(rowClass)
    .filter((field) => field.name !== by)
    .flatMap((field) =>
      others(design, field, (value as Record<string, unknown>)[field.name]).map((other) => ({
        ...value,
        [field.name]: other,
      })),
    );

const without = (row: object, name: string, value: unknown): object =>
  Object.fromEntries(Object.entries({ ...row, [name]: value }).filter(([, one]) => one !== undefined));

export interface FieldChange {
  /** The row, its field and the new value, for people. */
  what: string;
  change: Change;
}

/** Every change of one field of a row. */
export const changesOfRow = (
  design: Design,
  collection: CollectionName | "design",
  row: object,
): FieldChange[] =>
  fields(ROW_CLASSES[collection])
    .filter((field) => field.name !== "id")
    .flatMap((field) =>
      others(design, field, (row as Record<string, unknown>)[field.name]).map((value) => ({
        what: `${collection}/${(row as { id?: string }).id ?? ""} ${field.name} = ${JSON.stringify(value)?.slice(0, 60)}`,
        change: { in: collection, put: without(row, field.name, value) as AnyRow } as Change,
      })),
    );

/** Every change of one field of one row of a collection; of what most hangs on, of two rows. */
export function changesOf(design: Design, collection: CollectionName | "design"): FieldChange[] {
  const rows: object[] = collection === "design" ? [design.design] : design[collection];
  const middle = rows[rows.length >> 1];
  const picked = ["points", "kinds", "drops"].includes(collection) ? [rows[0], middle] : [middle];
  return [...new Set(picked)]
    .filter((row) => row !== undefined)
    .flatMap((row) => changesOfRow(design, collection, row));
}
