/**
 * A year by the clock on the wall, for checks that ask of hundreds of automations when they would come: the sun of each day
 * is worked out once, and all else is whole minutes. Where the clock is moved the hour beside it may be off by one; a
 * moment that is shown is worked out exactly again.
 */
import { addDays, dayStart, localParts, MINUTE_MS, type Day } from "../design/local-time";
import { sunPosition } from "../geometry/sun";
import type { CalendarSpan, Cue, Guard, SunEvent } from "../stages/automations/rows";
import { SUN_EVENTS } from "../stages/automations/rows-words";
import { stands } from "./calendar";
import { between, inWindow, type Foresight } from "./foretold";
import { sunInstants } from "./foretold-cues";

export const YEAR_DAYS = 365;
const DAY_MIN = 1440;

export interface Almanac {
  place: Foresight;
  first: Day;
  /** Monday 1 to Sunday 7, by day. */
  weekdays: Uint8Array;
  /** Minutes after local midnight of the first day at which each event of the sun comes; NaN where it does not. */
  sun: Readonly<Record<SunEvent, Float64Array>>;
}

/** @param first a common year has every weekday in every season closely enough */
export function almanacOf(place: Foresight, first: Day): Almanac {
  const from = dayStart(place.zone, first);
  const to = dayStart(place.zone, addDays(first, YEAR_DAYS));
  const begin = localParts(place.zone, from).weekday;
  const zero = Date.UTC(first.year, first.month - 1, first.day);
  const sun = Object.fromEntries(
    SUN_EVENTS.map((event) => {
      const minutes = new Float64Array(YEAR_DAYS).fill(NaN);
      for (const ms of sunInstants(place, event, from, to)) {
        const { year, month, day, minutes: own } = localParts(place.zone, ms);
        const n = Math.round((Date.UTC(year, month - 1, day) - zero) / 86_400_000);
        if (n >= 0 && n < YEAR_DAYS) minutes[n] = n * DAY_MIN + own;
      }
      return [event, minutes];
    }),
  ) as Record<SunEvent, Float64Array>;
  return {
    place,
    first,
    weekdays: Uint8Array.from({ length: YEAR_DAYS }, (_, n) => ((begin - 1 + n) % 7) + 1),
    sun,
  };
}

const clockMinutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** The moment, in milliseconds, that a minute of the year falls on. */
export function instantOf({ place, first }: Almanac, minute: number): number {
  const day = Math.floor(minute / DAY_MIN);
  return dayStart(place.zone, addDays(first, day)) + (minute - day * DAY_MIN) * MINUTE_MS;
}

/** Minutes of the year at which a cue comes, in order; nothing of a cue that cannot be foretold. */
export function cueMinutes(almanac: Almanac, cue: Cue): Float64Array {
  const each = (clock: number, offset: number) =>
    Float64Array.from({ length: YEAR_DAYS }, (_, n) => n * DAY_MIN + clock + offset);
  switch (cue.kind) {
    case "time":
      return each(clockMinutes(cue.at), 0);
    case "sun":
      return almanac.sun[cue.event]
        .filter((minute) => !Number.isNaN(minute))
        .map((minute) => minute + cue.offsetMin);
    case "dial time": {
      const value = almanac.place.dials?.find(({ id }) => id === cue.dial)?.value;
      return value !== undefined && /^\d\d:\d\d$/.test(value)
        ? each(clockMinutes(value), cue.offsetMin)
        : new Float64Array();
    }
    case "calendar": {
      const events = almanac.place.calendars?.find(({ id }) => id === cue.calendar)?.events ?? [];
      const zero = Date.UTC(almanac.first.year, almanac.first.month - 1, almanac.first.day) / MINUTE_MS;
      return Float64Array.from(edgesOf(events, cue.edge, zero)).map((minute) => minute + cue.offsetMin);
    }
    default:
      return new Float64Array();
  }
}

/** Begins or ends of events as minutes of the year, by the clock on the wall. */
function edgesOf(events: readonly CalendarSpan[], edge: "begins" | "ends", zero: number): number[] {
  const of = (day: string) => Date.parse(`${day}T00:00:00Z`) / MINUTE_MS - zero;
  return events
    .flatMap(({ from, to, fromClock, toClock, everyDays, lastOn }) => {
      const begin = of(from) + (fromClock ? clockMinutes(fromClock) : 0);
      const end = of(to) + (toClock ? clockMinutes(toClock) : DAY_MIN);
      const first = edge === "begins" ? begin : end;
      if (everyDays === undefined) return [first];
      const last = lastOn === undefined ? Infinity : of(lastOn) + DAY_MIN + (first - of(from));
      const step = everyDays * DAY_MIN;
      const out = [];
      for (
        let at = first + Math.max(0, Math.ceil(-first / step)) * step;
        at < Math.min(last, YEAR_DAYS * DAY_MIN);
        at += step
      )
        out.push(at);
      return out;
    })
    .filter((minute) => minute >= 0 && minute < YEAR_DAYS * DAY_MIN)
    .sort((a, b) => a - b);
}

/** Whether a guard may hold at a minute of the year: what cannot be foretold may. */
export function mayHold(almanac: Almanac, guard: Guard, minute: number): boolean {
  const own = plain(almanac, guard, minute);
  return own === undefined || own !== (guard.not === true);
}

function plain(almanac: Almanac, guard: Guard, minute: number): boolean | undefined {
  const day = Math.floor(minute / DAY_MIN);
  switch (guard.kind) {
    case "weekdays":
      return guard.days.includes(almanac.weekdays[Math.min(YEAR_DAYS - 1, Math.max(0, day))]!);
    case "window": {
      const of = (dial: string | undefined, clock: string) => {
        const value =
          dial === undefined ? undefined : almanac.place.dials?.find(({ id }) => id === dial)?.value;
        return value !== undefined && /^\d\d:\d\d$/.test(value) ? value : clock;
      };
      return inWindow(minute - day * DAY_MIN, of(guard.fromDial, guard.from), of(guard.toDial, guard.to));
    }
    case "calendar": {
      const events = almanac.place.calendars?.find(({ id }) => id === guard.calendar)?.events;
      return events && stands(almanac.place.zone, events, instantOf(almanac, minute));
    }
    case "sun": {
      const { elevationDeg, azimuthDeg } = sunPosition(almanac.place, instantOf(almanac, minute));
      const high =
        guard.way === "above" ? elevationDeg > guard.elevationDeg : elevationDeg < guard.elevationDeg;
      return guard.fromDeg === undefined || guard.toDeg === undefined
        ? high
        : high && between(azimuthDeg, guard.fromDeg, guard.toDeg);
    }
    case "either": {
      // One that may hold is enough; that all surely do not is known only of those that can be foretold.
      const all = guard.guards.map((one) => {
        const own = plain(almanac, one, minute);
        return own === undefined ? undefined : own !== (one.not === true);
      });
      return all.includes(true) ? true : all.includes(undefined) ? undefined : false;
    }
    default:
      return undefined;
  }
}

export const allMayHold = (almanac: Almanac, guards: readonly Guard[], minute: number): boolean =>
  guards.every((guard) => mayHold(almanac, guard, minute));
