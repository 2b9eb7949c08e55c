import type { Design } from "../../../design/collections";
import { testDesign } from "../../../test-design";
import { CATALOGUE } from "../catalogue";
import type { Highs } from "../mip";
import { loadSolver } from "../solver";
import { yearlyOf } from "../cost";
import { settingsOf } from "../settings";
import { adviseBattery, batteryAgainstWired, CHANGE_MIN } from "./battery";
import { adviseBinding } from "./binding";
import { adviseContact, CONTACTS, EVENTS, loadState } from "./contact";
import { adviseCoordinator } from "./coordinator";
import { adviseHubs } from "./hubs";
import { adviseLeg, LEG_WAYS } from "./leg";
import { adviseRating, ratingOf, ratingTable } from "./rating";
import { holdCourse, holdToDim, rememberedJump, remoteFacts, touchOf } from "./remote";
import { fitChecks, retrofitSheet } from "./retrofit";
import { adviseUndecided } from "./undecided";

const option = (id: string) => CATALOGUE.find((row) => row.id === id)!;

/** One leg with so many lamps of so many watts, worked from so many positions. */
function legHouse({
  lamps = 1,
  watts = 9,
  neutral = "yes" as const as "yes" | "no" | "unknown",
  positions = 1,
  rest = {} as Partial<Design>,
} = {}): Design {
  const at = (i: number) => ({
    id: `s${i}`,
    level: "g",
    room: "hall",
    name: i ? `Hall switch ${i + 1}` : "Hall switch",
    x: 1 + i * 4,
    y: 0.1,
    z: 1.1,
    gangs: 1,
    boxDepthMm: 47,
    neutral,
  });
  return {
    ...testDesign(),
    options: [...CATALOGUE],
    switches: Array.from({ length: positions }, (_, i) => at(i)),
    legs: [
      {
        id: "leg",
        name: "Hall lamps",
        switches: Array.from({ length: positions }, (_, i) => ({ switch: `s${i}`, gang: 1 })),
        feed: "switched",
      },
    ],
    lamps: [
      {
        id: "far",
        level: "g",
        room: "hall",
        name: "Far lamp",
        x: 9,
        y: 5,
        leg: "leg",
        count: Math.max(1, lamps - 1),
        watts,
      },
      ...(lamps > 1
        ? [
            {
              id: "near",
              level: "g",
              room: "hall",
              name: "Near lamp",
              x: 2,
              y: 1,
              leg: "leg",
              count: 1,
              watts,
            },
          ]
        : []),
    ],
    ...rest,
  };
}

describe("lamp, switch, insert or in-line dimmer", () => {
  const way = (advice: ReturnType<typeof adviseLeg>, name: string) =>
    advice.ways.find((one) => one.name === name)!;

  it("takes one device for many plain lamps, and says what the others cost", () => {
    const advice = adviseLeg(legHouse({ lamps: 6, watts: 5 }), "leg");
    expect(advice).toMatchObject({ lampCount: 6, loadW: 30 });
    expect(["insert behind the switch", "wall switch or dimmer"]).toContain(advice.best!.name);
    const lamps = way(advice, "smart lamps and a decoupled switch");
    expect(lamps.ok).toBe(true);
    expect(lamps.cost!).toBeGreaterThan(advice.best!.cost!);
    // Lamps alone: the switch cuts them off, and a guest has nothing to use.
    expect(way(advice, "smart lamps").against).toEqual(
      expect.arrayContaining(["would be cut off by the switch that works its leg"]),
    );
  });

  it("takes lamps with a decoupled switch where colour is wanted", () => {
    const advice = adviseLeg(legHouse(), "leg", { needs: ["colour"] });
    expect(advice.best!.name).toBe("smart lamps and a decoupled switch");
    expect(advice.best!.option!.can).toContain("colour");
    expect(advice.best!.companion!.protocol).toBe(advice.best!.option!.protocol);
    expect(way(advice, "insert behind the switch").against).toContain("has no colour");
  });

  it("asks for no neutral where there is none", () => {
    const advice = adviseLeg(legHouse({ neutral: "no" }), "leg");
    const behind = advice.ways.filter(
      (row) => row.ok && ["insert behind the switch", "wall switch or dimmer"].includes(row.name),
    );
    expect(behind).not.toEqual([]);
    for (const one of behind) expect(one.option!.fit?.neutral).toBeFalsy();
  });

  it("holds the load to half of a dimmer's incandescent rating: 250 W printed, 130 W is too much, 120 W is not", () => {
    const dimmers = (lamps: number) =>
      adviseLeg(
        { ...legHouse({ lamps, watts: 10 }), options: [option("insert-zb-dim"), option("hub-multi")] },
        "leg",
        { needs: ["dim"] },
      );
    expect(dimmers(13).ways.find((one) => one.name === "insert behind the switch")).toMatchObject({
      ok: false,
      against: ["holds 125 W (half of its incandescent rating), and the load is 130 W"],
    });
    expect(dimmers(12).ways.find((one) => one.name === "insert behind the switch")!.ok).toBe(true);
  });

  it("and to its least: 10 W needed, one lamp of 5 W flickers", () => {
    const advice = adviseLeg(
      {
        ...legHouse({ watts: 5, neutral: "no" }),
        options: [option("insert-zb-dim-nn"), option("hub-multi")],
      },
      "leg",
    );
    expect(way(advice, "insert behind the switch").against).toEqual([
      "needs at least 10 W, and the load is 5 W",
    ]);
  });

  it("follows the school, the guest rule and what stands in the house", () => {
    const lampsSchool = legHouse();
    lampsSchool.design = { ...lampsSchool.design, schools: { lampOrSwitch: "lamps everywhere" } };
    expect(adviseLeg(lampsSchool, "leg").best!.name).toBe("smart lamps and a decoupled switch");
    const always = legHouse();
    always.legs = [{ ...always.legs[0]!, feed: "always" }];
    expect(way(adviseLeg(always, "leg", { guest: false }), "smart lamps").ok).toBe(true);
    expect(way(adviseLeg(always, "leg", { guest: true }), "smart lamps").against).toEqual([
      "leaves nothing on the wall a guest could use",
    ]);
    const zwave = { ...legHouse(), hubs: [{ id: "h", option: "hub-zwave", name: "H" }] };
    expect(adviseLeg(zwave, "leg").best!.option!.protocol).toBe("Z-Wave");
    expect(() => adviseLeg(zwave, "nothing")).toThrow(/leg/);
  });

  it("says where the device sits with several positions", () => {
    const advice = adviseLeg(legHouse({ positions: 3 }), "leg");
    expect(way(advice, "insert behind the switch").notes.join()).toMatch(
      /3 positions: the device sits at Hall switch, the others become inputs/,
    );
  });
});

describe("plug and relay rating", () => {
  it.each([
    [13, "resistive", 2392],
    [10, "resistive", 1840],
    [16, "resistive", 2944],
    [16, "heater", 2576],
    [16, "motor", 1840],
    [10, "electronic", 1150],
  ] as const)("%d A, %s: %d W at 230 V", (amps, loadClass, watts) => {
    expect(ratingOf(amps, 230, loadClass).limitW).toBeCloseTo(watts, 6);
  });
  it("takes the smallest that holds, or none", () => {
    expect(adviseRating(2000, 230, "resistive").amps).toBe(12);
    expect(adviseRating(2300, 230, "heater").amps).toBe(16);
    expect(adviseRating(3000, 230, "heater")).toMatchObject({
      verdict: expect.stringMatching(/licensed electrician/),
    });
    expect(adviseRating(2300, 230, "heater").reasons.join()).toMatch(/fire risk/);
    expect(ratingTable(120)[0]![0]!.limitW).toBe(960);
  });
});

it("tells the state of the load for each contact and event", () => {
  expect(CONTACTS.map((contact) => EVENTS.map((event) => loadState(contact, event)))).toEqual([
    ["on", "off", "off", "off"],
    ["off", "on", "on", "on"],
    ["on", "off", "as it was", "as it was"],
  ]);
  expect(adviseContact("on").contact).toBe("normally closed");
  expect(adviseContact("off")).toMatchObject({
    contact: "normally open",
    verdict: "Wire the normally open contact: when the controller is dead or its bus is cut, the load is off",
  });
  expect(adviseContact("as it was").contact).toBe("latching");
});

describe("direct link", () => {
  it.each([
    ["keypad-zb-4", "dimmer-zb", true, true, /binding/],
    ["keypad-zw-4", "dimmer-zw", true, true, /association/],
    ["keypad-zb-4", "dimmer-zw", true, false, /speaks Zigbee.*speaks Z-Wave/],
    ["keypad-zb-4", "dimmer-zb", false, false, /two networks/],
    ["remote-zb-1", "lamp-zb-white", true, false, /cannot be linked/],
    ["keypad-433-2", "plug-433-13", true, false, /no direct link/],
    ["leak-zb", "plug-zb-10", true, false, /sends no commands/],
  ])("%s to %s, same network %s: %s", (control, device, same, possible, text) => {
    const advice = adviseBinding(option(control), option(device), same);
    expect(advice.possible).toBe(possible);
    expect([advice.verdict, ...advice.reasons].join(" ")).toMatch(text);
  });
});

describe("battery against wired", () => {
  it("pays for itself after (150 − 50) ÷ (25 − 5) = 5 years", () => {
    expect(
      batteryAgainstWired({ batteryNow: 50, batteryYearly: 25, wiredNow: 150, wiredYearly: 5, years: 8 }),
    ).toEqual({ battery: 250, wired: 190, breakEvenYears: 5 });
    expect(
      batteryAgainstWired({ batteryNow: 50, batteryYearly: 1, wiredNow: 150, wiredYearly: 5, years: 8 })
        .breakEvenYears,
    ).toBeUndefined();
    expect(
      batteryAgainstWired({ batteryNow: 50, batteryYearly: 1, wiredNow: 40, wiredYearly: 5, years: 8 })
        .breakEvenYears,
    ).toBe(0);
  });
  it("says no where no cable may be laid", () => {
    const design: Design = {
      ...testDesign(),
      options: [...CATALOGUE],
      constraints: [{ id: "c", name: "The lease", kind: "no new cable", rooms: [], walls: [] }],
    };
    const ask = {
      battery: option("leak-zb"),
      wired: option("leak-wired"),
      kind: "leak",
      count: 3,
      room: "hall",
    };
    expect(adviseBattery(design, ask).verdict).toBe("On cells: no cable may be laid");
    const free = adviseBattery({ ...design, constraints: [] }, ask);
    // By hand: each of the three takes one cell in three years, and ten minutes of somebody's time to
    // change it.
    const leak = option("leak-zb");
    const settings = settingsOf(design);
    const { power, cells, paid, upkeep } = yearlyOf(leak, settings);
    expect(leak.batteryYears).toBe(3);
    expect(CHANGE_MIN).toBe(10);
    expect(free.input.batteryYearly).toBeCloseTo(
      3 * (power + cells + paid + upkeep + (1 / 3) * (10 / 60) * settings.labourRate),
      6,
    );
    expect(free.cellsPerYear).toBeCloseTo(1, 6);
    expect(free.verdict).toMatch(free.wired <= free.battery ? /^By cable/ : /^On cells/);
  });
});

describe("remotes", () => {
  it("full range = range ÷ step × interval: 100 % ÷ 5 % × 200 ms = 4 s; smooth from 160 ms", () => {
    const hold = holdToDim({ rangePct: 100, stepPct: 5, intervalMs: 200, transitionMs: 160 });
    expect(hold).toMatchObject({ fullS: 4, leastTransitionMs: 160, smooth: true });
    expect(holdToDim({ rangePct: 100, stepPct: 5, intervalMs: 200, transitionMs: 159 })).toMatchObject({
      smooth: false,
      verdict: expect.stringMatching(/Seen as 20 steps: fade for at least 160 ms/),
    });
    expect(holdToDim({ rangePct: 100, stepPct: 2, intervalMs: 200, transitionMs: 200 }).verdict).toMatch(
      /slow: 10.0 s/,
    );
    expect(holdToDim({ rangePct: 100, stepPct: 25, intervalMs: 200, transitionMs: 200 }).verdict).toMatch(
      /too fast/,
    );
  });
  it("the course of a held button: each step fades, then rests; it ends at the top, however steps divide the range", () => {
    expect(holdCourse({ rangePct: 100, stepPct: 50, intervalMs: 800, transitionMs: 300 })).toEqual([
      [0, 0],
      [0, 0],
      [0.3, 50],
      [0.8, 50],
      [1.1, 100],
      [1.6, 100],
    ]);
    // A fade longer than its step is cut off by the next; steps that overshoot stop at the top.
    expect(holdCourse({ rangePct: 60, stepPct: 40, intervalMs: 500, transitionMs: 900 })).toEqual([
      [0, 40],
      [0, 40],
      [0.5, 80],
      [0.5, 80],
      [1, 100],
      [1, 100],
    ]);
    const fine = holdCourse({ rangePct: 100, stepPct: 0.1, intervalMs: 10, transitionMs: 10 });
    expect(fine).toHaveLength(2 * 400 + 2);
    expect(fine.at(-1)).toEqual([10, 100]);
  });
  it("a remembered level of 80 % against a lamp at 20 % jumps by 60 %", () => {
    expect(rememberedJump(80, 20)).toBe(60);
    expect(rememberedJump(20, 80)).toBe(60);
  });
  it("tells touch by buttons, and every remote's cell", () => {
    expect([1, 2, 3, 4, 5, 8].map((n) => touchOf(n).told)).toEqual([
      "needless",
      "no",
      "partly",
      "no",
      "partly",
      "partly",
    ]);
    const facts = remoteFacts(CATALOGUE);
    expect(facts.length).toBeGreaterThan(10);
    expect(facts.every((fact) => fact.cell !== "none")).toBe(true);
    expect(facts.find((fact) => fact.option.id === "remote-zb-level")!.dims).toMatch(/jumps/);
  });
});

it("a coordinator on the hub: (5 + 2 + 12 × 0.25) min × 10 restarts = 100 min a year, with its own supply none", () => {
  expect(adviseCoordinator({ hubMin: 5, perYear: 10, batteryDevices: 12 })).toMatchObject({
    stickMin: 100,
    standingMin: 0,
    verdict: "Take one with its own supply",
  });
  expect(adviseCoordinator({ hubMin: 2, perYear: 3, batteryDevices: 4 }).verdict).toMatch(/stick will do/);
});

describe("a place that is not decided", () => {
  const ask = { places: 3, radioMore: 15, cellsYearly: 1, moveAgainPct: 0, kind: "keypad", room: "hall" };
  it("weighs drops against a radio", () => {
    const advice = adviseUndecided(testDesign(), ask);
    expect(advice.ways[0]!.name).toBe("radio on cells");
    const [each, one] = [
      advice.ways.find((way) => way.name === "a spare drop to each place")!,
      advice.ways.find((way) => way.name === "one drop to the likeliest place")!,
    ];
    // One drop D and two chances in three of one at 8 D: D + 16/3 D against 3 D.
    expect(one.cost / each.cost).toBeCloseTo((1 + 16 / 3) / 3, 6);
    expect(adviseUndecided(testDesign(), { ...ask, radioMore: 5000 }).ways[0]!.name).toBe(
      "a spare drop to each place",
    );
  });
  it("leaves the radio where no cable may be laid", () => {
    const design: Design = {
      ...testDesign(),
      constraints: [{ id: "c", name: "The lease", kind: "no new cable", rooms: [], walls: [] }],
    };
    const advice = adviseUndecided(design, { ...ask, radioMore: 5000 });
    expect(advice.ways.map((way) => way.ok)).toEqual([true, false, false]);
  });
});

describe("one hub or several", () => {
  let highs: Highs;
  beforeAll(async () => {
    highs = await loadSolver();
  });
  it("takes one where one does it, and two where one leaves something out", () => {
    const design: Design = {
      ...testDesign(),
      options: [...CATALOGUE],
      wants: [{ id: "a", room: "hall", function: "presence", count: 1, needs: [], points: [] }],
    };
    expect(adviseHubs(highs, design).verdict).toMatch(/^One hub/);
    const closed: Design = {
      ...design,
      options: [
        option("hub-light"),
        option("hub-shade"),
        option("motion-zb-out"),
        option("motor-868-battery"),
      ],
      wants: [
        { ...design.wants[0]!, needs: ["outdoor"] },
        { id: "b", room: "hall", function: "shade", count: 1, needs: [], points: [] },
      ],
    };
    const advice = adviseHubs(highs, closed);
    expect(advice.verdict).toBe("2 hubs: one alone leaves 1 unit unmet");
    expect(advice.rows.map((row) => row.missed)).toEqual([1, 0, 0]);
  });
});

describe("retrofit sheet", () => {
  const spot = option("lamp-zb-down-fire"); // for a 76 mm hole, bezel 88 mm, 68 mm deep, 60 min
  it.each([
    [70, 200, 0, ["with work", "goes"]],
    [76, 200, 0, ["goes", "goes"]],
    [79, 200, 0, ["goes", "goes"]],
    [80, 200, 30, ["with work", "goes", "goes"]],
    [81, 93, 60, ["does not go", "goes", "goes"]],
    [76, 92, 90, ["goes", "does not go", "with work"]],
  ] as const)("a hole of %d mm, %d mm of void, %d min", (oldHoleMm, voidMm, fireMin, verdicts) => {
    expect(fitChecks({ oldHoleMm, voidMm, fireMin }, spot).map((check) => check.verdict)).toEqual(verdicts);
  });

  const threePlaces = () => {
    const design = legHouse({ lamps: 3 });
    const more = ["mid", "far"].map((id, i) => ({
      ...design.switches[0]!,
      id,
      name: `${id} switch`,
      x: 4 + i,
    }));
    return {
      ...design,
      switches: [...design.switches, ...more],
      legs: design.legs.map((row) => ({
        ...row,
        switches: [...row.switches, { switch: "mid", gang: 1 }, { switch: "far", gang: 1 }],
      })),
    };
  };
  const at = (texts: readonly string[], what: RegExp) => texts.findIndex((text) => what.test(text));

  it.each(LEG_WAYS)(
    "%s: isolated and proved before a box is opened, wires before electronics, one position after another",
    (name) => {
      const sheet = retrofitSheet(threePlaces(), "leg", { way: name });
      const texts = sheet.steps.map((step) => step.text);
      const order = [
        /nothing opened/,
        /lock it off/,
        /prove dead at a lamp/,
        /Only now open Hall switch/,
        /Then open mid switch/,
        /Then open far switch/,
        /Photograph every open box/,
        /^At Hall switch/,
        /^At mid switch/,
        /^At far switch/,
        /insulation resistance/i,
        /^Close mid switch/,
        /^Close far switch/,
        /^Tug every wire/,
        /lock off last/,
      ].map((what) => at(texts, what));
      expect(order).not.toContain(-1);
      expect(order).toEqual([...order].sort((p, q) => p - q));
      // No box is opened, and no wire touched, before the proof.
      expect(at(texts, /open(?!ed)|terminal|Take .* out/i)).toBeGreaterThan(
        at(texts, /prove dead at a lamp/),
      );
      for (const what of [
        /lock it off/,
        /prove dead at a lamp/,
        /Only now open/,
        /Then open mid/,
        /Then open far/,
        /insulation/,
        /lock off last/,
      ])
        expect(sheet.steps[at(texts, what)]!.safety).toBe(true);
      // Nothing electronic is connected before the insulation test.
      const test = at(texts, /insulation resistance/i);
      expect(texts[test]).toMatch(/leave every electronic part off/);
      expect(texts[test]).toContain(sheet.way.option!.name);
      for (const [i, text] of texts.entries())
        if (/^(Set|Close|Put)/.test(text)) expect(i).toBeGreaterThan(test);
      // Every position in the tests and in the materials.
      for (const row of sheet.advice.switches)
        expect(sheet.tests.some((one) => one.includes(row.name))).toBe(true);
      const linked = sheet.positions.filter((position) => position.role === "linked").length;
      expect(linked).toBe(["in-line dimmer at the lamp", "smart lamps"].includes(name) ? 3 : 2);
      expect(sheet.materials).toContainEqual({ count: linked, what: "Blank plate" });
      expect(sheet.materials.find((one) => one.what.startsWith("Battery switch"))?.count).toBe(
        name === "smart lamps" ? undefined : linked,
      );
      expect(sheet.labels.filter((text) => text.startsWith("Inside")).length).toBeGreaterThanOrEqual(linked);
      expect(new Set(sheet.materials.map((one) => one.what)).size).toBe(sheet.materials.length);
    },
  );

  it("has a test of its own for each way", () => {
    const own = LEG_WAYS.map((name) => retrofitSheet(threePlaces(), "leg", { way: name }).tests);
    for (const [i, tests] of own.entries())
      expect(tests.some((text) => own.every((other, k) => k === i || !other.includes(text)))).toBe(true);
  });

  it("a neutral that is used is proved to be of this circuit first", () => {
    const design = threePlaces();
    const asks = {
      ...design,
      options: design.options.map((row) =>
        row.kind === "insert" ? { ...row, fit: { ...row.fit, neutral: true } } : row,
      ),
    };
    const texts = retrofitSheet(asks, "leg", { way: "insert behind the switch" }).steps.map(
      (step) => step.text,
    );
    expect(at(texts, /neutral in Hall switch belongs to/)).toBeGreaterThan(at(texts, /Photograph/));
    expect(at(texts, /neutral in Hall switch belongs to/)).toBeLessThan(at(texts, /^At Hall switch/));
  });

  it("puts an in-line device at the first point fed from the switch, and links the feed", () => {
    const sheet = retrofitSheet(legHouse({ lamps: 3 }), "leg", { way: "in-line dimmer at the lamp" });
    expect(sheet.firstPoint!.id).toBe("near");
    const steps = sheet.steps.map((step) => step.text);
    expect(steps.join()).toMatch(/Near lamp, the first point fed from Hall switch/);
    expect(steps.join()).toMatch(/join the feed and the line to the lamps/);
    expect(sheet.materials).toContainEqual({ count: 1, what: "Blank plate" });
    expect(sheet.labels.join()).toMatch(/always live/);
    expect(sheet.beforeClosing.join()).toMatch(/Pair it/);
  });

  it("says at once whether a fitting goes into the hole, also where nobody has measured it", () => {
    const wide = retrofitSheet(legHouse({ lamps: 2 }), "leg", {
      way: "smart lamps",
      option: "lamp-zb-down-fire",
    });
    expect(wide).toMatchObject({ holeAssumed: true, hole: { oldHoleMm: 80, voidMm: 150, fireMin: 0 } });
    expect(wide.checks.map((check) => check.verdict)).toEqual(["with work", "goes"]);
    const narrow = {
      ...legHouse({ lamps: 2 }),
      options: CATALOGUE.map((row) =>
        row.id === "lamp-zb-down-fire" ? { ...row, fit: { ...row.fit, holeMm: 92, bezelMm: 105 } } : row,
      ),
    };
    expect(
      retrofitSheet(narrow, "leg", { way: "smart lamps", option: "lamp-zb-down-fire" }).checks[0],
    ).toEqual({ what: "hole", verdict: "with work", text: "Cut the hole from 80 to 92 mm" });
    expect(
      retrofitSheet(legHouse({ lamps: 2 }), "leg", { way: "insert behind the switch" }).hole,
    ).toBeUndefined();
  });

  it("takes hole, fire rating and void from the survey, and lists rings", () => {
    const design = legHouse({ lamps: 2 });
    design.lamps = design.lamps.map((lamp) => ({ ...lamp, holeMm: 80, fireMin: 30 }));
    const sheet = retrofitSheet(design, "leg", {
      way: "smart lamps and a decoupled switch",
      option: "lamp-zb-down-fire",
    });
    expect(sheet.hole).toEqual({ oldHoleMm: 80, voidMm: 200, fireMin: 30 });
    expect(sheet.checks.map((check) => check.verdict)).toEqual(["with work", "goes", "goes"]);
    expect(sheet.materials).toContainEqual({ count: 2, what: "Adapter ring for 80 mm" });
    // What fits the hole is what is bought, once a lamp, and no other lamp beside it.
    expect(sheet.materials.filter((one) => /lamp|spot|downlight/i.test(one.what))).toEqual([
      { count: 2, what: option("lamp-zb-down-fire").name },
    ]);
    const insert = retrofitSheet(design, "leg", {
      way: "insert behind the switch",
      option: "lamp-zb-down-fire",
    });
    expect(insert.materials).toContainEqual({ count: 2, what: option("lamp-zb-down-fire").name });
    expect(insert.materials).toContainEqual({ count: 1, what: insert.way.option!.name });
  });
});
