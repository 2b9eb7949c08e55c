/** A whole design out of the database, as of one moment. */
import { and, eq, gt, lte } from "drizzle-orm";
import {
  emptyDesign,
  FILE_ORDER,
  type AnyRow,
  type CollectionName,
  type Design,
} from "../core/design/collections";
import { applyChanges, type Change } from "../core/design/edit";
import type { DesignRow } from "../core/design/design-row";
import type { Db, Tx } from "./connect";
import { designs, edits } from "./schema";
import { readSnapshot, SNAPSHOT_EVERY } from "./snapshots";
import { plainRow } from "./tables";

export interface StoredDesign {
  id: string;
  revision: number;
  design: Design;
}

/**
 * Designs last read or written by this process. Only a shortcut: each is checked against the revision
 * before it is used.
 */
const kept = new WeakMap<Db, Map<string, StoredDesign>>();
const MOST_KEPT = 20;
/** A copy further behind than this is read anew rather than brought up by the log. */
const MOST_STEPS = SNAPSHOT_EVERY;

function keptOf(db: Db): Map<string, StoredDesign> {
  let designs = kept.get(db);
  if (!designs) kept.set(db, (designs = new Map()));
  return designs;
}

/** Remember a design as it stands after a write. */
export function keep(db: Db, stored: StoredDesign): void {
  const all = keptOf(db);
  all.delete(stored.id);
  all.set(stored.id, stored);
  if (all.size > MOST_KEPT) all.delete(all.keys().next().value!);
}

/** Rows as this version has them, whichever version wrote them. */
function ofThisShape(design: Design): Design {
  const now = emptyDesign(design.design);
  for (const name of FILE_ORDER)
    (now as Record<CollectionName, AnyRow[]>)[name] = (design[name] ?? []).map((row) =>
      plainRow(name, row as unknown as Record<string, unknown>),
    );
  return now;
}

/** A design brought from a revision to a later one by its log. Throws where the log has a gap. */
async function followed(tx: Tx | Db, from: StoredDesign, revision: number): Promise<StoredDesign> {
  if (from.revision === revision) return from;
  const log = await tx
    .select({ changes: edits.changes })
    .from(edits)
    .where(and(eq(edits.design, from.id), gt(edits.revision, from.revision), lte(edits.revision, revision)))
    .orderBy(edits.revision);
  if (log.length !== revision - from.revision)
    throw new Error(
      `The log of design ${from.id} has ${log.length} entries from revision ${from.revision} to ${revision}`,
    );
  const design = log.reduce((design, { changes }) => applyChanges(design, changes as Change[]), from.design);
  return { id: from.id, revision, design };
}

/**
 * A design as it is stored, at the revision it stands at: its last snapshot and the log since then, or the whole log
 * where there is none. Undefined where there is no such design. Call inside a transaction for one moment.
 */
export async function readStored(tx: Tx | Db, id: string): Promise<StoredDesign | undefined> {
  const [head] = await tx.select().from(designs).where(eq(designs.id, id));
  if (!head) return undefined;
  const settings = plainRow<DesignRow>("design", head);
  const from = (await readSnapshot(tx, id, head.revision)) ?? {
    revision: 0,
    design: emptyDesign(settings),
    current: false,
  };
  const { design } = await followed(tx, { id, ...from }, head.revision);
  const now = { ...design, design: settings };
  return { id, revision: head.revision, design: from.current ? now : ofThisShape(now) };
}

/** A design at its head `revision`: the copy that is kept, brought up by the log; read anew where none is near. */
export async function readAt(
  db: Db,
  tx: Tx,
  id: string,
  revision: number,
): Promise<StoredDesign | undefined> {
  const kept = keptOf(db).get(id);
  return kept && kept.revision <= revision && revision - kept.revision <= MOST_STEPS
    ? followed(tx, kept, revision)
    : readStored(tx, id);
}

/** Read a design as of one moment: a repeatable-read transaction sees no half-written edit. */
export async function readDesign(db: Db, id: string): Promise<StoredDesign | undefined> {
  const stored = await db.transaction(
    async (tx) => {
      const [head] = await tx.select({ revision: designs.revision }).from(designs).where(eq(designs.id, id));
      return head && readAt(db, tx, id, head.revision);
    },
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );
  if (stored) keep(db, stored);
  return stored;
}
