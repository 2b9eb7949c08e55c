/** What stage 2 gives to others: the command line's JSON. */
import type { Design } from "../../design/collections";
import { area, perimeter } from "../../geometry/polygon";
import { roomClosure } from "./measure";
import { azimuthDeg } from "./openings";
import { allGangs, lampsOf } from "./switches";

const to = (digits: number, value: number) => Number(value.toFixed(digits));

/**
 * `zinc house --json`: areas in m² and lengths in m to the millimetre, azimuths in degrees
 * clockwise from true north. `closingM`: how far from its start the walk round a room ends, where every
 * side of it was taped.
 */
export function houseJson(design: Design) {
  return {
    rooms: design.rooms.map((room) => {
      const closure = roomClosure(design, room);
      return {
        id: room.id,
        level: room.level,
        areaM2: to(3, area(room.outline)),
        perimeterM: to(3, perimeter(room.outline)),
        ...(closure ? { closingM: to(4, closure.errorM) } : {}),
      };
    }),
    openings: design.openings.map((opening) => {
      const azimuth = azimuthDeg(design, opening);
      return { id: opening.id, ...(azimuth === undefined ? {} : { azimuthDeg: to(2, azimuth) }) };
    }),
    switches: allGangs(design).map((one) => ({
      switch: one.switch.id,
      gang: one.gang,
      works: lampsOf(design, one.switch.id, one.gang)
        .map((lamp) => lamp.id)
        .sort(),
    })),
  };
}
