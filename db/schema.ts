/**
 * The tables of people, sessions, designs and their log, and what is asked of many designs at once. The rows of a design
 * stand in its log and its last snapshot, and nowhere else.
 */
import {
  bigint,
  datetime,
  foreignKey,
  index,
  int,
  json,
  mediumtext,
  mysqlTable,
  primaryKey,
  text,
  uniqueIndex,
  varchar,
} from "drizzle-orm/mysql-core";
import { designs, id, longBytes } from "./schema-parts";

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
    /**
     * When it began, when it was last used (to some minutes), and with what: for the list a person sees of
     * their own.
     */
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

/**
 * Pictures under the plan, by the hash of their bytes; named by rows of underlays, kept out of the log and
 * the project file.
 */
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

/** The household uses the panel of a house, and sees no more of its design. */
export const ROLES = ["owner", "edit", "view", "household"] as const;
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

/**
 * The log: append-only. `of` is the revision an undo or redo is about; `start` is how the design came in,
 * which nobody undoes.
 */
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
  (t) => [
    primaryKey({ columns: [t.design, t.revision] }),
    index("edits_person").on(t.design, t.person),
    index("edits_at").on(t.design, t.at),
    uniqueIndex("edits_key").on(t.design, t.person, t.key),
  ],
);

/** A whole design as of one revision, written every so many: opened from here, and brought up by the log. */
export const snapshots = mysqlTable("snapshots", {
  design: id("design")
    .primaryKey()
    .references(() => designs.id, { onDelete: "cascade" }),
  revision: int("revision").notNull(),
  /** Which rows it was made of: another version's is passed over. */
  shape: varchar("shape", { length: 16 }).notNull(),
  /** The design as JSON, compressed. */
  body: longBytes("body").notNull(),
});

/**
 * Codes and keys, sealed with a key that is not in this database (`secrets.ts`). Rows of the design say only that
 * there is one.
 */
export const secrets = mysqlTable(
  "secrets",
  {
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    collection: varchar("collection", { length: 40 }).notNull(),
    row: id("row").notNull(),
    field: varchar("field", { length: 40 }).notNull(),
    sealed: longBytes("sealed").notNull(),
    at: datetime("at", { mode: "date", fsp: 3 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.collection, t.row, t.field] })],
);

/** Who looked at which secret, and when: append-only. */
export const secretLooks = mysqlTable(
  "secret_looks",
  {
    number: bigint("number", { mode: "number", unsigned: true }).autoincrement().primaryKey(),
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    collection: varchar("collection", { length: 40 }).notNull(),
    row: id("row").notNull(),
    field: varchar("field", { length: 40 }).notNull(),
    person: id("person").notNull(),
    how: varchar("how", { length: 10 }).$type<"shown" | "saved" | "entered">().notNull(),
    at: datetime("at", { mode: "date", fsp: 3 }).notNull(),
  },
  (t) => [index("secret_looks_design").on(t.design, t.number)],
);

/**
 * What the list of designs shows of one (`across.ts`). Devices and phase are written with each edit; findings and
 * picture by whoever worked them out last, as of which revision.
 */
export const cards = mysqlTable("cards", {
  design: id("design")
    .primaryKey()
    .references(() => designs.id, { onDelete: "cascade" }),
  /** By which version of `across.ts` its things and dues were made: another's are made anew. */
  made: int("made").notNull(),
  devices: int("devices").notNull(),
  phase: varchar("phase", { length: 80 }).notNull(),
  counted: int("counted"),
  stop: int("stop").notNull().default(0),
  mend: int("mend").notNull().default(0),
  note: int("note").notNull().default(0),
  body: json("body"),
  /** By which build of the application `body` and `first` were made: another may say it otherwise. */
  build: varchar("build", { length: 64 }).notNull().default(""),
  /** What a page shows of all stages at first, as JSON text. */
  first: mediumtext("first"),
});

/** Devices, and points without one, as they are searched for. */
export const things = mysqlTable(
  "things",
  {
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    /** `devices/…` or `points/…`. */
    thing: varchar("thing", { length: 50 }).notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    label: varchar("label", { length: 120 }).notNull(),
    room: varchar("room", { length: 120 }).notNull(),
    status: varchar("status", { length: 40 }),
    address: varchar("address", { length: 60 }),
    host: varchar("host", { length: 63 }),
    node: varchar("node", { length: 40 }),
    serial: varchar("serial", { length: 60 }),
    firmware: varchar("firmware", { length: 40 }),
    battery: varchar("battery", { length: 40 }),
    product: varchar("product", { length: 80 }),
  },
  (t) => [primaryKey({ columns: [t.design, t.thing] })],
);

/** Words by whose beginning a thing is found (`core/design/search-words.ts`). */
export const words = mysqlTable(
  "words",
  {
    design: id("design").notNull(),
    word: varchar("word", { length: 40 }).notNull(),
    thing: varchar("thing", { length: 50 }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.design, t.word, t.thing] }),
    index("words_thing").on(t.design, t.thing, t.word),
    foreignKey({
      name: "words_of_thing",
      columns: [t.design, t.thing],
      foreignColumns: [things.design, things.thing],
    }).onDelete("cascade"),
  ],
);

/** What is due in a house, by day. */
export const dues = mysqlTable(
  "dues",
  {
    design: id("design")
      .notNull()
      .references(() => designs.id, { onDelete: "cascade" }),
    uid: varchar("uid", { length: 120 }).notNull(),
    what: varchar("what", { length: 10 }).notNull(),
    /** `YYYY-MM-DD`. */
    on: varchar("on", { length: 10 }),
    title: varchar("title", { length: 200 }).notNull(),
    detail: text("detail").notNull(),
    devices: int("devices").notNull(),
  },
  (t) => [primaryKey({ columns: [t.design, t.uid] }), index("dues_on").on(t.design, t.on)],
);
