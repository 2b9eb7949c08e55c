/** Stand-ins by themselves: the times they take, what stops them, and that they say each thing once. */
import { Agenda } from "../../../automations/engine/agenda";
import { cover, MOTOR_DELAY_MS } from "./cover";
import { lamp, LAMP_DELAY_MS } from "./lamp";
import { ACTUATOR_MS, DELAY_MS, slow } from "./slow";
import type { Around, StandIn } from "./stand-in";

function stage(make: (around: Around) => StandIn) {
  const agenda = new Agenda<() => void>();
  let now = 0;
  const said: string[] = [];
  const thing = make({
    now: () => now,
    after: (ms, what) => agenda.add(now + ms, what),
    is: (aspect, value) => said.push(`${now} ${aspect} ${String(value)}`),
    moves: (to) => said.push(`${now} moves ${String(to)}`),
  });
  return {
    thing,
    said,
    until(ms: number) {
      for (let at = agenda.nextAt(); at !== undefined && at <= ms; at = agenda.nextAt()) {
        now = at;
        agenda.next()!.what();
      }
      now = ms;
      return said.splice(0);
    },
  };
}

describe("a lamp", () => {
  test("is on after its delay, at the level it had", () => {
    const { thing, until } = stage((around) => lamp(around, true));
    thing.told("level", 40, 0, undefined);
    expect(until(LAMP_DELAY_MS - 1)).toEqual([]);
    expect(until(1000)).toEqual(["150 on true", "150 level 40"]);
    thing.told("on", false, 0, undefined);
    expect(until(2000)).toEqual(["1150 on false"]);
    expect(thing.value("level")).toBe(0);
    thing.told("on", true, 0, undefined);
    expect(until(3000)).toEqual(["2150 on true"]);
    expect(thing.value("level")).toBe(40);
  });

  test("a ramp is linear from where it is; interrupted it stays where it is", () => {
    const { thing, until } = stage((around) => lamp(around, true));
    thing.told("level", 100, 10_000, undefined);
    until(150 + 2500);
    expect(thing.value("level")).toBe(25);
    thing.told("level", 25, 0, undefined);
    expect(until(20_000)).toEqual(["2800 level 25"]);
    thing.told("level", 0, 1000, undefined);
    until(20_000 + 150 + 500);
    expect(thing.value("level")).toBe(12.5);
    expect(until(30_000)).toEqual(["21150 on false", "21150 level 0"]);
  });

  test("one that does not dim has no levels, and no ramp", () => {
    const { thing, until } = stage((around) => lamp(around, false));
    thing.told("on", true, 5000, undefined);
    expect(until(1000)).toEqual(["150 on true"]);
    expect(thing.value("level")).toBeUndefined();
  });

  test("without its supply it is out, and what it was at does not come", () => {
    const { thing, until } = stage((around) => lamp(around, true));
    thing.told("level", 80, 5000, undefined);
    until(1000);
    // It goes out by that: who shows a house says so.
    expect(thing.cut()).toEqual([["on", false]]);
    expect(until(60_000)).toEqual([]);
    expect(thing.value("on")).toBe(false);
    expect(thing.cut()).toEqual([]);
  });
});

test.each([
  ["on", true, ["on true", "level 100"]],
  ["on", false, ["on true", "level 100"]],
  ["off", true, []],
  ["as before", true, ["on true"]],
  ["as before", false, []],
] as const)("a lamp whose supply is back, set to be %s, lit before: %s", (comesBack, lit, says) => {
  const { thing, until } = stage((around) => lamp(around, true, comesBack));
  if (lit) thing.told("level", 40, 0, undefined);
  until(1000);
  thing.cut();
  thing.back!({ line: 1 });
  expect(until(2000).map((one) => one.replace(/^\d+ /, ""))).toEqual(says);
  expect(thing.value("on")).toBe(says.length > 0);
  if (says.length) expect(thing.value("level")).toBe(comesBack === "on" ? 100 : 40);
  // Cut once more while dark it does not come back by what was so long ago.
  thing.told("on", false, 0, undefined);
  until(3000);
  thing.cut();
  thing.back!({ line: 2 });
  expect(thing.value("on")).toBe(comesBack === "on");
});

test.each([
  ["on", false, ["on true"]],
  ["on", true, []],
  ["off", true, ["on false"]],
  ["off", false, []],
  ["as before", true, []],
] as const)("a relay whose supply is back, set to be %s, on before: %s", (comesBack, on, says) => {
  const { thing, until } = stage((around) => slow(around, new Map([["on", on]]), 8000, comesBack));
  thing.cut();
  thing.back!({ line: 1 });
  expect(until(1000).map((one) => one.replace(/^\d+ /, ""))).toEqual(says);
});

test("a tint that is told with the light, or while it fades, calls nothing of it off", () => {
  const { thing, until } = stage((around) => lamp(around, true));
  thing.told("level", 60, 2000, undefined);
  thing.told("white", 2700, 0, undefined);
  expect(until(150)).toEqual(["150 on true", "150 white 2700"]);
  thing.told("white", 3000, 0, undefined);
  expect(until(60_000)).toEqual(["300 white 3000", "2150 level 60"]);
  thing.told("white", 4000, 0, undefined);
  thing.cut();
  expect(until(120_000)).toEqual([]);
});

describe("a cover", () => {
  test("two words one right after the other: the later is not called off by the earlier", () => {
    const { thing, until } = stage((around) => cover(around, 20_000, 100));
    thing.told("position", 40, 0, undefined);
    thing.told("position", 100, 0, undefined);
    expect(until(60_000)).toEqual(["400 moves 40", "400 position 100"]);
    expect(thing.value("position")).toBe(100);
    thing.told("position", 0, 0, undefined);
    thing.cut();
    expect(until(120_000)).toEqual([]);
  });

  test("takes its share of the way's time, and says when it is there", () => {
    const { thing, until } = stage((around) => cover(around, 20_000, 100));
    thing.told("position", 40, 0, undefined);
    expect(until(20_000)).toEqual([`${MOTOR_DELAY_MS} moves 40`, `${MOTOR_DELAY_MS + 12_000} position 40`]);
  });

  test("told otherwise on its way it turns where it is once the message has come", () => {
    const { thing, until } = stage((around) => cover(around, 20_000, 0));
    thing.told("position", 100, 0, undefined);
    until(400 + 10_000);
    expect(thing.value("position")).toBe(50);
    thing.told("position", 0, 0, undefined);
    expect(until(400 + 10_400)).toEqual(["10800 moves 0"]);
    expect(thing.value("position")).toBe(52);
    expect(until(60_000)).toEqual(["21200 position 0"]);
  });

  test("on its way down it is as far as its time has brought it, and no further than where it goes", () => {
    const { thing, until } = stage((around) => cover(around, 20_000, 100));
    thing.told("position", 60, 0, undefined);
    until(MOTOR_DELAY_MS + 4000);
    expect(thing.value("position")).toBe(80);
    until(MOTOR_DELAY_MS + 8000);
    expect(thing.value("position")).toBe(60);
    // Less than half a per cent off it stands well enough.
    thing.told("position", 60.4, 0, undefined);
    expect(until(20_000)).toEqual([`${2 * MOTOR_DELAY_MS + 8000} position 60.4`]);
    thing.told("position", 59.9, 0, undefined);
    expect(until(40_000)[0]).toMatch(/moves 59.9$/);
  });

  test("its slats are set beside it, and move no motor of it", () => {
    const { thing, until } = stage((around) => cover(around, 20_000, 40));
    expect(thing.value("tilt")).toBeUndefined();
    thing.told("tilt", 30, 0, undefined);
    expect(until(10_000)).toEqual([`${MOTOR_DELAY_MS} tilt 30`]);
    expect([thing.value("tilt"), thing.value("position")]).toEqual([30, 40]);
  });

  test("where it stands already no motor moves; cut off it stops where it is", () => {
    const { thing, until } = stage((around) => cover(around, 20_000, 30));
    thing.told("position", 30, 0, undefined);
    expect(until(1000)).toEqual(["400 position 30"]);
    thing.told("position", 130, 0, undefined);
    until(1000 + 400 + 7000);
    expect(thing.cut()).toEqual([["position", 65]]);
    expect(thing.value("position")).toBe(65);
    expect(thing.cut()).toEqual([]);
    expect(until(60_000)).toEqual([]);
    expect(thing.value("position")).toBe(65);
  });
});

describe("what comes to a state after its time", () => {
  test.each([
    ["on", DELAY_MS.on!],
    ["locked", DELAY_MS.locked!],
    ["open", ACTUATOR_MS],
    ["white", 300],
  ] as const)("%s after %i ms", (aspect, ms) => {
    const { thing, until } = stage((around) => slow(around, new Map(), ACTUATOR_MS));
    thing.told(aspect, true, 0, undefined);
    expect(until(ms - 1)).toEqual([]);
    expect(until(ms)).toEqual([`${ms} ${aspect} true`]);
    // So already: nothing is said.
    thing.told(aspect, true, 0, undefined);
    expect(until(10 * ms)).toEqual([]);
  });

  test("the last word counts, and without supply none", () => {
    const { thing, until } = stage((around) => slow(around, new Map([["open", true]])));
    thing.told("open", false, 0, undefined);
    until(5000);
    thing.told("open", true, 0, undefined);
    expect(until(60_000)).toEqual([]);
    thing.told("open", false, 0, undefined);
    thing.cut();
    expect(until(120_000)).toEqual([]);
    expect(thing.value("open")).toBe(true);
  });

  test("an actuator shuts in its time without current; back before that it stays open", () => {
    const { thing, until } = stage((around) =>
      slow(around, new Map([["open", true]]), ACTUATOR_MS, undefined, true),
    );
    thing.cut();
    until(ACTUATOR_MS - 1);
    thing.back!({ line: 2 });
    expect(until(3 * ACTUATOR_MS)).toEqual([]);
    expect(thing.value("open")).toBe(true);
    expect(thing.cut()).toEqual([]);
    expect(until(10 * ACTUATOR_MS)).toEqual([`${4 * ACTUATOR_MS} open false`]);
    // Shut already there is nothing to shut.
    thing.cut();
    thing.back!({ line: 5 });
    expect(until(20 * ACTUATOR_MS)).toEqual([]);
  });
});
