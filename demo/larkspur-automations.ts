/** What Larkspur Weir does by itself, and what its household sets: as sentences, in the text form, and from templates. */
import type { Design } from "../core/design/collections";
import { namesOf } from "../core/stages/automations/language/names";
import { readAutomations } from "../core/stages/automations/language/text";
import type { CalendarSpan } from "../core/design/rows/automations";
import { readTimes } from "../core/stages/automations/person-text";
import { filled } from "../core/stages/automations/templates/fill";
import { templateOf } from "../core/stages/automations/templates/library";
import { made, type Values } from "../core/stages/automations/templates/template";

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
    {
      id: "guest-weeks",
      name: "Guest weeks",
      kind: "other",
      events: [{ from: "2027-07-03", to: "2027-07-30", name: "Guests in July" }],
    },
    // Its one event is over: whoever copied the dates has forgotten to bring them up to date.
    {
      id: "harvest",
      name: "Harvest holidays",
      kind: "holidays",
      events: [{ from: "2024-10-14", to: "2024-10-25", name: "Harvest" }],
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
      setBy: ["teenager"],
      shows: ["hall-key-1"],
    },
    { id: "evening-level", name: "Evening level", kind: "level", unit: "%", value: "40", min: 5, max: 100 },
    { id: "bedtime", name: "Bedtime", kind: "time", value: "22:30", shows: ["landing-key-1"] },
    { id: "early-night", name: "Early night", kind: "flag", value: "off", shows: ["landing-key-1"] },
    { id: "soft-light", name: "Soft light", kind: "flag", value: "off", shows: ["landing-key-1"] },
    { id: "quiet-hours", name: "Quiet hours", kind: "flag", value: "off", shows: ["landing-key-1"] },
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

/** What is told and what tells, and was not on the plan yet: wired later, or in a socket that is there. */
const LATER: readonly (readonly [
  kind: string,
  room: string,
  x: number,
  y: number,
  z: number,
  name: string,
])[] = [
  ["water-valve--mains", "plant-room", 0.6, 2.4, 0.5, "Main water valve"],
  ["relay", "plant-room", 3.2, 4.4, 1.4, "Tank heater"],
  ["radiator", "sail-loft", 3.2, 7.3, 0.3, "Loft heater"],
  ["plug", "hall", 4.3, 1.4, 0.3, "Vacuum"],
  ["plug", "boathouse", 30.2, 0.5, 1.6, "Solar surplus meter"],
];

function addLater(design: Design): void {
  // Turned by a motor on the circuit beside it: no cable of the plan's.
  const { needs: _, ...valve } = design.kinds.find((row) => row.id === "water-valve")!;
  design.kinds = [
    ...design.kinds,
    {
      ...valve,
      id: "water-valve--mains",
      name: "Water valve on its own supply",
      code: "WVM",
      drops: [],
    },
  ];
  for (const [kind, room, x, y, z, name] of LATER) {
    const { code } = design.kinds.find((row) => row.id === kind)!;
    const { level } = design.rooms.find((row) => row.id === room)!;
    const number = design.points.filter((row) => row.room === room && row.kind === kind).length + 1;
    const id = `${room}-${code.toLowerCase()}-${number}`;
    // What was looked up by id is kept by the list: a new one is made.
    design.points = [...design.points, { id, kind, level, room, x, y, z, name, number }];
  }
}

/** Where they sleep, and their days. */
const PEOPLE: Readonly<Record<string, readonly [room: string | undefined, schedule: string]>> = {
  nurse: [
    "nurse",
    `asleep from 23:00 to 07:00
away while [Night shifts] is under way
asleep from 08:15 to 15:00 on the day [Night shifts] ends`,
  ],
  carpenter: [
    "carpenter",
    `asleep from 22:30 to 06:00
in [Boathouse workshop] from 08:00 to 17:00 on Mon to Sat
alarm clock at 06:00 on Mon to Sat`,
  ],
  teenager: [
    "teen",
    `asleep from 23:30 to 07:30
awake from 07:05 to 07:30 on Mon to Fri while [School term] is under way
away from 08:10 to 15:45 on Mon to Fri while [School term] is under way
alarm clock at 07:15 on Mon to Fri while [School term] is under way`,
  ],
  grandmother: [
    "gran",
    `asleep from 21:30 to 06:30
awake from 02:50 to 03:15`,
  ],
  lodger: [
    "sail-loft",
    `asleep from 00:30 to 08:00
away on Mon, Sat and Sun
alarm clock at 08:00 on Tue to Fri`,
  ],
  guests: [undefined, "away unless [Guest weeks] is under way"],
  dog: [undefined, "in [Plant house] from 10:00 to 16:00"],
};

function addDays(design: Design): void {
  design.people = design.people.map((row) => {
    const [room, schedule] = PEOPLE[row.id]!;
    return { ...row, ...(room ? { room } : {}), times: readTimes(schedule, design) };
  });
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

automation snug-glare: Snug: against the evening glare
  for comfort
  in [Snug]
  cue low: 1 h 30 min before sunset
  provided the sun stands above 4°
  do bring [Snug shade left] and [Snug shade right] to 40 %

automation snug-privacy: Snug: nobody looks in
  for comfort
  in [Snug]
  cue evening: 1 h 25 min before sunset
  do bring [Snug shade left] and [Snug shade right] to shut

automation nurse-rise: Nurse's room: daylight in steps
  for comfort
  in [Nurse's room]
  cue up: at 09:30
  do bring [Nurse's west shade] to 20 %
  do wait 8 min
  do bring [Nurse's west shade] to 50 %
  do wait 8 min
  do bring [Nurse's west shade] to open

automation quiet-soft: Quiet hours make the light soft
  for comfort
  cue quiet: when [Quiet hours] is changed
  do turn [Soft light] to the other way

automation soft-quiet: Soft light makes it quiet
  for comfort
  cue soft: when [Soft light] is changed
  do turn [Quiet hours] to the other way

automation harvest: Harvest holidays: boathouse light
  for comfort
  cue harvest: at the beginning of [Harvest holidays]
  do switch on [Workshop lamp]
`;

/** One of each template of the library: where, and what is put in otherwise than what fits there. */
const MADE: readonly (readonly [template: string, room: string, values?: Values, name?: string])[] = [
  ["wake-in-steps", "teen"],
  ["morning-open", "gran"],
  ["dusk-close", "dining"],
  ["lit-privacy", "kitchen"],
  ["glare", "kitchen", { shades: { points: ["kitchen-shd-2"] } }],
  ["screen-curtains", "snug", { shades: { points: ["snug-cur-1"] } }],
  ["storm", "plant-house"],
  ["rain-nobody-out", "quay", { seen: { points: ["quay-cam-1"] } }],
  ["shade-at-noon", "quay"],
  ["passage", "snug"],
  ["dark-stair", "hall", { lamps: { points: ["hall-lmp-2", "hall-trd-1", "hall-trd-6", "landing-lmp-2"] } }],
  ["night-path", "gran", { lamps: { points: ["gran-lmp-1"] } }],
  ["empty-off", "store"],
  // What the dark stair has lit goes off again.
  ["empty-off", "hall", { lamps: { points: ["hall-lmp-2", "hall-trd-1", "hall-trd-6", "landing-lmp-2"] } }],
  ["dim-by-steps", "snug"],
  ["dim-remembered", "gran"],
  ["cycle-scenes", "snug", { key: { value: "2" } }],
  ["four-keys", "nurse"],
  ["all-off", "hall"],
  ["alarm-light", "carpenter"],
  ["look-alike", "hall", { lamps: { points: ["hall-lmp-1", "kitchen-lmp-2", "landing-lmp-1"] } }],
  ["window-heating", "nurse"],
  ["frost", "plant-room"],
  ["pets-heat", "plant-house"],
  ["away-heat", "sail-loft"],
  ["night-set-back", "carpenter"],
  ["damp-room", "shower"],
  ["leak-valve", "plant-room"],
  ["pump-runs", "plant-room"],
  ["washer-done", "laundry"],
  ["low-battery", "hall"],
  ["door-open", "boot"],
  ["gate-open", "yard-open"],
  ["before-bed", "hall"],
  ["doorbell", "hall"],
  ["school-days", "teen"],
  ["early-night", "snug"],
  ["leave-be", "nurse"],
  ["standby-off", "office"],
  ["solar-surplus", "boathouse", { load: { points: ["plant-room-rly-1"] } }],
  ["tank-boost", "plant-room"],
  ["vacuum-out", "hall"],
  ["freezer-warm", "kitchen"],
  ["welcome", "hall"],
  ["silent-thing", "hall"],
];

function addMade(design: Design): void {
  for (const [id, room, values = {}, called] of MADE) {
    const template = templateOf(id)!;
    const own = filled(design, template, room);
    const roomName = design.rooms.find((row) => row.id === room)!.name;
    const { row, dials } = made(
      design,
      template,
      { ...own.values, ...values },
      { id: `${id}-${room}`, name: called ?? `${template.name}, ${roomName}`, room, dials: own.dials },
    );
    design.dials = [...design.dials, ...dials];
    design.automations = [...design.automations, row];
  }
}

export function addAutomations(design: Design): void {
  addLater(design);
  addSettings(design);
  addDays(design);
  const { rows, faults } = readAutomations(SENTENCES, namesOf(design));
  const [fault] = faults;
  if (fault) throw new Error(`Line ${fault.line} of the demo's sentences ${fault.reason}.`);
  design.automations.push(...rows);
  addMade(design);
}
