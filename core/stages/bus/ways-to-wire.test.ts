import type { Design } from "../../design/collections";
import { addLoad, addRoom, loadDesign } from "./test-channels";
import { HELD_AGAINST, TYPICAL, WAYS, waysToWire } from "./ways-to-wire";

const way = (design: Design, name: string) => waysToWire(design).find((one) => one.way === name)!;

/** One lamp in the hall: 2 m to the trunk, 1 m along it, 0.2 m up and 1 m down, 3.5 m of slack. */
function oneLamp(): Design {
  const design = loadDesign();
  addLoad(design, "a", "lamp", "hall");
  return design;
}

test("central: each cable by itself, its module, two ends; by hand", () => {
  const central = way(oneLamp(), "central");
  expect(central.cableM).toBeCloseTo(7.7, 9);
  expect(central).toMatchObject({ busM: 0, boxes: 0, modules: 1, but: [] });
  // A relay of four: 96, 20 min. Labour of the design: 45 an hour.
  const hours = (7.7 * TYPICAL.minutesPerM + 2 * TYPICAL.endMinutes + 20) / 60;
  expect(central.hours).toBeCloseTo(hours, 9);
  expect(central.cost).toBeCloseTo(7.7 * TYPICAL.cablePerM + 2 * 0.5 + 96 + hours * 45, 6);
  expect(central.working.value).toBe(central.cost);
});

test("decentral: from box to box, one bus line, an actuator for two loads of a kind in a room", () => {
  const design = oneLamp();
  const one = way(structuredClone(design), "decentral");
  expect(one.cableM).toBeCloseTo(7.7 + TYPICAL.lastM, 9);
  expect(one.busM).toBeCloseTo(7.7, 9);
  expect([one.boxes, one.modules]).toEqual([1, 1]);
  const hours =
    (one.cableM * TYPICAL.minutesPerM +
      one.busM * TYPICAL.busMinutesPerM +
      TYPICAL.boxMinutes +
      TYPICAL.actuatorMinutes +
      TYPICAL.endMinutes) /
    60;
  expect(one.hours).toBeCloseTo(hours, 9);
  expect(one.cost).toBeCloseTo(
    one.cableM * TYPICAL.cablePerM + one.busM * TYPICAL.busPerM + TYPICAL.boxPrice + TYPICAL.actuatorPrice + 0.5 + hours * 45, // oxfmt-ignore
    6,
  );
  for (const id of ["b", "c"]) addLoad(design, id, "lamp", "hall");
  const three = way(structuredClone(design), "decentral");
  expect(three.boxes).toBe(2);
  // Three at one place: the cable is led on, not back.
  expect(three.cableM).toBeLessThan(way(design, "central").cableM);
  addLoad(design, "awn", "awning", "hall");
  expect(way(structuredClone(design), "decentral").boxes).toBe(3);
});

test("radio: no cable where the survey found a wire; switches without a neutral are said", () => {
  const design = oneLamp();
  const bare = way(structuredClone(design), "radio");
  expect(bare.cableM).toBeCloseTo(7.7, 9);
  expect(bare.but).toEqual(["1 load has no wire today and wants a feed."]);
  design.legs = [{ id: "leg", name: "Hall", switches: [], feed: "switched" }];
  design.lamps = [
    { id: "t", name: "T", level: "g", room: "hall", x: 1, y: 1, count: 1, watts: 9, leg: "leg" },
  ];
  design.switches = [
    { id: "s", level: "g", room: "hall", name: "S", x: 1, y: 1, z: 1, gangs: 1, neutral: "unknown" },
    { id: "t", level: "g", room: "hall", name: "T", x: 1, y: 1, z: 1, gangs: 1, neutral: "yes" },
  ];
  const wired = way(design, "radio");
  expect([wired.cableM, wired.modules]).toEqual([0, 1]);
  expect(wired.but).toEqual(["1 switch of the survey has no neutral, or nobody knows."]);
  expect(wired.cost).toBeCloseTo(TYPICAL.insertPrice + (TYPICAL.insertMinutes / 60) * 45, 6);
});

test("money of the design, its rate of labour, and what is held against each way", () => {
  const design = oneLamp();
  const one = way(structuredClone(design), "radio");
  design.design.moneyRate = 2;
  expect(way(structuredClone(design), "radio").cost).toBeCloseTo(2 * one.cost, 6);
  for (const name of WAYS) expect(HELD_AGAINST[name].length).toBeGreaterThan(1);
});

test("loads no drawn way leads to are said, and in no sum of metres", () => {
  const design = oneLamp();
  addRoom(design, "far", "wet");
  addLoad(design, "b", "lamp", "far");
  design.levels.push({ ...design.levels[0]!, id: "x", name: "Attic", code: "9", order: 9 });
  design.rooms.at(-1)!.level = "x";
  design.points.at(-1)!.level = "x";
  const central = way(design, "central");
  expect(central.cableM).toBeCloseTo(7.7, 9);
  expect(central.but).toEqual(["No drawn way leads to 1 load: in no sum of metres here."]);
});
