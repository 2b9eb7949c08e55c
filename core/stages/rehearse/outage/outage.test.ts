/** Outages of a small house that can be told by hand, and of the demo. */
import { larkspurWeir } from "../../../../tests/core/houses";
import { emptyDesign, type Design } from "../../../design/collections";
import { works } from "./score";
import { testDesign } from "../../../test-design";
import { failureOf, knownPart, pairsOf, personScores, readyOf, roomScores, singleFailures } from "./table";
import { failureText, sortOf } from "./words";
import { guestTest } from "./guest";
import { savingsOf } from "./savings";
import { outageCsv } from "./csv";

const demo = larkspurWeir();

const outcome = (design: Design, device: string, ...what: string[]) =>
  failureOf(readyOf(design), what).outcomes.find(({ of }) => of.device === device)!;
const left = (design: Design, device: string, ...what: string[]) => {
  const { now } = outcome(design, device, ...what);
  return `${now.byHand ? "h" : ""}${now.byLink ? "l" : ""}${now.byHub ? "b" : ""}`;
};

test.each([
  ["internet", "from outside"],
  ["hub:house-hub", "hub and network"],
  ["switch:switch-l", "hub and network"],
  ["circuit:lights-g", "mains"],
  ["supply:bus-supply-1", "bus and cabinet"],
  ["device:d-hall-ap-1", "access point"],
  // A lamp that passes on for others, and a knob that does not.
  ["device:d-hall-lmp-1", "router"],
  ["device:d-bath-rad-1", "a device"],
  ["cells:d-bath-rad-1", "cells"],
  ["water:laundry-leak-1", "water"],
])("%s is %s", (what, sort) => expect(sortOf(demo, what)).toBe(sort));

test.each([
  // A lamp of the cabinet: its key is bound to its channel, the hub tells it by radio and by module.
  ["d-hall-lmp-1", [], "lb"],
  ["d-hall-lmp-1", ["hub:house-hub"], "l"],
  ["d-hall-lmp-1", ["mains"], ""],
  ["d-hall-lmp-1", ["circuit:lights-g"], ""],
  ["d-hall-lmp-1", ["internet"], "lb"],
  // Its key is dead with the line; the hub has the module on the other supply, and the radio.
  ["d-hall-lmp-1", ["supply:bus-supply-1"], "b"],
  ["d-hall-lmp-1", ["module:module-01"], "b"],
  ["d-hall-lmp-1", ["module:module-01", "coordinator:r-coordinator"], ""],
  ["d-hall-lmp-1", ["device:d-hall-lmp-1"], ""],
  // A lamp behind a wall switch.
  ["d-kitchen-lmp-1", [], "hb"],
  ["d-kitchen-lmp-1", ["hub:house-hub"], "h"],
  ["d-kitchen-lmp-1", ["mains"], ""],
  // A knob with its own cells, whatever happens to the mains; without cells nothing turns the valve.
  ["d-bath-rad-1", ["mains"], "hb"],
  ["d-bath-rad-1", ["mains", "battery:battery"], "h"],
  ["d-bath-rad-1", ["cells:d-bath-rad-1"], ""],
  // A key and a thumb-turn want nothing at all.
  ["d-sail-loft-lkb-1", ["mains", "battery:battery", "hub:house-hub", "cells:d-sail-loft-lkb-1"], "h"],
  // On somebody else's computers.
  ["d-kitchen-lek-1", [], "b"],
  ["d-kitchen-lek-1", ["cloud"], ""],
  ["d-kitchen-lek-1", ["internet"], ""],
  // The rack's battery holds the hub, the switch and what it feeds.
  ["d-hall-dor-1", ["mains"], "b"],
  ["d-hall-dor-1", ["mains", "battery:battery"], ""],
  ["d-hall-dor-1", ["switch:switch-1"], ""],
] as const)("%s without %p: %p", (device, what, ways) => {
  expect(left(demo, device, ...what)).toBe(ways);
});

test("a cut takes what hangs behind it, and nothing before it", () => {
  const first = demo.stops.filter(({ segment }) => segment === "b4").sort((a, b) => a.order - b.order);
  const device = (i: number) => demo.devices.find(({ point }) => point === first[i]!.point)!.id;
  const cut = `cut:${first[3]!.id}`;
  expect(left(demo, device(2), cut)).toBe("b");
  expect(left(demo, device(3), cut)).toBe("");
  expect(left(demo, device(8), cut)).toBe("");
});

test("a ring is fed from both ends", () => {
  const ring: Design = {
    ...demo,
    segments: demo.segments.map((row) => (row.id === "b4" ? { ...row, topology: "ring" } : row)),
  };
  const stops = demo.stops.filter(({ segment }) => segment === "b4").sort((a, b) => a.order - b.order);
  const device = demo.devices.find(({ point }) => point === stops[3]!.point)!.id;
  expect(left(ring, device, `cut:${stops[3]!.id}`)).toBe("b");
  expect(left(ring, device, `cut:${stops[3]!.id}`, `cut:${stops[4]!.id}`)).toBe("");
  expect(left(ring, device, "supply:bus-supply-1")).toBe("");
});

test("what is unsafe is said once it was safe before", () => {
  expect(outcome(demo, "d-kitchen-lek-1", "cloud").unsafe).toMatch(/leak here/);
  expect(outcome(demo, "d-kitchen-lek-1", "mains").unsafe).toBeUndefined();
  // Out in the wind: without its hub, and without the mast.
  expect(outcome(demo, "d-quay-awn-1", "hub:house-hub").unsafe).toMatch(/wind/);
  expect(outcome(demo, "d-quay-awn-1", "supply:b5").unsafe).toMatch(/wind/);
  expect(outcome(demo, "d-quay-awn-1", "internet").unsafe).toBeUndefined();
  // Whoever has only a code stands outside, and nobody is hurt.
  expect(outcome(demo, "d-sail-loft-lkb-1", "hub:house-hub")).toMatchObject({ shutOut: true });
  expect(outcome(demo, "d-stair-head-lmp-1", "circuit:lights-f").unsafe).toMatch(/dark/);
});

describe("the table of the demo", () => {
  const failures = singleFailures(demo);

  test("lists every function at each failure, the worst first, each once", () => {
    expect(failures.length).toBeGreaterThan(200);
    expect(new Set(failures.map(({ what }) => what)).size).toBe(failures.length);
    for (const { outcomes } of failures) expect(outcomes).toHaveLength(readyOf(demo).functions.length);
    const scores = failures.map(({ score }) => score);
    expect(scores).toEqual([...scores].sort((a, b) => a - b));
    expect(failures[0]!.what).toBe("mains+battery:battery");
    expect(failureText(demo, failures[0]!.what)).toBe("The mains, and the rack's battery is empty");
  });

  test("what is left of each way, and what is touched, are those of all functions counted one by one", () => {
    for (const failure of failures) {
      const { outcomes, touched } = failure;
      for (const way of ["byHand", "byLink", "byHub"] as const)
        expect([failure.what, ...failure.left(way)]).toEqual([
          failure.what,
          outcomes.filter(({ now }) => now[way]).length,
          outcomes.filter(({ before }) => before[way]).length,
        ]);
      expect(touched).toEqual(
        outcomes.filter(
          ({ before, now, unsafe }) => unsafe !== undefined || JSON.stringify(before) !== JSON.stringify(now),
        ),
      );
    }
  });

  test("nothing works better once something has failed, and a long cut is worse than a short one", () => {
    for (const { outcomes } of failures)
      for (const { before, now } of outcomes) {
        if (works(now)) expect(works(before)).toBe(true);
        if (now.byLink) expect(before.byLink).toBe(true);
      }
    const score = (what: string) => failures.find((one) => one.what === what)!.score;
    expect(score("mains+battery:battery")).toBeLessThan(score("mains"));
    expect(score("internet")).toBeLessThan(100);
  });

  test("rooms and people have scores of their own: a bedroom's cut is nothing to who sleeps elsewhere", () => {
    const rooms = roomScores(demo, failures);
    const people = personScores(demo, failures);
    const at = failures.findIndex(({ what }) => what === "device:d-gran-lmp-1");
    const of = (shares: typeof rooms, id: string) => shares.find((one) => one.id === id)!.scores[at]!;
    expect(of(rooms, "gran")).toBeLessThan(100);
    expect(of(rooms, "snug")).toBe(100);
    expect(of(people, "grandmother")).toBeLessThan(100);
    expect(of(people, "teenager")).toBe(100);
    for (const { mean, worst, scores } of [...rooms, ...people]) {
      expect(worst.score).toBe(Math.min(...scores));
      expect(mean).toBeGreaterThan(worst.score);
    }
  });

  test("its spreadsheet has a row a failure and a column a room and person", () => {
    const [head, ...rows] = outageCsv(demo).trim().split("\r\n");
    expect(head).toContain("Grandmother's room");
    expect(rows).toHaveLength(failures.length);
  });
});

test("a pair that stands in for one another costs more than both alone", () => {
  const pairs = pairsOf(demo, 40);
  expect(pairs.length).toBeGreaterThan(3);
  const alone = (what: string) => 100 - failureOf(readyOf(demo), [what]).score;
  for (const { what, score, more } of pairs.slice(0, 5)) {
    expect(failureOf(readyOf(demo), what).score).toBeCloseTo(score, 9);
    expect(100 - score - alone(what[0]) - alone(what[1])).toBeCloseTo(more, 9);
  }
  expect(pairs.map(({ what }) => what.join(" "))).toContain("hub:house-hub supply:bus-supply-2");
});

test("a part is called by its kind and id, and nothing else will do", () => {
  expect(knownPart(demo, "circuit:lights-g", "--fail")).toBe("circuit:lights-g");
  for (const wrong of ["gas", "hub:none", "heard:d-hall-lmp-1", "hand:d-kitchen-lmp-1", "always"])
    expect(() => knownPart(demo, wrong, "--fail")).toThrow(/^--fail ".*" must be internet/);
});

describe("guests", () => {
  const verdict = (device: string) => guestTest(demo).find(({ of }) => of.device === device)!;
  test.each([
    ["d-dining-lmp-1", true, "presses the wall switch of the room"],
    ["d-kitchen-lmp-1", true, /presses Kitchen switch; while it is off/],
    ["d-gran-shd-1", true, "tries the keys of Grandmother's room keypad"],
    ["d-bath-lmp-1", false, "its key is not in the room: Landing keypad"],
    ["d-snug-cur-1", false, /nothing in the room works it/],
    ["d-bath-rad-1", true, /knob/],
    ["d-hall-dor-1", true, "presses the bell"],
  ])("%s: %p, %p", (device, can, how) => {
    expect(verdict(device)).toMatchObject({ can });
    if (typeof how === "string") expect(verdict(device).how).toBe(how);
    else expect(verdict(device).how).toMatch(how);
  });
  test("what warns, and the plant, are no guest's business", () => {
    expect(verdict("d-kitchen-lek-1")).toBeUndefined();
    expect(verdict("d-plant-room-plg-1")).toBeUndefined();
    expect(verdict("d-hall-rdr-1")).toBeUndefined();
  });
});

describe("spares and changes", () => {
  const savings = savingsOf(demo);
  const find = (text: RegExp) => savings.find((one) => text.test(one.text));

  test("a spare saves what its failure takes", () => {
    const hub = find(/^Keep a spare for House hub/)!;
    expect(hub.points).toBeCloseTo(100 - failureOf(readyOf(demo), ["hub:house-hub"]).score, 9);
    expect(hub.cost).toBeGreaterThan(0);
  });

  test("a leak sensor at home saves what internet and cloud take of it, both times", () => {
    const home = find(/work in the house/)!;
    const lost = (what: string) => 100 - failureOf(readyOf(demo), [what]).score;
    // It is all that these two take.
    expect(home.points).toBeCloseTo(lost("internet") + lost("cloud"), 6);
  });

  test("a switch past the hub saves in the dark what had the hub alone", () => {
    expect(find(/light in Stair head that works without the hub/)!.points).toBeGreaterThan(0.5);
    expect(find(/light in Hall that works/)).toBeUndefined();
  });

  test("the most saved first", () => {
    const points = savings.map((one) => one.points);
    expect(points).toEqual([...points].sort((a, b) => b - a));
  });
});

test("an empty house has nothing to lose", () => {
  const empty = emptyDesign(testDesign().design);
  expect(singleFailures(empty).every(({ score, outcomes }) => score === 100 && !outcomes.length)).toBe(true);
  expect(guestTest(empty)).toEqual([]);
  expect(savingsOf(empty)).toEqual([]);
});
