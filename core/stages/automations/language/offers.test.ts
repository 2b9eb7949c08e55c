/** What is offered where somebody types: only what exists and can do it. */
import { larkspurWeir } from "../../../../tests/core/houses";
import { namesOf } from "./names";
import { offersAt, onlyFollows } from "./offers";
import { CUES, GUARDS, MOVES } from "./examples";
import { worldNames } from "./small-world";
import { readAutomations } from "./text";

const design = larkspurWeir();
const offered = (line: string) => {
  const { from, offers } = offersAt(design, line);
  return offers.map(({ text }) => line.slice(0, from) + text);
};

test("a line begins with one of its heads", () => {
  expect(offered("  pro")).toEqual(["  provided "]);
  expect(offered("  d")).toEqual(["  do ", "  do choose", "  do repeat every "]);
  expect(offered("  for s")).toEqual(["  for safety", "  for saving"]);
  expect(offersAt(design, "automation a: A").offers).toEqual([]);
});

test("words go on from what is typed", () => {
  expect(offered("  cue k: 25 min ")).toEqual([]);
  expect(offered("  cue k: 25 min before s").sort()).toEqual([
    "  cue k: 25 min before solar noon",
    "  cue k: 25 min before sunrise",
    "  cue k: 25 min before sunset",
  ]);
  expect(offered("  provided it is")).toContain("  provided it is Mon to Fri");
  expect(offered("  do wait")).toContain("  do wait 5 min");
  expect(offered("  cue k: when [Boot room contact] is op")).toEqual([
    "  cue k: when [Boot room contact] is opened",
  ]);
});

test("names of what can do it: lamps that dim for a level, shades for a position, keypads for a press", () => {
  const levels = offered("  do set the level of [");
  expect(levels).toContain("  do set the level of [Snug lamp]");
  // It is switched, and cannot be dimmed.
  expect(levels).not.toContain("  do set the level of [Hall lamp]");
  expect(levels).not.toContain("  do set the level of [Snug shades]");
  const positions = offered("  do bring [snug");
  expect(positions).toEqual(
    expect.arrayContaining([
      "  do bring [Snug shade left]",
      "  do bring [Snug shade right]",
      "  do bring [Snug shades]",
    ]),
  );
  expect(positions.some((text) => text.includes("lamp"))).toBe(false);
  const keys = offered("  cue k: when key 1 of ");
  expect(keys).toContain("  cue k: when key 1 of [Hall keypad]");
  expect(keys.some((text) => text.includes("shade"))).toBe(false);
  expect(offered("  cue k: when the wind of ")).toEqual([
    "  cue k: when the wind of [Weather mast]",
    "  cue k: when the wind of one of ",
  ]);
});

test("what begins with what is typed comes before what has it within", () => {
  const all = offered("  unless the flag [snug");
  expect(all).toEqual(["  unless the flag [Leave the snug be]"]);
  expect(offered("  unless the flag [le")[0]).toMatch(/\[Leave the/);
});

test("taken one after another, offers make a line that reads", () => {
  const line = "  do bring [Snug shade left]";
  const next = offered(line);
  expect(next).toEqual(expect.arrayContaining([`${line} and `, `${line} to `]));
  const value = offered(`${line} to `);
  expect(value).toContain(`${line} to shut`);
  const { faults } = readAutomations(`automation a: A\n${line} to shut`, namesOf(design));
  expect(faults).toEqual([]);
});

test("at every place of every example what comes next is among what is wanted there", () => {
  // Every prefix up to a space goes on in some way, or is whole.
  const lines = [
    ...CUES.map(([text]) => `  cue k: ${text}`),
    ...GUARDS.map(([text]) => `  ${text}`),
    ...MOVES.map(([text]) => `  do ${text}`),
  ];
  for (const line of lines) {
    const { faults } = readAutomations(`automation a: A\n${line}`, worldNames);
    expect(faults).toEqual([]);
    expect(offersAt(design, line.slice(0, line.indexOf(" ", 8) + 1)).from).toBeLessThanOrEqual(line.length);
  }
});

test.each([
  // A sentence that stands may go on: Enter ends it, though a list is open.
  ["  do bring [Teenager's shade] to 50 %", true],
  ["  do bring [Teenager's shade] to open", true],
  ["  do wait 8 min", true],
  ["  do wait", true],
  // A word or a name that was begun is taken.
  ["  do bring [teenager's sh", false],
  ["  pro", false],
  ["  cue k: when [Boot room contact] is op", false],
])("what is offered behind “%s” only follows: %p", (line, follows) => {
  expect(onlyFollows(offersAt(design, line), line)).toBe(follows);
});
