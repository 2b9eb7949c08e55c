import { larkspurWeir, ropewalkCourt } from "../../../tests/core/houses";
import type { Design } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { point, testDesign } from "../../test-design";
import { answerChoice } from "./answer";
import { candidatesOf } from "./candidates";
import { CATALOGUE } from "./catalogue";
import { line } from "./catalogue/line";
import { conflictsOf } from "./conflict";
import { chooseChecks, protocolLoad } from "./checks";
import { asksOf, hubAgainst, hubsAgainst, nextBest, whyNot } from "./explain";
import { reasonsAgainst } from "./fits";
import { addColumn, addRow, emptyMip, minimise, type Highs } from "./mip";
import { choiceModel } from "./model";
import { nextBests, nextBestSolved } from "./next-best";
import { chooseJson } from "./output";
import { choose, withoutIdle, type Plan } from "./plans";
import { loadSolver } from "./solver";

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
const house = (wants: WantRow[], options: readonly OptionRow[] = CATALOGUE): Design => ({
  ...testDesign(),
  options: [...options].sort((a, b) => (a.id < b.id ? -1 : 1)),
  wants,
});
const hub = (
  id: string,
  protocol: OptionRow["protocol"],
  price: number,
  rest: Partial<OptionRow> = {},
): OptionRow => ({
  ...line(id, "hub", id, "Ethernet", "mains", [], [], price),
  watts: 0,
  labourMin: 0,
  controls: { radios: [{ protocol, devices: 9 }], engine: true },
  ...rest,
});
const part = (
  id: string,
  protocol: OptionRow["protocol"],
  price: number,
  serves: WantRow["function"][] = ["presence"],
): OptionRow => ({
  ...line(id, "presence sensor", id, protocol, "battery", serves, [], price),
  watts: 0,
  labourMin: 0,
});

/**
 * 26 wants over radios that hold three devices each: hard enough that the search does not end at its first
 * node.
 */
function tight(seed: number): Design {
  const FNS: WantRow["function"][] = [
    "presence",
    "socket",
    "opening",
    "leak",
    "climate sensing",
    "remote",
    "light",
    "shade",
  ];
  let state = seed;
  const next = (below: number) => (state = (state * 1103515245 + 12345) % 2147483648) % below;
  const wants = Array.from({ length: 26 }, (_, i) =>
    want(`w${String(i).padStart(2, "0")}`, FNS[next(FNS.length)]!, {
      count: 1 + next(3),
      ...(next(5) === 0 ? { critical: true } : {}),
      ...(next(4) === 0 ? { localOnly: true } : {}),
    }),
  );
  return house(
    wants,
    CATALOGUE.map((row) =>
      row.controls
        ? {
            ...row,
            controls: {
              ...row.controls,
              radios: row.controls.radios.map((radio) => ({ ...radio, devices: Math.min(3, radio.devices) })),
            },
          }
        : row,
    ),
  );
}

const countOf = (design: Design, plan: Plan) =>
  plan.hubs.length +
  plan.addons.filter((one) => design.options.find((option) => option.id === one.option)!.kind === "bridge")
    .length +
  plan.accounts.length;

describe("a plan is never worse than another of the same answer", () => {
  test.each([1, 2, 3, 4])("however little work is allowed (seed %i)", (seed) => {
    const design = tight(seed);
    for (const nodes of [1, 3, 40]) {
      const { plans } = choose(highs, design, { nodes });
      const [cost, few] = plans;
      for (const other of plans) expect(cost!.weighed).toBeLessThanOrEqual(other.weighed + 1e-6);
      for (const other of plans) expect(countOf(design, few!)).toBeLessThanOrEqual(countOf(design, other));
      for (const plan of plans) {
        expect(plan.bound).toBeLessThanOrEqual(plan.weighed + 1e-6);
        // Nothing is bought that carries nothing, and no account opened that nothing needs.
        for (const one of plan.hubs)
          expect(
            one.radios.length + plan.addons.filter((addon) => addon.of === one.option).length,
          ).toBeGreaterThan(0);
        for (const one of plan.addons) expect(one.radios.length).toBeGreaterThan(0);
        const lines = [...plan.hubs, ...plan.addons, ...plan.picks]
          .map((one) => design.options.find((option) => option.id === one.option)!)
          .filter((option) => option.account)
          .map((option) => option.line ?? option.id);
        expect(plan.accounts.filter((account) => !lines.includes(account))).toEqual([]);
      }
      // The same again, whatever the machine does meanwhile.
      expect(choose(highs, design, { nodes }).plans.map((plan) => [plan.weighed, plan.picks])).toEqual(
        plans.map((plan) => [plan.weighed, plan.picks]),
      );
    }
  });
  test("what a search that was ended left open is closed; what stays in the house is not", () => {
    const design = house(
      [want("a", "presence")],
      [
        hub("hz", "Zigbee", 50),
        hub("hw", "Z-Wave", 60, { account: true, line: "L" }),
        part("pz", "Zigbee", 10),
        part("pw", "Z-Wave", 10),
      ],
    );
    const model = choiceModel(design);
    const values = new Float64Array(model.mip.names.length);
    const set = (name: string) => (values[model.mip.names.indexOf(name)] = 1);
    const pz = model.groups[0]!.candidates.findIndex((one) => one.option.id === "pz");
    set("hub hz");
    set("hub hw");
    set("account L");
    values[model.x[0]![pz]!] = 1;
    values[model.flows.find((flow) => model.carriers[flow.carrier]!.hub.id === "hz")!.column] = 1;
    values[model.extra] = 1;
    const left = withoutIdle(model, values);
    const on = (name: string) => left[model.mip.names.indexOf(name)];
    expect([on("hub hz"), on("hub hw"), on("account L"), left[model.extra]]).toEqual([1, 0, 0, 0]);
    const kept = choiceModel({ ...design, hubs: [{ id: "h", option: "hw", name: "There", keep: true }] });
    expect(withoutIdle(kept, values)[kept.mip.names.indexOf("hub hw")]).toBe(1);
  });
  test("a search that finds nothing gives back what it was started from", () => {
    const mip = emptyMip();
    const columns = Array.from({ length: 12 }, (_, i) => addColumn(mip, `x${i}`, 0, 1, true));
    addRow(
      mip,
      5,
      Infinity,
      columns.map((column) => [column, 1] as const),
    );
    const cost = columns.map((_, i) => 1 + ((i * 7) % 5));
    const start = Float64Array.from(columns, () => 1);
    const found = minimise(highs, mip, cost, { nodes: 1, start });
    expect(found.objective).toBeLessThanOrEqual(cost.reduce((sum, one) => sum + one, 0));
    expect(["optimal", "feasible"]).toContain(found.status);
  });
});

describe("what a want asks", () => {
  test("infrared that must work in the house is not met by a cloud hub's own emitter", () => {
    const cloudy = hub("hc", "infrared", 40, {
      cloud: true,
      local: false,
      controls: { radios: [{ protocol: "infrared", devices: 9 }], engine: true, infrared: true },
    });
    const design = {
      ...house([want("a", "infrared", { room: "hall" })], [cloudy]),
      points: [{ ...point("h", "hub", "g", "hall", 1, 1, 1) }],
    };
    expect(candidatesOf(design, design.wants[0]!)).toHaveLength(1);
    for (const asks of [{ localOnly: true }, { critical: true }])
      expect(candidatesOf(design, { ...design.wants[0]!, ...asks })).toEqual([]);
    const local = { ...design, options: [{ ...cloudy, cloud: false, local: true }] };
    expect(candidatesOf(local, { ...design.wants[0]!, localOnly: true })).toHaveLength(1);
  });
  test("a budget covers cable and the switch beside a lamp, for all units together", () => {
    const wired = CATALOGUE.find((row) => row.serves.includes("presence") && row.protocol === "house bus")!;
    const design = house([]);
    const [one] = candidatesOf({ ...design, wants: [] }, want("a", "presence"), true).filter(
      (candidate) => candidate.option.id === wired.id,
    );
    const sum = 2 * (one!.split.buy + one!.split.fit);
    expect(one!.split.buy).toBeGreaterThan(wired.price);
    expect(reasonsAgainst(design, want("a", "presence", { count: 2, budget: sum + 0.01 }), wired)).toEqual(
      [],
    );
    expect(reasonsAgainst(design, want("a", "presence", { count: 2, budget: sum - 0.01 }), wired)[0]).toMatch(
      /to buy and fit, its cable included, over its budget/,
    );
    const lamp = want("l", "light", { needs: ["colour"], guest: true, lampsEach: 2 });
    const [pair] = candidatesOf(design, lamp, true).filter((candidate) => candidate.companion);
    const both = pair!.split.buy + pair!.split.fit;
    const offered = (budget: number) =>
      candidatesOf(design, { ...lamp, budget }, true).some(
        (candidate) =>
          candidate.option.id === pair!.option.id && candidate.companion?.id === pair!.companion!.id,
      );
    expect([offered(both + 0.01), offered(both - 0.01)]).toEqual([true, false]);
  });
});

describe("why not the next", () => {
  test("the whole plan's difference, the hub it would need included", () => {
    // Presence by Zigbee, whose hub is there; the leak probe by Z-Wave costs 4 more and needs a hub of 60.
    const design = house(
      [want("a", "presence"), want("b", "leak")],
      [
        hub("hz", "Zigbee", 50),
        hub("hw", "Z-Wave", 60),
        part("pz", "Zigbee", 10),
        part("lz", "Zigbee", 20, ["leak"]),
        part("lw", "Z-Wave", 24, ["leak"]),
      ],
    );
    const plan = choose(highs, design).plans[0]!;
    const b = design.wants[1]!;
    expect(nextBest(design, plan, b)).toMatchObject({
      option: "lw",
      more: 64,
      text: "needs hw as well, costs 64 more in all, the rest as it is",
    });
    expect(nextBestSolved(highs, design, plan, b)).toEqual({
      option: "lw",
      more: 64,
      solved: true,
      text: "needs hw as well, costs 64 more in all",
    });
    expect(
      whyNot(
        design,
        plan,
        b,
        design.options.find((row) => row.id === "lw")!,
      ),
    ).toMatch(/costs 64 more/);
  });
  test("what goes with it is taken off: a hub that carried nothing else", () => {
    const design = house(
      [want("a", "presence")],
      [hub("hz", "Zigbee", 50), hub("hw", "Z-Wave", 60), part("pz", "Zigbee", 10), part("pw", "Z-Wave", 12)],
    );
    const plan = choose(highs, design).plans[0]!;
    expect(nextBest(design, plan, design.wants[0]!)).toMatchObject({
      option: "pw",
      more: 12,
      text: "needs hw as well, costs 12 more in all",
    });
  });
  test("every difference stated is what the plan comes to when the option is settled on", () => {
    const design = house([
      want("a", "presence", { count: 2 }),
      want("b", "leak", { localOnly: true }),
      want("c", "socket"),
      want("d", "light", { needs: ["dim"] }),
      want("e", "lock", { critical: true }),
    ]);
    const { plans } = choose(highs, design);
    const found = [...nextBests(highs, design, plans)].filter((next) => next !== undefined);
    expect(found.length).toBeGreaterThanOrEqual(12);
    for (const { kind, wants, why } of found) {
      const settled = {
        ...design,
        wants: design.wants.map((row) => (row.id === wants[0] ? { ...row, option: why.option } : row)),
      };
      const now = choose(highs, settled).plans.find((plan) => plan.kind === kind)!;
      expect([kind, wants[0], why.option, why.more]).toEqual([
        kind,
        wants[0],
        why.option,
        expect.closeTo(now.cost - plans.find((plan) => plan.kind === kind)!.cost, 2),
      ]);
    }
  });
  test("a want that nothing else could meet is passed over one by one, so that whoever asks may stop", () => {
    const design = house([want("a", "presence")], [hub("h", "Zigbee", 5), part("p", "Zigbee", 1)]);
    expect([...nextBests(highs, design, choose(highs, design).plans)]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
  test("an account counts, and a full radio is said", () => {
    const cloud = { ...part("pc", "Wi-Fi", 1), account: true, cloud: true, local: false, line: "Away" };
    const wifi = hub("hf", "Wi-Fi", 0);
    const design = house(
      [want("a", "presence")],
      [hub("hz", "Zigbee", 5), wifi, part("pz", "Zigbee", 1), cloud],
    );
    const plan = choose(highs, design).plans[0]!;
    const why = nextBest(design, plan, design.wants[0]!)!;
    expect(why.option).not.toBe(plan.picks[0]!.option);
    expect(why.text).toMatch(/penalty|account|costs|saves/);
    const full = house(
      [want("a", "presence"), want("b", "leak")],
      [
        hub("hz", "Zigbee", 5, { controls: { radios: [{ protocol: "Zigbee", devices: 1 }], engine: true } }),
        part("pz", "Zigbee", 1),
        part("pn", "none", 30),
        part("ln", "Zigbee", 5, ["leak"]),
      ],
    );
    const tightPlan = choose(highs, full).plans[0]!;
    const left = tightPlan.picks.find((pick) => pick.option === "pn") ? full.wants[0]! : full.wants[1]!;
    expect(nextBest(full, tightPlan, left)!.text).toBe("its radio is full");
  });
});

describe("ways out of a conflict", () => {
  test("a budget that is too low: the least that would do, with the option it is for, and the options that are over it", () => {
    const design = house(
      [want("a", "presence", { budget: 5 })],
      [hub("hz", "Zigbee", 50), part("cheap", "Zigbee", 12.3), part("dear", "Zigbee", 40)],
    );
    const [conflict] = conflictsOf(highs, design);
    expect(conflict!.giveUp.map((way) => way.text)).toContain(
      "Raise the budget of presence, Hall from 5 to 13, for cheap",
    );
    expect(conflict!.giveUp.filter((way) => way.text.startsWith("Raise"))).toHaveLength(1);
    expect(conflict!.reasons.flatMap((reason) => reason.names).sort()).toEqual(["cheap", "dear"]);
  });
  test("a limit of controllers is raised to the least that does", () => {
    const parts = (["Zigbee", "Z-Wave", "Thread"] as const).flatMap((protocol, i) => [
      hub(`h${i}`, protocol, 10),
      part(`p${i}`, protocol, 5, [(["presence", "leak", "socket"] as const)[i]!]),
    ]);
    const design = house([want("a", "presence"), want("b", "leak"), want("c", "socket")], parts);
    design.design = {
      ...design.design,
      choosing: { years: 8, penalty: 60, labourRate: 45, energyPrice: 0.28, region: "Europe", maxHubs: 1 },
    };
    const texts = conflictsOf(highs, design).flatMap((conflict) => conflict.giveUp.map((way) => way.text));
    expect(texts.filter((text) => text.startsWith("Raise the limit"))).toEqual([
      "Raise the limit to 3 controllers instead of 1",
    ]);
  });
});

test("the table of hubs has a row for every different ask: budget, load, lamps, and the room where it decides", () => {
  const asks = (...rest: Partial<WantRow>[]) =>
    asksOf({
      ...house(rest.map((one, i) => want(`w${i}`, "light", one))),
      constraints: [{ id: "c", name: "Listed", kind: "no new cable", rooms: ["loft"], walls: [] }],
    });
  expect(asks({}, { count: 3 }).map((row) => [row.wants, row.units])).toEqual([[2, 4]]);
  for (const differs of [
    { budget: 50 },
    { loadW: 200 },
    { lampsEach: 4 },
    { room: "loft" },
    { critical: true },
    { localOnly: true },
    { guest: true },
    { needs: ["dim" as const] },
  ])
    expect(asks({}, differs)).toHaveLength(2);
  // A budget is of all its units together.
  expect(asks({ budget: 50 }, { budget: 100, count: 2 })).toHaveLength(1);
  expect(asks({}, { room: "store" })).toHaveLength(1);
});

test("what is used of a protocol: closed controllers take their own line, the open ones must hold the rest", () => {
  const zig = (id: string, devices: number, rest: Partial<OptionRow> = {}) => ({
    ...hub(id, "Zigbee", 10, rest),
    controls: {
      radios: [{ protocol: "Zigbee" as const, devices }],
      engine: true,
      ...(rest.line ? { closed: true } : {}),
    },
  });
  const design: Design = {
    ...house(
      [],
      [
        zig("open", 4),
        zig("shut", 2, { line: "L" }),
        zig("shut2", 1, { line: "L" }),
        { ...part("own", "Zigbee", 5), line: "L" },
        part("any", "Zigbee", 5),
      ],
    ),
    hubs: ["open", "shut", "shut2"].map((option, i) => ({ id: `h${i}`, option, name: option })),
  };
  design.points = [point("p", "motion", "g", "hall", 5, 1, 2)];
  design.devices = [
    ...Array.from({ length: 5 }, (_, i) => ({ id: `o${i}`, option: "own", i })),
    ...Array.from({ length: 3 }, (_, i) => ({ id: `a${i}`, option: "any", i })),
  ].map(({ id, option }) => ({
    id,
    option,
    point: "p",
    name: id,
    status: "chosen" as const,
    protocol: "Zigbee" as const,
  }));
  // Five of the line, three of them on its own two controllers; two and the three others on the open one,
  // which holds four.
  expect(protocolLoad(design, "Zigbee")).toEqual({ devices: 8, onOpen: 5, holds: 4, controllers: 3 });
  expect(chooseChecks(design).find((one) => one.code === "choose.radio-limit")).toMatchObject({
    measured: 5,
    limit: 4,
  });
});

test("the command line says what a second engine needs: ways, splits, penalties, accounts", () => {
  const json = chooseJson(highs, house([want("a", "presence", { count: 2 }), want("b", "leak")]));
  for (const plan of json.plans) {
    const parts = [...plan.picks, ...plan.controllers].map((one) => one.split);
    for (const part of ["buy", "fit", "run"] as const)
      expect(parts.reduce((sum, one) => sum + one[part], 0)).toBeCloseTo(plan.split[part], 1);
    expect(plan.split.buy + plan.split.fit + plan.split.run).toBeCloseTo(plan.cost, 1);
    expect(plan.cost + plan.penalty).toBeCloseTo(plan.weighed, 1);
    for (const pick of plan.picks)
      if (pick.hub) expect(plan.controllers.map((one) => one.option)).toContain(pick.via ?? pick.hub);
  }
});

test("a hub that speaks a want's protocol and cannot carry it says what stands in the way", () => {
  const cloudy = hub("cloudy", "Zigbee", 10, { local: false });
  const own = hub("own", "Z-Wave", 10);
  const design = house(
    [want("a", "presence", { critical: true })],
    [cloudy, own, part("sensor", "Zigbee", 5)],
  );
  const against = (one: OptionRow) => hubAgainst(design, one, design.wants[0]!);
  expect(against(cloudy)).toEqual({ ok: false, text: "cloudy needs the internet" });
  expect(against(own)).toEqual({ ok: false, text: "speaks none of Zigbee" });
});

test("hubs against needs: every hub against every ask, most met first, the cheaper of two before", () => {
  const design = larkspurWeir();
  const { asks, hubs, units } = hubsAgainst(design);
  expect(hubs.map(({ hub }) => hub.id).sort()).toEqual(
    design.options
      .filter((option) => option.kind === "hub")
      .map((option) => option.id)
      .sort(),
  );
  expect(units).toBe(design.wants.reduce((sum, want) => sum + want.count, 0));
  for (const { hub, cells, met } of hubs) {
    expect(cells).toEqual(asks.map(({ want }) => hubAgainst(design, hub, want)));
    expect(met).toBe(asks.filter((_, i) => cells[i]!.ok).reduce((sum, ask) => sum + ask.units, 0));
  }
  hubs.slice(1).forEach((one, i) => {
    const before = hubs[i]!;
    expect(before.met > one.met || (before.met === one.met && before.hub.price <= one.hub.price)).toBe(true);
  });
  expect(hubs[0]!.met).toBeGreaterThan(hubs.at(-1)!.met);
});

test("what another want picked may still be the next best for this one", () => {
  const design = ropewalkCourt();
  const [plan] = answerChoice(highs, design).plans;
  const next = design.wants.map((want) => [want, nextBest(design, plan!, want)] as const);
  expect(next.length).toBeGreaterThan(5);
  for (const [want, best] of next) {
    const other = plan!.picks.findIndex((pick) => pick.want !== want.id);
    const picks = plan!.picks.map((pick, i) => (i === other ? { ...pick, option: best!.option } : pick));
    expect(nextBest(design, { ...plan!, picks }, want)!.option).toBe(best!.option);
  }
});
