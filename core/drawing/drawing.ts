/** Straight lines out of somebody else's drawing, and the walls they make. */
import type { Design } from "../design/collections";
import type { Change } from "../design/edit";
import { fail } from "../design/input-error";
import type { WallRow } from "../design/rows-house";
import { distance, type Xy } from "../geometry/segment";
import { LEAST_WALL_M, withRooms } from "../house/walls";

export interface DrawnLine {
  a: [number, number];
  b: [number, number];
}

export interface Drawing {
  /** Metres in one unit of the drawing; undefined where the file does not say. */
  metresPerUnit?: number;
  /** Lines by layer, in units of the drawing, y down. */
  layers: { name: string; lines: DrawnLine[] }[];
  /** What was not read, and why. */
  leftOut: { what: string; count: number; why: string }[];
}

/** Counts what is left out, by kind and reason. */
export class LeftOut {
  readonly #counts = new Map<string, { what: string; count: number; why: string }>();
  add(what: string, why: string): void {
    const key = `${what}\n${why}`;
    const known = this.#counts.get(key);
    if (known) known.count += 1;
    else this.#counts.set(key, { what, count: 1, why });
  }
  list(): Drawing["leftOut"] {
    return [...this.#counts.values()].sort((a, b) => b.count - a.count);
  }
}

export interface WallsFrom {
  metresPerUnit: number;
  layers: readonly string[];
  /** Lines are centre lines of walls, or pairs of faces whose distance is the thickness. */
  lines: "centres" | "faces";
  thicknessM: number;
  material: string;
  /** Where the drawing's upper left corner goes. */
  at: Xy;
}

export interface WallsMade {
  walls: Pick<WallRow, "ax" | "ay" | "bx" | "by" | "thicknessM">[];
  leftOut: Drawing["leftOut"];
}

const mm = (m: number) => Math.round(m * 1000) / 1000 + 0;
const THINNEST_M = 0.04;
const THICKEST_M = 0.7;

interface Pair {
  i: number;
  j: number;
  gap: number;
  overlap: number;
  wall: WallsMade["walls"][number];
}

/** Two parallel lines that run beside each other as one wall between them; undefined where they do not. */
function between(p: DrawnLine, q: DrawnLine): Omit<Pair, "i" | "j"> | undefined {
  const length = distance(p.a, p.b);
  const [ux, uy] = [(p.b[0] - p.a[0]) / length, (p.b[1] - p.a[1]) / length];
  const other = distance(q.a, q.b);
  if (Math.abs(ux * ((q.b[1] - q.a[1]) / other) - uy * ((q.b[0] - q.a[0]) / other)) > 0.01) return undefined;
  const gap = -(q.a[0] - p.a[0]) * uy + (q.a[1] - p.a[1]) * ux;
  if (Math.abs(gap) < THINNEST_M || Math.abs(gap) > THICKEST_M) return undefined;
  const along = ([x, y]: Xy) => (x - p.a[0]) * ux + (y - p.a[1]) * uy;
  const [s, t] = [along(q.a), along(q.b)].sort((m, n) => m - n) as [number, number];
  const [from, to] = [Math.max(0, s), Math.min(length, t)];
  if (to - from < 0.5 * Math.min(length, other) || to - from < LEAST_WALL_M) return undefined;
  // The wall reaches as far as the longer of its faces.
  const [start, end] = [Math.min(0, s), Math.max(length, t)];
  const at = (run: number): [number, number] => [p.a[0] + ux * run - (uy * gap) / 2, p.a[1] + uy * run + (ux * gap) / 2];
  const reach = (to - from) / Math.max(length, other) > 0.8 ? [start, end] as const : [from, to] as const;
  const [a, b] = [at(reach[0]), at(reach[1])];
  return { gap: Math.abs(gap), overlap: to - from, wall: { ax: mm(a[0]), ay: mm(a[1]), bx: mm(b[0]), by: mm(b[1]), thicknessM: mm(Math.abs(gap)) } };
}

/** The walls that the chosen layers of a drawing make, in metres, and which lines make none. Throws InputError for a scale of nothing. */
export function wallsFrom(drawing: Drawing, options: WallsFrom): WallsMade {
  if (!(options.metresPerUnit > 0)) fail("Scale", "must be above nothing: say how many metres a unit of the drawing is");
  const left = new LeftOut();
  const chosen = drawing.layers.filter((layer) => options.layers.includes(layer.name)).flatMap((layer) => layer.lines);
  const x0 = Math.min(...chosen.flatMap((line) => [line.a[0], line.b[0]]));
  const y0 = Math.min(...chosen.flatMap((line) => [line.a[1], line.b[1]]));
  const place = ([x, y]: Xy): [number, number] => [options.at[0] + (x - x0) * options.metresPerUnit, options.at[1] + (y - y0) * options.metresPerUnit];
  const lines: DrawnLine[] = [];
  const seen = new Set<string>();
  for (const line of chosen) {
    const [a, b] = [place(line.a), place(line.b)];
    if (distance(a, b) < LEAST_WALL_M) {
      left.add("line", `shorter than ${LEAST_WALL_M} m`);
      continue;
    }
    const key = [a, b].map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).sort().join(" ");
    if (seen.has(key)) left.add("line", "drawn twice");
    else lines.push({ a, b });
    seen.add(key);
  }
  if (options.lines === "centres") {
    return { walls: lines.map(({ a, b }) => ({ ax: mm(a[0]), ay: mm(a[1]), bx: mm(b[0]), by: mm(b[1]), thicknessM: options.thicknessM })), leftOut: left.list() };
  }
  const pairs: Pair[] = [];
  for (let i = 0; i < lines.length; i++) {
    for (let j = i + 1; j < lines.length; j++) {
      const pair = between(lines[i]!, lines[j]!);
      if (pair) pairs.push({ i, j, ...pair });
    }
  }
  // Nearest faces belong together first; of equals those that run together longest.
  pairs.sort((p, q) => p.gap - q.gap || q.overlap - p.overlap);
  const used = new Set<number>();
  const walls: WallsMade["walls"] = [];
  for (const { i, j, wall } of pairs) {
    if (used.has(i) || used.has(j)) continue;
    used.add(i).add(j);
    walls.push(wall);
  }
  lines.forEach((_, i) => used.has(i) || left.add("line", `no other face within ${THICKEST_M} m`));
  return { walls, leftOut: left.list() };
}

/** The walls as changes, with the rooms that follow. Throws InputError where there is none. */
export function importWalls(design: Design, level: string, newId: () => string, drawing: Drawing, options: WallsFrom): { changes: Change[]; made: WallsMade } {
  const made = wallsFrom(drawing, options);
  if (!made.walls.length) fail("Layers", "hold no line that makes a wall");
  if (made.walls.length > 5000) fail("Layers", `hold ${made.walls.length} walls; choose fewer, at most 5000 at once`);
  return { changes: withRooms(design, level, made.walls.map((wall): Change => ({ in: "walls", put: { id: newId(), level, ...wall, material: options.material } }))), made };
}
