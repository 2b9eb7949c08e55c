/** An edit is a list of row changes. There is no other way to change a design. */
import { byId, type AnyRow, type CollectionName, type Design, type Rows } from "./collections";
import { mustHavePlace } from "./anywhere";
import { descended } from "./kept";
import type { DesignRow } from "./design-row";

export type Change =
  | { [C in CollectionName]: { in: C; put: Rows[C] } }[CollectionName]
  | { in: CollectionName; drop: string }
  | { in: "design"; put: DesignRow };

export interface Edit {
  /** Revision of the design the edit was made on. */
  base: number;
  changes: Change[];
}

/** What an edit is about, as `points/p12`; `design/` for the settings. */
export function keyOf(change: Change): string {
  if (change.in === "design") return "design/";
  return `${change.in}/${"put" in change ? change.put.id : change.drop}`;
}

/** The order of rows in a collection. */
export const compareIds = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/**
 * The design after the changes; the one given is not touched, and unchanged collections stay the same
 * arrays.
 */
export function applyChanges(design: Design, changes: readonly Change[]): Design {
  return descended(design, (real) => changed(real, changes));
}

function changed(design: Design, changes: readonly Change[]): Design {
  const next = { ...design };
  const maps = new Map<CollectionName, Map<string, AnyRow>>();
  for (const change of changes) {
    if (change.in === "design") {
      next.design = change.put;
      continue;
    }
    let rows = maps.get(change.in);
    if (!rows) maps.set(change.in, (rows = new Map(byId(design, change.in))));
    if ("put" in change) {
      mustHavePlace(change.put);
      rows.set(change.put.id, change.put);
    } else rows.delete(change.drop);
  }
  for (const [name, rows] of maps)
    (next as Record<CollectionName, AnyRow[]>)[name] = [...rows.values()].sort(compareIds);
  return next;
}

/** The row a change is about as it stands in `design`, or undefined. */
export function rowAt(design: Design, change: Change): AnyRow | DesignRow | undefined {
  if (change.in === "design") return design.design;
  return (byId(design, change.in) as ReadonlyMap<string, AnyRow>).get(
    "put" in change ? change.put.id : change.drop,
  );
}

/** The changes that take a design back from after `changes` to `before`. */
export function invertChanges(before: Design, changes: readonly Change[]): Change[] {
  const seen = new Set<string>();
  const inverse: Change[] = [];
  for (const change of changes) {
    const key = keyOf(change);
    if (seen.has(key)) continue;
    seen.add(key);
    const row = rowAt(before, change);
    if (change.in === "design") inverse.push({ in: "design", put: row as DesignRow });
    else if (row) inverse.push({ in: change.in, put: row } as Change);
    else inverse.push({ in: change.in, drop: "put" in change ? change.put.id : change.drop });
  }
  return inverse.reverse();
}

/** Deep equality of plain rows, whatever the order of their keys. */
export function sameRow(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  const keys = Object.keys(a).filter((k) => (a as Record<string, unknown>)[k] !== undefined);
  const other = Object.keys(b).filter((k) => (b as Record<string, unknown>)[k] !== undefined);
  return (
    keys.length === other.length &&
    keys.every((k) => sameRow((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  );
}
