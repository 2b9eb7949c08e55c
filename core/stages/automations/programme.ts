/** A design as the engine runs it. */
import { byId, type Design } from "../../design/collections";
import { memoByParts } from "../../design/kept";
import { MINUTE_MS } from "../../design/local-time";
import type { Programme } from "../../automation/engine/world";
import { ableOf } from "./things";

export const programmeOf = memoByParts(
  ["design", "automations", "dials", "calendars", "scenes", "groups", "people", "points", "rooms", ableOf],
  (design: Design): Programme => {
    const roomOf = (point: string) => byId(design, "points").get(point)?.room;
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
        const minutes = byId(design, "rooms").get(roomOf(point) ?? "")?.handMin;
        return minutes === undefined ? undefined : minutes * MINUTE_MS;
      },
      isShade: (point) => ableOf(design).get(point)?.type === "cover",
      nameOf: (collection, id) => byId(design, collection).get(id)?.name,
    };
  },
);
