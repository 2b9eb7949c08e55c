/** The engine against days worked out by hand. */
import { WEATHER, worldNames, WORLD } from "../language/small-world";
import { readAutomations } from "../language/text";
import type { CalendarRow, DialRow, GroupRow, SceneRow } from "../../../design/rows/automations";
import { Engine } from "./engine";
import type { Answer, Happening, Programme } from "./world";

const DIALS: DialRow[] = [
  { id: "evening", name: "Evening level", kind: "level", unit: "%", value: "40", min: 5, max: 100 },
  { id: "bed", name: "Bedtime", kind: "time", value: "22:30" },
  { id: "leave", name: "Leave the snug be", kind: "flag", value: "off" },
  { id: "limit", name: "Heat limit", kind: "temperature", value: "26" },
];
const GROUPS: GroupRow[] = [{ id: "shades", name: "West shades", points: ["left", "right"] }];
const SCENES: SceneRow[] = [
  { id: "film", name: "Film", settings: [{ point: "lamp", aspect: "level", to: "15 %" }], fadeS: 4 },
  { id: "dinner", name: "Dinner", settings: [{ point: "lamp", aspect: "level", to: "70 %" }] },
];
const CALENDARS: CalendarRow[] = [
  { id: "term", name: "School term", kind: "term", events: [{ from: "2026-11-24", to: "2026-11-25" }] },
];

function engine(text: string, from: string, rest: Partial<Programme> = {}) {
  const { rows, faults } = readAutomations(text, worldNames);
  expect(faults).toEqual([]);
  const own = new Engine(
    {
      place: { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: "Europe/London" },
      automations: rows,
      dials: DIALS,
      groups: GROUPS,
      scenes: SCENES,
      calendars: CALENDARS,
      people: Object.keys(WORLD.people!),
      isShade: (point) => point === "left" || point === "right",
      ...rest,
    },
    Date.parse(from),
  );
  const day = from.slice(0, 10);
  const at = (time: string) => Date.parse(time.includes("T") ? time : `${day}T${time}Z`);
  return {
    own,
    happens: (time: string, happening: Happening) => own.happens(happening, at(time)).answers.map(line),
    n: (time: string, happening: Happening) => own.happens(happening, at(time)),
    until: (time: string) => own.advance(at(time)).map(line),
  };
}

/** `07:00:00 a fires k`, by the clock of Greenwich. */
function line(answer: Answer): string {
  const time = new Date(answer.at).toISOString().slice(11, 19);
  switch (answer.kind) {
    case "fires":
      return `${time} ${answer.automation} fires ${answer.cue}`;
    case "held back":
      return `${time} ${answer.automation} held back by ${answer.guard}${answer.known ? "" : ", not known"}`;
    case "command":
      return `${time} ${answer.automation}: ${answer.point} ${answer.aspect} ${String(answer.value)}${answer.overMs ? ` over ${answer.overMs / 1000} s` : ""}`;
    case "waits below":
      return `${time} ${answer.automation}: ${answer.point} waits below ${answer.under}`;
    case "dial":
      return `${time} ${answer.automation}: dial ${answer.dial} ${String(answer.value)}`;
    case "say":
      return `${time} ${answer.automation} says ${answer.text}`;
    case "left be":
      return `${time} ${answer.automation}: ${answer.point} left be by ${answer.dial}`;
    case "skips":
      return `${time} ${answer.automation} skips: ${answer.why}`;
    case "ends":
      return `${time} ${answer.automation} ${answer.how}`;
    case "loop":
      return `${time} loop of ${answer.automations.join(", ")}`;
  }
}

const state = (
  point: string,
  aspect: "open" | "presence" | "wet" | "on" | "rain",
  value: boolean | undefined,
) => ({ kind: "state", point, aspect, value }) as const;
const reading = (
  point: string,
  aspect: "wind" | "power" | "temperature" | "level" | "position",
  value: number | undefined,
) => ({ kind: "state", point, aspect, value }) as const;
const press = (button: number, press: "single" | "held" | "released" | "double", point = "keys") =>
  ({ kind: "press", point, button, press }) as const;

describe("cues that are foretold", () => {
  const CLOCK = `automation a: A
  cue k: at 01:30
  do switch on [Hall lamp]`;

  test("a time that the clock skips falls just after the change, once", () => {
    const { until } = engine(CLOCK, "2026-03-29T00:00:00Z");
    expect(until("2026-03-29T23:00:00Z")).toEqual([
      "01:00:00 a fires k",
      "01:00:00 a: lamp on true",
      "01:00:00 a done",
    ]);
  });

  test("a time that it shows twice falls the first time, once", () => {
    const { until } = engine(CLOCK, "2026-10-24T23:00:00Z");
    expect(until("2026-10-25T23:00:00Z")).toEqual([
      "00:30:00 a fires k",
      "00:30:00 a: lamp on true",
      "00:30:00 a done",
    ]);
  });

  test("sun, calendar, the time of a dial that is turned meanwhile, and an alarm clock", () => {
    const { until, happens } = engine(
      `automation sun: S
  cue k: 25 min before sunset
automation cal: C
  cue k: 1 h after the beginning of [School term]
automation bed: B
  cue k: 10 min before the time of [Bedtime]
automation alarm: L
  cue k: 10 min after the alarm clock of [Teenager]`,
      "2026-11-24T00:00:00Z",
    );
    expect(until("12:00:00")).toEqual(["01:00:00 cal fires k", "01:00:00 cal done"]);
    expect(happens("12:30:00", { kind: "dial", dial: "bed", value: "21:00" })).toEqual([]);
    expect(
      happens("12:31:00", { kind: "alarm", person: "teen", rings: Date.parse("2026-11-24T13:00Z") }),
    ).toEqual([]);
    expect(until("14:00:00")).toEqual(["13:10:00 alarm fires k", "13:10:00 alarm done"]);
    expect(
      happens("14:01:00", { kind: "alarm", person: "teen", rings: Date.parse("2026-11-24T14:30Z") }),
    ).toEqual([]);
    expect(happens("14:02:00", { kind: "alarm", person: "teen", rings: undefined })).toEqual([]);
    expect(until("23:30:00")).toEqual([
      "15:27:25 sun fires k",
      "15:27:25 sun done",
      "20:50:00 bed fires k",
      "20:50:00 bed done",
    ]);
    // The next day it goes by the dial as it stands.
    expect(until("2026-11-25T23:00:00Z")).toEqual([
      expect.stringMatching(/^15:26:\d\d sun fires/),
      expect.stringMatching(/sun done$/),
      "20:50:00 bed fires k",
      "20:50:00 bed done",
    ]);
  });
});

describe("states, thresholds, presses, people", () => {
  test("a state cues on a change, not on standing, not on what is heard first; what it was not is not known", () => {
    const { happens } = engine(
      `automation a: A
  cue k: when [Boot room door] is opened
  do switch on [Hall lamp]`,
      "2026-11-24T00:00:00Z",
    );
    expect(happens("08:00:00", state("door", "open", true))).toEqual([]);
    expect(happens("08:01:00", state("door", "open", true))).toEqual([]);
    expect(happens("08:02:00", state("door", "open", false))).toEqual([]);
    expect(happens("08:03:00", state("door", "open", true))).toEqual([
      "08:03:00 a fires k",
      "08:03:00 a: lamp on true",
      "08:03:00 a done",
    ]);
    expect(happens("08:04:00", state("door", "open", undefined))).toEqual([]);
    expect(happens("08:05:00", state("door", "open", true))).toEqual([]);
  });

  test("a state that must stay so for a time: a change back in between begins anew", () => {
    const { happens, until } = engine(
      `automation a: A
  cue k: when [Hall sensor] sees nobody any more and stays so for 5 min`,
      "2026-11-24T00:00:00Z",
    );
    happens("08:00:00", state("see", "presence", true));
    expect(happens("08:01:00", state("see", "presence", false))).toEqual([]);
    expect(happens("08:05:59", state("see", "presence", true))).toEqual([]);
    expect(happens("08:06:30", state("see", "presence", false))).toEqual([]);
    expect(until("08:20:00")).toEqual(["08:11:30 a fires k", "08:11:30 a done"]);
  });

  test("a threshold cues after its hold time, and again only once it went back past the hysteresis", () => {
    const { happens, until } = engine(
      `automation a: A
  cue k: when the wind of [Weather mast] goes above 12 m/s for 30 s, again only once it went back by 2 m/s`,
      "2026-11-24T00:00:00Z",
    );
    happens("08:00:00", reading("mast", "wind", 5));
    expect(happens("08:01:00", reading("mast", "wind", 13))).toEqual([]);
    expect(happens("08:01:20", reading("mast", "wind", 14))).toEqual([]);
    expect(until("08:01:29")).toEqual([]);
    expect(until("08:01:30")).toEqual(["08:01:30 a fires k", "08:01:30 a done"]);
    happens("08:02:00", reading("mast", "wind", 11));
    happens("08:03:00", reading("mast", "wind", 13));
    expect(until("08:05:00")).toEqual([]);
    happens("08:06:00", reading("mast", "wind", 10));
    happens("08:07:00", reading("mast", "wind", 13));
    expect(until("08:08:00")).toEqual(["08:07:30 a fires k", "08:07:30 a done"]);
  });

  test("a limit that goes by a dial moves with it", () => {
    const { happens } = engine(
      `automation a: A
  cue k: when the temperature of [Plant house sensor] goes above [Heat limit] + 2 K`,
      "2026-11-24T00:00:00Z",
    );
    happens("08:00:00", reading("plant", "temperature", 20));
    expect(happens("08:01:00", reading("plant", "temperature", 27.9))).toEqual([]);
    expect(happens("08:02:00", { kind: "dial", dial: "limit", value: 25 })).toEqual([
      "08:02:00 a fires k",
      "08:02:00 a done",
    ]);
  });

  test("one automation for all keys of a control", () => {
    const { happens } = engine(
      `automation a: A
  for hand
  cue one: when key 1 of [Hall keys] is pressed once
  cue two: when key 2 of [Hall keys] is pressed once
  cue twice: when key 2 of [Hall keys] is pressed twice
  do choose
    when [one] cued it
      do turn the state of [Hall lamp] the other way
    when [two] cued it and the flag [Leave the snug be] is on
      do wait 1 s
    when [two] and [twice] cued it
      do put on the next scene of [Film] and [Dinner]
    otherwise
      do wait 1 h`,
      "2026-11-24T00:00:00Z",
    );
    const commands = (lines: string[]) =>
      lines.filter((text) => /: lamp/.test(text)).map((text) => text.slice(12));
    expect(commands(happens("08:00:00", press(1, "single")))).toEqual(["lamp on true"]);
    expect(commands(happens("08:00:10", press(1, "single")))).toEqual(["lamp on false"]);
    expect(commands(happens("08:01:00", press(2, "single")))).toEqual(["lamp level 15 over 4 s"]);
    expect(commands(happens("08:01:30", press(2, "double")))).toEqual(["lamp level 70"]);
    expect(commands(happens("08:02:00", press(2, "single")))).toEqual(["lamp level 15 over 4 s"]);
    expect(happens("08:03:00", press(3, "single"))).toEqual([]);
  });

  test("arriving, leaving, the first and the last; who is not known does not count as away", () => {
    const { happens } = engine(
      `automation any: A
  cue k: when somebody arrives
automation first: F
  cue k: when the first of the household arrives
automation last: L
  cue k: when the last of the household leaves
automation wakes: W
  cue k: when [Nurse on night shifts] wakes`,
      "2026-11-24T00:00:00Z",
    );
    const fires = (time: string, happening: Happening) =>
      happens(time, happening)
        .filter((text) => text.includes("fires"))
        .map((text) => text.split(" ")[1]);
    expect(fires("08:00:00", { kind: "person", person: "teen", home: false })).toEqual([]);
    // The nurse is not known yet: nobody can say that the teenager is the first.
    expect(fires("08:01:00", { kind: "person", person: "teen", home: true })).toEqual(["any"]);
    expect(fires("08:02:00", { kind: "person", person: "nurse", home: false, asleep: true })).toEqual([]);
    expect(fires("08:03:00", { kind: "person", person: "teen", home: false })).toEqual(["last"]);
    expect(fires("08:04:00", { kind: "person", person: "nurse", home: true })).toEqual(["any", "first"]);
    expect(fires("08:05:00", { kind: "person", person: "teen", home: true })).toEqual(["any"]);
    expect(fires("08:06:00", { kind: "person", person: "teen", home: false })).toEqual([]);
    expect(fires("08:07:00", { kind: "person", person: "nurse", asleep: false })).toEqual(["wakes"]);
  });
});

describe("guards", () => {
  test("are read when the cue comes; what is not known does not hold, and says so", () => {
    const { happens } = engine(
      `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  provided [Boot room door] is shut
  unless [Nurse on night shifts] is asleep`,
      "2026-11-24T00:00:00Z",
    );
    expect(happens("08:00:00", press(1, "single"))).toEqual(["08:00:00 a held back by 0, not known"]);
    happens("08:01:00", state("door", "open", false));
    expect(happens("08:02:00", press(1, "single"))).toEqual(["08:02:00 a held back by 1, not known"]);
    happens("08:03:00", { kind: "person", person: "nurse", asleep: true });
    expect(happens("08:04:00", press(1, "single"))).toEqual(["08:04:00 a held back by 1"]);
    happens("08:05:00", { kind: "person", person: "nurse", asleep: false });
    expect(happens("08:06:00", press(1, "single"))).toEqual(["08:06:00 a fires k", "08:06:00 a done"]);
  });

  test("one that must hold all the while ends the run; one by the clock does so at its end", () => {
    const text = (guard: string) => `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  provided all the while ${guard}
  do wait 1 h
  do switch on [Hall lamp]`;
    const door = engine(text("[Boot room door] is shut"), "2026-11-24T00:00:00Z");
    door.happens("08:00:00", state("door", "open", false));
    door.happens("08:01:00", press(1, "single"));
    expect(door.happens("08:30:00", state("door", "open", true))).toEqual(["08:30:00 a guard"]);
    expect(door.until("10:00:00")).toEqual([]);
    const clock = engine(text("the clock is between 08:00 and 08:45"), "2026-11-24T00:00:00Z");
    clock.happens("08:01:00", press(1, "single"));
    expect(clock.until("10:00:00")).toEqual(["08:45:00 a guard"]);
  });
});

describe("runs", () => {
  test("a wait until, with its limit, going on or ending", () => {
    const text = (then: string) => `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  do wait until [Boot room door] is shut, at most 10 min, then it ${then}
  do switch on [Hall lamp]`;
    const ends = engine(text("ends"), "2026-11-24T00:00:00Z");
    ends.happens("08:00:00", press(1, "single"));
    expect(ends.until("09:00:00")).toEqual(["08:10:00 a limit"]);
    const goes = engine(text("goes on"), "2026-11-24T00:00:00Z");
    goes.happens("08:00:00", press(1, "single"));
    expect(goes.until("09:00:00")).toEqual(["08:10:00 a: lamp on true", "08:10:00 a done"]);
    goes.happens("09:00:00", press(1, "single"));
    expect(goes.happens("09:02:00", state("door", "open", false))).toEqual([
      "09:02:00 a: lamp on true",
      "09:02:00 a done",
    ]);
    expect(goes.happens("09:30:00", press(1, "single"))).toEqual([
      "09:30:00 a fires k",
      "09:30:00 a: lamp on true",
      "09:30:00 a done",
    ]);
  });

  test("over again: at once, after each interval, so often at most, or until it holds", () => {
    const text = `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  do repeat every 5 min, at most 3 times, until [Boot room door] is shut
    do say “Shut {[Evening level]}” on no panel and to nobody
  do wait 1 s`;
    const often = engine(text, "2026-11-24T00:00:00Z");
    expect(often.happens("08:00:00", press(1, "single"))).toEqual([
      "08:00:00 a fires k",
      "08:00:00 a says Shut 40 %",
    ]);
    expect(often.until("09:00:00")).toEqual([
      "08:05:00 a says Shut 40 %",
      "08:10:00 a says Shut 40 %",
      "08:10:01 a done",
    ]);
    const shut = engine(text, "2026-11-24T00:00:00Z");
    shut.happens("08:00:00", press(1, "single"));
    shut.happens("08:04:00", state("door", "open", false));
    expect(shut.until("09:00:00")).toEqual(["08:05:01 a done"]);
    expect(shut.happens("09:00:00", press(1, "single"))).toEqual(["09:00:00 a fires k"]);
  });

  test.each([
    ["", ["08:01:00 a stopped", "08:01:00 a fires k", "08:11:00 a done"]],
    ["  cued again it waits its turn\n", ["08:10:00 a done", "08:10:00 a fires k", "08:20:00 a done"]],
    ["  cued again it lets it be\n", ["08:10:00 a done"]],
  ])("cued again while it runs: %j", (again, expected) => {
    const { happens, until } = engine(
      `automation a: A\n${again}  cue k: when key 1 of [Hall keys] is pressed once\n  do wait 10 min`,
      "2026-11-24T00:00:00Z",
    );
    happens("08:00:00", press(1, "single"));
    expect([...happens("08:01:00", press(1, "single")), ...until("09:00:00")]).toEqual(expected);
  });

  test("stops others, and is cued by the start and the end of one", () => {
    const { happens, until } = engine(
      `automation long: L
  cue k: when key 1 of [Hall keys] is pressed once
  do wait 10 min
automation stops: S
  cue k: when key 2 of [Hall keys] is pressed once
  do stop what runs of [L]
automation after: A
  cue b: when the automation [L] starts
  cue e: when the automation [L] ends`,
      "2026-11-24T00:00:00Z",
    );
    expect(happens("08:00:00", press(1, "single"))).toEqual([
      "08:00:00 long fires k",
      "08:00:00 after fires b",
      "08:00:00 after done",
    ]);
    expect(happens("08:01:00", press(2, "single"))).toEqual([
      "08:01:00 stops fires k",
      "08:01:00 long stopped",
      "08:01:00 after fires e",
      "08:01:00 after done",
      "08:01:00 stops done",
    ]);
    expect(until("09:00:00")).toEqual([]);
  });

  test("a held key dims by steps from where the lamp is, until it is let go; a remote that remembers jumps", () => {
    const text = (by: string) => `automation a: A
  for hand
  cue k: when key 1 of [Hall keys] is held
  do dim [Hall lamp] up while it is held, 10 % every 200 ms ${by}`;
    const steps = engine(text("from where it is"), "2026-11-24T00:00:00Z");
    steps.happens("08:00:00", reading("lamp", "level", 30));
    expect(steps.happens("08:01:00", press(1, "held"))).toEqual([
      "08:01:00 a fires k",
      "08:01:00 a: lamp level 40 over 0.2 s",
    ]);
    steps.happens("08:01:00", reading("lamp", "level", 40));
    expect(steps.until("2026-11-24T08:01:00.300Z")).toEqual(["08:01:00 a: lamp level 50 over 0.2 s"]);
    expect(steps.n("2026-11-24T08:01:00.350Z", press(1, "released")).answers.map(line)).toEqual([
      "08:01:00 a done",
    ]);
    expect(steps.until("08:02:00")).toEqual([]);
    const remote = engine(text("from the level the remote remembers"), "2026-11-24T00:00:00Z");
    remote.happens("08:00:00", reading("lamp", "level", 30));
    remote.happens("08:01:00", press(1, "held"));
    remote.n("2026-11-24T08:01:00.100Z", press(1, "released"));
    remote.happens("08:02:00", reading("lamp", "level", 90));
    expect(remote.happens("08:03:00", press(1, "held"))[1]).toBe("08:03:00 a: lamp level 50 over 0.2 s");
  });

  test("what was kept in mind is given back, but for what a hand has moved since", () => {
    const { happens, until } = engine(
      `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  do keep in mind how [Hall lamp], [Stair strip] and [Snug shade left] is
  do set the level of [Hall lamp] and [Stair strip] to 100 %
  do wait 1 min
  do give back what was kept in mind over 2 s`,
      "2026-11-24T00:00:00Z",
    );
    happens("08:00:00", state("lamp", "on", false));
    happens("08:00:00", reading("lamp", "level", 25));
    happens("08:00:00", reading("strip", "level", 30));
    happens("08:00:00", reading("left", "position", 60));
    happens("08:01:00", press(1, "single"));
    happens("08:01:30", { kind: "hand", point: "strip", aspect: "level", value: 80 });
    expect(until("09:00:00")).toEqual([
      "08:02:00 a: lamp on false over 2 s",
      "08:02:00 a: left position 60 over 2 s",
      "08:02:00 a done",
    ]);
  });

  test("what is not known is skipped and said", () => {
    const { happens } = engine(
      `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  do set the level of [Hall lamp] to the level of [Stair strip] × 0.5
  do change the level of [Hall lamp] by 10 %
  do turn [Evening level] to [Evening level] + 70 %`,
      "2026-11-24T00:00:00Z",
    );
    expect(happens("08:00:00", press(1, "single"))).toEqual([
      "08:00:00 a fires k",
      "08:00:00 a skips: what it is to be set to is not known",
      "08:00:00 a skips: how it is now is not known",
      "08:00:00 a: dial evening 100",
      "08:00:00 a done",
    ]);
    happens("08:01:00", reading("strip", "level", 60));
    expect(happens("08:02:00", press(1, "single"))).toContain("08:02:00 a: lamp level 30");
  });
});

describe("wishes", () => {
  test("wind outranks rain, stands while it blows, and until a person has seen it", () => {
    const { happens } = engine(WEATHER, "2026-11-24T00:00:00Z");
    happens("08:00:00", state("mast", "rain", false));
    happens("08:00:00", reading("mast", "wind", 3));
    expect(happens("08:01:00", reading("mast", "wind", 15))).toEqual([
      "08:01:00 wind fires k",
      "08:01:00 wind: left position 100",
      "08:01:00 wind: right position 100",
      "08:01:00 wind done",
    ]);
    expect(happens("08:02:00", state("mast", "rain", true))).toEqual([
      "08:02:00 rain fires k",
      "08:02:00 rain: left waits below wind",
      "08:02:00 rain: right waits below wind",
      "08:02:00 rain done",
    ]);
    expect(happens("08:03:00", { kind: "seen" })).toEqual([]);
    // It has been seen, and goes with the wind: the rain's comes through.
    expect(happens("08:04:00", reading("mast", "wind", 5))).toEqual([
      "08:04:00 rain: left position 0",
      "08:04:00 rain: right position 0",
    ]);
    // A hand waits below safety, and safety says so to the thing once more.
    expect(happens("08:05:00", { kind: "hand", point: "left", aspect: "position", value: 70 })).toEqual([
      "08:05:00 rain: left position 0",
    ]);
  });

  test("safety lets go: what a hand wished below it applies, where it still stands and is not so already", () => {
    const wind = `${WEATHER.slice(0, WEATHER.indexOf("automation rain"))}${WEATHER.slice(WEATHER.indexOf("automation comfort"))}`;
    const storm = () => {
      const own = engine(wind, "2026-11-24T00:00:00Z");
      own.happens("05:00:00", reading("mast", "wind", 3));
      own.happens("06:00:00", reading("mast", "wind", 15));
      return own;
    };
    const { happens } = storm();
    expect(happens("06:10:00", { kind: "hand", point: "left", aspect: "position", value: 70 })).toEqual([
      "06:10:00 wind: left position 100",
    ]);
    happens("06:20:00", { kind: "seen" });
    expect(happens("06:30:00", reading("mast", "wind", 3))).toEqual(["06:30:00 a hand: left position 70"]);
    // What the hand does itself is so already, whatever comes and goes above it.
    expect(happens("06:40:00", { kind: "hand", point: "left", aspect: "position", value: 60 })).toEqual([]);
    expect(happens("06:41:00", { kind: "seen" })).toEqual([]);
    // After its two hours the hand's word has had its time, and nothing is told.
    const late = storm();
    late.happens("06:10:00", { kind: "hand", point: "left", aspect: "position", value: 70 });
    late.happens("06:20:00", { kind: "seen" });
    expect(late.happens("08:10:00", reading("mast", "wind", 3))).toEqual([]);
  });

  test("a hand holds comfort off for two hours, or for what the room sets; then what waited comes through", () => {
    const text = `automation lower: L
  cue k: when key 1 of [Hall keys] is pressed once
  do set the level of [Hall lamp] to 20 %`;
    const { happens, until } = engine(text, "2026-11-24T00:00:00Z");
    happens("08:00:00", { kind: "hand", point: "lamp", aspect: "level", value: 80 });
    expect(happens("08:30:00", press(1, "single"))).toContain("08:30:00 lower: lamp waits below a hand");
    expect(until("09:59:59")).toEqual([]);
    expect(until("11:00:00")).toEqual(["10:00:00 lower: lamp level 20"]);
    const short = engine(text, "2026-11-24T00:00:00Z", { handMs: () => 60_000 });
    short.happens("08:00:00", { kind: "hand", point: "lamp", aspect: "level", value: 80 });
    short.happens("08:00:30", press(1, "single"));
    expect(short.until("11:00:00")).toEqual(["08:01:00 lower: lamp level 20"]);
  });

  test("a shade that a hand moved stays so until its next set hour", () => {
    const { happens, until } = engine(WEATHER, "2026-11-24T00:00:00Z");
    happens("08:59:00", { kind: "hand", point: "left", aspect: "position", value: 70 });
    expect(until("09:30:00")).toEqual([
      "09:00:00 comfort fires k",
      "09:00:00 comfort: left position 40",
      "09:00:00 comfort: right position 40",
      "09:00:00 comfort done",
    ]);
  });

  test("let go: the next below is followed; for a time: it ends by itself; while its guards hold: with them", () => {
    const { happens, until } = engine(
      `automation looks: K
  for looks
  cue k: at 07:00
  do set the level of [Hall lamp] to 10 %
automation saving: S
  for saving
  cue on: when key 1 of [Hall keys] is pressed once
  cue off: when key 2 of [Hall keys] is pressed once
  do choose
    when [on] cued it
      do set the level of [Hall lamp] to 30 %
    otherwise
      do let go of [Hall lamp]
automation timed: T
  cue k: when key 3 of [Hall keys] is pressed once
  do set the level of [Hall lamp] to 90 %, for 10 min
automation guarded: G
  cue k: when key 4 of [Hall keys] is pressed once
  provided the flag [Leave the snug be] is on
  do set the level of [Hall lamp] to 60 %, while its guards hold`,
      "2026-11-24T00:00:00Z",
    );
    const commands = (lines: string[]) =>
      lines.filter((text) => text.includes("lamp")).map((text) => text.slice(9));
    expect(commands(until("08:00:00"))).toEqual(["looks: lamp level 10"]);
    expect(commands(happens("08:01:00", press(1, "single")))).toEqual(["saving: lamp level 30"]);
    expect(commands(happens("08:02:00", press(3, "single")))).toEqual(["timed: lamp level 90"]);
    expect(commands(until("08:12:00"))).toEqual(["saving: lamp level 30"]);
    happens("08:13:00", { kind: "dial", dial: "leave", value: true });
    expect(commands(happens("08:14:00", press(4, "single")))).toEqual(["guarded: lamp level 60"]);
    expect(commands(happens("08:15:00", { kind: "dial", dial: "leave", value: false }))).toEqual([
      "saving: lamp level 30",
    ]);
    expect(commands(happens("08:16:00", press(2, "single")))).toEqual(["looks: lamp level 10"]);
  });
});

describe("causes", () => {
  test("each answer says what it came of; what an automation does does not cue it", () => {
    const { n } = engine(
      `automation a: A
  cue k: when key 1 of [Hall keys] is pressed once
  cue l: when [Hall lamp] goes on
  do switch on [Hall lamp]
automation b: B
  cue k: when [Hall lamp] goes on
  do switch on [Stair strip]`,
      "2026-11-24T00:00:00Z",
    );
    n("07:59:00", state("lamp", "on", false));
    const first = n("08:00:00", press(1, "single"));
    expect(first.answers.map(({ kind, because }) => [kind, because])).toEqual([
      ["fires", first.n],
      ["command", first.answers[0]!.n],
      ["ends", first.answers[0]!.n],
    ]);
    const second = n("08:00:01", { ...state("lamp", "on", true), because: first.answers[1]!.n });
    expect(second.answers.map(line)).toEqual([
      "08:00:01 b fires k",
      "08:00:01 b: strip on true",
      "08:00:01 b done",
    ]);
    expect(second.answers[0]!.because).toBe(second.n);
  });

  test("two flags that turn one another are a loop: cut after sixteen causes within a second", () => {
    const { happens } = engine(
      `automation a: A
  cue k: when [Leave the snug be] is changed
  do turn [Evening level] to [Evening level] + 1 %
automation b: B
  cue k: when [Evening level] is changed
  do turn [Leave the snug be] to the other way`,
      "2026-11-24T00:00:00Z",
    );
    const lines = happens("08:00:00", { kind: "dial", dial: "leave", value: true });
    expect(lines.filter((text) => text.includes("fires"))).toHaveLength(16);
    expect(lines.filter((text) => text.includes("loop"))).toEqual(["08:00:00 loop of a, b"]);
  });

  test("the same happenings give the same answers; a hub that starts forgets waits and what it has heard", () => {
    const text = `automation a: A
  cue k: when [Boot room door] is opened
  cue up: when the hub starts
  do wait 10 min
  do switch on [Hall lamp]`;
    const run = () => {
      const { happens, until } = engine(text, "2026-11-24T00:00:00Z");
      return [
        ...happens("08:00:00", state("door", "open", false)),
        ...happens("08:01:00", state("door", "open", true)),
        ...happens("08:05:00", { kind: "start" }),
        ...happens("08:06:00", state("door", "open", false)),
        ...until("09:00:00"),
      ];
    };
    expect(run()).toEqual([
      "08:01:00 a fires k",
      "08:05:00 a fires up",
      "08:15:00 a: lamp on true",
      "08:15:00 a done",
    ]);
    expect(run()).toEqual(run());
  });

  test("one that is switched off does nothing", () => {
    const { until } = engine("automation a: A\n  switched off\n  cue k: at 07:00", "2026-11-24T00:00:00Z");
    expect(until("12:00:00")).toEqual([]);
  });
});

describe("leaving a room be", () => {
  const LEAVE: DialRow = {
    id: "leave",
    name: "Leave the snug be",
    kind: "flag",
    value: "on",
    leaveBe: true,
    room: "snug",
  };
  const ROOMS: Record<string, string> = { left: "snug", lamp: "hall" };
  const rest = {
    dials: [...DIALS.filter(({ id }) => id !== "leave"), LEAVE],
    roomOf: (point: string) => ROOMS[point],
  };
  const said = (of: string) => `automation a: A
  for ${of}
  cue k: when [Boot room door] is opened
  do bring [Snug shade left] to shut
  do switch on [Hall lamp]`;
  const opened = (of: string, dials: readonly DialRow[] = rest.dials) => {
    const { happens } = engine(said(of), "2026-11-24T00:00:00Z", { ...rest, dials });
    happens("07:00:00", state("door", "open", false));
    return happens("08:00:00", state("door", "open", true)).slice(1, 3);
  };

  test.each(["comfort", "saving", "looks"])(
    "while the flag is on, what is for %s does not come into its room",
    (of) => {
      expect(opened(of)).toEqual(["08:00:00 a: left left be by leave", "08:00:00 a: lamp on true"]);
    },
  );

  test.each(["safety", "hand"])("what is for %s does", (of) => {
    expect(opened(of)[0]).toBe("08:00:00 a: left position 0");
  });

  test("a flag of the house keeps it off every room; one that is off, or means something else, off none", () => {
    const { room: _room, ...house } = LEAVE;
    expect(opened("comfort", [house])).toEqual([
      "08:00:00 a: left left be by leave",
      "08:00:00 a: lamp left be by leave",
    ]);
    expect(opened("comfort", [{ ...LEAVE, value: "off" }])[0]).toBe("08:00:00 a: left position 0");
    expect(opened("comfort", [{ ...LEAVE, leaveBe: undefined }])[0]).toBe("08:00:00 a: left position 0");
  });
});

test("one that is tried runs as if its cue had come, switched off or not, and keeps to its guards", () => {
  const text = `automation a: A
  switched off
  cue k: at 07:00
  provided the flag [Leave the snug be] is on
  do switch on [Hall lamp]`;
  const { happens } = engine(text, "2026-11-24T08:00:00Z");
  const attempt = { kind: "try", automation: "a", cue: "k" } as const;
  expect(happens("08:01:00", attempt)).toEqual(["08:01:00 a held back by 0"]);
  happens("08:02:00", { kind: "dial", dial: "leave", value: true });
  expect(happens("08:03:00", attempt)).toEqual([
    "08:03:00 a fires k",
    "08:03:00 a: lamp on true",
    "08:03:00 a done",
  ]);
  expect(happens("08:04:00", { ...attempt, cue: "other" })).toEqual([]);
});
