/** Houses of any size for benchmarks and property tests: the same seed gives the same house. */
import { compareIds } from "../../design/edit";
import { emptyDesign, type Design } from "../../design/collections";
import type { KindRow, PointRow } from "../../design/rows/runs";
import { RADIO_PROFILE_TABLE } from "./radio-table";
import { BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "./bus-tables";
import { MODULE_TYPE_TABLE } from "./module-table";
import { KIND_TABLE, CABLE_TABLE, MATERIAL_TABLE } from "./tables";
import { counted } from "../../design/words";

/** A small repeatable source of numbers in [0, 1) (mulberry32). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const ROOM_M = 5;
const POINTS_PER_ROOM = 6;
const pad = (n: number) => String(n).padStart(4, "0");

/**
 * A house of square rooms on both sides of a corridor trunk, as many levels as it takes, with `points`
 * points (and a device at each). A point brings one to three drops.
 */
export function generateHouse({
  points,
  seed,
  devices = true,
}: {
  points: number;
  seed: number;
  devices?: boolean;
}): Design {
  const random = seeded(seed);
  const design = emptyDesign({
    name: `Generated house, ${counted(points, "point")}`,
    latitudeDeg: 55.2,
    longitudeDeg: -2.4,
    zone: "Europe/London",
    northDeg: 0,
    units: "metric",
    currency: "GBP",
    mainsV: 230,
    ambientC: 20,
    slackPointM: 0.5,
    slackClosetM: 3,
    wastePct: 10,
  });
  design.materials = MATERIAL_TABLE.map((row) => ({ ...row }));
  design.cableTypes = CABLE_TABLE.map((row) => ({ ...row }));
  design.kinds = KIND_TABLE.map((row) => ({ ...row }));
  design.busProfiles = BUS_PROFILE_TABLE.map((row) => ({ ...row }));
  design.radioProfiles = RADIO_PROFILE_TABLE.map((row) => ({ ...row }));
  design.segmentRules = SEGMENT_RULE_TABLE.map((row) => ({ ...row }));
  design.moduleTypes = MODULE_TYPE_TABLE.map((row) => ({ ...row }));
  const kinds = design.kinds.filter((kind) => kind.drops.length);
  const roomsWanted = Math.ceil(points / POINTS_PER_ROOM);
  const perLevel = Math.min(roomsWanted, 2 * Math.max(3, Math.ceil(Math.sqrt(roomsWanted))));
  const levels = Math.ceil(roomsWanted / perLevel);
  const across = Math.ceil(perLevel / 2);
  for (let l = 0; l < levels; l++) {
    addLevel(design, l, across);
    if (l > 0)
      design.risers.push({
        id: `riser${l}`,
        name: `Riser ${l}`,
        x: 1,
        y: ROOM_M + 1,
        fromLevel: `l${l - 1}`,
        toLevel: `l${l}`,
      });
  }
  for (let p = 0; p < points; p++) addRandomPoint(design, p, kinds, random, devices);
  design.closets = design.levels.map((level, l) => ({
    id: `c${l}`,
    level: level.id,
    room: `l${l}r0`,
    name: `Closet ${l}`,
    kind: "cabinet",
    x: 0.5,
    y: 0.5,
    z: 1.2,
  }));
  for (const name of ["rooms", "walls", "points", "devices", "kinds", "cableTypes", "materials"] as const)
    design[name].sort(compareIds);
  return design;
}

function addLevel(design: Design, l: number, across: number): void {
  const level = `l${l}`;
  const widthM = across * ROOM_M;
  design.levels.push({
    id: level,
    name: `Level ${l}`,
    code: String(l),
    order: l,
    elevationM: l * 3,
    ceilingHeightM: 2.5,
    slabThicknessM: 0.3,
    voidAboveM: 0.2,
  });
  design.trunks.push({
    id: `t${l}`,
    level,
    name: `Corridor ${l}`,
    kind: "tray",
    path: [
      [0, ROOM_M + 1],
      [widthM, ROOM_M + 1],
    ],
    heightM: 2.6,
  });
  for (let r = 0; r < across * 2; r++) {
    const x = (r % across) * ROOM_M;
    const y = r < across ? 0 : ROOM_M + 2;
    const room = `${level}r${r}`;
    design.rooms.push({
      id: room,
      level,
      name: `Room ${l}.${r}`,
      code: `R${r}`,
      type: "living",
      outline: [
        [x, y],
        [x + ROOM_M, y],
        [x + ROOM_M, y + ROOM_M],
        [x, y + ROOM_M],
      ],
    });
    const corners = [
      [x, y],
      [x + ROOM_M, y],
      [x + ROOM_M, y + ROOM_M],
      [x, y + ROOM_M],
    ] as const;
    corners.forEach(([ax, ay], i) => {
      const [bx, by] = corners[(i + 1) % 4]!;
      // The wall to the left-hand room stands already.
      if (i === 3 && x > 0) return;
      design.walls.push({
        id: `${room}w${i}`,
        level,
        ax,
        ay,
        bx,
        by,
        thicknessM: 0.1,
        material: "plasterboard",
      });
    });
  }
}

function addRandomPoint(
  design: Design,
  p: number,
  kinds: readonly KindRow[],
  random: () => number,
  devices: boolean,
): void {
  const room = design.rooms[Math.floor(random() * design.rooms.length)]!;
  const kind = kinds[Math.floor(random() * kinds.length)]!;
  const [x0, y0] = room.outline[0]!;
  const place = () => Math.round((0.2 + random() * (ROOM_M - 0.4)) * 20) / 20;
  const level = Number(room.level.slice(1));
  const closet = `c${level - (level % 2)}`;
  const point: PointRow = {
    id: `p${pad(p)}`,
    kind: kind.id,
    level: room.level,
    room: room.id,
    x: x0 + place(),
    y: y0 + place(),
    z: kind.mountHeightM,
    closet,
    name: `${kind.name} ${p}`,
  };
  design.points.push(point);
  if (devices)
    design.devices.push({
      id: `d${pad(p)}`,
      point: point.id,
      name: `${kind.name} ${p}`,
      status: "chosen",
      protocol: "PoE",
      cost: Math.round(random() * 20000) / 100,
    });
}
