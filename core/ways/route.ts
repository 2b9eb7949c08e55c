/**
 * The way of one drop from its point to its closet: a stub at right angles, then the shortest way with
 * fewest bends.
 */
import TinyQueue from "tinyqueue";
import type { PinnedRoute, PointRow } from "../design/rows/runs";
import { footOn, type Xy } from "../geometry/segment";
import { stubLength, voidHeightM, type Edge, type Graph } from "./graph";
import { BARRED_COST, isFree, pathLength, voidCostM, voidPath, type Obstacles } from "./void-path";

/** A place on a route: level id, x, y and z above the level's floor. */
export type Place = [level: string, x: number, y: number, z: number];

export interface Piece {
  edge: number;
  /** Part of the edge used, as t from its a to its b, low first. */
  from: number;
  to: number;
}

export interface Route {
  places: Place[];
  /** Horizontal metres. */
  pathM: number;
  /** Vertical metres. */
  riseM: number;
  /** Metres off the trunks, from the point to where it joins. */
  stubM: number;
  /** How many of its places, from the point on, lie before it joins. */
  stubPlaces: number;
  bends: number;
  pieces: Piece[];
  /** Trunks and risers in the order the cable meets them. */
  ways: { in: "trunks" | "risers"; id: string }[];
  /** Its level has no trunk: from the point straight through the void. */
  byVoid?: true;
  /** It keeps to ways somebody chose. */
  pinned?: boolean;
}

export interface Arrival {
  node: number;
  /** Edge it came by; -1 at the closet itself. */
  edge: number;
  /** Metres to the closet; those through what no cable may cross count many times over. */
  costM: number;
  bends: number;
  before?: Arrival;
}

/** Which edges a route may take. */
export type Allowed = (edge: Edge) => boolean;

/** Best arrivals from a closet at every node, one for each edge into it, so that bends can be told apart. */
export type Tree = Arrival[][];

export const SAME_M = 1e-6;
const better = (a: Pick<Arrival, "costM" | "bends">, b: Pick<Arrival, "costM" | "bends">) =>
  Math.abs(a.costM - b.costM) > SAME_M ? a.costM - b.costM : a.bends - b.bends;
const costOf = (edge: Edge) => (edge.barred ? BARRED_COST : 1) * edge.lengthM;

/** Do two edges go on in one straight line? */
function straight(graph: Graph, one: Edge, other: Edge): boolean {
  if (one.vertical || other.vertical) return one.vertical && other.vertical;
  const side = (edge: Edge): Xy => {
    const a = graph.nodes[edge.a]!;
    const b = graph.nodes[edge.b]!;
    return [(b.x - a.x) / edge.lengthM, (b.y - a.y) / edge.lengthM];
  };
  const [ux, uy] = side(one);
  const [vx, vy] = side(other);
  return Math.abs(ux * vy - uy * vx) < 1e-6;
}

/** Dijkstra from a closet over (node, edge came by): shortest first, then fewest bends. */
export function treeFrom(graph: Graph, closet: string, allowed?: Allowed): Tree {
  const start = graph.closets.get(closet);
  return treeOf(graph, start === undefined ? [] : [{ node: start, edge: -1, costM: 0, bends: 0 }], allowed);
}

/** The same from wherever something starts. */
export function treeOf(graph: Graph, starts: readonly Arrival[], allowed?: Allowed): Tree {
  const tree: Tree = graph.nodes.map(() => []);
  const done = new Set<number>();
  const queue = new TinyQueue<Arrival>([...starts], better);
  while (queue.length) {
    const here = queue.pop()!;
    const key = here.node * (graph.edges.length + 1) + here.edge + 1;
    if (done.has(key)) continue;
    done.add(key);
    tree[here.node]!.push(here);
    for (const next of graph.at[here.node]!) {
      if (next === here.edge) continue;
      const edge = graph.edges[next]!;
      if (allowed && !allowed(edge)) continue;
      const turn =
        here.edge < 0 || edge.lengthM < SAME_M || straight(graph, graph.edges[here.edge]!, edge) ? 0 : 1;
      queue.push({
        node: edge.a === here.node ? edge.b : edge.a,
        edge: next,
        costM: here.costM + costOf(edge),
        bends: here.bends + turn,
        before: here,
      });
    }
  }
  return tree;
}

const trees = new WeakMap<Graph, Map<string, Tree>>();
/** The tree of a closet, kept with the graph. */
export function keptTree(graph: Graph, closet: string): Tree {
  let ofGraph = trees.get(graph);
  if (!ofGraph) trees.set(graph, (ofGraph = new Map()));
  let tree = ofGraph.get(closet);
  if (!tree) ofGraph.set(closet, (tree = treeFrom(graph, closet)));
  return tree;
}

export interface Join {
  edge: number;
  t: number;
  at: [number, number];
  stubM: number;
  clamped: boolean;
  /** Corners of the stub where it goes round something; a straight one needs none. */
  round?: [number, number][];
  end: Arrival;
  costM: number;
  bends: number;
}

/**
 * The nearest trunk piece from which the closet can be reached; among equals the shorter whole way, then
 * fewer bends.
 */
export function bestJoin(
  graph: Graph,
  tree: Tree,
  level: string,
  at: Xy,
  allowed?: Allowed,
): Join | undefined {
  let best: Join | undefined;
  const obstacles = graph.obstacles.get(level);
  for (const id of graph.trunkEdges.get(level) ?? []) {
    const edge = graph.edges[id]!;
    if (allowed && !allowed(edge)) continue;
    const a = graph.nodes[edge.a]!;
    const b = graph.nodes[edge.b]!;
    const foot = footOn(at, [a.x, a.y], [b.x, b.y]);
    let stubM = stubLength(at, foot);
    if (best && stubM > best.stubM + SAME_M) continue;
    const round = obstacles && wayRound(obstacles, at, foot, a.heightM);
    if (round) {
      stubM = pathLength(round);
      if (best && stubM > best.stubM + SAME_M) continue;
    }
    for (const [node, t] of [
      [edge.a, 0],
      [edge.b, 1],
    ] as const) {
      for (const end of tree[node]!) {
        // Arriving by this very edge would mean turning back on it.
        if (end.edge === id) continue;
        const along = Math.abs(foot.t - t) * edge.lengthM;
        const turn =
          along > SAME_M && end.edge >= 0 && !straight(graph, graph.edges[end.edge]!, edge) ? 1 : 0;
        const join = {
          edge: id,
          t: foot.t,
          at: foot.at,
          stubM,
          clamped: foot.clamped,
          round,
          end,
          costM: end.costM + along * (edge.barred ? BARRED_COST : 1),
          bends: end.bends + turn,
        };
        const nearer = !best || stubM < best.stubM - SAME_M;
        const order = best && !nearer ? join.costM - best.costM : 0;
        if (nearer || order < -SAME_M || (Math.abs(order) <= SAME_M && join.bends < best!.bends)) best = join;
      }
    }
  }
  return best;
}

/**
 * Corners of a stub where the plain one is barred: straight where it meets its trunk at a right angle, by
 * the other elbow where that is free, else round what stands there. Undefined where the plain one, along x
 * first, is free.
 */
function wayRound(
  obstacles: Obstacles,
  at: Xy,
  foot: { at: [number, number]; clamped: boolean },
  heightM: number,
): [number, number][] | undefined {
  const elbow: Xy[] = foot.clamped ? [at, [foot.at[0], at[1]], foot.at] : [at, foot.at];
  if (elbow.slice(1).every((corner, i) => isFree(obstacles, elbow[i]!, corner))) return undefined;
  return voidPath({ areas: obstacles.areas, mains: [] }, at, foot.at, heightM);
}

interface ThroughVoid {
  path: [number, number][];
  heightM: number;
  end: Arrival;
  costM: number;
  bends: number;
}

/**
 * On a level without a trunk: the cheapest way at right angles to where a riser or the closet opens, and on
 * from there; then fewer bends.
 */
export function bestThroughVoid(graph: Graph, tree: Tree, level: string, at: Xy): ThroughVoid | undefined {
  const row = graph.levels.get(level);
  if (!row) return undefined;
  const obstacles = graph.obstacles.get(level);
  const heightM = voidHeightM(row);
  let best: ThroughVoid | undefined;
  for (const node of graph.openings.get(level) ?? []) {
    const ends = tree[node]!;
    if (!ends.length) continue;
    const { x, y } = graph.nodes[node]!;
    const path = voidPath(obstacles, at, [x, y], heightM);
    const ownM = voidCostM(obstacles, path, heightM);
    for (const end of ends) {
      const way = {
        path,
        heightM,
        end,
        costM: ownM + end.costM,
        bends: Math.max(0, path.length - 2) + end.bends,
      };
      if (!best || better(way, best) < 0) best = way;
    }
  }
  return best;
}

export function addPlace(places: Place[], place: Place): void {
  const last = places[places.length - 1];
  const same =
    last &&
    last[0] === place[0] &&
    [1, 2, 3].every((i) => Math.abs((last[i] as number) - (place[i] as number)) < SAME_M);
  if (!same) places.push(place);
}

export const emptyRoute = ({ stubM, bends }: Pick<Join, "stubM" | "bends">): Route => ({
  places: [],
  pathM: 0,
  riseM: 0,
  stubM,
  stubPlaces: 0,
  bends,
  pieces: [],
  ways: [],
});

/** From a place up to its trunk's height, and at right angles to where it joins. */
export function stub(graph: Graph, route: Route, from: Spot, join: Join): void {
  const { heightM } = graph.nodes[graph.edges[join.edge]!.a]!;
  const place = (x: number, y: number) => addPlace(route.places, [from.level, x, y, heightM]);
  addPlace(route.places, [from.level, from.x, from.y, from.z]);
  place(from.x, from.y);
  if (join.round) for (const [x, y] of join.round) place(x, y);
  else if (join.clamped) place(join.at[0], from.y);
  place(join.at[0], join.at[1]);
  route.riseM += Math.abs(heightM - from.z);
  route.pathM += join.stubM;
}

/** Somewhere in the house: metres, z above the level's floor. */
export interface Spot {
  level: string;
  x: number;
  y: number;
  z: number;
}

/** Route from (level, x, y, z) to a closet. Undefined where no drawn way leads there. */
export function routeTo(graph: Graph, from: Spot, closet: string, allowed?: Allowed): Route | undefined {
  const tree = allowed ? treeFrom(graph, closet, allowed) : keptTree(graph, closet);
  if (!graph.trunkEdges.has(from.level))
    return throughVoid(graph, bestThroughVoid(graph, tree, from.level, [from.x, from.y]), from);
  const join = bestJoin(graph, tree, from.level, [from.x, from.y], allowed);
  if (!join) return undefined;
  const edge = graph.edges[join.edge]!;
  const route = emptyRoute(join);
  stub(graph, route, from, join);
  route.stubPlaces = route.places.length;
  const endT = join.end.node === edge.a ? 0 : 1;
  follow(graph, route, join.edge, join.t, endT);
  followBack(graph, route, join.end);
  return route;
}

/** Along the edges a tree came by, back to its closet. */
export function followBack(graph: Graph, route: Route, from: Arrival): void {
  for (let here: Arrival | undefined = from; here?.before; here = here.before) {
    const back = graph.edges[here.edge]!;
    follow(graph, route, here.edge, back.a === here.node ? 0 : 1, back.a === here.node ? 1 : 0);
  }
}

function throughVoid(graph: Graph, way: ThroughVoid | undefined, from: Spot): Route | undefined {
  if (!way) return undefined;
  const stubM = pathLength(way.path);
  const route: Route = {
    ...emptyRoute({ stubM, bends: way.bends }),
    pathM: stubM,
    riseM: Math.abs(way.heightM - from.z),
    byVoid: true,
  };
  addPlace(route.places, [from.level, from.x, from.y, from.z]);
  for (const [x, y] of way.path) addPlace(route.places, [from.level, x, y, way.heightM]);
  route.stubPlaces = route.places.length;
  followBack(graph, route, way.end);
  return route;
}

/** Along an edge from one part of it to another, as t from its a to its b. */
export function follow(graph: Graph, route: Route, id: number, fromT: number, toT: number): void {
  const edge = graph.edges[id]!;
  const lengthM = Math.abs(toT - fromT) * edge.lengthM;
  const [a, b] = [graph.nodes[edge.a]!, graph.nodes[edge.b]!];
  const between = (p: number, q: number) => p + (q - p) * toT;
  // What is not upright stays on one level.
  const end =
    toT === 0
      ? a
      : toT === 1
        ? b
        : {
            level: a.level,
            x: between(a.x, b.x),
            y: between(a.y, b.y),
            heightM: between(a.heightM, b.heightM),
          };
  addPlace(route.places, [end.level, end.x, end.y, end.heightM]);
  if (lengthM < SAME_M) return;
  if (edge.vertical) route.riseM += lengthM;
  else route.pathM += lengthM;
  route.pieces.push({ edge: id, from: Math.min(fromT, toT), to: Math.max(fromT, toT) });
  const last = route.ways[route.ways.length - 1];
  if (edge.way && (last?.id !== edge.way.id || last.in !== edge.way.in)) route.ways.push(edge.way);
}

const routes = new WeakMap<Graph, WeakMap<PointRow, Route | null>>();

/** Only ways that are pinned; stubs and joins between them are free. */
const pinned =
  (pin: PinnedRoute): Allowed =>
  ({ way }) =>
    !way || (way.in === "trunks" ? pin.trunks : pin.risers).includes(way.id);

/**
 * The route of a point to its closet, kept while the point's row and the graph stay the same. A pinned one
 * keeps to its ways; where they no longer lead there it goes the shortest way, and a check says so.
 */
export function pointRoute(graph: Graph, point: PointRow, pin?: PinnedRoute): Route | undefined {
  if (!point.closet || !graph.closets.has(point.closet)) return undefined;
  const own = pin && routeTo(graph, point, point.closet, pinned(pin));
  if (own) return { ...own, pinned: true };
  let ofGraph = routes.get(graph);
  if (!ofGraph) routes.set(graph, (ofGraph = new WeakMap()));
  let route = ofGraph.get(point);
  if (route === undefined) ofGraph.set(point, (route = routeTo(graph, point, point.closet) ?? null));
  return route ?? undefined;
}
