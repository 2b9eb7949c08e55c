/** What the panel says of the demo house, by hand. */
import { larkspurWeir } from "../../../tests/core/houses";
import type { Value } from "../automations/engine/world";
import { clockInstant, parseDay } from "../../design/local-time";
import { NOTHING } from "./play/log";
import { holdsOf, inOrder, roomSaid, touchesOf, type Snapshot } from "./panel";

const demo = larkspurWeir();
const at = (values: Record<string, Value> = {}, rest: Partial<Snapshot> = {}): Snapshot => ({
  now: clockInstant(demo.design.zone, parseDay("2026-11-26", ""), "15:20"),
  values: new Map(Object.entries(values)),
  people: [],
  dials: new Map(),
  sums: NOTHING,
  sky: { temperatureC: 5, windMS: 3, lightLx: 100, sunWM2: 1, rain: false, humidityPct: 80 },
  hubDown: false,
  ...rest,
});

const said = (values: Record<string, Value>, room = "snug") =>
  roomSaid(demo, at(values), room).says.map(({ text, bad }) => `${text}${bad ? "!" : ""}`);

test("a room says what is urgent first, then its light and its shades", () => {
  expect(said({})).toEqual([]);
  expect(said({ "snug-lmp-1 on": true, "snug-lmp-1 level": 80 })).toEqual(["lit at 80 %"]);
  expect(said({ "snug-lmp-1 on": true, "snug-lmp-1 level": 100 })).toEqual(["1 lamp"]);
  expect(said({ "snug-lmp-1 on": false, "snug-lmp-1 level": 80 })).toEqual([]);
  expect(said({ "snug-shd-1 position": 0, "snug-shd-2 position": 0 })).toEqual(["shades shut"]);
  expect(said({ "snug-shd-1 position": 40 })).toEqual(["shade 40 %"]);
  expect(said({ "snug-shd-1 position": 40, "snug-shd-2 position": 100 })).toEqual(["shades 40 %, open"]);
  expect(said({ "nurse-con-1 open": true, "nurse-shd-1 position": 0 }, "nurse")[0]).toMatch(/open!$/);
  expect(said({ "kitchen-lek-1 wet": true }, "kitchen")).toEqual(["Leak sensor, kitchen sink: wet!"]);
});

test("a room says how warm it is by what tells it there, and not by the mast on its roof", () => {
  const warm = (values: Record<string, Value>, room: string) => roomSaid(demo, at(values), room).celsius;
  expect(warm({}, "snug")).toBeUndefined();
  expect(warm({ "nurse-rad-1 temperature": 19.4 }, "nurse")).toBe(19.4);
  expect(warm({ "nurse-rad-1 temperature": 19.4 }, "gran")).toBeUndefined();
  const mast = demo.points.find(({ kind }) => kind === "weather-mast")!;
  expect(warm({ [`${mast.id} temperature`]: 4 }, mast.room)).toBeUndefined();
});

test("a room knows who is in it, and nobody who is out", () => {
  const people = [
    { person: "grandmother", home: true, asleep: false, room: "snug" },
    { person: "teenager", home: false, asleep: false, room: "snug" },
  ];
  expect(roomSaid(demo, at({}, { people }), "snug").people).toEqual(["Grandmother"]);
});

test("before bed: locks, doors, water, lights, cells; each in order or not", () => {
  const order = (values: Record<string, Value>, rest: Partial<Snapshot> = {}) =>
    Object.fromEntries(inOrder(demo, at(values, rest)).map(({ name, ok, says }) => [name, [ok, says]]));
  const fine = order({ "sail-loft-lkb-1 locked": true });
  expect(fine).toMatchObject({
    Locks: [true, "all locked"],
    "Doors and windows": [true, "all shut"],
    Lights: [true, "all out"],
  });
  expect(fine.Water![1]).toMatch(/^dry, \d places$/);
  const open = order({
    "sail-loft-lkb-1 locked": false,
    "hall-con-1 open": true,
    "kitchen-lek-1 wet": true,
    "hall-lmp-1 on": true,
  });
  expect(open.Locks).toEqual([false, "Lodger's door lock open"]);
  expect(open["Doors and windows"]).toEqual([false, "Front door open"]);
  expect(open.Water).toEqual([false, "wet at Leak sensor, kitchen sink"]);
  expect(open.Lights).toEqual([false, "lit: Hall"]);
  // Before any cell was put in, none is due.
  expect(order({}, { now: Date.parse("2020-01-01T12:00:00Z") }).Cells![0]).toBe(true);
  expect(order({}, { now: Date.parse("2046-01-01T12:00:00Z") }).Cells![0]).toBe(false);
});

test("what opens doors, water or the alarm wants holding, and says which way", () => {
  const texts = (values: Record<string, Value>) =>
    holdsOf(demo, at(values)).map(({ text, value }) => [text, value]);
  expect(texts({ "sail-loft-lkb-1 locked": true })).toContainEqual(["Unlock Lodger's door", false]);
  expect(texts({ "sail-loft-lkb-1 locked": false })).toContainEqual(["Lock Lodger's door", true]);
  expect(texts({ "hall-alm-1 armed": true })).toContainEqual(["Disarm the alarm", false]);
  expect(texts({})).toContainEqual(["Arm the alarm", true]);
  expect(holdsOf(demo, at()).every(({ seconds }) => seconds >= 1)).toBe(true);
});

test("what is touched in a room is never what wants holding, nor what nobody can set", () => {
  const held = new Set(holdsOf(demo, at()).map(({ point }) => point));
  for (const { id } of demo.rooms)
    for (const { point, steps } of touchesOf(demo, at(), id)) {
      expect(held.has(point)).toBe(false);
      expect(steps.length).toBeGreaterThan(1);
    }
  const snug = touchesOf(demo, at({ "snug-shd-1 position": 50 }), "snug");
  expect(snug.find(({ point }) => point === "snug-shd-1")).toMatchObject({ aspect: "position", value: 50 });
  // A lamp that only goes on and off has no half.
  expect(
    touchesOf(demo, at(), "hall")
      .find(({ point }) => point === "hall-lmp-1")!
      .steps.map(({ text }) => text),
  ).toEqual(["out", "on"]);
  expect(snug.find(({ point }) => point === "snug-lmp-1")!.steps.map(({ text }) => text)).toEqual([
    "out",
    "low",
    "half",
    "full",
  ]);
});
