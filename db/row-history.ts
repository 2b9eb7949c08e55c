/** What happened to one device, out of the log: its own row, its steps and photos. */
import { and, desc, eq, lt, or, sql } from "drizzle-orm";
import type { Change } from "../core/design/edit";
import type { Db } from "./connect";
import { edits, people } from "./schema";

export interface PastEdit {
  revision: number;
  at: string;
  person: string;
  kind: "start" | "edit" | "undo" | "redo";
  /** What became of what, a line each. */
  what: string[];
}

/** Edits of one page. */
const PAGE = 50;

const shown = (value: unknown) =>
  value === undefined
    ? "nothing"
    : typeof value === "object"
      ? JSON.stringify(value)
      : typeof value === "string"
        ? value
        : String(value);

/** How a row's fields came out of an edit, from what takes it back. */
function differences(before: object | undefined, after: object | undefined): string[] {
  if (!before) return after ? ["put into the register"] : [];
  if (!after) return ["taken out"];
  const [old, now] = [before, after] as Record<string, unknown>[];
  return [...new Set([...Object.keys(old!), ...Object.keys(now!)])]
    .filter((key) => JSON.stringify(old![key]) !== JSON.stringify(now![key]))
    .map((key) => `${key}: ${shown(old![key])} → ${shown(now![key])}`);
}

const rowOf = (changes: readonly Change[], collection: string, id: string): object | undefined => {
  const found = [...changes]
    .reverse()
    .find(
      (change) =>
        change.in === collection &&
        ("put" in change ? (change.put as { id?: string }).id : change.drop) === id,
    );
  return found && "put" in found ? found.put : undefined;
};

/** What one step's note says. */
function stepLine(change: Change, device: string): string[] {
  if (!("put" in change) || change.in !== "taskRuns" || change.put.device !== device) return [];
  const { step, state, value, note } = change.put;
  return [`${step}: ${state}${value ? `, ${value}` : ""}${note ? `, ${note}` : ""}`];
}

export interface PastEdits {
  edits: PastEdit[];
  /** The revision to go on before; absent where that is all. */
  before?: number;
}

/**
 * A page of the edits in which a device or a step of it was changed, the last first. Texts are searched in the stored
 * log, from its end to as many as fill a page, then read: ids are letters, figures, hyphens and low lines.
 */
export async function deviceHistory(db: Db, design: string, id: string, before?: number): Promise<PastEdits> {
  const safe = id.replace(/[\\%_]/g, "\\$&");
  const like = (field: string) => sql`${edits.changes} like ${`%"${field}":%"${safe}"%`}`;
  const rows = await db
    .select({
      revision: edits.revision,
      at: edits.at,
      person: people.name,
      kind: edits.kind,
      changes: edits.changes,
      inverse: edits.inverse,
    })
    .from(edits)
    .innerJoin(people, eq(people.id, edits.person))
    .where(
      and(
        eq(edits.design, design),
        before === undefined ? undefined : lt(edits.revision, before),
        or(like("id"), like("device"), like("drop")),
      ),
    )
    .orderBy(desc(edits.revision))
    .limit(PAGE);
  const past = rows.flatMap((row): PastEdit[] => {
    const changes = row.changes as Change[];
    const touched = changes.some(
      (change) => change.in === "devices" && ("put" in change ? change.put.id : change.drop) === id,
    );
    const what = [
      ...(touched
        ? differences(rowOf(row.inverse as Change[], "devices", id), rowOf(changes, "devices", id))
        : []),
      ...changes.flatMap((change) => stepLine(change, id)),
    ];
    if (!what.length) return [];
    return [
      {
        revision: row.revision,
        at: row.at.toISOString(),
        person: row.person,
        kind: row.kind,
        // How a design came in is one edit of thousands of rows: that it was there is what is told.
        what: row.kind === "start" ? ["came in with the design"] : what,
      },
    ];
  });
  return { edits: past, ...(rows.length < PAGE ? {} : { before: rows.at(-1)!.revision }) };
}
