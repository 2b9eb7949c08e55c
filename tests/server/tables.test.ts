/** Migrations follow the tables, and the table of designs follows the class of their settings. */
import { readdirSync, readFileSync } from "node:fs";
import { is } from "drizzle-orm";
import { getTableConfig, MySqlTable } from "drizzle-orm/mysql-core";
import { ROW_CLASSES } from "../../core/design/row-classes";
import { fields } from "../../core/design/fields";
import * as schema from "../../db/schema";

interface Snapshot {
  tables: Record<
    string,
    {
      columns: Record<string, { type: string; notNull: boolean }>;
      foreignKeys: Record<string, { tableTo: string; columnsFrom: string[] }>;
      indexes: Record<string, { columns: string[]; isUnique: boolean }>;
    }
  >;
}
const folder = "db/migrations/meta";
const kept = readdirSync(folder).filter((name) => name.endsWith("_snapshot.json"));
const { tables } = JSON.parse(readFileSync(`${folder}/${kept.at(-1)!}`, "utf8")) as Snapshot;
const own = Object.values(schema).filter((one): one is never => is(one, MySqlTable));

test("the migrations lead to the tables: none was forgotten, and none is left of what is gone", () => {
  expect(kept).toHaveLength(1);
  expect(Object.keys(tables).sort()).toEqual(own.map((table) => getTableConfig(table).name).sort());
  for (const table of own) {
    const { name, columns, foreignKeys, indexes } = getTableConfig(table);
    const migrated = tables[name]!;
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
    expect(Object.keys(migrated.indexes).sort()).toEqual(indexes.map(({ config }) => config.name).sort());
  }
});

test("the settings of a design have a column for every field", () => {
  const columns = new Map(
    Object.entries(schema.designs).map(([name, column]) => [name, column as { notNull?: boolean }]),
  );
  for (const { name, optional } of fields(ROW_CLASSES.design))
    expect({ name, notNull: columns.get(name)?.notNull }).toEqual({ name, notNull: !optional });
});
