/** Edits of automations: a new one, and taking any part of a sentence out again. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import type { AutomationRow } from "../../design/rows/automations";

export type PartOf = "cues" | "guards" | "moves";

/**
 * A new automation says nothing yet and is switched off: nothing moves before somebody has said what, when
 * and on.
 */
export function newAutomation(design: Design, id: string): AutomationRow {
  const taken = new Set(design.automations.map((row) => row.name));
  let name = "New automation";
  for (let n = 2; taken.has(name); n += 1) name = `New automation ${n}`;
  return { id, name, priority: "comfort", enabled: false, cues: [], guards: [], moves: [] };
}

/** Take one cue, guard or move out of an automation; no change where it is gone already. */
export function withoutPart(design: Design, id: string, of: PartOf, index: number): Change[] {
  const row = byId(design, "automations").get(id);
  if (!row || index < 0 || index >= row[of].length) return [];
  return [
    {
      in: "automations",
      put: { ...row, [of]: (row[of] as unknown[]).filter((_, i) => i !== index) } as AutomationRow,
    },
  ];
}

/** A key that no cue of the automation has. */
export function nextKey(row: AutomationRow): string {
  let n = row.cues.length + 1;
  while (row.cues.some(({ key }) => key === `cue${n}`)) n += 1;
  return `cue${n}`;
}
