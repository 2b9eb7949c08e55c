/** A way at right angles through the void of a level, round what no cable may cross and not along mains. */
import TinyQueue from "tinyqueue";
import type { Design } from "../design/collections";
import type { Xy } from "../geometry/segment";
import { alongside, crosses } from "../geometry/cross";

export interface Obstacles {
  /** Outlines no cable may enter. */
  areas: readonly (readonly Xy[])[];
  /** Mains to keep away from. */
  mains: readonly { path: readonly Xy[]; heightM?: number }[];
}

/** How far round a corner of a no-go area cable is led, and how far beside mains. */
const ROUND_M = 0.1;
const BESIDE_MAINS_M = 0.2;
/** A metre beside mains, or within a no-go area, is worth as much as so many free ones. */
const MAINS_COST = 4;
export const BARRED_COST = 1000;
/** A bend counts as so many metres: of two ways of one length the straighter is taken. */
const BEND_M = 0.01;

/**
 * What a free way through the void of a level goes round: no-go areas, and mains with the distance kept to it.
 * Undefined where there is neither.
 */
export function obstaclesOf(design: Design, level: string): Obstacles | undefined {
  const areas = design.noGo.filter((row) => row.level === level).map((row) => row.outline);
  const mains = design.mainsRuns.filter((row) => row.level === level);
  return areas.length || mains.length ? { areas, mains } : undefined;
}

/** Does a–b lie free of every area? */
export const isFree = ({ areas }: Obstacles, a: Xy, b: Xy) =>
  areas.every((outline) => !crosses(outline, a, b));

/** Metres of a–b beside mains at about its height. */
function besideM({ mains }: Obstacles, a: Xy, b: Xy, heightM: number): number {
  let sum = 0;
  for (const run of mains) {
    if (run.heightM !== undefined && Math.abs(run.heightM - heightM) >= BESIDE_MAINS_M) continue;
    for (let i = 1; i < run.path.length; i++)
      sum += alongside(a, b, run.path[i - 1]!, run.path[i]!, BESIDE_MAINS_M)?.metres ?? 0;
  }
  return sum;
}

interface Reach {
  at: number;
  cost: number;
  /** 0 came along x, 1 along y, -1 the start. */
  along: number;
  before?: Reach;
}

/**
 * Corners of the cheapest path at right angles from a to b, both included; the plain elbow where nothing is
 * in the way.
 * Where no free path exists it goes through, at a price: the check then names it. Metres.
 */
export function voidPath(
  obstacles: Obstacles | undefined,
  a: Xy,
  b: Xy,
  heightM: number,
): [number, number][] {
  const elbow: [number, number][] = [
    [a[0], a[1]],
    [b[0], a[1]],
    [b[0], b[1]],
  ];
  const clean = (path: [number, number][]) =>
    path.filter(
      ([x, y], i) => i === 0 || Math.abs(x - path[i - 1]![0]) + Math.abs(y - path[i - 1]![1]) > 1e-6,
    );
  const trouble = (from: Xy, to: Xy) =>
    obstacles && (!isFree(obstacles, from, to) || besideM(obstacles, from, to, heightM) > 0);
  if (!obstacles || !(trouble(elbow[0]!, elbow[1]!) || trouble(elbow[1]!, elbow[2]!))) return clean(elbow);
  const lines = (axis: 0 | 1) => {
    const all = [a[axis], b[axis]];
    for (const outline of obstacles.areas) {
      const values = outline.map((corner) => corner[axis]);
      all.push(Math.min(...values) - ROUND_M, Math.max(...values) + ROUND_M);
    }
    for (const run of obstacles.mains)
      for (const corner of run.path)
        all.push(corner[axis] - BESIDE_MAINS_M - 0.01, corner[axis] + BESIDE_MAINS_M + 0.01);
    return apart(all, a[axis], b[axis]);
  };
  const [xs, ys] = [lines(0), lines(1)];
  const at = (node: number): Xy => [xs[node % xs.length]!, ys[Math.floor(node / xs.length)]!];
  const nodeAt = ([x, y]: Xy) => nearestLine(ys, y) * xs.length + nearestLine(xs, x);
  const [start, goal] = [nodeAt(a), nodeAt(b)];
  const queue = new TinyQueue<Reach>([{ at: start, cost: 0, along: -1 }], (p, q) => p.cost - q.cost);
  const done = new Set<number>();
  while (queue.length) {
    const here = queue.pop()!;
    if (here.at === goal) {
      const path: [number, number][] = [];
      for (let step: Reach | undefined = here; step; step = step.before)
        path.unshift([at(step.at)[0], at(step.at)[1]]);
      return clean(withEnds(straightened(path), a, b));
    }
    const key = here.at * 3 + here.along + 1;
    if (done.has(key)) continue;
    done.add(key);
    const column = here.at % xs.length;
    const row = Math.floor(here.at / xs.length);
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      if (column + dx < 0 || column + dx >= xs.length || row + dy < 0 || row + dy >= ys.length) continue;
      const next = here.at + dx + dy * xs.length;
      const [p, q] = [at(here.at), at(next)];
      const metres = Math.abs(p[0] - q[0]) + Math.abs(p[1] - q[1]);
      const along = dy ? 1 : 0;
      const cost =
        here.cost +
        metres * (isFree(obstacles, p, q) ? 1 : BARRED_COST) +
        MAINS_COST * besideM(obstacles, p, q, heightM) +
        (here.along >= 0 && here.along !== along ? BEND_M : 0);
      queue.push({ at: next, cost, along, before: here });
    }
  }
  return clean(elbow);
}

/**
 * Lines nearer than this are one: a corner between two of them would turn by nothing, and the way would
 * seem to go askew.
 */
const ONE_LINE_M = 1e-6;

/**
 * Values in order, those that are one line only once; the ends of the way keep their own where they are
 * among them.
 */
function apart(values: readonly number[], from: number, to: number): number[] {
  const kept = from === to || Math.abs(from - to) > ONE_LINE_M ? [from, to] : [from];
  for (const value of values)
    if (kept.every((other) => Math.abs(other - value) > ONE_LINE_M)) kept.push(value);
  return [...new Set(kept)].sort((p, q) => p - q);
}

const nearestLine = (lines: readonly number[], value: number) =>
  lines.reduce((best, line, i) => (Math.abs(line - value) < Math.abs(lines[best]! - value) ? i : best), 0);

/** The path with its ends exactly where they are asked for; its last leg stays upright or level. */
function withEnds(path: [number, number][], a: Xy, b: Xy): [number, number][] {
  if (path.length < 2)
    return [
      [a[0], a[1]],
      [b[0], b[1]],
    ];
  return path.map((corner, i) => (i === 0 ? [a[0], a[1]] : i === path.length - 1 ? [b[0], b[1]] : corner));
}

/** Metres a path counts for: those through what no cable may cross, and those beside mains, many times over. */
export const voidCostM = (obstacles: Obstacles | undefined, path: readonly Xy[], heightM: number): number =>
  path.slice(1).reduce((sum, to, i) => {
    const from = path[i]!;
    const metres = Math.abs(to[0] - from[0]) + Math.abs(to[1] - from[1]);
    if (!obstacles) return sum + metres;
    return (
      sum +
      metres * (isFree(obstacles, from, to) ? 1 : BARRED_COST) +
      MAINS_COST * besideM(obstacles, from, to, heightM)
    );
  }, 0);

/** Without corners that do not turn. */
const straightened = (path: [number, number][]): [number, number][] =>
  path.filter(([x, y], i) => {
    const [p, q] = [path[i - 1], path[i + 1]];
    return (
      !p ||
      !q ||
      !(
        (Math.abs(p[0] - x) < 1e-9 && Math.abs(q[0] - x) < 1e-9) ||
        (Math.abs(p[1] - y) < 1e-9 && Math.abs(q[1] - y) < 1e-9)
      )
    );
  });

/** Metres of a path. */
export const pathLength = (path: readonly Xy[]) =>
  path.slice(1).reduce((sum, [x, y], i) => sum + Math.abs(x - path[i]![0]) + Math.abs(y - path[i]![1]), 0);
