/**
 * A table a collection, made from its row class: the class says what a field may hold, the column follows.
 * Key (design, id); a reference to one row of another collection is a foreign key within the design; what
 * is read whole (lists, paths, nested rows) is JSON.
 */
import {
  boolean,
  double,
  foreignKey,
  int,
  json,
  mysqlTable,
  primaryKey,
  varchar,
  type AnyMySqlColumn,
  type MySqlTableWithColumns,
} from "drizzle-orm/mysql-core";
import { type CollectionName } from "../core/design/collections";
import { ROW_CLASSES, WRITE_ORDER } from "../core/design/row-classes";
import { fields, ID_PATTERN, type Field } from "../core/design/fields";
import { designs, id } from "./schema-parts";

/** Names of tables and foreign keys that are not the collection's and the field's: as first written. */
const TABLE_NAMES: Partial<Record<CollectionName, string>> = { people: "household" };
const KEY_NAMES: Readonly<Record<string, string>> = {
  levels_slab_material: "levels_slab",
  levels_ceiling_material: "levels_ceiling",
  rooms_floor_material: "rooms_floor",
  rooms_ceiling_material: "rooms_ceiling",
  risers_from_level: "risers_from",
  risers_to_level: "risers_to",
};

/** `outsideIs` → `outside_is`; a capital after a digit is part of a unit (`uWm2K` → `u_wm2k`). */
const snake = (name: string) => name.replace(/(?<=[a-z])[A-Z]/g, (letter) => `_${letter}`).toLowerCase();

/** Characters a column of words holds: room for longer ones, so that a new choice needs no migration. */
const CHOICE_LENGTH = 40;

function columnOf(field: Field) {
  const name = snake(field.name);
  switch (field.kind) {
    case "text":
      return field.pattern === ID_PATTERN ? id(name) : varchar(name, { length: field.max! });
    case "ref":
      return id(name);
    case "choice":
      return varchar(name, { length: CHOICE_LENGTH });
    case "number":
      return double(name);
    case "integer":
      return int(name);
    case "flag":
      return boolean(name);
    default:
      return json(name);
  }
}

type Columns = Record<string, AnyMySqlColumn>;
export type RowTable = MySqlTableWithColumns<{
  name: string;
  schema: undefined;
  columns: never;
  dialect: "mysql";
}> &
  Record<"design" | "id", AnyMySqlColumn>;

const made = new Map<CollectionName, RowTable>();

function makeTable(collection: CollectionName): RowTable {
  const own = fields(ROW_CLASSES[collection]);
  const table = TABLE_NAMES[collection] ?? snake(collection);
  const columns = Object.fromEntries(
    own.map((field) => [field.name, field.optional ? columnOf(field) : columnOf(field).notNull()]),
  );
  return mysqlTable(table, { design: id("design").notNull(), ...columns }, (t) => {
    const column = t as unknown as Columns;
    return [
      primaryKey({ columns: [column.design!, column.id!] }),
      foreignKey({
        name: `${table}_of_design`,
        columns: [column.design!],
        foreignColumns: [designs.id],
      }).onDelete("cascade"),
      ...own
        // A row that names another of its own kind may be written before it: nothing but the edit's own
        // check can tell.
        .filter((field) => field.kind === "ref" && field.to !== collection)
        .map((field) => {
          const key = `${table}_${snake(field.name)}`;
          const to = made.get(field.to as CollectionName) as unknown as Columns;
          return foreignKey({
            name: KEY_NAMES[key] ?? key,
            columns: [column.design!, column[field.name]!],
            foreignColumns: [to.design!, to.id!],
          });
        }),
    ];
  }) as unknown as RowTable;
}

// Parents first: a foreign key names a table that stands.
for (const collection of WRITE_ORDER) made.set(collection, makeTable(collection));

export const TABLES = Object.fromEntries(made) as Record<CollectionName, RowTable>;
