/**
 * Where people are and when they sleep, by their schedules: for checks and foresight by the year's clock on the wall, for the
 * engine and the rehearsal by the exact moment.
 */
import { addDays, clockInstant, dayStart, localParts, type Day } from "../../../design/local-time";
import type { CalendarRow, Cue } from "../../../design/rows/automations";
import type { PersonRow, PersonTime } from "../../../design/rows/brief";
import { dayNumber, spansWithin } from "./calendar";

/** From when on how somebody is, until the next. */
export interface Stay {
  from: number;
  home: boolean;
  asleep: boolean;
  /** Where they are in the house, where that is known. */
  room?: string;
}

/** How days and clock times come to numbers: milliseconds, or minutes of a year by the clock on the wall. */
export interface Clock {
  /** A clock time on a day; "24:00" is the start of the next. */
  at(day: number, clock: string): number;
  /** Monday 1 to Sunday 7. */
  weekday(day: number): number;
  /** Begin and end of each event of a calendar that touches the days [from, to). */
  spans(calendar: string, from: number, to: number): readonly (readonly [number, number])[];
}

/** Days are those since 1970, times milliseconds. */
export function exactClock(zone: string, calendars: readonly CalendarRow[]): Clock {
  const dayOf = (n: number): Day => addDays({ year: 1970, month: 1, day: 1 }, n);
  return {
    at: (day, clock) =>
      clock === "00:00"
        ? dayStart(zone, dayOf(day))
        : clock === "24:00"
          ? dayStart(zone, dayOf(day + 1))
          : clockInstant(zone, dayOf(day), clock),
    weekday: (day) => new Date(day * 86_400_000).getUTCDay() || 7,
    spans: (calendar, from, to) => {
      const own = calendars.find(({ id }) => id === calendar);
      return own ? spansWithin(zone, own.events, dayOf(from), to - from) : [];
    },
  };
}

type Span = readonly [number, number];

const within = (spans: readonly Span[], at: number) => spans.some(([from, to]) => from <= at && at < to);

/** What of [from, to) lies in the spans, or outside of all of them. */
function cut([from, to]: Span, spans: readonly Span[], inside: boolean): Span[] {
  const edges = [...new Set([from, to, ...spans.flat().filter((edge) => edge > from && edge < to)])].sort(
    (a, b) => a - b,
  );
  return edges.slice(0, -1).flatMap((edge, i): Span[] => {
    return within(spans, edge) === inside ? [[edge, edges[i + 1]!]] : [];
  });
}

/** When a line of a schedule counts, of what touches the days [from, to). Of a line of one clock time: the moment itself. */
export function lineSpans(clock: Clock, line: PersonTime, from: number, to: number): Span[] {
  const { calendar, by } = line;
  // One that begins the day before may reach in, by its clock times or those of the calendar.
  const spans = calendar === undefined ? [] : clock.spans(calendar, from - 2, to + 2);
  const edges = by === "the day it begins" ? 0 : by === "the day it ends" ? 1 : undefined;
  const out: Span[] = [];
  for (let day = from - 1; day < to; day += 1) {
    if (line.days && !line.days.includes(clock.weekday(day))) continue;
    const whole: Span = [clock.at(day, "00:00"), clock.at(day, "24:00")];
    if (calendar !== undefined && edges !== undefined) {
      // What ends at midnight ends with the day before.
      const falls = spans.some((span) => {
        const at = span[edges];
        return edges ? at > whole[0] && at <= whole[1] : at >= whole[0] && at < whole[1];
      });
      if (!falls) continue;
    }
    const during = calendar !== undefined && edges === undefined;
    if (line.from === undefined) {
      const touching = spans.filter(([a, b]) => b > whole[0] && a < whole[1]);
      if (during) out.push(...cut(whole, touching, by !== "not under way"));
      else out.push(whole);
      continue;
    }
    const begin = clock.at(day, line.from);
    if (during && within(spans, begin) !== (by !== "not under way")) continue;
    const until = line.to ?? line.from;
    const over = until < line.from || (line.to !== undefined && until === line.from);
    out.push([begin, clock.at(over ? day + 1 : day, until)]);
  }
  return out;
}

/** What nobody has said otherwise: at home, and asleep by the hours of the brief. */
function linesOf({ sleepsFrom, sleepsTo, times = [] }: PersonRow): readonly PersonTime[] {
  const usual = sleepsFrom !== undefined && sleepsTo !== undefined;
  return usual && !times.some(({ doing }) => doing === "asleep")
    ? [{ doing: "asleep", from: sleepsFrom, to: sleepsTo }, ...times]
    : times;
}

/**
 * How somebody is over the days [from, to), from the first moment on; each stay differs from the one before.
 * Who is away is not asleep in the house.
 */
export function staysOf(clock: Clock, person: PersonRow, from: number, to: number): Stay[] {
  const lines = linesOf(person).filter(({ doing }) => doing !== "alarm clock");
  const begin = clock.at(from, "00:00");
  const end = clock.at(to - 1, "24:00");
  // +1 where a line begins to count, -1 where it ends, in order of time.
  const edges = lines
    .flatMap((line, i) =>
      lineSpans(clock, line, from, to).flatMap(([a, b]): [number, number, number][] =>
        b > a
          ? [
              [Math.max(a, begin), i, 1],
              [Math.max(b, begin), i, -1],
            ]
          : [],
      ),
    )
    .sort((a, b) => a[0] - b[0]);
  const counts = lines.map(() => 0);
  const stays: Stay[] = [];
  let n = 0;
  for (let at: number | undefined = begin; at !== undefined && at < end; at = edges[n]?.[0]) {
    while (n < edges.length && edges[n]![0] <= at) {
      counts[edges[n]![1]]! += edges[n]![2];
      n += 1;
    }
    const own = stayBy(person, lines, counts, at);
    const last = stays.at(-1);
    if (!last || last.home !== own.home || last.asleep !== own.asleep || last.room !== own.room)
      stays.push(own);
  }
  return stays;
}

function stayBy(
  person: PersonRow,
  lines: readonly PersonTime[],
  counts: readonly number[],
  from: number,
): Stay {
  let home = true;
  let asleep = false;
  let room: string | undefined;
  for (const [i, line] of lines.entries()) {
    if (!counts[i]) continue;
    switch (line.doing) {
      case "away":
        [home, asleep, room] = [false, false, undefined];
        break;
      case "at home":
        [home, asleep] = [true, false];
        break;
      case "asleep":
        [home, asleep, room] = [true, true, person.room];
        break;
      case "awake":
        [asleep, room] = [false, undefined];
        break;
      case "in a room":
        [home, asleep, room] = [true, false, line.room];
        break;
      case "alarm clock":
      // It rings; it moves nobody.
    }
  }
  return { from, home, asleep, ...(room === undefined ? {} : { room }) };
}

/** When the alarm clock of somebody rings on the days [from, to), in order. */
export const alarmsOf = (clock: Clock, { times = [] }: PersonRow, from: number, to: number): number[] =>
  times
    .filter((line) => line.doing === "alarm clock" && line.from !== undefined)
    .flatMap((line) => lineSpans(clock, { ...line, to: undefined }, from, to).map(([at]) => at))
    .filter((at) => at >= clock.at(from, "00:00") && at < clock.at(to - 1, "24:00"))
    .sort((a, b) => a - b);

/** How somebody is at a moment. */
export function stayAt(
  zone: string,
  calendars: readonly CalendarRow[],
  person: PersonRow,
  ms: number,
): Omit<Stay, "from"> {
  const day = dayNumber(localParts(zone, ms));
  const stays = staysOf(exactClock(zone, calendars), person, day, day + 1);
  const { from: _from, ...stay } = stays.filter(({ from }) => from <= ms).at(-1) ?? stays[0]!;
  return stay;
}

/** The cue is that person's own: their alarm clock, their waking, a key. */
export const isOwnCue = (person: string, cue: Cue): boolean =>
  (cue.kind === "alarm" && cue.person === person) ||
  (cue.kind === "presence" && cue.how === "wakes" && cue.people.includes(person)) ||
  cue.kind === "press";
