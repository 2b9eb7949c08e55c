/** Corners of what is drawn as a line or an area: moved, added and taken out one by one. */
import { byId, SINGULAR, type Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import type { Change } from "../../design/edit";
import { changeRow } from "../../design/row-changes";
import { snap } from "./points";

/** What has corners that can be taken hold of, and how many it needs. */
const LEAST = { trunks: 2, mainsRuns: 2, noGo: 3, fixtures: 3 } as const;
export type Cornered = keyof typeof LEAST;

export const hasCorners = (collection: string): collection is Cornered => collection in LEAST;
/** Does its last corner lead back to the first? */
export const isArea = (collection: Cornered) => LEAST[collection] === 3;

/** The corners of a row, in order; none where it is gone. */
export function cornersOfRow(design: Design, collection: Cornered, id: string): [number, number][] {
  if (collection === "trunks" || collection === "mainsRuns")
    return byId(design, collection).get(id)?.path ?? [];
  return byId(design, collection).get(id)?.outline ?? [];
}

function put(design: Design, collection: Cornered, id: string, corners: [number, number][]): Change[] {
  if (collection === "trunks" || collection === "mainsRuns")
    return changeRow(design, collection, id, { path: corners });
  return changeRow(design, collection, id, { outline: corners });
}

/** One corner at another place, on the grid. Throws InputError where there is no such corner. */
export function moveCorner(
  design: Design,
  collection: Cornered,
  id: string,
  at: number,
  to: { x: number; y: number },
): Change[] {
  const corners = cornersOfRow(design, collection, id);
  if (!corners[at]) fail("Corner", "is gone: somebody took it out");
  return put(
    design,
    collection,
    id,
    corners.map((corner, i) => (i === at ? [snap(to.x), snap(to.y)] : corner)),
  );
}

/** A further corner half way between this one and the next. */
export function addCorner(design: Design, collection: Cornered, id: string, after: number): Change[] {
  const corners = cornersOfRow(design, collection, id);
  const [a, b] = [corners[after], corners[after + 1] ?? (isArea(collection) ? corners[0] : undefined)];
  if (!a || !b) fail("Corner", "must have another one after it");
  const between: [number, number] = [snap((a![0] + b![0]) / 2), snap((a![1] + b![1]) / 2)];
  return put(design, collection, id, [...corners.slice(0, after + 1), between, ...corners.slice(after + 1)]);
}

/** Without one corner. Throws InputError where too few would be left. */
export function dropCorner(design: Design, collection: Cornered, id: string, at: number): Change[] {
  const corners = cornersOfRow(design, collection, id);
  if (corners.length <= LEAST[collection])
    fail(
      "Corners",
      `must stay at least ${LEAST[collection]}: take out the whole ${SINGULAR[collection]} instead`,
    );
  return put(
    design,
    collection,
    id,
    corners.filter((_, i) => i !== at),
  );
}
