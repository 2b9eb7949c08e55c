/** The tables of what a survey adds to the house. */
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
import { levels, openings, rooms, walls } from "./schema";
import { id, ofDesign, rowKey } from "./schema-parts";

export const circuits = mysqlTable(
  "circuits",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    breakerA: double("breaker_a"),
    phase: varchar("phase", { length: 20 }),
    residualMa: double("residual_ma"),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("circuits", t.design)],
);

export const mainsRuns = mysqlTable(
  "mains_runs",
  {
    ...rowKey(),
    level: id("level").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    path: json("path").notNull(),
    heightM: double("height_m"),
    circuit: id("circuit"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("mains_runs", t.design),
    foreignKey({
      name: "mains_runs_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({
      name: "mains_runs_circuit",
      columns: [t.design, t.circuit],
      foreignColumns: [circuits.design, circuits.id],
    }),
  ],
);

export const noGo = mysqlTable(
  "no_go",
  {
    ...rowKey(),
    level: id("level").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    outline: json("outline").notNull(),
    why: varchar("why", { length: 200 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("no_go", t.design),
    foreignKey({
      name: "no_go_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
  ],
);

export const fixtures = mysqlTable(
  "fixtures",
  {
    ...rowKey(),
    level: id("level").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    kind: varchar("kind", { length: 20 }).notNull(),
    outline: json("outline").notNull(),
    clearanceM: double("clearance_m").notNull(),
    lowM: double("low_m"),
    highM: double("high_m"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("fixtures", t.design),
    foreignKey({
      name: "fixtures_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
  ],
);

export const switches = mysqlTable(
  "switches",
  {
    ...rowKey(),
    level: id("level").notNull(),
    room: id("room").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    x: double("x").notNull(),
    y: double("y").notNull(),
    z: double("z").notNull(),
    gangs: int("gangs").notNull(),
    boxDepthMm: double("box_depth_mm"),
    neutral: varchar("neutral", { length: 20 }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("switches", t.design),
    foreignKey({
      name: "switches_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({
      name: "switches_room",
      columns: [t.design, t.room],
      foreignColumns: [rooms.design, rooms.id],
    }),
  ],
);

export const legs = mysqlTable(
  "legs",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    switches: json("switches").notNull(),
    circuit: id("circuit"),
    feed: varchar("feed", { length: 20 }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("legs", t.design),
    foreignKey({
      name: "legs_circuit",
      columns: [t.design, t.circuit],
      foreignColumns: [circuits.design, circuits.id],
    }),
  ],
);

export const lamps = mysqlTable(
  "lamps",
  {
    ...rowKey(),
    level: id("level").notNull(),
    room: id("room").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    x: double("x").notNull(),
    y: double("y").notNull(),
    leg: id("leg"),
    count: int("count").notNull(),
    cap: varchar("cap", { length: 20 }),
    watts: double("watts"),
    colour: varchar("colour", { length: 20 }),
    holeMm: double("hole_mm"),
    fireMin: int("fire_min"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("lamps", t.design),
    foreignKey({
      name: "lamps_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({ name: "lamps_room", columns: [t.design, t.room], foreignColumns: [rooms.design, rooms.id] }),
    foreignKey({ name: "lamps_leg", columns: [t.design, t.leg], foreignColumns: [legs.design, legs.id] }),
  ],
);

export const traces = mysqlTable(
  "traces",
  {
    ...rowKey(),
    switch: id("switch").notNull(),
    gang: int("gang").notNull(),
    on: varchar("on", { length: 10 }).notNull(),
    result: varchar("result", { length: 20 }).notNull(),
    lamps: json("lamps").notNull(),
    note: varchar("note", { length: 400 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("traces", t.design),
    foreignKey({
      name: "traces_switch",
      columns: [t.design, t.switch],
      foreignColumns: [switches.design, switches.id],
    }),
  ],
);

export const measurements = mysqlTable(
  "measurements",
  {
    ...rowKey(),
    room: id("room"),
    side: int("side"),
    wall: id("wall"),
    opening: id("opening"),
    of: varchar("of", { length: 20 }).notNull(),
    typed: varchar("typed", { length: 40 }).notNull(),
    metres: double("metres").notNull(),
    headingDeg: double("heading_deg"),
    on: varchar("on", { length: 10 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("measurements", t.design),
    foreignKey({
      name: "measurements_room",
      columns: [t.design, t.room],
      foreignColumns: [rooms.design, rooms.id],
    }),
    foreignKey({
      name: "measurements_wall",
      columns: [t.design, t.wall],
      foreignColumns: [walls.design, walls.id],
    }),
    foreignKey({
      name: "measurements_opening",
      columns: [t.design, t.opening],
      foreignColumns: [openings.design, openings.id],
    }),
  ],
);

export const underlays = mysqlTable(
  "underlays",
  {
    ...rowKey(),
    level: id("level").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    picture: varchar("picture", { length: 64 }).notNull(),
    widthPx: int("width_px").notNull(),
    heightPx: int("height_px").notNull(),
    x: double("x").notNull(),
    y: double("y").notNull(),
    metresPerPx: double("metres_per_px").notNull(),
    turnDeg: double("turn_deg").notNull(),
    opacityPct: double("opacity_pct").notNull(),
    hidden: boolean("hidden"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("underlays", t.design),
    foreignKey({
      name: "underlays_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
  ],
);
