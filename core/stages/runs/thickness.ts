/** How many cables lie on each stretch of the drawn ways: what the plan shows as thickness. */
import { keptFor, memo } from "../../design/kept";
import { dropsOf, type Drop } from "./drops";
import { routeGraph, type Graph } from "../../ways/graph";
import type { Route } from "../../ways/route";

export interface Stretch {
  /** Its own name while nothing on its way changes: edge of the graph, and which stretch of it. */
  key: string;
  level: string;
  a: [number, number];
  b: [number, number];
  count: number;
}

interface Piece {
  from: number;
  to: number;
}

/**
 * Pieces of routes by edge and by drop, and the stretches they make: an edit sweeps the edges its cables
 * lie on, and no other.
 */
class Sweep {
  private routes = new Map<string, Route>();
  private pieces = new Map<number, Map<string, Piece[]>>();
  private swept = new Map<number, Stretch[]>();

  constructor(readonly graph: Graph) {}

  /** Stretches of equal count; an edge whose pieces stayed gives the same objects as before. */
  of(drops: readonly Drop[]): Stretch[] {
    const touched = new Set<number>();
    const gone = new Set(this.routes.keys());
    for (const { key, route } of drops) {
      gone.delete(key);
      if (this.routes.get(key) !== route) this.lay(key, route, touched);
    }
    for (const key of gone) this.lay(key, undefined, touched);
    for (const edge of touched) {
      const stretches = this.sweep(edge);
      if (stretches.length) this.swept.set(edge, stretches);
      else this.swept.delete(edge);
    }
    return [...this.swept].sort(([a], [b]) => a - b).flatMap(([, own]) => own);
  }

  /** Horizontal edges only: stubs to single points, and rises, are not drawn as ways. */
  private lay(key: string, route: Route | undefined, touched: Set<number>): void {
    const edges = (of?: Route) => (of?.pieces ?? []).filter(({ edge }) => !this.graph.edges[edge]!.vertical);
    for (const { edge } of edges(this.routes.get(key))) {
      this.pieces.get(edge)?.delete(key);
      touched.add(edge);
    }
    if (route) this.routes.set(key, route);
    else this.routes.delete(key);
    for (const { edge, from, to } of edges(route)) {
      let lying = this.pieces.get(edge);
      if (!lying) this.pieces.set(edge, (lying = new Map()));
      lying.set(key, [...(lying.get(key) ?? []), { from, to }]);
      touched.add(edge);
    }
  }

  private sweep(id: number): Stretch[] {
    const edge = this.graph.edges[id]!;
    const a = this.graph.nodes[edge.a]!;
    const b = this.graph.nodes[edge.b]!;
    const at = (t: number): [number, number] => [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)];
    const ends = [...(this.pieces.get(id)?.values() ?? [])].flat().flatMap(({ from, to }) => [
      { t: from, by: 1 },
      { t: to, by: -1 },
    ]);
    ends.sort((p, q) => p.t - q.t);
    const out: Stretch[] = [];
    let count = 0;
    let from = 0;
    for (const { t, by } of ends) {
      if (count > 0 && t > from + 1e-9)
        out.push({ key: `${id}/${out.length}`, level: a.level, a: at(from), b: at(t), count });
      from = t;
      count += by;
    }
    return out;
  }
}

/** Stretches of equal count, horizontal edges only, of drops routed over a graph. */
export const stretches = (graph: Graph, drops: readonly Drop[]): Stretch[] => new Sweep(graph).of(drops);

/** The sweep of a design's last graph. */
const sweepOf = keptFor((): { sweep?: Sweep } => ({}));

/** The stretches of a whole design. */
export const stretchesOf = memo("stretchesOf", (design): Stretch[] => {
  const last = sweepOf(design);
  const graph = routeGraph(design);
  if (last.sweep?.graph !== graph) last.sweep = new Sweep(graph);
  return last.sweep!.of(dropsOf(design));
});
