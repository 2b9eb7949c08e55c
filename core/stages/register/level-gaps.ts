/** How many levels lie between two, as one walks. */
import type { Design } from "../../design/collections";

/** Steps of the order from one level to another: an outbuilding beside the ground floor is one away. */
export function levelGaps(design: Design): (from: string, to: string) => number {
  const order = new Map(
    [...design.levels]
      .sort((a, b) => a.elevationM - b.elevationM || a.order - b.order)
      .map(({ id }, n) => [id, n]),
  );
  return (from, to) => Math.abs((order.get(from) ?? 0) - (order.get(to) ?? 0));
}
