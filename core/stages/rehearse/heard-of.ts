/** What is heard where in a design: sound goes from room to room by the way on which it loses least. */
import { byId, rowIn } from "../../design/collections";
import { memo } from "../../design/kept";
import { centroid } from "../../geometry/polygon";
import { distance } from "../../geometry/segment";
import { DOOR_LOSS_DB, FLOOR_LOSS_DB, WALL_LOSS_DB, type Loss } from "./play/noise";
import type { Stairs } from "./play/house";
import { floorsBetween, roomsAtOpenings, wallsBetween } from "./beside";

/** Up an open stair, dB. */
const STAIR_LOSS_DB = 16;
/** More than this nothing is heard through, dB. */
const MOST_DB = 60;
/** Farther than any two rooms of a house lie apart, m. */
const FAR_M = 1000;
/** Floor that two rooms share before one is said to be over the other, m². */
const LEAST_M2 = 1;

/**
 * Between two levels that stand on one another, the two rooms people pass: ways to pass where there are any, and those that
 * lie nearest to each other.
 */
export const stairsOf = memo("stairsOf", (design): readonly Stairs[] => {
  const rooms = byId(design, "rooms");
  const best = new Map<string, { stairs: Stairs; score: number }>();
  /** By the lower level, the one that stands on it. */
  const pairs = new Map<string, { low: string; high: string; elevationM: number }>();
  for (const { a, b, areaM2 } of floorsBetween(design)) {
    if (a === undefined || b === undefined || areaM2 < LEAST_M2) continue;
    const [low, high] = [rowIn(rooms, a, "rooms").level, rowIn(rooms, b, "rooms").level];
    const { elevationM = 0 } = byId(design, "levels").get(high) ?? {};
    if (elevationM < (pairs.get(low)?.elevationM ?? Infinity)) pairs.set(low, { low, high, elevationM });
  }
  for (const [key, { low, high }] of pairs)
    for (const foot of design.rooms)
      for (const head of design.rooms) {
        if (foot.level !== low || head.level !== high || foot.outdoor || head.outdoor) continue;
        const ways = [foot, head].filter(({ type }) => type === "circulation").length;
        const score = ways * FAR_M - distance(centroid(foot.outline), centroid(head.outline));
        if (ways && score > (best.get(key)?.score ?? -Infinity))
          best.set(key, { stairs: { from: low, to: high, foot: foot.id, head: head.id }, score });
      }
  return [...best.values()].map(({ stairs }) => stairs);
});

export const lossOf = memo("lossOf", (design): Loss => {
  const next = new Map<string, Map<string, number>>();
  const join = (a: string, b: string, db: number) => {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const own = next.get(from) ?? new Map<string, number>();
      own.set(to, Math.min(own.get(to) ?? Infinity, db));
      next.set(from, own);
    }
  };
  for (const { a, b } of wallsBetween(design)) if (b !== undefined) join(a, b, WALL_LOSS_DB);
  for (const { a, b, areaM2 } of floorsBetween(design))
    if (a !== undefined && b !== undefined && areaM2 >= LEAST_M2) join(a, b, FLOOR_LOSS_DB);
  for (const { id, kind } of design.openings) {
    const [a, b] = roomsAtOpenings(design).get(id)!;
    if (kind !== "window" && a !== undefined && b !== undefined) join(a, b, DOOR_LOSS_DB);
  }
  for (const { foot, head } of stairsOf(design)) join(foot, head, STAIR_LOSS_DB);
  const known = new Map<string, ReadonlyMap<string, number>>();
  return (from, to) => {
    if (!known.has(from)) known.set(from, lossesFrom(next, from));
    return known.get(from)!.get(to);
  };
});

function lossesFrom(
  next: ReadonlyMap<string, ReadonlyMap<string, number>>,
  from: string,
): Map<string, number> {
  const done = new Map<string, number>();
  const open = new Map([[from, 0]]);
  while (open.size) {
    const [room, db] = [...open].reduce((least, one) => (one[1] < least[1] ? one : least));
    open.delete(room);
    done.set(room, db);
    for (const [other, more] of next.get(room) ?? [])
      if (!done.has(other) && db + more <= MOST_DB && db + more < (open.get(other) ?? Infinity))
        open.set(other, db + more);
  }
  return done;
}
