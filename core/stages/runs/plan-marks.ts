/** What the plan writes and draws of its cables: how thick they are, how many, and where each leaves its way. */
import type { Design } from "../../design/collections";
import type { Box } from "../../geometry/polygon";
import { placeLabels, type Label } from "../../geometry/place-labels";
import type { Xy } from "../../geometry/segment";
import { stretchesOf, type Stretch } from "./thickness";

/** Stroke of so many cables, px: grows with the root, so that one and forty can be told apart. */
export const cableStrokePx = (count: number) => 1 + 1.15 * Math.sqrt(Math.max(0, count - 1));

/** The part of a way before its first trunk. */
export function stubOf(places: readonly Xy[], stubM: number): Xy[] {
  const stub = places.slice(0, 1);
  let left = stubM + 1e-6;
  for (let i = 1; i < places.length && left > 0; i++) {
    const [a, b] = [places[i - 1]!, places[i]!];
    left -= Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (left < -1e-3) break;
    stub.push(b);
  }
  return stub;
}

const COUNT_HIGH_PX = 15;

/** Where the count of cables is written: on the longest stretch of each count, off the glyphs, and how wide it is. */
export function countMarks(
  design: Design,
  level: string,
  k: number,
): { text: string; x: number; y: number; widthPx: number }[] {
  const longest = new Map<number, Stretch>();
  const length = ({ a, b }: Stretch) => Math.hypot(b[0] - a[0], b[1] - a[1]);
  for (const stretch of stretchesOf(design)) {
    const known = longest.get(stretch.count);
    if (
      stretch.level === level &&
      stretch.count > 3 &&
      length(stretch) * k > 44 &&
      (!known || length(stretch) > length(known))
    )
      longest.set(stretch.count, stretch);
  }
  const glyphs = design.points
    .filter((point) => point.level === level)
    .map(({ x, y }): Box => ({ x0: x * k - 7, y0: y * k - 7, x1: x * k + 7, y1: y * k + 7 }));
  const labels = [...longest.values()].map(({ a, b, count }): Label => {
    const width = `×${count}`.length * 6.4 + 6;
    const places = [0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8].map((t): Xy => [
      (a[0] + (b[0] - a[0]) * t) * k - width / 2,
      (a[1] + (b[1] - a[1]) * t) * k - COUNT_HIGH_PX / 2,
    ]);
    return { key: `×${count}`, forms: [{ width, height: COUNT_HIGH_PX, places }] };
  });
  return [...placeLabels(labels, { boxes: glyphs, lines: [] })].map(([text, { x0, x1, y0, y1 }]) => ({
    ...{ text, x: (x0 + x1) / 2 / k, y: (y0 + y1) / 2 / k, widthPx: x1 - x0 },
  }));
}
