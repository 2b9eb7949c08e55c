/** Calendars in and out of iCalendar: the same out and in again, and what other programs write. */
import fc from "fast-check";
import { addDays, dayText } from "../../design/local-time";
import { calendarIn, calendarOut, MOST_EVENTS, readCalendar } from "./calendar-ical";
import type { CalendarRow, CalendarSpan } from "../../design/rows/automations";

const ZONE = "Europe/London";
const file = (...events: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "X-WR-CALNAME:School term", ...events.flatMap((lines) => ["BEGIN:VEVENT", "UID:x", lines, "END:VEVENT"]), "END:VCALENDAR"].join("\r\n"); // oxfmt-ignore
const read = (...lines: string[]) => readCalendar(file(lines.join("\r\n")), "a.ics", ZONE).events[0];

describe("in", () => {
  test("whole days: the file's end is the day after the last", () => {
    expect(read("DTSTART;VALUE=DATE:20260902", "DTEND;VALUE=DATE:20261024", "SUMMARY:Autumn")).toEqual({ from: "2026-09-02", to: "2026-10-23", name: "Autumn" }); // oxfmt-ignore
    expect(read("DTSTART;VALUE=DATE:20260902")).toEqual({ from: "2026-09-02", to: "2026-09-02" });
    expect(read("DTSTART;VALUE=DATE:20260902", "DURATION:P3D")).toMatchObject({ to: "2026-09-04" });
  });

  test("clock times are the house's; those in UTC are turned to it, summer and winter", () => {
    expect(read("DTSTART:20261102T200000", "DTEND:20261103T080000")).toEqual({ from: "2026-11-02", to: "2026-11-03", fromClock: "20:00", toClock: "08:00" }); // oxfmt-ignore
    expect(read("DTSTART:20260702T193000Z", "DTEND:20260702T230500Z")).toEqual({ from: "2026-07-02", to: "2026-07-03", fromClock: "20:30", toClock: "00:05" }); // oxfmt-ignore
    expect(read("DTSTART:20261202T193000Z", "DTEND:20261202T200000Z")).toMatchObject({ fromClock: "19:30", toClock: "20:00" }); // oxfmt-ignore
  });

  test("each again: by days or weeks, until a day or so many times", () => {
    const rule = (text: string) => read("DTSTART;VALUE=DATE:20261102", `RRULE:${text}`);
    expect(rule("FREQ=DAILY;INTERVAL=8")).toMatchObject({ everyDays: 8 });
    expect(rule("FREQ=WEEKLY")).toMatchObject({ everyDays: 7 });
    expect(rule("FREQ=WEEKLY;INTERVAL=2;BYDAY=MO")).toMatchObject({ everyDays: 14 });
    expect(rule("FREQ=DAILY;UNTIL=20261231")).toMatchObject({ everyDays: 1, lastOn: "2026-12-31" });
    expect(rule("FREQ=DAILY;INTERVAL=8;COUNT=3")).toMatchObject({ everyDays: 8, lastOn: "2026-11-18" });
  });

  test.each([
    ["no calendar", "hello", /^a\.ics must be an iCalendar file/],
    ["no events", "BEGIN:VCALENDAR\r\nEND:VCALENDAR", /^a\.ics has no events/],
    ["no begin", file("SUMMARY:X"), /^Event 1 \(X\) must have a begin/],
    [
      "end before begin",
      file("DTSTART:20261102T200000\r\nDTEND:20261102T190000"),
      /^Event 1 must end after it begins/,
    ],
    [
      "a rule of months",
      file("DTSTART;VALUE=DATE:20261102\r\nSUMMARY:Bins\r\nRRULE:FREQ=MONTHLY"),
      /^Event 1 \(Bins\) comes again by a rule/,
    ],
    [
      "several weekdays",
      file("DTSTART;VALUE=DATE:20261102\r\nRRULE:FREQ=WEEKLY;BYDAY=MO,TU"),
      /comes again by a rule/,
    ],
  ])("%s is refused by name", (_, text, message) => {
    expect(() => readCalendar(text, "a.ics", ZONE)).toThrow(message);
  });

  test("more events than any house has are refused", () => {
    const many = file(...Array.from({ length: MOST_EVENTS + 1 }, () => "DTSTART;VALUE=DATE:20261102"));
    expect(() => readCalendar(many, "a.ics", ZONE)).toThrow(`has ${MOST_EVENTS + 1} events`);
  });

  test.each([
    ["School term", "term"],
    ["Bank holidays", "holidays"],
    ["Night rota", "shifts"],
    ["Waste collection", "collections"],
    ["Guests", "other"],
  ])("%s is for %s", (name, kind) => {
    const text = file("DTSTART;VALUE=DATE:20261102").replace("School term", name);
    expect(readCalendar(text, "a.ics", ZONE)).toMatchObject({ name, kind });
    expect(readCalendar(text.replace(/X-WR-CALNAME.*\r\n/, ""), "bin days.ics", ZONE).name).toBe("bin days");
  });

  test("the calendar of that name is renewed; any other is new", () => {
    const own: CalendarRow = { id: "t", name: "School Term", kind: "other", events: [] };
    const now = readCalendar(file("DTSTART;VALUE=DATE:20261102"), "a.ics", ZONE);
    expect(calendarIn([own], now, () => "x")).toEqual({ row: { ...own, events: now.events }, renewed: true });
    expect(calendarIn([], now, (stem) => stem)).toEqual({
      row: { id: "school-term", ...now },
      renewed: false,
    });
  });
});

test("out and in again it is the same", () => {
  const day = fc.integer({ min: 0, max: 3000 }).map((n) => addDays({ year: 2024, month: 1, day: 1 }, n));
  const clock = fc.tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 })).map(([h, m]) => `${String(h).padStart(2, "0")}:${String(m).padStart(2, "0")}`); // oxfmt-ignore
  const span = fc
    .record({
      first: day,
      days: fc.integer({ min: 0, max: 20 }),
      clocks: fc.option(fc.tuple(clock, clock)),
      name: fc.option(fc.constantFrom("Night, first", "A; b\\c", "Übung")),
      again: fc.option(
        fc.record({
          every: fc.integer({ min: 1, max: 60 }),
          last: fc.option(fc.integer({ min: 0, max: 400 })),
        }),
      ),
    })
    .map(({ first, days, clocks, name, again }): CalendarSpan => {
      const over = clocks && clocks[1] <= clocks[0] && days === 0 ? 1 : days;
      return {
        from: dayText(first),
        to: dayText(addDays(first, over)),
        ...(clocks ? { fromClock: clocks[0], toClock: clocks[1] } : {}),
        ...(name ? { name } : {}),
        ...(again ? { everyDays: again.every } : {}),
        ...(again && again.last !== null ? { lastOn: dayText(addDays(first, again.last)) } : {}),
      };
    });
  fc.assert(
    fc.property(fc.array(span, { minLength: 1, maxLength: 8 }), (events) => {
      const sorted = [...events].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
      const row: CalendarRow = { id: "c", name: "Shifts", kind: "shifts", events: sorted };
      const text = calendarOut(row);
      expect(readCalendar(text, "c.ics", ZONE)).toEqual({ name: "Shifts", kind: "shifts", events: sorted });
      expect(calendarOut(row)).toBe(text);
    }),
    { numRuns: 100 },
  );
});
