/**
 * Events of a calendar, one a line: `2026-09-02 to 2026-10-23: Autumn, first half`, or with clock times and coming again:
 * `2026-11-02 20:00 to 2026-11-03 08:00, every 8 days until 2027-12-31: Night 1 of four`.
 */
import { fail } from "../../design/input-error";
import { counted } from "../../design/words";
import type { CalendarSpan } from "../../design/rows/automations";
import { dayNumber } from "./engine/calendar";
import { parseDay } from "../../design/local-time";

export const eventText = ({ from, to, fromClock, toClock, everyDays, lastOn, name }: CalendarSpan): string =>
  [
    fromClock === undefined ? from : `${from} ${fromClock}`,
    to === from && toClock === undefined ? "" : ` to ${toClock === undefined ? to : `${to} ${toClock}`}`,
    everyDays === undefined ? "" : `, every ${counted(everyDays, "day")}`,
    lastOn === undefined ? "" : ` until ${lastOn}`,
    name === undefined ? "" : `: ${name}`,
  ].join("");

export const eventsText = (events: readonly CalendarSpan[]): string => events.map(eventText).join("\n");

const DAY = String.raw`\d{4}-\d\d-\d\d`;
const CLOCK = String.raw`(?:[01]\d|2[0-3]):[0-5]\d`;
const LINE = new RegExp(
  `^(${DAY})(?: (${CLOCK}))?(?: to (${DAY})(?: (${CLOCK}))?)?(?:, every (\\d{1,3}) days?(?: until (${DAY}))?)?(?:: ?(.{1,120}))?$`,
);

/** @throws InputError naming the line */
export function readEvents(text: string): CalendarSpan[] {
  return text.split("\n").flatMap((raw, i): CalendarSpan[] => {
    const line = raw.trim();
    if (!line) return [];
    const place = `Line ${i + 1}`;
    const found = LINE.exec(line);
    if (!found)
      return fail(place, "must be a day, or two with “to” between, such as 2026-09-02 to 2026-10-23: Autumn");
    const [, from, fromClock, to = from, toClock, every, lastOn, name] = found;
    const [first, last] = [dayNumber(parseDay(from!, place)), dayNumber(parseDay(to!, place))];
    if (last < first || (last === first && fromClock && toClock && toClock <= fromClock))
      return fail(place, "must end after it begins");
    if (every !== undefined && (Number(every) < 1 || Number(every) > 366))
      return fail(place, "must come again after 1 to 366 days");
    if (lastOn !== undefined && dayNumber(parseDay(lastOn, place)) < first)
      return fail(place, "must not come again until a day before its first");
    return [
      {
        from: from!,
        to: to!,
        ...(fromClock === undefined ? {} : { fromClock }),
        ...(toClock === undefined ? {} : { toClock }),
        ...(name === undefined ? {} : { name: name.trim() }),
        ...(every === undefined ? {} : { everyDays: Number(every) }),
        ...(lastOn === undefined ? {} : { lastOn }),
      },
    ];
  });
}
