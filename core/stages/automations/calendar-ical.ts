/** Calendars out of iCalendar files (RFC 5545), and into them: whole days or clock times, each again after so many days. */
import ICAL from "ical.js";
import { fail } from "../../design/input-error";
import { addDays, dayText, localParts, parseDay } from "../../design/local-time";
import { dayNumber } from "./engine/calendar";
import { stemOf } from "./templates/fill";
import type { CalendarRow, CalendarSpan } from "../../design/rows/automations";

/** Most events taken from one file: a school's or a rota's have hundreds at most. */
export const MOST_EVENTS = 2000;
const LONGEST_NAME = 80;

const two = (n: number) => String(n).padStart(2, "0");

/** A time of the file as the clock on the wall of the house shows it. */
function wall(time: ICAL.Time, zone: string): { day: string; clock?: string } {
  if (time.isDate) return { day: `${time.year}-${two(time.month)}-${two(time.day)}` };
  // Floating times and those of a zone of the file's own are the clock's; those in UTC are turned.
  if (time.zone !== ICAL.Timezone.utcTimezone)
    return {
      day: `${time.year}-${two(time.month)}-${two(time.day)}`,
      clock: `${two(time.hour)}:${two(time.minute)}`,
    };
  const local = localParts(zone, time.toJSDate().getTime());
  return {
    day: dayText(local),
    clock: `${two(Math.floor(local.minutes / 60))}:${two(Math.floor(local.minutes) % 60)}`,
  };
}

const before = (day: string, days: number) => dayText(addDays(parseDay(day), -days));

/** The rule of an event as days between; undefined where it comes once, an error where it says more. */
function repeats(
  event: ICAL.Component,
  place: string,
): Pick<CalendarSpan, "everyDays" | "lastOn"> & { count?: number } {
  const rule = event.getFirstPropertyValue("rrule") as ICAL.Recur | null;
  if (!rule) return {};
  const days = { DAILY: 1, WEEKLY: 7 }[String(rule.freq)];
  const parts = Object.keys(rule.parts).filter((part) => part !== "BYDAY" || rule.freq !== "WEEKLY");
  const byDay = (rule.parts.BYDAY ?? []) as string[];
  if (!days || parts.length || byDay.length > 1)
    fail(
      place,
      "comes again by a rule that is neither every so many days nor weeks: write its events one by one",
    );
  const until = rule.until as ICAL.Time | null;
  return {
    everyDays: days! * (rule.interval || 1),
    ...(until ? { lastOn: `${until.year}-${two(until.month)}-${two(until.day)}` } : {}),
    ...(rule.count ? { count: rule.count } : {}),
  };
}

function spanOf(component: ICAL.Component, zone: string, n: number): CalendarSpan {
  const event = new ICAL.Event(component);
  const name = String(event.summary ?? "")
    .replace(/\s+/g, " ")
    .trim();
  const place = `Event ${n}${name ? ` (${name.slice(0, 40)})` : ""}`;
  const begin = component.getFirstPropertyValue("dtstart") as ICAL.Time | null;
  if (!begin) return fail(place, "must have a begin (DTSTART)");
  const from = wall(begin, zone);
  // Without an end a day is a day, and a moment lasts none.
  const end =
    component.getFirstPropertyValue("dtend") || component.getFirstPropertyValue("duration")
      ? event.endDate
      : undefined;
  const to = end ? wall(end, zone) : from;
  // The end of whole days is the day after the last.
  const last = begin.isDate ? (end ? before(to.day, 1) : from.day) : to.day;
  if (
    dayNumber(parseDay(last)) < dayNumber(parseDay(from.day)) ||
    (last === from.day && from.clock && to.clock && to.clock <= from.clock)
  )
    fail(place, "must end after it begins");
  const { count, ...rule } = repeats(component, place);
  const lastOn =
    count && rule.everyDays
      ? dayText(addDays(parseDay(from.day), (count - 1) * rule.everyDays))
      : rule.lastOn;
  return {
    from: from.day,
    to: last,
    ...(from.clock === undefined ? {} : { fromClock: from.clock }),
    ...(to.clock === undefined || begin.isDate ? {} : { toClock: to.clock }),
    ...(name ? { name: name.slice(0, 120) } : {}),
    ...(rule.everyDays === undefined ? {} : { everyDays: rule.everyDays }),
    ...(lastOn === undefined ? {} : { lastOn }),
  };
}

/** What a calendar is for, by its name. */
const kindOf = (name: string): CalendarRow["kind"] =>
  /term|school/i.test(name)
    ? "term"
    : /holiday|vacation/i.test(name)
      ? "holidays"
      : /shift|night|rota/i.test(name)
        ? "shifts"
        : /bin|waste|collection/i.test(name)
          ? "collections"
          : "other";

/**
 * A calendar of a file.
 *
 * @param called the file's name, where the calendar has none of its own
 * @param zone of the house: times in UTC are turned to it
 * @throws InputError naming the event; nothing is taken then
 */
export function readCalendar(text: string, called: string, zone: string): Omit<CalendarRow, "id"> {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as never[]);
  } catch {
    return fail(called, "must be an iCalendar file");
  }
  if (calendar.name !== "vcalendar") fail(called, "must be an iCalendar file");
  const events = calendar.getAllSubcomponents("vevent");
  if (!events.length) fail(called, "has no events");
  if (events.length > MOST_EVENTS) fail(called, `has ${events.length} events: ${MOST_EVENTS} at most`);
  const own = calendar.getFirstPropertyValue("x-wr-calname");
  const name =
    String(own ?? called.replace(/\.[a-z]+$/i, ""))
      .trim()
      .slice(0, LONGEST_NAME) || "Calendar";
  return {
    name,
    kind: kindOf(name),
    events: events
      .map((event, i) => spanOf(event, zone, i + 1))
      .sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0)),
  };
}

/** What is there already is renewed: the calendar of that name keeps its id and its kind. */
export function calendarIn(
  calendars: readonly CalendarRow[],
  read: Omit<CalendarRow, "id">,
  freeId: (stem: string) => string,
): { row: CalendarRow; renewed: boolean } {
  const same = calendars.find(({ name }) => name.toLowerCase() === read.name.toLowerCase());
  return same
    ? { row: { ...same, events: read.events }, renewed: true }
    : { row: { id: freeId(stemOf(read.name)), ...read }, renewed: false };
}

const timeOf = (day: string, clock?: string): ICAL.Time => {
  const { year, month, day: d } = parseDay(day);
  const [hour, minute] = clock ? clock.split(":").map(Number) : [0, 0];
  return new ICAL.Time(
    {
      year,
      month,
      day: d,
      hour: hour!,
      minute: minute!,
      second: 0,
      isDate: clock === undefined,
    },
    ICAL.Timezone.localTimezone,
  );
};

/** A calendar as a file. Clock times are those of the house, of no zone. The stamp is that of its last event: the same calendar is the same file. */
export function calendarOut({ id, name, events }: CalendarRow): string {
  const file = new ICAL.Component("vcalendar");
  file.updatePropertyWithValue("prodid", "-//Zinc Lattice//Calendars//EN");
  file.updatePropertyWithValue("version", "2.0");
  file.updatePropertyWithValue("x-wr-calname", name);
  events.forEach((span, i) => {
    const event = new ICAL.Component("vevent");
    event.updatePropertyWithValue("uid", `${id}-${i + 1}@zinc-lattice.invalid`);
    event.updatePropertyWithValue("dtstamp", ICAL.Time.fromDateTimeString(`${span.from}T00:00:00Z`));
    const whole = span.fromClock === undefined && span.toClock === undefined;
    event.updatePropertyWithValue(
      "dtstart",
      timeOf(span.from, whole ? undefined : (span.fromClock ?? "00:00")),
    );
    event.updatePropertyWithValue(
      "dtend",
      whole || span.toClock === undefined
        ? timeOf(dayText(addDays(parseDay(span.to), 1)), whole ? undefined : "00:00")
        : timeOf(span.to, span.toClock),
    );
    if (span.name) event.updatePropertyWithValue("summary", span.name);
    if (span.everyDays !== undefined)
      event.updatePropertyWithValue(
        "rrule",
        new ICAL.Recur({
          freq: "DAILY",
          interval: Math.max(1, Math.round(span.everyDays)),
          ...(span.lastOn === undefined ? {} : { until: timeOf(span.lastOn, whole ? undefined : "23:59") }),
        }),
      );
    file.addSubcomponent(event);
  });
  return `${file.toString()}\r\n`;
}
