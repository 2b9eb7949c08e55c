/** Edits of walls: draw, split, join, move. Rooms and what hangs on the walls follow. */
import { round3 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import type { OpeningRow, WallRow } from "../../design/rows/house-structure";
import { distance, footOn, type Xy } from "../../geometry/segment";
import { joinOf, lineMeeting } from "./faces";
import { followWalls, resettle } from "./rooms";

/** Walls shorter than this are a slip of the hand. */
export const LEAST_WALL_M = 0.05;

const mm = (m: number) => round3(m);
/** Length of a wall along its centre line, m. */
export const wallLengthM = (wall: Pick<WallRow, "ax" | "ay" | "bx" | "by">) =>
  Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
const ends = (wall: WallRow): [Xy, Xy] => [
  [wall.ax, wall.ay],
  [wall.bx, wall.by],
];

/** A wall by id. Throws InputError where it does not exist. */
export function wallOf(design: Design, id: string): WallRow {
  return byId(design, "walls").get(id) ?? fail("wall", `"${id}" does not exist`);
}

/**
 * Add what follows from changes to walls: rooms take their new shape, and what stands in another room now
 * belongs to it.
 */
export function withRooms(design: Design, level: string, changes: Change[]): Change[] {
  const shaped = [...changes, ...followWalls(design, level, changes)];
  return [...shaped, ...resettle(applyChanges(design, shaped), level)];
}

/** A wall from `a` to `b`. Throws InputError where it would have no length. */
export function addWall(
  design: Design,
  newId: string,
  level: string,
  a: Xy,
  b: Xy,
  make: Pick<WallRow, "thicknessM" | "material">,
): Change[] {
  const wall: WallRow = { id: newId, level, ax: mm(a[0]), ay: mm(a[1]), bx: mm(b[0]), by: mm(b[1]), ...make };
  if (wallLengthM(wall) < LEAST_WALL_M) fail("Wall", `must be at least ${LEAST_WALL_M} m long`);
  return withRooms(design, level, [{ in: "walls", put: wall }]);
}

/** Put new values in some fields of a wall; its rooms follow. */
export function changeWall(design: Design, id: string, values: Partial<Omit<WallRow, "id">>): Change[] {
  const wall = { ...wallOf(design, id), ...values };
  if (wallLengthM(wall) < LEAST_WALL_M) fail("Wall", `must be at least ${LEAST_WALL_M} m long`);
  const wide = design.openings.filter(
    (opening) => opening.wall === id && opening.offsetM + opening.widthM > wallLengthM(wall) + 1e-6,
  );
  if (wide.length)
    fail(
      "Wall",
      `must stay at least ${Math.max(...wide.map((o) => o.offsetM + o.widthM)).toFixed(2)} m long for its ${wide[0]!.kind}`,
    );
  return withRooms(design, wall.level, [{ in: "walls", put: wall }]);
}

/** Set a wall's length by moving its end b (and what is joined there) along it. */
export function setWallLength(design: Design, id: string, lengthM: number): Change[] {
  const wall = wallOf(design, id);
  const now = wallLengthM(wall);
  if (!(lengthM >= LEAST_WALL_M)) fail("Length", `must be at least ${LEAST_WALL_M} m`);
  const by = [
    ((wall.bx - wall.ax) / now) * (lengthM - now),
    ((wall.by - wall.ay) / now) * (lengthM - now),
  ] as const;
  const b: Xy = [wall.bx, wall.by];
  const moved: WallRow[] = [{ ...wall, bx: mm(wall.bx + by[0]), by: mm(wall.by + by[1]) }];
  // Walls that end at this corner, and the wall this one ends at, go along.
  for (const other of design.walls) {
    if (other.id === id || other.level !== wall.level) continue;
    const [a2, b2] = ends(other);
    const reach = wall.thicknessM / 2 + other.thicknessM / 2 + 0.05;
    const put = { ...other };
    let hit = false;
    for (const [end, x, y] of [
      [a2, "ax", "ay"],
      [b2, "bx", "by"],
    ] as const) {
      if (distance(end, b) > reach) continue;
      put[x] = mm(end[0] + by[0]);
      put[y] = mm(end[1] + by[1]);
      hit = true;
    }
    if (hit) moved.push(put);
  }
  return withRooms(
    design,
    wall.level,
    moved.map((put) => ({ in: "walls", put })),
  );
}

/** Points, switches and closets within this distance of a wall's face hang on it. */
const HANG_M = 0.2;

/** Move walls by (dx, dy): walls joined to them stretch, openings ride along, what hangs on them moves too. */
export function moveWalls(design: Design, ids: readonly string[], by: { dx: number; dy: number }): Change[] {
  const moving = new Set(ids);
  const changes: Change[] = [];
  let level = "";
  const along = ([x, y]: Xy): [number, number] => [mm(x + by.dx), mm(y + by.dy)];
  for (const id of ids) {
    const wall = wallOf(design, id);
    level = wall.level;
    const [a, b] = [along([wall.ax, wall.ay]), along([wall.bx, wall.by])];
    changes.push({ in: "walls", put: { ...wall, ax: a[0], ay: a[1], bx: b[0], by: b[1] } });
  }
  for (const other of design.walls) {
    if (moving.has(other.id) || other.level !== level) continue;
    const put = { ...other };
    for (const end of ["a", "b"] as const) {
      const join = joinOf(design.walls, other, end);
      const meets =
        join &&
        (moving.has(join.to.id) ||
          ids.some((id) =>
            cornerOf(wallOf(design, id), end === "a" ? [other.ax, other.ay] : [other.bx, other.by]),
          ));
      if (!meets) continue;
      const [x, y] = end === "a" ? along([other.ax, other.ay]) : along([other.bx, other.by]);
      if (end === "a") [put.ax, put.ay] = [x, y];
      else [put.bx, put.by] = [x, y];
    }
    if (put.ax === other.ax && put.ay === other.ay && put.bx === other.bx && put.by === other.by) continue;
    if (wallLengthM(put) < LEAST_WALL_M)
      fail("Wall", "cannot move there: a wall joined to it would have no length");
    changes.push({ in: "walls", put });
  }
  for (const name of ["points", "switches", "closets"] as const) {
    for (const row of design[name]) {
      if (row.level !== level || !ids.some((id) => hangsOn(wallOf(design, id), [row.x, row.y]))) continue;
      const [x, y] = along([row.x, row.y]);
      changes.push({ in: name, put: { ...row, x, y } } as Change);
    }
  }
  return withRooms(design, level, changes);
}

/** Does this wall end at the place? */
const cornerOf = (wall: WallRow, at: Xy) => ends(wall).some((end) => distance(end, at) < 0.02);

function hangsOn(wall: WallRow, at: Xy): boolean {
  const foot = footOn(at, [wall.ax, wall.ay], [wall.bx, wall.by]);
  return !foot.clamped && distance(at, foot.at) <= wall.thicknessM / 2 + HANG_M;
}

/**
 * Cut a wall in two at so many metres from its a; openings go with the part they are in. Throws where one
 * lies across the cut.
 */
export function splitWall(design: Design, id: string, atM: number, newId: string): Change[] {
  const wall = wallOf(design, id);
  const length = wallLengthM(wall);
  if (!(atM >= LEAST_WALL_M && atM <= length - LEAST_WALL_M))
    fail(
      "Cut",
      `must lie between ${LEAST_WALL_M} m and ${(length - LEAST_WALL_M).toFixed(2)} m along the wall`,
    );
  const [x, y] = [
    mm(wall.ax + ((wall.bx - wall.ax) * atM) / length),
    mm(wall.ay + ((wall.by - wall.ay) * atM) / length),
  ];
  const changes: Change[] = [
    { in: "walls", put: { ...wall, bx: x, by: y } },
    { in: "walls", put: { ...wall, id: newId, ax: x, ay: y } },
  ];
  for (const opening of design.openings) {
    if (opening.wall !== id || opening.offsetM + opening.widthM <= atM + 1e-6) continue;
    if (opening.offsetM < atM - 1e-6)
      fail(
        "Cut",
        `goes through a ${opening.kind}: it lies from ${opening.offsetM.toFixed(2)} to ${(opening.offsetM + opening.widthM).toFixed(2)} m`,
      );
    changes.push({ in: "openings", put: { ...opening, wall: newId, offsetM: mm(opening.offsetM - atM) } });
  }
  return withRooms(design, wall.level, changes);
}

/** Make one wall of two that lie on one line and meet. The second goes, its openings stay. */
export function joinWalls(design: Design, first: string, second: string): Change[] {
  const [p, q] = [wallOf(design, first), wallOf(design, second)];
  if (first === second || p.level !== q.level) fail("Walls", "must be two of one level");
  const [pa, pb] = ends(p);
  const [qa, qb] = ends(q);
  const sine =
    Math.abs((pb[0] - pa[0]) * (qb[1] - qa[1]) - (pb[1] - pa[1]) * (qb[0] - qa[0])) /
    (wallLengthM(p) * wallLengthM(q));
  const touch = Math.min(distance(pa, qa), distance(pa, qb), distance(pb, qa), distance(pb, qb));
  if (sine > 0.02 || touch > 0.1) fail("Walls", "must lie on one line and meet end to end");
  // The two ends farthest apart are the ends of the whole; it keeps the first wall's direction.
  const [ux, uy] = [(pb[0] - pa[0]) / wallLengthM(p), (pb[1] - pa[1]) / wallLengthM(p)];
  const along = (at: Xy) => (at[0] - pa[0]) * ux + (at[1] - pa[1]) * uy;
  const all = [pa, pb, qa, qb].sort((m, n) => along(m) - along(n));
  const [from, to] = [all[0]!, all[3]!];
  const whole: WallRow = { ...p, ax: from[0], ay: from[1], bx: to[0], by: to[1] };
  const start = along(from);
  const changes: Change[] = [{ in: "walls", put: whole }];
  const turned = along(qb) < along(qa);
  for (const opening of design.openings) {
    if (opening.wall === first)
      changes.push({ in: "openings", put: { ...opening, offsetM: mm(opening.offsetM - start) } });
    if (opening.wall !== second) continue;
    const offsetM = turned
      ? along(qa) - start - opening.offsetM - opening.widthM
      : along(qa) - start + opening.offsetM;
    const outsideIs: OpeningRow["outsideIs"] =
      turned && opening.outsideIs !== "none"
        ? opening.outsideIs === "left"
          ? "right"
          : "left"
        : opening.outsideIs;
    changes.push({ in: "openings", put: { ...opening, wall: first, offsetM: mm(offsetM), outsideIs } });
  }
  changes.push({ in: "walls", drop: second });
  return withRooms(design, p.level, changes);
}

export interface Snap {
  at: [number, number];
  /** What it caught, in words: an end, a wall, a right angle. */
  to?: string;
}

/**
 * Where a wall's end goes when the pointer is at `to`: another wall's end, else on its centre line, else in
 * line with the start at a right angle or parallel to a wall near, else the grid. `reach` in metres.
 */
export function snapEnd(
  design: Design,
  level: string,
  from: Xy | undefined,
  to: Xy,
  reach: number,
  gridM = 0.05,
): Snap {
  const walls = design.walls.filter((wall) => wall.level === level);
  let best: { at: Xy; far: number; what: string } | undefined;
  const offer = (at: Xy, what: string, limit = reach) => {
    const far = distance(at, to);
    if (far <= limit && (!best || far < best.far)) best = { at, far, what };
  };
  const taken = (): Snap | undefined => best && { at: [mm(best.at[0]), mm(best.at[1])], to: best.what };
  for (const wall of walls) for (const end of ends(wall)) offer(end, "end of a wall");
  if (best) return taken()!;
  for (const wall of walls) {
    const foot = footOn(to, ...ends(wall));
    if (!foot.clamped) offer(foot.at, "a wall", reach * 0.8);
    // Where the level or upright line from the start meets the wall, it is square as well.
    for (const line of from
      ? ([
          [from[0] + 1, from[1]],
          [from[0], from[1] + 1],
        ] as Xy[])
      : []) {
      const met = lineMeeting(from!, line, ...ends(wall));
      if (met && !footOn(met, ...ends(wall)).clamped && distance(met, to) <= reach)
        best = { at: met, far: 0, what: "a wall, square" };
    }
  }
  if (best) return taken()!;
  const grid = (m: number) => Math.round(m / gridM) * gridM;
  const directions: { dx: number; dy: number; what: string }[] = [
    { dx: 1, dy: 0, what: "level" },
    { dx: 0, dy: 1, what: "upright" },
  ];
  for (const wall of walls) {
    const [a, b] = ends(wall);
    const length = distance(a, b) || 1;
    const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    directions.push({ dx, dy, what: "parallel" }, { dx: -dy, dy: dx, what: "right angle" });
  }
  for (const { dx, dy, what } of from ? directions : []) {
    // Along the line, lengths fall on the grid.
    const run = grid((to[0] - from![0]) * dx + (to[1] - from![1]) * dy);
    offer([from![0] + dx * run, from![1] + dy * run], what);
  }
  return taken() ?? { at: [mm(grid(to[0])), mm(grid(to[1]))] };
}
