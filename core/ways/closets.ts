/** Closets a point's cables can end at. */
import type { Design } from "../design/collections";
import type { PointRow } from "../design/rows/runs";
import { routeGraph } from "./graph";
import { routeTo } from "./route";

/** Closets a point can be routed to, nearest way first. */
export function closetsFor(
  design: Design,
  point: PointRow,
): { closet: string; name: string; wayM: number }[] {
  const graph = routeGraph(design);
  return design.closets
    .flatMap((closet) => {
      const route = routeTo(graph, point, closet.id);
      return route ? [{ closet: closet.id, name: closet.name, wayM: route.pathM + route.riseM }] : [];
    })
    .sort((a, b) => a.wayM - b.wayM);
}
