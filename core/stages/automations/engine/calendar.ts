/** Calendars: spans of local days or clock times that may come again, and what of them stands or begins when. */
import type { CalendarSpan } from "../../../design/rows/automations";
import { addDays, clockInstant, dayStart, localParts, parseDay, type Day } from "../../../design/local-time";

const DAY_MS = 86_400_000;

/** Days since a fixed one, for arithmetic with days alone. */
export const dayNumber = (day: Day): number => Date.UTC(day.year, day.month - 1, day.day) / DAY_MS;

interface Parsed {
  from: Day;
  first: number;
  /** Days from its first to its last. */
  long: number;
  every?: number;
  /** The last day it may begin. */
  last: number;
}

function parsed(span: CalendarSpan): Parsed {
  const from = parseDay(span.from, "From");
  const first = dayNumber(from);
  const every = span.everyDays === undefined ? undefined : Math.max(1, Math.round(span.everyDays));
  return {
    from,
    first,
    long: Math.max(0, dayNumber(parseDay(span.to, "To")) - first),
    ...(every === undefined ? {} : { every }),
    last:
      every === undefined
        ? first
        : span.lastOn === undefined
          ? Infinity
          : dayNumber(parseDay(span.lastOn, "Last on")),
  };
}

/** Begin and end of one that begins on a day, in milliseconds. Whole days end where the day after the last begins. */
function instants(zone: string, span: CalendarSpan, { from, long }: Parsed, after: number): [number, number] {
  const first = addDays(from, after);
  const last = addDays(first, long);
  return [
    span.fromClock === undefined ? dayStart(zone, first) : clockInstant(zone, first, span.fromClock),
    span.toClock === undefined ? dayStart(zone, addDays(last, 1)) : clockInstant(zone, last, span.toClock),
  ];
}

/** Days after its first on which it begins, of those that may touch [from, to], both as day numbers. */
function beginnings({ first, long, every, last }: Parsed, from: number, to: number): number[] {
  if (every === undefined) return first <= to && first + long >= from ? [0] : [];
  const out: number[] = [];
  const begin = Math.max(0, Math.ceil((from - long - first) / every) * every);
  for (let after = begin; first + after <= Math.min(to, last); after += every) out.push(after);
  return out;
}

/** Does any of them stand at the moment? [from, to): at its end it stands no longer. */
export function stands(zone: string, spans: readonly CalendarSpan[], ms: number): boolean {
  const today = dayNumber(localParts(zone, ms));
  return spans.some((span) => {
    const own = parsed(span);
    return beginnings(own, today - 1, today + 1).some((after) => {
      const [begin, end] = instants(zone, span, own, after);
      return begin <= ms && ms < end;
    });
  });
}

/** Begin and end of all that touch so many local days from one. */
export function spansWithin(
  zone: string,
  spans: readonly CalendarSpan[],
  from: Day,
  days: number,
): [number, number][] {
  const first = dayNumber(from);
  return spans.flatMap((span) => {
    const own = parsed(span);
    return beginnings(own, first - 1, first + days).map((after) => instants(zone, span, own, after));
  });
}

/** When they begin, or end, in so many local days from one; in order. */
export function spanEdges(
  zone: string,
  spans: readonly CalendarSpan[],
  edge: "begins" | "ends",
  from: Day,
  days: number,
): number[] {
  const first = dayNumber(from);
  const startMs = dayStart(zone, from);
  const endMs = dayStart(zone, addDays(from, days));
  return spans
    .flatMap((span) => {
      const own = parsed(span);
      return beginnings(own, first - 2, first + days + 1).map(
        (after) => instants(zone, span, own, after)[edge === "begins" ? 0 : 1],
      );
    })
    .filter((ms) => ms >= startMs && ms < endMs)
    .sort((a, b) => a - b);
}
