/**
 * The schedule of a person, one line a time: `asleep from 08:15 to 15:00 on the day [Night shifts] ends`, `away from 08:10
 * to 15:45 on Mon to Fri while [School term] is under way`, `in [Boathouse] from 08:00 to 17:00`, `alarm clock at 07:00`.
 */
import type { Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import type { PersonTime } from "../../design/rows/brief";
import { Cursor, MISS, readPhrase, writePhrase, type Phrase, type Piece } from "./language/grammar";
import { namesOf } from "./language/names";
import { clockSlot, nameSlot, weekdaysSlot, wordSlot, type Names } from "./language/slots";
import { lineOf, wantedText } from "./language/text";

type Pieces = readonly Piece<Names>[];

/** Said only where some days are meant. */
const daysSlot: typeof weekdaysSlot = {
  ...weekdaysSlot,
  write: (row, names) => (row.days ? weekdaysSlot.write(row, names) : undefined),
};

const DAYS: Piece<Names> = { maybe: [" on ", daysSlot] };
const SPAN: Piece<Names> = { maybe: [" from ", clockSlot("from"), " to ", clockSlot("to")] };
const BY: readonly (readonly [string, Pieces])[] = [
  ["under way", [" while ", nameSlot("calendar", "calendars"), " is under way"]],
  ["not under way", [" unless ", nameSlot("calendar", "calendars"), " is under way"]],
  ["the day it begins", [" on the day ", nameSlot("calendar", "calendars"), " begins"]],
  ["the day it ends", [" on the day ", nameSlot("calendar", "calendars"), " ends"]],
];

/** Each with its calendar, or by none. */
const phrases = (head: Pieces, says: object): Phrase<Names>[] => [
  ...BY.map(([by, pieces]) => ({ says: { ...says, by }, pieces: [...head, DAYS, ...pieces] })),
  { says: { ...says, by: undefined }, pieces: [...head, DAYS] },
];

const PHRASES: readonly Phrase<Names>[] = [
  ...phrases(
    [wordSlot("doing", { asleep: "asleep", awake: "awake", away: "away", "at home": "at home" }), SPAN],
    {},
  ),
  ...phrases(["in ", nameSlot("room", "rooms"), SPAN], { doing: "in a room" }),
  ...phrases(["alarm clock at ", clockSlot("from")], { doing: "alarm clock" }),
];

/** What a row says, for a list on screen or paper; names in brackets. */
export const timeText = (time: PersonTime, names: Names): string =>
  lineOf(writePhrase(PHRASES, time, names) ?? [{ text: "?" }], names);

export const timesText = (times: readonly PersonTime[], names: Names): string =>
  times.map((time) => timeText(time, names)).join("\n");

/** @throws InputError naming the line and what could stand there */
export function readTimes(text: string, design: Design): PersonTime[] {
  const names = namesOf(design);
  return text.split("\n").flatMap((raw, i): PersonTime[] => {
    const line = raw.trim();
    if (!line) return [];
    const cursor = new Cursor(line);
    const row = readPhrase(PHRASES, cursor, names);
    if (row === MISS || cursor.at < line.length) {
      const at = Math.max(cursor.furthest, row === MISS ? 0 : cursor.at);
      const here = line.slice(at).trim();
      return fail(
        `Line ${i + 1}`,
        `must have ${wantedText(cursor.wanted) || "nothing more"}${here ? `, not “${here.slice(0, 30)}”` : ", and it ends there"}`,
      );
    }
    return [Object.fromEntries(Object.entries(row).filter(([, value]) => value !== undefined)) as never];
  });
}
