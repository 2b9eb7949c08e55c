/** Calendars against days counted by hand: whole days, nights, what comes again, and days that are not 24 hours long. */
import fc from "fast-check";
import { larkspurWeir } from "../../../tests/core/houses";
import { byId } from "../../design/collections";
import { eventsText, readEvents } from "./calendar-text";
import { spanEdges, stands } from "./engine/calendar";
import { addDays, dayStart, parseDay } from "../../design/local-time";
import { readSettings, settingsText } from "./scene-text";
import type { CalendarSpan } from "../../design/rows/automations";

const ZONE = "Europe/London";
const at = (text: string) => Date.parse(text);
const edges = (spans: CalendarSpan[], edge: "begins" | "ends", from: string, days: number) =>
  spanEdges(ZONE, spans, edge, parseDay(from), days).map((ms) => new Date(ms).toISOString().slice(0, 16));

test("whole days: from the first midnight to the one after the last", () => {
  const spans = [{ from: "2026-09-02", to: "2026-09-04" }];
  expect(edges(spans, "begins", "2026-08-01", 90)).toEqual(["2026-09-01T23:00"]);
  expect(edges(spans, "ends", "2026-08-01", 90)).toEqual(["2026-09-04T23:00"]);
  expect(stands(ZONE, spans, at("2026-09-01T22:59Z"))).toBe(false);
  expect(stands(ZONE, spans, at("2026-09-01T23:00Z"))).toBe(true);
  expect(stands(ZONE, spans, at("2026-09-04T22:59Z"))).toBe(true);
  expect(stands(ZONE, spans, at("2026-09-04T23:00Z"))).toBe(false);
});

test("a night every eight days, until the last day it may begin", () => {
  const spans = [
    {
      from: "2026-11-02",
      to: "2026-11-03",
      fromClock: "20:00",
      toClock: "08:00",
      everyDays: 8,
      lastOn: "2026-11-18",
    },
  ];
  expect(edges(spans, "begins", "2026-11-01", 60)).toEqual([
    "2026-11-02T20:00",
    "2026-11-10T20:00",
    "2026-11-18T20:00",
  ]);
  expect(edges(spans, "ends", "2026-11-11", 1)).toEqual(["2026-11-11T08:00"]);
  expect(stands(ZONE, spans, at("2026-11-11T07:59Z"))).toBe(true);
  expect(stands(ZONE, spans, at("2026-11-11T08:00Z"))).toBe(false);
  expect(stands(ZONE, spans, at("2026-11-26T22:00Z"))).toBe(false);
});

test("an hour by the clock over both changes: the night of 25 hours begins and ends by the wall", () => {
  const nightly = [
    { from: "2026-01-01", to: "2026-01-02", fromClock: "22:00", toClock: "06:00", everyDays: 1 },
  ];
  expect(edges(nightly, "begins", "2026-10-24", 2)).toEqual(["2026-10-24T21:00", "2026-10-25T22:00"]);
  expect(edges(nightly, "ends", "2026-03-28", 2)).toEqual(["2026-03-28T06:00", "2026-03-29T05:00"]);
});

test("property: a day stands where an event that was written out one by one does", () => {
  const start = parseDay("2026-01-01");
  const iso = ({ year, month, day }: ReturnType<typeof parseDay>) =>
    `${year}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 0, max: 5 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 0, max: 80 }),
      (first, long, every, probe) => {
        const span = {
          from: iso(addDays(start, first)),
          to: iso(addDays(start, first + long)),
          everyDays: every,
        };
        const each = Array.from({ length: 90 }, (_, n) => ({
          from: iso(addDays(start, first + n * every)),
          to: iso(addDays(start, first + n * every + long)),
        }));
        const noon = dayStart(ZONE, addDays(start, probe)) + 12 * 3_600_000;
        expect(stands(ZONE, [span], noon)).toBe(stands(ZONE, each, noon));
      },
    ),
  );
});

test("events as lines, both ways; what is wrong names the line", () => {
  const design = larkspurWeir();
  for (const { events } of design.calendars) expect(readEvents(eventsText(events))).toEqual(events);
  expect(
    readEvents("2026-12-25: Feast\n\n2026-01-04 20:00 to 2026-01-05 08:00, every 1 day until 2026-02-01"),
  ).toEqual([
    { from: "2026-12-25", to: "2026-12-25", name: "Feast" },
    {
      from: "2026-01-04",
      to: "2026-01-05",
      fromClock: "20:00",
      toClock: "08:00",
      everyDays: 1,
      lastOn: "2026-02-01",
    },
  ]);
  const wrong = (text: string) => {
    try {
      readEvents(text);
    } catch (problem) {
      return (problem as Error).message;
    }
    return "taken";
  };
  expect(wrong("2026-12-25\nsoon")).toMatch(/^Line 2 must be a day/);
  expect(wrong("2026-12-25 to 2026-12-24")).toMatch(/^Line 1 must end after it begins/);
  expect(wrong("2026-12-25 10:00 to 2026-12-25 10:00")).toMatch(/must end after/);
  expect(wrong("2026-02-30")).toMatch(/^Line 1/);
  expect(wrong("2026-12-25, every 400 days")).toMatch(/1 to 366/);
  expect(wrong("2026-12-25, every 7 days until 2026-12-24")).toMatch(/before its first/);
});

test("what a scene sets as lines, both ways; what is wrong names the line", () => {
  const design = larkspurWeir();
  const { settings } = byId(design, "scenes").get("snug-film")!;
  const text = settingsText(design, settings);
  expect(text.split("\n")).toEqual([
    "set the level of [Snug lamp] to 15 %",
    "bring [Snug shade left] to shut",
    "bring [Snug shade right] to shut",
  ]);
  expect(readSettings(design, text)).toEqual(settings);
  expect(readSettings(design, "switch on [Snug lamp] and [Hall lamp]")).toEqual([
    { point: "snug-lmp-1", aspect: "on", to: "on" },
    { point: "hall-lmp-1", aspect: "on", to: "on" },
  ]);
  expect(() => readSettings(design, `${text}\nset the level of [Nobody] to 1 %`)).toThrow(
    /^Line 4 must have/,
  );
  expect(() => readSettings(design, "wait 5 min")).toThrow(/^Line 1 must say how/);
  expect(() => readSettings(design, "set the level of [Snug lamp] to 1 % over 3 s")).toThrow(/nothing else/);
  expect(() => readSettings(design, "bring [Snug shades] to shut")).toThrow(/single things/);
});
