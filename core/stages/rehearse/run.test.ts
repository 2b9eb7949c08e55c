/** A run as the screen has it: the same as the command line's, its lanes, a moment of it, and two of them side by side. */
import { larkspurWeir } from "../../../tests/core/houses";
import type { Design } from "../../design/collections";
import { clockInstant, parseDay } from "../../design/local-time";
import { rehearse } from "./play/rehearse";
import { differenceOf } from "./compare";
import { houseOf } from "./house-of";
import { chainOf, momentOf } from "./moment";
import { failureOf, readyOf } from "./outage/table";
import { RUN_IN_MS, MOST_DAYS_OF_LINES, runOf, type RunAsk } from "./run";

const demo = larkspurWeir();
const { zone } = demo.design;
const ASK: RunAsk = { from: "2026-11-03", days: 1, seed: 7, breaks: [] };
const run = runOf(demo, ASK);
const at = (clock: string, day = "2026-11-03") => clockInstant(zone, parseDay(day, ""), clock);

test("its lines are those of the rehearsal itself", () => {
  const lines: unknown[] = [];
  rehearse(
    houseOf(demo),
    { from: run.from, to: run.to, seed: 7, runInMs: RUN_IN_MS },
    { line: (line) => lines.push(line) },
  );
  expect(run.lines).toEqual(lines);
});

test("its days add up to its sums, and days are those of the site, clock changes among them", () => {
  const week = runOf(demo, { ...ASK, from: "2026-10-24", days: 3 });
  for (const name of ["presses", "moves", "switchings", "fires", "unanswered"] as const)
    expect(week.days.reduce((sum, day) => sum + day[name], 0)).toBe(week.sums[name]);
  expect(week.days.reduce((sum, day) => sum + day.annoyances, 0)).toBe(week.annoyances.length);
  expect(week.days.map((day, i) => ((week.days[i + 1]?.at ?? week.to) - day.at) / 3_600_000)).toEqual([
    24, 25, 24,
  ]);
});

test("a longer run keeps the sums of its days, and no lines", () => {
  const long = runOf(demo, { ...ASK, days: MOST_DAYS_OF_LINES + 1 });
  expect(long.lines).toEqual([]);
  expect(long.goes).toEqual([]);
  expect(long.days).toHaveLength(MOST_DAYS_OF_LINES + 1);
  expect(long.sums.moves).toBeGreaterThan(run.sums.moves);
  // Who is annoyed by which sentence is known all the same.
  expect(long.causes).toContain("nurse-rise");
});

test("what annoys names the sentence its chain came through", () => {
  const nurse = run.annoyances.findIndex(({ who }) => who === "nurse");
  expect(run.causes[nurse]).toBe("nurse-rise");
  expect(chainOf(run, run.annoyances[nurse]!.because!).map(({ what }) => what)).toEqual([
    "fires",
    "told",
    "moves",
  ]);
});

test("what is left while it is broken is what the outage table says", () => {
  const { left, breaks } = runOf(demo, { ...ASK, breaks: ["hub:house-hub@2026-11-03T12:00+60"] });
  const { outcomes } = failureOf(readyOf(demo), ["hub:house-hub"]);
  expect(left!.byHand).toEqual([31, 31]);
  expect(left!.byHub).toEqual([0, outcomes.length]);
  expect(left!.unsafe.length).toBeGreaterThan(0);
  // What hears by the hub's own radio alone is cut off; what a module works is not.
  expect(breaks[0]!.points).toContain("bath-rad-1");
  expect(breaks[0]!.points).not.toContain("hall-lmp-1");
  expect(run.left).toBeUndefined();
});

test("a sentence left out does nothing; a wrong break is said as it was asked", () => {
  const without = runOf(demo, { ...ASK, without: ["nurse-rise"] });
  expect(without.lines.some(({ by }) => by === "nurse-rise")).toBe(false);
  expect(run.lines.some(({ by }) => by === "nurse-rise")).toBe(true);
  expect(() => runOf(demo, { ...ASK, breaks: ["hub:none@2026-11-03T12:00+5"] })).toThrow(/hub:none/);
  expect(() => runOf(demo, { ...ASK, from: "soon" })).toThrow(/From/);
});

describe("lanes", () => {
  const broken = runOf(demo, { ...ASK, breaks: ["internet@2026-11-03T12:00+360"] });
  const { lanes } = broken;
  const lane = (id: string) => lanes.find((one) => one.id === id)!;

  test("each covers the whole run without a gap, in the order the house, people, rooms by name", () => {
    for (const { spans } of lanes) {
      expect(spans[0]!.from).toBe(run.from);
      expect(spans.at(-1)!.to).toBe(run.to);
      spans.forEach((span, i) => i && expect(span.from).toBe(spans[i - 1]!.to));
    }
    const rooms = lanes.flatMap(({ room }) =>
      room === undefined ? [] : [demo.rooms.find(({ id }) => id === room)!.name],
    );
    expect(rooms).toEqual([...rooms].sort((a, b) => a.localeCompare(b, "en")));
    expect(lanes.findIndex(({ room }) => room !== undefined)).toBeGreaterThan(
      lanes.findIndex(({ id }) => id === "person nurse"),
    );
  });

  test("what is down is red from then till then", () => {
    expect(lane("broken internet").spans.map(({ from, to, tone }) => [from, to, tone])).toEqual([
      [run.from, at("12:00"), "up"],
      [at("12:00"), at("18:00"), "down"],
      [at("18:00"), run.to, "up"],
    ]);
  });

  test("the nurse is away at night, sleeps by day; her shade stands where the log has it", () => {
    expect(lane("person nurse").spans.map(({ tone }) => tone)).toEqual([
      "away",
      "home",
      "asleep",
      "home",
      "away",
    ]);
    const shade = lane("nurse-shd-2");
    const moves = broken.lines.filter(({ point, what }) => point === "nurse-shd-2" && what === "position");
    expect(shade.spans.slice(1).map(({ from }) => from)).toEqual(moves.map(({ at: ms }) => ms));
    expect(shade.spans[1]).toMatchObject({ share: 0.2, tone: "moved", text: "20 %" });
  });
});

describe("a moment", () => {
  test("has what was told before it, and not what comes after", () => {
    const line = run.lines.find(({ point, what }) => point === "nurse-shd-2" && what === "position")!;
    expect(momentOf(run, line.at - 1).values.get("nurse-shd-2 position")).toBe(100);
    expect(momentOf(run, line.at).values.get("nurse-shd-2 position")).toBe(20);
    expect(momentOf(run, line.at).line).toBeGreaterThanOrEqual(line.n);
  });
  test("knows who is where, and what is broken just then", () => {
    const broken = runOf(demo, { ...ASK, breaks: ["internet@2026-11-03T12:00+60"] });
    const people = (clock: string) => momentOf(broken, at(clock)).people.get("nurse")!;
    expect(people("12:00")).toMatchObject({ home: true, asleep: true, room: "nurse" });
    expect(momentOf(broken, at("11:59")).broken).toEqual([]);
    expect(momentOf(broken, at("12:00")).broken.map(({ what }) => what)).toEqual(["internet"]);
    expect(momentOf(broken, at("13:00")).broken).toEqual([]);
  });
});

test("while the mains are down no lamp is lit at any moment, and its lane says so; what is lit again came of its being back", () => {
  const dark = runOf(demo, { ...ASK, breaks: ["mains@2026-11-03T18:00+120"] });
  const lamps = houseOf(demo).things.filter(
    ({ type, supply }) => type.endsWith("light") && supply === "mains",
  );
  const lit = (clock: string) => {
    const { values } = momentOf(dark, at(clock));
    return lamps.filter(({ id }) => values.get(`${id} on`) === true).map(({ id }) => id);
  };
  expect(lit("17:59").length).toBeGreaterThan(2);
  for (const clock of ["18:00", "18:01", "18:30", "19:59"]) expect([clock, lit(clock)]).toEqual([clock, []]);
  expect(lit("20:01").length).toBeGreaterThan(10);
  for (const id of lit("17:59")) {
    const spans = dark.lanes.find(({ point }) => point === id)!.spans;
    const span = spans.find(({ from, to }) => from <= at("18:30") && to > at("18:30"));
    expect(span).toMatchObject({ tone: "rest" });
  }
  // Nobody was told, and no line says it: it is counted no more than a supply that goes is a switching.
  const down = dark.lines.filter((line) => line.at >= at("18:00") && line.at < at("20:00"));
  expect(
    down.filter(({ point }) => lamps.some(({ id }) => id === point)).map(({ what }) => what),
  ).not.toContain("on");
  for (const name of ["switchings", "presses"] as const)
    expect(dark.days.reduce((sum, day) => sum + day[name], 0)).toBe(dark.sums[name]);
});

describe("two runs", () => {
  const guarded: Design = {
    ...demo,
    automations: demo.automations.map((row) => (row.id === "nurse-rise" ? { ...row, enabled: false } : row)),
  };
  test("of one house differ in nothing", () => {
    const same = differenceOf(run, runOf(demo, ASK));
    expect(same.lanes).toEqual([]);
    expect([same.onlyA, same.onlyB]).toEqual([[], []]);
    for (const { a, b } of same.sums) expect(a).toBe(b);
  });
  test("differ where a sentence is gone: her shade, and that nobody is moved over", () => {
    const { lanes, onlyA, onlyB, sums } = differenceOf(run, runOf(guarded, ASK));
    expect(lanes.map(({ id }) => id)).toEqual(["nurse-shd-2"]);
    expect(new Set(onlyA.map(({ who }) => who))).toEqual(new Set(["nurse"]));
    expect(onlyB).toEqual([]);
    expect(sums.find(({ name }) => name === "moves")).toMatchObject({ a: run.sums.moves });
    // A shade that stays shut keeps the sun out: heat and comfort are told apart as well.
    expect(sums.find(({ name }) => name === "heatKWh")).toMatchObject({ a: run.sums.heatKWh });
    expect(sums.map(({ name }) => name)).toEqual(expect.arrayContaining(["comfortH", "discomfortKh"]));
  });
});

test("a telephone that is nobody's is not left at home", () => {
  expect(() => runOf(demo, { ...ASK, breaks: ["phone:nobody@2026-11-03T00:00+5"] })).toThrow(/phone:nobody/);
});
