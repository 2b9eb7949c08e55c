/**
 * What a radio loses on its way to every place of a level at once.
 *
 * Asking each wall of each ray (`ray.ts`) would take as many questions as walls times places. Seen from one radio the
 * places behind a wall are a wedge: between the lines to its two ends, beyond the wall itself. So walls are taken one
 * after another and only the places in their wedge are touched, row by row of the grid, each bound of a row being
 * where a straight line crosses it; what is asked there is what `ray.ts` asks, so both agree. Walls that no ray of the
 * level passes at their height, or that have the whole grid on the radio's side, are left out at once.
 */
import { columnOf, firstMetreDb, floorsDb, MOST_OBLIQUE } from "./loss";
import type { Spot, Spread } from "./ray";
import type { Floor, Scene } from "./scene";

/** Places of a level in rows, at one height above the site's zero. Metres. */
export interface Grid {
  x0: number;
  y0: number;
  z: number;
  stepM: number;
  columns: number;
  rows: number;
}

export const placesOf = ({ columns, rows }: Grid) => columns * rows;

/** A grid over a box, its places in the middle of their squares. */
export function gridOver(
  box: { x0: number; y0: number; x1: number; y1: number },
  z: number,
  stepM: number,
): Grid {
  return {
    x0: box.x0 + stepM / 2,
    y0: box.y0 + stepM / 2,
    z,
    stepM,
    columns: Math.max(1, Math.ceil((box.x1 - box.x0) / stepM - 1e-9)),
    rows: Math.max(1, Math.ceil((box.y1 - box.y0) / stepM - 1e-9)),
  };
}

/** Room to work in, kept from one radio to the next: of the largest grid so far. */
let distances = new Float64Array(0);
let floorSum = new Float64Array(0);
let floorCount = new Uint8Array(0);
let inRoom = new Uint8Array(0);

function makeRoom({ columns, rows }: Grid): void {
  const count = columns * rows;
  if (distances.length < count) {
    distances = new Float64Array(count);
    floorSum = new Float64Array(count);
    floorCount = new Uint8Array(count);
  }
  if (inRoom.length < columns) inRoom = new Uint8Array(columns);
}

/** Columns of a row between two bounds, one more to each side: what is asked there decides. */
function columnsBetween(low: number, high: number, { x0, stepM, columns }: Grid): [number, number] {
  return [
    low === -Infinity ? 0 : Math.max(0, Math.floor((low - x0) / stepM) - 1),
    high === Infinity ? columns - 1 : Math.min(columns - 1, Math.ceil((high - x0) / stepM) + 1),
  ];
}

/** Loss in the open of every place. */
function openField({ mhz, n }: Spread, from: Spot, grid: Grid, out: Float32Array): void {
  const { x0, y0, z, stepM, columns, rows } = grid;
  const first = firstMetreDb(mhz);
  const dz2 = (z - from.z) ** 2;
  // 10·n·log10(d) of the square of d.
  const perLog = (10 * n) / 2 / Math.LN10;
  for (let row = 0, at = 0; row < rows; row++) {
    const flat = dz2 + (y0 + row * stepM - from.y) ** 2;
    for (let column = 0; column < columns; column++, at++) {
      const square = flat + (x0 + column * stepM - from.x) ** 2;
      distances[at] = Math.sqrt(square);
      out[at] = square <= 1 ? first : first + perLog * Math.log(square);
    }
  }
}

/** Put down where the rays to the places pass one floor under a room of the house. */
function passFloor(floor: Floor, lossDb: number, from: Spot, grid: Grid): void {
  const { x0, y0, z, stepM, columns, rows } = grid;
  const t = (floor.z - from.z) / (z - from.z);
  for (let row = 0; row < rows; row++) {
    // The place on the floor of a place (x, y) is from + t·((x, y) − from): a row of places is a row there.
    const y = from.y + t * (y0 + row * stepM - from.y);
    let any = false;
    for (const { outline, box } of floor.outlines) {
      if (y < box.y0 || y > box.y1) continue;
      const cuts: number[] = [];
      for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
        const [ax, ay] = outline[i]!;
        const [bx, by] = outline[j]!;
        if (ay > y !== by > y) cuts.push(((bx - ax) * (y - ay)) / (by - ay) + ax);
      }
      cuts.sort((a, b) => a - b);
      if (!any && cuts.length) {
        inRoom.fill(0, 0, columns);
        any = true;
      }
      for (let i = 0; i + 1 < cuts.length; i += 2) {
        const [low, high] = [cuts[i]!, cuts[i + 1]!];
        const [first, last] = columnsBetween(from.x + (low - from.x) / t, from.x + (high - from.x) / t, grid);
        for (let column = first; column <= last; column++) {
          const x = from.x + t * (x0 + column * stepM - from.x);
          if (x >= low && x < high) inRoom[column] = 1;
        }
      }
    }
    if (!any) continue;
    for (let column = 0, at = row * columns; column < columns; column++, at++)
      if (inRoom[column]) {
        floorCount[at]! += 1;
        floorSum[at]! += lossDb;
      }
  }
}

function passFloors(scene: Scene, spread: Spread, from: Spot, grid: Grid, out: Float32Array): void {
  const [low, high] = [Math.min(from.z, grid.z), Math.max(from.z, grid.z)];
  const passed = scene.floors.filter((floor) => floor.z > low && floor.z <= high && floor.outlines.length);
  if (!passed.length) return;
  const count = placesOf(grid);
  floorCount.fill(0, 0, count);
  floorSum.fill(0, 0, count);
  const column = columnOf(spread.mhz);
  for (const floor of passed) passFloor(floor, floor.lossDb?.[column] ?? spread.floorDb, from, grid);
  for (let at = 0; at < count; at++) {
    const k = floorCount[at]!;
    if (k) out[at]! += floorsDb(k, floorSum[at]! / k);
  }
}

/** Walls of a scene for one band as plain numbers, `WALL` a wall, and what is let into them, `PANE` each. */
interface Tuned {
  walls: Float64Array;
  panes: Float64Array;
}
const WALL = 12;
const PANE = 5;
/** Columns at both ends of a row whose places may lie outside the wedge. */
const MARGIN = 3;

const tunedScenes = new WeakMap<Scene, Map<string, Tuned>>();

function tunedTo(scene: Scene, mhz: number): Tuned {
  const column = columnOf(mhz);
  let byColumn = tunedScenes.get(scene);
  if (!byColumn) tunedScenes.set(scene, (byColumn = new Map()));
  const known = byColumn.get(column);
  if (known) return known;
  const panes: number[] = [];
  const walls = scene.sheets.flatMap(({ row, ux, uy, lengthM, low, high, lossDb, panes: own }) => {
    const first = panes.length;
    for (const pane of own) panes.push(pane.from, pane.to, pane.low, pane.high, pane.lossDb?.[column] ?? 0);
    const half = row.thicknessM / 2;
    return [row.ax, row.ay, row.bx, row.by, ux, uy, lengthM, low, high, half, lossDb[column], first];
  });
  const made = { walls: Float64Array.from(walls), panes: Float64Array.from(panes) };
  byColumn.set(column, made);
  return made;
}

/** Bounds of a row as lines over y: x at y = 0, x a metre of y, and from which side (0: no x, the sign decides). */
const bound = new Float64Array(12);

function setBound(line: number, rise: number, atZero: number, perY: number): void {
  const at = 3 * line;
  bound[at] = rise === 0 ? atZero : -atZero / rise;
  bound[at + 1] = rise === 0 ? perY : -perY / rise;
  bound[at + 2] = rise;
}

/** Add what one wall takes from the places behind it. `w`: where its numbers begin, `lastPane`: where the next wall's do. */
function passWall(
  { walls, panes }: Tuned,
  w: number,
  lastPane: number,
  from: Spot,
  grid: Grid,
  out: Float32Array,
): void {
  const ax = walls[w]!;
  const ay = walls[w + 1]!;
  const ux = walls[w + 4]!;
  const uy = walls[w + 5]!;
  const lengthM = walls[w + 6]!;
  const low = walls[w + 7]!;
  const high = walls[w + 8]!;
  const half = walls[w + 9]!;
  const plainDb = walls[w + 10]!;
  const firstPane = walls[w + 11]!;
  const { x0, y0, z, stepM, columns, rows } = grid;
  const p = ux * (from.y - ay) - uy * (from.x - ax);
  const alongFrom = ux * (from.x - ax) + uy * (from.y - ay);
  const side = p > 0 ? 1 : -1;
  // The whole grid on the radio's own side?
  const lastX = x0 + (columns - 1) * stepM;
  const lastY = y0 + (rows - 1) * stepM;
  const beside = (x: number, y: number) => (ux * (y - ay) - uy * (x - ax)) * side;
  if (Math.min(beside(x0, y0), beside(lastX, y0), beside(x0, lastY), beside(lastX, lastY)) > 1e-9) return;
  const climb = z - from.z;
  const whole = from.z >= low && from.z < high && z >= low && z < high;
  // Further off than it is thick, the radio itself hangs on no wall.
  const bare = firstPane === lastPane && Math.abs(p) >= half;
  // Lines from the radio to both ends; the wall's far side is between them.
  const toAx = ax - from.x;
  const toAy = ay - from.y;
  const toBx = walls[w + 2]! - from.x;
  const toBy = walls[w + 3]! - from.y;
  const turn = toAx * toBy - toAy * toBx > 0 ? 1 : -1;
  // Four lines bound a row: beyond the wall, between the lines to its ends, and not under or over it. Each is rise·x + atZero + perY·y,
  // above 0 on the wanted side, and bounds x from the left or the right by a straight line over y.
  const beyond = side * (ux * ay - uy * ax);
  // The ray passes the wall between these shares of its way, or over or under it: so far behind it lie the places.
  let since = 0;
  let until = 1;
  if (!whole) {
    if (climb === 0) return;
    since = Math.max(0, Math.min((low - from.z) / climb, (high - from.z) / climb));
    until = Math.min(1, Math.max((low - from.z) / climb, (high - from.z) / climb));
    if (since >= until) return;
  }
  setBound(0, side * uy, beyond - Math.abs(p) * (1 / until - 1), -side * ux);
  if (since > 0) setBound(3, -side * uy, Math.abs(p) * (1 / since - 1) - beyond, side * ux);
  else setBound(3, 0, 1, 0);
  setBound(1, -turn * toAy, turn * (toAy * from.x - toAx * from.y), turn * toAx);
  setBound(2, turn * toBy, turn * (toBx * from.y - toBy * from.x), -turn * toBx);
  const perStep = 1 / stepM;
  for (let row = 0; row < rows; row++) {
    const y = y0 + row * stepM;
    let left = -1e9;
    let right = 1e9;
    for (let line = 0; line < 12; line += 3) {
      const x = bound[line]! + bound[line + 1]! * y;
      const kind = bound[line + 2]!;
      if (kind > 0) {
        if (x > left) left = x;
      } else if (kind < 0) {
        if (x < right) right = x;
      } else if (x < -1e-9) right = -1e9;
    }
    if (right < left - 2 * stepM) continue;
    // One more to each side: what is asked there decides.
    const first = Math.max(0, Math.floor((left - x0) * perStep) - 1);
    const last = Math.min(columns - 1, Math.ceil((right - x0) * perStep) + 1);
    if (last < first) continue;
    const qRow = ux * (y - ay);
    const alongRow = uy * (y - ay) - alongFrom;
    // Well inside the wedge of a plain wall nothing is left to ask but how near it hangs.
    const plainFirst = bare ? first + MARGIN : 0;
    const plainLast = bare ? last - MARGIN : -1;
    for (
      let i = plainFirst, at = row * columns + plainFirst, q = qRow - uy * (x0 + plainFirst * stepM - ax);
      i <= plainLast;
      i++, at++, q = qRow - uy * (x0 + i * stepM - ax)
    ) {
      const oblique = distances[at]! * Math.abs(1 / (p - q));
      if (Math.abs(q) < half && Math.abs(q) * oblique < half) continue;
      out[at]! += plainDb * (oblique < MOST_OBLIQUE ? oblique : MOST_OBLIQUE);
    }
    for (let i = first, at = row * columns + first; i <= last; i++, at++) {
      if (i === plainFirst && plainLast >= plainFirst) {
        at += plainLast - i;
        i = plainLast;
        continue;
      }
      const dx = x0 + i * stepM - ax;
      const q = qRow - uy * dx;
      if (p > 0 === q > 0 || p === q) continue;
      const per = 1 / (p - q);
      const t = p * per;
      const along = alongFrom + t * (alongRow + ux * dx);
      if (along < 0 || along >= lengthM) continue;
      const height = from.z + t * climb;
      if (!whole && (height < low || height >= high)) continue;
      const d = distances[at]!;
      if (t * d < half || (1 - t) * d < half) continue;
      let db = plainDb;
      for (let k = firstPane; k < lastPane; k += PANE)
        if (
          along >= panes[k]! &&
          along < panes[k + 1]! &&
          height >= panes[k + 2]! &&
          height < panes[k + 3]!
        ) {
          db = panes[k + 4]!;
          break;
        }
      const oblique = d * Math.abs(per);
      out[at]! += db * (oblique < MOST_OBLIQUE ? oblique : MOST_OBLIQUE);
    }
  }
}

/**
 * Loss from a radio to every place of a grid, dB, row by row.
 * @param out of as many places as the grid has; what is in it is written over
 */
export function lossField(
  scene: Scene,
  spread: Spread,
  from: Spot,
  grid: Grid,
  out = new Float32Array(placesOf(grid)),
): Float32Array {
  makeRoom(grid);
  openField(spread, from, grid, out);
  passFloors(scene, spread, from, grid, out);
  const [low, high] = [Math.min(from.z, grid.z), Math.max(from.z, grid.z)];
  const tuned = tunedTo(scene, spread.mhz);
  const { walls, panes } = tuned;
  for (let w = 0; w < walls.length; w += WALL)
    if (walls[w + 8]! > low && walls[w + 7]! <= high)
      passWall(tuned, w, w + WALL < walls.length ? walls[w + WALL + 11]! : panes.length, from, grid, out);
  return out;
}

/** Margins of a grid: the best of all radios and the best without that one, with which it is (−1: none). */
export interface Margins {
  best: Float32Array;
  second: Float32Array;
  by: Int16Array;
}

/** What is heard at each place, of fields of loss and what each radio's level stands above them. */
export function marginsOf(
  count: number,
  fields: readonly { lossDb: Float32Array; budgetDb: number }[],
): Margins {
  const best = new Float32Array(count).fill(-Infinity);
  const second = new Float32Array(count).fill(-Infinity);
  const by = new Int16Array(count).fill(-1);
  fields.forEach(({ lossDb, budgetDb }, n) => {
    for (let at = 0; at < count; at++) {
      const margin = budgetDb - lossDb[at]!;
      if (margin > best[at]!) {
        second[at] = best[at]!;
        best[at] = margin;
        by[at] = n;
      } else if (margin > second[at]!) second[at] = margin;
    }
  });
  return { best, second, by };
}
