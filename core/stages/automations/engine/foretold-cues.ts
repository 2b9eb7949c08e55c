/** When cues come that can be foretold: clock times, the sun, times of dials, calendars. */
import { addDays, clockInstant, dayStart, MINUTE_MS, type Day } from "../../../design/local-time";
import { crossings, HORIZON_DEG, noons, TWILIGHT_DEG } from "../../../geometry/sun";
import type { Cue, SunEvent } from "../../../design/rows/automations";
import { dayNumber, spanEdges } from "./calendar";
import type { Foresight } from "./foretold";
import { alarmsOf, exactClock } from "./people";

type Place = Foresight;

/** Instants of an event of the sun in [fromMs, toMs). */
export function sunInstants(place: Place, event: SunEvent, fromMs: number, toMs: number): number[] {
  switch (event) {
    case "rise":
      return crossings(place, HORIZON_DEG, "up", fromMs, toMs);
    case "set":
      return crossings(place, HORIZON_DEG, "down", fromMs, toMs);
    case "dawn":
      return crossings(place, TWILIGHT_DEG, "up", fromMs, toMs);
    case "dusk":
      return crossings(place, TWILIGHT_DEG, "down", fromMs, toMs);
    case "noon":
      return noons(place, fromMs, toMs);
  }
}

/** Does it come by clock, sun or calendar alone, whatever happens? */
export const isForetold = ({ kind }: Cue): boolean =>
  kind === "time" || kind === "sun" || kind === "dial time" || kind === "calendar";

/** Does it come by somebody's schedule: an alarm clock that is set by one? */
export const isPlanned = ({ people = [] }: Pick<Foresight, "people">, cue: Cue): boolean =>
  cue.kind === "alarm" &&
  people.some(({ id, times }) => id === cue.person && times?.some(({ doing }) => doing === "alarm clock"));

/** Is it known before when the cue comes? */
export const isKnownAhead = (place: Pick<Foresight, "people">, cue: Cue): boolean =>
  isForetold(cue) || isPlanned(place, cue);

const CLOCK = /^(?:[01]\d|2[0-3]):[0-5]\d$/;

function clockInstants(place: Place, clock: string, from: Day, days: number): number[] {
  return Array.from({ length: days }, (_, n) => clockInstant(place.zone, addDays(from, n), clock));
}

/** Instants at which a cue comes, of those that can be foretold. */
export function cueInstants(place: Place, cue: Cue, from: Day, days: number): number[] {
  const startMs = dayStart(place.zone, from);
  const endMs = dayStart(place.zone, addDays(from, days));
  const within = (instants: readonly number[]) => instants.filter((ms) => ms >= startMs && ms < endMs);
  switch (cue.kind) {
    case "time":
      return within(clockInstants(place, cue.at, from, days));
    case "sun": {
      const shift = cue.offsetMin * MINUTE_MS;
      return sunInstants(place, cue.event, startMs - shift, endMs - shift).map((ms) => ms + shift);
    }
    case "dial time": {
      const value = place.dials?.find(({ id }) => id === cue.dial)?.value;
      if (value === undefined || !CLOCK.test(value)) return [];
      // An offset of up to half a day reaches in from the days beside.
      const shift = cue.offsetMin * MINUTE_MS;
      return within(clockInstants(place, value, addDays(from, -1), days + 2).map((ms) => ms + shift));
    }
    case "calendar": {
      const calendar = place.calendars?.find(({ id }) => id === cue.calendar);
      if (!calendar) return [];
      const shift = cue.offsetMin * MINUTE_MS;
      return within(
        spanEdges(place.zone, calendar.events, cue.edge, addDays(from, -1), days + 2).map((ms) => ms + shift),
      );
    }
    case "alarm": {
      const person = place.people?.find(({ id }) => id === cue.person);
      if (!person) return [];
      const first = dayNumber(from);
      const shift = cue.offsetMin * MINUTE_MS;
      return within(
        alarmsOf(exactClock(place.zone, place.calendars ?? []), person, first - 1, first + days + 1).map(
          (ms) => ms + shift,
        ),
      );
    }
    default:
      return [];
  }
}
