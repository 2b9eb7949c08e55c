/** Sentences out of a text file into a design: what is new, what changes, what stays. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { checkRow } from "../../design/check-row";
import { InputError } from "../../design/input-error";
import { putRow } from "../../design/row-changes";
import { counted } from "../../design/words";
import { namesOf } from "./language/names";
import { automationText, readAutomations, type TextFault } from "./language/text";

export interface TextRead {
  faults: readonly TextFault[];
  changes: readonly Change[];
  /** What it does, in words. */
  said: string;
}

/** More than any house says; a file of this many is a mistake. */
export const MOST_SENTENCES = 2000;

/**
 * Reads sentences whole or not at all: every fault is named by line. One of an id that is there already takes its place;
 * those the file does not name stay as they are.
 */
export function readSentences(design: Design, text: string): TextRead {
  const names = namesOf(design);
  const { rows, faults } = readAutomations(text, names);
  const nothing = (all: readonly TextFault[]): TextRead => ({ faults: all, changes: [], said: "" });
  if (faults.length) return nothing(faults);
  if (!rows.length)
    return nothing([{ line: 1, place: 1, reason: "must begin an automation: the file has none" }]);
  if (rows.length > MOST_SENTENCES)
    return nothing([
      { line: 1, place: 1, reason: `must have ${MOST_SENTENCES} automations at most, not ${rows.length}` },
    ]);
  const checked = rows.map((row, i) => {
    try {
      return checkRow("automations", row, "");
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      const line = text.split(/\r?\n/).findIndex((own) => own.startsWith(`automation ${row.id}:`));
      faults.push({ line: Math.max(0, line) + 1, place: 1, reason: problem.message });
      return rows[i]!;
    }
  });
  if (faults.length) return nothing(faults);
  // In the words both say: order of fields and what is left out do not make a difference.
  const now = (id: string) => byId(design, "automations").get(id);
  const changed = checked.filter((row) => {
    const own = now(row.id);
    return own && automationText(own, names) !== automationText(row, names);
  });
  const fresh = checked.filter((row) => !now(row.id));
  const same = checked.length - changed.length - fresh.length;
  return {
    faults: [],
    changes: [...fresh, ...changed].flatMap((row) => putRow("automations", row)),
    said: [
      counted(fresh.length, "new sentence"),
      `${changed.length} changed`,
      `${same} as ${same === 1 ? "it was" : "they were"}`,
    ].join(", "),
  };
}
