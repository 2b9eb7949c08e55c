/** The demo house as it is rehearsed: what warms what, what is heard where, which way people pass. */
import { larkspurWeir } from "../../../tests/core/houses";
import { area } from "../../geometry/polygon";
import { floorsBetween, roomsAtOpenings, wallsBetween } from "./beside";
import { lossOf, stairsOf } from "./heard-of";
import { houseOf } from "./house-of";
import { warmOf } from "./warm-of";
import { drainsOf, linksOf } from "./ways-of";

const demo = larkspurWeir();
const house = houseOf(demo);
const thing = (id: string) => house.things.find((one) => one.id === id)!;

test("two rooms are beside each other over the same length from both sides, to a piece or two", () => {
  const walls = wallsBetween(demo);
  for (const { a, b, lengthM } of walls) {
    if (b === undefined) continue;
    const back = walls.find((one) => one.a === b && one.b === a);
    expect([a, b, Math.abs((back?.lengthM ?? 0) - lengthM) < 1.5]).toEqual([a, b, true]);
  }
});

test("all of an outline is beside something", () => {
  for (const room of demo.rooms.filter(({ outdoor }) => !outdoor)) {
    const round = room.outline.reduce((sum, [x, y], i) => {
      const [nx, ny] = room.outline[(i + 1) % room.outline.length]!;
      return sum + Math.hypot(nx - x, ny - y);
    }, 0);
    const found = wallsBetween(demo).reduce((sum, one) => sum + (one.a === room.id ? one.lengthM : 0), 0);
    expect(found).toBeCloseTo(round, 6);
  }
});

test("every piece of floor has something over it, and is over something or the ground", () => {
  for (const room of demo.rooms.filter(({ outdoor }) => !outdoor)) {
    const over = floorsBetween(demo).reduce((sum, one) => sum + (one.a === room.id ? one.areaM2 : 0), 0);
    expect([room.id, Math.abs(over - area(room.outline)) < 0.2 * area(room.outline) + 1]).toEqual([
      room.id,
      true,
    ]);
  }
  const under = floorsBetween(demo).filter(({ a, b }) => a === undefined && b === "plant-room");
  expect(under).toHaveLength(1);
});

test("a window is of one room, a door inside of two", () => {
  for (const { id, kind, outsideIs } of demo.openings) {
    const rooms = roomsAtOpenings(demo).get(id)!;
    if (kind === "window") expect([id, rooms.length]).toEqual([id, 1]);
    if (kind === "door" && outsideIs === "none") expect(rooms.length).toBeGreaterThanOrEqual(1);
  }
});

test("nine floors are heated through their valves, by the manifold's target; rooms above by their own", () => {
  const rooms = new Map(warmOf(demo)!.rooms.map((room) => [room.room, room]));
  const floors = [...rooms.values()].filter(({ target }) => target === "plant-room-vlv-1");
  expect(floors.map(({ room }) => room).sort()).toEqual(
    ["boot", "dining", "hall", "kitchen", "laundry", "lobby", "office", "shower", "snug"].sort(),
  );
  for (const { node, heated } of floors) expect(heated).not.toBe(node);
  expect(rooms.get("nurse")).toMatchObject({ by: "nurse-rad-1" });
  expect(rooms.get("nurse")!.target).toBeUndefined();
  expect(rooms.get("sail-loft")).toMatchObject({ by: "sail-loft-rad-1" });
  // The rack warms its room; the boathouse has no heat; the quay is not reckoned.
  expect(rooms.get("plant-room")!.gainW).toBeGreaterThan(100);
  expect(rooms.get("boathouse")!.by).toBeUndefined();
  expect(rooms.has("quay")).toBe(false);
  expect(rooms.get("dressing")!.glass).toEqual([]);
  // A house of glass takes the sun through its roof and its four sides, holds little and loses much.
  const plants = rooms.get("plant-house")!;
  expect(plants.flatM2).toBeCloseTo(3.92 * 3.92 * 0.6 * 0.6, 2);
  expect(plants.glass!.map(({ m2 }) => m2)).toEqual(Array(4).fill(expect.closeTo(4 * 2.4 * 0.6 * 0.6, 6)));
  const { capacityJK, outsideWK } = warmOf(demo)!.nodes[plants.node]!;
  expect(capacityJK / outsideWK / 60).toBeLessThan(60);
  // Thirty times an hour its air, with the roof vent open.
  const high = demo.levels.find(({ id }) => id === "yard")!.ceilingHeightM;
  expect(plants.vents).toEqual([
    { point: "plant-house-shd-1", wk: expect.closeTo(30 * 0.33 * 3.92 * 3.92 * high, 6) },
  ]);
  expect(rooms.get("boathouse")!.flatM2).toBeUndefined();
});

test("glass faces as its wall does: four sides, turned by north of the sheet", () => {
  const sides = new Set(
    warmOf(demo)!.rooms.flatMap(({ glass = [] }) => glass.map(({ facingDeg }) => facingDeg % 90)),
  );
  // North is 18° off the sheet's top: the sides stand at 72° and so on, to 5°.
  expect([...sides]).toEqual([70]);
  const turned = warmOf({ ...demo, design: { ...demo.design, northDeg: 108 } })!;
  const before = new Map(warmOf(demo)!.rooms.map((room) => [room.room, room.glass]));
  for (const { room, glass = [] } of turned.rooms)
    expect(glass.map(({ facingDeg, m2 }) => ({ facingDeg: (facingDeg + 90) % 360, m2 }))).toEqual(
      before.get(room) ?? [],
    );
});

test("people pass from the hall to the landing to the stair head", () => {
  expect(stairsOf(demo).map(({ from, to, foot, head }) => [from, to, foot, head])).toEqual([
    ["first", "loft", "landing", "stair-head"],
    ["ground", "first", "hall", "landing"],
    expect.arrayContaining(["cellar", "ground", "hall"]),
  ]);
});

test("a sound goes through doors and up the stair, and hardly anywhere else", () => {
  const loss = lossOf(demo);
  expect(loss("landing", "nurse")).toBe(22);
  expect(loss("nurse", "landing")).toBe(22);
  expect(loss("hall", "landing")).toBe(16);
  expect(loss("hall", "nurse")).toBe(38);
  expect(loss("landing", "landing")).toBe(0);
  expect(loss("boathouse", "nurse")).toBeUndefined();
});

test("what hangs on plugs, what is on at first, and what has cells and links", () => {
  expect(thing("laundry-plg-1")).toMatchObject({ appliance: "washer", first: { on: true } });
  expect(thing("hall-plg-1")).toMatchObject({ appliance: "vacuum", first: { on: false } });
  expect(thing("plant-room-rly-1")).toMatchObject({ appliance: "heater", first: { on: false } });
  expect(thing("plant-room-flv-1")).toMatchObject({ serves: "hall", first: { open: false } });
  expect(thing("plant-room-wvm-1").first).toMatchObject({ open: true });
  expect(thing("plant-house-shd-1").shades).toBeUndefined();
  expect(thing("nurse-shd-1").shades).toBe(true);
  expect(house.sump).toEqual({ pump: "plant-room-plg-1", probes: ["plant-room-lek-1"] });
  expect(house.locks).toEqual([{ lock: "sail-loft-lkb-1", person: "lodger" }]);
  expect(house.bells).toEqual(["hall-dor-1"]);
  expect(house.solarW).toBe(3600);
  const chosen = houseOf({
    ...demo,
    points: demo.points.map((row) =>
      row.id === "laundry-plg-1" ? { ...row, appliance: "dryer", ratedW: 900 } : row,
    ),
  }).things.find(({ id }) => id === "laundry-plg-1")!;
  expect(chosen).toMatchObject({ appliance: "dryer", watts: 900 });
});

test("a weak way of the mesh loses messages, a bus loses none; cells last their years at usual use", () => {
  const links = linksOf(demo);
  expect(links.get("d-nurse-lmp-1")!.delivery).toBeLessThan(0.9);
  const bus = demo.stops.find(({ point, device }) => point ?? device)!;
  const device = bus.device ?? demo.devices.find(({ point }) => point === bus.point)!.id;
  expect(links.get(device)).toEqual({ delayMs: 25, delivery: 1 });
  for (const { perDayPct, perDoingPct, usualPerDayPct } of drainsOf(demo).values()) {
    expect(perDayPct).toBeGreaterThan(0);
    expect(perDayPct).toBeLessThanOrEqual(usualPerDayPct + 1e-9);
    expect(perDoingPct).toBeGreaterThanOrEqual(0);
  }
});
