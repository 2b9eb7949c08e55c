/** Snapshots: a whole design in one row, so that it opens from one read and a short stretch of log. */
import { createHash } from "node:crypto";
import { gunzipSync, gzipSync } from "node:zlib";
import { and, eq, lte } from "drizzle-orm";
import { emptyDesign, FILE_ORDER, type Design } from "../core/design/collections";
import { ROW_CLASSES } from "../core/design/row-classes";
import { fields } from "../core/design/fields";
import type { Db, Tx } from "./connect";
import { snapshots } from "./schema";

/**
 * Revisions from one snapshot to the next: so many entries of the log are read at the most to open a
 * design.
 */
export const SNAPSHOT_EVERY = 50;

/** More than this is not kept in one row: such a design is opened from an older snapshot and a longer stretch of log. */
const MOST_BYTES = 8_000_000;

/** Which collections and fields rows are made of: those of another shape are brought to this one when they are read. */
const SHAPE = createHash("sha256")
  .update(
    JSON.stringify(
      (["design", ...FILE_ORDER] as const).map((name) => [
        name,
        fields(ROW_CLASSES[name]).map((field) => field.name),
      ]),
    ),
  )
  .digest("hex")
  .slice(0, 16);

/**
 * Write a snapshot, within the transaction that made the design so: it is there with that revision or not
 * at all.
 */
export async function writeSnapshot(tx: Tx, design: string, revision: number, rows: Design): Promise<void> {
  const body = gzipSync(JSON.stringify(rows), { level: 1 });
  if (body.length > MOST_BYTES) return;
  const values = { revision, shape: SHAPE, body };
  await tx
    .insert(snapshots)
    .values({ design, ...values })
    .onDuplicateKeyUpdate({ set: values });
}

/** Is one due with this revision? A design gets its first when it comes in. */
export const isDue = (revision: number) => revision === 1 || revision % SNAPSHOT_EVERY === 0;

/**
 * The snapshot of a design no newer than `revision`, and whether its rows are of this version's shape; undefined where
 * there is none.
 */
export async function readSnapshot(
  tx: Tx | Db,
  design: string,
  revision: number,
): Promise<{ revision: number; design: Design; current: boolean } | undefined> {
  const [row] = await tx
    .select()
    .from(snapshots)
    .where(and(eq(snapshots.design, design), lte(snapshots.revision, revision)));
  if (!row) return undefined;
  const rows = JSON.parse(gunzipSync(row.body).toString("utf8")) as Design;
  return {
    revision: row.revision,
    design: { ...emptyDesign(rows.design), ...rows },
    current: row.shape === SHAPE,
  };
}
