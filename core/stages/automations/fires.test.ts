import { changesOf } from "../../desk/findings";
import type { AutomationRow } from "../../design/rows/automations";
import { applyChanges } from "../../design/edit";
import { testDesign } from "../../test-design";
import { automationChecks } from "./checks";
import { firingsByDay, fireTimes, firingWorking, guardsHold, sunDay } from "./fires";
import { addDays, clockInstant, dayStart, isoLocal, localParts, parseDay } from "../../design/local-time";
import { shiftText } from "./language/slots";
import { sentenceText, weekdaysText } from "./sentence";
import { firingYear } from "./year";

const weir = { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: "Europe/London" };
const cape = { latitudeDeg: 71.17, longitudeDeg: 25.78, zone: "Europe/Oslo" };

const automation = (part: Partial<AutomationRow> = {}): AutomationRow => ({
  id: "a",
  name: "Dusk",
  priority: "comfort",
  enabled: true,
  cues: [{ kind: "sun", key: "set", event: "set", offsetMin: -25 }],
  guards: [],
  moves: [],
  ...part,
});
const day = parseDay;
const times = (place: typeof weir, row: AutomationRow, from: string, days: number) =>
  fireTimes(place, row, day(from), days).map((firing) => isoLocal(place.zone, firing.at));

describe("local time", () => {
  test("days of 23, 24 and 25 hours", () => {
    const hours = (text: string) =>
      (dayStart("Europe/London", addDays(day(text), 1)) - dayStart("Europe/London", day(text))) / 3_600_000;
    expect([hours("2026-03-29"), hours("2026-07-01"), hours("2026-10-25")]).toEqual([23, 24, 25]);
  });
  test("a zone that skips midnight starts its day at one", () => {
    // In Beirut the clock goes from 00:00 to 01:00 on the last Sunday of March.
    expect(isoLocal("Asia/Beirut", dayStart("Asia/Beirut", day("2026-03-29")))).toBe(
      "2026-03-29T01:00:00+03:00",
    );
  });
  test("a clock time that is skipped falls after the change; of one that comes twice the first is meant", () => {
    expect(isoLocal("Europe/London", clockInstant("Europe/London", day("2026-03-29"), "01:30"))).toBe(
      "2026-03-29T02:00:00+01:00",
    );
    expect(isoLocal("Europe/London", clockInstant("Europe/London", day("2026-10-25"), "01:30"))).toBe(
      "2026-10-25T01:30:00+01:00",
    );
  });
  test.each(["2026-02-30", "2026-13-01", "26-1-1", "tomorrow"])("%s is no date", (text) =>
    expect(() => day(text)).toThrow(/^date must be a date such as/),
  );
});

describe("firing", () => {
  test("sunset − 25 min across the autumn change keeps to the sun, an hour earlier by the clock", () => {
    const [before, after] = times(weir, automation(), "2026-10-24", 2);
    expect(before).toMatch(/^2026-10-24T17:2\d:\d\d\+01:00$/);
    expect(after).toMatch(/^2026-10-25T16:2\d:\d\d\+00:00$/);
    expect(Date.parse(after!) - Date.parse(before!)).toBeGreaterThan(86_400_000 - 180_000);
    expect(Date.parse(after!) - Date.parse(before!)).toBeLessThan(86_400_000);
  });
  test("and across the spring change", () => {
    const [before, after] = times(weir, automation(), "2026-03-28", 2);
    expect(before).toMatch(/\+00:00$/);
    expect(after).toMatch(/\+01:00$/);
    expect(Date.parse(after!) - Date.parse(before!)).toBeGreaterThan(86_400_000);
  });
  test("a clock cue fires once a day, also on the days the clock is moved", () => {
    const early = automation({ cues: [{ kind: "time", key: "t", at: "01:30" }] });
    expect(times(weir, early, "2026-03-28", 3)).toEqual([
      "2026-03-28T01:30:00+00:00",
      "2026-03-29T02:00:00+01:00",
      "2026-03-30T01:30:00+01:00",
    ]);
    expect(times(weir, early, "2026-10-24", 3)).toHaveLength(3);
  });
  test("an offset over midnight belongs to the day on which it falls", () => {
    const late = automation({ cues: [{ kind: "sun", key: "s", event: "set", offsetMin: 180 }] });
    const [first] = times(weir, late, "2026-06-21", 1);
    expect(first).toMatch(/^2026-06-21T00:5\d/);
  });
  test("every day of a year once, none lost or doubled at a range's edges", () => {
    const whole = times(weir, automation(), "2026-01-01", 365);
    expect(whole).toHaveLength(365);
    const pieces = [
      ...times(weir, automation(), "2026-01-01", 100),
      ...times(weir, automation(), "2026-04-11", 265),
    ];
    expect(pieces).toEqual(whole);
  });
  test("guards go by the clock on the wall", () => {
    const at = Date.parse("2026-11-24T23:30:00+00:00");
    expect(guardsHold(weir, [{ kind: "window", from: "22:00", to: "06:00" }], at)).toBe(true);
    expect(guardsHold(weir, [{ kind: "window", from: "06:00", to: "22:00" }], at)).toBe(false);
    expect(guardsHold(weir, [{ kind: "weekdays", days: [2] }], at)).toBe(true);
    expect(guardsHold({ ...weir, zone: "Europe/Oslo" }, [{ kind: "weekdays", days: [2] }], at)).toBe(false);
    expect(guardsHold(weir, [{ kind: "window", from: "23:30", to: "23:31" }], at)).toBe(true);
  });
  test("where the sun does not set the day says so", () => {
    expect(firingsByDay(cape, automation(), day("2026-06-21"), 1)[0]).toMatchObject({
      firings: [],
      because: "the sun does not set",
    });
    expect(firingsByDay(cape, automation(), day("2026-12-21"), 1)[0]).toMatchObject({
      because: "the sun does not rise",
    });
    expect(
      firingsByDay(
        cape,
        automation({ cues: [{ kind: "sun", key: "d", event: "dusk", offsetMin: 0 }] }),
        day("2026-05-10"),
        1,
      )[0],
    ).toMatchObject({ because: "it does not get dark" });
  });
  test("switched off, guarded, without cue: each has its reason", () => {
    const because = (part: Partial<AutomationRow>) =>
      firingsByDay(weir, automation(part), day("2026-11-24"), 1)[0]!.because;
    expect(because({ enabled: false })).toBe("switched off");
    expect(because({ guards: [{ kind: "weekdays", days: [6] }] })).toBe("a guard does not hold");
    expect(because({ cues: [] })).toBe("it has no cue");
    expect(because({})).toBeUndefined();
  });
  test.each([
    ["21:59", false],
    ["22:00", true],
    ["23:59", true],
    ["00:00", true],
    ["05:59", true],
    ["06:00", false],
    ["06:01", false],
  ])("a window from 22:00 to 06:00 at %s: %s", (clock, holds) => {
    expect(
      guardsHold(
        weir,
        [{ kind: "window", from: "22:00", to: "06:00" }],
        Date.parse(`2026-11-24T${clock}:00Z`),
      ),
    ).toBe(holds);
  });
  test("the day the clock is moved is marked", () => {
    expect(firingsByDay(weir, automation(), day("2026-10-25"), 1)[0]!.clockChangeMin).toBe(-60);
    expect(firingsByDay(weir, automation(), day("2026-10-26"), 1)[0]).not.toHaveProperty("clockChangeMin");
  });
  test("the working ends at the clock on the wall", () => {
    const firing = fireTimes(weir, automation(), day("2026-11-24"), 1)[0]!;
    expect(firingWorking(weir, automation(), firing).steps.at(-1)!.gives).toBe("Tue 24 Nov 15:27");
    expect(firingWorking(weir, automation(), firing).steps[0]!.gives).toMatch(/^2026-11-24T15:52/);
  });
  test("a year: earliest in December, latest in June, two changes of the clock", () => {
    const year = firingYear(weir, automation(), 2026);
    expect(year.points).toHaveLength(365);
    expect([year.earliest!.day.month, year.latest!.day.month]).toEqual([12, 6]);
    expect(year.changes.map((change) => change.byMin)).toEqual([60, -60]);
    expect(firingYear(weir, automation(), 2028).days).toBe(366);
    expect(firingYear(cape, automation(), 2026).silent).toBeGreaterThan(100);
  });
  test("the sun's day leaves out what does not come", () => {
    const short = sunDay(cape, day("2026-12-21"));
    expect(short.rise).toBeUndefined();
    expect(short.dawn).toBeDefined();
    expect(sunDay(weir, day("2026-10-25")).positions).toHaveLength(25);
    expect(
      localParts("Europe/London", Date.parse(sunDay(weir, day("2026-06-21")).noon!)).minutes,
    ).toBeCloseTo(13 * 60 + 11, -1);
  });
});

describe("sentences", () => {
  test("offsets and weekdays in words", () => {
    expect([0, -25, 60, -90].map(shiftText)).toEqual([
      "at",
      "25 min before",
      "1 h after",
      "1 h 30 min before",
    ]);
    expect([
      weekdaysText([1, 2, 3, 4, 5]),
      weekdaysText([6, 7]),
      weekdaysText([5, 1, 3]),
      weekdaysText([7, 6, 5, 4, 3, 2, 1]),
      weekdaysText([3]),
    ]).toEqual(["Mon to Fri", "Sat and Sun", "Mon, Wed and Fri", "any day", "Wed"]);
  });
  test("cue, guards and moves make one sentence", () => {
    const design = testDesign();
    const row = automation({
      guards: [{ kind: "weekdays", days: [6, 7] }],
      moves: [{ kind: "set", points: ["cam"], aspect: "position", to: { say: "30 %" } }],
    });
    expect(sentenceText(design, row)).toBe(
      "25 min before sunset, provided it is Sat and Sun: bring cam to 30 %.",
    );
    expect(sentenceText(design, automation({ cues: [] }))).toBe("Never: do nothing.");
  });
});

describe("checks", () => {
  const codes = (row: AutomationRow, site = {}) => {
    const design = testDesign();
    return automationChecks({ ...design, design: { ...design.design, ...site }, automations: [row] }).map(
      (finding) => finding.code.slice("automations.".length),
    );
  };
  test("says what is missing", () => {
    expect(codes(automation({ cues: [] }))).toEqual(["no-cue", "no-move"]);
    expect(
      codes(
        automation({ moves: [{ kind: "set", points: ["cam"], aspect: "position", to: { say: "shut" } }] }),
      ),
    ).toEqual(["cannot-do"]);
  });
  test("a guard that never holds is offered to go, and then it fires", () => {
    const design = {
      ...testDesign(),
      automations: [automation({ guards: [{ kind: "window", from: "02:00", to: "03:00" }] })],
    };
    const finding = automationChecks(design).find((one) => one.code === "automations.guard-never-holds")!;
    const after = applyChanges(design, changesOf(finding.fix!, design));
    expect(after.automations[0]!.guards).toEqual([]);
    expect(automationChecks(after).map((one) => one.code)).toEqual(["automations.no-move"]);
  });
  test("a cue that never comes at this site", () => {
    const never = automation({ cues: [{ kind: "sun", key: "s", event: "dawn", offsetMin: 0 }] });
    expect(codes(never)).not.toContain("never-comes");
    expect(
      codes(automation({ cues: [{ kind: "sun", key: "s", event: "set", offsetMin: 0 }] }), {
        latitudeDeg: 90,
      }),
    ).not.toContain("never-comes");
  });
});
