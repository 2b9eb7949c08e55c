/** Several things at once: move, align, mirror, copy a room or a level. */
import { round3 } from "../../geometry/round";
import { byId, type AnyRow, type CollectionName, type Design, type Rows } from "../../design/collections";
import { ROW_CLASSES } from "../../design/row-classes";
import { applyChanges, type Change } from "../../design/edit";
import { fields } from "../../design/fields";
import { fail } from "../../design/input-error";
import { levelOf, namedRow, type Ref } from "../../design/where";
import { contains } from "../../geometry/polygon";
import { distance, footOn, type Xy } from "../../geometry/segment";
import { freeNumber } from "./points";
import { resettle } from "./rooms";
import { moveWalls, withRooms } from "./walls";

/** Collections whose rows have a place (x, y) on one level. */
export const PLACED = ["points", "switches", "lamps", "closets"] as const;
/** Collections whose rows are drawn as a ring or a line of places on one level. */
export const DRAWN = ["rooms", "trunks", "mainsRuns", "noGo", "fixtures"] as const;
export type Placed = (typeof PLACED)[number];
export type Drawn = (typeof DRAWN)[number];
const mm = (m: number) => round3(m);
const isPlaced = (name: CollectionName): name is Placed => (PLACED as readonly string[]).includes(name);
const isDrawn = (name: CollectionName): name is Drawn => (DRAWN as readonly string[]).includes(name);
const ringName = (name: Drawn) => (name === "trunks" || name === "mainsRuns" ? "path" : "outline");
const ringOf = (row: AnyRow, name: Drawn) =>
  (row as unknown as Record<string, [number, number][]>)[ringName(name)]!;

const put = (name: CollectionName, row: AnyRow): Change => ({ in: name, put: row }) as Change;

/** A row with its place put through `map`; undefined where it has none of its own. */
function mapped(name: CollectionName, row: AnyRow, map: (at: Xy) => [number, number]): AnyRow | undefined {
  if (isPlaced(name) || name === "risers" || name === "underlays") {
    const { x, y } = row as Rows["points"];
    const at = map([x, y]);
    return { ...row, x: mm(at[0]), y: mm(at[1]) } as AnyRow;
  }
  if (isDrawn(name))
    return {
      ...row,
      [ringName(name)]: ringOf(row, name)
        .map(map)
        .map(([x, y]) => [mm(x), mm(y)]),
    } as AnyRow;
  if (name === "walls") {
    const wall = row as Rows["walls"];
    const [a, b] = [map([wall.ax, wall.ay]), map([wall.bx, wall.by])];
    return { ...wall, ax: mm(a[0]), ay: mm(a[1]), bx: mm(b[0]), by: mm(b[1]) };
  }
  return undefined;
}

/** Move rows by (dx, dy). Walls stretch what is joined to them; a room drawn without walls moves by itself. */
export function moveRows(design: Design, refs: readonly Ref[], by: { dx: number; dy: number }): Change[] {
  const walls = refs.filter((ref) => ref.in === "walls").map((ref) => ref.id);
  const changes: Change[] = walls.length ? moveWalls(design, walls, by) : [];
  const done = new Set(
    changes.map((change) =>
      "put" in change && change.in !== "design" ? `${change.in}/${change.put.id}` : "",
    ),
  );
  const levels = new Set<string>();
  for (const ref of refs) {
    if (ref.in === "walls" || done.has(`${ref.in}/${ref.id}`)) continue;
    const row = mapped(ref.in, namedRow(design, ref), ([x, y]) => [x + by.dx, y + by.dy]);
    if (!row) continue;
    changes.push(put(ref.in, row));
    const level = levelOf(design, ref);
    if (level) levels.add(level);
  }
  return withSettled(design, changes, levels);
}

function withSettled(design: Design, changes: Change[], levels: Iterable<string>): Change[] {
  const after = applyChanges(design, changes);
  const settled = [...levels].flatMap((level) => resettle(after, level));
  const last = new Map(
    settled.map((change) => [
      "put" in change && change.in !== "design" ? `${change.in}/${change.put.id}` : "",
      change,
    ]),
  );
  return [
    ...changes.filter(
      (change) => !("put" in change && change.in !== "design" && last.has(`${change.in}/${change.put.id}`)),
    ),
    ...settled,
  ];
}

export type Edge = "left" | "right" | "top" | "bottom" | "middle across" | "middle down";

/** Bring placed rows onto one line: an edge of their frame, or its middle. */
export function alignRows(design: Design, refs: readonly Ref[], edge: Edge): Change[] {
  const own = refs.filter((ref) => isPlaced(ref.in));
  if (own.length < 2) fail("Selection", "must hold at least two points, switches, lamps or closets to align");
  const rows = own.map((ref) => ({ ref, row: namedRow(design, ref) as Rows["points"] }));
  const xs = rows.map(({ row }) => row.x);
  const ys = rows.map(({ row }) => row.y);
  const at = {
    left: Math.min(...xs),
    right: Math.max(...xs),
    top: Math.min(...ys),
    bottom: Math.max(...ys),
    "middle across": (Math.min(...xs) + Math.max(...xs)) / 2,
    "middle down": (Math.min(...ys) + Math.max(...ys)) / 2,
  }[edge];
  const across = edge === "left" || edge === "right" || edge === "middle across";
  const changes = rows.map(({ ref, row }) =>
    put(ref.in, { ...row, ...(across ? { x: mm(at) } : { y: mm(at) }) } as AnyRow),
  );
  return withSettled(design, changes, new Set(rows.map(({ row }) => row.level)));
}

/**
 * Mirror rows over the upright (`across`) or level line through the middle of their frame. Windows swap
 * sides.
 */
export function mirrorRows(design: Design, refs: readonly Ref[], way: "across" | "down"): Change[] {
  const places: Xy[] = [];
  for (const ref of refs) mapped(ref.in, namedRow(design, ref), (at) => (places.push(at), [at[0], at[1]]));
  if (!places.length) fail("Selection", "must hold something with a place of its own");
  const value = (at: Xy) => (way === "across" ? at[0] : at[1]);
  const sum = Math.min(...places.map(value)) + Math.max(...places.map(value));
  const flip = ([x, y]: Xy): [number, number] => (way === "across" ? [sum - x, y] : [x, sum - y]);
  const changes: Change[] = [];
  const levels = new Set<string>();
  for (const ref of refs) {
    const row = mapped(ref.in, namedRow(design, ref), flip);
    if (!row) continue;
    changes.push(put(ref.in, row));
    const level = levelOf(design, ref);
    if (level) levels.add(level);
    if (ref.in !== "walls") continue;
    for (const opening of design.openings) {
      if (opening.wall === ref.id && opening.outsideIs !== "none")
        changes.push(
          put("openings", { ...opening, outsideIs: opening.outsideIs === "left" ? "right" : "left" }),
        );
    }
  }
  return withSettled(
    design,
    [...levels].reduce((all, level) => withRooms(design, level, all), changes),
    levels,
  );
}

/** A copy of a row under a new id, with references put through `renamed`. */
function copyOf(name: CollectionName, row: AnyRow, id: string, renamed: ReadonlyMap<string, string>): AnyRow {
  const made: Record<string, unknown> = { ...row, id };
  for (const field of fields(ROW_CLASSES[name])) {
    if (field.kind === "ref" && made[field.name] !== undefined)
      made[field.name] = renamed.get(`${field.to}/${String(made[field.name])}`) ?? made[field.name];
  }
  return made as unknown as AnyRow;
}

interface Copied {
  changes: Change[];
  /** collection/id of a row → id of its copy. */
  ids: Map<string, string>;
}

function copyRows(
  design: Design,
  refs: readonly Ref[],
  newId: (prefix: string) => string,
  map: (at: Xy) => [number, number],
  into: ReadonlyMap<string, string> = new Map(),
): Copied {
  const ids = new Map(into);
  for (const ref of refs) ids.set(`${ref.in}/${ref.id}`, newId(ref.in[0]!));
  let after = design;
  const changes: Change[] = [];
  for (const ref of refs) {
    const row = namedRow(design, ref);
    let copy = copyOf(ref.in, row, ids.get(`${ref.in}/${ref.id}`)!, ids);
    copy = mapped(ref.in, copy, map) ?? copy;
    if (ref.in === "points") {
      const point = copy as Rows["points"];
      copy = {
        ...point,
        name: freeName(after.points, point.name),
        number: freeNumber(after, point.kind, point.room),
      };
    } else if (ref.in === "rooms") {
      const room = copy as Rows["rooms"];
      copy = { ...room, name: freeName(after.rooms, room.name), code: freeCode(after.rooms, room.code) };
    }
    const change = put(ref.in, copy);
    changes.push(change);
    after = applyChanges(after, [change]);
  }
  return { changes, ids };
}

function freeName(rows: readonly { name: string }[], name: string): string {
  const taken = new Set(rows.map((row) => row.name));
  const stem = name.replace(/ \d+$/, "");
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${stem} ${n}`;
  return free;
}

function freeCode(rows: readonly { code: string }[], code: string): string {
  const taken = new Set(rows.map((row) => row.code));
  const stem = code.replace(/\d+$/, "").slice(0, 4);
  let free = code;
  for (let n = 2; taken.has(free); n++) free = `${stem}${n}`;
  return free;
}

/**
 * What belongs to a room: the room, what stands in it, and the walls that lie along its outline, openings
 * included.
 */
export function ofRoom(design: Design, id: string): Ref[] {
  const room = byId(design, "rooms").get(id) ?? fail("room", `"${id}" does not exist`);
  const alongside = (wall: Rows["walls"]) => {
    const middle: Xy = [(wall.ax + wall.bx) / 2, (wall.ay + wall.by) / 2];
    return room.outline.some((corner, i) => {
      const next = room.outline[(i + 1) % room.outline.length]!;
      const foot = footOn(middle, corner, next);
      return !foot.clamped && distance(middle, foot.at) <= wall.thicknessM / 2 + 0.05;
    });
  };
  const walls = design.walls.filter((wall) => wall.level === room.level && alongside(wall));
  const own = new Set(walls.map((wall) => wall.id));
  return [
    ...walls.map((wall): Ref => ({ in: "walls", id: wall.id })),
    ...design.openings
      .filter((opening) => own.has(opening.wall))
      .map((opening): Ref => ({ in: "openings", id: opening.id })),
    { in: "rooms", id },
    ...(["switches", "lamps", "points"] as const).flatMap((name) =>
      design[name].filter((row) => row.room === id).map((row): Ref => ({ in: name, id: row.id })),
    ),
  ];
}

/** A room with its walls, openings and what stands in it, once more, shifted by (dx, dy). */
export function copyRoom(
  design: Design,
  id: string,
  newId: (prefix: string) => string,
  by: { dx: number; dy: number },
): { changes: Change[]; room: string } {
  const { changes, ids } = copyRows(design, ofRoom(design, id), newId, ([x, y]) => [x + by.dx, y + by.dy]);
  return { changes, room: ids.get(`rooms/${id}`)! };
}

/** An empty level above the highest, as high as the one below it. */
export function newLevel(design: Design, newId: string): Rows["levels"] {
  const top = design.levels.reduce<Rows["levels"] | undefined>(
    (high, row) => (high && high.elevationM >= row.elevationM ? high : row),
    undefined,
  );
  const codes = new Set(design.levels.map((row) => row.code));
  let code = 1;
  while (codes.has(String(code))) code += 1;
  const size = {
    ceilingHeightM: top?.ceilingHeightM ?? 2.5,
    slabThicknessM: top?.slabThicknessM ?? 0.2,
    voidAboveM: top?.voidAboveM ?? 0.2,
  };
  return {
    id: newId,
    name: freeName(design.levels, "New level"),
    code: String(code),
    order: Math.max(-1, ...design.levels.map((row) => row.order)) + 1,
    elevationM: top ? mm(top.elevationM + top.ceilingHeightM + top.voidAboveM + size.slabThicknessM) : 0,
    ...size,
  };
}

/** A level with everything on it but its risers, once more above the highest. */
export function copyLevel(
  design: Design,
  id: string,
  newId: (prefix: string) => string,
): { changes: Change[]; level: string } {
  const level = byId(design, "levels").get(id) ?? fail("level", `"${id}" does not exist`);
  const { code, order, elevationM } = newLevel(design, "above");
  const made: Rows["levels"] = {
    ...level,
    id: newId("l"),
    name: freeName(design.levels, level.name),
    code,
    order,
    elevationM,
  };
  const walls = new Set(design.walls.filter((wall) => wall.level === id).map((wall) => wall.id));
  const refs: Ref[] = [
    ...[...walls].map((wall): Ref => ({ in: "walls", id: wall })),
    ...design.openings
      .filter((opening) => walls.has(opening.wall))
      .map((opening): Ref => ({ in: "openings", id: opening.id })),
    ...(["rooms", "trunks", "noGo", "fixtures", "switches", "lamps", "points"] as const).flatMap((name) =>
      design[name].filter((row) => row.level === id).map((row): Ref => ({ in: name, id: row.id })),
    ),
  ];
  const { changes } = copyRows(design, refs, newId, ([x, y]) => [x, y], new Map([[`levels/${id}`, made.id]]));
  return { changes: [{ in: "levels", put: made }, ...changes], level: made.id };
}

/** Rows of a level whose place lies within a box: what a marquee catches. */
export function inBox(
  design: Design,
  level: string,
  box: { x0: number; y0: number; x1: number; y1: number },
): Ref[] {
  const within = ([x, y]: Xy) => x >= box.x0 && x <= box.x1 && y >= box.y0 && y <= box.y1;
  const square: Xy[] = [
    [box.x0, box.y0],
    [box.x1, box.y0],
    [box.x1, box.y1],
    [box.x0, box.y1],
  ];
  return [
    ...design.walls
      .filter((wall) => wall.level === level && within([wall.ax, wall.ay]) && within([wall.bx, wall.by]))
      .map((row): Ref => ({ in: "walls", id: row.id })),
    ...PLACED.flatMap((name) =>
      design[name]
        .filter((row) => row.level === level && contains(square, [row.x, row.y]))
        .map((row): Ref => ({ in: name, id: row.id })),
    ),
    ...DRAWN.filter((name) => name !== "rooms").flatMap((name) =>
      design[name]
        .filter((row) => row.level === level && ringOf(row as AnyRow, name).every(within))
        .map((row): Ref => ({ in: name, id: row.id })),
    ),
  ];
}

export { removeRows } from "../../design/remove";
