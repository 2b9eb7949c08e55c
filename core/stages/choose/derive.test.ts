import { larkspurWeir, ropewalkCourt } from "../../../tests/core/houses";
import { applyChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { WANT_FUNCTIONS, type WantRow } from "../../design/rows/choose";
import { PROTOCOLS } from "../../design/vocabulary";
import { KIND_TABLE } from "../house/tables";
import { testDesign } from "../../test-design";
import { allCandidates } from "./candidates";
import { addWants, functionOfKind, proposeWants, ROOM_TEMPLATES, whyNothing, windowsOf } from "./derive";
import { FUNCTIONS } from "./functions";
import { bandIn, PROTOCOL_TABLE, rangeClass } from "./protocols";

describe("wants from what is known", () => {
  const demo = larkspurWeir();

  it("reads a problem's points, and where there are none its words", () => {
    const proposals = proposeWants({ ...demo, wants: [] }, ["problems"]);
    const of = (problem: string) =>
      proposals
        .filter(({ want }) => want.problem === problem)
        .map(({ want }) => `${want.room} ${want.function}`);
    expect(of("awning")).toEqual(["quay awning"]);
    expect(of("lodger-heat")).toContain("sail-loft radiator");
    expect(of("gate")).toContain("yard-open opening");
    // Safety makes it critical and keeps it in the house.
    expect(proposals.find(({ want }) => want.problem === "gate")!.want).toMatchObject({
      critical: true,
      localOnly: true,
      needs: expect.arrayContaining(["outdoor"]),
    });
  });

  it("reads the switch map leg by leg, with lamps and load", () => {
    const proposals = proposeWants({ ...demo, wants: [] }, ["switch map"]);
    expect(proposals).toHaveLength(demo.legs.length);
    expect(proposals.find(({ want }) => want.leg === "leg-snug")!.want).toMatchObject({
      lampsEach: 6,
      loadW: 30,
      guest: true,
      points: ["snug-lmp-1"],
    });
  });

  it("proposes nothing twice, and nothing that is there", () => {
    const all = proposeWants(demo, ["problems", "switch map", "points", "template"]);
    const key = (want: Omit<WantRow, "id">) => `${want.room} ${want.function} ${want.leg ?? ""}`;
    const keys = all.map(({ want }) => key(want));
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.filter((one) => demo.wants.some((want) => key(want) === one))).toEqual([]);
    let n = 0;
    const changes = addWants(all, () => `n${(n += 1)}`);
    const after = applyChanges(demo, changes);
    expect(() => checkWhole(after, changes)).not.toThrow();
    expect(proposeWants(after, ["problems", "switch map", "points", "template"])).toEqual([]);
  });

  it("the standard catalogue meets every want of both houses, but for what the demo house's schools bar", () => {
    for (const design of [
      { ...demo, wants: [] },
      { ...ropewalkCourt(), wants: [] },
    ]) {
      let n = 0;
      const after = applyChanges(
        design,
        addWants(proposeWants(design, ["problems", "switch map", "points"]), () => `n${(n += 1)}`),
      );
      expect(
        after.wants
          .filter((want) => !allCandidates(after).get(want.id)!.length)
          .map((want) => `${want.room} ${want.function} ${want.needs.join(" ")}`),
      ).toEqual([]);
    }
  });

  it("knows a function of every kind it asks points for, and the windows of a room", () => {
    for (const fn of WANT_FUNCTIONS) {
      expect(KIND_TABLE.some((kind) => kind.id === FUNCTIONS[fn].point)).toBe(true);
      expect(functionOfKind(`${FUNCTIONS[fn].point}--radio`)).toBeDefined();
    }
    expect(functionOfKind("camera")).toBeUndefined();
    expect(
      windowsOf(
        demo,
        demo.rooms.find((room) => room.id === "office")!,
      ),
    ).toBeGreaterThan(0);
    for (const lines of Object.values(ROOM_TEMPLATES)) expect(lines.length).toBeGreaterThan(0);
  });
});

it("a window beyond the corner of a room, in the same wall, is none of its windows", () => {
  const design = testDesign();
  const [hall] = design.rooms;
  design.walls = [
    { id: "w", level: "g", ax: 0, ay: 0, bx: 16, by: 0, thicknessM: 0.3, material: "brick-single" },
  ];
  const windows = (...at: number[]) =>
    windowsOf(
      {
        ...design,
        openings: at.map((offsetM, i) => ({
          id: `o${i}`,
          wall: "w",
          kind: "window",
          offsetM,
          widthM: 1,
          heightM: 1.2,
          sillM: 0.9,
          outsideIs: "left",
        })),
      },
      hall!,
    );
  // The hall is 10 m wide: a window with its middle at 9.5 m is its own, one at 10.5 or 14.5 m is the
  // neighbour's.
  expect(windows(9)).toBe(1);
  expect(windows(10)).toBe(0);
  expect(windows(9, 10, 14)).toBe(1);
});

it("every protocol a device can have is described, with its band where radio is bound by region", () => {
  expect(PROTOCOL_TABLE.map((row) => row.protocol).sort()).toEqual(
    PROTOCOLS.filter((name) => name !== "none").sort(),
  );
  const zwave = PROTOCOL_TABLE.find((row) => row.protocol === "Z-Wave")!;
  expect(bandIn(zwave, "Europe")).toBe("868.4 MHz");
  expect(bandIn(zwave, "North America")).toBe("908.4 MHz");
  expect(
    bandIn(
      PROTOCOL_TABLE.find((row) => row.protocol === "Zigbee")!,
      "Japan",
    ),
  ).toMatch(/2.4 GHz/);
  const classes = Object.fromEntries(PROTOCOL_TABLE.map((row) => [row.protocol, rangeClass(row)]));
  expect(classes).toMatchObject({
    Zigbee: "a house",
    "Bluetooth LE": "a room",
    "Wi-Fi": "a floor",
    "868 MHz": "a house",
    infrared: "a room",
    PoE: undefined,
  });
});

test("a source that proposes nothing says why", () => {
  const empty = { ...testDesign(), problems: [], legs: [], lamps: [], points: [], rooms: [], wants: [] };
  expect(whyNothing(empty, "problems")).toMatch(/^No problem is written down yet/);
  expect(whyNothing(empty, "switch map")).toMatch(/^No switch leg is mapped yet/);
  expect(whyNothing(empty, "points")).toMatch(/^No point is placed yet/);
  expect(whyNothing(empty, "template")).toMatch(/^No room is drawn yet/);

  const demo = larkspurWeir();
  expect(whyNothing({ ...demo, wants: [] }, "problems")).toBeUndefined();
  const proposals = proposeWants({ ...demo, wants: [] }, ["problems"]);
  let n = 0;
  const wanted = applyChanges(
    { ...demo, wants: [] },
    addWants(proposals, () => `w-${++n}`),
  );
  expect(whyNothing(wanted, "problems")).toBe(`All ${proposals.length} it would propose are wanted already.`);
  const dumb = demo.problems.map((row) => ({
    ...row,
    name: "Nothing",
    points: [],
    devices: [],
    automations: [],
  }));
  expect(whyNothing({ ...demo, problems: dumb, wants: [] }, "problems")).toMatch(
    /^The problems name no room/,
  );
  expect(whyNothing({ ...demo, lamps: [], wants: [] }, "switch map")).toBe(
    "No lamp hangs on the switch legs yet.",
  );
});
