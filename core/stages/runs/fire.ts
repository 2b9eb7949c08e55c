/**
 * Where cables pass through parts that hold back fire: each has to be sealed again, and is listed so that
 * none is forgotten.
 */
import { group } from "d3-array";
import { boxesNear, boxOf } from "../../geometry/polygon";
import { byId, type Design, rowOf } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import type { WallRow } from "../../design/rows/house-structure";
import { dropsOf, type Drop } from "./drops";
import type { Place } from "../../ways/route";

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

const SAME_M = 1e-6;

/** A way's places on one level without a break, as [x, y, height above the floor]. */
type Stretch = { level: string; at: (readonly [x: number, y: number, z: number])[] };

/** A way cut where it changes level; what goes straight up or down on a level is one place. */
function stretchesOf(places: readonly Place[]): Stretch[] {
  const stretches: Stretch[] = [];
  for (const [level, x, y, z] of places) {
    let last = stretches.at(-1);
    if (last?.level !== level) stretches.push((last = { level, at: [] }));
    const before = last.at.at(-1);
    // The height the cable goes on at: what comes last at this place.
    if (before && Math.hypot(before[0] - x, before[1] - y) < SAME_M)
      last.at[last.at.length - 1] = [before[0], before[1], z];
    else last.at.push([x, y, z]);
  }
  return stretches;
}

/**
 * Where a path passes through a wall: it comes from one side of the centre line and leaves on the other,
 * whatever corners it has in between, and on the way touches the line between the wall's ends. One that
 * only comes up to the line and goes back, runs along it, or begins or ends on it passes through nothing.
 */
export function passesThrough(
  path: readonly (readonly [x: number, y: number, z: number])[],
  wall: Pick<WallRow, "ax" | "ay" | "bx" | "by">,
): [x: number, y: number, z: number][] {
  const [ux, uy] = [wall.bx - wall.ax, wall.by - wall.ay];
  const lengthM = Math.hypot(ux, uy);
  if (lengthM < SAME_M) return [];
  // Metres beside the centre line, positive on one side, and along it from its first end.
  const off = ([x, y]: readonly [number, number, number]) =>
    (ux * (y - wall.ay) - uy * (x - wall.ax)) / lengthM;
  const along = ([x, y]: readonly [number, number, number]) =>
    (ux * (x - wall.ax) + uy * (y - wall.ay)) / lengthM;
  const within = (from: number, to: number) =>
    Math.max(from, to) >= -SAME_M && Math.min(from, to) <= lengthM + SAME_M;
  const found: [number, number, number][] = [];
  // Last side the path was on, and the first place since then at which it lay on the wall itself.
  let side = 0;
  let touched: [number, number, number] | undefined;
  path.forEach((place, i) => {
    const here = Math.abs(off(place)) < SAME_M ? 0 : Math.sign(off(place));
    const before = path[i - 1];
    if (before) {
      const [p, q] = [off(before), off(place)];
      const was = Math.abs(p) < SAME_M ? 0 : Math.sign(p);
      if (was === 0 && here === 0) {
        // Along the centre line: on the wall where the two overlap.
        const [from, to] = [along(before), along(place)];
        if (within(from, to)) {
          const at = Math.min(lengthM, Math.max(0, from));
          touched ??= [wall.ax + (ux / lengthM) * at, wall.ay + (uy / lengthM) * at, before[2]];
        }
      } else if (was !== 0 && here !== 0 && was !== here) {
        const t = p / (p - q);
        const at: [number, number, number] = [
          before[0] + t * (place[0] - before[0]),
          before[1] + t * (place[1] - before[1]),
          before[2],
        ];
        if (within(along(at), along(at))) touched ??= at;
      }
    }
    if (here === 0) {
      if (within(along(place), along(place))) touched ??= [place[0], place[1], place[2]];
      return;
    }
    if (side !== 0 && here !== side && touched) found.push(touched);
    side = here;
    touched = undefined;
  });
  return found;
}

/** Parts that hold back fire on a way through the house, walls first, each in the order it meets them. */
export function crossingsOn(design: Design, places: readonly Place[]): Crossing[] {
  const found: Crossing[] = [];
  const elevation = (level: string) => byId(design, "levels").get(level)?.elevationM ?? 0;
  const { walls, slabs } = rated(design);
  for (const { level, at: path } of stretchesOf(places)) {
    const box = boxOf(path.map(([x, y]) => [x, y]));
    for (const { wall, box: own } of walls.get(level) ?? []) {
      if (!boxesNear(box, own, SAME_M)) continue;
      for (const [x, y, heightM] of passesThrough(path, wall)) {
        const name = `${byId(design, "materials").get(wall.material)?.name ?? "Wall"}, ${rowOf(design, "levels", level).name.toLowerCase()}`;
        // Where two walls meet, one hole goes through both: the seal holds as long as the better of them.
        const same = found.find(
          (one) =>
            one.in === "walls" &&
            one.level === level &&
            Math.hypot(one.at[0] - x, one.at[1] - y) < SAME_M &&
            one.id !== wall.id,
        );
        if (!same)
          found.push({ in: "walls", id: wall.id, minutes: wall.fireMin!, name, level, at: [x, y], heightM });
        else if (wall.fireMin! > same.minutes)
          Object.assign(same, { id: wall.id, minutes: wall.fireMin!, name });
      }
    }
  }
  for (let i = 1; i < places.length; i++) {
    const [fromLevel, ax, ay, az] = places[i - 1]!;
    const [toLevel, bx, by, bz] = places[i]!;
    if (Math.hypot(ax - bx, ay - by) > SAME_M) continue;
    const [low, high] = [elevation(fromLevel) + az, elevation(toLevel) + bz].sort((p, q) => p - q) as [
      number,
      number,
    ];
    for (const level of slabs) {
      // A floor lies just under its level; outbuildings of other heights have their own. What ends on the
      // floor has come through it.
      const passed =
        level.elevationM > low + SAME_M &&
        level.elevationM < high + SAME_M &&
        (level.id === toLevel || level.id === fromLevel);
      if (passed)
        found.push({
          in: "levels",
          id: level.id,
          minutes: level.slabFireMin!,
          name: `Floor of ${level.name.toLowerCase()}`,
          level: level.id,
          at: [ax, ay],
          heightM: 0,
        });
    }
  }
  return found;
}

const rated = memo("rated", (design) => ({
  walls: group(
    design.walls
      .filter((wall) => wall.fireMin)
      .map((wall) => ({
        wall,
        box: boxOf([
          [wall.ax, wall.ay],
          [wall.bx, wall.by],
        ]),
      })),
    ({ wall }) => wall.level,
  ),
  slabs: design.levels.filter((level) => level.slabFireMin),
}));

/** What one drop passes through: kept while its way and the house stay as they are. */
const dropCrossings = memoByRow("dropCrossings", (design, drop: Drop): readonly Crossing[] =>
  crossingsOn(design, drop.route?.places ?? []),
);

/** All crossings, those with most cables first; what passes within one opening is one. */
export const fireCrossings = memo("fireCrossings", (design): FireCrossing[] => {
  if (!rated(design).walls.size && !rated(design).slabs.length) return [];
  const found: FireCrossing[] = [];
  const byPart = new Map<string, FireCrossing[]>();
  const drops = dropsOf(design);
  const crossings = dropCrossings.all(design, drops);
  for (const [i, drop] of drops.entries()) {
    const own = crossings[i]!;
    if (!own.length) continue;
    const mm2 = (Math.PI / 4) * (drop.cableType?.outerMm ?? 0) ** 2;
    for (const crossing of own) {
      const part = `${crossing.in}/${crossing.id}`;
      const known = byPart
        .get(part)
        ?.find((one) => Math.hypot(one.at[0] - crossing.at[0], one.at[1] - crossing.at[1]) < ONE_OPENING_M);
      if (!known) {
        const made = { ...crossing, drops: [drop], cableMm2: mm2 };
        found.push(made);
        byPart.set(part, [...(byPart.get(part) ?? []), made]);
        // Drops come one after another: one that is there already was the last to be put there.
      } else if (known.drops.at(-1) !== drop) {
        known.drops.push(drop);
        known.cableMm2 += mm2;
      }
    }
  }
  return found.sort((a, b) => b.drops.length - a.drops.length || (a.id < b.id ? -1 : 1));
});
