/** The text form: out, in, and out again the same; what is wrong is said by line and place. */
import fc from "fast-check";
import type { AutomationRow } from "../../../design/rows/automations";
import { AGAIN, PRIORITIES, REASONS } from "../../../design/rows/automations-words";
import type { Cue } from "../../../design/rows/automations-cues";
import type { Guard } from "../../../design/rows/automations-guards";
import type { Move } from "../../../design/rows/automations-moves";
import { CUES, GUARDS, MOVES } from "./examples";
import { worldNames as names } from "./small-world";
import { automationsText, automationText, readAutomations } from "./text";

const DUSK = `automation a-dusk: Dusk in the snug
  for comfort, because of privacy
  in [Snug]
  phase [First]
  switched off
  cued again it waits its turn
  made from dusk-close
  with shades: [Snug shade left] and [Snug shade right]
  with wait: = 5 min
  cue dusk: 25 min before sunset
  cue late: at 22:00
  provided it is Mon to Fri
  unless all the while the flag [Leave the snug be] is on
  do choose
    when [dusk] cued it and somebody is at home
      do bring [Snug shade left] to 40 %
      do repeat every 5 min, at most 3 times, until [Boot room door] is shut
        do say “Shut the door” on [Hall panel] and to nobody
    when [dusk] and [late] cued it
      do choose
        where everybody is away
          do bring [West shades] to shut
        always
    otherwise
      do bring [Snug shade right] to shut
  do wait 5 min
`;

test("an automation of everything, both ways", () => {
  const { rows, faults } = readAutomations(DUSK, names);
  expect(faults).toEqual([]);
  expect(rows).toHaveLength(1);
  const [row] = rows as [AutomationRow];
  expect(row).toMatchObject({
    id: "a-dusk",
    name: "Dusk in the snug",
    priority: "comfort",
    reason: "privacy",
    room: "snug",
    phase: "one",
    enabled: false,
    again: "waits its turn",
    template: "dusk-close",
    parameters: [
      { name: "shades", points: ["left", "right"] },
      { name: "wait", value: "5 min" },
    ],
  });
  expect(row.cues.map(({ key, kind }) => [key, kind])).toEqual([
    ["dusk", "sun"],
    ["late", "time"],
  ]);
  expect(row.guards[1]).toMatchObject({ kind: "flag", not: true, whole: true });
  expect(row.moves[0]).toMatchObject({
    kind: "choose",
    branches: [
      {
        keys: ["dusk"],
        guards: [{ kind: "presence" }],
        moves: [
          { kind: "set" },
          { kind: "repeat", most: 3, guards: [{ is: "shut" }], moves: [{ kind: "say" }] },
        ],
      },
      {
        keys: ["dusk", "late"],
        guards: [],
        moves: [{ kind: "choose", branches: [{}, { guards: [], moves: [] }] }],
      },
    ],
    otherwise: [{ kind: "set", points: ["right"] }],
  });
  expect(row.moves[1]).toMatchObject({ kind: "wait" });
  expect(automationText(row, names)).toBe(DUSK);
});

const one = <T>(all: readonly (readonly [string, object])[]) =>
  fc.constantFrom(...all.map(([, row]) => row as unknown as T));
const cues = one<Cue>(CUES);
const guards = fc.array(one<Guard>(GUARDS), { maxLength: 3 });
// Within a move a guard is read once: there is no while for it to hold through.
const inner = guards.map((all) => all.map(({ whole: _, ...guard }) => guard as Guard));

const { move } = fc.letrec<{ move: Move }>((tie) => {
  const moves = fc.array(tie("move"), { maxLength: 3 });
  const branch = fc
    .record({ keys: fc.option(fc.constant(["k0"]), { nil: undefined }), guards: inner, moves })
    .map(({ keys, ...rest }) => (keys ? { keys, ...rest } : rest));
  return {
    move: fc.oneof(
      { maxDepth: 3, withCrossShrink: true },
      one<Move>(MOVES),
      fc
        .record({
          branches: fc.array(branch, { minLength: 1, maxLength: 3 }),
          otherwise: fc.option(moves, { nil: undefined }),
        })
        .map(({ branches, otherwise }) =>
          otherwise?.length
            ? ({ kind: "choose", branches, otherwise } as Move)
            : ({ kind: "choose", branches } as Move),
        ),
      fc
        .record({ moves, guards: inner, most: fc.integer({ min: 1, max: 9 }) })
        .map((own) => ({ kind: "repeat", every: { say: "2 min" }, ...own }) as Move),
    ),
  };
});

const automation = fc
  .record({
    name: fc.constantFrom("Close at dusk", "Wake: in steps", "A [b] #c"),
    priority: fc.constantFrom(...PRIORITIES),
    reason: fc.option(fc.constantFrom(...REASONS), { nil: undefined }),
    again: fc.option(fc.constantFrom(...AGAIN), { nil: undefined }),
    enabled: fc.boolean(),
    cues: fc.array(cues, { maxLength: 4 }),
    guards,
    moves: fc.array(move, { maxLength: 4 }),
  })
  .map(
    (own) =>
      JSON.parse(
        JSON.stringify({ ...own, cues: own.cues.map((cue, i) => ({ ...cue, key: `k${i}` })) }),
      ) as AutomationRow,
  );

test("property: out, in and out again is the same, and so is what it says", () => {
  fc.assert(
    fc.property(fc.array(automation, { minLength: 1, maxLength: 3 }), (all) => {
      const rows = all.map((row, i) => ({ ...row, id: `a${i}` }));
      const text = automationsText(rows, names);
      const back = readAutomations(text, names);
      expect(back.faults).toEqual([]);
      expect(JSON.parse(JSON.stringify(back.rows))).toEqual(rows);
      expect(automationsText(back.rows, names)).toBe(text);
    }),
    { numRuns: 80 },
  );
});

test.each([
  ["automation a: A\n  cue k: 25 min besides sunset", 2, 10, /before/],
  ["automation a: A\n  cue k: at 25:00", 2, 13, /07:00/],
  ["automation a: A\n  cue k: when [Hull lamp] goes on", 2, 16, /name of points/],
  ["automation a: A\n  cue k: at 07:00 or so", 2, 18, /nothing more/],
  ["automation a: A\n  do switch on [Ceiling lamp]", 2, 17, /name of points/],
  ["automation a: A\n  do bring [Snug shade left] to", 2, 32, /40 %/],
  ["automation a: A\n  cue k: at 07:00\n  cue k: at 08:00", 3, 7, /repeats the key k/],
  ["automation a: A\nautomation a: B", 2, 1, /repeats the id a/],
  ["automation a b: A", 1, 1, /a short id, a colon and a name/],
  ["cue k: at 07:00", 1, 1, /must begin an automation/],
  ["automation a: A\n  for fun", 2, 7, /safety, hand, comfort/],
  ["automation a: A\n  for comfort, because of luck", 2, 27, /wind, rain/],
  ["automation a: A\n  in [Attic]", 2, 6, /name of rooms/],
  ["automation a: A\n  do choose\n  do wait 1 min", 2, 3, /under it/],
  ["automation a: A\n      do wait 1 min", 2, 7, /further in/],
  ["automation a: A\n  do wait 1 min\n    do wait 1 min", 3, 5, /further in/],
  ["automation a: A\n  with shades: [Hull lamp]", 2, 17, /names of points in brackets/],
  ["automation a: A\n  whenever", 2, 3, /must begin with cue/],
  ["automation a: A\n  cued again it dances", 2, 17, /waits its turn/],
] as const)("what is wrong: %j", (text, line, place, reason) => {
  const { rows, faults } = readAutomations(text, names);
  expect(rows).toEqual([]);
  expect(faults[0]).toEqual({ line, place, reason: expect.stringMatching(reason) });
});

test("every fault is told, not the first alone; a line that begins with // says nothing", () => {
  const { faults } = readAutomations(
    "// ours\nautomation a: A\n  cue k: at 7\n  // here\n  do fly\n\nautomation b: B\n  provided wind\n",
    names,
  );
  expect(faults.map(({ line }) => line)).toEqual([3, 5, 8]);
});

test("automations of the text may name one another, further down as well", () => {
  const { rows, faults } = readAutomations(
    "automation x: X\n  cue k: when the automation [Y] ends\n\nautomation y: Y\n",
    names,
  );
  expect(faults).toEqual([]);
  expect(rows[0]!.cues[0]).toMatchObject({ automation: "y" });
});

test("a name that several have is written with its id, and so is one that brackets would break", () => {
  const row = readAutomations("automation a: A\n  do switch on [Ceiling lamp #twin1] and [#odd]", names)
    .rows[0]!;
  expect(row.moves[0]).toMatchObject({ points: ["twin1", "odd"] });
  expect(automationText(row, names)).toContain("[Ceiling lamp #twin1] and [#odd]");
});

test("a reading that was removed says so, and can be read again", () => {
  const text = "automation a: A\n  for comfort\n  do turn [Evening level] to [?] + 10 %\n";
  const { rows } = readAutomations(text, names);
  expect(rows[0]!.moves[0]).toMatchObject({ to: { say: "$1 + 10 %", of: [{}] } });
  expect(automationText(rows[0]!, names)).toBe(text);
});
