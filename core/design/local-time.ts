/** Local dates and clock times of a zone, right across clock changes. Zones by IANA name. */
import { TZDate, tzOffset } from "@date-fns/tz";
import { fail } from "./input-error";

export const MINUTE_MS = 60_000;
const DAY_MS = 86_400_000;

/** A calendar date without a zone. */
export interface Day {
  year: number;
  /** 1 to 12. */
  month: number;
  day: number;
}

/** `2026-11-24`. Throws InputError naming `path` for anything else, or a date that does not exist. */
export function parseDay(text: string, path = "date"): Day {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  const day = match && { year: Number(match[1]), month: Number(match[2]), day: Number(match[3]) };
  if (!day || dayText(addDays(day, 0)) !== text)
    fail(path, `must be a date such as 2026-11-24, not "${text}"`);
  return day;
}

/** ISO 8601: `2026-11-24`. */
export function dayText({ year, month, day }: Day): string {
  return `${String(year).padStart(4, "0")}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
}

/** So many days later, or earlier where negative; by the Gregorian calendar. */
export function addDays({ year, month, day }: Day, days: number): Day {
  const date = new Date(Date.UTC(year, month - 1, day + days));
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() };
}

/** Throws InputError unless `zone` is a known IANA zone. */
export function checkZone(zone: string, path = "zone"): void {
  if (Number.isNaN(tzOffset(zone, new Date(0))))
    fail(path, `must be an IANA time zone such as Europe/London, not "${zone}"`);
}

/** By zone: offsets of whole days of UTC, and NaN for those within which the clock is moved. To ask a zone is slow. */
const daysOf = new Map<string, Map<number, number>>();
/** Some years of days; then they are asked anew. */
const KEPT_DAYS = 8000;

/** Minutes east of UTC at an instant. */
export function offsetMin(zone: string, ms: number): number {
  let days = daysOf.get(zone);
  if (!days || days.size > KEPT_DAYS) daysOf.set(zone, (days = new Map()));
  const day = Math.floor(ms / DAY_MS);
  let own = days.get(day);
  if (own === undefined) {
    const [begin, end] = [day * DAY_MS, (day + 1) * DAY_MS].map((at) => tzOffset(zone, new Date(at)));
    days.set(day, (own = begin === end ? begin! : NaN));
  }
  return Number.isNaN(own) ? tzOffset(zone, new Date(ms)) : own;
}

/** What the clock on the wall shows at an instant. */
export function localParts(zone: string, ms: number): Day & { minutes: number; weekday: number } {
  const local = new Date(ms + offsetMin(zone, ms) * MINUTE_MS);
  return {
    year: local.getUTCFullYear(),
    month: local.getUTCMonth() + 1,
    day: local.getUTCDate(),
    minutes: local.getUTCHours() * 60 + local.getUTCMinutes() + local.getUTCSeconds() / 60,
    weekday: local.getUTCDay() || 7,
  };
}

/** First instant of a local day. Where midnight is skipped, the first that exists. */
export function dayStart(zone: string, day: Day): number {
  const guess = Date.UTC(day.year, day.month - 1, day.day);
  const simple = guess - offsetMin(zone, guess) * MINUTE_MS;
  // Right at once unless the clock is moved within hours of this midnight.
  if (
    offsetMin(zone, simple) === offsetMin(zone, guess) &&
    offsetMin(zone, simple - 1) === offsetMin(zone, guess)
  )
    return simple;
  // The offset is below a day either way, so the start lies within these hours; walk the changes of offset.
  let low = guess - DAY_MS;
  let high = guess + DAY_MS;
  const text = dayText(day);
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (dayText(localParts(zone, middle)) < text) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * The instant of a clock time on a local day. A time the clock skips in spring falls just after the change, at
 * the first moment of the new time; of a time it shows twice in autumn, the first is meant.
 */
export function clockInstant(zone: string, day: Day, clock: string): number {
  const [hours, minutes] = clock.split(":").map(Number) as [number, number];
  const utc = Date.UTC(day.year, day.month - 1, day.day, hours, minutes);
  const offset = offsetMin(zone, utc - DAY_MS);
  // Where the clock is not moved within a day of it there is but one such moment.
  if (offset === offsetMin(zone, utc + DAY_MS)) return utc - offset * MINUTE_MS;
  const ms = new TZDate(day.year, day.month - 1, day.day, hours, minutes, 0, 0, zone).getTime();
  const local = localParts(zone, ms);
  if (Math.floor(local.minutes) !== hours * 60 + minutes) return changeBefore(zone, ms);
  // The same wall clock up to three hours earlier: the time comes twice and this is its second showing.
  const earlier = [30, 60, 120, 180]
    .map((min) => ms - min * MINUTE_MS)
    .find((other) => sameClock(zone, other, ms));
  return earlier ?? ms;
}

/** The first moment of the offset that holds at a moment, of the last hours before it. */
function changeBefore(zone: string, ms: number): number {
  let [before, after] = [ms - 4 * 60 * MINUTE_MS, ms];
  const offset = offsetMin(zone, after);
  while (after - before > 1) {
    const middle = Math.floor((before + after) / 2);
    if (offsetMin(zone, middle) === offset) after = middle;
    else before = middle;
  }
  return after;
}

function sameClock(zone: string, a: number, b: number): boolean {
  return a + offsetMin(zone, a) * MINUTE_MS === b + offsetMin(zone, b) * MINUTE_MS;
}

/** ISO 8601 with the zone's offset, to the second. */
export function isoLocal(zone: string, ms: number): string {
  const rounded = Math.round(ms / 1000) * 1000;
  const offset = Math.round(offsetMin(zone, rounded));
  const local = new Date(rounded + offset * MINUTE_MS).toISOString().slice(0, 19);
  const sign = offset < 0 ? "-" : "+";
  const size = Math.abs(offset);
  return `${local}${sign}${String(Math.floor(size / 60)).padStart(2, "0")}:${String(size % 60).padStart(2, "0")}`;
}

/** `15:29`, as the wall clock shows it, to the nearest minute. */
export function clockText(zone: string, ms: number): string {
  const { minutes } = localParts(zone, Math.round(ms / MINUTE_MS) * MINUTE_MS);
  return `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(Math.floor(minutes % 60)).padStart(2, "0")}`;
}

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
/** `weekday`: 1 is Monday, 7 is Sunday, as in ISO 8601. */
export const weekdayName = (weekday: number) => WEEKDAYS[weekday - 1]!;

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;
/** `Tue 24 Nov`. */
export function dayName(day: Day): string {
  const weekday = new Date(Date.UTC(day.year, day.month - 1, day.day)).getUTCDay() || 7;
  return `${weekdayName(weekday)} ${day.day} ${MONTHS[day.month - 1]}`;
}
