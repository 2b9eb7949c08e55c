/**
 * A year by the clock on the wall, for checks that ask of hundreds of automations when they would come: the sun of each day
 * is worked out once, and all else is whole minutes. Where the clock is moved the hour beside it may be off by one; a
 * moment that is shown is worked out exactly again.
 */
import { addDays, dayStart, localParts, MINUTE_MS, type Day } from "../../../design/local-time";
import { sunPosition } from "../../../geometry/sun";
import type { CalendarSpan, Cue, Guard, SunEvent } from "../../../design/rows/automations";
import { SUN_EVENTS } from "../../../design/rows/automations-words";
import { alarmsOf, staysOf, type Clock, type Stay } from "./people";
import { between, inWindow, type Foresight } from "./foretold";
import { sunInstants } from "./foretold-cues";

export const YEAR_DAYS = 365;
const DAY_MIN = 1440;

export interface Almanac {
  place: Foresight;
  first: Day;
  /** By calendar: begin and end of its events, by minutes. */
  spans: ReadonlyMap<string, readonly (readonly [number, number])[]>;
  /** By person: how they are over the year, by minutes. */
  stays: ReadonlyMap<string, readonly Stay[]>;
  /** Monday 1 to Sunday 7, by day. */
  weekdays: Uint8Array;
  /** Minutes after local midnight of the first day at which each event of the sun comes; NaN where it does not. */
  sun: Readonly<Record<SunEvent, Float64Array>>;
}

/** Years of the sun last asked for: houses at one place, and one house edited, share theirs. */
const years = new Map<string, Almanac["sun"]>();
const MOST_YEARS = 16;

/** The sun over a year at a place: what takes longest to work out, and goes by nothing but the place. */
function sunYear(place: Foresight, first: Day): Almanac["sun"] {
  const { latitudeDeg, longitudeDeg, zone } = place;
  const key = [latitudeDeg, longitudeDeg, zone, first.year, first.month, first.day].join(" ");
  const year = years.get(key) ?? workedOut(place, first);
  years.delete(key);
  years.set(key, year);
  if (years.size > MOST_YEARS) years.delete(years.keys().next().value!);
  return year;
}

function workedOut(place: Foresight, first: Day): Almanac["sun"] {
  const from = dayStart(place.zone, first);
  const to = dayStart(place.zone, addDays(first, YEAR_DAYS));
  const zero = Date.UTC(first.year, first.month - 1, first.day);
  return Object.fromEntries(
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
}

/** Worked out when it is asked for, once: most houses ask for some of a year only. */
function asked<T>(make: () => T): () => T {
  let own: { value: T } | undefined;
  return () => (own ??= { value: make() }).value;
}

/** @param first a common year has every weekday in every season closely enough */
export function almanacOf(place: Foresight, first: Day): Almanac {
  const begin = localParts(place.zone, dayStart(place.zone, first)).weekday;
  const zero = Date.UTC(first.year, first.month - 1, first.day) / MINUTE_MS;
  const sunOf = asked(() => sunYear(place, first));
  const spans = asked(
    () =>
      new Map(
        (place.calendars ?? []).map(({ id, events }) => [
          id,
          wallSpans(events, zero, -2 * DAY_MIN, (YEAR_DAYS + 2) * DAY_MIN),
        ]),
      ),
  );
  const stays = asked(() => {
    const clock = wallClock(almanac);
    return new Map((place.people ?? []).map((person) => [person.id, staysOf(clock, person, 0, YEAR_DAYS)]));
  });
  const almanac: Almanac = {
    place,
    first,
    weekdays: Uint8Array.from({ length: YEAR_DAYS }, (_, n) => ((begin - 1 + n) % 7) + 1),
    get sun() {
      return sunOf();
    },
    get spans() {
      return spans();
    },
    get stays() {
      return stays();
    },
  };
  return almanac;
}

/** How somebody is at a minute of the year; undefined where nobody has said. */
export function stayIn({ stays }: Almanac, person: string, minute: number): Stay | undefined {
  const own = stays.get(person) ?? [];
  let [low, high] = [0, own.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (own[middle]!.from <= minute) low = middle + 1;
    else high = middle;
  }
  return own[low - 1];
}

const clockMinutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** Starts of days, in milliseconds, as they were asked for: many moments lie in one day, and zones are slow to ask. */
const starts = new WeakMap<Almanac, Map<number, number>>();

/** The moment, in milliseconds, that a minute of the year falls on. */
export function instantOf(almanac: Almanac, minute: number): number {
  const day = Math.floor(minute / DAY_MIN);
  let known = starts.get(almanac);
  if (!known) starts.set(almanac, (known = new Map()));
  let start = known.get(day);
  if (start === undefined)
    known.set(day, (start = dayStart(almanac.place.zone, addDays(almanac.first, day))));
  return start + (minute - day * DAY_MIN) * MINUTE_MS;
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
    case "alarm": {
      const person = almanac.place.people?.find(({ id }) => id === cue.person);
      return Float64Array.from(person ? alarmsOf(wallClock(almanac), person, 0, YEAR_DAYS) : []).map(
        (minute) => minute + cue.offsetMin,
      );
    }
    default:
      return new Float64Array();
  }
}

/** Begin and end of events that touch minutes [from, to) of the year, by the clock on the wall. */
function wallSpans(
  events: readonly CalendarSpan[],
  zero: number,
  from: number,
  to: number,
): [number, number][] {
  const of = (day: string) => Date.parse(`${day}T00:00:00Z`) / MINUTE_MS - zero;
  return events.flatMap((event): [number, number][] => {
    const begin = of(event.from) + (event.fromClock ? clockMinutes(event.fromClock) : 0);
    const end = of(event.to) + (event.toClock ? clockMinutes(event.toClock) : DAY_MIN);
    if (event.everyDays === undefined) return begin < to && end > from ? [[begin, end]] : [];
    const last = event.lastOn === undefined ? Infinity : of(event.lastOn) + DAY_MIN;
    const step = event.everyDays * DAY_MIN;
    const out: [number, number][] = [];
    const shift = Math.max(0, Math.ceil((from - end) / step)) * step;
    for (let at = begin + shift; at < Math.min(last, to); at += step) out.push([at, at + end - begin]);
    return out;
  });
}

/** Begins or ends of events as minutes of the year, by the clock on the wall. */
const edgesOf = (events: readonly CalendarSpan[], edge: "begins" | "ends", zero: number): number[] =>
  wallSpans(events, zero, -DAY_MIN, YEAR_DAYS * DAY_MIN)
    .map(([begin, end]) => (edge === "begins" ? begin : end))
    .filter((minute) => minute >= 0 && minute < YEAR_DAYS * DAY_MIN)
    .sort((a, b) => a - b);

/** Days and clock times as minutes of the year: days count from its first. */
export function wallClock({ place, first, weekdays }: Almanac): Clock {
  const zero = Date.UTC(first.year, first.month - 1, first.day) / MINUTE_MS;
  return {
    at: (day, clock) => day * DAY_MIN + clockMinutes(clock),
    weekday: (day) => ((((weekdays[0]! - 1 + day) % 7) + 7) % 7) + 1,
    spans: (calendar, from, to) =>
      wallSpans(
        place.calendars?.find(({ id }) => id === calendar)?.events ?? [],
        zero,
        from * DAY_MIN,
        to * DAY_MIN,
      ),
  };
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
      const spans = almanac.spans.get(guard.calendar);
      return spans?.some(([from, to]) => from <= minute && minute < to);
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

/** What is quickly looked up goes first: where the sun stands is reckoned. */
const isSlow = (guard: Guard): boolean => guard.kind === "sun" || guard.kind === "either";

export const allMayHold = (almanac: Almanac, guards: readonly Guard[], minute: number): boolean =>
  guards.every((guard) => isSlow(guard) || mayHold(almanac, guard, minute)) &&
  guards.every((guard) => !isSlow(guard) || mayHold(almanac, guard, minute));
