/** What is asked of all designs a person may see: their list, things in them, what is due. Kept beside each by its edits. */
import {
  and,
  asc,
  count,
  countDistinct,
  desc,
  eq,
  exists,
  getTableColumns,
  gte,
  inArray,
  isNull,
  like,
  ne,
  or,
  sql,
  type SQL,
} from "drizzle-orm";
import { alias } from "drizzle-orm/mysql-core";
import { columnsOf, duesOf, thingsOf, wordsOf, type Due, type Thing } from "../core/whole/across";
import type { Design } from "../core/design/collections";
import { askedWords, plain } from "../core/design/search-words";
import { byName } from "../core/design/words";
import type { Db, Tx } from "./connect";
import { cards, designs, dues, members, things, words, type Role } from "./schema";

/** Raised when things, words or dues are made in another way: what an older version made is then made anew. */
const MADE = 1;

const BATCH = 1000;

async function inBatches<T>(rows: readonly T[], write: (some: T[]) => Promise<unknown>): Promise<void> {
  for (let i = 0; i < rows.length; i += BATCH) await write(rows.slice(i, i + BATCH));
}

/** Things that are another than before, and the names of those that are gone. */
function changed(before: readonly Thing[], after: readonly Thing[]): { put: Thing[]; drop: string[] } {
  const rest = new Map(before.map((thing) => [thing.thing, JSON.stringify(thing)]));
  const put = after.filter((thing) => {
    const same = rest.get(thing.thing) === JSON.stringify(thing);
    if (same) rest.delete(thing.thing);
    return !same;
  });
  return { put, drop: [...rest.keys()] };
}

async function writeThings(tx: Tx, design: string, before: readonly Thing[], after: readonly Thing[]) {
  const { put, drop } = changed(before, after);
  // Their words go with them.
  await inBatches(drop, (some) =>
    tx.delete(things).where(and(eq(things.design, design), inArray(things.thing, some))),
  );
  await inBatches(put, (some) => tx.insert(things).values(some.map((thing) => ({ design, ...thing }))));
  const found = put.flatMap((thing) => wordsOf(thing).map((word) => ({ design, word, thing: thing.thing })));
  await inBatches(found, (some) => tx.insert(words).values(some));
}

async function writeDues(tx: Tx, design: string, after: readonly Due[]): Promise<void> {
  await tx.delete(dues).where(eq(dues.design, design));
  await inBatches(after, (some) => tx.insert(dues).values(some.map((due) => ({ design, ...due }))));
}

/**
 * Bring what is asked across designs to what an edit made of one, within the edit's transaction: only what is another
 * is written, most edits nothing.
 */
export async function writeAcross(tx: Tx, design: string, before: Design, after: Design): Promise<void> {
  const [card] = await tx.select({ made: cards.made }).from(cards).where(eq(cards.design, design));
  const known = card?.made === MADE;
  if (!known) await tx.delete(things).where(eq(things.design, design));
  const [old, now] = [known ? thingsOf(before) : [], thingsOf(after)];
  if (old !== now) await writeThings(tx, design, old, now);
  const due = duesOf(after);
  if (!known || duesOf(before) !== due) await writeDues(tx, design, due);
  const columns = columnsOf(after);
  const was = columnsOf(before);
  if (!known || was.devices !== columns.devices || was.phase !== columns.phase)
    await tx
      .insert(cards)
      .values({ design, made: MADE, ...columns })
      .onDuplicateKeyUpdate({ set: { made: MADE, ...columns } });
}

/** Findings and picture of a design, and what a page of it shows at first, as of a revision. */
export interface Counted<Body> {
  revision: number;
  findings: { stop: number; mend: number; note: number };
  body: Body;
  first: string;
  /** Of the application that worked it out. */
  build: string;
}

/** Keep what was worked out of a design, unless a later revision's is there. */
export async function keepCounted<Body>(
  db: Db,
  design: string,
  of: Design,
  { revision, findings, ...made }: Counted<Body>,
): Promise<void> {
  await db.transaction(
    async (tx) => {
      const [head] = await tx
        .select({ revision: designs.revision })
        .from(designs)
        .where(eq(designs.id, design))
        .for("update");
      // Removed, or edited on, meanwhile: whoever asks next works it out.
      if (head?.revision !== revision) return;
      await writeAcross(tx, design, of, of);
      await tx
        .update(cards)
        .set({ counted: revision, ...findings, ...made })
        .where(eq(cards.design, design));
    },
    { isolationLevel: "read committed" },
  );
}

/** Which state of a design, worked out by which build of the application. */
export interface Worked {
  id: string;
  revision: number;
  build: string;
}

const worked = ({ id, revision, build }: Worked) =>
  and(eq(cards.design, id), eq(cards.counted, revision), eq(cards.made, MADE), eq(cards.build, build));

/** The card that was kept of a design; undefined where none was, or of another state. */
export async function keptCard<Body>(db: Db, of: Worked): Promise<Body | undefined> {
  const [card] = await db.select({ body: cards.body }).from(cards).where(worked(of));
  return (card?.body ?? undefined) as Body | undefined;
}

/** What a page shows at first, as it was kept of a design; undefined where it was not, or of another state. */
export async function keptFirst(db: Db, of: Worked): Promise<string | undefined> {
  const [card] = await db.select({ first: cards.first }).from(cards).where(worked(of));
  return card?.first ?? undefined;
}

/** One line of the list of designs. */
export interface DesignLine {
  id: string;
  name: string;
  role: Role;
  revision: number;
  changedAt: string;
  devices?: number;
  phase?: string;
  /** As of `counted`, which may be an older revision. */
  findings?: { stop: number; mend: number; note: number };
  counted?: number;
}

export const LIST_ORDERS = ["changed", "name", "findings", "devices"] as const;
export type ListOrder = (typeof LIST_ORDERS)[number];

export interface Page<Row> {
  rows: Row[];
  /** Of all pages. */
  total: number;
}

export const LIST_PAGE = 25;
const offsetOf = (page: number, size: number) => size * Math.max(0, page - 1);

/** A text without regard to case and accents. */
const loosely = (text: SQL) => sql`${text} collate utf8mb4_general_ci`;
const holding = (word: string) => `%${word.replace(/[\\%_]/g, "\\$&")}%`;
const beginning = (word: string) => `${word.replace(/[\\%_]/g, "\\$&")}%`;

/** A page of the designs a person may see, whose name or place holds each word typed. */
export async function designList(
  db: Db,
  person: string,
  { typed = "", order = "changed", page = 1 }: { typed?: string; order?: ListOrder; page?: number } = {},
): Promise<Page<DesignLine>> {
  const named = loosely(
    sql`concat_ws(' ', ${designs.name}, replace(replace(${designs.zone}, '/', ' '), '_', ' '))`,
  );
  const where = and(
    eq(members.person, person),
    ...plain(typed)
      .split(/\s+/)
      .filter(Boolean)
      .map((word) => like(named, holding(word))),
  );
  const orders: Record<ListOrder, SQL[]> = {
    changed: [desc(designs.changedAt)],
    name: [asc(loosely(sql`${designs.name}`))],
    findings: [desc(cards.stop), desc(cards.mend), desc(cards.note), desc(designs.changedAt)],
    devices: [desc(cards.devices), desc(designs.changedAt)],
  };
  const of = () =>
    db.select({ total: count() }).from(members).innerJoin(designs, eq(designs.id, members.design));
  const [[all], rows] = await Promise.all([
    of().where(where),
    db
      .select({
        id: designs.id,
        name: designs.name,
        role: members.role,
        revision: designs.revision,
        changedAt: designs.changedAt,
        devices: cards.devices,
        phase: cards.phase,
        counted: cards.counted,
        stop: cards.stop,
        mend: cards.mend,
        note: cards.note,
      })
      .from(members)
      .innerJoin(designs, eq(designs.id, members.design))
      // Who only uses a house's panel sees no more of its design, and finds it in no order of that.
      .leftJoin(cards, and(eq(cards.design, designs.id), ne(members.role, "household")))
      .where(where)
      .orderBy(...orders[order], asc(designs.id))
      .limit(LIST_PAGE)
      .offset(offsetOf(page, LIST_PAGE)),
  ]);
  return {
    total: all!.total,
    rows: rows.map(({ id, name, role, revision, changedAt, ...card }): DesignLine => {
      const line = { id, name, role, revision, changedAt: changedAt.toISOString() };
      if (card.devices === null) return line;
      return {
        ...line,
        devices: card.devices,
        phase: card.phase!,
        ...(card.counted === null
          ? {}
          : {
              counted: card.counted,
              findings: { stop: card.stop!, mend: card.mend!, note: card.note! },
            }),
      };
    }),
  };
}

/** Designs a person may look into. */
const seenBy = (person: string) => and(eq(members.person, person), ne(members.role, "household"));

/** The designs a person may look into, by name, the last changed first. */
export const designNames = (db: Db, person: string): Promise<{ id: string; name: string }[]> =>
  db
    .select({ id: designs.id, name: designs.name })
    .from(members)
    .innerJoin(designs, eq(designs.id, members.design))
    .where(seenBy(person))
    .orderBy(desc(designs.changedAt), asc(designs.id));

/** Designs a person may look into of which something has to be worked out anew, the last changed first. */
export async function uncounted(db: Db, person: string, most: number): Promise<string[]> {
  const rows = await db
    .select({ id: designs.id })
    .from(members)
    .innerJoin(designs, eq(designs.id, members.design))
    .leftJoin(cards, eq(cards.design, designs.id))
    .where(
      and(
        seenBy(person),
        or(isNull(cards.counted), ne(cards.counted, designs.revision), ne(cards.made, MADE)),
      ),
    )
    .orderBy(desc(designs.changedAt))
    .limit(most);
  return rows.map(({ id }) => id);
}

export interface FoundThing extends Thing {
  design: string;
  designName: string;
}

export const FOUND_PAGE = 50;
/** Shorter beginnings of words find too much to be of use. */
export const LEAST_LETTERS = 2;

/**
 * Things in all designs a person may look into that have a word beginning with each word typed: by design, the last
 * changed first, and label. Nothing where no word is long enough.
 */
export async function findThings(db: Db, person: string, typed: string, page = 1): Promise<Page<FoundThing>> {
  const [first, ...others] = askedWords(typed);
  if (first === undefined || first.length < LEAST_LETTERS) return { rows: [], total: 0 };
  const mine = await designNames(db, person);
  // By id and not by a join: of each design that stretch of its words is read, and nothing else of it.
  const found = (ids: readonly string[]) =>
    and(
      inArray(words.design, [...ids]),
      like(words.word, beginning(first)),
      ...others.map((word) => also(db, word)),
    );
  const counts = mine.length
    ? await db
        .select({ design: words.design, hits: countDistinct(words.thing) })
        .from(words)
        .where(found(mine.map(({ id }) => id)))
        .groupBy(words.design)
    : [];
  const hits = new Map(counts.map((line) => [line.design, line.hits]));
  // Only designs that come onto the page are read.
  const [from, to] = [offsetOf(page, FOUND_PAGE), offsetOf(page + 1, FOUND_PAGE)];
  const shown = new Map<string, string>();
  let [before, total] = [0, 0];
  for (const { id, name } of mine) {
    const own = hits.get(id) ?? 0;
    if (own && total < to && total + own > from) shown.set(id, name);
    if (total + own <= from) before += own;
    total += own;
  }
  const rows = shown.size
    ? await db
        .selectDistinct(getTableColumns(things))
        .from(words)
        .innerJoin(things, and(eq(things.design, words.design), eq(things.thing, words.thing)))
        .where(found([...shown.keys()]))
    : [];
  const place = new Map([...shown.keys()].map((id, i) => [id, i]));
  const sorted = rows.sort(
    (a, b) =>
      place.get(a.design)! - place.get(b.design)! || byName(a.label, b.label) || byName(a.thing, b.thing),
  );
  return {
    total,
    rows: sorted
      .slice(from - before, to - before)
      .map((row) => ({ ...filled(row), designName: shown.get(row.design)! })),
  };
}

/** The thing has a word beginning so, too. */
function also(db: Db, word: string): SQL {
  const other = alias(words, "other");
  return exists(
    db
      .select({ one: sql`1` })
      .from(other)
      .where(
        and(eq(other.design, words.design), eq(other.thing, words.thing), like(other.word, beginning(word))),
      ),
  );
}

/** A row without its empty columns. */
const filled = <Row extends object>(row: Row) =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)) as {
    [K in keyof Row as null extends Row[K] ? never : K]: Row[K];
  } & { [K in keyof Row as null extends Row[K] ? K : never]?: NonNullable<Row[K]> };

export interface FoundDue extends Due {
  design: string;
  designName: string;
}

export const DUE_KINDS = ["cells", "visit", "firmware", "warranty"] as const;
export const DUE_PAGE = 50;

/**
 * What is due in all designs a person may look into, by day; what has no day comes last. A warranty that has ended is
 * due no more.
 * @param today `YYYY-MM-DD`
 */
export async function duesIn(
  db: Db,
  person: string,
  today: string,
  { what, page = 1 }: { what?: Due["what"]; page?: number } = {},
): Promise<Page<FoundDue>> {
  const where = and(
    seenBy(person),
    what && eq(dues.what, what),
    or(ne(dues.what, "warranty"), gte(dues.on, today)),
  );
  const of = () =>
    db.select({ total: count() }).from(members).innerJoin(dues, eq(dues.design, members.design));
  const [[all], rows] = await Promise.all([
    of().where(where),
    db
      .select({ due: dues, designName: designs.name })
      .from(members)
      .innerJoin(dues, eq(dues.design, members.design))
      .innerJoin(designs, eq(designs.id, members.design))
      .where(where)
      .orderBy(isNull(dues.on), asc(dues.on), asc(designs.id), asc(dues.uid))
      .limit(DUE_PAGE)
      .offset(offsetOf(page, DUE_PAGE)),
  ]);
  return {
    total: all!.total,
    rows: rows.map(({ due, designName }) => ({ ...(filled(due) as Due & { design: string }), designName })),
  };
}
