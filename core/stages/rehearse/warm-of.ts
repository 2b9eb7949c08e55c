/** A design's rooms as they warm and cool: capacities, conductances, the sun through glass, and what heats them. */
import { byId, type Design, rowOf } from "../../design/collections";
import { memo } from "../../design/kept";
import { area, edgeDistance } from "../../geometry/polygon";
import type { Xy } from "../../geometry/segment";
import type { HeatNode, HeatTie } from "../../climate/room-model";
import type { WarmHouse, WarmRoom } from "./play/house";
import { ableOf } from "../automations/things";
import type { RoomRow, WallRow } from "../../design/rows/house-structure";
import { turned } from "../../design/place";
import { outwardDeg } from "../house/facing";
import { racksOf } from "../rack/racks";
import { BESIDE_M, floorsBetween, roomsAtOpenings, wallsBetween } from "./beside";

/** What a room's walls, floor and things hold, J/(m²K) of floor (ISO 13790, heavy: stone and brick). */
const ROOM_JM2K = 260_000;
/** A glass house holds little. */
const GLASS_JM2K = 40_000;
const GLASS_U = 5.7;
const GLASS_HEIGHT_M = 2.4;
/** A window with its frame, and a door, W/m²K. */
const WINDOW_U = 1.6;
const DOOR_U = 2;
/** A roof, a floor between rooms, and a floor on the ground, W/m²K. */
const ROOF_U = 0.3;
const FLOOR_U = 1;
const GROUND_U = 0.35;
/** A level as low as this stands in the soil: its walls lose so much of what they would to the air. */
const BURIED_M = -1;
const SOIL_SHARE = 0.3;
/** Air that is changed with outside, 1/h, and what it carries, Wh/(m³K). */
const AIR_CHANGES = 0.5;
const AIR_WHM3K = 0.33;
/** With a vent in the roof open, air is changed so often, 1/h: 20 to 40, typical of small glass houses. */
const VENTED_PER_H = 30;
/** Of the sun on a window, what comes through its glass and past its frame. */
const THROUGH_GLASS = 0.6;
/** Of the sun among plants, what warms the air, typical: the rest dries what they give off. */
const AMONG_PLANTS = 0.6;
/** Sides that face so nearly the same way are one. */
const SIDE_DEG = 5;
/** Radiators are made for so much colder than inside, with so much to spare. */
const DESIGN_K = 25;
const SPARE = 1.3;
const LEAST_W = 300;
/** A heated floor: its watts, its screed of 65 mm, and what it passes on to the room and to the ground, each for a m². */
const FLOOR_WM2 = 70;
const SCREED_JM2K = 0.065 * 2000 * 880;
const SCREED_TO_ROOM = 9;
const SCREED_TO_GROUND = 0.3;

const kindOf = (kind: string) => kind.split("--")[0]!;

/** Glass of each room by the way it faces, m² of what comes through: its windows, and walls that are of glass. */
function glassOf(design: Design): ReadonlyMap<string, Map<number, number>> {
  const found = new Map<string, Map<number, number>>();
  const add = (room: string, wall: WallRow, m2: number) => {
    const bearing = turned(outwardDeg(design, wall) - design.design.northDeg);
    const facing = (Math.round(bearing / SIDE_DEG) * SIDE_DEG) % 360;
    const sides = found.get(room) ?? new Map<number, number>();
    sides.set(facing, (sides.get(facing) ?? 0) + m2 * THROUGH_GLASS);
    found.set(room, sides);
  };
  for (const { id, kind, wall, widthM, heightM } of design.openings) {
    const own = byId(design, "walls").get(wall);
    const [room] = roomsAtOpenings(design).get(id)!;
    if (kind === "window" && own && room !== undefined) add(room, own, widthM * heightM);
  }
  for (const [room, walls] of glassWalls(design))
    for (const wall of walls)
      add(room, wall, Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) * GLASS_HEIGHT_M);
  return found;
}

/** Walls of glass between a room and outside. */
function glassWalls(design: Design): ReadonlyMap<string, WallRow[]> {
  const found = new Map<string, WallRow[]>();
  for (const wall of design.walls) {
    if (!/glass/i.test(byId(design, "materials").get(wall.material)?.name ?? "")) continue;
    const middle: Xy = [(wall.ax + wall.bx) / 2, (wall.ay + wall.by) / 2];
    const rooms = design.rooms.filter(
      ({ level, outdoor, outline }) =>
        !outdoor && level === wall.level && Math.abs(edgeDistance(outline, middle)) < BESIDE_M,
    );
    if (rooms.length === 1) found.set(rooms[0]!.id, [...(found.get(rooms[0]!.id) ?? []), wall]);
  }
  return found;
}

export const warmOf = memo("warmOf", (design): WarmHouse | undefined => {
  const felt = new Set(
    design.points.flatMap(({ id, room }) =>
      ableOf(design).get(id)?.reads.includes("temperature") ? [room] : [],
    ),
  );
  const rooms = design.rooms.filter((room) => !room.outdoor || (felt.has(room.id) && isGlassHouse(room)));
  if (!rooms.length) return undefined;
  const nodes: HeatNode[] = [];
  const ties: HeatTie[] = [];
  const at = new Map<string, number>();
  const glass = glassOf(design);
  const vents = ventsOf(design);
  const glazed = new Set(rooms.flatMap((room) => (isGlassHouse(room) ? [room.id] : [])));
  for (const room of rooms) {
    at.set(room.id, nodes.length);
    nodes.push(
      room.outdoor
        ? glassHouse(room)
        : {
            capacityJK: (isGlassHouse(room) ? GLASS_JM2K : ROOM_JM2K) * area(room.outline),
            outsideWK: airWK(design, room),
          },
    );
  }
  const loses = (room: string, wk: number) => {
    const node = at.get(room);
    if (node !== undefined) nodes[node] = { ...nodes[node]!, outsideWK: nodes[node]!.outsideWK + wk };
  };
  for (const { a, b, lengthUM } of wallsBetween(design)) {
    const level = byId(design, "levels").get(rowOf(design, "rooms", a).level);
    const high = level?.ceilingHeightM ?? 2.4;
    const buried = (level?.elevationM ?? 0) <= BURIED_M;
    if (b === undefined) loses(a, lengthUM * high * (buried ? SOIL_SHARE : 1));
    // Each pair is there from both sides, of which each counts half.
    else if (at.has(b)) ties.push({ a: at.get(a)!, b: at.get(b)!, wk: (lengthUM * high) / 2 });
  }
  for (const { a, b, areaM2 } of floorsBetween(design)) {
    if (a !== undefined && b !== undefined) ties.push({ a: at.get(a)!, b: at.get(b)!, wk: FLOOR_U * areaM2 });
    else loses((a ?? b)!, (a === undefined ? GROUND_U : glazed.has(a) ? GLASS_U : ROOF_U) * areaM2);
  }
  for (const { id, kind, widthM, heightM } of design.openings) {
    const [room, other] = roomsAtOpenings(design).get(id)!;
    const m2 = widthM * heightM;
    if (room === undefined || kind === "gap") continue;
    if (other === undefined) loses(room, (kind === "window" ? WINDOW_U : DOOR_U) * m2);
  }
  const racked = new Map<string, number>();
  for (const { row, watts } of racksOf(design)) {
    const room = byId(design, "closets").get(row.closet)?.room;
    if (room !== undefined) racked.set(room, (racked.get(room) ?? 0) + watts);
  }
  const warm = rooms.map((room): WarmRoom => ({
    room: room.id,
    node: at.get(room.id)!,
    heated: at.get(room.id)!,
    heatW: 0,
    gainW: racked.get(room.id) ?? 0,
    ...(glazed.has(room.id) ? { flatM2: area(room.outline) * THROUGH_GLASS * AMONG_PLANTS } : {}),
    ...(vents.has(room.id) ? { vents: vents.get(room.id)! } : {}),
    glass: [...(glass.get(room.id) ?? [])].map(([facingDeg, m2]) => ({
      facingDeg,
      m2: glazed.has(room.id) ? m2 * AMONG_PLANTS : m2,
    })),
    ...heatingOf(design, room, nodes, ties, at.get(room.id)!),
  }));
  return { nodes, ties, rooms: warm };
});

/** Covers by which a room is aired. */
function ventsOf(design: Design): ReadonlyMap<string, { point: string; wk: number }[]> {
  const found = new Map<string, { point: string; wk: number }[]>();
  for (const { id, room, name } of design.points) {
    const row = byId(design, "rooms").get(room);
    if (!row || !isVent(name) || ableOf(design).get(id)?.type !== "cover") continue;
    const wk = VENTED_PER_H * AIR_WHM3K * volume(design, row);
    found.set(room, [...(found.get(room) ?? []), { point: id, wk }]);
  }
  return found;
}

/** A cover that lets air out, by its name. */
export const isVent = (name: string): boolean => /\bvents?\b/i.test(name);

const airWK = (design: Design, room: RoomRow): number => AIR_WHM3K * AIR_CHANGES * volume(design, room);

/** m³ */
const volume = (design: Design, { outline, level }: RoomRow): number =>
  area(outline) * (byId(design, "levels").get(level)?.ceilingHeightM ?? 2.4);

/** A place of the garden under glass, by its name. */
const isGlassHouse = ({ type, name }: RoomRow): boolean =>
  type === "outdoor" && /plant|glass|green|conservatory|winter/i.test(name);

function glassHouse({ outline }: RoomRow): HeatNode {
  const m2 = area(outline);
  const walls = outline.reduce((sum, [x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length]!;
    return sum + Math.hypot(nx - x, ny - y) * GLASS_HEIGHT_M;
  }, 0);
  return { capacityJK: GLASS_JM2K * m2, outsideWK: GLASS_U * (m2 + walls) };
}

/** What heats a room: a valve of its floor, or a thermostat in it. A heated floor is a node of its own. */
function heatingOf(
  design: Design,
  room: RoomRow,
  nodes: HeatNode[],
  ties: HeatTie[],
  node: number,
): Partial<WarmRoom> {
  const able = ableOf(design);
  const valve = design.points.find(
    ({ id, serves }) => serves === room.id && able.get(id)?.sets.includes("open"),
  );
  if (valve) {
    const m2 = area(room.outline);
    const slab = nodes.length;
    nodes.push({ capacityJK: SCREED_JM2K * m2, outsideWK: SCREED_TO_GROUND * m2 });
    ties.push({ a: slab, b: node, wk: SCREED_TO_ROOM * m2 });
    const manifold = design.points.find(
      ({ id, room: own, kind }) =>
        own === valve.room && kindOf(kind) === "manifold" && able.get(id)?.sets.includes("target"),
    );
    return {
      heated: slab,
      heatW: Math.round(FLOOR_WM2 * m2),
      by: valve.id,
      ...(manifold ? { target: manifold.id } : {}),
    };
  }
  const thermostat = design.points.find(
    ({ id, room: own, kind }) =>
      own === room.id && kindOf(kind) !== "manifold" && able.get(id)?.type === "thermostat",
  );
  if (!thermostat) return {};
  const loss = nodes[node]!.outsideWK * DESIGN_K * SPARE;
  return { heatW: Math.max(LEAST_W, Math.ceil(loss / 100) * 100), by: thermostat.id };
}
