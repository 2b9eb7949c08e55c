/** A small house with loads for tests: the small house with lamps, shades and modules to put them on. */
import type { Design } from "../../design/collections";
import { point, testDesign } from "../../test-design";
import { MODULE_TYPE_TABLE } from "../house/module-table";
import { SEGMENT_RULE_TABLE } from "../house/bus-tables";
import type { RoomRow } from "../../design/rows/house-structure";

/** The small house with the usual kinds of module and one circuit; no load yet. */
export function loadDesign(): Design {
  const design = testDesign();
  design.moduleTypes = MODULE_TYPE_TABLE.map((type) => structuredClone(type));
  design.segmentRules = SEGMENT_RULE_TABLE.map((rule) => structuredClone(rule));
  design.circuits = [{ id: "lights", name: "Lights", breakerA: 10, phase: "L2" }];
  design.points = [];
  design.devices = [];
  return design;
}

/** A room of a type beside the others, on the upper floor. */
export function addRoom(design: Design, id: string, type: RoomRow["type"]): void {
  const x = 20 + 4 * design.rooms.length;
  design.rooms.push({
    ...{ id, level: "u", name: `Room ${id}`, code: id.toUpperCase(), type },
    outline: [
      [x, 0],
      [x + 4, 0],
      [x + 4, 6],
      [x, 6],
    ],
  });
}

/** A point with a load, 1 m off the wall of its room. */
export function addLoad(design: Design, id: string, kind: string, room: string): void {
  const { level, outline } = design.rooms.find((row) => row.id === room)!;
  const [x, y] = outline[0]!;
  design.points.push({
    ...point(id, kind, level, room, x + 1, y + 1, 2.4),
    name: `Load ${id}`,
    closet: "c",
  });
}
