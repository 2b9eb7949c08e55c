/** Schedules of people as lines: each form written and read again, and what is wrong named by line. */
import { emptyDesign } from "../../design/collections";
import type { DesignRow } from "../../design/design-row";
import type { PersonTime } from "../../design/rows/brief";
import { namesOf } from "./language/names";
import { readTimes, timesText } from "./person-text";

const design = {
  ...emptyDesign({} as DesignRow),
  calendars: [{ id: "nights", name: "Night shifts", kind: "shifts" as const, events: [] }],
  rooms: [{ id: "bh", name: "Boathouse" } as never],
};

const LINES: readonly (readonly [string, PersonTime])[] = [
  ["asleep from 22:30 to 06:00", { doing: "asleep", from: "22:30", to: "06:00" }],
  ["asleep from 08:15 to 15:00 on the day [Night shifts] ends", { doing: "asleep", from: "08:15", to: "15:00", calendar: "nights", by: "the day it ends" }], // oxfmt-ignore
  ["awake on the day [Night shifts] begins", { doing: "awake", calendar: "nights", by: "the day it begins" }], // oxfmt-ignore
  ["away while [Night shifts] is under way", { doing: "away", calendar: "nights", by: "under way" }],
  ["away unless [Night shifts] is under way", { doing: "away", calendar: "nights", by: "not under way" }],
  ["away from 08:10 to 15:45 on Mon to Fri while [Night shifts] is under way", { doing: "away", from: "08:10", to: "15:45", days: [1, 2, 3, 4, 5], calendar: "nights", by: "under way" }], // oxfmt-ignore
  ["in [Boathouse] from 08:00 to 17:00 on Sat and Sun", { doing: "in a room", room: "bh", from: "08:00", to: "17:00", days: [6, 7] }], // oxfmt-ignore
  ["alarm clock at 07:00 on Mon", { doing: "alarm clock", from: "07:00", days: [1] }],
  ["at home on Wed", { doing: "at home", days: [3] }],
];

test.each(LINES)("%s", (line, row) => {
  expect(timesText([row], namesOf(design))).toBe(line);
  expect(readTimes(line, design)).toEqual([row]);
});

test("several lines, empty ones between", () => {
  expect(readTimes(LINES.map(([line]) => line).join("\n\n"), design)).toEqual(LINES.map(([, row]) => row));
});

test.each([
  ["asleep from 22:30", /^Line 1 must have .*“to”/],
  ["\naway on Mon\nsleeping", /^Line 3 must have .*“asleep”/],
  ["away while [Holidays] is under way", /^Line 1 must have a name of calendars in brackets/],
  ["alarm clock at 7", /^Line 1 must have a value such as 07:00, not “7”/],
  ["away on Mon please", /^Line 1 must have .*not “please”/],
])("%j is refused", (text, message) => {
  expect(() => readTimes(text, design)).toThrow(message);
});
