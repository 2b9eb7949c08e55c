/** A design as the engine runs it. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { MINUTE_MS } from "../../design/local-time";
import type { Programme } from "./engine/world";
import { ableOf } from "./things";

export const programmeOf = memo("programmeOf", (design: Design): Programme => {
  const points = byId(design, "points");
  const rooms = byId(design, "rooms");
  const able = ableOf(design);
  const named = { points, dials: byId(design, "dials") };
  const roomOf = (point: string) => points.get(point)?.room;
  return {
    place: {
      latitudeDeg: design.design.latitudeDeg,
      longitudeDeg: design.design.longitudeDeg,
      zone: design.design.zone,
    },
    automations: design.automations,
    dials: design.dials,
    calendars: design.calendars,
    scenes: design.scenes,
    groups: design.groups,
    people: design.people.map(({ id }) => id),
    roomOf,
    handMs(point) {
      const minutes = rooms.get(roomOf(point) ?? "")?.handMin;
      return minutes === undefined ? undefined : minutes * MINUTE_MS;
    },
    isShade: (point) => able.get(point)?.type === "cover",
    nameOf: (collection, id) => named[collection].get(id)?.name,
  };
});
