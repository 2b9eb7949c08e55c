/** Checks of stage 2. */
import { byId, type Design } from "../design/collections";
import type { Finding } from "../findings";
import { contains, edgeDistance } from "../geometry/polygon";
import { roomAt, WALL_REACH_M } from "./points";
import { surveyChecks } from "./survey-checks";

/** Points drawn outside the room they belong to, codes that repeat, and what the survey has to say. */
export function houseChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  for (const point of design.points) {
    const room = byId(design, "rooms").get(point.room);
    if (room && room.level === point.level && (contains(room.outline, [point.x, point.y]) || edgeDistance(room.outline, [point.x, point.y]) <= WALL_REACH_M)) continue;
    const real = roomAt(design, point.level, point.x, point.y);
    findings.push({
      code: "house.point-outside-room", stage: "house", severity: "mend", title: `${point.name} is not inside ${room?.name ?? "its room"}`,
      why: real ? `It stands in ${real.name}.` : "It stands in no room: the designer moves it or draws the room.",
      about: [{ in: "points", id: point.id }],
      fix: real && { label: `Give it to ${real.name}`, changes: [{ in: "points", put: { ...point, room: real.id } }] },
    });
  }
  const stems = new Map<string, string>();
  for (const room of design.rooms) {
    const stem = `${byId(design, "levels").get(room.level)?.code}-${room.code}`;
    const other = stems.get(stem);
    if (other) {
      findings.push({
        code: "house.room-code-repeated", stage: "house", severity: "note", title: `${room.name} and ${other} share the code ${stem}`,
        why: "Labels stay unique but nobody can tell the rooms apart by them. The designer renames one.", about: [{ in: "rooms", id: room.id }],
      });
    }
    stems.set(stem, room.name);
  }
  return [...findings, ...surveyChecks(design)];
}
