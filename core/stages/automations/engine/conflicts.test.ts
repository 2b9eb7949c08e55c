/** Conflicts and loops against brute force: small worlds played through by the engine, and all circles there are. */
import fc from "fast-check";
import { readAutomations } from "../language/text";
import { worldNames } from "../language/small-world";
import { cueTimes } from "../fires";
import type { AutomationRow, DialRow } from "../../../design/rows/automations";
import type { Cue } from "../../../design/rows/automations-cues";
import { almanacOf, cueMinutes, instantOf, YEAR_DAYS } from "./almanac";
import { conflictsOf, cuesNext, loopsAmong, partsOf, WINDOW_MIN, type Known } from "./conflicts";
import { sameHappening } from "./effects";
import { Engine } from "./engine";
import type { Foresight } from "./foretold";
import type { Answer } from "./world";

const FIRST = { year: 2026, month: 1, day: 1 };
const UTC: Foresight = { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: "UTC" };
const ROWS = { scenes: [], groups: [] };

const read = (text: string): AutomationRow[] => {
  const { rows, faults } = readAutomations(text, worldNames);
  expect(faults).toEqual([]);
  return rows;
};

function knownOf(place: Foresight): { almanac: ReturnType<typeof almanacOf>; parts: Known } {
  const almanac = almanacOf(place, FIRST);
  return { almanac, parts: (row) => partsOf(ROWS, almanac, row) };
}

const utc = knownOf(UTC);
const conflicts = (rows: readonly AutomationRow[]) => conflictsOf(rows, utc.almanac, utc.parts);
const found = (text: string) => conflicts(read(text)).map(({ a, b, thing }) => `${a} ${b} ${thing}`);

describe("the almanac", () => {
  test("has the sun of its own place, zone and year, whichever were asked for before", () => {
    const noon = (place: Foresight, first = FIRST) => almanacOf(place, first).sun.noon[100];
    const all = [
      UTC,
      { ...UTC, longitudeDeg: 10 },
      { ...UTC, zone: "Europe/London" },
      { ...UTC, latitudeDeg: 10 },
    ];
    expect(almanacOf(UTC, FIRST).sun).toBe(almanacOf({ ...UTC }, FIRST).sun);
    expect(new Set(all.slice(0, 3).map((place) => noon(place))).size).toBe(3);
    const rises = all.map((place) => almanacOf(place, FIRST).sun.rise[100]);
    expect(new Set(rises).size).toBe(4);
    expect(noon(UTC, { year: 2027, month: 1, day: 1 })).not.toBe(noon(UTC));
    expect(noon(UTC, { year: 2026, month: 7, day: 1 })).not.toBe(noon(UTC));
    // More than are kept.
    for (let n = 0; n < 20; n++) noon({ ...UTC, longitudeDeg: n });
    expect(almanacOf(UTC, FIRST).sun.rise[100]).toBe(rises[0]);
  });

  test("comes within a minute of what is worked out exactly, all days but those on which the clock is moved", () => {
    const place: Foresight = { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: "Europe/London" };
    const almanac = almanacOf(place, FIRST);
    const [row] = read(`automation a: A
  cue s: 25 min before sunset
  cue n: 200 min after solar noon
  cue t: at 01:30
  cue d: at dawn`) as [AutomationRow];
    for (const cue of row.cues) {
      const exact = cueTimes(place, { ...row, cues: [cue] }, FIRST, YEAR_DAYS).map(({ at }) => at);
      const own = [...cueMinutes(almanac, cue)].map((minute) => instantOf(almanac, minute));
      expect(own).toHaveLength(exact.length);
      const off = own.filter((ms, i) => Math.abs(ms - exact[i]!) > 60_000);
      expect(off.length).toBeLessThanOrEqual(2);
    }
  });

  test("events of calendars, once and again, begin and end", () => {
    const calendars = [
      {
        id: "term",
        name: "T",
        kind: "term" as const,
        events: [
          { from: "2026-03-02", to: "2026-03-04" },
          {
            from: "2025-12-29",
            to: "2025-12-30",
            fromClock: "20:00",
            toClock: "08:00",
            everyDays: 8,
            lastOn: "2026-01-20",
          },
        ],
      },
    ];
    const place = { ...UTC, calendars };
    const almanac = almanacOf(place, FIRST);
    for (const edge of ["begins", "ends"] as const) {
      const cue = { kind: "calendar" as const, key: "k", calendar: "term", edge, offsetMin: 0 };
      const [row] = read("automation a: A") as [AutomationRow];
      expect([...cueMinutes(almanac, cue)].map((minute) => instantOf(almanac, minute))).toEqual(
        cueTimes(place, { ...row, cues: [cue] }, FIRST, YEAR_DAYS).map(({ at }) => at),
      );
    }
  });
});

describe("conflicts", () => {
  const lamp = (id: string, cue: string, to: string, more = "") =>
    `automation ${id}: ${id}\n  cue k: ${cue}\n${more}  do set the level of [Hall lamp] to ${to}\n`;

  test("two at one time that set one thing apart; not the same, not later, not where guards keep them apart", () => {
    expect(found(lamp("a", "at 07:00", "10 %") + lamp("b", "at 07:10", "20 %"))).toEqual(["a b lamp light"]);
    expect(found(lamp("a", "at 07:00", "10 %") + lamp("b", "at 07:11", "20 %"))).toEqual([]);
    expect(found(lamp("a", "at 07:00", "10 %") + lamp("b", "at 07:00", "10 %"))).toEqual([]);
    expect(found(lamp("a", "at 07:00", "10 %") + lamp("b", "at 07:00", "[Evening level]"))).toEqual([]);
    const weekend = "  provided it is Sat and Sun\n";
    expect(
      found(lamp("a", "at 07:00", "10 %", weekend) + lamp("b", "at 07:00", "20 %", "  provided it is Mon\n")),
    ).toEqual([]);
    const flag = "the flag [Leave the snug be] is on\n";
    expect(
      found(
        lamp("a", "at 07:00", "10 %", `  provided ${flag}`) +
          lamp("b", "at 07:00", "20 %", `  unless ${flag}`),
      ),
    ).toEqual([]);
  });

  test("one happening that cues both; another does not, and neither does another key of the same automation", () => {
    const press = (n: number) => `when key ${n} of [Hall keys] is pressed once`;
    expect(found(lamp("a", press(1), "10 %") + lamp("b", press(1), "20 %"))).toEqual(["a b lamp light"]);
    expect(found(lamp("a", press(1), "10 %") + lamp("b", press(2), "20 %"))).toEqual([]);
    expect(
      found(`automation a: A
  cue one: ${press(1)}
  cue two: ${press(2)}
  do choose
    when [one] cued it
      do set the level of [Hall lamp] to 10 %
    when [two] cued it
      do set the level of [Hall lamp] to 20 %
${lamp("b", press(2), "20 %")}`),
    ).toEqual([]);
    const door = (to: string) => `when [Boot room door] is ${to}`;
    expect(found(lamp("a", door("opened"), "10 %") + lamp("b", door("opened"), "20 %"))).toEqual([
      "a b lamp light",
    ]);
    expect(found(lamp("a", door("opened"), "10 %") + lamp("b", door("shut"), "20 %"))).toEqual([]);
    const window = (from: string, to: string) => `  provided the clock is between ${from} and ${to}\n`;
    expect(
      found(
        lamp("a", door("opened"), "10 %", window("06:00", "12:00")) +
          lamp("b", door("opened"), "20 %", window("12:00", "18:00")),
      ),
    ).toEqual([]);
  });

  test("who outranks whom is said; on, off and a level are one light", () => {
    const rows = read(`${lamp("a", "at 07:00", "10 %")}automation b: B
  for safety
  cue k: at 07:00
  do switch off [Hall lamp]
`);
    expect(conflicts(rows)).toEqual([
      expect.objectContaining({ a: "a", b: "b", thing: "lamp light", equal: false }),
    ]);
    const minute = conflicts(rows)[0]!.minute;
    expect(new Date(instantOf(utc.almanac, minute)).toISOString()).toBe("2026-01-01T07:00:00.000Z");
  });

  const rule = fc.record({
    at: fc.array(fc.constantFrom("07:00", "07:08", "07:20", "23:55", "00:04"), {
      minLength: 1,
      maxLength: 2,
    }),
    days: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 }), {
      nil: undefined,
    }),
    window: fc.option(fc.constantFrom(["00:00", "07:10"], ["07:05", "23:59"], ["23:50", "00:02"]), {
      nil: undefined,
    }),
    lamp: fc.constantFrom("Hall lamp", "Stair strip"),
    to: fc.constantFrom("10 %", "20 %"),
    enabled: fc.boolean(),
  });

  test("property: the pairs are those that the engine sees set one thing apart within the window", () => {
    fc.assert(
      fc.property(fc.array(rule, { minLength: 2, maxLength: 4 }), (rules) => {
        const rows = read(
          rules
            .map(({ at, lamp: name, to }, i) =>
              [
                `automation a${i}: A${i}`,
                ...at.map((clock, n) => `  cue k${n}: at ${clock}`),
                `  do set the level of [${name}] to ${to}`,
              ].join("\n"),
            )
            .join("\n"),
        ).map((row, i): AutomationRow => ({
          ...row,
          enabled: rules[i]!.enabled,
          guards: [
            ...(rules[i]!.days ? [{ kind: "weekdays" as const, days: rules[i]!.days }] : []),
            ...(rules[i]!.window
              ? [{ kind: "window" as const, from: rules[i]!.window[0]!, to: rules[i]!.window[1]! }]
              : []),
          ],
        }));
        // Two weeks have all that such rules can say.
        const own = new Engine(
          { place: UTC, automations: rows, dials: [], calendars: [], scenes: [], groups: [], people: [] },
          Date.parse("2026-01-01T00:00Z"),
        );
        const told = own
          .advance(Date.parse("2026-01-15T00:00Z"))
          .filter((answer): answer is Answer & { kind: "command" } => answer.kind === "command");
        const brute = new Set<string>();
        for (const one of told)
          for (const other of told)
            if (
              one.automation < other.automation &&
              one.point === other.point &&
              one.value !== other.value &&
              Math.abs(one.at - other.at) <= WINDOW_MIN * 60_000
            )
              brute.add(`${one.automation} ${other.automation} ${one.point} light`);
        expect(conflicts(rows).map(({ a, b, thing }) => `${a} ${b} ${thing}`)).toEqual([...brute].sort());
      }),
      { numRuns: 150 },
    );
  });
});

describe("loops", () => {
  const FLAGS: DialRow[] = ["leave", "evening", "bed"].map((id) => ({
    id,
    name: id,
    kind: "flag",
    value: "off",
  }));
  const NAME: Record<string, string> = {
    leave: "Leave the snug be",
    evening: "Evening level",
    bed: "Bedtime",
  };
  const flag = fc.constantFrom("leave", "evening", "bed");
  const rule = fc.record({
    hears: flag,
    turn: fc.constantFrom("switched on", "switched off", "changed"),
    sets: flag,
    to: fc.constantFrom("on", "off", "the other way"),
  });

  test("property: whoever the engine sees fire because of another is one that it may cue", () => {
    fc.assert(
      fc.property(fc.array(rule, { minLength: 2, maxLength: 4 }), flag, (rules, first) => {
        const rows = read(
          rules
            .map(
              ({ hears, turn, sets, to }, i) =>
                `automation a${i}: A${i}\n  cue k: when [${NAME[hears]}] is ${turn}\n  do turn [${NAME[sets]}] to ${to}`,
            )
            .join("\n"),
        );
        const next = cuesNext(rows, utc.parts);
        const own = new Engine(
          { place: UTC, automations: rows, dials: FLAGS, calendars: [], scenes: [], groups: [], people: [] },
          0,
        );
        const { answers } = own.happens({ kind: "dial", dial: first, value: true }, 1000);
        const by = new Map(answers.map((answer) => [answer.n, answer]));
        for (const answer of answers) {
          const cause = answer.kind === "fires" ? by.get(answer.because) : undefined;
          if (answer.kind === "fires" && cause?.kind === "dial")
            expect([...next.get(cause.automation)!]).toContain(answer.automation);
        }
        // What is cut as a loop goes round among those that are found.
        const loops = loopsAmong(next);
        for (const answer of answers)
          if (answer.kind === "loop")
            expect(loops.some((loop) => loop.every((id) => answer.automations.includes(id)))).toBe(true);
      }),
      { numRuns: 200 },
    );
  });

  test("property: each circle there is, once", () => {
    const nodes = ["a", "b", "c", "d", "e"];
    const arcs = fc.uniqueArray(
      fc.tuple(fc.constantFrom(...nodes), fc.constantFrom(...nodes)).filter(([from, to]) => from !== to),
      { maxLength: 12, selector: (arc) => arc.join(" ") },
    );
    fc.assert(
      fc.property(arcs, (all) => {
        const next = new Map(
          nodes.map((node) => [node, new Set(all.filter(([from]) => from === node).map(([, to]) => to))]),
        );
        const brute: string[] = [];
        const orders = (chosen: string[]): void => {
          if (
            chosen.length > 1 &&
            chosen[0] === [...chosen].sort()[0] &&
            chosen.every((node, i) => next.get(node)!.has(chosen[(i + 1) % chosen.length]!))
          )
            brute.push(chosen.join(" "));
          for (const node of nodes) if (!chosen.includes(node)) orders([...chosen, node]);
        };
        orders([]);
        expect(
          loopsAmong(next)
            .map((loop) => loop.join(" "))
            .sort(),
        ).toEqual(brute.sort());
      }),
    );
  });

  test("lamps that switch one another, and one that never does as its guards keep it from it", () => {
    const rows = (guard = "") =>
      read(`automation a: A
  cue k: when [Hall lamp] goes on
${guard}  do switch on [Stair strip]
automation b: B
  cue k: when [Stair strip] goes on
  provided the flag [Leave the snug be] is on
  do switch off [Hall lamp]
automation c: C
  cue k: when [Hall lamp] goes off
  do switch on [Hall lamp]
`);
    expect(loopsAmong(cuesNext(rows(), utc.parts))).toEqual([["a", "b", "c"]]);
    expect(loopsAmong(cuesNext(rows("  unless the flag [Leave the snug be] is on\n"), utc.parts))).toEqual(
      [],
    );
  });
});

test("an alarm clock's two cues come to the same where they are within ten minutes, and of the same person", () => {
  const alarm = (person: string, offsetMin: number): Cue => ({ key: "k", kind: "alarm", person, offsetMin });
  expect(sameHappening(alarm("teen", -5), alarm("teen", 5))).toBe(true);
  expect(sameHappening(alarm("teen", 5), alarm("teen", -5))).toBe(true);
  expect(sameHappening(alarm("teen", -5), alarm("teen", 6))).toBe(false);
  expect(sameHappening(alarm("teen", 6), alarm("teen", -5))).toBe(false);
  expect(sameHappening(alarm("teen", 0), alarm("nurse", 0))).toBe(false);
});
