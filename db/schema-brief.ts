/** The tables of the brief. Those who live in the house are its household; `people` are those who sign in. */
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
import { automations, devices } from "./schema";
import { id, ofDesign, rowKey } from "./schema-parts";

export const household = mysqlTable(
  "household",
  {
    ...rowKey(),
    role: varchar("role", { length: 60 }).notNull(),
    sleepsFrom: varchar("sleeps_from", { length: 5 }),
    sleepsTo: varchar("sleeps_to", { length: 5 }),
    schedule: varchar("schedule", { length: 200 }),
    needs: json("needs"),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("household", t.design)],
);

export const phases = mysqlTable(
  "phases",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    order: int("order").notNull(),
    rooms: json("rooms").notNull(),
    disruption: int("disruption").notNull(),
    signedOffBy: varchar("signed_off_by", { length: 80 }),
    signedOffOn: varchar("signed_off_on", { length: 10 }),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("phases", t.design)],
);

export const problems = mysqlTable(
  "problems",
  {
    ...rowKey(),
    name: varchar("name", { length: 120 }).notNull(),
    kind: varchar("kind", { length: 20 }).notNull(),
    rooms: json("rooms").notNull(),
    people: json("people").notNull(),
    severity: int("severity").notNull(),
    perWeek: double("per_week").notNull(),
    evidence: varchar("evidence", { length: 400 }),
    effortH: double("effort_h"),
    phase: id("phase"),
    points: json("points").notNull(),
    devices: json("devices").notNull(),
    automations: json("automations").notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("problems", t.design),
    foreignKey({
      name: "problems_phase",
      columns: [t.design, t.phase],
      foreignColumns: [phases.design, phases.id],
    }),
  ],
);

export const requirements = mysqlTable(
  "requirements",
  {
    ...rowKey(),
    name: varchar("name", { length: 160 }).notNull(),
    problems: json("problems").notNull(),
    askedBy: id("asked_by"),
    ifNot: varchar("if_not", { length: 400 }),
    step: varchar("step", { length: 20 }).notNull(),
    moves: json("moves").notNull(),
    automations: json("automations").notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("requirements", t.design),
    foreignKey({
      name: "requirements_asked_by",
      columns: [t.design, t.askedBy],
      foreignColumns: [household.design, household.id],
    }),
  ],
);

export const constraints = mysqlTable(
  "constraints",
  {
    ...rowKey(),
    name: varchar("name", { length: 160 }).notNull(),
    kind: varchar("kind", { length: 20 }).notNull(),
    tenure: varchar("tenure", { length: 20 }),
    amount: double("amount"),
    by: varchar("by", { length: 10 }),
    languages: json("languages"),
    rooms: json("rooms").notNull(),
    walls: json("walls").notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("constraints", t.design)],
);

export const uses = mysqlTable(
  "uses",
  {
    ...rowKey(),
    automation: id("automation"),
    device: id("device"),
    lastOn: varchar("last_on", { length: 10 }).notNull(),
    kept: boolean("kept"),
    note: varchar("note", { length: 200 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("uses", t.design),
    foreignKey({
      name: "uses_automation",
      columns: [t.design, t.automation],
      foreignColumns: [automations.design, automations.id],
    }),
    foreignKey({
      name: "uses_device",
      columns: [t.design, t.device],
      foreignColumns: [devices.design, devices.id],
    }),
  ],
);
