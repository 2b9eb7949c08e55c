/**
 * The closed spaces between walls. Walls are drawn by centre lines that rarely meet exactly: an end that
 * stops at another wall's face is carried on to its centre line, walls are cut where they meet, what leads
 * nowhere is set aside, and the faces of what is left are traced by half-edges.
 */
import { round3 } from "../../geometry/round";
import type { WallRow } from "../../design/rows/house-structure";
import { signedArea } from "../../geometry/polygon";
import { distance, footOn, type Xy } from "../../geometry/segment";

export interface Face {
  /** Corners on the centre lines. */
  corners: [number, number][];
  /** Wall of the side from each corner to the next. */
  walls: string[];
  /** Corners on the inner faces of the walls: the room as it is measured. */
  outline: [number, number][];
}

export interface Faces {
  faces: Face[];
  /** Wall ends that close nothing. */
  loose: { wall: string; at: [number, number] }[];
}

/** Beyond a wall's face, so much further an end still counts as joined. */
export const JOIN_M = 0.05;
/** Nodes nearer than this are one. */
const SAME_M = 0.02;

interface Line {
  wall: WallRow;
  a: [number, number];
  b: [number, number];
}

const cross = (a: Xy, b: Xy, c: Xy, d: Xy) => (b[0] - a[0]) * (d[1] - c[1]) - (b[1] - a[1]) * (d[0] - c[0]);

/** Where the endless lines ab and cd meet; undefined for parallels. */
export function lineMeeting(a: Xy, b: Xy, c: Xy, d: Xy): [number, number] | undefined {
  const size = cross(a, b, c, d);
  if (Math.abs(size) < 1e-9 * Math.max(1, distance(a, b) * distance(c, d))) return undefined;
  const t = ((c[0] - a[0]) * (d[1] - c[1]) - (c[1] - a[1]) * (d[0] - c[0])) / size;
  return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
}

/** The wall another end is joined to, and where on its centre line; undefined where the end is free. */
export function joinOf(
  walls: readonly WallRow[],
  wall: WallRow,
  end: "a" | "b",
): { to: WallRow; at: [number, number] } | undefined {
  const here: Xy = end === "a" ? [wall.ax, wall.ay] : [wall.bx, wall.by];
  let best: { to: WallRow; at: [number, number]; far: number } | undefined;
  for (const to of walls) {
    if (to.id === wall.id || to.level !== wall.level) continue;
    // Far from its frame, far from the wall: the cheap question first.
    const reach = to.thicknessM / 2 + JOIN_M;
    if (
      here[0] < Math.min(to.ax, to.bx) - reach ||
      here[0] > Math.max(to.ax, to.bx) + reach ||
      here[1] < Math.min(to.ay, to.by) - reach ||
      here[1] > Math.max(to.ay, to.by) + reach
    )
      continue;
    const foot = footOn(here, [to.ax, to.ay], [to.bx, to.by]);
    const far = distance(here, foot.at);
    if (far > to.thicknessM / 2 + JOIN_M || (best && far >= best.far)) continue;
    // Carried on in its own direction where that stays near; otherwise straight to the foot.
    const met = lineMeeting([wall.ax, wall.ay], [wall.bx, wall.by], [to.ax, to.ay], [to.bx, to.by]);
    const onTo = met && footOn(met, [to.ax, to.ay], [to.bx, to.by]);
    const straight =
      met && onTo && distance(met, onTo.at) < SAME_M && distance(met, here) <= to.thicknessM + JOIN_M;
    best = { to, at: straight ? met : foot.at, far };
  }
  return best && { to: best.to, at: best.at };
}

function linesOf(walls: readonly WallRow[]): Line[] {
  return walls.map((wall) => ({
    wall,
    a: joinOf(walls, wall, "a")?.at ?? [wall.ax, wall.ay],
    b: joinOf(walls, wall, "b")?.at ?? [wall.bx, wall.by],
  }));
}

interface Edge {
  u: number;
  v: number;
  wall: WallRow;
}

interface Net {
  nodes: [number, number][];
  edges: Edge[];
}

/** Do the frames of two lines lie apart? */
const apart = (p: Line, q: Line) =>
  Math.max(p.a[0], p.b[0]) < Math.min(q.a[0], q.b[0]) - SAME_M ||
  Math.max(q.a[0], q.b[0]) < Math.min(p.a[0], p.b[0]) - SAME_M ||
  Math.max(p.a[1], p.b[1]) < Math.min(q.a[1], q.b[1]) - SAME_M ||
  Math.max(q.a[1], q.b[1]) < Math.min(p.a[1], p.b[1]) - SAME_M;

function cutLines(lines: readonly Line[]): Net {
  const nodes: [number, number][] = [];
  const nodeAt = (at: Xy): number => {
    const known = nodes.findIndex(
      (node) => Math.abs(node[0] - at[0]) < SAME_M && distance(node, at) < SAME_M,
    );
    return known >= 0 ? known : nodes.push([at[0], at[1]]) - 1;
  };
  const cuts = lines.map(({ a, b }) => [
    { t: 0, node: nodeAt(a) },
    { t: 1, node: nodeAt(b) },
  ]);
  for (let i = 0; i < lines.length; i++) {
    for (let j = i + 1; j < lines.length; j++) {
      const [p, q] = [lines[i]!, lines[j]!];
      if (apart(p, q)) continue;
      const add = (at: Xy) => {
        const node = nodeAt(at);
        cuts[i]!.push({ t: footOn(at, p.a, p.b).t, node });
        cuts[j]!.push({ t: footOn(at, q.a, q.b).t, node });
      };
      const met = lineMeeting(p.a, p.b, q.a, q.b);
      if (met) {
        if (
          distance(met, footOn(met, p.a, p.b).at) < SAME_M &&
          distance(met, footOn(met, q.a, q.b).at) < SAME_M
        )
          add(met);
        continue;
      }
      // Parallels that lie on each other are cut at each other's ends.
      for (const end of [p.a, p.b]) if (distance(end, footOn(end, q.a, q.b).at) < SAME_M) add(end);
      for (const end of [q.a, q.b]) if (distance(end, footOn(end, p.a, p.b).at) < SAME_M) add(end);
    }
  }
  const byPair = new Map<string, Edge>();
  lines.forEach(({ wall }, i) => {
    const own = cuts[i]!.sort((m, n) => m.t - n.t);
    for (let k = 1; k < own.length; k++) {
      const [u, v] = [own[k - 1]!.node, own[k]!.node];
      if (u === v) continue;
      const key = u < v ? `${u} ${v}` : `${v} ${u}`;
      const known = byPair.get(key);
      // Of two walls on one line the thicker one is what the room ends at.
      if (!known || known.wall.thicknessM < wall.thicknessM) byPair.set(key, { u, v, wall });
    }
  });
  return { nodes, edges: [...byPair.values()] };
}

/** Take away edges that end in the open, until none does. */
function prune(net: Net): { kept: Edge[]; loose: Faces["loose"] } {
  let kept = net.edges;
  const loose: Faces["loose"] = [];
  for (;;) {
    const degree = new Map<number, number>();
    for (const { u, v } of kept) for (const node of [u, v]) degree.set(node, (degree.get(node) ?? 0) + 1);
    const open = kept.filter(({ u, v }) => degree.get(u) === 1 || degree.get(v) === 1);
    if (!open.length) return { kept, loose };
    for (const edge of open)
      loose.push({ wall: edge.wall.id, at: net.nodes[degree.get(edge.u) === 1 ? edge.u : edge.v]! });
    const gone = new Set(open);
    kept = kept.filter((edge) => !gone.has(edge));
  }
}

interface Half {
  from: number;
  to: number;
  edge: Edge;
}

/** Every face of the net as its half-edges, each half-edge in exactly one. */
function trace(nodes: readonly [number, number][], edges: readonly Edge[]): Half[][] {
  const out = new Map<number, Half[]>();
  const halves: Half[] = edges.flatMap((edge) => [
    { from: edge.u, to: edge.v, edge },
    { from: edge.v, to: edge.u, edge },
  ]);
  const angle = (half: Half) =>
    Math.atan2(nodes[half.to]![1] - nodes[half.from]![1], nodes[half.to]![0] - nodes[half.from]![0]);
  for (const half of halves) out.set(half.from, [...(out.get(half.from) ?? []), half]);
  for (const list of out.values()) list.sort((p, q) => angle(p) - angle(q));
  const next = (half: Half): Half => {
    const list = out.get(half.to)!;
    const back = list.findIndex((other) => other.edge === half.edge);
    // The next edge round the node from where we came: the face stays on one side all along.
    return list[(back + 1) % list.length]!;
  };
  const seen = new Set<Half>();
  const faces: Half[][] = [];
  for (const start of halves) {
    if (seen.has(start)) continue;
    const face: Half[] = [];
    for (let half = start; !seen.has(half); half = next(half)) {
      seen.add(half);
      face.push(half);
    }
    faces.push(face);
  }
  return faces;
}

interface Side {
  a: [number, number];
  b: [number, number];
  wall: WallRow;
}

/** Sides that go on in one line with the same thickness are one side of a room. */
function mergeStraight(sides: readonly Side[]): Side[] {
  const same = (p: Side, q: Side) =>
    Math.abs(cross(p.a, p.b, q.a, q.b)) < 1e-6 * distance(p.a, p.b) * distance(q.a, q.b) &&
    p.wall.thicknessM === q.wall.thicknessM;
  const merged: Side[] = [];
  for (const side of sides) {
    const last = merged[merged.length - 1];
    if (last && same(last, side)) last.b = side.b;
    else merged.push({ ...side });
  }
  if (merged.length > 2 && same(merged[merged.length - 1]!, merged[0]!)) merged[0]!.a = merged.pop()!.a;
  return merged;
}

/** The face drawn in by half the thickness of each wall. `sign` tells on which side the inside lies. */
function innerOutline(sides: readonly Side[], sign: number): [number, number][] {
  const offset = mergeStraight(sides).map(({ a, b, wall }) => {
    const length = distance(a, b);
    const [nx, ny] = [(-(b[1] - a[1]) / length) * sign, ((b[0] - a[0]) / length) * sign];
    const d = wall.thicknessM / 2;
    return { a: [a[0] + nx * d, a[1] + ny * d] as Xy, b: [b[0] + nx * d, b[1] + ny * d] as Xy };
  });
  return offset.flatMap((side, i): [number, number][] => {
    const before = offset[(i + offset.length - 1) % offset.length]!;
    const met = lineMeeting(before.a, before.b, side.a, side.b);
    // A wall that grows thicker on one line makes a step.
    const places: Xy[] = met ? [met] : [before.b, side.a];
    return places.map(([x, y]) => [round3(x), round3(y)]);
  });
}

/** The faces walls of one level enclose, and the ends that enclose nothing. */
export function facesOf(walls: readonly WallRow[]): Faces {
  const real = walls.filter((wall) => Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) > SAME_M);
  const net = cutLines(linesOf(real));
  const { kept, loose } = prune(net);
  let edges = kept;
  let traced = trace(net.nodes, edges);
  // A wall with the same face on both sides divides nothing, though both its ends are joined.
  const bridges = new Set(
    traced.flatMap((face) =>
      face
        .filter((half, i) => face.some((other, j) => j > i && other.edge === half.edge))
        .map((half) => half.edge),
    ),
  );
  if (bridges.size) {
    edges = edges.filter((edge) => !bridges.has(edge));
    traced = trace(net.nodes, edges);
  }
  const faces: Face[] = [];
  for (const halves of traced) {
    const corners = halves.map((half) => net.nodes[half.from]!);
    // Traced this way round, inner faces run one way and the outside of each block the other.
    const area = signedArea(corners);
    if (area > -1e-6) continue;
    const sides = halves.map((half): Side => ({
      a: net.nodes[half.from]!,
      b: net.nodes[half.to]!,
      wall: half.edge.wall,
    }));
    faces.push({
      corners: corners.map(([x, y]) => [round3(x), round3(y)]).reverse() as [number, number][],
      // Sides turned round run from the corner before: the last one stays last.
      walls: [...halves.slice(0, -1).reverse(), halves[halves.length - 1]!].map((half) => half.edge.wall.id),
      outline: innerOutline(sides, -1).reverse(),
    });
  }
  return { faces, loose };
}
