/** Ids of rows that the core itself makes. */
import { byId, type CollectionName, type Design } from "./collections";

/** The first of `stem`, `stem-2`, `stem-3` … that no row of a collection has and that was not given out yet. */
export function freeId(
  design: Design,
  collection: CollectionName,
  stem: string,
  given = new Set<string>(),
): string {
  const rows = byId(design, collection) as ReadonlyMap<string, unknown>;
  const bare = stem.slice(0, 36);
  let id = bare;
  for (let n = 2; rows.has(id) || given.has(id); n++) id = `${bare}-${n}`;
  given.add(id);
  return id;
}
