/**
 * One ray from a radio to a place, wall by wall and floor by floor: the plain version, which says what it met. The
 * coverage of a level (`coverage.ts`) does the same for thousands of places at once and is held against this one.
 */
import { boxesNear, boxNear, contains, type Box } from "../../geometry/polygon";
import { columnOf, floorsDb, MOST_OBLIQUE, openDb } from "./loss";
import type { Floor, Pane, Scene, Sheet } from "./scene";

/** A place in the house: z above the site's zero. */
export interface Spot {
  x: number;
  y: number;
  z: number;
}

/** What of a profile a loss hangs on. */
export interface Spread {
  mhz: number;
  n: number;
  floorDb: number;
}

/** A wall, or what is let into it, that a ray passes through. */
export interface Crossing {
  sheet: Sheet;
  pane?: Pane;
  material: string;
  /** Straight through, dB. */
  straightDb: number;
  /** Angle in space between ray and normal, degrees. */
  angleDeg: number;
  lossDb: number;
  at: Spot;
}

export interface Ray {
  distanceM: number;
  openDb: number;
  walls: Crossing[];
  floors: Floor[];
  floorsDb: number;
  lossDb: number;
}

/** Where the ray meets a wall: t along the ray, and what stands there; undefined where it misses it or meets nothing. */
function crossingOf(a: Spot, b: Spot, distanceM: number, sheet: Sheet, mhz: number): Crossing | undefined {
  const { row, ux, uy } = sheet;
  // Metres beside the centre line, with sign.
  const off = (p: Spot) => ux * (p.y - row.ay) - uy * (p.x - row.ax);
  const [p, q] = [off(a), off(b)];
  if (p > 0 === q > 0 || p === q) return undefined;
  const t = p * (1 / (p - q));
  const at = { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y), z: a.z + t * (b.z - a.z) };
  const alongFrom = ux * (a.x - row.ax) + uy * (a.y - row.ay);
  const along = alongFrom + t * (ux * (b.x - row.ax) + uy * (b.y - row.ay) - alongFrom);
  if (along < 0 || along >= sheet.lengthM || at.z < sheet.low || at.z >= sheet.high) return undefined;
  // What hangs in or on a wall is not behind it.
  const half = row.thicknessM / 2;
  if (t * distanceM < half || (1 - t) * distanceM < half) return undefined;
  const pane = sheet.panes.find(
    (one) => along >= one.from && along < one.to && at.z >= one.low && at.z < one.high,
  );
  const lossDb = pane ? pane.lossDb : sheet.lossDb;
  if (!lossDb) return undefined;
  const cos = Math.abs(p - q) / distanceM;
  const straightDb = lossDb[columnOf(mhz)];
  return {
    sheet,
    ...(pane ? { pane } : {}),
    material: pane?.material ?? sheet.material,
    straightDb,
    angleDeg: (Math.acos(Math.min(1, cos)) * 180) / Math.PI,
    lossDb: straightDb * Math.min(MOST_OBLIQUE, 1 / cos),
    at,
  };
}

const between = (z: number, a: number, b: number) => z > Math.min(a, b) && z <= Math.max(a, b);

const apart = (a: Box, b: Box) => !boxesNear(a, b);

/**
 * What lies between two places.
 * @param a a radio, `b` another one or a place where one could be
 */
export function rayBetween(scene: Scene, spread: Spread, a: Spot, b: Spot): Ray {
  const distanceM = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
  const box: Box = {
    x0: Math.min(a.x, b.x),
    y0: Math.min(a.y, b.y),
    x1: Math.max(a.x, b.x),
    y1: Math.max(a.y, b.y),
  };
  const [low, high] = [Math.min(a.z, b.z), Math.max(a.z, b.z)];
  const walls: Crossing[] = [];
  for (const sheet of scene.sheets) {
    if (apart(box, sheet.box) || sheet.high <= low || sheet.low > high) continue;
    const met = crossingOf(a, b, distanceM, sheet, spread.mhz);
    if (met) walls.push(met);
  }
  const far = ({ at }: Crossing) => Math.hypot(at.x - a.x, at.y - a.y, at.z - a.z);
  walls.sort((one, other) => far(one) - far(other));
  const floors = scene.floors.filter((floor) => {
    if (!between(floor.z, a.z, b.z)) return false;
    const t = (floor.z - a.z) / (b.z - a.z);
    const at = [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)] as const;
    return floor.outlines.some((one) => boxNear(one.box, at) && contains(one.outline, at));
  });
  const column = columnOf(spread.mhz);
  const mean =
    floors.reduce((sum, floor) => sum + (floor.lossDb?.[column] ?? spread.floorDb), 0) / (floors.length || 1);
  const open = openDb(spread.mhz, spread.n, distanceM);
  const slabs = floorsDb(floors.length, mean);
  return {
    distanceM,
    openDb: open,
    walls,
    floors,
    floorsDb: slabs,
    lossDb: open + slabs + walls.reduce((sum, { lossDb }) => sum + lossDb, 0),
  };
}
