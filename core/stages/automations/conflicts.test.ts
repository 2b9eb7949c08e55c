/** Conflicts and loops of a design: told with a moment of the calendar, mended by their fix, and in the output. */
import { changesOf } from "../../desk/findings";
import { larkspurWeir } from "../../../tests/core/houses";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { automationChecks } from "./checks";
import { clashesOf, automationLoops, thingName, thingsSet } from "./conflicts";
import { namesOf } from "./language/names";
import { readAutomations } from "./language/text";
import { papers } from "./papers";

const demo = larkspurWeir();

const run = (command: string, design: Design, options: Record<string, string> = {}) =>
  (
    papers.commands![command]!.run as (
      design: Design,
      options: Record<string, string>,
      at: { now: number },
    ) => { json: unknown; text: string }
  )(design, options, { now: 0 });

function withText(text: string): Design {
  const { rows, faults } = readAutomations(text, namesOf(demo));
  expect(faults).toEqual([]);
  return { ...demo, automations: rows };
}

const GLARE = `automation glare: Glare
  cue k: 3 h after solar noon
  do bring [Snug shades] to 40 %

automation privacy: Privacy
  cue k: at 15:20
  provided it is Sat and Sun
  do bring [Snug shade left] to shut and
`.replace(" and\n", "\n");

test("two that set the snug shade apart: when, to what, and who is asked", () => {
  const design = withText(GLARE);
  const [finding, ...others] = automationChecks(design).filter(({ code }) => code === "automations.clash");
  expect(others).toEqual([]);
  expect(finding!.title).toBe("Glare and Privacy set Snug shade left apart");
  // The first weekend on which the sun's noon and three hours fall within ten minutes of it.
  expect(finding!.why).toMatch(
    /^On (?:Sat|Sun) \d+ Jan at 15:\d\d, for one, Glare brings Snug shade left to 40 %, and Privacy to 0 %\. Both are for comfort/,
  );
  expect(finding!.about).toEqual([
    { in: "automations", id: "glare" },
    { in: "automations", id: "privacy" },
    { in: "points", id: "snug-shd-1" },
  ]);
  const after = applyChanges(design, changesOf(finding!.fix!, design));
  expect(clashesOf(after).filter(({ equal }) => equal)).toEqual([]);
  // What shuts is for privacy, which goes before what is for convenience alone.
  expect(finding!.fix!.label).toBe("Let Privacy go first");
  expect(after.automations.map(({ id, reason }) => [id, reason])).toEqual([
    ["glare", "convenience"],
    ["privacy", "privacy"],
  ]);
});

test("the moment is one at which both fire: asked of the calendar itself", () => {
  const design = withText(GLARE);
  const [clash] = clashesOf(design);
  const json = run("fires", design, { from: new Date(clash!.at).toISOString().slice(0, 10), days: "1" })
    .json as { automations: { id: string; times: string[] }[] };
  const times = json.automations.map(({ times: [first] }) => Date.parse(first!));
  expect(Math.abs(times[0]! - times[1]!)).toBeLessThanOrEqual(600_000);
  expect(Math.abs(Math.max(...times) - clash!.at)).toBeLessThan(60_000);
});

test("whoever outranks the other is no conflict; a reason does, and so does a class", () => {
  const of = (head: string) =>
    automationChecks(
      withText(
        GLARE.replace("automation privacy: Privacy\n", `automation privacy: Privacy\n  for ${head}\n`),
      ),
    )
      .map(({ code }) => code)
      .filter((code) => code === "automations.clash");
  expect(of("comfort")).toHaveLength(1);
  expect(of("saving")).toEqual([]);
  expect(of("comfort, because of privacy")).toEqual([]);
});

test("a loop of two flags is told, and mended by its fix; what a guard keeps from it is none", () => {
  const text = (guard: string) => `automation x: X
  cue k: when [School time] is changed
${guard}  do turn [Leave the house be] to the other way

automation y: Y
  cue k: when [Leave the house be] is changed
  provided the flag [Leave the snug be] is on
  do turn [School time] to the other way
`;
  const design = withText(text(""));
  expect(automationLoops(design)).toEqual([["x", "y"]]);
  const finding = automationChecks(design).find(({ code }) => code === "automations.loop")!;
  expect(finding.title).toBe("X, Y cue one another round and round");
  expect(finding.severity).toBe("stop");
  expect(automationLoops(applyChanges(design, changesOf(finding.fix!, design)))).toEqual([]);
  expect(automationLoops(withText(text("  unless the flag [Leave the snug be] is on\n")))).toEqual([]);
});

test("files of the stage: sentences as text, and each calendar that has events", () => {
  const { txt, ics } = papers.graphs!;
  const demo = withText("automation a: A\n  cue k: at 07:00");
  expect(txt!(demo)).toEqual([["sentences", "automation a: A\n  for comfort\n  cue k: at 07:00\n"]]);
  const names = ics!({ ...demo, calendars: [...demo.calendars, { id: "x", name: "X", kind: "other", events: [] }] }).map(([name]) => name); // oxfmt-ignore
  expect(names).toEqual(demo.calendars.map(({ id }) => `calendar-${id}`));
  expect(ics!(demo)[0]![1]).toMatch(/^BEGIN:VCALENDAR\r\n/);
});

test("what each sets, and the output", () => {
  const design = withText(`${GLARE}
automation film: Film
  cue k: when key 1 of [Snug keypad] is pressed once
  do put on the scene [Film in the snug]
  do turn [Leave the snug be] to on
`);
  const film = design.automations.find(({ id }) => id === "film")!;
  expect(thingsSet(design, film)).toEqual(["snug-lmp-1", "snug-shd-1", "snug-shd-2", "leave-snug"]);
  expect(thingName(design, "dial leave-snug")).toBe("Leave the snug be");
  const { json, text } = run("automations", design);
  expect(json).toMatchObject({
    automations: [
      { id: "glare", name: "Glare", priority: "comfort", sets: ["snug-shd-1", "snug-shd-2"] },
      { id: "privacy", text: expect.stringContaining("  cue k: at 15:20\n") },
      { id: "film" },
    ],
    conflicts: [
      {
        a: "glare",
        b: "privacy",
        thing: "snug-shd-1",
        at: expect.stringMatching(/^2026-01-\d\dT15:\d\d:\d\d\+00:00$/),
      },
    ],
    loops: [],
  });
  // What is printed reads in again: the rest of it are lines that say nothing.
  expect(readAutomations(text, namesOf(design)).rows).toHaveLength(3);
  expect(text).toMatch(/\n\/\/ Glare and Privacy set snug-shd-1 apart, as on 2026-01-/);
});
