import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { larkspurWeir } from "../../../tests/core/houses";
import { point, testDesign } from "../../test-design";
import { registerChecks } from "./checks";
import {
  checkPattern,
  hostsOf,
  renamesBy,
  saysNothing,
  slug,
  takeRenames,
  topicsOf,
  wrongTopic,
} from "./naming";
import type { DeviceRow } from "../../design/rows/register";

const device = (id: string, at: string, extra: Partial<DeviceRow> = {}): DeviceRow => ({
  id,
  point: at,
  name: id,
  status: "chosen",
  protocol: "Zigbee",
  ...extra,
});

/** Three lamps in the hall, one plug in the loft. */
function house(extra: Record<string, Partial<DeviceRow>> = {}): Design {
  const design = testDesign();
  const points = [
    point("l1", "lamp", "g", "hall", 1, 1, 2),
    point("l2", "lamp", "g", "hall", 2, 1, 2),
    point("l3", "lamp", "g", "hall", 3, 1, 2),
    point("p1", "plug", "u", "loft", 1, 1, 0.3),
  ];
  return {
    ...design,
    points: [...design.points, ...points],
    devices: points.map(({ id }) => device(`d-${id}`, id, extra[id])),
  };
}
const names = (design: Design, pattern: string, ids = design.devices.map(({ id }) => id)) =>
  renamesBy(design, ids, pattern).map(({ to }) => to);

describe("names by a pattern", () => {
  it("alike ones are counted, a sole one is not", () =>
    expect(names(house(), "{room} {thing} {n}")).toEqual([
      "Hall lamp 1",
      "Hall lamp 2",
      "Hall lamp 3",
      "Loft metered plug",
    ]));
  it("two figures stand whether or not it is alone; level and label are words too", () => {
    expect(names(house(), "{level}: {thing} {nn}").slice(2)).toEqual([
      "Ground: lamp 03",
      "Upper: metered plug 01",
    ]);
    expect(names(house(), "{label}")[3]).toBe("1-LOFT-PLG-01");
  });
  it("figures somebody else has are passed", () => {
    const design = house({ p1: { name: "Hall lamp 2" } });
    expect(names(design, "{room} {thing} {n}", ["d-l1", "d-l2"])).toEqual(["Hall lamp 1", "Hall lamp 3"]);
  });
  it("a clash is told and not taken", () => {
    const design = house({ p1: { name: "Hall lamp" } });
    const alone = renamesBy(design, ["d-l1"], "{room} {thing}");
    expect(alone[0]!.clash).toBe("is the name of another device");
    expect(() => takeRenames(design, alone)).toThrow(/is the name of another device/);
    expect(renamesBy(design, ["d-l1", "d-l2"], "{level} {thing}").map(({ clash }) => clash)).toEqual([
      "would be the name of several: put {n} into the pattern",
      "would be the name of several: put {n} into the pattern",
    ]);
    const long = `{room} ${"x".repeat(80)}`;
    expect(renamesBy(design, ["d-l1"], long)[0]!.clash).toMatch(/85 characters long, and 80/);
  });
  it("what is in use keeps its topic; only changed names are written", () => {
    const design = house({ l1: { status: "commissioned" }, p1: { name: "Loft metered plug" } });
    const before = topicsOf(design);
    const changes = takeRenames(
      design,
      renamesBy(design, ["d-l1", "d-l2", "d-p1"], "{thing} of the {room} {n}"),
    );
    expect(changes).toHaveLength(3);
    const after = applyChanges(design, changes);
    expect(after.devices.find(({ id }) => id === "d-l1")).toMatchObject({
      name: "lamp of the Hall 1",
      topic: before.get("d-l1"),
    });
    expect(after.devices.find(({ id }) => id === "d-l2")).not.toHaveProperty("topic");
    expect(topicsOf(after).get("d-l1")).toBe(before.get("d-l1"));
    expect(takeRenames(after, renamesBy(after, ["d-p1"], "{thing} of the {room} {n}"))).toEqual([]);
  });
  it.each([
    ["{romm} x", /has the word \{romm\}: there are \{room\}/],
    ["{room} {", /a brace without its other/],
    ["{n}", /has to say what or where/],
    ["{protocol} {n}", /has to say what or where/],
  ])("%s is none", (pattern, said) => expect(() => checkPattern(pattern, "Pattern")).toThrow(said));
  it("a device that is gone is named", () =>
    expect(() => renamesBy(house(), ["nobody"], "{room}")).toThrow(/"nobody" does not exist/));
});

describe("topics", () => {
  it("are made by the pattern, in small letters and figures", () =>
    expect([...topicsOf(house()).values()]).toEqual([
      "ground/hall/lamp-1",
      "ground/hall/lamp-2",
      "ground/hall/lamp-3",
      "upper/loft/metered-plug",
    ]));
  it("its own stays, and no other gets it", () => {
    const topics = topicsOf(house({ l2: { topic: "ground/hall/lamp-1" } }));
    expect(topics.get("d-l2")).toBe("ground/hall/lamp-1");
    expect(new Set(topics.values()).size).toBe(4);
  });
  it("a pattern that does not count still gives each its own", () => {
    const design = house();
    design.design = { ...design.design, registerSettings: { topicPattern: "house/{room}" } };
    expect([...topicsOf(design).values()]).toEqual([
      "house/hall",
      "house/hall-2",
      "house/hall-3",
      "house/loft",
    ]);
  });
  it.each([
    ["a/+/b", /\+ or #/],
    ["$SYS/a", /begins with \$/],
    ["a//b", /empty part/],
    ["/a", /empty part/],
    ["a/\u0007", /cannot be read/],
  ])("%j is none", (topic, said) => expect(wrongTopic(topic)).toMatch(said));
  it("others are fine", () => expect(wrongTopic("a/b-1/Ü")).toBeUndefined());
});

describe("names on the network", () => {
  it("are of those that are on one, and each its own", () => {
    const hosts = hostsOf(
      house({
        l1: { protocol: "PoE", name: "Grandmother's Café, 2" },
        l2: { protocol: "Wi-Fi", name: "Grandmothers cafe 2" },
        l3: { protocol: "Ethernet", name: "x", host: "grandmothers-cafe-2-2" },
        p1: { protocol: "PoE", name: "!!!" },
      }),
    );
    expect(Object.fromEntries(hosts)).toEqual({
      "d-l1": "grandmothers-cafe-2",
      "d-l2": "grandmothers-cafe-2-3",
      "d-l3": "grandmothers-cafe-2-2",
      "d-p1": "d-p1",
    });
  });
  it("slugs drop accents and marks", () => expect(slug(" Éntrée – Nº 5! ")).toBe("entree-no-5"));
});

it.each([
  ["Device 17", true],
  ["Plug 2", true],
  ["new lamp", true],
  ["17", true],
  ["Sensor_3", true],
  ["00:00:5E:EF:10:00:00:01", true],
  ["Switch A", true],
  ["Fridge", false],
  ["Hall lamp", false],
  ["Hall lamp 2", false],
  ["Landing lamp", false],
  ["Front door contact", false],
])("%s says nothing: %s", (name, nothing) => expect(saysNothing(name)).toBe(nothing));

it("a name that says nothing is bettered by the pattern, and by none where the pattern's says no more", () => {
  const house = larkspurWeir();
  const named = (namePattern: string) => ({
    ...house,
    design: { ...house.design, registerSettings: { ...house.design.registerSettings, namePattern } },
    devices: house.devices.map((row) => (row.id === "d-bath-lmp-1" ? { ...row, name: "Device 17" } : row)),
  });
  const bare = (design: Design) =>
    registerChecks(design).find(
      ({ code, about }) => code === "register.name-says-nothing" && about[0]!.id === "d-bath-lmp-1",
    )!;
  expect(bare(named("{room} {thing} {n}")).fix?.label).toMatch(/^Call it Bath/);
  expect(bare(named("Plug {n}")).fix).toBeUndefined();
});
