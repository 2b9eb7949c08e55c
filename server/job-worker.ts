/** What a worker of the job pool can do. Runs in a thread of its own, with a connection of its own. */
import type { Design } from "../core/design/collections";
import { checkChanges } from "../core/design/check-edit";
import { Choice, Text, Whole } from "../core/design/fields";
import { readFile } from "../core/design/file";
import { checkDialsOnly } from "../core/stages/rehearse/dials-only";
import { fail, InputError } from "../core/design/input-error";
import { allPapers } from "../core/whole/summary";
import { utf8Text } from "../core/files/utf8";
import { LABEL_SHEETS } from "../core/stages/runs/labels";
import { pullSheets } from "../core/stages/runs/pull-sheet";
import { createDesign } from "../db/people";
import { readDesign } from "../db/read-design";
import { redo, undo, writeEdit, type WriteResult } from "../db/write-edit";
import { asked } from "./asked";
import { cardOf, type Card } from "./card";
import { db } from "./db";
import { labelsPdf } from "./labels-pdf";
import { pullSheetsPdf } from "./pull-sheet-pdf";

export interface EditTask {
  design: string;
  person: string;
  text: string;
  /** From a household's panel: what its dials are set to, and nothing else. */
  dialsOnly?: boolean;
}

const REVISION = { min: 0, max: 1e9, optional: true } as const;

/** What is posted around the changes of an edit, or to take one back. */
class EditEnvelope {
  @Choice(["edit", "undo", "redo"]) kind!: "edit" | "undo" | "redo";
  /** Revision of the design the desk knows. */
  @Whole(REVISION) base?: number;
  /** Revision of the step that is taken back, or done again. */
  @Whole(REVISION) of?: number;
  @Text({ max: 40, pattern: /^[\w-]+$/, says: "a short name of letters and digits", optional: true })
  key?: string;
}

/** Take an edit, undo or redo as posted: its JSON text. Throws InputError. */
export async function takeEdit({ design, person, text, dialsOnly }: EditTask): Promise<WriteResult> {
  const { changes, ...envelope } = parsed(text);
  const { kind, base, key, of } = asked(EditEnvelope, envelope);
  const sent = { ...(key === undefined ? {} : { key }), ...(base === undefined ? {} : { base }) };
  if (dialsOnly) {
    if (kind !== "edit") fail("kind", "must be edit: a household's panel takes nothing back");
    checkDialsOnly(await stored(design), checkChanges(changes));
  }
  if (kind === "undo") return undo(db(), design, person, of, sent);
  if (kind === "redo") return redo(db(), design, person, of, sent);
  if (base === undefined) return fail("base", "is missing");
  return writeEdit(db(), design, person, { base, changes: checkChanges(changes) }, sent);
}

function parsed(text: string): Record<string, unknown> {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new NotJson();
  }
  if (typeof body !== "object" || body === null) fail("", "The request must be an object");
  return body as Record<string, unknown>;
}

/** The request is not JSON at all. */
export class NotJson extends Error {}

const stored = async (id: string): Promise<Design> => (await readDesign(db(), id))!.design;

const JOBS = {
  /** A project file as a new design. Bytes, not text: whatever is no UTF-8 is refused. */
  async import({ id, person, bytes }: { id: string; person: string; bytes: ArrayBuffer }): Promise<string> {
    await createDesign(db(), id, person, readFile(utf8Text(new Uint8Array(bytes), "File")));
    return id;
  },
  edit: takeEdit,
  card: async ({ design }: { design: string }): Promise<Card> => cardOf((await readDesign(db(), design))!),
  csv: async ({ design, table }: { design: string; table: string }): Promise<string> =>
    (await allPapers()).tables[table]!(await stored(design)),
  plan: async ({ design, level, kind }: { design: string; level: string; kind: string }): Promise<string> =>
    (await allPapers()).plans[kind]!(await stored(design), level),
  async labels({
    design,
    sheet,
    skip,
  }: {
    design: string;
    sheet: string;
    skip: number;
  }): Promise<Uint8Array> {
    return labelsPdf(
      await stored(design),
      LABEL_SHEETS.find((one) => one.id === sheet)!,
      skip,
    );
  },
  /** The sheets of one pull or of all; nothing where there is no such pull. */
  async pullSheets({ design, pull }: { design: string; pull?: string }): Promise<Uint8Array | undefined> {
    const own = await stored(design);
    const sheets = pullSheets(own).filter((sheet) => !pull || sheet.pull.id === pull);
    return pull && !sheets.length ? undefined : pullSheetsPdf(own, sheets);
  },
};
export type Jobs = typeof JOBS;

/**
 * Entry of the pool: one job, its input errors as an answer, for errors lose their kind on the way between
 * threads.
 */
export default async function run({ name, task }: { name: keyof Jobs; task: never }): Promise<unknown> {
  try {
    return { ok: true, result: await JOBS[name](task) };
  } catch (error) {
    if (error instanceof NotJson)
      return { ok: false, status: 400, error: "The request is not JSON.", problems: [] };
    if (error instanceof InputError)
      return { ok: false, status: 422, error: error.message, problems: error.problems };
    throw error;
  }
}
