/** The tables: one a collection, keyed by (design, id), and those of people, sessions and the log. */
import {
  bigint,
  boolean,
  datetime,
  double,
  foreignKey,
  index,
  int,
  json,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from "drizzle-orm/mysql-core";
import { phases } from "./schema-brief";
import { options } from "./schema-choose";
import { designs, id, longBytes, ofDesign, rowKey } from "./schema-parts";

export { designs };

export const people = mysqlTable(
  "people",
  {
    id: id("id").primaryKey(),
    email: varchar("email", { length: 200 }).notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    passwordHash: varchar("password_hash", { length: 255 }).notNull(),
    createdAt: datetime("created_at", { mode: "date" }).notNull(),
  },
  (t) => [uniqueIndex("people_email").on(t.email)],
);

/** Sign-in sessions. The cookie holds a random token; here only its hash. */
export const sessions = mysqlTable(
  "sessions",
  {
    tokenHash: varchar("token_hash", { length: 64 }).primaryKey(),
    person: id("person")
      .notNull()
      .references(() => people.id, { onDelete: "cascade" }),
    expiresAt: datetime("expires_at", { mode: "date" }).notNull(),
    /** When it began, when it was last used (to some minutes), and with what: for the list a person sees of their own. */
    startedAt: datetime("started_at", { mode: "date" }),
    seenAt: datetime("seen_at", { mode: "date" }),
    agent: varchar("agent", { length: 200 }),
  },
  (t) => [index("sessions_expires").on(t.expiresAt), index("sessions_person").on(t.person)],
);

/** Devices from which a person has signed in: what strangers try against the account does not hold these up. */
export const knownDevices = mysqlTable(
  "known_devices",
  {
    tokenHash: varchar("token_hash", { length: 64 }).primaryKey(),
    person: id("person")
      .notNull()
      .references(() => people.id, { onDelete: "cascade" }),
    seenAt: datetime("seen_at", { mode: "date" }).notNull(),
  },
  (t) => [index("known_devices_person").on(t.person)],
);

/** Kept by rate-limiter-flexible: sign-in attempts by address and by account. */
export const signInLimits = mysqlTable("sign_in_limits", {
  key: varchar("key", { length: 255 }).primaryKey(),
  points: int("points").notNull(),
  expire: bigint("expire", { mode: "number", unsigned: true }),
});

/** Pictures under the plan, by the hash of their bytes; named by rows of underlays, kept out of the log and the project file. */
export const pictures = mysqlTable(
  "pictures",
  {
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    hash: varchar("hash", { length: 64 }).notNull(),
    type: varchar("type", { length: 40 }).notNull(),
    bytes: longBytes("bytes").notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.hash] })],
);

export const ROLES = ["owner", "edit", "view"] as const;
export type Role = (typeof ROLES)[number];

export const members = mysqlTable(
  "members",
  {
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    person: id("person")
      .notNull()
      .references(() => people.id, { onDelete: "cascade" }),
    role: varchar("role", { length: 10 }).$type<Role>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.person] }), index("members_person").on(t.person)],
);

/** The log: append-only. `of` is the revision an undo or redo is about; `start` is how the design came in, which nobody undoes. */
export const edits = mysqlTable(
  "edits",
  {
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    revision: int("revision").notNull(),
    person: id("person")
      .notNull()
      .references(() => people.id),
    at: datetime("at", { mode: "date", fsp: 3 }).notNull(),
    kind: varchar("kind", { length: 10 }).$type<"start" | "edit" | "undo" | "redo">().notNull(),
    of: int("of"),
    /** What the desk that sent it calls it: sent again, it is known and not written twice. */
    key: varchar("key", { length: 40 }),
    changes: json("changes").notNull(),
    inverse: json("inverse").notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.revision] })],
);

export const materials = mysqlTable(
  "materials",
  {
    ...rowKey(),
    name: varchar("name", { length: 80 }).notNull(),
    lossDb: json("loss_db").notNull(),
    uWm2K: double("u_wm2k"),
    densityKgM3: double("density_kg_m3"),
    source: varchar("source", { length: 20 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("materials", t.design)],
);

export const levels = mysqlTable(
  "levels",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    code: varchar("code", { length: 3 }).notNull(),
    order: int("order").notNull(),
    elevationM: double("elevation_m").notNull(),
    ceilingHeightM: double("ceiling_height_m").notNull(),
    slabThicknessM: double("slab_thickness_m").notNull(),
    slabMaterial: id("slab_material"),
    ceilingMaterial: id("ceiling_material"),
    voidAboveM: double("void_above_m").notNull(),
    slabFireMin: int("slab_fire_min"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("levels", t.design),
    foreignKey({
      name: "levels_ceiling",
      columns: [t.design, t.ceilingMaterial],
      foreignColumns: [materials.design, materials.id],
    }),
    foreignKey({
      name: "levels_slab",
      columns: [t.design, t.slabMaterial],
      foreignColumns: [materials.design, materials.id],
    }),
  ],
);

export const walls = mysqlTable(
  "walls",
  {
    ...rowKey(),
    level: id("level").notNull(),
    ax: double("ax").notNull(),
    ay: double("ay").notNull(),
    bx: double("bx").notNull(),
    by: double("by").notNull(),
    thicknessM: double("thickness_m").notNull(),
    material: id("material").notNull(),
    fireMin: int("fire_min"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("walls", t.design),
    foreignKey({
      name: "walls_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({
      name: "walls_material",
      columns: [t.design, t.material],
      foreignColumns: [materials.design, materials.id],
    }),
  ],
);

export const openings = mysqlTable(
  "openings",
  {
    ...rowKey(),
    wall: id("wall").notNull(),
    kind: varchar("kind", { length: 10 }).notNull(),
    offsetM: double("offset_m").notNull(),
    widthM: double("width_m").notNull(),
    heightM: double("height_m").notNull(),
    sillM: double("sill_m").notNull(),
    material: id("material"),
    outsideIs: varchar("outside_is", { length: 10 }).notNull(),
    glazing: varchar("glazing", { length: 20 }),
    hinge: varchar("hinge", { length: 20 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("openings", t.design),
    foreignKey({
      name: "openings_wall",
      columns: [t.design, t.wall],
      foreignColumns: [walls.design, walls.id],
    }),
    foreignKey({
      name: "openings_material",
      columns: [t.design, t.material],
      foreignColumns: [materials.design, materials.id],
    }),
  ],
);

export const rooms = mysqlTable(
  "rooms",
  {
    ...rowKey(),
    level: id("level").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    code: varchar("code", { length: 6 }).notNull(),
    type: varchar("type", { length: 20 }).notNull(),
    outline: json("outline").notNull(),
    outdoor: boolean("outdoor"),
    floorMaterial: id("floor_material"),
    ceilingMaterial: id("ceiling_material"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("rooms", t.design),
    foreignKey({
      name: "rooms_floor",
      columns: [t.design, t.floorMaterial],
      foreignColumns: [materials.design, materials.id],
    }),
    foreignKey({
      name: "rooms_ceiling",
      columns: [t.design, t.ceilingMaterial],
      foreignColumns: [materials.design, materials.id],
    }),
    foreignKey({
      name: "rooms_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
  ],
);

export const trunks = mysqlTable(
  "trunks",
  {
    ...rowKey(),
    level: id("level").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    kind: varchar("kind", { length: 20 }).notNull(),
    path: json("path").notNull(),
    heightM: double("height_m").notNull(),
    boreMm: double("bore_mm"),
    existing: boolean("existing"),
    widthMm: double("width_mm"),
    depthMm: double("depth_mm"),
    boxes: json("boxes"),
    divider: varchar("divider", { length: 20 }),
    bundles: int("bundles"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("trunks", t.design),
    foreignKey({
      name: "trunks_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
  ],
);

export const risers = mysqlTable(
  "risers",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    x: double("x").notNull(),
    y: double("y").notNull(),
    fromLevel: id("from_level").notNull(),
    toLevel: id("to_level").notNull(),
    boreMm: double("bore_mm"),
    bundles: int("bundles"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("risers", t.design),
    foreignKey({
      name: "risers_from",
      columns: [t.design, t.fromLevel],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({
      name: "risers_to",
      columns: [t.design, t.toLevel],
      foreignColumns: [levels.design, levels.id],
    }),
  ],
);

export const closets = mysqlTable(
  "closets",
  {
    ...rowKey(),
    level: id("level").notNull(),
    room: id("room").notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    kind: varchar("kind", { length: 20 }).notNull(),
    x: double("x").notNull(),
    y: double("y").notNull(),
    z: double("z").notNull(),
    wallWidthM: double("wall_width_m"),
    ambientC: double("ambient_c"),
    poeBudgetW: double("poe_budget_w"),
    poePorts: int("poe_ports"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("closets", t.design),
    foreignKey({
      name: "closets_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({
      name: "closets_room",
      columns: [t.design, t.room],
      foreignColumns: [rooms.design, rooms.id],
    }),
  ],
);

export const cableTypes = mysqlTable(
  "cable_types",
  {
    ...rowKey(),
    name: varchar("name", { length: 80 }).notNull(),
    medium: varchar("medium", { length: 20 }).notNull(),
    conductors: int("conductors").notNull(),
    gauge: varchar("gauge", { length: 20 }).notNull(),
    ohmPerKm: double("ohm_per_km"),
    outerMm: double("outer_mm").notNull(),
    reelM: double("reel_m").notNull(),
    costPerM: double("cost_per_m").notNull(),
    pairs: int("pairs"),
    screened: boolean("screened"),
    rating: varchar("rating", { length: 40 }),
    lossDb: json("loss_db"),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("cable_types", t.design)],
);

export const kinds = mysqlTable(
  "kinds",
  {
    ...rowKey(),
    name: varchar("name", { length: 60 }).notNull(),
    code: varchar("code", { length: 4 }).notNull(),
    glyph: varchar("glyph", { length: 20 }).notNull(),
    service: varchar("service", { length: 20 }).notNull(),
    mountHeightM: double("mount_height_m").notNull(),
    box: varchar("box", { length: 40 }).notNull(),
    drops: json("drops").notNull(),
    needs: json("needs"),
    grouped: boolean("grouped"),
    mainsLines: json("mains_lines"),
  },
  (t) => [primaryKey({ columns: [t.design, t.id] }), ofDesign("kinds", t.design)],
);

export const roomKits = mysqlTable(
  "room_kits",
  {
    ...rowKey(),
    room: id("room").notNull(),
    kind: id("kind").notNull(),
    drops: json("drops").notNull(),
    mountHeightM: double("mount_height_m"),
    box: varchar("box", { length: 40 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("room_kits", t.design),
    foreignKey({
      name: "room_kits_room",
      columns: [t.design, t.room],
      foreignColumns: [rooms.design, rooms.id],
    }),
    foreignKey({
      name: "room_kits_kind",
      columns: [t.design, t.kind],
      foreignColumns: [kinds.design, kinds.id],
    }),
  ],
);

export const points = mysqlTable(
  "points",
  {
    ...rowKey(),
    kind: id("kind").notNull(),
    level: id("level").notNull(),
    room: id("room").notNull(),
    x: double("x").notNull(),
    y: double("y").notNull(),
    z: double("z").notNull(),
    closet: id("closet"),
    name: varchar("name", { length: 80 }).notNull(),
    number: int("number"),
    phase: id("phase"),
    settled: boolean("settled"),
    drawn: json("drawn"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("points", t.design),
    foreignKey({
      name: "points_kind",
      columns: [t.design, t.kind],
      foreignColumns: [kinds.design, kinds.id],
    }),
    foreignKey({
      name: "points_level",
      columns: [t.design, t.level],
      foreignColumns: [levels.design, levels.id],
    }),
    foreignKey({
      name: "points_room",
      columns: [t.design, t.room],
      foreignColumns: [rooms.design, rooms.id],
    }),
    foreignKey({
      name: "points_phase",
      columns: [t.design, t.phase],
      foreignColumns: [phases.design, phases.id],
    }),
    foreignKey({
      name: "points_closet",
      columns: [t.design, t.closet],
      foreignColumns: [closets.design, closets.id],
    }),
  ],
);

export const symmetries = mysqlTable(
  "symmetries",
  {
    ...rowKey(),
    left: id("left").notNull(),
    right: id("right").notNull(),
    axis: varchar("axis", { length: 10 }).notNull(),
    atM: double("at_m").notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("symmetries", t.design),
    foreignKey({
      name: "symmetries_left",
      columns: [t.design, t.left],
      foreignColumns: [points.design, points.id],
    }),
    foreignKey({
      name: "symmetries_right",
      columns: [t.design, t.right],
      foreignColumns: [points.design, points.id],
    }),
  ],
);

export const reels = mysqlTable(
  "reels",
  {
    ...rowKey(),
    cableType: id("cable_type").notNull(),
    remainingM: double("remaining_m").notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("reels", t.design),
    foreignKey({
      name: "reels_cable_type",
      columns: [t.design, t.cableType],
      foreignColumns: [cableTypes.design, cableTypes.id],
    }),
  ],
);

export const drops = mysqlTable(
  "drops",
  {
    ...rowKey(),
    point: id("point").notNull(),
    cableType: id("cable_type"),
    index: int("index").notNull(),
    purpose: varchar("purpose", { length: 40 }),
    state: varchar("state", { length: 20 }).notNull(),
    markStartM: double("mark_start_m"),
    markEndM: double("mark_end_m"),
    reel: id("reel"),
    note: varchar("note", { length: 400 }),
    route: json("route"),
    test: json("test"),
    trade: varchar("trade", { length: 20 }),
    photo: varchar("photo", { length: 64 }),
    on: varchar("on", { length: 10 }),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("drops", t.design),
    foreignKey({
      name: "drops_point",
      columns: [t.design, t.point],
      foreignColumns: [points.design, points.id],
    }),
    foreignKey({
      name: "drops_cable_type",
      columns: [t.design, t.cableType],
      foreignColumns: [cableTypes.design, cableTypes.id],
    }),
    foreignKey({ name: "drops_reel", columns: [t.design, t.reel], foreignColumns: [reels.design, reels.id] }),
  ],
);

export const devices = mysqlTable(
  "devices",
  {
    ...rowKey(),
    point: id("point").notNull(),
    option: id("option"),
    name: varchar("name", { length: 80 }).notNull(),
    status: varchar("status", { length: 20 }).notNull(),
    protocol: varchar("protocol", { length: 30 }).notNull(),
    address: varchar("address", { length: 60 }),
    node: varchar("node", { length: 40 }),
    serial: varchar("serial", { length: 60 }),
    firmware: varchar("firmware", { length: 40 }),
    batterySince: varchar("battery_since", { length: 10 }),
    cost: double("cost"),
    warrantyUntil: varchar("warranty_until", { length: 10 }),
    tags: json("tags"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("devices", t.design),
    foreignKey({
      name: "devices_point",
      columns: [t.design, t.point],
      foreignColumns: [points.design, points.id],
    }),
    foreignKey({
      name: "devices_option",
      columns: [t.design, t.option],
      foreignColumns: [options.design, options.id],
    }),
  ],
);

export const automations = mysqlTable(
  "automations",
  {
    ...rowKey(),
    name: varchar("name", { length: 80 }).notNull(),
    priority: varchar("priority", { length: 20 }).notNull(),
    cues: json("cues").notNull(),
    guards: json("guards").notNull(),
    moves: json("moves").notNull(),
    enabled: boolean("enabled").notNull(),
    phase: id("phase"),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.id] }),
    ofDesign("automations", t.design),
    foreignKey({
      name: "automations_phase",
      columns: [t.design, t.phase],
      foreignColumns: [phases.design, phases.id],
    }),
  ],
);
