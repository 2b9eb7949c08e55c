/** The tables of stage 3: catalogue, wants, controllers, accepted plans. */
import {
  boolean,
  double,
  foreignKey,
  int,
  json,
  mysqlTable,
  primaryKey,
  varchar,
} from "drizzle-orm/mysql-core";
import { closets, points, rooms } from "./schema";
import { problems } from "./schema-brief";
import { id, ofDesign, rowKey } from "./schema-parts";
import { legs } from "./schema-survey";

export const options = mysqlTable(
  "options",
  {
    ...rowKey(),
    kind: varchar("kind", { length: 30 }).notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    line: varchar("line", { length: 20 }),
    protocol: varchar("protocol", { length: 30 }).notNull(),
    serves: json("serves").notNull(),
    can: json("can").notNull(),
    supply: varchar("supply", { length: 20 }).notNull(),
    price: double("price").notNull(),
    labourMin: double("labour_min").notNull(),
    watts: double("watts").notNull(),
    cell: varchar("cell", { length: 20 }),
    cells: int("cells"),
    batteryMah: double("battery_mah"),
    batteryYears: double("battery_years"),
    yearly: double("yearly"),
    upkeepH: double("upkeep_h"),
    local: boolean("local").notNull(),
    cloud: boolean("cloud").notNull(),
    account: boolean("account").notNull(),
    routes: boolean("routes").notNull(),
    updates: varchar("updates", { length: 20 }).notNull(),
    supportYears: double("support_years").notNull(),
    buttons: int("buttons"),
    dimming: varchar("dimming", { length: 20 }),
    ratings: json("ratings"),
    fit: json("fit"),
    controls: json("controls"),
    source: varchar("source", { length: 20 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("options", t.design)],
);

export const wants = mysqlTable(
  "wants",
  {
    ...rowKey(),
    room: id("room").notNull(),
    function: varchar("function", { length: 30 }).notNull(),
    count: int("count").notNull(),
    needs: json("needs").notNull(),
    critical: boolean("critical"),
    localOnly: boolean("local_only"),
    guest: boolean("guest"),
    budget: double("budget"),
    lampsEach: int("lamps_each"),
    loadW: double("load_w"),
    leg: id("leg"),
    problem: id("problem"),
    points: json("points").notNull(),
    option: id("option"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("wants", t.design),
    foreignKey({ name: "wants_room", columns: [t.design, t.room], foreignColumns: [rooms.design, rooms.id] }),
    foreignKey({ name: "wants_leg", columns: [t.design, t.leg], foreignColumns: [legs.design, legs.id] }),
    foreignKey({
      name: "wants_problem",
      columns: [t.design, t.problem],
      foreignColumns: [problems.design, problems.id],
    }),
    foreignKey({
      name: "wants_option",
      columns: [t.design, t.option],
      foreignColumns: [options.design, options.id],
    }),
  ],
);

/** `hub` names a row of the same table; no key holds it, since a controller and what belongs to it are written together. */
export const hubs = mysqlTable(
  "hubs",
  {
    ...rowKey(),
    option: id("option").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    closet: id("closet"),
    point: id("point"),
    hub: id("hub"),
    keep: boolean("keep"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("hubs", t.design),
    foreignKey({
      name: "hubs_option",
      columns: [t.design, t.option],
      foreignColumns: [options.design, options.id],
    }),
    foreignKey({
      name: "hubs_closet",
      columns: [t.design, t.closet],
      foreignColumns: [closets.design, closets.id],
    }),
    foreignKey({
      name: "hubs_point",
      columns: [t.design, t.point],
      foreignColumns: [points.design, points.id],
    }),
  ],
);

export const plans = mysqlTable(
  "plans",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    acceptedOn: varchar("accepted_on", { length: 10 }).notNull(),
    why: varchar("why", { length: 600 }),
    years: double("years").notNull(),
    cost: double("cost").notNull(),
    bound: double("bound").notNull(),
    picks: json("picks").notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("plans", t.design)],
);
