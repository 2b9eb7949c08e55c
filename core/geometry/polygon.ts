/** Closed polygons given as their corners, first not repeated. Metres and m². */
import type { Xy } from "./segment";
import { distance, footOn } from "./segment";

/** Signed area by the shoelace formula; positive where the corners run clockwise on the sheet (y down). */
export function signedArea(corners: readonly Xy[]): number {
  let twice = 0;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    twice += corners[j]![0] * corners[i]![1] - corners[i]![0] * corners[j]![1];
  }
  return twice / 2;
}

/** Area of a closed outline, m². `corners` in m, in order, either way round; the last joins the first. */
export const area = (corners: readonly Xy[]) => Math.abs(signedArea(corners));

/** Length of a closed outline, m. */
export function perimeter(corners: readonly Xy[]): number {
  return corners.reduce((sum, corner, i) => sum + distance(corner, corners[(i + 1) % corners.length]!), 0);
}

/** Centre of area; the mean of the corners where the area is nothing. */
export function centroid(corners: readonly Xy[]): [number, number] {
  const whole = signedArea(corners);
  if (Math.abs(whole) < 1e-12) {
    return [
      corners.reduce((s, c) => s + c[0], 0) / corners.length,
      corners.reduce((s, c) => s + c[1], 0) / corners.length,
    ];
  }
  let x = 0;
  let y = 0;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const [ax, ay] = corners[j]!;
    const [bx, by] = corners[i]!;
    const cross = ax * by - bx * ay;
    x += (ax + bx) * cross;
    y += (ay + by) * cross;
  }
  return [x / (6 * whole), y / (6 * whole)];
}

/** Is `p` inside? By the even-odd rule; points on the outline may fall either way. */
export function contains(corners: readonly Xy[], p: Xy): boolean {
  let inside = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const [ax, ay] = corners[i]!;
    const [bx, by] = corners[j]!;
    if (ay > p[1] !== by > p[1] && p[0] < ((bx - ax) * (p[1] - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

/**
 * Do two sides of the ring cross, or a corner lie on a far side? Neighbouring sides share their corner and
 * do not count.
 */
export function selfCrossing(corners: readonly Xy[]): boolean {
  const n = corners.length;
  const turn = (a: Xy, b: Xy, c: Xy) =>
    Math.sign((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
  for (let i = 0; i < n; i++) {
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      const [a, b, c, d] = [corners[i]!, corners[(i + 1) % n]!, corners[j]!, corners[(j + 1) % n]!];
      if (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0) return true;
    }
  }
  return false;
}

/** How far a place is from the ring itself, inside or out. Metres. */
export const edgeDistance = (corners: readonly Xy[], p: Xy) =>
  Math.min(
    ...corners.map((corner, i) => distance(p, footOn(p, corner, corners[(i + 1) % corners.length]!).at)),
  );

/** The upright box round some places. Metres. */
export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** The box that holds all `places`; a box that nothing lies in where there are none. */
export function boxOf(places: readonly Xy[]): Box {
  const box = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (const [x, y] of places) {
    box.x0 = Math.min(box.x0, x);
    box.y0 = Math.min(box.y0, y);
    box.x1 = Math.max(box.x1, x);
    box.y1 = Math.max(box.y1, y);
  }
  return box;
}

/** Do two boxes touch, or come nearer than `m`? What asks something dear of shapes asks this first. */
export const boxesNear = (a: Box, b: Box, m = 0): boolean =>
  a.x0 <= b.x1 + m && b.x0 <= a.x1 + m && a.y0 <= b.y1 + m && b.y0 <= a.y1 + m;

/** Does a place lie in the box, or no further than `m` metres from it along either axis? */
export const boxNear = (box: Box, [x, y]: Xy, m = 0): boolean =>
  x >= box.x0 - m && x <= box.x1 + m && y >= box.y0 - m && y <= box.y1 + m;
