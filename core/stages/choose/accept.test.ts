import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import { applyChanges, invertChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import type { Design } from "../../design/collections";
import type { WantRow } from "../../design/rows/choose";
import { dropsOf } from "../runs";
import { testDesign } from "../../test-design";
import { acceptPlan, freePlace, kitOf, PLAN_TAG, slotsOf } from "./accept";
import { CATALOGUE } from "./catalogue";
import { chooseChecks } from "./checks";
import { nextBest, planChanges, whyNot } from "./explain";
import type { Highs } from "./mip";
import { choose, type Plan } from "./plans";
import { loadSolver } from "./solver";
import { addMore, hubDown, internetDown, linesOf, makerStops } from "./what-if";

let highs: Highs;
beforeAll(async () => {
  highs = await loadSolver();
});

const want = (id: string, fn: WantRow["function"], rest: Partial<WantRow> = {}): WantRow => ({
  id,
  room: "hall",
  function: fn,
  count: 1,
  needs: [],
  points: [],
  ...rest,
});
const house = (wants: WantRow[], rest: Partial<Design> = {}): Design => ({
  ...testDesign(),
  options: [...CATALOGUE],
  wants,
  ...rest,
});
const option = (id: string) => CATALOGUE.find((row) => row.id === id)!;
let n = 0;
const how = { newId: (prefix: string) => `${prefix}-${(n += 1)}`, on: "2026-11-25" };
const best = (design: Design): Plan => choose(highs, design).plans[0]!;
const codes = (design: Design) =>
  chooseChecks(design)
    .map((finding) => finding.code)
    .sort();

/** A plan by hand: one pick. */
const planOf = (
  pick: Partial<Plan["picks"][number]> & { want: string; option: string },
  hub?: string,
): Plan => ({
  kind: "cost",
  name: "By hand",
  picks: [
    {
      count: 1,
      split: { buy: 10, fit: 5, run: 1 },
      offline: false,
      hubless: false,
      ...(hub ? { hub } : {}),
      ...pick,
    },
  ],
  hubs: hub ? [{ option: hub, kept: false, split: { buy: 0, fit: 0, run: 0 }, radios: [] }] : [],
  addons: [],
  accounts: [],
  split: { buy: 10, fit: 5, run: 1 },
  cost: 16,
  penalty: 0,
  weighed: 16,
  bound: 16,
  gap: 0,
  proven: true,
  seconds: 0,
  missed: [],
});

describe("accepting a plan", () => {
  it("is one edit that holds together, gives every unit a point and a device, and can be taken back", () => {
    const design = house([want("a", "presence", { count: 2 }), want("b", "leak", { critical: true })]);
    const { changes, devices, newPoints } = acceptPlan(design, best(design), how);
    const after = applyChanges(design, changes);
    expect(() => checkWhole(after, changes)).not.toThrow();
    expect(after.wants.map((row) => row.points.length)).toEqual([2, 1]);
    // Three sensors and the hub.
    expect(devices).toBe(4);
    expect(newPoints).toBe(4);
    expect(after.hubs).toHaveLength(1);
    expect(after.plans[0]).toMatchObject({ id: "plan-001", acceptedOn: "2026-11-25" });
    expect(
      after.devices
        .filter((device) => device.option)
        .every((device) => device.status === "chosen" && device.cost !== undefined),
    ).toBe(true);
    expect(chooseChecks(after)).toEqual([]);
    expect(applyChanges(after, invertChanges(design, changes))).toEqual(design);
  });

  it.each([
    ["pulled", 1],
    ["tested", 1],
    ["terminated", 1],
    ["planned", 0],
  ] as const)("a cable that is %s keeps its point's kit: %i cable left", (state, left) => {
    const design = house([want("a", "presence")]);
    design.points = [
      ...design.points,
      { id: "m", kind: "motion", level: "g", room: "hall", x: 9, y: 1, z: 2.3, closet: "c", name: "m" },
    ];
    design.drops = [{ id: "r", point: "m", index: 1, state }];
    const radio = applyChanges(
      design,
      acceptPlan(design, planOf({ want: "a", option: "motion-zb" }, "hub-multi"), how).changes,
    );
    expect(dropsOf(radio).filter((drop) => drop.point.id === "m")).toHaveLength(left);
    expect(radio.points.find((point) => point.id === "m")!.kind).toBe(left ? "motion" : "motion--radio");
  });

  it("uses a point that stands there, and takes its cable away where the option needs none", () => {
    const design = house([want("a", "presence")]);
    design.points = [
      ...design.points,
      { id: "m", kind: "motion", level: "g", room: "hall", x: 9, y: 1, z: 2.3, closet: "c", name: "m" },
    ];
    expect(dropsOf(design).filter((drop) => drop.point.id === "m")).toHaveLength(1);
    const radio = applyChanges(
      design,
      acceptPlan(design, planOf({ want: "a", option: "motion-zb" }, "hub-multi"), how).changes,
    );
    expect(radio.wants[0]!.points).toEqual(["m"]);
    expect(radio.points.find((point) => point.id === "m")).toMatchObject({ kind: "motion--radio" });
    expect(dropsOf(radio).filter((drop) => drop.point.id === "m")).toHaveLength(0);
    // By the bus instead: the kit brings a bus cable, and a closet it ends in.
    const bus = applyChanges(
      radio,
      acceptPlan(radio, planOf({ want: "a", option: "presence-bus" }, "hub-cabinet"), how).changes,
    );
    expect(bus.points.find((point) => point.id === "m")).toMatchObject({ kind: "motion--bus", closet: "c" });
    expect(
      dropsOf(bus)
        .filter((drop) => drop.point.id === "m")
        .map((drop) => drop.cableType?.id),
    ).toEqual(["bus-4"]);
    expect(bus.hubs.map((row) => row.option)).toEqual(["hub-cabinet"]);
  });

  it("leaves alone what is bought and what is pulled", () => {
    const design = house([want("a", "presence", { points: ["m"] })]);
    design.points = [
      ...design.points,
      { id: "m", kind: "motion", level: "g", room: "hall", x: 9, y: 1, z: 2.3, closet: "c", name: "m" },
    ];
    design.devices = [
      ...design.devices,
      { id: "d-m", point: "m", name: "m", status: "ordered", protocol: "contact", cost: 44 },
    ];
    const after = applyChanges(
      design,
      acceptPlan(design, planOf({ want: "a", option: "motion-zb" }, "hub-multi"), how).changes,
    );
    expect(after.devices.find((device) => device.id === "d-m")).toEqual(
      design.devices.find((device) => device.id === "d-m"),
    );
    const pulled: Design = {
      ...design,
      devices: testDesign().devices,
      drops: [{ id: "m-1", point: "m", index: 1, state: "pulled" }],
    };
    const kept = applyChanges(
      pulled,
      acceptPlan(pulled, planOf({ want: "a", option: "motion-zb" }, "hub-multi"), how).changes,
    );
    expect(kept.points.find((point) => point.id === "m")!.kind).toBe("motion");
  });

  it("takes back what another plan put there, and only that", () => {
    const lit = house([want("a", "light", { lampsEach: 3 })]);
    const lamps = applyChanges(
      lit,
      acceptPlan(lit, planOf({ want: "a", option: "lamp-zb-white" }, "hub-multi"), how).changes,
    );
    expect(lamps.wants[0]!.points).toHaveLength(3);
    expect(lamps.devices.filter((device) => device.tags?.includes(PLAN_TAG))).toHaveLength(4);
    const insert = applyChanges(
      lamps,
      acceptPlan(lamps, planOf({ want: "a", option: "insert-zb-relay" }, "hub-multi"), how).changes,
    );
    expect(insert.wants[0]!.points).toHaveLength(1);
    expect(insert.points.filter((point) => point.kind === "lamp")).toEqual([]);
    expect(insert.points.filter((point) => point.kind === "wall-switch")).toHaveLength(1);
    expect(insert.points.find((point) => point.id === "cam")).toBeDefined();
  });

  it("feeds a leg always where a decoupled switch stays beside the lamp", () => {
    const design = house([want("a", "light", { leg: "leg", guest: true, needs: ["colour"] })], {
      switches: [
        {
          id: "s",
          level: "g",
          room: "hall",
          name: "Hall switch",
          x: 1,
          y: 0.1,
          z: 1.1,
          gangs: 1,
          neutral: "yes",
          boxDepthMm: 47,
        },
      ],
      legs: [{ id: "leg", name: "Hall lamps", switches: [{ switch: "s", gang: 1 }], feed: "switched" }],
    });
    const plan = best(design);
    expect(plan.picks[0]!.companion).toBeDefined();
    const after = applyChanges(design, acceptPlan(design, plan, how).changes);
    expect(after.legs[0]!.feed).toBe("always");
    expect(
      after.wants[0]!.points.map((id) => after.points.find((point) => point.id === id)!.kind).sort(),
    ).toEqual(["lamp", "wall-switch"]);
    expect(codes(after)).toEqual([]);
    expect(codes({ ...after, legs: design.legs })).toEqual(["choose.behind-switch"]);
  });

  it("finds a place inside a room that is not a box", () => {
    const room = {
      id: "l",
      level: "g",
      name: "L",
      code: "L",
      type: "living" as const,
      outline: [
        [0, 0],
        [6, 0],
        [6, 1],
        [1, 1],
        [1, 6],
        [0, 6],
      ] as [number, number][],
    };
    const { x, y } = freePlace(testDesign(), room);
    expect(x < 1 || y < 1).toBe(true);
  });

  it("gives a kit what its option is fed and spoken to by", () => {
    const shade = testDesign().kinds.find((kind) => kind.id === "shade")!;
    expect(kitOf(shade, option("motor-zb-battery")).drops).toEqual([]);
    expect(kitOf(shade, option("motor-zw-24")).drops.map((line) => line.purpose)).toEqual(["motor"]);
    expect(kitOf(shade, option("motor-poe"))).toBe(shade);
    expect(
      kitOf(
        testDesign().kinds.find((kind) => kind.id === "keypad")!,
        option("keypad-bus-4"),
      ).id,
    ).toBe("keypad");
  });
});

describe("findings of what was chosen", () => {
  const withDevice = (
    optionId: string,
    row: Partial<WantRow> & { function: WantRow["function"] },
    hubs: string[],
    rest: Partial<Design> = {},
  ): Design => {
    const design = house([want("a", row.function, { points: ["cam"], ...row })], rest);
    return {
      ...design,
      devices: [
        {
          id: "d",
          point: "cam",
          name: "Thing",
          status: "chosen",
          protocol: option(optionId).protocol,
          option: optionId,
        },
      ],
      hubs: hubs.map((id) => ({ id: `h-${id}`, option: id, name: id })),
      plans: [
        {
          id: "plan-001",
          name: "P",
          acceptedOn: "2026-11-01",
          years: 8,
          cost: 1,
          bound: 1,
          picks: [{ want: "a", option: optionId, count: 1 }],
        },
      ],
    };
  };
  const box = (neutral: "yes" | "no" | "unknown"): Partial<Design> => ({
    switches: [
      { id: "s", level: "g", room: "hall", name: "Hall switch", x: 1, y: 0.1, z: 1.1, gangs: 1, neutral },
    ],
    legs: [{ id: "leg", name: "Hall lamps", switches: [{ switch: "s", gang: 1 }], feed: "switched" }],
  });

  it.each([
    ["choose.not-carried", withDevice("motion-zw", { function: "presence" }, ["hub-light"])],
    ["choose.unsupported-pairing", withDevice("motion-zb", { function: "presence" }, ["hub-light"])],
    ["choose.critical-on-cloud", withDevice("leak-wf", { function: "leak", critical: true }, ["hub-multi"])],
    [
      "choose.behind-switch",
      withDevice("lamp-zb-white", { function: "light", leg: "leg" }, ["hub-multi"], box("yes")),
    ],
    [
      "choose.neutral-missing",
      withDevice("insert-zb-relay", { function: "light", leg: "leg" }, ["hub-multi"], box("no")),
    ],
    ["choose.overload", withDevice("plug-zb-10", { function: "socket", loadW: 1900 }, ["hub-multi"])],
    ["choose.want-unmet", withDevice("plug-zb-10", { function: "socket", count: 2 }, ["hub-multi"])],
  ])("%s", (code, design) => {
    expect(codes(design)).toEqual([code]);
    for (const finding of chooseChecks(design))
      expect(finding.fix !== undefined || /designer|household|licensed/i.test(finding.why)).toBe(true);
  });

  it("says nothing where all is well: 10 A × 230 V × 80 % holds 1 840 W", () => {
    expect(codes(withDevice("plug-zb-10", { function: "socket", loadW: 1840 }, ["hub-multi"]))).toEqual([]);
  });

  it("the fix of a cut feed takes its finding away", () => {
    const design = withDevice("lamp-zb-white", { function: "light", leg: "leg" }, ["hub-multi"], box("yes"));
    expect(codes(applyChanges(design, changesOf(chooseChecks(design)[0]!.fix!, design)))).toEqual([]);
  });

  it("counts the devices of a radio", () => {
    const design = withDevice("motion-zb", { function: "presence" }, ["hub-panel"]);
    const devices = Array.from({ length: 61 }, (_, i) => ({
      ...design.devices[0]!,
      id: `d${i}`,
      name: `T${i}`,
    }));
    expect(chooseChecks({ ...design, devices })).toMatchObject([
      { code: "choose.radio-limit", measured: 61, limit: 60 },
    ]);
  });
});

describe("why, and what if", () => {
  it("says what each option lost by", () => {
    const design = house([want("a", "leak", { localOnly: true }), want("b", "presence")]);
    const plan = best(design);
    const [a] = design.wants;
    expect(whyNot(design, plan, a!, option("leak-wf"))).toBe(
      "needs the internet, and this must work without",
    );
    expect(whyNot(design, plan, a!, option("motion-zb"))).toMatch(/^is no leak/);
    expect(whyNot(design, plan, a!, option("leak-zw"))).toMatch(/^needs Z-Wave (hub|bridge|stick).* as well/);
    expect(nextBest(design, plan, a!)!.option).not.toBe(plan.picks.find((pick) => pick.want === "a")!.option);
  });

  it("says what changed, and why", () => {
    const before = house([want("a", "light", { lampsEach: 1 })]);
    const after = { ...before, wants: [{ ...before.wants[0]!, needs: ["colour" as const] }] };
    expect(
      planChanges({ design: before, plan: best(before) }, { design: after, plan: best(after) }),
    ).toMatchObject([{ want: "a", why: "it asks for colour now" }]);
    expect(
      planChanges({ design: before, plan: best(before) }, { design: before, plan: best(before) }),
    ).toEqual([]);
  });

  it("tells what stops with the internet, a hub and a maker, and whether twenty more fit", () => {
    const design = house([want("door", "door station", { needs: ["battery only"] }), want("b", "presence")]);
    const plan: Plan = {
      ...planOf({ want: "b", option: "motion-zb", hubless: true }, "hub-multi"),
      hubs: [
        {
          option: "hub-multi",
          kept: false,
          split: { buy: 0, fit: 0, run: 0 },
          radios: [{ protocol: "Zigbee", devices: 190, holds: 200 }],
        },
      ],
    };
    plan.picks.push({
      want: "door",
      option: "door-wifi",
      hub: "hub-multi",
      count: 1,
      split: { buy: 0, fit: 0, run: 0 },
      offline: true,
      hubless: true,
    });
    expect(internetDown(design, plan).map((loss) => loss.want)).toEqual(["door"]);
    expect(hubDown(design, plan, "hub-multi").map((loss) => [loss.want, loss.stops])).toEqual([
      ["door", true],
      ["b", true],
    ]);
    expect(linesOf(design, plan)).toEqual([
      { line: "D", units: 2 },
      { line: "A", units: 1 },
    ]);
    expect(makerStops(design, plan, "A")).toMatchObject([{ want: "door", stops: true }]);
    expect(makerStops(design, plan, "D").every((loss) => !loss.stops)).toBe(true);
    expect(addMore(design, plan, 20).find((room) => room.protocol === "Zigbee")).toMatchObject({
      after: 210,
      holds: 200,
      fits: false,
    });
    expect(addMore(design, plan, 10).find((room) => room.protocol === "Zigbee")!.fits).toBe(true);
  });
});

describe("whatever is wanted", () => {
  const asks: WantRow["function"][] = [
    "light",
    "presence",
    "leak",
    "socket",
    "shade",
    "opening",
    "wall control",
    "radiator",
    "lock",
    "panel",
    "infrared",
    "weather",
  ];

  it("an accepted plan holds together, meets each want point by point, and is taken back to the row", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            fn: fc.constantFrom(...asks),
            room: fc.constantFrom("hall", "loft", "store"),
            count: fc.integer({ min: 1, max: 4 }),
            lampsEach: fc.integer({ min: 1, max: 3 }),
            critical: fc.boolean(),
          }),
          { minLength: 1, maxLength: 8 },
        ),
        fc.constantFrom(0, 1, 2),
        (rows, which) => {
          const design = house(
            rows.map((row, i) =>
              want(`w${i}`, row.fn, {
                room: row.room,
                count: row.count,
                ...(row.fn === "light" ? { lampsEach: row.lampsEach } : {}),
                ...(row.critical ? { critical: true } : {}),
              }),
            ),
          );
          const { plans } = choose(highs, design);
          const plan = plans[Math.min(which, plans.length - 1)]!;
          const { changes } = acceptPlan(design, plan, how);
          const after = applyChanges(design, changes);
          checkWhole(after, changes);
          const claimed = after.wants.flatMap((row) => row.points);
          expect(new Set(claimed).size).toBe(claimed.length);
          for (const row of after.wants) {
            const devices = plan.picks
              .filter((pick) => pick.want === row.id)
              .reduce((sum, pick) => sum + pick.count * slotsOf(design, row, pick).length, 0);
            expect(row.points).toHaveLength(devices);
            for (const id of row.points) {
              const point = after.points.find((one) => one.id === id)!;
              expect(point.room).toBe(row.room);
              expect(after.devices.filter((device) => device.point === id)).toHaveLength(1);
            }
          }
          expect(chooseChecks(after).filter((finding) => finding.code !== "choose.want-unmet")).toEqual([]);
          expect(applyChanges(after, invertChanges(design, changes))).toEqual(design);
          // Taken again it changes nothing but the day's record.
          const again = applyChanges(after, acceptPlan(after, plan, how).changes);
          expect(again.points).toEqual(after.points);
          expect(again.devices).toEqual(after.devices);
          expect(again.hubs).toEqual(after.hubs);
        },
      ),
      { numRuns: 25 },
    );
  });
});
