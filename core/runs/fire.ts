/** Where cables pass through parts that hold back fire: each has to be sealed again, and is listed so that none is forgotten. */
import { byId, memoByParts, type Design } from "../design/collections";
import { meeting } from "../geometry/segment";
import { dropsOf, RUN_PARTS, type Drop } from "./drops";
import type { Place } from "./route";

export interface FireCrossing {
  in: "walls" | "levels";
  id: string;
  /** Minutes the part holds back fire. */
  minutes: number;
  /** What the part is called, and where the cables pass. */
  name: string;
  level: string;
  at: [number, number];
  heightM: number;
  drops: Drop[];
  /** Area of all cables, mm²: what the seal goes round. */
  cableMm2: number;
}

/** Places nearer than this are one opening. */
const ONE_OPENING_M = 0.3;

type Crossing = Omit<FireCrossing, "drops" | "cableMm2">;

/** Parts that hold back fire on a way through the house, in the order it meets them. */
export function crossingsOn(design: Design, places: readonly Place[]): Crossing[] {
  const found: Crossing[] = [];
  const elevation = (level: string) => byId(design, "levels").get(level)?.elevationM ?? 0;
  const { walls, slabs } = rated(design);
  for (let i = 1; i < places.length; i++) {
    const [fromLevel, ax, ay, az] = places[i - 1]!;
    const [toLevel, bx, by, bz] = places[i]!;
    if (Math.hypot(ax - bx, ay - by) > 1e-6) {
      for (const wall of walls) {
        if (wall.level !== fromLevel || fromLevel !== toLevel) continue;
        const met = meeting([ax, ay], [bx, by], [wall.ax, wall.ay], [wall.bx, wall.by], 0);
        if (met && met.t > 1e-6 && met.t < 1 - 1e-6) {
          const name = `${byId(design, "materials").get(wall.material)?.name ?? "Wall"}, ${byId(design, "levels").get(wall.level)!.name.toLowerCase()}`;
          found.push({ in: "walls", id: wall.id, minutes: wall.fireMin!, name, level: wall.level, at: met.at, heightM: az });
        }
      }
      continue;
    }
    const [low, high] = [elevation(fromLevel) + az, elevation(toLevel) + bz].sort((p, q) => p - q) as [number, number];
    for (const level of slabs) {
      // A floor lies just under its level; outbuildings of other heights have their own.
      const passed = level.elevationM > low + 1e-6 && level.elevationM < high - 1e-6 && (level.id === toLevel || level.id === fromLevel);
      if (passed) found.push({ in: "levels", id: level.id, minutes: level.slabFireMin!, name: `Floor of ${level.name.toLowerCase()}`, level: level.id, at: [ax, ay], heightM: 0 });
    }
  }
  return found;
}

const rated = memoByParts(["walls", "levels"], (design) => ({ walls: design.walls.filter((wall) => wall.fireMin), slabs: design.levels.filter((level) => level.slabFireMin) }));

/** All crossings, those with most cables first; what passes within one opening is one. */
export const fireCrossings = memoByParts([...RUN_PARTS, "walls"], (design): FireCrossing[] => {
  if (!rated(design).walls.length && !rated(design).slabs.length) return [];
  const found: FireCrossing[] = [];
  for (const drop of dropsOf(design)) {
    const mm2 = (Math.PI / 4) * (drop.cableType?.outerMm ?? 0) ** 2;
    for (const crossing of crossingsOn(design, drop.route?.places ?? [])) {
      const known = found.find((one) => one.in === crossing.in && one.id === crossing.id && Math.hypot(one.at[0] - crossing.at[0], one.at[1] - crossing.at[1]) < ONE_OPENING_M);
      if (!known) found.push({ ...crossing, drops: [drop], cableMm2: mm2 });
      else if (!known.drops.includes(drop)) {
        known.drops.push(drop);
        known.cableMm2 += mm2;
      }
    }
  }
  return found.sort((a, b) => b.drops.length - a.drops.length || (a.id < b.id ? -1 : 1));
});
