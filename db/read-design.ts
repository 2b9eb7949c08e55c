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
import { plainRow, TABLES } from "./tables";

export interface StoredDesign {
  id: string;
  revision: number;
  design: Design;
}

/**
 * All rows of a design with its revision, or undefined where there is none. Call inside a transaction for
 * one consistent moment.
 */
export async function readRows(tx: Tx | Db, id: string): Promise<StoredDesign | undefined> {
  const [head] = await tx.select().from(designs).where(eq(designs.id, id));
  if (!head) return undefined;
  const design = emptyDesign(plainRow<DesignRow>("design", head));
  for (const name of FILE_ORDER) {
    const table = TABLES[name];
    const rows = await tx.select().from(table).where(eq(table.design, id)).orderBy(table.id);
    (design as Record<CollectionName, AnyRow[]>)[name] = rows.map((row) => plainRow(name, row));
  }
  return { id, revision: head.revision, design };
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

/**
 * A design at `revision`: the kept copy or the last snapshot, brought up by the log; all rows where neither
 * is near.
 */
export async function readAt(
  db: Db,
  tx: Tx,
  id: string,
  revision: number,
): Promise<StoredDesign | undefined> {
  const kept = keptOf(db).get(id);
  if (kept?.revision === revision) return kept;
  const near = kept && kept.revision < revision && revision - kept.revision <= MOST_STEPS ? kept : undefined;
  const known = near ?? (await readSnapshot(tx, id, revision));
  if (known?.revision === revision) return { id, ...known };
  if (known && revision - known.revision <= MOST_STEPS) {
    const log = await tx
      .select({ revision: edits.revision, changes: edits.changes })
      .from(edits)
      .where(and(eq(edits.design, id), gt(edits.revision, known.revision), lte(edits.revision, revision)))
      .orderBy(edits.revision);
    if (log.length === revision - known.revision) {
      return {
        id,
        revision,
        design: log.reduce((design, entry) => applyChanges(design, entry.changes as Change[]), known.design),
      };
    }
  }
  return readRows(tx, id);
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
