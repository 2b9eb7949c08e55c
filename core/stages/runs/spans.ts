/** Where along each way its drops lie, and where they lie most side by side. */
import { memoByParts } from "../../design/kept";
import { dropsOf, type Drop } from "./drops";
import { routeGraph } from "../../ways/graph";
import type { Route } from "../../ways/route";

export interface Span {
  /** t along an edge of the graph, low first. */
  from: number;
  to: number;
  drop: Drop;
}

export type WayKey = `${"trunks" | "risers"}/${string}`;
/** Name of a way, whatever collection it is in. */
export const wayKey = (way: Route["ways"][number]): WayKey => `${way.in}/${way.id}`;

/** Every drop that has a cable, by way and by the edge of the graph it lies on. */
export const spansByWay = memoByParts(
  [dropsOf],
  (design): ReadonlyMap<WayKey, ReadonlyMap<number, Span[]>> => {
    const graph = routeGraph(design);
    const byWay = new Map<WayKey, Map<number, Span[]>>();
    for (const drop of dropsOf(design)) {
      if (!drop.cableType) continue;
      for (const piece of drop.route?.pieces ?? []) {
        const way = graph.edges[piece.edge]!.way;
        if (!way) continue;
        let edges = byWay.get(wayKey(way));
        if (!edges) byWay.set(wayKey(way), (edges = new Map()));
        const list = edges.get(piece.edge);
        if (list) list.push({ from: piece.from, to: piece.to, drop });
        else edges.set(piece.edge, [{ from: piece.from, to: piece.to, drop }]);
      }
    }
    return byWay;
  },
);

/** Drops side by side on an edge, where there is most of them by the given measure: one sweep along it. */
export function fullest(spans: readonly Span[], measure: (drop: Drop) => number): Drop[] {
  const events = spans
    .flatMap(({ from, to, drop }) => [
      { at: from, by: measure(drop) },
      { at: to, by: -measure(drop) },
    ])
    .sort((a, b) => a.at - b.at || a.by - b.by);
  let [sum, most, best] = [0, 0, 0];
  events.forEach(({ at, by }, i) => {
    sum += by;
    if (sum > most + 1e-9) [most, best] = [sum, (at + (events[i + 1]?.at ?? at)) / 2];
  });
  return spans.filter(({ from, to }) => from <= best && best <= to).map(({ drop }) => drop);
}

/** The fullest place of a whole way, whichever edge it is on. */
export function fullestOf(
  edges: ReadonlyMap<number, Span[]> | undefined,
  measure: (drop: Drop) => number,
): Drop[] {
  let best: Drop[] = [];
  let most = 0;
  for (const spans of edges?.values() ?? []) {
    const here = fullest(spans, measure);
    const sum = here.reduce((all, drop) => all + measure(drop), 0);
    if (sum > most) [best, most] = [here, sum];
  }
  return best;
}
