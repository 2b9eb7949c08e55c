/** Edits of automations: a new one, and taking any part of a sentence out again. */
import { byName } from "../../design/words";
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import type { AutomationRow } from "./rows";
import type { PointRow } from "../runs/rows";

export type PartOf = "cues" | "guards" | "moves";

/**
 * Can a point be brought to a position between shut and open? A shade can; a valve or a lock moves, but
 * knows no half.
 */
export function goesToPosition(design: Design, point: Pick<PointRow, "kind">): boolean {
  const kind = byId(design, "kinds").get(point.kind);
  return kind?.glyph === "moves" && kind.service === "shade";
}

/** Points that a move to a position can name, by name. */
export const movable = (design: Design): PointRow[] =>
  design.points.filter((point) => goesToPosition(design, point)).sort((a, b) => byName(a.name, b.name));

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
