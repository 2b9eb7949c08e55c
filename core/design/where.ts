/** Where a row is: the level it is on, whatever it is. */
import { byId, type AnyRow, type CollectionName, type Design } from "./collections";
import { fail } from "./input-error";

export interface Ref {
  in: CollectionName;
  id: string;
}

/** The row a reference names. Throws InputError where there is none. */
export const rowOf = (design: Design, ref: Ref): AnyRow =>
  (byId(design, ref.in) as ReadonlyMap<string, AnyRow>).get(ref.id) ??
  fail(ref.in, `"${ref.id}" does not exist`);

/** The level a row is on, if it is on one: a way up is on the level it starts from. */
export function levelOf(design: Design, ref: Ref): string | undefined {
  const row = rowOf(design, ref) as { level?: string; wall?: string; fromLevel?: string };
  return row.level ?? (ref.in === "openings" ? byId(design, "walls").get(row.wall!)?.level : row.fromLevel);
}
