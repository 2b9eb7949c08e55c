/**
 * Houses for tests of radio: levels and walls put down with a line each, and radios on them. 2 450 MHz over 1 m in
 * the open is 40.23 dB.
 */
import { emptyDesign, type Design } from "./design/collections";
import { testDesign } from "./test-design";
import type { RadioProfileRow, RadioRow } from "./design/rows/mesh";
import type { OpeningRow } from "./design/rows/house-structure";

export const PROFILE: RadioProfileRow = {
  id: "mesh",
  name: "Mesh",
  form: "mesh",
  mhz: 2450,
  n: 2,
  fadeDb: 8,
  floorDb: 7,
  maxHops: 5,
  maxChildren: 32,
  txDbm: 8,
  sensitivityDbm: -100,
  gainDbi: 2,
  source: "typical",
};

type Level = [id: string, elevationM: number, slab?: string];
type Wall = [id: string, level: string, ax: number, ay: number, bx: number, by: number, material: string];

/** Levels 2.5 m high with a void of 0.2 m and one room over all of each; walls 0.2 m thick. */
export function meshHouse(
  levels: readonly Level[],
  walls: readonly Wall[] = [],
  openings: readonly (Partial<OpeningRow> & Pick<OpeningRow, "id" | "wall" | "kind">)[] = [],
): Design {
  const design = emptyDesign(testDesign().design);
  design.materials = testDesign().materials;
  design.levels = levels.map(([id, elevationM, slabMaterial], order) => ({
    id,
    name: `Level ${id}`,
    code: `L${order}`,
    order,
    elevationM,
    ceilingHeightM: 2.5,
    slabThicknessM: 0.2,
    voidAboveM: 0.2,
    ...(slabMaterial === undefined ? {} : { slabMaterial }),
  }));
  design.rooms = levels.map(([level], i) => ({
    id: `room-${level}`,
    level,
    name: `Room ${level}`,
    code: `R${i}`,
    type: "living",
    outline: [
      [-50, -50],
      [50, -50],
      [50, 50],
      [-50, 50],
    ],
  }));
  design.walls = walls.map(([id, level, ax, ay, bx, by, material]) => ({
    id,
    level,
    ax,
    ay,
    bx,
    by,
    thicknessM: 0.2,
    material,
  }));
  design.openings = openings.map((row) => ({
    offsetM: 0,
    widthM: 1,
    heightM: 2,
    sillM: 0,
    outsideIs: "none",
    ...row,
  }));
  design.kinds = [testDesign().kinds[0]!];
  design.radioProfiles = [PROFILE];
  return design;
}

/** A radio with its device and point at a place, by one id. */
export function putRadio(
  design: Design,
  id: string,
  [level, x, y, z]: readonly [level: string, x: number, y: number, z: number],
  more: Partial<RadioRow> = {},
): void {
  design.points.push({
    id: `p-${id}`,
    kind: design.kinds[0]!.id,
    level,
    room: design.rooms.find((room) => room.level === level)!.id,
    x,
    y,
    z,
    name: `Point ${id}`,
  });
  design.devices.push({
    id: `d-${id}`,
    point: `p-${id}`,
    name: `Device ${id}`,
    status: "wanted",
    protocol: "Zigbee",
  });
  design.radios.push({
    id,
    device: `d-${id}`,
    profile: "mesh",
    txDbm: 8,
    sensitivityDbm: -100,
    gainDbi: 2,
    routes: true,
    ...more,
  });
}
