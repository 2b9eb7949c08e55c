/**
 * The route graph: trunks and risers as drawn, cut where they meet, with each closet joined by a stub. A
 * point is not part of the graph; route.ts joins it.
 */
import { byId, type Design } from "../design/collections";
import { memo } from "../design/kept";
import type { LevelRow } from "../design/rows/house-structure";
import { contains } from "../geometry/polygon";
import { distance, footOn, meeting, type Xy } from "../geometry/segment";
import { isFree, obstaclesOf, voidPath, type Obstacles } from "./void-path";

export interface Node {
  level: string;
  x: number;
  y: number;
  /** Above the level's floor. */
  heightM: number;
  /** Above the house's zero. */
  z: number;
}

export interface Edge {
  a: number;
  b: number;
  lengthM: number;
  vertical: boolean;
  /** Trunk or riser it belongs to; absent on a stub to a closet or riser. */
  way?: { in: "trunks" | "risers"; id: string };
  /** Crosses what no cable may cross: taken only where there is no other way. */
  barred?: true;
}

export interface Graph {
  nodes: Node[];
  edges: Edge[];
  /** Edge numbers at each node. */
  at: number[][];
  /** Edge numbers of trunk pieces by level: what stubs of points can join. */
  trunkEdges: Map<string, number[]>;
  /**
   * Where risers and closets open into the void of a level that has no trunk: what the cables of its points
   * go to.
   */
  openings: Map<string, number[]>;
  /** Node of each closet. */
  closets: Map<string, number>;
  levels: ReadonlyMap<string, LevelRow>;
  /** What stands in the way on a level; absent where nothing does. */
  obstacles: ReadonlyMap<string, Obstacles>;
}

interface Piece {
  trunk: string;
  level: string;
  heightM: number;
  a: Xy;
  b: Xy;
  /** Places to cut at: t along the piece → node. */
  cuts: { t: number; node: number }[];
}

/** Height at which cables run on a level that has no trunk drawn: in the void above its ceiling. */
export const voidHeightM = (level: LevelRow) => level.ceilingHeightM + level.voidAboveM / 2;

function addNode(graph: Graph, level: string, [x, y]: Xy, heightM: number): number {
  const z = graph.levels.get(level)!.elevationM + heightM;
  graph.at.push([]);
  return graph.nodes.push({ level, x, y, heightM, z }) - 1;
}

function addEdge(graph: Graph, a: number, b: number, way?: Edge["way"]): number {
  const p = graph.nodes[a]!;
  const q = graph.nodes[b]!;
  const across = distance([p.x, p.y], [q.x, q.y]);
  const vertical = across < 1e-6;
  const obstacles = vertical || p.level !== q.level ? undefined : graph.obstacles.get(p.level);
  const barred = obstacles !== undefined && !isFree(obstacles, [p.x, p.y], [q.x, q.y]);
  const id =
    graph.edges.push({
      a,
      b,
      lengthM: vertical ? Math.abs(q.z - p.z) : across,
      vertical,
      way,
      ...(barred ? { barred } : {}),
    }) - 1;
  graph.at[a]!.push(id);
  graph.at[b]!.push(id);
  return id;
}

/** Join node `from` to `to` by a horizontal path of right angles at `from`'s height, then a rise. */
function addElbow(graph: Graph, from: number, to: number): void {
  const p = graph.nodes[from]!;
  const q = graph.nodes[to]!;
  let last = from;
  const path = voidPath(graph.obstacles.get(p.level), [p.x, p.y], [q.x, q.y], p.heightM);
  for (const corner of path.slice(1, -1)) {
    const node = addNode(graph, p.level, corner, p.heightM);
    addEdge(graph, last, node);
    last = node;
  }
  if (Math.abs(p.z - q.z) > 1e-6) {
    const foot = addNode(graph, p.level, [q.x, q.y], p.heightM);
    addEdge(graph, last, foot);
    last = foot;
  }
  addEdge(graph, last, to);
}

function trunkPieces(design: Design, levels: ReadonlyMap<string, LevelRow>): Piece[] {
  return design.trunks
    .filter((trunk) => levels.has(trunk.level))
    .flatMap((trunk) =>
      trunk.path.slice(1).map((b, i): Piece => ({
        trunk: trunk.id,
        level: trunk.level,
        heightM: trunk.heightM,
        a: trunk.path[i]!,
        b,
        cuts: [],
      })),
    );
}

/** Touching pieces come this near to each other. */
const TOUCH_M = 0.05;

/** Do the boxes round two pieces lie apart? Cheap, and true of nearly all pairs. */
const apart = (p: Piece, q: Piece) =>
  Math.max(p.a[0], p.b[0]) < Math.min(q.a[0], q.b[0]) - TOUCH_M ||
  Math.max(q.a[0], q.b[0]) < Math.min(p.a[0], p.b[0]) - TOUCH_M ||
  Math.max(p.a[1], p.b[1]) < Math.min(q.a[1], q.b[1]) - TOUCH_M ||
  Math.max(q.a[1], q.b[1]) < Math.min(p.a[1], p.b[1]) - TOUCH_M;

/** Nodes at the ends of the pieces, shared along one trunk and wherever trunks meet. */
function cutPieces(graph: Graph, pieces: readonly Piece[]): void {
  const nodeOf = new Map<string, number>();
  const nodeAt = (piece: Piece, at: Xy): number => {
    const key = `${piece.trunk} ${at[0].toFixed(3)} ${at[1].toFixed(3)}`;
    let node = nodeOf.get(key);
    if (node === undefined) nodeOf.set(key, (node = addNode(graph, piece.level, at, piece.heightM)));
    return node;
  };
  for (const piece of pieces)
    piece.cuts.push({ t: 0, node: nodeAt(piece, piece.a) }, { t: 1, node: nodeAt(piece, piece.b) });
  for (let i = 0; i < pieces.length; i++) {
    for (let j = i + 1; j < pieces.length; j++) {
      const p = pieces[i]!;
      const q = pieces[j]!;
      if (p.level !== q.level || p.trunk === q.trunk || apart(p, q)) continue;
      const met = meeting(p.a, p.b, q.a, q.b, TOUCH_M);
      if (!met) continue;
      const onP = nodeAt(p, met.at);
      const onQ = nodeAt(q, met.at);
      p.cuts.push({ t: met.t, node: onP });
      q.cuts.push({ t: met.u, node: onQ });
      // Two trunks that meet share their cables; where heights differ the join is a rise of that much.
      addEdge(graph, onP, onQ);
    }
  }
}

function trunkEdges(graph: Graph, pieces: readonly Piece[]): void {
  for (const piece of pieces) {
    const cuts = piece.cuts
      .sort((m, n) => m.t - n.t)
      .filter((cut, i, all) => i === 0 || cut.node !== all[i - 1]!.node);
    for (let i = 1; i < cuts.length; i++) {
      const id = addEdge(graph, cuts[i - 1]!.node, cuts[i]!.node, { in: "trunks", id: piece.trunk });
      const list = graph.trunkEdges.get(piece.level);
      if (list) list.push(id);
      else graph.trunkEdges.set(piece.level, [id]);
    }
  }
}

/**
 * Cut the nearest trunk piece of `level` at right angles below (x, y); the node there, or undefined without
 * trunks.
 */
function joinNearest(graph: Graph, pieces: readonly Piece[], level: string, at: Xy): number | undefined {
  let best: { piece: Piece; t: number; at: [number, number]; far: number } | undefined;
  for (const piece of pieces) {
    if (piece.level !== level) continue;
    const foot = footOn(at, piece.a, piece.b);
    const far = stubLength(at, foot);
    if (!best || far < best.far - 1e-9) best = { piece, t: foot.t, at: foot.at, far };
  }
  if (!best) return undefined;
  const same = best.piece.cuts.find((cut) => Math.abs(cut.t - best.t) < 1e-9);
  if (same) return same.node;
  const node = addNode(graph, level, best.at, best.piece.heightM);
  best.piece.cuts.push({ t: best.t, node });
  return node;
}

/**
 * Length of a stub: straight where it meets its trunk at a right angle, otherwise along x and y to the
 * trunk's end.
 */
export function stubLength(from: Xy, foot: { at: Xy; clamped: boolean }): number {
  return foot.clamped
    ? Math.abs(foot.at[0] - from[0]) + Math.abs(foot.at[1] - from[1])
    : distance(from, foot.at);
}

/**
 * Join (x, y) of `level` to its nearest trunk; gives the node above or below (x, y) at the height of that
 * trunk.
 */
function stub(graph: Graph, pieces: readonly Piece[], level: string, at: Xy): number {
  const foot = joinNearest(graph, pieces, level, at);
  const row = graph.levels.get(level)!;
  const node = addNode(graph, level, at, foot === undefined ? voidHeightM(row) : graph.nodes[foot]!.heightM);
  if (foot !== undefined) addElbow(graph, foot, node);
  return node;
}

function addRisers(
  graph: Graph,
  design: Design,
  pieces: readonly Piece[],
  loose: Map<string, number[]>,
): void {
  for (const riser of design.risers) {
    const ends = [riser.fromLevel, riser.toLevel].map((id) => graph.levels.get(id)?.elevationM);
    if (ends[0] === undefined || ends[1] === undefined) continue;
    const [low, high] = [Math.min(ends[0], ends[1]), Math.max(ends[0], ends[1])];
    // Between its ends a riser opens on the levels whose rooms it passes through; an outbuilding of the
    // same height is not one.
    const inside = (level: string) =>
      design.rooms.some((room) => room.level === level && contains(room.outline, [riser.x, riser.y]));
    const passed = design.levels
      .filter(
        (level) =>
          level.id === riser.fromLevel ||
          level.id === riser.toLevel ||
          (level.elevationM > low && level.elevationM < high && inside(level.id)),
      )
      .sort((a, b) => a.elevationM - b.elevationM);
    const nodes = passed.map((level) => {
      const node = stub(graph, pieces, level.id, [riser.x, riser.y]);
      loose.set(level.id, [...(loose.get(level.id) ?? []), node]);
      return node;
    });
    for (let i = 1; i < nodes.length; i++)
      addEdge(graph, nodes[i - 1]!, nodes[i]!, { in: "risers", id: riser.id });
  }
}

/** Build the graph. Pure; use `routeGraph` for the kept one. */
export function buildGraph(design: Design): Graph {
  const levels = byId(design, "levels");
  const obstacles = new Map(
    design.levels.flatMap((level) => {
      const found = obstaclesOf(design, level.id);
      return found ? [[level.id, found] as const] : [];
    }),
  );
  const graph: Graph = {
    nodes: [],
    edges: [],
    at: [],
    trunkEdges: new Map(),
    openings: new Map(),
    closets: new Map(),
    levels,
    obstacles,
  };
  const pieces = trunkPieces(design, levels);
  cutPieces(graph, pieces);
  const loose = new Map<string, number[]>();
  addRisers(graph, design, pieces, loose);
  for (const closet of design.closets) {
    if (!levels.has(closet.level)) continue;
    const above = stub(graph, pieces, closet.level, [closet.x, closet.y]);
    const node = addNode(graph, closet.level, [closet.x, closet.y], closet.z);
    addEdge(graph, above, node);
    graph.closets.set(closet.id, node);
    loose.set(closet.level, [...(loose.get(closet.level) ?? []), above]);
  }
  trunkEdges(graph, pieces);
  // On a level without a trunk everything that is there joins through the void, at right angles.
  for (const [level, nodes] of loose) {
    if (graph.trunkEdges.has(level)) continue;
    for (let i = 0; i < nodes.length; i++)
      for (let j = i + 1; j < nodes.length; j++) addElbow(graph, nodes[i]!, nodes[j]!);
    graph.openings.set(level, nodes);
  }
  return graph;
}

/** The design's route graph, kept while all it hangs on stays the same. */
export const routeGraph = memo("routeGraph", buildGraph);
