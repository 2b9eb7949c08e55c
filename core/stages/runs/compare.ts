/** What changed in the cabling between two states of a design, told drop by drop. */
import { round2 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { dropsOf, type Drop } from "./drops";
import { endName } from "./end-name";

export interface RunsChange {
  key: string;
  label: string;
  point: string;
  room: string;
  what: "new" | "gone" | "changed";
  /** Fields that differ, in words. */
  lines: { of: string; was?: string; is?: string }[];
  /** Metres of cable more, or less. */
  diffM: number;
}

function factsOf(design: Design, drop: Drop): Record<string, string | undefined> {
  return {
    label: drop.label,
    cable: drop.cableType?.name,
    "ends at": endName(design, drop),
    length: drop.lengthM === undefined ? undefined : `${drop.lengthM.toFixed(2)} m`,
    way:
      drop.route?.ways.map((way) => byId(design, way.in).get(way.id)?.name ?? way.id).join(", ") || undefined,
    place: `${drop.point.x.toFixed(2)}, ${drop.point.y.toFixed(2)}, ${drop.point.z.toFixed(2)} up`,
    state: drop.state,
    test: drop.row?.test && `${drop.row.test.method}: ${drop.row.test.result}`,
    note: drop.row?.note,
  };
}

/** Drops that are new, gone or different, by label. */
export function compareRuns(before: Design, after: Design): RunsChange[] {
  const was = new Map(dropsOf(before).map((drop) => [drop.key, drop]));
  const is = new Map(dropsOf(after).map((drop) => [drop.key, drop]));
  const row = (
    design: Design,
    drop: Drop,
    what: RunsChange["what"],
    lines: RunsChange["lines"],
    diffM: number,
  ): RunsChange => ({
    key: drop.key,
    label: drop.label,
    point: drop.point.name,
    room: byId(design, "rooms").get(drop.point.room)?.name ?? "",
    what,
    lines,
    diffM: round2(diffM),
  });
  const changes: RunsChange[] = [];
  for (const [key, drop] of is) {
    const old = was.get(key);
    if (!old) {
      changes.push(row(after, drop, "new", [], drop.lengthM ?? 0));
      continue;
    }
    if (old === drop) continue;
    const [a, b] = [factsOf(before, old), factsOf(after, drop)];
    const lines = Object.keys(b).flatMap((of) => (a[of] === b[of] ? [] : [{ of, was: a[of], is: b[of] }]));
    if (lines.length)
      changes.push(row(after, drop, "changed", lines, (drop.lengthM ?? 0) - (old.lengthM ?? 0)));
  }
  for (const [key, drop] of was)
    if (!is.has(key)) changes.push(row(before, drop, "gone", [], -(drop.lengthM ?? 0)));
  return changes.sort((a, b) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0));
}

/** The design as it was before a list of edits, given what takes each of them back, the oldest first. */
export const before = (design: Design, inverses: readonly Change[][]): Design =>
  [...inverses].reverse().reduce((state, inverse) => applyChanges(state, inverse), design);
