/** How messages go between the things of a design and its hub, and what their cells have left. */
import { memo } from "../../design/kept";
import type { DrainedCells, Link } from "./play/house";
import { treesOf } from "../mesh/routes";
import { yearlyMah } from "../register/battery";
import { batteriesOf } from "../register/cells";

/** A hop of a mesh, and what the coordinator needs, ms; typical. */
const HOP_MS = 12;
const COORDINATOR_MS = 15;
/** A telegram on a slow bus with its answer, ms. */
const BUS_MS = 25;
const DAYS = 365.25;

/** By device; none of what takes no time worth the name. */
export const linksOf = memo("linksOf", (design): ReadonlyMap<string, Link> => {
  const found = new Map<string, Link>();
  const devices = new Map(design.devices.map(({ id, point }) => [point, id]));
  for (const { device, point } of design.stops) {
    const id = device ?? (point === undefined ? undefined : devices.get(point));
    if (id !== undefined) found.set(id, { delayMs: BUS_MS, delivery: 1 });
  }
  for (const { ways, orphans } of treesOf(design)) {
    for (const { radio, hops, delivery } of ways.values())
      found.set(radio.row.device, { delayMs: COORDINATOR_MS + hops * HOP_MS, delivery });
    // No way at all: whatever is sent is lost.
    for (const { row } of orphans) found.set(row.device, { delayMs: COORDINATOR_MS, delivery: 0 });
  }
  return found;
});

/** By device. */
export const drainsOf = memo(
  "drainsOf",
  (design): ReadonlyMap<string, DrainedCells> =>
    new Map(
      [...batteriesOf(design)].map(([id, { device, type, drain, years }]) => {
        const { standby, events, lying } = yearlyMah(type, drain);
        const all = standby + events + lying;
        // Where its maker gives years, all of it is so much less or more.
        const yearPct = 100 / years;
        const part = (mah: number) => (all ? (mah / all) * yearPct : 0);
        const since =
          device.batterySince === undefined ? undefined : Date.parse(`${device.batterySince}T00:00:00Z`);
        return [
          id,
          {
            ...(since === undefined ? {} : { sinceMs: since }),
            usualPerDayPct: yearPct / DAYS,
            perDayPct: part(standby + lying) / DAYS,
            perDoingPct: drain.eventsPerDay ? part(events) / (DAYS * drain.eventsPerDay) : 0,
          },
        ];
      }),
    ),
);
