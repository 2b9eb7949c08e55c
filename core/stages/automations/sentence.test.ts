import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import type { AutomationRow } from "../../design/rows/automations";
import { point, testDesign } from "../../test-design";
import { automationChecks } from "./checks";
import { sentenceOf, sentenceText, weekdaysText } from "./sentence";
import { shiftText } from "./language/slots";
import { firingYear } from "./year";

const shades = ["north", "west", "south", "east"];
const design: Design = {
  ...testDesign(),
  points: [
    ...testDesign().points,
    ...shades.map((id, i) => ({
      ...point(id, "shade", "g", "hall", 1 + i, 1, 2),
      name: `${id[0]!.toUpperCase()}${id.slice(1)} shade`,
    })),
  ],
  // Whoever wants to be left alone has a key for it.
  dials: [{ id: "leave", name: "Leave it be", kind: "flag", value: "off", leaveBe: true, shows: ["north"] }],
};
const rule = (rest: Partial<AutomationRow> = {}): AutomationRow => ({
  id: "a",
  name: "Rule",
  priority: "comfort",
  enabled: true,
  cues: [{ kind: "sun", key: "s", event: "set", offsetMin: -25 }],
  guards: [],
  moves: [{ kind: "set", points: ["north"], aspect: "position", to: { say: "shut" } }],
  ...rest,
});
const codes = (row: AutomationRow, rest: Partial<Design> = {}) =>
  automationChecks({ ...design, ...rest, automations: [row] }).map((finding) => finding.code);

describe("an automation as prose", () => {
  it.each([
    [rule(), "25 min before sunset: bring North shade to shut."],
    [
      rule({
        cues: [{ kind: "time", key: "t", at: "07:30" }],
        moves: [{ kind: "set", points: ["north", "west"], aspect: "position", to: { say: "open" } }],
      }),
      "At 07:30: bring North shade and West shade to open.",
    ],
    [
      rule({
        cues: [
          { kind: "time", key: "t", at: "07:30" },
          { kind: "sun", key: "s", event: "rise", offsetMin: 90 },
        ],
        moves: [{ kind: "set", points: ["north", "west", "south"], aspect: "position", to: { say: "40 %" } }],
      }),
      "At 07:30 or 1 h 30 min after sunrise: bring North shade, West shade and South shade to 40 %.",
    ],
    [
      rule({
        guards: [
          { kind: "weekdays", days: [1, 2, 3, 4, 5] },
          { kind: "window", from: "06:00", to: "09:00" },
        ],
        moves: [{ kind: "set", points: shades, aspect: "position", to: { say: "shut" } }],
      }),
      "25 min before sunset, provided it is Mon to Fri and the clock is between 06:00 and 09:00: bring North shade, West shade and 2 more to shut.",
    ],
    [rule({ cues: [], moves: [] }), "Never: do nothing."],
    [
      rule({
        moves: [
          { kind: "set", points: [], aspect: "position", to: { say: "shut" } },
          { kind: "set", points: ["east"], aspect: "position", to: { say: "open" } },
        ],
      }),
      "25 min before sunset: bring nothing yet to shut, then bring East shade to open.",
    ],
  ])("%#", (row, text) => expect(sentenceText(design, row, true)).toBe(text));

  it("marks the words that are fields, each with what it edits", () => {
    const fields = sentenceOf(design, rule({ guards: [{ kind: "weekdays", days: [6, 7] }] })).filter(
      (word) => word.part,
    );
    expect(fields.map((word) => [word.part!.of, word.part!.field, word.tells])).toEqual([
      ["cues", "offsetMin", "value"],
      ["cues", "event", "value"],
      ["guards", "days", "calendar"],
      ["moves", "points", "device"],
      ["moves", "to", "value"],
    ]);
  });

  it.each([
    [0, "at"],
    [-60, "1 h before"],
    [5, "5 min after"],
    [125, "2 h 5 min after"],
  ])("%d min is %s", (min, text) => expect(shiftText(min)).toBe(text));
  it.each([
    [[1, 2, 3, 4, 5, 6, 7], "any day"],
    [[6, 7], "Sat and Sun"],
    [[1, 3, 5], "Mon, Wed and Fri"],
    [[5, 1, 1], "Mon and Fri"],
    [[2], "Tue"],
    [[2, 3, 4], "Tue to Thu"],
  ])("%j is %s", (days, text) => expect(weekdaysText(days as number[])).toBe(text));
});

describe("findings of automations", () => {
  it("says what never starts, moves nothing, or moves what is no shade", () => {
    expect(codes(rule())).toEqual([]);
    expect(codes(rule({ cues: [] }))).toEqual(["automations.no-cue"]);
    expect(codes(rule({ moves: [] }))).toEqual(["automations.no-move"]);
    const wrong = rule({
      moves: [{ kind: "set", points: ["cam", "north"], aspect: "position", to: { say: "shut" } }],
    });
    const [finding] = automationChecks({ ...design, automations: [wrong] });
    expect(finding).toMatchObject({
      code: "automations.cannot-do",
      severity: "stop",
      fix: { label: "Take cam out" },
    });
    expect(
      applyChanges({ ...design, automations: [wrong] }, changesOf(finding!.fix!, design)).automations[0]!
        .moves[0],
    ).toMatchObject({ points: ["north"] });
  });

  it("tries a whole year: guards that always stop it, and a sun that does not set", () => {
    const stopped = rule({
      cues: [{ kind: "time", key: "t", at: "12:00" }],
      guards: [{ kind: "window", from: "01:00", to: "02:00" }],
    });
    const [finding] = automationChecks({ ...design, automations: [stopped] });
    expect(finding).toMatchObject({
      code: "automations.guard-never-holds",
      fix: { label: "Take the guards off" },
    });
    expect(codes({ ...stopped, guards: [] })).toEqual([]);
    expect(codes({ ...stopped, enabled: false })).toEqual([]);
    // At the pole the sun rises and sets once a year at most.
    const pole = { ...design.design, latitudeDeg: 89.9, longitudeDeg: 0, zone: "UTC" };
    expect(firingYear(pole, rule(), 2026).points.length).toBeLessThan(5);
  });
});

it("a year of sunsets: earliest in December, latest in June, and the clock moved twice", () => {
  const year = firingYear(design.design, rule(), 2026);
  expect(year.days).toBe(365);
  expect(year.silent).toBe(0);
  expect(year.points).toHaveLength(365);
  expect(year.earliest!.day.month).toBe(12);
  expect(year.latest!.day.month).toBe(6);
  expect(year.changes.map((change) => change.byMin)).toEqual([60, -60]);
  expect(firingYear(design.design, rule({ enabled: false }), 2026).silent).toBe(365);
});
