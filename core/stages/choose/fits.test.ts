import type { Design } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { testDesign } from "../../test-design";
import { candidatesOf, dominated } from "./candidates";
import { belongs, carrierAgainst, carriersOf, controllersOf, type Carrier } from "./carriers";
import { CATALOGUE } from "./catalogue";
import { line } from "./catalogue/line";
import {
  controllerCost,
  controllerWorking,
  pieceCost,
  piecesOf,
  total,
  unitCost,
  unitWorking,
  yearlyOf,
} from "./cost";
import { reasonsAgainst } from "./fits";
import { loadClassOf, plannedW, PLANNED_SHARE } from "./loads";
import { cellPrice, DEFAULT_SETTINGS } from "./settings";
import { cableBan, cableCost, hubRoom, needsCable } from "./site";

const option = (id: string) => CATALOGUE.find((row) => row.id === id)!;
const want = (fn: WantRow["function"], rest: Partial<WantRow> = {}): WantRow => ({
  id: "w",
  room: "hall",
  function: fn,
  count: 1,
  needs: [],
  points: [],
  ...rest,
});
const house = (rest: Partial<Design> = {}): Design => ({ ...testDesign(), options: [...CATALOGUE], ...rest });
const box = (neutral: "yes" | "no" | "unknown", boxDepthMm = 47): Partial<Design> => ({
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
      neutral,
      boxDepthMm,
    },
  ],
  legs: [{ id: "leg", name: "Hall lamps", switches: [{ switch: "s", gang: 1 }], feed: "switched" }],
});
const schools = (of: NonNullable<Design["design"]["schools"]>): Design => {
  const design = house();
  return { ...design, design: { ...design.design, schools: of } };
};
const rented = house({
  constraints: [{ id: "c", name: "The lease", kind: "tenure", tenure: "tenant", rooms: [], walls: [] }],
});

describe("what nothing speaks for is left out", () => {
  const base = {
    option: option("motion-zb"),
    split: { buy: 10, fit: 0, run: 0 },
    cost: 10,
    devices: 1,
    carriers: [0],
    accounts: [],
    offline: false,
    hubless: false,
    battery: false,
  };
  it.each([
    ["dearer", { cost: 11 }],
    ["more devices", { devices: 2 }],
    ["an account", { accounts: ["Northing"] }],
    ["not without the internet", { offline: true }],
    ["nothing by hand without a hub", { hubless: true }],
    ["on cells", { battery: true }],
  ])("%s alone speaks against one, and keeps the other", (_what, worse) => {
    expect(dominated({ ...base, ...worse }, base)).toBe(true);
    expect(dominated(base, { ...base, ...worse })).toBe(false);
  });
  it("the same in every way is left out, and an own carrier is a reason to stay", () => {
    expect(dominated(base, { ...base })).toBe(true);
    expect(dominated({ ...base, carriers: [0, 1] }, base)).toBe(false);
    expect(dominated(base, { ...base, carriers: [0, 1] })).toBe(true);
    expect(dominated({ ...base, carriers: [] }, base)).toBe(false);
  });
});

describe("may this option meet that want?", () => {
  const cases: [what: string, design: Design, want: WantRow, option: string, reasons: string[]][] = [
    ["it serves something else", house(), want("leak"), "motion-zb", ["is no leak sensing"]],
    ["all is well", house(), want("leak"), "leak-zb", []],
    [
      "it lacks an ability",
      house(),
      want("light", { needs: ["colour"] }),
      "lamp-zb-white",
      ["has no colour"],
    ],
    [
      "two of them",
      house(),
      want("light", { needs: ["colour", "energy metering"] }),
      "lamp-zb-white",
      ["has no colour", "does not meter"],
    ],
    [
      "another is settled",
      house(),
      want("leak", { option: "leak-zw" }),
      "leak-zb",
      ["Leak sensor, Z-Wave is settled for it"],
    ],
    ["it is the one settled", house(), want("leak", { option: "leak-zb" }), "leak-zb", []],
    [
      "critical, and a cloud",
      house(),
      want("leak", { critical: true }),
      "leak-wf",
      ["needs the internet, and this must work without"],
    ],
    [
      "in the house, and a cloud",
      house(),
      want("leak", { localOnly: true }),
      "leak-wf",
      ["needs the internet, and this must work without"],
    ],
    [
      "guests, and nothing on the wall",
      house(),
      want("light", { guest: true }),
      "lamp-zb-white",
      ["leaves nothing on the wall a guest could use"],
    ],
    ["guests, and a switch", house(), want("light", { guest: true }), "switch-zb", []],
    [
      "no neutral",
      house(box("no")),
      want("light", { leg: "leg" }),
      "insert-zb-relay",
      ["needs a neutral, and Hall switch has none"],
    ],
    [
      "a neutral nobody knows of",
      house(box("unknown")),
      want("light", { leg: "leg" }),
      "insert-zb-relay",
      ["needs a neutral, and nobody knows whether Hall switch has one"],
    ],
    [
      "no neutral, and none needed",
      house(box("no")),
      want("light", { leg: "leg" }),
      "insert-zb-relay-nn",
      [],
    ],
    [
      "a shallow box",
      house(box("yes", 30)),
      want("light", { leg: "leg" }),
      "insert-zb-relay",
      ["needs a box 35 mm deep, and Hall switch has 30 mm"],
    ],
    [
      "a lamp behind a switch",
      house(box("yes")),
      want("light", { leg: "leg" }),
      "lamp-zb-white",
      ["would be cut off by the switch that works its leg"],
    ],
    [
      "too much load",
      house(),
      want("socket", { loadW: 1841 }),
      "plug-zb-10",
      ["holds 1840 W (80 % of 10 A at 230 V), and the load is 1841 W"],
    ],
    ["as much as may be", house(), want("socket", { loadW: 1840 }), "plug-zb-10", []],
    [
      "too little load",
      house(),
      want("light", { loadW: 4 }),
      "dimmer-zb",
      ["needs at least 5 W, and the load is 4 W"],
    ],
    [
      "no new cable",
      rented,
      want("leak"),
      "leak-wired",
      ["needs new cable, and none may be laid there (The lease)"],
    ],
    ["no new cable, and none needed", rented, want("leak"), "leak-zb", []],
    [
      "fixed wiring of a lease",
      rented,
      want("light"),
      "insert-zb-relay",
      ["goes into the fixed wiring, and that stays as it is (The lease)"],
    ],
    [
      "over its budget",
      house(),
      want("leak", { count: 3, budget: 50 }),
      "leak-zb",
      ["costs 60 to buy and fit, over its budget of 50"],
    ],
    ["within it", house(), want("leak", { count: 3, budget: 60 }), "leak-zb", []],
    [
      "school: switches",
      schools({ lampOrSwitch: "switch where it is enough" }),
      want("light"),
      "lamp-zb-white",
      ["is a lamp where a switch is enough"],
    ],
    [
      "school: switches, and colour",
      schools({ lampOrSwitch: "switch where it is enough" }),
      want("light", { needs: ["colour"] }),
      "lamp-zb-colour",
      [],
    ],
    [
      "school: lamps",
      schools({ lampOrSwitch: "lamps everywhere" }),
      want("light"),
      "switch-zb",
      ["is no lamp, and this design puts smart lamps everywhere"],
    ],
    [
      "school: supported parts",
      house(),
      want("inputs and outputs"),
      "board-wifi",
      ["takes 3 h of upkeep a year, and this design keeps to supported parts"],
    ],
    [
      "school: own parts",
      schools({ bespoke: "own parts, upkeep counted" }),
      want("inputs and outputs"),
      "board-wifi",
      [],
    ],
    [
      "school: shades on cells",
      schools({ shadePower: "battery" }),
      want("shade"),
      "motor-mw-mains",
      ["is fed by mains, and this design's shades by battery"],
    ],
    [
      "school: steps",
      schools({ remoteDimming: "steps" }),
      want("remote"),
      "remote-zb-level",
      ["remembers the level itself, and this design takes relative steps"],
    ],
    [
      "school: levels",
      schools({ remoteDimming: "remembered level" }),
      want("remote", { needs: ["hold to dim"] }),
      "remote-zb-4",
      ["does not remember the level, and this design's remotes do"],
    ],
    ["outdoors, worked from indoors", house(), want("light", { needs: ["outdoor"] }), "switch-zb", []],
    [
      "outdoors, in the rain",
      house(),
      want("socket", { needs: ["outdoor"] }),
      "plug-zb-16",
      ["is not made for outdoors"],
    ],
  ];
  it.each(cases)("%s", (_what, design, ask, id, reasons) =>
    expect(reasonsAgainst(design, ask, option(id))).toEqual(reasons),
  );

  it("puts a decoupled switch beside a lamp, of its own protocol, and counts both", () => {
    const lamps = candidatesOf(
      house(box("yes")),
      want("light", { leg: "leg", guest: true, needs: ["colour"] }),
      true,
    );
    expect(lamps.length).toBeGreaterThan(0);
    for (const one of lamps.filter((candidate) => candidate.option.kind === "lamp")) {
      expect(one.companion!.protocol).toBe(one.option.protocol);
      expect(one.devices).toBe(2);
      expect(one.cost).toBeCloseTo(
        total(pieceCost(one.option, DEFAULT_SETTINGS)) + total(pieceCost(one.companion!, DEFAULT_SETTINGS)),
        6,
      );
    }
  });
});

describe("loads", () => {
  it("dims LEDs to half of what is printed, unless its maker says otherwise", () => {
    expect(plannedW(option("insert-zb-dim"), 230, "electronic")).toEqual({
      limitW: 125,
      source: "half of its incandescent rating",
    });
    expect(plannedW(option("dimmer-zb"), 230, "electronic")).toEqual({
      limitW: 150,
      source: "its LED rating",
    });
    expect(plannedW(option("lamp-zb-white"), 230, "electronic")).toBeUndefined();
    expect(plannedW(option("motion-zb"), 230, "resistive")).toBeUndefined();
  });
  it("knows what hangs on what", () => {
    expect([loadClassOf("light"), loadClassOf("fixed load"), loadClassOf("socket")]).toEqual([
      "electronic",
      "motor",
      "resistive",
    ]);
    expect(PLANNED_SHARE.resistive.share).toBe(0.8);
    expect(PLANNED_SHARE.motor.share).toBeLessThan(0.8);
    expect(PLANNED_SHARE.heater.share).toBeLessThan(0.8);
  });
});

describe("what it costs", () => {
  const settings = { ...DEFAULT_SETTINGS, years: 10, labourRate: 60, energyPrice: 0.3 };
  const plain: OptionRow = line("x", "plug", "X", "Zigbee", "mains", ["socket"], [], 20, {
    labourMin: 15,
    watts: 1,
  });

  it("buys, fits and runs: 20 + 15 min at 60/h + 1 W × 8 766 h × 10 years at 0.30/kWh", () => {
    expect(pieceCost(plain, settings)).toEqual({ buy: 20, fit: 15, run: expect.closeTo(26.298, 6) });
  });
  it("counts cells, subscriptions and the hours of upkeep", () => {
    const rest = yearlyOf(
      { ...plain, watts: 0, cell: "CR2450", cells: 2, batteryYears: 2, yearly: 36, upkeepH: 3 },
      settings,
    );
    expect(rest).toEqual({ power: 0, cells: cellPrice("CR2450"), paid: 36, upkeep: 180 });
    expect(cellPrice(undefined)).toBe(0);
    expect(cellPrice("some other")).toBeGreaterThan(0);
  });
  it("buys a smart lamp for each lamp, and one switch for all", () => {
    expect(piecesOf(option("lamp-zb-white"), want("light", { lampsEach: 6 }))).toBe(6);
    expect(piecesOf(option("switch-zb"), want("light", { lampsEach: 6 }))).toBe(1);
  });
  it("adds the cable of what needs one: the mean of such points in the schedule, else what is usual", () => {
    const design = house();
    const [radio, wired] = [
      unitCost(design, want("leak"), option("leak-zb")),
      unitCost(design, want("leak"), option("leak-wired")),
    ];
    expect(needsCable(option("leak-wired"))).toBe(true);
    expect(needsCable(option("leak-zb"))).toBe(false);
    expect(radio.buy).toBe(14);
    expect(wired.buy).toBeCloseTo(16 + cableCost(design, "leak").buy, 6);
    expect(cableCost(design, "camera").source).toBe("mean of 2 in the pull schedule");
    expect(cableCost(design, "leak").source).toMatch(/typical/);
  });
  it("tells the same by its working", () => {
    const design = house();
    for (const id of ["leak-zb", "leak-wired", "door-wifi"]) {
      const fn = option(id).serves[0]!;
      const working = unitWorking(design, want(fn), option(id));
      expect(working.value).toBeCloseTo(total(unitCost(design, want(fn), option(id))), 6);
      const sum = working.steps.reduce((all, step) => all + Number(/-?[\d.]+/.exec(step.gives)![0]), 0);
      expect(sum).toBeCloseTo(working.value, 0);
    }
    const cells = (of: OptionRow) =>
      unitWorking(design, want("leak"), of).steps.find(({ formula }) => formula === "Cells")!.with;
    const sensor = { ...option("leak-zb"), cell: "CR2032" as const, batteryYears: 2 };
    expect(cells({ ...sensor, cells: undefined })).toMatch(/^1 × CR2032 at [\d.]+, every 2 years$/);
    expect(cells({ ...sensor, cells: 3 })).toMatch(/^3 × /);
  });
  it("takes a controller that stands there as bought", () => {
    expect(controllerCost(option("hub-multi"), DEFAULT_SETTINGS, true)).toMatchObject({ buy: 0, fit: 0 });
    expect(controllerCost(option("hub-multi"), DEFAULT_SETTINGS, false).buy).toBe(340);
    expect(controllerWorking(house(), option("hub-multi"), true).steps[0]!.with).toBe(
      "it is there and stays",
    );
  });
});

describe("who carries it", () => {
  const carrier = (design: Design, key: string): Carrier =>
    carriersOf(design).find((one) => one.key === key)!;
  it.each([
    ["hub-multi Zigbee", "leak", "leak-zb", undefined],
    ["hub-multi Zigbee", "leak", "leak-zw", "Multi-radio local hub does not speak Z-Wave"],
    ["hub-light Zigbee", "leak", "leak-zb", "Lighting hub, its own line only takes only its own line"],
    ["hub-voice Wi-Fi", "leak", "leak-wf", "Voice speaker, no radios runs no automations"],
  ] as const)("%s for %s by %s", (key, fn, id, reason) => {
    expect(carrierAgainst(carrier(house(), key), want(fn), option(id))).toBe(reason);
  });
  it("a trial that found it lacking is a rule; a later one that found it working ends it", () => {
    const trial = {
      ...{ id: "t", option: "leak-zb", with: "hub-multi", on: "2026-01-02", worked: [], lost: [] },
      result: "does not pair" as const,
    };
    const against = (trials: Design["trials"], needs: WantRow["needs"] = [], key = "hub-multi Zigbee") =>
      carrierAgainst(carrier({ ...house(), trials }, key), { ...want("leak"), needs }, option("leak-zb"));
    expect(against([])).toBeUndefined();
    expect(against([trial])).toBe("did not pair with Multi-radio local hub when it was tried on 2026-01-02");
    expect(against([trial], [], "hub-multi-small Zigbee")).toBeUndefined();
    const part = { ...trial, result: "works in part" as const, lost: ["quiet"] };
    expect(against([part])).toBeUndefined();
    expect(against([part], ["quiet"])).toBe(
      "lost “quiet” with Multi-radio local hub when it was tried on 2026-01-02",
    );
    expect(against([trial, { ...trial, id: "u", on: "2026-02-01", result: "works" }])).toBeUndefined();
    const behind = { ...trial, with: "stick-zigbee" };
    expect(against([behind], [], "hub-multi+stick-zigbee Zigbee")).toMatch(/did not pair with Zigbee stick/);
  });
  it("keeps what must stay in the house off a hub that needs the internet", () => {
    expect(
      carrierAgainst(
        carrier(house(), "hub-voice-thread Thread"),
        want("leak", { critical: true }),
        option("leak-th"),
      ),
    ).toBe("Voice speaker with Thread and routines needs the internet");
  });
  it("says what a bridge loses on the way", () => {
    const through = carriersOf(house()).find(
      (one) => one.via?.id === "bridge-bus" && one.hub.id === "hub-multi",
    )!;
    expect(
      carrierAgainst(through, want("light", { needs: ["energy metering"] }), {
        ...option("insert-bus"),
        can: [...option("insert-bus").can, "energy metering"],
      }),
    ).toBe("House bus to the network loses “energy metering” on the way");
  });
  it("puts sticks only where there is a place, and bridges where they are taken", () => {
    expect(belongs(option("stick-zigbee"), option("hub-multi"))).toBe(true);
    expect(belongs(option("stick-zigbee"), option("hub-light"))).toBe(false);
    expect(belongs(option("bridge-light"), option("hub-multi"))).toBe(true);
    expect(belongs(option("bridge-light"), option("hub-zwave"))).toBe(false);
  });
  it("leaves out what takes upkeep, unless it stands in the house already", () => {
    expect(controllersOf(house()).some((row) => row.id === "hub-server")).toBe(false);
    expect(
      controllersOf(house({ hubs: [{ id: "h", option: "hub-server", name: "H" }] })).some(
        (row) => row.id === "hub-server",
      ),
    ).toBe(true);
  });
});

describe("the house", () => {
  it("bans cable in the rooms a constraint names, or in all of them", () => {
    const design = house({
      constraints: [{ id: "c", name: "Plaster", kind: "no new cable", rooms: ["loft"], walls: [] }],
    });
    expect([cableBan(design, "loft"), cableBan(design, "hall")]).toEqual(["Plaster", undefined]);
    expect(cableBan(rented, "store")).toBe("The lease");
  });
  it("puts controllers where one stands, else at a hub's point, else in the first closet", () => {
    expect(hubRoom(house())).toBe("hall");
    const at = { id: "p", kind: "hub", level: "u", room: "loft", x: 1, y: 1, z: 1, name: "p" };
    const design = house({ points: [...testDesign().points, at] });
    expect(hubRoom(design)).toBe("loft");
    expect(hubRoom({ ...design, hubs: [{ id: "h", option: "hub-multi", name: "H", closet: "c" }] })).toBe(
      "hall",
    );
  });
});
