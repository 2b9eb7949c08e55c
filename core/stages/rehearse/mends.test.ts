import { larkspurWeir } from "../../../tests/core/houses";
import { applyChanges } from "../../design/edit";
import { readFile, writeFile } from "../../design/file";
import type { Design } from "../../design/collections";
import { allMoves } from "../../design/walk";
import { mendOf } from "./mends";
import { runOf, type Run } from "./run";
import { troubleKey } from "./trouble";

const demo = larkspurWeir();
const WEEK = { from: "2026-11-23", days: 7, seed: 7, breaks: [] };
const run = runOf(demo, WEEK);
const count = ({ annoyances, causes }: Run, what: string, by?: string, who?: string) =>
  annoyances.filter((one, i) => one.what === what && (!by || causes[i] === by) && (!who || one.who === who))
    .length;
const row = (design: Design, id: string) => design.automations.find((one) => one.id === id)!;

/** As a file would bring it in: what is taken is a design that may be kept. */
const taken = (mend: NonNullable<ReturnType<typeof mendOf>>) => {
  const design = applyChanges(demo, mend.changes);
  expect(readFile(writeFile(design)).automations).toEqual(design.automations);
  return design;
};

const WOKEN = {
  what: "woken by noise",
  room: "gran",
  who: "grandmother",
  by: "washer-done-laundry",
} as const;

test("a voice that wakes: on panels out of hearing while they sleep, else on telephones; the week after it is gone", () => {
  expect(count(run, "woken by noise", "washer-done-laundry", "grandmother")).toBeGreaterThan(2);
  const mend = run.mends[troubleKey(WOKEN)]!;
  expect(mend).toEqual(mendOf(demo, WOKEN));
  expect(mend.label).toMatch(/^While .*Grandmother.* sleeps, not on panels they hear$/);
  const mended = taken(mend);
  const again = runOf(mended, WEEK);
  expect(count(again, "woken by noise", "washer-done-laundry")).toBe(0);
  // It is still said as often as before.
  const said = (one: Run) =>
    one.lines.filter(({ what, by }) => what === "says" && by === "washer-done-laundry");
  expect(said(again).length).toBe(said(run).length);
  // To whoever else lives there, or where nobody asleep hears it.
  for (const move of allMoves(row(mended, "washer-done-laundry").moves))
    if (move.kind === "say") expect(move.points.length + move.people.length).toBeGreaterThan(0);
});

test("what safety says is meant to wake, and is left", () => {
  const loud = applyChanges(demo, [
    { in: "automations", put: { ...row(demo, "washer-done-laundry"), priority: "safety" } },
  ]);
  expect(mendOf(loud, WOKEN)).toBeUndefined();
  // Nor is there one where no sentence did it.
  expect(mendOf(demo, { ...WOKEN, by: undefined })).toBeUndefined();
});

test("a shade or a machine of its own: not while that person is asleep", () => {
  const mend = mendOf(demo, { what: "moved over a sleeper", who: "nurse", room: "nurse", by: "nurse-rise" })!;
  const again = runOf(taken(mend), WEEK);
  expect(count(run, "moved over a sleeper", "nurse-rise")).toBeGreaterThan(0);
  expect(count(again, "moved over a sleeper", "nurse-rise")).toBe(0);
});

test("what may not wait till morning is not put off: a pump, a valve, what wind asks for", () => {
  const rise = row(demo, "nurse-rise");
  const trouble = { what: "woken by noise", who: "nurse", room: "nurse", by: "nurse-rise" } as const;
  const mend = (change: object) =>
    mendOf(applyChanges(demo, [{ in: "automations", put: { ...rise, ...change } }]), trouble);
  const sets = (point: string) => ({
    moves: [{ kind: "set" as const, points: [point], aspect: "on" as const, to: { say: "on" } }],
  });
  expect(mend(sets("hall-plg-1"))!.label).toBe("Not while Nurse on night shifts is asleep");
  expect(mend(sets("plant-room-plg-1"))).toBeUndefined();
  expect(mend(sets("plant-room-rly-1"))).toBeUndefined();
  expect(mend({ reason: "wind" })).toBeUndefined();
  expect(mend({ reason: "rain" })).toBeUndefined();
  expect(mend({})).toBeDefined();
});

const DARK = { what: "dark on a stair", who: "lodger", room: "stair-head" } as const;

test("a dark stair with a lamp and no sensor is lit low from dusk until it is light", () => {
  expect(count(run, "dark on a stair")).toBeGreaterThan(2);
  const mend = run.mends[troubleKey(DARK)]!;
  expect(mend.label).toBe("Keep Stair head lit from dusk until it is light");
  const mended = taken(mend);
  const again = runOf(mended, WEEK);
  expect(count(again, "dark on a stair")).toBe(0);
  const lamp = again.lines.filter(({ point, what }) => point === "stair-head-lmp-1" && what === "on");
  // Each morning after sunrise it goes out, each evening it comes on.
  expect(lamp.filter(({ value }) => value === false).length).toBe(7);
  // Taken once more it gets a name of its own.
  const second = mendOf(mended, DARK)!;
  expect(applyChanges(mended, second.changes).automations.length).toBe(mended.automations.length + 1);
});

test("with a sensor that sees who comes it is lit for them; without a lamp there is nothing to light", () => {
  const seeing = applyChanges(demo, [
    {
      in: "points",
      put: {
        ...demo.points.find(({ id }) => id === "landing-mot-1")!,
        id: "stair-head-mot-1",
        room: "stair-head",
        level: "loft",
        name: "Stair head motion",
      },
    },
    {
      in: "devices",
      put: {
        ...demo.devices.find(({ point }) => point === "landing-mot-1")!,
        id: "d-stair-head-mot-1",
        point: "stair-head-mot-1",
      },
    },
  ]);
  expect(mendOf(seeing, DARK)!.label).toBe("Light Stair head as soon as somebody comes");
  const dark = {
    ...demo,
    points: demo.points.filter(({ room }) => room !== "stair-head"),
  };
  expect(mendOf(dark, DARK)).toBeUndefined();
});

describe("left in the dark", () => {
  // No key is bound past the hub, and no sentence is written yet.
  const mute: Design = { ...demo, automations: [], links: [], remotes: [] };
  const dark = (room: string) => ({ what: "left in the dark", who: "grandmother", room }) as const;
  const inTheDark = (design: Design, room: string) =>
    runOf(design, WEEK).annoyances.filter((one) => one.what === "left in the dark" && one.room === room)
      .length;
  const lamps = (room: string) =>
    demo.points.flatMap(({ id, room: own, kind }) => (own === room && kind === "lamp" ? [id] : [])).sort();

  test("a key that nothing goes by turns the lamps of its room, and the week after nobody is left there", () => {
    expect(inTheDark(mute, "snug")).toBeGreaterThan(50);
    const mend = mendOf(mute, dark("snug"))!;
    expect(mend.label).toBe("Key 1 of Snug keypad turns the light of Snug");
    const mended = applyChanges(mute, mend.changes);
    // The demo itself may be kept with it.
    taken(mend);
    expect(inTheDark(mended, "snug")).toBe(0);
    const [row] = mended.automations;
    expect(row).toMatchObject({ room: "snug", cues: [{ kind: "press", button: 1, press: "single" }] });
    // All of them, and none of another room.
    const [toggle] = allMoves(row!.moves);
    expect([...(toggle as { points: string[] }).points].sort()).toEqual(lamps("snug"));
    // Where it does so already, something else has failed.
    expect(mendOf(mended, dark("snug"))).toBeUndefined();
    const off = { ...mended, automations: mended.automations.map((one) => ({ ...one, enabled: false })) };
    expect(mendOf(off, dark("snug"))).toBeDefined();
  });

  test("while something is broken no sentence would have helped: none is offered", () => {
    const offered = (...breaks: string[]) =>
      Object.keys(runOf(mute, { ...WEEK, breaks }).mends).filter((key) =>
        key.startsWith("left in the dark/"),
      );
    expect(offered().some((key) => key.includes("/snug/"))).toBe(true);
    expect(offered("hub:house-hub@2026-11-23T00:00+10080")).toEqual([]);
    // Broken for a part of the time, it is offered for the rest.
    expect(offered("hub:house-hub@2026-11-23T00:00+60").some((key) => key.includes("/snug/"))).toBe(true);
  });

  test("what is bound past the hub works at a press, whether a sentence goes by it or not", () => {
    expect(inTheDark({ ...mute, links: demo.links }, "snug")).toBe(0);
  });

  test.each(["snug", "boathouse"])(
    "without a key in %s it lights for who comes, dimmed where it dims",
    (room) => {
      const keyless = {
        ...mute,
        points: mute.points.filter((one) => one.room !== room || one.kind !== "keypad"),
      };
      const mend = mendOf(keyless, dark(room))!;
      expect(mend.label).toMatch(/^Light (Snug|Boathouse workshop) as soon as somebody comes$/);
      const mended = applyChanges(keyless, mend.changes);
      // The demo itself may be kept with it.
      taken(mend);
      const moves = allMoves(mended.automations[0]!.moves);
      expect(moves.some((move) => move.kind === "set" && move.aspect === "level")).toBe(room === "snug");
      // Off again once nobody is there, and only then.
      expect(moves.filter((move) => move.kind === "set" && move.to.say === "off")).toHaveLength(1);
      expect(mendOf(mended, dark(room))).toBeUndefined();
      const blind = { ...keyless, points: keyless.points.filter(({ id }) => id !== `${room}-mot-1`) };
      expect(mendOf(blind, dark(room))).toBeUndefined();
      const lampless = {
        ...mute,
        points: mute.points.filter(({ kind }) => kind !== "lamp" && kind !== "stair-tread"),
      };
      expect(mendOf(lampless, dark(room))).toBeUndefined();
    },
  );
});
