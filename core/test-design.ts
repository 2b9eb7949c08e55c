/**
 * A small design for tests: two levels, a trunk on each, a riser, one closet, made so that lengths can be
 * worked out by hand.
 */
import { emptyDesign, type Design } from "./design/collections";
import type { PointRow } from "./design/rows/runs";
import { BUS_PROFILE_TABLE } from "./stages/house/bus-tables";
import { CABLE_TABLE, KIND_TABLE, MATERIAL_TABLE } from "./stages/house/tables";

export function testDesign(): Design {
  const design = emptyDesign({
    name: "Test house",
    latitudeDeg: 55.2,
    longitudeDeg: -2.4,
    zone: "Europe/London",
    northDeg: 0,
    units: "metric",
    currency: "EUR",
    mainsV: 230,
    ambientC: 20,
    slackPointM: 0.5,
    slackClosetM: 3,
    wastePct: 10,
  });
  design.materials = [...MATERIAL_TABLE];
  design.cableTypes = [...CABLE_TABLE];
  design.kinds = [...KIND_TABLE];
  design.busProfiles = [...BUS_PROFILE_TABLE];
  design.levels = [
    {
      id: "g",
      name: "Ground",
      code: "0",
      order: 0,
      elevationM: 0,
      ceilingHeightM: 2.5,
      slabThicknessM: 0.2,
      voidAboveM: 0.2,
    },
    {
      id: "u",
      name: "Upper",
      code: "1",
      order: 1,
      elevationM: 3,
      ceilingHeightM: 2.5,
      slabThicknessM: 0.2,
      voidAboveM: 0.2,
    },
  ];
  design.rooms = [
    {
      id: "hall",
      level: "g",
      name: "Hall",
      code: "HALL",
      type: "circulation",
      outline: [
        [0, 0],
        [10, 0],
        [10, 6],
        [0, 6],
      ],
    },
    {
      id: "loft",
      level: "u",
      name: "Loft",
      code: "LOFT",
      type: "sleeping",
      outline: [
        [0, 0],
        [10, 0],
        [10, 6],
        [0, 6],
      ],
    },
    {
      id: "store",
      level: "u",
      name: "Store",
      code: "STO",
      type: "store",
      outline: [
        [10, 0],
        [20, 0],
        [20, 6],
        [10, 6],
      ],
    },
  ];
  // One trunk along y = 3 on each level, at 2.6 m; the riser at (8, 3); the closet below the ground trunk
  // at (0, 3).
  design.trunks = [
    {
      id: "tg",
      level: "g",
      name: "Ground trunk",
      kind: "tray",
      path: [
        [0, 3],
        [10, 3],
      ],
      heightM: 2.6,
    },
    {
      id: "tu",
      level: "u",
      name: "Upper trunk",
      kind: "tray",
      path: [
        [0, 3],
        [20, 3],
      ],
      heightM: 2.6,
    },
  ];
  design.risers = [{ id: "r", name: "Riser", x: 8, y: 3, fromLevel: "g", toLevel: "u" }];
  design.closets = [
    { id: "c", level: "g", room: "hall", name: "Cabinet", kind: "cabinet", x: 0, y: 3, z: 1.6 },
  ];
  design.points = [
    point("cam", "camera", "g", "hall", 5, 1, 2.4),
    point("cam-up", "camera", "u", "loft", 2, 5, 2.6),
  ];
  design.devices = [
    { id: "d-cam", point: "cam", name: "Hall camera", status: "chosen", protocol: "PoE", cost: 100 },
  ];
  return design;
}

export function point(
  id: string,
  kind: string,
  level: string,
  room: string,
  x: number,
  y: number,
  z: number,
): PointRow {
  return { id, kind, level, room, x, y, z, closet: "c", name: id };
}

/** A design with the default tables and one empty ground level, for drawing upon. */
export function blankDesign(): Design {
  const design = emptyDesign({
    name: "Blank",
    latitudeDeg: 50,
    longitudeDeg: 0,
    zone: "Europe/London",
    northDeg: 0,
    units: "metric",
    currency: "EUR",
    mainsV: 230,
    ambientC: 20,
    slackPointM: 0.5,
    slackClosetM: 3,
    wastePct: 10,
  });
  design.materials = MATERIAL_TABLE.map((row) => ({ ...row }));
  design.levels = [
    {
      id: "g",
      name: "Ground",
      code: "0",
      order: 0,
      elevationM: 0,
      ceilingHeightM: 2.5,
      slabThicknessM: 0.2,
      voidAboveM: 0.2,
    },
  ];
  return design;
}
