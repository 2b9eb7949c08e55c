/**
 * The way of one cable between two places of the house: off the first at right angles to its trunk, along the
 * ways that are drawn, and from the other's trunk down to it. What a bus line is made of, stretch by stretch.
 */
import { voidHeightM, type Graph } from "./graph";
import {
  addPlace,
  bestJoin,
  bestThroughVoid,
  emptyRoute,
  follow,
  followBack,
  keptTree,
  SAME_M,
  stub,
  treeOf,
  type Arrival,
  type Join,
  type Route,
  type Spot,
  type Tree,
} from "./route";
import { BARRED_COST, pathLength, voidCostM, voidPath } from "./void-path";

/** Two places of one room no further apart than this are joined straight, without going up to a trunk. */
const BESIDE_M = 2;

/** A place with the room it is in. */
export type Stand = Spot & { room?: string };

/** What a cable from a place joins: a trunk, or the void of a level that has none. */
interface Start {
  from: Spot;
  join?: Join;
  /** Of a level without trunks: the way to each opening of it, by node. */
  openings?: Map<number, [number, number][]>;
  tree: Tree;
}

const starts = new WeakMap<Graph, WeakMap<Spot, Map<string, Start | undefined>>>();

/** A place with the ways from it to everywhere; kept while place and graph are the same. */
function startOf(graph: Graph, from: Spot, closet: string): Start | undefined {
  let ofGraph = starts.get(graph);
  if (!ofGraph) starts.set(graph, (ofGraph = new WeakMap()));
  let ofSpot = ofGraph.get(from);
  if (!ofSpot) ofGraph.set(from, (ofSpot = new Map()));
  if (!ofSpot.has(closet)) ofSpot.set(closet, newStart(graph, from, closet));
  return ofSpot.get(closet);
}

function newStart(graph: Graph, from: Spot, closet: string): Start | undefined {
  if (!graph.trunkEdges.has(from.level)) return voidStart(graph, from);
  // The same trunk its home run would join, so that both are laid off one way.
  const join = bestJoin(graph, keptTree(graph, closet), from.level, [from.x, from.y]);
  if (!join) return undefined;
  const edge = graph.edges[join.edge]!;
  const costM = edge.lengthM * (edge.barred ? BARRED_COST : 1);
  const arrivals: Arrival[] = [
    { node: edge.a, edge: join.edge, costM: join.t * costM, bends: 0 },
    { node: edge.b, edge: join.edge, costM: (1 - join.t) * costM, bends: 0 },
  ];
  return { from, join, tree: treeOf(graph, arrivals) };
}

function voidStart(graph: Graph, from: Spot): Start | undefined {
  const level = graph.levels.get(from.level);
  if (!level) return undefined;
  const obstacles = graph.obstacles.get(from.level);
  const heightM = voidHeightM(level);
  const openings = new Map<number, [number, number][]>();
  const arrivals: Arrival[] = [];
  for (const node of graph.openings.get(from.level) ?? []) {
    const { x, y } = graph.nodes[node]!;
    const path = voidPath(obstacles, [from.x, from.y], [x, y], heightM);
    openings.set(node, path);
    arrivals.push({ node, edge: -1, costM: voidCostM(obstacles, path, heightM), bends: 0 });
  }
  return { from, openings, tree: treeOf(graph, arrivals) };
}

/**
 * The way from one place to another, both cabled to the same closet.
 * @param to the place it ends at: its ways are kept, so ask for many ways to one place
 * @returns undefined where no drawn way leads from one to the other
 */
export function routeBetween(graph: Graph, from: Stand, to: Stand, closet: string): Route | undefined {
  const acrossM = Math.abs(from.x - to.x) + Math.abs(from.y - to.y);
  if (from.room !== undefined && from.room === to.room && from.level === to.level && acrossM <= BESIDE_M)
    return straight(from, to, acrossM);
  const start = startOf(graph, to, closet);
  if (!start) return undefined;
  if (!graph.trunkEdges.has(from.level)) return throughVoid(graph, from, start);
  const own = bestJoin(graph, keptTree(graph, closet), from.level, [from.x, from.y]);
  if (own && start.join?.edge === own.edge) {
    const route = emptyRoute({ stubM: own.stubM, bends: 0 });
    stub(graph, route, from, own);
    route.stubPlaces = route.places.length;
    follow(graph, route, own.edge, own.t, start.join.t);
    return landed(graph, route, start);
  }
  const end = own && bestEnd(graph, start.tree, own);
  if (!own || !end) return undefined;
  const join = { ...own, end, bends: end.bends };
  const edge = graph.edges[join.edge]!;
  const route = emptyRoute(join);
  stub(graph, route, from, join);
  route.stubPlaces = route.places.length;
  follow(graph, route, join.edge, join.t, join.end.node === edge.a ? 0 : 1);
  return goBack(graph, route, join.end, start);
}

/** By which end of its trunk piece a place is left: the shorter way on, then fewer bends. */
function bestEnd(graph: Graph, tree: Tree, join: Join): Arrival | undefined {
  const edge = graph.edges[join.edge]!;
  const costM = edge.lengthM * (edge.barred ? BARRED_COST : 1);
  let best: { end: Arrival; costM: number } | undefined;
  for (const [node, part] of [
    [edge.a, join.t],
    [edge.b, 1 - join.t],
  ] as const)
    for (const end of tree[node]!) {
      // Arriving by this very piece would mean turning back on it.
      if (end.edge === join.edge) continue;
      const way = { end, costM: end.costM + part * costM };
      const more = best ? way.costM - best.costM : -1;
      if (more < -SAME_M || (more <= SAME_M && end.bends < best!.end.bends)) best = way;
    }
  return best?.end;
}

/** Along and across, then up, as one goes from a device to the one beside it. */
function straight(from: Spot, to: Spot, acrossM: number): Route {
  const route = {
    ...emptyRoute({ stubM: acrossM, bends: 0 }),
    pathM: acrossM,
    riseM: Math.abs(to.z - from.z),
  };
  addPlace(route.places, [from.level, from.x, from.y, from.z]);
  addPlace(route.places, [from.level, to.x, from.y, from.z]);
  addPlace(route.places, [from.level, to.x, to.y, from.z]);
  addPlace(route.places, [from.level, to.x, to.y, to.z]);
  route.stubPlaces = route.places.length;
  return route;
}

/** On a level without trunks: straight through its void where the other is there too, else by an opening. */
function throughVoid(graph: Graph, from: Spot, start: Start): Route | undefined {
  const obstacles = graph.obstacles.get(from.level);
  const level = graph.levels.get(from.level);
  if (!level) return undefined;
  const heightM = voidHeightM(level);
  const direct = start.from.level === from.level;
  const way = direct ? undefined : bestThroughVoid(graph, start.tree, from.level, [from.x, from.y]);
  if (!direct && !way) return undefined;
  const path = way?.path ?? voidPath(obstacles, [from.x, from.y], [start.from.x, start.from.y], heightM);
  const stubM = pathLength(path);
  const route: Route = {
    ...emptyRoute({ stubM, bends: way?.bends ?? Math.max(0, path.length - 2) }),
    pathM: stubM,
    riseM: Math.abs(heightM - from.z),
    byVoid: true,
  };
  addPlace(route.places, [from.level, from.x, from.y, from.z]);
  for (const [x, y] of path) addPlace(route.places, [from.level, x, y, heightM]);
  route.stubPlaces = route.places.length;
  if (way) return goBack(graph, route, way.end, start);
  route.riseM += Math.abs(heightM - start.from.z);
  addPlace(route.places, [start.from.level, start.from.x, start.from.y, start.from.z]);
  return route;
}

/** Along the edges it came by, back to where the other's own way begins, and down to it. */
function goBack(graph: Graph, route: Route, end: Arrival, start: Start): Route {
  followBack(graph, route, end);
  let first = end;
  while (first.before) first = first.before;
  if (start.join) {
    const edge = graph.edges[start.join.edge]!;
    follow(graph, route, start.join.edge, first.node === edge.a ? 0 : 1, start.join.t);
  }
  return landed(graph, route, start, first.node);
}

/** The other end's stub, from its trunk or opening down to the place itself. */
function landed(graph: Graph, route: Route, start: Start, node?: number): Route {
  const { from, join } = start;
  const tail = emptyRoute({ stubM: 0, bends: 0 });
  if (join) stub(graph, tail, from, join);
  else {
    const level = graph.levels.get(from.level)!;
    const heightM = voidHeightM(level);
    const path = start.openings!.get(node!)!;
    addPlace(tail.places, [from.level, from.x, from.y, from.z]);
    for (const [x, y] of path) addPlace(tail.places, [from.level, x, y, heightM]);
    tail.pathM = pathLength(path);
    tail.riseM = Math.abs(heightM - from.z);
  }
  for (const place of tail.places.reverse()) addPlace(route.places, place);
  route.pathM += tail.pathM;
  route.riseM += tail.riseM;
  return route;
}
