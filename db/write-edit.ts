/** The one way to change a design: check, write, log, raise the revision, all in one transaction. */
import { and, desc, eq, getTableColumns, gt, gte, lt, ne } from "drizzle-orm";
import { type CollectionName, type Design } from "../core/design/collections";
import type { DesignRow } from "../core/design/design-row";
import {
  applyChanges,
  invertChanges,
  keyOf,
  rowAt,
  sameRow,
  type Change,
  type Edit,
} from "../core/design/edit";
import { checkSizes, checkWhole } from "../core/design/check-edit";
import { fail } from "../core/design/input-error";
import { writeAcross } from "./across";
import type { Db, Tx } from "./connect";
import { partSecrets } from "../core/stages/register/secrets";
import { keep, readAt } from "./read-design";
import { keepSecrets } from "./secrets";
import { designs, edits } from "./schema";
import { isDue, writeSnapshot } from "./snapshots";
import { settingValues } from "./tables";

export interface LogEntry {
  revision: number;
  person: string;
  at: string;
  kind: "start" | "edit" | "undo" | "redo";
  of?: number;
  /** What the desk that sent it calls it. */
  key?: string;
  changes: Change[];
}

/** One row that two people changed: as the other left it, and as this edit wants it. */
export interface Clash {
  in: CollectionName | "design";
  id: string;
  mine?: unknown;
  theirs?: unknown;
}

export type WriteResult =
  | { ok: true; revision: number; log: LogEntry[] }
  | { ok: false; clashes: Clash[]; revision: number; log: LogEntry[] };

/** What a desk says of an edit it sends: a name of its own, under which it is never written twice. */
export interface Sent {
  key?: string;
  /** Revision of the design the desk knew. */
  base?: number;
}

interface Request extends Sent {
  kind: LogEntry["kind"];
  of?: number;
  changes: Change[];
  base: number;
  /** Where the log the answer brings begins. */
  since?: number;
  /** Undo and redo ask that rows stand as the edit left them, whatever came between. */
  expect?: Change[];
}

/** Log entries after a revision, oldest first. */
export async function logSince(tx: Tx | Db, design: string, revision: number): Promise<LogEntry[]> {
  const { inverse: _inverse, ...columns } = getTableColumns(edits);
  const rows = await tx
    .select(columns)
    .from(edits)
    .where(and(eq(edits.design, design), gt(edits.revision, revision)))
    .orderBy(edits.revision);
  return rows.map((row) => ({
    revision: row.revision,
    person: row.person,
    at: row.at.toISOString(),
    kind: row.kind,
    ...(row.of === null ? {} : { of: row.of }),
    ...(row.key === null ? {} : { key: row.key }),
    changes: row.changes as Change[],
  }));
}

const MOST_BACK = 5000;

/**
 * What takes back each edit since an instant, the oldest first; how the design came in is none. Throws
 * InputError where that is too long ago.
 */
export async function inversesSince(db: Db, design: string, at: Date): Promise<Change[][]> {
  const rows = await db
    .select({ inverse: edits.inverse })
    .from(edits)
    .where(and(eq(edits.design, design), gte(edits.at, at), ne(edits.kind, "start")))
    .orderBy(edits.revision)
    .limit(MOST_BACK + 1);
  if (rows.length > MOST_BACK) fail("since", `lies more than ${MOST_BACK} edits back: choose a later day`);
  return rows.map((row) => row.inverse as Change[]);
}

const clashOf = (design: Design, change: Change): Clash => ({
  in: change.in,
  id: keyOf(change).split("/")[1]!,
  ...("put" in change ? { mine: change.put } : {}),
  ...(rowAt(design, change) ? { theirs: rowAt(design, change) } : {}),
});

/** Changes of `request` that would overwrite what somebody else did. */
function clashing(design: Design, request: Request, since: readonly LogEntry[]): Clash[] {
  if (request.expect) {
    return request.expect
      .filter((left) => !sameRow(rowAt(design, left), "put" in left ? left.put : undefined))
      .map((left) =>
        clashOf(design, request.changes.find((change) => keyOf(change) === keyOf(left)) ?? left),
      );
  }
  const touched = new Set(since.flatMap((entry) => entry.changes.map(keyOf)));
  return request.changes
    .filter(
      (change) =>
        touched.has(keyOf(change)) &&
        !sameRow(rowAt(design, change), "put" in change ? change.put : undefined),
    )
    .map((change) => clashOf(design, change));
}

/** The settings as the last of the changes leaves them; undefined where none is of them. */
const settingsIn = (changes: readonly Change[]): DesignRow | undefined =>
  changes.flatMap((change) => (change.in === "design" ? [change.put] : [])).at(-1);

type Stored = { revision: number; design: Design };
type Make = (tx: Tx, stored: Stored) => Promise<Request>;

/** Write a request within a transaction. The design is kept for the next reader by whoever commits it. */
async function performIn(
  db: Db,
  tx: Tx,
  design: string,
  person: string,
  sent: Sent,
  make: Make,
): Promise<{ result: WriteResult; written?: Stored }> {
  // One writer at a time on a design: the lock is on its own row, so others are not held up.
  const [head] = await tx
    .select({ revision: designs.revision })
    .from(designs)
    .where(eq(designs.id, design))
    .for("update");
  if (!head) fail("design", "does not exist");
  const from = checkedBase(sent.base, head!.revision);
  if (sent.key !== undefined) {
    // Sent again because its answer was lost: what the log has is the answer.
    const [written] = await tx
      .select({ revision: edits.revision })
      .from(edits)
      .where(and(eq(edits.design, design), eq(edits.person, person), eq(edits.key, sent.key)));
    if (written) {
      const log = await logSince(tx, design, Math.min(from ?? Infinity, written.revision - 1));
      return { result: { ok: true, revision: head!.revision, log } };
    }
  }
  const stored = (await readAt(db, tx, design, head!.revision))!;
  const made = await make(tx, stored);
  // Secrets never reach rows, log or snapshot: they are parted off here, where everything that is written passes.
  const { changes, found } = partSecrets(made.changes);
  const request = { ...made, changes };
  const since = await logSince(tx, design, request.base);
  const answer = from === undefined || from === request.base ? since : await logSince(tx, design, from);
  const clashes = clashing(stored.design, request, since);
  if (clashes.length) return { result: { ok: false, clashes, revision: stored.revision, log: answer } };
  const after = applyChanges(stored.design, request.changes);
  checkSizes(after, request.changes);
  checkWhole(after, request.changes);
  await writeAcross(tx, design, stored.design, after);
  if (found.length) await keepSecrets(tx, design, person, found);
  const revision = stored.revision + 1;
  const at = new Date();
  if (isDue(revision)) await writeSnapshot(tx, design, revision, after);
  const settings = settingsIn(request.changes);
  await tx
    .update(designs)
    .set({ ...(settings && settingValues(settings)), revision, changedAt: at })
    .where(eq(designs.id, design));
  await tx.insert(edits).values({
    design,
    revision,
    person,
    at,
    kind: request.kind,
    of: request.of ?? null,
    key: sent.key ?? null,
    changes: request.changes,
    inverse: invertChanges(stored.design, request.changes),
  });
  const entry: LogEntry = {
    revision,
    person,
    at: at.toISOString(),
    kind: request.kind,
    ...(request.of === undefined ? {} : { of: request.of }),
    ...(sent.key === undefined ? {} : { key: sent.key }),
    changes: request.changes,
  };
  return { result: { ok: true, revision, log: [...answer, entry] }, written: { revision, design: after } };
}

const checkedBase = (base: number | undefined, head: number): number | undefined => {
  if (base === undefined) return undefined;
  if (!Number.isInteger(base) || base < 0 || base > head)
    fail("base", `must be a revision of the design, 0 to ${head}`);
  return base;
};

async function perform(db: Db, design: string, person: string, sent: Sent, make: Make): Promise<WriteResult> {
  const { result, written } = await db.transaction((tx) => performIn(db, tx, design, person, sent, make), {
    isolationLevel: "read committed",
  });
  if (written) keep(db, { id: design, ...written });
  return result;
}

/** Write an edit. Throws InputError where rows would not hold together; a clash is a result, not an error. */
export function writeEdit(
  db: Db,
  design: string,
  person: string,
  edit: Edit,
  sent: Sent = {},
): Promise<WriteResult> {
  return perform(db, design, person, { ...sent, base: edit.base }, () =>
    Promise.resolve({ kind: "edit", base: edit.base, changes: edit.changes }),
  );
}

/** Write how a design came in, within the transaction that makes it; it is no step of anybody's to undo. */
export async function writeStart(
  db: Db,
  tx: Tx,
  design: string,
  person: string,
  changes: Change[],
): Promise<void> {
  await performIn(db, tx, design, person, {}, () => Promise.resolve({ kind: "start", base: 0, changes }));
}

export interface History {
  /** Revisions this person can undo, newest last; the newest of very many. */
  undo: number[];
  /** Revisions this person can redo, next last. */
  redo: number[];
}

/** Steps that are known at once: once one is taken, those before it are looked for anew. */
const MOST_STEPS = 100;
const PAGE = 200;

/**
 * What one person can undo and redo, from the log alone, so that it outlives reloads. The log is read from its end, a page
 * at a time: what became of an edit last is how it stands.
 */
export async function historyOf(tx: Tx | Db, design: string, person: string): Promise<History> {
  const [undo, redo]: [number[], number[]] = [[], []];
  const settled = new Set<number>();
  let edited = false;
  for (let before = Infinity; undo.length < MOST_STEPS;) {
    const rows = await tx
      .select({ revision: edits.revision, kind: edits.kind, of: edits.of })
      .from(edits)
      .where(
        and(
          eq(edits.design, design),
          eq(edits.person, person),
          before === Infinity ? undefined : lt(edits.revision, before),
        ),
      )
      .orderBy(desc(edits.revision))
      .limit(PAGE);
    for (const { revision, kind, of } of rows) {
      const step = kind === "edit" ? revision : (of ?? revision);
      if (!settled.has(step)) {
        settled.add(step);
        if (kind === "edit" || kind === "redo") undo.push(step);
        // An edit of one's own after it, and there is no way back to what was undone.
        else if (kind === "undo" && !edited) redo.push(step);
      }
      edited ||= kind === "edit";
    }
    if (rows.length < PAGE) break;
    before = rows.at(-1)!.revision;
  }
  return { undo: undo.reverse(), redo: redo.reverse() };
}

async function logged(tx: Tx, design: string, revision: number) {
  const [row] = await tx
    .select()
    .from(edits)
    .where(and(eq(edits.design, design), eq(edits.revision, revision)));
  return { changes: row!.changes as Change[], inverse: row!.inverse as Change[] };
}

/** The last of `list`, which has to be the one that was meant where the desk says which. */
function lastMeant(list: readonly number[], meant: number | undefined, what: "undo" | "redo"): number {
  const last = list.at(-1) ?? fail("", `There is nothing of yours to ${what}`);
  if (meant !== undefined && meant !== last)
    fail(
      "",
      `What was to be ${what === "undo" ? "undone" : "done again"} is no longer your last step: look at what changed, and try again`,
    );
  return last;
}

/**
 * Take back this person's last edit that still stands; `of` names it, so that one sent twice takes nothing
 * more back.
 * Throws InputError where there is none, or another one is last by now.
 */
export function undo(
  db: Db,
  design: string,
  person: string,
  of?: number,
  sent: Sent = {},
): Promise<WriteResult> {
  const meant = of;
  return perform(db, design, person, sent, async (tx, stored) => {
    const of = lastMeant((await historyOf(tx, design, person)).undo, meant, "undo");
    const { changes, inverse } = await logged(tx, design, of);
    return { kind: "undo", of, base: stored.revision, changes: inverse, expect: lastOfEach(changes) };
  });
}

/**
 * Do again what this person last undid; `of` names the edit. Throws InputError where there is none, or
 * another one is last by now.
 */
export function redo(
  db: Db,
  design: string,
  person: string,
  of?: number,
  sent: Sent = {},
): Promise<WriteResult> {
  const meant = of;
  return perform(db, design, person, sent, async (tx, stored) => {
    const of = lastMeant((await historyOf(tx, design, person)).redo, meant, "redo");
    const { changes, inverse } = await logged(tx, design, of);
    return { kind: "redo", of, base: stored.revision, changes, expect: inverse };
  });
}

const lastOfEach = (changes: readonly Change[]): Change[] => [
  ...new Map(changes.map((change) => [keyOf(change), change])).values(),
];
