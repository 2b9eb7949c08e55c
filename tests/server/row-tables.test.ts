/** Tables follow the row classes, and the migrations follow the tables. */
import { readdirSync, readFileSync } from "node:fs";
import { getTableConfig } from "drizzle-orm/mysql-core";
import { FILE_ORDER } from "../../core/design/collections";
import { ROW_CLASSES, WRITE_ORDER } from "../../core/design/row-classes";
import { fields } from "../../core/design/fields";
import { TABLES } from "../../db/row-tables";
import { designs } from "../../db/schema";

interface Snapshot {
  tables: Record<
    string,
    {
      columns: Record<string, { type: string; notNull: boolean }>;
      foreignKeys: Record<string, { tableTo: string; columnsFrom: string[] }>;
    }
  >;
}
const folder = "db/migrations/meta";
const kept = readdirSync(folder).filter((name) => name.endsWith("_snapshot.json"));
const { tables } = JSON.parse(readFileSync(`${folder}/${kept.at(-1)!}`, "utf8")) as Snapshot;

test("the migrations lead to the tables of the row classes: none was forgotten", () => {
  expect(kept).toHaveLength(1);
  for (const name of FILE_ORDER) {
    const { name: table, columns, foreignKeys } = getTableConfig(TABLES[name] as never);
    const migrated = tables[table]!;
    expect({ name, columns: Object.keys(migrated.columns).sort() }).toEqual({
      name,
      columns: columns.map((column) => column.name).sort(),
    });
    for (const column of columns)
      expect(migrated.columns[column.name]).toMatchObject({
        type: column.getSQLType(),
        notNull: column.notNull,
      });
    expect(Object.keys(migrated.foreignKeys).sort()).toEqual(foreignKeys.map((key) => key.getName()).sort());
  }
});

test("a field that must be there has a column that must be filled; lengths and kinds are the field's", () => {
  const columns = Object.fromEntries(
    getTableConfig(TABLES.points as never).columns.map((column) => [column.name, column]),
  );
  expect(columns.name!.getSQLType()).toBe("varchar(80)");
  expect(columns.kind!.getSQLType()).toBe("varchar(40)");
  expect(columns.x!.getSQLType()).toBe("double");
  expect(columns.number!.getSQLType()).toBe("int");
  expect(columns.settled!.getSQLType()).toBe("boolean");
  expect(columns.drawn!.getSQLType()).toBe("json");
  expect([columns.name!.notNull, columns.number!.notNull]).toEqual([true, false]);
});

test("words fit their column", () => {
  for (const name of FILE_ORDER)
    for (const field of fields(ROW_CLASSES[name]))
      for (const choice of field.kind === "choice" ? field.choices! : [])
        expect(choice.length).toBeLessThanOrEqual(40);
});

test("the design's own row has a column for every field", () => {
  const columns = new Map(
    Object.entries(designs).map(([name, column]) => [name, column as { notNull?: boolean }]),
  );
  for (const { name, optional } of fields(ROW_CLASSES.design))
    expect({ name, notNull: columns.get(name)?.notNull }).toEqual({ name, notNull: !optional });
});

test("rows are written after the rows they name", () => {
  expect([...WRITE_ORDER].sort()).toEqual([...FILE_ORDER].sort());
  const place = new Map(WRITE_ORDER.map((name, i) => [name as string, i]));
  for (const name of WRITE_ORDER)
    for (const field of fields(ROW_CLASSES[name]))
      if (field.kind === "ref" && field.to !== name)
        expect(place.get(field.to!)).toBeLessThan(place.get(name)!);
});
