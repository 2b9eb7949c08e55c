/** Automations tried on stand-ins, told in words, explained in a paragraph, drawn and printed. */
import { larkspurWeir } from "../../../tests/core/houses";
import { byId, type Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { answerText } from "./answers";
import { spanSaid, valueSaid } from "./value-said";
import { conflictMap } from "./conflict-map";
import { explained } from "./explain";
import { lastOf, nextOf } from "./fires";
import { householdSheet } from "./household-sheet";
import { namesOf } from "./language/names";
import { automationsText, readAutomations } from "./language/text";
import { readSentences } from "./text-in";
import { tried } from "./tried";

const demo = larkspurWeir();
const NOON = Date.parse("2026-11-27T12:00:00Z");

function withText(text: string, design: Design = demo): Design {
  const bare = { ...design, automations: [] };
  const { rows, faults } = readAutomations(text, namesOf(bare));
  expect(faults).toEqual([]);
  return { ...bare, automations: rows };
}

/** `+8 min Snug shade left: 40 %` */
function lines(design: Design, automation: string, cue: string, at = NOON): string[] {
  return tried(design, automation, cue, at).answers.map(
    (answer) => `+${spanSaid(answer.at - at)} ${answerText(design, answer)}`,
  );
}

describe("tried once", () => {
  test("steps come in their time, and it comes to its end", () => {
    expect(lines(demo, "nurse-rise", "up")).toEqual([
      "+0 s begins, by its cue up",
      "+0 s Nurse's west shade: 20 %",
      "+8 min Nurse's west shade: 50 %",
      "+16 min Nurse's west shade: open",
      "+16 min comes to its end",
    ]);
  });

  test("what its cue says is so: the door is open, the room damp, the household out", () => {
    expect(lines(demo, "door-open-boot", "open")).toHaveLength(8);
    expect(lines(demo, "damp-room-shower", "damp").at(-2)).toBe("+3 h Insert behind the shower switch: off");
    expect(lines(demo, "vacuum-out-hall", "out")).toEqual([
      "+0 s begins, by its cue out",
      "+5 min Vacuum: on",
      "+5 min comes to its end",
    ]);
    expect(lines(demo, "quiet-soft", "quiet")[1]).toBe("+0 s turns Soft light to on");
  });

  test("a guard that does not hold is named, and so is one of nobody knows what", () => {
    expect(lines(demo, "wake-in-steps-teen", "alarm")).toEqual([
      "+0 s does nothing: not so that Teenager is at home",
    ]);
    const leave = withText(
      "automation a: A\n  cue k: at 07:00\n  unless [Snug lamp] is off\n  do switch on [Snug lamp]",
    );
    expect(lines(leave, "a", "k")).toEqual(["+0 s does nothing: Snug lamp is off, and it must not"]);
  });

  test("a key that is held is let go after three seconds; the level it comes to is the lamp's", () => {
    const all = lines(demo, "dim-by-steps-snug", "held");
    // 5 % every 200 ms, from the moment it is held.
    expect(all.filter((line) => line.includes("level"))).toHaveLength(16);
    expect(all.at(-2)).toContain("Snug lamp, level: 80 %");
    expect(tried(demo, "dim-by-steps-snug", "held", NOON).unfinished).toBe(false);
  });

  test("one that is at it longer than half a day says so", () => {
    const long = withText("automation a: A\n  cue k: at 07:00\n  do wait 13 h\n  do switch on [Snug lamp]");
    expect(tried(long, "a", "k", NOON)).toMatchObject({ unfinished: true, answers: [{ kind: "fires" }] });
    const short = withText("automation a: A\n  cue k: at 07:00\n  do wait 12 h\n  do switch on [Snug lamp]");
    expect(tried(short, "a", "k", NOON).unfinished).toBe(false);
    expect(tried(demo, "dusk", "no such cue", NOON)).toEqual({ answers: [], unfinished: false });
  });

  test("others are still: a scene that another would answer is not answered", () => {
    const design = withText(`automation a: A
  cue k: at 07:00
  do turn [Soft light] to on

automation b: B
  cue k: when [Soft light] is switched on
  do switch on [Snug lamp]`);
    expect(lines(design, "a", "k").filter((line) => line.includes("Snug lamp"))).toEqual([]);
  });

  test("a flag that leaves the room be, and a lamp that is left be by it", () => {
    const dials = demo.dials.map((dial) => (dial.id === "leave-snug" ? { ...dial, value: "on" } : dial));
    expect(lines({ ...demo, dials }, "snug-privacy", "evening")[1]).toBe(
      "+0 s Snug shade left is left be: Leave the snug be is on",
    );
  });
});

test.each([
  ["position", 0, "shut"],
  ["position", 100, "open"],
  ["position", 40, "40 %"],
  ["level", 33.333, "33.3 %"],
  ["locked", true, "locked"],
  ["on", false, "off"],
  ["colour", "#ff8800", "#ff8800"],
] as const)("%s %s is said %s", (aspect, value, text) => expect(valueSaid(aspect, value)).toBe(text));

test.each([
  [200, "0.2 s"],
  [4000, "4 s"],
  [119_000, "119 s"],
  [120_000, "2 min"],
  [3_600_000, "1 h"],
  [5_400_000, "1 h 30 min"],
])("%i ms is said %s", (ms, text) => expect(spanSaid(ms)).toBe(text));

describe("explained", () => {
  const told = (id: string, design: Design = demo) =>
    explained(design, byId(design, "automations").get(id)!, NOON);

  test("what goes before it, how often it comes, what it sets, and with whom it meets", () => {
    expect(told("snug-privacy")).toBe(
      "It is for comfort: safety goes before it, and what a hand did, for 2 h. It may come 365 times in a year, next on Fri 27 Nov at 14:24. It sets Snug shade left and Snug shade right. It leaves its rooms be while Leave the house be or Leave the snug be is on. With Snug: against the evening glare nobody can say which wins.",
    );
    const rooms = demo.rooms.map((room) => (room.id === "snug" ? { ...room, handMin: 45 } : room));
    expect(told("snug-privacy", { ...demo, rooms })).toContain("what a hand did, for 45 min.");
    const ranked = {
      ...demo,
      automations: demo.automations.map((row) =>
        row.id === "snug-privacy" ? { ...row, reason: "privacy" as const } : row,
      ),
    };
    expect(told("snug-privacy", ranked)).toContain(
      "Where they meet it goes before Snug: against the evening glare.",
    );
    expect(told("snug-glare", ranked)).toContain("Where they meet Snug: nobody looks in goes before it.");
  });

  test("what cannot be known before, circles, what it cues, and one that is off", () => {
    expect(told("quiet-soft")).toContain(
      "nobody knows before. It sets Soft light. What it sets may cue Soft light makes it quiet. It is part of a circle that has no end.",
    );
    expect(told("harvest")).toContain("It never comes.");
    expect(told("look-alike-hall")).toContain(
      "1 guard is read when it comes; it ends when one ceases to hold.",
    );
    expect(told("away-heat-sail-loft")).toContain(", and besides when something happens.");
    const off = { ...demo, automations: demo.automations.map((row) => ({ ...row, enabled: false })) };
    expect(told("dusk", off)).toContain("It is switched off.");
    expect(told("leak-valve-plant-room")).toContain("nothing goes before it, not even a hand");
  });

  test("next and last by plan", () => {
    const dusk = byId(demo, "automations").get("dusk")!;
    const iso = (ms: number | undefined) => ms && new Date(ms).toISOString().slice(0, 16);
    expect(iso(nextOf(demo, dusk, NOON))).toBe("2026-11-27T15:23");
    expect(iso(lastOf(demo, dusk, NOON))).toBe("2026-11-26T15:25");
    const school = byId(demo, "automations").get("school-days-teen")!;
    // Nothing of it within forty days of the summer.
    expect(lastOf(demo, school, Date.parse("2027-09-01T12:00:00Z"))).toBeUndefined();
    expect(lastOf(demo, byId(demo, "automations").get("doorbell-hall")!, NOON)).toBeUndefined();
  });
});

describe("the map", () => {
  test("a thing's setters stand in the order they are followed; what nobody can decide comes first", () => {
    const map = conflictMap(demo);
    expect(map.slice(0, 2).map(({ name }) => name)).toEqual(["Snug shade left", "Snug shade right"]);
    const foot = map.find(({ id }) => id === "hall-lmp-2")!;
    expect(foot.setters.map((setter) => [setter.class, setter.values.join(", ")])).toEqual([
      ["safety", "on"],
      ["hand", "off"],
      ["comfort", "on"],
      ["saving", "off"],
    ]);
    const kitchen = map.find(({ id }) => id === "kitchen-shd-2")!;
    // The sun goes before privacy, both of comfort.
    expect(kitchen.setters.map(({ reason, values }) => [reason, values])).toEqual([
      ["sun", ["40 %"]],
      ["privacy", ["shut"]],
    ]);
    expect(map.find(({ in: of, id }) => of === "dials" && id === "soft-light")!.setters).toHaveLength(1);
    const off = { ...demo, automations: demo.automations.map((row) => ({ ...row, enabled: false })) };
    expect(
      conflictMap(off).every(
        ({ meets, setters }) => !meets.length && setters.every(({ enabled }) => !enabled),
      ),
    ).toBe(true);
  });
});

test("the household's sheet: the whole house first, rooms by name, only what is switched on, and who sets what where", () => {
  const sheet = householdSheet(demo);
  expect(sheet[0]!.name).toBe("The whole house");
  expect(sheet[0]!.sentences.map(({ id }) => id)).toContain("dusk");
  expect(sheet[0]!.dials.find(({ id }) => id === "leave-house")).toEqual({
    id: "leave-house",
    name: "Leave the house be",
    value: "off",
    by: "Nurse on night shifts, Boat carpenter",
    on: "Hall keypad",
  });
  expect(sheet[0]!.dials.find(({ id }) => id === "evening-level")).toMatchObject({
    value: "40 %",
    by: "everybody",
    on: "nowhere",
  });
  const names = sheet.slice(1).map(({ name }) => name);
  expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
  expect(names).not.toContain("Bath");
  const off = applyChanges(demo, [
    { in: "automations", put: { ...byId(demo, "automations").get("dusk")!, enabled: false } },
  ]);
  expect(householdSheet(off)[0]!.sentences.map(({ id }) => id)).not.toContain("dusk");
});

describe("a file of sentences", () => {
  const text = automationsText(demo.automations, namesOf(demo));

  test("what went out comes in and changes nothing", () => {
    expect(readSentences(demo, text)).toEqual({
      faults: [],
      changes: [],
      said: `0 new sentences, 0 changed, ${demo.automations.length} as they were`,
    });
  });

  test("one of an id that is there takes its place, another is new, those not named stay", () => {
    const read = readSentences(
      demo,
      "automation dusk: Dusk\n  cue k: at 20:00\n  do switch on [Hall lamp]\n\nautomation mine: Mine\n  cue k: at 21:00\n  do switch off [Hall lamp]",
    );
    expect(read.said).toBe("1 new sentence, 1 changed, 0 as they were");
    const after = applyChanges(demo, read.changes);
    expect(after.automations).toHaveLength(demo.automations.length + 1);
    expect(byId(after, "automations").get("dusk")!.name).toBe("Dusk");
  });

  test.each([
    ["", /^must begin an automation: the file has none/, 1],
    ["automation a: A\n  cue k: at noon", /^must have/, 2],
    [
      `automation a: A\n  cue k: at 07:00\n\nautomation b: ${"B".repeat(90)}\n  cue k: at 07:00`,
      /name must be at most 80/i,
      4,
    ],
  ])("a fault takes none of it: %j", (own, reason, line) => {
    const { faults, changes } = readSentences(demo, own);
    expect(changes).toEqual([]);
    expect(faults[0]).toMatchObject({ line, reason: expect.stringMatching(reason) });
  });
});
