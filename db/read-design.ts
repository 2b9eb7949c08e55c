/** A whole design out of the database, as of one moment. */
import { eq } from "drizzle-orm";
import { emptyDesign, FILE_ORDER, type AnyRow, type CollectionName, type Design } from "../core/design/collections";
import type { DesignRow } from "../core/design/rows-house";
import type { Db, Tx } from "./connect";
import { designs } from "./schema";
import { plainRow, TABLES } from "./tables";

export interface StoredDesign {
  id: string;
  revision: number;
  design: Design;
}

/** All rows of a design with its revision, or undefined where there is none. Call inside a transaction for one consistent moment. */
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

/** Read a design as of one moment: a repeatable-read transaction sees no half-written edit. */
export function readDesign(db: Db, id: string): Promise<StoredDesign | undefined> {
  return db.transaction((tx) => readRows(tx, id), { isolationLevel: "repeatable read", accessMode: "read only" });
}
