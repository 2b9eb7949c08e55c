/** Where people are and when they sleep, against days worked by hand. */
import type { CalendarRow } from "../../../design/rows/automations";
import type { PersonRow, PersonTime } from "../../../design/rows/brief";
import { almanacOf, cueMinutes, stayIn } from "./almanac";
import { isoLocal } from "../../../design/local-time";
import { isPlanned } from "./foretold-cues";
import { alarmsOf, exactClock, stayAt, staysOf } from "./people";

const ZONE = "Europe/London";
const day = (text: string) => Date.parse(`${text}T00:00:00Z`) / 86_400_000;

const CALENDARS: CalendarRow[] = [
  {
    id: "nights",
    name: "Nights",
    kind: "shifts",
    // Four in eight: 2, 3, 4 and 5 November 2026.
    events: [2, 3, 4, 5].map((n) => ({
      from: `2026-11-0${n}`,
      to: `2026-11-0${n + 1}`,
      fromClock: "20:00",
      toClock: "08:00",
      everyDays: 8,
    })),
  },
  { id: "term", name: "Term", kind: "term", events: [{ from: "2026-11-02", to: "2026-11-11" }] },
];

const person = (times: PersonTime[], more: Partial<PersonRow> = {}): PersonRow => ({
  id: "p",
  role: "P",
  times,
  ...more,
});

const said = (row: PersonRow, from: string, days: number) =>
  staysOf(exactClock(ZONE, CALENDARS), row, day(from), day(from) + days).map(
    ({ from: at, home, asleep, room }) =>
      `${isoLocal(ZONE, at).slice(5, 16)} ${!home ? "away" : asleep ? "asleep" : "up"}${room ? ` in ${room}` : ""}`,
  );

const NURSE = person(
  [
    { doing: "asleep", from: "23:00", to: "07:00" },
    { doing: "away", calendar: "nights", by: "under way" },
    { doing: "asleep", from: "08:15", to: "15:00", calendar: "nights", by: "the day it ends" },
  ],
  { room: "nurse" },
);

test("nights of four in eight: away until 08:00, asleep by day after each, and by night between them", () => {
  expect(said(NURSE, "2026-11-05", 3)).toEqual([
    // Begins within the night of the fourth.
    "11-05T00:00 away",
    "11-05T08:00 up",
    "11-05T08:15 asleep in nurse",
    "11-05T15:00 up",
    "11-05T20:00 away",
    "11-06T08:00 up",
    "11-06T08:15 asleep in nurse",
    "11-06T15:00 up",
    "11-06T23:00 asleep in nurse",
    "11-07T07:00 up",
    "11-07T23:00 asleep in nurse",
  ]);
});

test("the day before the first night nobody sleeps by day; eight days later all comes again", () => {
  expect(stayAt(ZONE, CALENDARS, NURSE, Date.UTC(2026, 10, 2, 12)).asleep).toBe(false);
  expect(stayAt(ZONE, CALENDARS, NURSE, Date.UTC(2026, 10, 11, 12))).toEqual({ home: true, asleep: true, room: "nurse" }); // oxfmt-ignore
  expect(stayAt(ZONE, CALENDARS, NURSE, Date.UTC(2026, 10, 10, 12)).asleep).toBe(false);
});

test("school on weekdays of the term only, the last day of it included", () => {
  const teen = person([
    { doing: "away", from: "08:10", to: "15:45", days: [1, 2, 3, 4, 5], calendar: "term", by: "under way" },
  ]);
  const away = (ms: number) => !stayAt(ZONE, CALENDARS, teen, ms).home;
  expect(away(Date.UTC(2026, 10, 11, 9))).toBe(true);
  expect(away(Date.UTC(2026, 10, 12, 9))).toBe(false);
  expect(away(Date.UTC(2026, 10, 8, 9))).toBe(false);
  expect([away(Date.UTC(2026, 10, 11, 8, 9)), away(Date.UTC(2026, 10, 11, 8, 10))]).toEqual([false, true]);
  expect([away(Date.UTC(2026, 10, 11, 15, 44)), away(Date.UTC(2026, 10, 11, 15, 45))]).toEqual([true, false]); // oxfmt-ignore
});

test("away but for a calendar; whole days; the later line counts", () => {
  const guests = person([{ doing: "away", calendar: "term", by: "not under way" }]);
  expect(said(guests, "2026-11-01", 3)).toEqual(["11-01T00:00 away", "11-02T00:00 up"]);
  const lodger = person([
    { doing: "away", days: [6, 7, 1] },
    { doing: "in a room", from: "12:00", to: "13:00", room: "loft" },
  ]);
  // Friday to Sunday.
  expect(said(lodger, "2026-11-06", 3)).toEqual([
    "11-06T00:00 up",
    "11-06T12:00 up in loft",
    "11-06T13:00 up",
    "11-07T00:00 away",
    "11-07T12:00 up in loft",
    "11-07T13:00 away",
    "11-08T12:00 up in loft",
    "11-08T13:00 away",
  ]);
});

test("the hours of the brief hold where no line is on sleep; awake cuts into them", () => {
  const usual = { sleepsFrom: "21:30", sleepsTo: "06:30", room: "gran" };
  expect(said(person([{ doing: "awake", from: "02:50", to: "03:15" }], usual), "2026-11-01", 1)).toEqual([
    "11-01T00:00 asleep in gran",
    "11-01T02:50 up",
    "11-01T03:15 asleep in gran",
    "11-01T06:30 up",
    "11-01T21:30 asleep in gran",
  ]);
  expect(said(person([{ doing: "asleep", from: "01:00", to: "02:00" }], usual), "2026-11-01", 1)).toEqual([
    "11-01T00:00 up",
    "11-01T01:00 asleep in gran",
    "11-01T02:00 up",
  ]);
});

test("on the day of a clock change the clock on the wall counts", () => {
  const row = person([{ doing: "asleep", from: "22:00", to: "06:00" }]);
  const [, up] = staysOf(exactClock(ZONE, []), row, day("2026-03-29"), day("2026-03-29") + 1);
  expect(isoLocal(ZONE, up!.from)).toBe("2026-03-29T06:00:00+01:00");
});

test("the alarm clock rings by the schedule, in the year and at the exact moment", () => {
  const row = person([
    { doing: "alarm clock", from: "07:05", days: [1, 2, 3, 4, 5], calendar: "term", by: "under way" },
  ]);
  const exact = alarmsOf(exactClock(ZONE, CALENDARS), row, day("2026-11-01"), day("2026-12-01"));
  expect(exact.map((ms) => isoLocal(ZONE, ms).slice(8, 16))).toEqual(
    ["02", "03", "04", "05", "06", "09", "10", "11"].map((d) => `${d}T07:05`),
  );
  const place = { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: ZONE, people: [row], calendars: CALENDARS };
  const almanac = almanacOf(place, { year: 2026, month: 1, day: 1 });
  const cue = { kind: "alarm", key: "a", person: "p", offsetMin: 10 } as const;
  const first = day("2026-11-02") - day("2026-01-01");
  const minutes = cueMinutes(almanac, cue);
  expect(minutes).toHaveLength(8);
  expect(minutes[0]).toBe(first * 1440 + 7 * 60 + 15);
  expect(isPlanned(place, cue)).toBe(true);
  expect(isPlanned(place, { ...cue, person: "q" })).toBe(false);
  expect(isPlanned({ people: [person([])] }, cue)).toBe(false);
});

test("the year by the clock on the wall has the same stays as the exact moments", () => {
  const place = { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: ZONE, people: [NURSE], calendars: CALENDARS };
  const almanac = almanacOf(place, { year: 2026, month: 1, day: 1 });
  const start = day("2026-01-01");
  for (let hour = 300 * 24; hour < 330 * 24; hour += 1) {
    const at = { ...stayIn(almanac, "p", hour * 60 + 30)!, from: 0 };
    // London has no other time than UTC in these weeks.
    expect(at).toEqual({ from: 0, ...stayAt(ZONE, CALENDARS, NURSE, (start * 24 + hour) * 3_600_000 + 1_800_000) }); // oxfmt-ignore
  }
  expect(stayIn(almanac, "nobody", 5)).toBeUndefined();
});
