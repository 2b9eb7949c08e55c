/** How two lines on the plan lie to each other: side by side, or one entering an area. Metres. */
import { boxesNear, boxOf, contains, type Box } from "./polygon";
import { meeting, type Xy } from "./segment";

/** Runs that turn away by more than this are crossings, and those are fine. */
const PARALLEL_DEG = 20;

/** Metres of a–b that lie within `most` metres of c–d and run along it; with the least distance there. */
export function alongside(
  a: Xy,
  b: Xy,
  c: Xy,
  d: Xy,
  most: number,
): { metres: number; least: number } | undefined {
  const [ux, uy] = [d[0] - c[0], d[1] - c[1]];
  const [vx, vy] = [b[0] - a[0], b[1] - a[1]];
  const [lu, lv] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
  if (
    lu < 1e-9 ||
    lv < 1e-9 ||
    Math.abs(ux * vy - uy * vx) / (lu * lv) > Math.sin((PARALLEL_DEG * Math.PI) / 180)
  )
    return undefined;
  // Both ends of a–b in coordinates along and across c–d.
  const at = (p: Xy) => ({
    along: ((p[0] - c[0]) * ux + (p[1] - c[1]) * uy) / lu,
    across: ((p[0] - c[0]) * uy - (p[1] - c[1]) * ux) / lu,
  });
  const [p, q] = [at(a), at(b)];
  const cut = (from: number, to: number) => ({ low: Math.min(from, to), high: Math.max(from, to) });
  // Parts t of a–b (0 to 1) where it is beside c–d, and near enough.
  const spans = [
    Math.abs(q.along - p.along) < 1e-9
      ? { low: 0, high: p.along >= 0 && p.along <= lu ? 1 : 0 }
      : cut((0 - p.along) / (q.along - p.along), (lu - p.along) / (q.along - p.along)),
    Math.abs(q.across - p.across) < 1e-9
      ? { low: 0, high: Math.abs(p.across) < most ? 1 : 0 }
      : cut((-most - p.across) / (q.across - p.across), (most - p.across) / (q.across - p.across)),
  ];
  const low = Math.max(0, ...spans.map((span) => span.low));
  const high = Math.min(1, ...spans.map((span) => span.high));
  if (high - low < 1e-9) return undefined;
  const across = (t: number) => p.across + t * (q.across - p.across);
  const least =
    Math.sign(across(low)) !== Math.sign(across(high))
      ? 0
      : Math.min(Math.abs(across(low)), Math.abs(across(high)));
  return { metres: (high - low) * lv, least };
}

const boxes = new WeakMap<readonly Xy[], Box>();

function boxOfOutline(outline: readonly Xy[]): Box {
  let box = boxes.get(outline);
  if (!box) boxes.set(outline, (box = boxOf(outline)));
  return box;
}

/** Does a–b enter the outline? Touching it along its edge does not count. */
export function crosses(outline: readonly Xy[], a: Xy, b: Xy): boolean {
  // Most areas of a level are nowhere near.
  if (!boxesNear(boxOfOutline(outline), boxOf([a, b]))) return false;
  const cuts = [0, 1];
  outline.forEach((corner, i) => {
    const met = meeting(a, b, corner, outline[(i + 1) % outline.length]!);
    if (met) cuts.push(met.t);
  });
  cuts.sort((p, q) => p - q);
  // Between two cuts the line is either all in or all out.
  return cuts.slice(1).some((t, i) => {
    const middle = (t + cuts[i]!) / 2;
    return (
      t - cuts[i]! > 1e-6 && contains(outline, [a[0] + middle * (b[0] - a[0]), a[1] + middle * (b[1] - a[1])])
    );
  });
}
