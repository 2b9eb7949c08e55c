/** What can be said of a guard before its time comes: clock, days, calendars and the sun; the rest nobody knows yet. */
import type { DesignRow } from "../../../design/design-row";
import type { CalendarRow, DialRow } from "../../../design/rows/automations";
import type { PersonRow } from "../../../design/rows/brief";
import type { Guard } from "../../../design/rows/automations-guards";
import { stands } from "./calendar";
import { localParts } from "../../../design/local-time";
import { sunPosition } from "../../../geometry/sun";

export type Foresight = Pick<DesignRow, "latitudeDeg" | "longitudeDeg" | "zone"> & {
  dials?: readonly DialRow[];
  calendars?: readonly CalendarRow[];
  /** Whose alarm clocks ring by their schedules. */
  people?: readonly PersonRow[];
};

const clockMinutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** Is the direction within [from, to], going clockwise; over north where to is less. */
export const between = (azimuthDeg: number, fromDeg: number, toDeg: number): boolean =>
  fromDeg <= toDeg
    ? azimuthDeg >= fromDeg && azimuthDeg <= toDeg
    : azimuthDeg >= fromDeg || azimuthDeg <= toDeg;

/** Is the clock, in minutes after midnight, within [from, to); over midnight where to is earlier. */
export function inWindow(minutes: number, from: string, to: string): boolean {
  const [begin, end] = [clockMinutes(from), clockMinutes(to)];
  return begin <= end ? minutes >= begin && minutes < end : minutes >= begin || minutes < end;
}

/** Whether the guard holds then; undefined where nobody knows before. */
export function foretold(place: Foresight, guard: Guard, ms: number): boolean | undefined {
  const own = foretoldPlain(place, guard, ms);
  return own === undefined ? undefined : own !== (guard.not === true);
}

/** As `foretold`, without the guard's own "not". */
export function foretoldPlain(place: Foresight, guard: Guard, ms: number): boolean | undefined {
  switch (guard.kind) {
    case "weekdays":
      return guard.days.includes(localParts(place.zone, ms).weekday);
    case "window": {
      const of = (dial: string | undefined, clock: string) => {
        const value = dial === undefined ? undefined : place.dials?.find(({ id }) => id === dial)?.value;
        return value !== undefined && /^\d\d:\d\d$/.test(value) ? value : clock;
      };
      return inWindow(
        localParts(place.zone, ms).minutes,
        of(guard.fromDial, guard.from),
        of(guard.toDial, guard.to),
      );
    }
    case "calendar": {
      const calendar = place.calendars?.find(({ id }) => id === guard.calendar);
      return calendar && stands(place.zone, calendar.events, ms);
    }
    case "sun": {
      const { elevationDeg, azimuthDeg } = sunPosition(place, ms);
      const high =
        guard.way === "above" ? elevationDeg > guard.elevationDeg : elevationDeg < guard.elevationDeg;
      if (guard.fromDeg === undefined || guard.toDeg === undefined) return high;
      return high && between(azimuthDeg, guard.fromDeg, guard.toDeg);
    }
    case "either": {
      const all = guard.guards.map((one) => foretold(place, one, ms));
      return all.includes(true) ? true : all.includes(undefined) ? undefined : false;
    }
    default:
      return undefined;
  }
}

/** It holds, for all that is known before. */
export const guardMayHold = (place: Foresight, guard: Guard, ms: number): boolean =>
  foretold(place, guard, ms) !== false;
