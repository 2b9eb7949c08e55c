/** How many cables lie on each stretch of the drawn ways: what the plan shows as thickness. */
import { memoByParts } from "../../design/kept";
import { dropsOf, type Drop } from "./drops";
import { routeGraph, type Graph } from "../../ways/graph";

export interface Stretch {
  level: string;
  a: [number, number];
  b: [number, number];
  count: number;
}

/** Stretches of equal count, horizontal edges only. Stubs to single points are not among them. */
export function stretches(graph: Graph, drops: readonly Drop[]): Stretch[] {
  const changes = new Map<number, { t: number; by: number }[]>();
  for (const drop of drops) {
    for (const piece of drop.route?.pieces ?? []) {
      if (graph.edges[piece.edge]!.vertical) continue;
      let list = changes.get(piece.edge);
      if (!list) changes.set(piece.edge, (list = []));
      list.push({ t: piece.from, by: 1 }, { t: piece.to, by: -1 });
    }
  }
  const out: Stretch[] = [];
  for (const [id, list] of changes) {
    const edge = graph.edges[id]!;
    const a = graph.nodes[edge.a]!;
    const b = graph.nodes[edge.b]!;
    const at = (t: number): [number, number] => [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)];
    list.sort((p, q) => p.t - q.t);
    let count = 0;
    let from = 0;
    for (const { t, by } of list) {
      if (count > 0 && t > from + 1e-9) out.push({ level: a.level, a: at(from), b: at(t), count });
      from = t;
      count += by;
    }
  }
  return out;
}

/** The stretches of a whole design. */
export const stretchesOf = memoByParts([dropsOf], (design): Stretch[] =>
  stretches(routeGraph(design), dropsOf(design)),
);
