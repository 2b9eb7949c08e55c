import { larkspurWeir } from "../../../../tests/core/houses";
import type { AfterPower } from "../../../design/vocabulary";
import type { Design } from "../../../design/collections";
import { houseOf } from "../house-of";
import { backOf, backText } from "./back";

const demo = larkspurWeir();
const set = (values: Record<string, AfterPower>): Design => ({
  ...demo,
  devices: demo.devices.map((row) => (values[row.point] ? { ...row, afterPower: values[row.point]! } : row)),
});
const ids = (things: readonly { id: string }[]) => things.map(({ id }) => id);
const name = (point: string) => demo.points.find(({ id }) => id === point)!.name;
const plugs = houseOf(demo).things.filter(({ type, supply }) => type === "plug" && supply === "mains");
const tool = plugs.find(({ appliance }) => appliance === "tool")!;
const other = plugs.find(({ appliance }) => appliance !== "tool")!;

test("mains back: lamps with a radio or on a bus light up, relays go on as before; a tool is minded", () => {
  const back = backOf(demo, "mains");
  expect(back.lit.length).toBeGreaterThan(10);
  expect(back.lit.every(({ type }) => type.endsWith("light"))).toBe(true);
  expect(ids(back.asBefore)).toContain(tool.id);
  expect(ids(back.risky)).toContain(tool.id);
  const text = backText(back, name);
  expect(text).toMatch(
    /^\d+ lamps light up at full; \d+ switched things go on as before; \d+ heating valves that shut meanwhile open again as their rooms ask\. Shades/,
  );
  expect(text).toContain(`Mind ${listedFirst(back.risky)}`);
});

const listedFirst = (things: readonly { id: string }[]) => name(things[0]!.id);

test("as each is set: on, off, or as before", () => {
  const lamp = backOf(demo, "mains").lit[0]!;
  const back = backOf(set({ [tool.id]: "off", [other.id]: "on", [lamp.id]: "as before" }), "mains");
  expect(ids(back.off)).toEqual([tool.id]);
  expect(ids(back.on)).toEqual([other.id]);
  expect(ids(back.risky)).not.toContain(tool.id);
  expect(ids(back.lit)).not.toContain(lamp.id);
  expect(ids(back.asBefore)).toContain(lamp.id);
  expect(backText({ ...back, risky: [], shut: [] }, name)).toContain(
    `${name(other.id)} comes on, though off before; ${name(tool.id)} stays off. Shades`,
  );
  // A lamp that stays dark is none that comes back.
  expect(ids(backOf(set({ [lamp.id]: "off" }), "mains").lit)).not.toContain(lamp.id);
});

test("a bus of floor valves that has no supply: they shut, and open again as their rooms ask", () => {
  const back = backOf(demo, "supply:bus-supply-1");
  expect(back.shut).toHaveLength(9);
  expect(backText({ ...back, lit: [], asBefore: [] }, name)).toMatch(
    /^9 heating valves that shut meanwhile open again/,
  );
  expect(backText({ ...back, lit: [], asBefore: [], shut: back.shut.slice(1, 2) }, name)).toMatch(
    /^1 heating valve that shut meanwhile opens again as its room asks\./,
  );
  // A knob with its own cells has a motor, and stays as it is.
  expect(ids(backOf(demo, "mains").shut)).not.toContain("bath-rad-1");
});

test("where no supply was lost nothing changes by itself", () => {
  expect(backText(backOf(demo, "internet"), name)).toMatch(/^Nothing changes by itself/);
});
