/** The design itself, and what all tables are made of. */
import { customType, datetime, double, int, json, mysqlTable, text, varchar } from "drizzle-orm/mysql-core";

export const id = (name: string) => varchar(name, { length: 40 });

/** Up to 4 GiB of bytes. */
export const longBytes = customType<{ data: Buffer }>({ dataType: () => "longblob" });

/** The design itself: its settings, and the revision all edits count up. */
export const designs = mysqlTable("designs", {
  id: id("id").primaryKey(),
  revision: int("revision").notNull(),
  changedAt: datetime("changed_at", { mode: "date" }).notNull(),
  name: varchar("name", { length: 120 }).notNull(),
  latitudeDeg: double("latitude_deg").notNull(),
  longitudeDeg: double("longitude_deg").notNull(),
  zone: varchar("zone", { length: 60 }).notNull(),
  northDeg: double("north_deg").notNull(),
  units: varchar("units", { length: 10 }).$type<"metric" | "imperial">().notNull(),
  currency: varchar("currency", { length: 3 }).notNull(),
  moneyRate: double("money_rate"),
  mainsV: double("mains_v").notNull(),
  ambientC: double("ambient_c").notNull(),
  slackPointM: double("slack_point_m").notNull(),
  slackClosetM: double("slack_closet_m").notNull(),
  wastePct: double("waste_pct").notNull(),
  schools: json("schools"),
  choosing: json("choosing"),
  legend: json("legend"),
  running: json("running"),
  busSettings: json("bus_settings"),
  registerSettings: json("register_settings"),
  language: varchar("language", { length: 40 }),
  copiedFrom: json("copied_from"),
  notes: text("notes"),
});
