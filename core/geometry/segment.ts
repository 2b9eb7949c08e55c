/** Points and straight segments in the plane. Metres. */
export type Xy = readonly [number, number];

/** Straight distance of two places, in their own unit. */
export const distance = (a: Xy, b: Xy) => Math.hypot(b[0] - a[0], b[1] - a[1]);

/**
 * Where the perpendicular from `p` meets segment ab: t in [0, 1] along it, clamped to the ends, and the
 * place.
 */
export function footOn(p: Xy, a: Xy, b: Xy): { t: number; at: [number, number]; clamped: boolean } {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const lengthSquared = dx * dx + dy * dy;
  const free = lengthSquared === 0 ? 0 : ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / lengthSquared;
  const t = Math.min(1, Math.max(0, free));
  return { t, at: [a[0] + t * dx, a[1] + t * dy], clamped: free !== t };
}

/**
 * Where segments ab and cd meet, as t along ab and u along cd, or undefined.
 * Ends within `tolerance` metres of the other segment count as touching.
 */
export function meeting(
  a: Xy,
  b: Xy,
  c: Xy,
  d: Xy,
  tolerance = 0.05,
): { t: number; u: number; at: [number, number] } | undefined {
  const rx = b[0] - a[0];
  const ry = b[1] - a[1];
  const sx = d[0] - c[0];
  const sy = d[1] - c[1];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) > 1e-9) {
    const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / cross;
    const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / cross;
    if (t >= 0 && t <= 1 && u >= 0 && u <= 1) return { t, u, at: [a[0] + t * rx, a[1] + t * ry] };
  }
  for (const [end, u] of [
    [c, 0],
    [d, 1],
  ] as const) {
    const foot = footOn(end, a, b);
    if (distance(end, foot.at) <= tolerance) return { t: foot.t, u, at: foot.at };
  }
  for (const [end, t] of [
    [a, 0],
    [b, 1],
  ] as const) {
    const foot = footOn(end, c, d);
    if (distance(end, foot.at) <= tolerance) return { t, u: foot.t, at: [end[0], end[1]] };
  }
  return undefined;
}
