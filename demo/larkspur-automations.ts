/** What Larkspur Weir does by itself, and what its household sets: as sentences, in the text form. */
import type { Design } from "../core/design/collections";
import { namesOf } from "../core/stages/automations/language/names";
import { readAutomations } from "../core/stages/automations/language/text";
import type { CalendarSpan } from "../core/stages/automations/rows";

const term = (name: string, from: string, to: string): CalendarSpan => ({ from, to, name });

/** Nights of four in eight days: each of the four comes again after eight. */
const night = (from: string, to: string, n: number): CalendarSpan => ({
  from,
  to,
  fromClock: "20:00",
  toClock: "08:00",
  name: `Night ${n} of four`,
  everyDays: 8,
});

function addSettings(design: Design): void {
  design.calendars.push(
    {
      id: "school-term",
      name: "School term",
      kind: "term",
      events: [
        term("Autumn, first half", "2026-09-02", "2026-10-23"),
        term("Autumn, second half", "2026-11-02", "2026-12-18"),
        term("Spring, first half", "2027-01-05", "2027-02-12"),
        term("Spring, second half", "2027-02-22", "2027-03-26"),
        term("Summer", "2027-04-12", "2027-07-21"),
      ],
    },
    {
      id: "night-shifts",
      name: "Night shifts",
      kind: "shifts",
      events: [
        night("2026-11-02", "2026-11-03", 1),
        night("2026-11-03", "2026-11-04", 2),
        night("2026-11-04", "2026-11-05", 3),
        night("2026-11-05", "2026-11-06", 4),
      ],
    },
  );
  design.dials.push(
    {
      id: "leave-house",
      name: "Leave the house be",
      kind: "flag",
      value: "off",
      leaveBe: true,
      setBy: ["nurse", "carpenter"],
      shows: ["hall-key-1"],
    },
    {
      id: "leave-snug",
      name: "Leave the snug be",
      kind: "flag",
      value: "off",
      room: "snug",
      leaveBe: true,
      shows: ["snug-key-1"],
    },
    {
      id: "school-time",
      name: "School time",
      kind: "flag",
      value: "on",
      room: "teen",
      setBy: ["teenager"],
      shows: ["hall-key-1"],
    },
    { id: "evening-level", name: "Evening level", kind: "level", unit: "%", value: "40", min: 5, max: 100 },
    { id: "bedtime", name: "Bedtime", kind: "time", value: "22:30", shows: ["landing-key-1"] },
  );
  design.groups.push(
    { id: "snug-shades", name: "Snug shades", room: "snug", points: ["snug-shd-1", "snug-shd-2"] },
    {
      id: "stair-lights",
      name: "Stair lights",
      points: ["hall-trd-1", "hall-trd-2", "hall-trd-3", "hall-trd-4", "hall-trd-5", "hall-trd-6"],
    },
  );
  design.scenes.push(
    {
      id: "snug-film",
      name: "Film in the snug",
      room: "snug",
      settings: [
        { point: "snug-lmp-1", aspect: "level", to: "15 %" },
        { point: "snug-shd-1", aspect: "position", to: "shut" },
        { point: "snug-shd-2", aspect: "position", to: "shut" },
      ],
      fadeS: 4,
    },
    {
      id: "snug-reading",
      name: "Reading in the snug",
      room: "snug",
      settings: [
        { point: "snug-lmp-1", aspect: "level", to: "80 %" },
        { point: "snug-lmp-1", aspect: "white", to: "4000 K" },
      ],
      fadeS: 2,
    },
  );
}

const SENTENCES = `
automation dusk: Dusk: bedroom shades down
  for comfort
  cue dusk: 25 min before sunset
  do bring [Nurse's north shade], [Nurse's west shade], [Carpenter's south shade] and [Teenager's shade] to shut

automation glare: West glare: office shade half down
  for comfort
  cue glare: 3 h 20 min after solar noon
  provided it is Mon to Fri
  do bring [Office west shade] to 40 %

automation morning: Morning: dining shades open
  for comfort
  cue up: 40 min after sunrise
  provided the clock is between 07:00 and 10:00
  do bring [Dining shade left] and [Dining shade right] to open

automation summer-dawn: Summer dawn: kitchen shade open
  for saving
  cue dawn: at dawn
  provided the clock is between 01:00 and 02:30
  do bring [Kitchen south shade] to 60 %
`;

export function addAutomations(design: Design): void {
  addSettings(design);
  const { rows, faults } = readAutomations(SENTENCES, namesOf(design));
  const [fault] = faults;
  if (fault) throw new Error(`Line ${fault.line} of the demo's sentences ${fault.reason}.`);
  design.automations.push(...rows);
}
