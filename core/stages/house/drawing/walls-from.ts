/** Straight lines out of somebody else's drawing, and the walls they make. */
import { round3 } from "../../../geometry/round";
import Flatbush from "flatbush";
import { LeftOut, type DrawnLine, type Drawing } from "../../../files/drawing";
import type { Design } from "../../../design/collections";
import type { Change } from "../../../design/edit";
import { fail } from "../../../design/input-error";
import type { WallRow } from "../../../design/rows/house-structure";
import { distance, type Xy } from "../../../geometry/segment";
import { LEAST_WALL_M, withRooms } from "../walls";
import { counted } from "../../../design/words";

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

const mm = (m: number) => round3(m);
const THINNEST_M = 0.04;
const THICKEST_M = 0.7;

/** Faces that are looked at together: more than any house has. */
const MOST_FACES = 20_000;
/** Lines nearer than this, and as straight, lie on each other. */
const SAME_M = 0.02;
const STRAIGHT = 0.01;

/** A line by where it starts, its direction and its length, metres. */
interface Ray {
  a: [number, number];
  ux: number;
  uy: number;
  lengthM: number;
}

function rayOf({ a, b }: DrawnLine): Ray {
  const lengthM = distance(a, b);
  return { a, ux: (b[0] - a[0]) / lengthM, uy: (b[1] - a[1]) / lengthM, lengthM };
}

/**
 * How another line lies to a ray: its ends along it, low first, and how far beside it; undefined where it
 * is not parallel.
 */
function beside(ray: Ray, other: DrawnLine): { from: number; to: number; gap: number } | undefined {
  const { ux, uy } = rayOf(other);
  if (Math.abs(ray.ux * uy - ray.uy * ux) > STRAIGHT) return undefined;
  const along = ([x, y]: Xy) => (x - ray.a[0]) * ray.ux + (y - ray.a[1]) * ray.uy;
  const off = ([x, y]: Xy) => (y - ray.a[1]) * ray.ux - (x - ray.a[0]) * ray.uy;
  const [s, t] = [along(other.a), along(other.b)];
  return { from: Math.min(s, t), to: Math.max(s, t), gap: (off(other.a) + off(other.b)) / 2 };
}

/** Lines found by where they are: those whose frames come within `reach` metres of one's own. */
function near(lines: readonly DrawnLine[], reach: number): (i: number) => number[] {
  const tree = new Flatbush(Math.max(1, lines.length));
  const frame = ({ a, b }: DrawnLine) =>
    [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1])] as const;
  if (lines.length) for (const line of lines) tree.add(...frame(line));
  else tree.add(0, 0, 0, 0);
  tree.finish();
  return (i) => {
    const [x0, y0, x1, y1] = frame(lines[i]!);
    return tree.search(x0 - reach, y0 - reach, x1 + reach, y1 + reach);
  };
}

type Span = readonly [from: number, to: number];

/** What of a span is left when others are taken out of it. */
const free = (span: Span, taken: readonly Span[]): Span[] =>
  taken.reduce<Span[]>(
    (open, [s, t]) =>
      open
        .flatMap(([from, to]): Span[] => [
          [from, Math.min(to, s)],
          [Math.max(from, t), to],
        ])
        .filter(([from, to]) => to - from > 1e-9),
    [span],
  );

const longest = (spans: readonly Span[]): Span =>
  spans.reduce((best, one) => (one[1] - one[0] > best[1] - best[0] ? one : best), [0, 0] as Span);

/**
 * Centre lines without what lies on another one: drawings give every room its own ring, so a wall between
 * two rooms is there twice, often only in part. The longer line stays whole; of a shorter one the rest
 * stays.
 */
function apartFrom(lines: readonly DrawnLine[], left: LeftOut): DrawnLine[] {
  const order = lines
    .map((_, i) => i)
    .sort((p, q) => distance(lines[q]!.a, lines[q]!.b) - distance(lines[p]!.a, lines[p]!.b) || p - q);
  const rank = new Map(order.map((line, i) => [line, i]));
  const around = near(lines, SAME_M);
  return lines.flatMap((line, i) => {
    const ray = rayOf(line);
    const taken = around(i).flatMap((j): Span[] => {
      if (rank.get(j)! >= rank.get(i)!) return [];
      const lies = beside(ray, lines[j]!);
      return lies && Math.abs(lies.gap) <= SAME_M && lies.to > 1e-6 && lies.from < ray.lengthM - 1e-6
        ? [[lies.from, lies.to]]
        : [];
    });
    if (!taken.length) return [line];
    left.add(
      free([0, ray.lengthM], taken).some(([from, to]) => to - from >= LEAST_WALL_M)
        ? "part of a line"
        : "line",
      "lies on another line",
    );
    const at = (run: number): [number, number] => [ray.a[0] + ray.ux * run, ray.a[1] + ray.uy * run];
    return free([0, ray.lengthM], taken)
      .filter(([from, to]) => to - from >= LEAST_WALL_M)
      .map(([from, to]) => ({ a: from === 0 ? line.a : at(from), b: to === ray.lengthM ? line.b : at(to) }));
  });
}

interface Pair {
  i: number;
  j: number;
  /** Signed, on the left of line i positive. */
  gap: number;
  /** Where they run beside each other, along i. */
  span: Span;
}

/** Two parallel lines that run beside each other as the faces of one wall may; undefined where they do not. */
function facing(lines: readonly DrawnLine[], i: number, j: number): Pair | undefined {
  const ray = rayOf(lines[i]!);
  const lies = beside(ray, lines[j]!);
  if (!lies || Math.abs(lies.gap) < THINNEST_M || Math.abs(lies.gap) > THICKEST_M) return undefined;
  const span: Span = [Math.max(0, lies.from), Math.min(ray.lengthM, lies.to)];
  const overlap = span[1] - span[0];
  return overlap < 0.5 * Math.min(ray.lengthM, lies.to - lies.from) || overlap < LEAST_WALL_M
    ? undefined
    : { i, j, gap: lies.gap, span };
}

/**
 * Walls between pairs of faces. Nearest faces belong together first; of equals those that run together
 * longest. A face may bound several walls, one after another along it: an outer face that spans two rooms
 * has an inner face in each.
 */
function wallsBetween(lines: readonly DrawnLine[], left: LeftOut): WallsMade["walls"] {
  const around = near(lines, THICKEST_M);
  const pairs: Pair[] = [];
  for (let i = 0; i < lines.length; i++) {
    for (const j of around(i)) {
      // Along the longer of the two: that is the one others may share.
      const [p, q] =
        distance(lines[i]!.a, lines[i]!.b) >= distance(lines[j]!.a, lines[j]!.b) ? [i, j] : [j, i];
      const pair = i < j ? facing(lines, p, q) : undefined;
      if (pair) pairs.push(pair);
    }
  }
  pairs.sort(
    (p, q) =>
      Math.abs(p.gap) - Math.abs(q.gap) ||
      q.span[1] - q.span[0] - (p.span[1] - p.span[0]) ||
      p.i - q.i ||
      p.j - q.j,
  );
  // What of each face is the face of a wall already, along its own line.
  const taken = lines.map((): Span[] => []);
  const made: Pair[] = [];
  for (const pair of pairs) {
    const [p, q] = [rayOf(lines[pair.i]!), rayOf(lines[pair.j]!)];
    const turned = p.ux * q.ux + p.uy * q.uy < 0;
    const shift = (q.a[0] - p.a[0]) * p.ux + (q.a[1] - p.a[1]) * p.uy;
    const onOther = ([from, to]: Span): Span =>
      turned ? [shift - to, shift - from] : [from - shift, to - shift];
    const back = ([from, to]: Span): Span =>
      turned ? [shift - to, shift - from] : [from + shift, to + shift];
    const open = longest(free(pair.span, [...taken[pair.i]!, ...taken[pair.j]!.map(back)]));
    // A rest that is less than half of what the two have in common is a corner, not a wall.
    if (open[1] - open[0] < Math.max(LEAST_WALL_M, 0.5 * (pair.span[1] - pair.span[0]))) continue;
    taken[pair.i]!.push(open);
    taken[pair.j]!.push(onOther(open));
    made.push({ ...pair, span: open });
  }
  const paired = new Set(pairs.flatMap(({ i, j }) => [i, j]));
  lines.forEach(
    (_, i) =>
      taken[i]!.length ||
      left.add(
        "line",
        paired.has(i) ? "its other face belongs to another wall" : `no other face within ${THICKEST_M} m`,
      ),
  );
  return joined(lines, made);
}

/**
 * Pieces along one face with one gap are one wall, through the partitions that part them; it reaches as far
 * as its longer face.
 */
function joined(lines: readonly DrawnLine[], made: readonly Pair[]): WallsMade["walls"] {
  const groups = new Map<string, Pair[]>();
  for (const pair of made) {
    const key = `${pair.i} ${Math.round(pair.gap * 100)}`;
    groups.set(key, [...(groups.get(key) ?? []), pair]);
  }
  return [...groups.values()].flatMap((group) => {
    const ray = rayOf(lines[group[0]!.i]!);
    const runs: { span: Span; gap: number }[] = [];
    for (const { span, gap } of [...group].sort((p, q) => p.span[0] - q.span[0])) {
      const last = runs.at(-1);
      if (last && span[0] - last.span[1] <= THICKEST_M)
        last.span = [last.span[0], Math.max(last.span[1], span[1])];
      else runs.push({ span, gap });
    }
    return runs.map(({ span: [from, to], gap }) => {
      const whole = to - from > 0.8 * ray.lengthM;
      const at = (run: number): [number, number] => [
        ray.a[0] + ray.ux * run - (ray.uy * gap) / 2,
        ray.a[1] + ray.uy * run + (ray.ux * gap) / 2,
      ];
      const [a, b] = [at(whole ? 0 : from), at(whole ? ray.lengthM : to)];
      return { ax: mm(a[0]), ay: mm(a[1]), bx: mm(b[0]), by: mm(b[1]), thicknessM: mm(Math.abs(gap)) };
    });
  });
}

/**
 * The walls that the chosen layers of a drawing make, in metres, and which lines make none. Throws
 * InputError for a scale of nothing.
 */
export function wallsFrom(drawing: Drawing, options: WallsFrom): WallsMade {
  if (!(options.metresPerUnit > 0))
    fail("Scale", "must be above nothing: say how many metres a unit of the drawing is");
  const left = new LeftOut();
  const chosen = drawing.layers
    .filter((layer) => options.layers.includes(layer.name))
    .flatMap((layer) => layer.lines);
  let [x0, y0] = [Infinity, Infinity];
  for (const { a, b } of chosen) [x0, y0] = [Math.min(x0, a[0], b[0]), Math.min(y0, a[1], b[1])];
  const place = ([x, y]: Xy): [number, number] => [
    options.at[0] + (x - x0) * options.metresPerUnit,
    options.at[1] + (y - y0) * options.metresPerUnit,
  ];
  const lines: DrawnLine[] = [];
  const seen = new Set<string>();
  for (const line of chosen) {
    const [a, b] = [place(line.a), place(line.b)];
    if (distance(a, b) < LEAST_WALL_M) {
      left.add("line", `shorter than ${LEAST_WALL_M} m`);
      continue;
    }
    const key = [a, b]
      .map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`)
      .sort()
      .join(" ");
    if (seen.has(key)) left.add("line", "drawn twice");
    else lines.push({ a, b });
    seen.add(key);
  }
  if (lines.length > MOST_FACES)
    fail("Layers", `hold ${counted(lines.length, "line")}; choose fewer, at most ${MOST_FACES} at once`);
  const single = apartFrom(lines, left);
  if (options.lines === "faces") return { walls: wallsBetween(single, left), leftOut: left.list() };
  return {
    walls: single.map(({ a, b }) => ({
      ax: mm(a[0]),
      ay: mm(a[1]),
      bx: mm(b[0]),
      by: mm(b[1]),
      thicknessM: options.thicknessM,
    })),
    leftOut: left.list(),
  };
}

/** The walls as changes, with the rooms that follow. Throws InputError where there is none. */
export function importWalls(
  design: Design,
  level: string,
  newId: () => string,
  drawing: Drawing,
  options: WallsFrom,
): { changes: Change[]; made: WallsMade } {
  const made = wallsFrom(drawing, options);
  if (!made.walls.length) fail("Layers", "hold no line that makes a wall");
  if (made.walls.length > 5000)
    fail("Layers", `hold ${counted(made.walls.length, "wall")}; choose fewer, at most 5000 at once`);
  return {
    changes: withRooms(
      design,
      level,
      made.walls.map((wall): Change => ({
        in: "walls",
        put: { id: newId(), level, ...wall, material: options.material },
      })),
    ),
    made,
  };
}
