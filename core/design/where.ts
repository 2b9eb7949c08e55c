/** Where a row is: the level it is on, whatever it is. */
import { byId, type AnyRow, type CollectionName, type Design } from "./collections";
import { fail } from "./input-error";

export interface Ref {
  in: CollectionName;
  id: string;
}

/** The row a reference names. Throws InputError where there is none. */
export const namedRow = (design: Design, ref: Ref): AnyRow =>
  (byId(design, ref.in) as ReadonlyMap<string, AnyRow>).get(ref.id) ??
  fail(ref.in, `"${ref.id}" does not exist`);

/** The level a row is on, if it is on one: a way up is on the level it starts from. */
export function levelOf(design: Design, ref: Ref): string | undefined {
  const row = namedRow(design, ref) as { level?: string; wall?: string; fromLevel?: string };
  return row.level ?? (ref.in === "openings" ? byId(design, "walls").get(row.wall!)?.level : row.fromLevel);
}

/** The room a row is in, or belongs to, if it is in one. */
export function roomOf(design: Design, ref: Ref): string | undefined {
  if (ref.in === "rooms") return ref.id;
  const row = (byId(design, ref.in) as ReadonlyMap<string, AnyRow>).get(ref.id) as
    | { room?: string; point?: string; rooms?: readonly string[] }
    | undefined;
  if (!row) return undefined;
  return row.room ?? (row.point && byId(design, "points").get(row.point)?.room) ?? row.rooms?.[0];
}
