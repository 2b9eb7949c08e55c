import fc from "fast-check";
import type { Design } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { testDesign } from "../../test-design";
import { allCandidates, candidatesOf } from "./candidates";
import { carriersOf } from "./carriers";
import { CATALOGUE } from "./catalogue";
import { line } from "./catalogue/line";
import { conflictsOf, smallestConflict, smallestHitting } from "./conflict";
import { controllerCost, total } from "./cost";
import type { Highs } from "./mip";
import { choose } from "./plans";
import { settingsOf } from "./settings";
import { loadSolver } from "./solver";

let highs: Highs;
beforeAll(async () => {
  highs = await loadSolver();
});

export const want = (id: string, fn: WantRow["function"], rest: Partial<WantRow> = {}): WantRow => ({
  id,
  room: "hall",
  function: fn,
  count: 1,
  needs: [],
  points: [],
  ...rest,
});

function designWith(options: readonly OptionRow[], wants: WantRow[]): Design {
  return { ...testDesign(), options: [...options].sort((a, b) => (a.id < b.id ? -1 : 1)), wants };
}

/**
 * Every way to meet every unit, tried one after another: the least cost with its penalty, or undefined
 * where there is none. Shares nothing with the program but the list of candidates.
 */
function exhaustive(design: Design): number | undefined {
  const settings = settingsOf(design);
  const carriers = carriersOf(design);
  const units = design.wants.flatMap((row) =>
    Array.from({ length: row.count }, () => candidatesOf(design, row, true)),
  );
  let best: number | undefined;
  const walk = (at: number, cost: number, load: Map<number, number>, accounts: Set<string>) => {
    if (at === units.length) {
      const hubs = new Set<OptionRow>();
      const addons = new Map<string, OptionRow>();
      const perHub = new Map<OptionRow, number>();
      for (const [i, devices] of load) {
        const { hub, via } = carriers[i]!;
        if (devices > carriers[i]!.devices) return;
        hubs.add(hub);
        perHub.set(hub, (perHub.get(hub) ?? 0) + devices);
        if (via) addons.set(`${hub.id}+${via.id}`, via);
      }
      for (const row of design.hubs)
        if (row.keep) hubs.add(design.options.find((option) => option.id === row.option)!);
      for (const hub of hubs) {
        if ((perHub.get(hub) ?? 0) > (hub.controls!.devices ?? Infinity)) return;
        const sticks = [...addons].filter(
          ([key, via]) => via.kind === "coordinator" && key.startsWith(`${hub.id}+`),
        ).length;
        if (sticks > (hub.controls!.sticks ?? 0)) return;
      }
      if (hubs.size > (settings.maxHubs ?? Infinity)) return;
      const lines = new Set(accounts);
      for (const one of [...hubs, ...addons.values()]) if (one.account) lines.add(one.line ?? one.id);
      const bridges = [...addons.values()].filter((via) => via.kind === "bridge").length;
      const kept = (option: OptionRow) => design.hubs.some((row) => row.keep && row.option === option.id);
      const all =
        cost +
        [...hubs, ...addons.values()].reduce(
          (sum, one) => sum + total(controllerCost(one, settings, kept(one))),
          0,
        ) +
        settings.penalty * (Math.max(0, hubs.size - 1) + bridges + lines.size);
      if (best === undefined || all < best) best = all;
      return;
    }
    for (const one of units[at]!) {
      const lines = one.accounts.length ? new Set([...accounts, ...one.accounts]) : accounts;
      if (!one.carriers.length) walk(at + 1, cost + one.cost, load, lines);
      for (const i of one.carriers)
        walk(at + 1, cost + one.cost, new Map([...load, [i, (load.get(i) ?? 0) + one.devices]]), lines);
    }
  };
  walk(0, 0, new Map(), new Set());
  return best;
}

const PROTOCOLS = ["Zigbee", "Z-Wave", "Matter over Wi-Fi"] as const;
const protocol = fc.constantFrom(...PROTOCOLS);

/** Small catalogues in which limits bind, hubs are closed, bridges lose things and clouds ask for accounts. */
const smallCase = fc.record({
  hubs: fc.array(
    fc.record({
      radios: fc.uniqueArray(protocol, { minLength: 1, maxLength: 2 }),
      holds: fc.integer({ min: 1, max: 6 }),
      price: fc.integer({ min: 10, max: 300 }),
      cloud: fc.boolean(),
      closed: fc.boolean(),
      line: fc.constantFrom("A", "B"),
      sticks: fc.integer({ min: 0, max: 1 }),
      all: fc.option(fc.integer({ min: 1, max: 4 }), { nil: undefined }),
      engine: fc.integer({ min: 0, max: 3 }).map((n) => n > 0),
    }),
    { minLength: 1, maxLength: 3 },
  ),
  addons: fc.array(
    fc.record({
      stick: fc.boolean(),
      protocol,
      holds: fc.integer({ min: 1, max: 3 }),
      price: fc.integer({ min: 5, max: 80 }),
    }),
    { maxLength: 1 },
  ),
  options: fc.array(
    fc.record({
      serves: fc.constantFrom("presence", "socket"),
      protocol: fc.oneof(protocol, fc.constant("none" as const)),
      price: fc.integer({ min: 5, max: 90 }),
      cloud: fc.integer({ min: 0, max: 2 }).map((n) => n === 0),
      line: fc.constantFrom("A", "B"),
      meters: fc.boolean(),
      watts: fc.integer({ min: 0, max: 3 }),
    }),
    { minLength: 3, maxLength: 6 },
  ),
  wants: fc.array(
    fc.record({
      fn: fc.constantFrom("presence", "socket"),
      count: fc.integer({ min: 1, max: 2 }),
      critical: fc.integer({ min: 0, max: 2 }).map((n) => n === 0),
      meters: fc.integer({ min: 0, max: 2 }).map((n) => n === 0),
    }),
    { minLength: 1, maxLength: 2 },
  ),
  penalty: fc.integer({ min: 0, max: 90 }),
  maxHubs: fc.option(fc.integer({ min: 1, max: 2 }), { nil: undefined }),
  keep: fc.boolean(),
});
type SmallCase = typeof smallCase extends fc.Arbitrary<infer T> ? T : never;

function fromCase(small: SmallCase): Design {
  const cloud = (on: boolean) => (on ? { cloud: true, local: false, account: true } : {});
  const options = [
    ...small.hubs.map((hub, i) =>
      line(`hub-${i}`, "hub", `Hub ${i}`, "Ethernet", "mains", [], [], hub.price, {
        line: hub.line,
        ...cloud(hub.cloud),
        controls: {
          radios: hub.radios.map((one) => ({ protocol: one, devices: hub.holds })),
          engine: hub.engine,
          sticks: hub.sticks,
          bridges: true,
          ...(hub.closed ? { closed: true } : {}),
          ...(hub.all ? { devices: hub.all } : {}),
        },
      }),
    ),
    ...small.addons.map((addon, i) =>
      line(
        `addon-${i}`,
        addon.stick ? "coordinator" : "bridge",
        `Addon ${i}`,
        addon.protocol,
        "bus",
        [],
        [],
        addon.price,
        { controls: { radios: [{ protocol: addon.protocol, devices: addon.holds }], keeps: [] } },
      ),
    ),
    ...small.options.map((option, i) =>
      line(
        `option-${i}`,
        option.serves === "presence" ? "presence sensor" : "plug",
        `Option ${i}`,
        option.protocol,
        "battery",
        [option.serves as "presence" | "socket"],
        option.meters ? ["energy metering"] : [],
        option.price,
        { line: option.line, watts: option.watts, ...cloud(option.cloud) },
      ),
    ),
  ];
  const design = designWith(
    options,
    small.wants.map((row, i) =>
      want(`w${i}`, row.fn as "presence" | "socket", {
        count: row.count,
        needs: row.meters ? ["energy metering"] : [],
        ...(row.critical ? { critical: true } : {}),
      }),
    ),
  );
  design.design = {
    ...design.design,
    choosing: {
      ...settingsOf(design),
      penalty: small.penalty,
      ...(small.maxHubs ? { maxHubs: small.maxHubs } : {}),
    },
  };
  if (small.keep) design.hubs = [{ id: "h", option: "hub-0", name: "There already", keep: true }];
  return design;
}

describe("the program against trying everything", () => {
  test("least cost is the exhaustive optimum on hundreds of small cases, and says so when there is none", () => {
    let solved = 0;
    fc.assert(
      fc.property(smallCase, (small) => {
        const design = fromCase(small);
        const wanted = design.wants.every((row) => allCandidates(design).get(row.id)!.length > 0);
        const best = wanted ? exhaustive(design) : undefined;
        const { plans, clash } = choose(highs, design);
        const plan = plans.find((one) => one.kind === "cost");
        if (best === undefined) {
          expect(clash || !wanted).toBe(true);
          return;
        }
        solved += 1;
        expect(clash).toBe(false);
        expect(plan!.weighed).toBeCloseTo(best, 4);
        expect(plan!.bound).toBeLessThanOrEqual(plan!.weighed + 1e-4);
        expect(plan!.proven).toBe(true);
        for (const other of plans) expect(other.weighed).toBeGreaterThanOrEqual(plan!.weighed - 1e-4);
        for (const other of plans)
          for (const hub of [...other.hubs, ...other.addons])
            for (const radio of hub.radios) expect(radio.devices).toBeLessThanOrEqual(radio.holds);
      }),
      { numRuns: 400, seed: 7 },
    );
    // Most cases have to have an answer, or the property would say little.
    expect(solved).toBeGreaterThan(200);
  });

  test("every unit of every want is met once, in all three plans", () => {
    fc.assert(
      fc.property(smallCase, (small) => {
        const design = fromCase(small);
        for (const plan of choose(highs, design).plans) {
          for (const row of design.wants) {
            const met = plan.picks
              .filter((pick) => pick.want === row.id)
              .reduce((sum, pick) => sum + pick.count, 0);
            const missed = plan.missed
              .filter((one) => one.want === row.id)
              .reduce((sum, one) => sum + one.count, 0);
            expect(met + missed).toBe(row.count);
          }
        }
      }),
      { numRuns: 100, seed: 11 },
    );
  });
});

/**
 * The way a person would do it: hub by hub, always the one that lowers the sum most, each want by its
 * cheapest option.
 */
function greedy(design: Design): number {
  const settings = settingsOf(design);
  const carriers = carriersOf(design);
  const cost = (open: ReadonlySet<string>): number => {
    const left = new Map(carriers.map((carrier, i) => [i, carrier.devices]));
    let sum =
      [...open].reduce(
        (all, id) =>
          all +
          total(
            controllerCost(
              design.options.find((option) => option.id === id)!,
              settings,
              false,
            ),
          ),
        0,
      ) +
      settings.penalty * Math.max(0, open.size - 1);
    const lines = new Set<string>();
    for (const id of open) {
      const hub = design.options.find((option) => option.id === id)!;
      if (hub.account) lines.add(hub.line ?? hub.id);
    }
    for (const row of design.wants) {
      for (let unit = 0; unit < row.count; unit += 1) {
        const choice = allCandidates(design)
          .get(row.id)!
          .flatMap((one) => {
            const at = one.carriers.length
              ? one.carriers.find(
                  (i) => !carriers[i]!.via && open.has(carriers[i]!.hub.id) && left.get(i)! >= one.devices,
                )
              : -1;
            return at === undefined ? [] : [{ one, at }];
          })[0];
        if (!choice) return Infinity;
        if (choice.at >= 0) left.set(choice.at, left.get(choice.at)! - choice.one.devices);
        for (const account of choice.one.accounts) lines.add(account);
        sum += choice.one.cost;
      }
    }
    return sum + settings.penalty * lines.size;
  };
  const hubs = [...new Set(carriers.map((carrier) => carrier.hub.id))];
  const open = new Set<string>();
  let best = Infinity;
  for (;;) {
    const tries = hubs
      .filter((id) => !open.has(id))
      .map((id) => ({ id, sum: cost(new Set([...open, id])) }))
      .sort((a, b) => a.sum - b.sum);
    if (!tries[0] || (tries[0].sum >= best && best < Infinity)) return best;
    open.add(tries[0].id);
    best = Math.min(best, tries[0].sum);
    if (open.size === hubs.length) return best;
  }
}

/** Wants of a large house, 150 of them, the same for the same seed. */
export function manyWants(count: number, seed: number): WantRow[] {
  let state = seed;
  const next = (below: number) => (state = (state * 1103515245 + 12345) % 2147483648) % below;
  const FNS: WantRow["function"][] = [
    "light",
    "presence",
    "opening",
    "leak",
    "climate sensing",
    "socket",
    "shade",
    "radiator",
    "remote",
    "wall control",
    "lock",
    "fixed load",
  ];
  return Array.from({ length: count }, (_, i): WantRow => {
    const fn = FNS[next(FNS.length)]!;
    const needs: WantRow["needs"] =
      fn === "light" && next(2)
        ? ["dim"]
        : fn === "light" && next(4) === 0
          ? ["colour"]
          : fn === "socket" && next(2)
            ? ["energy metering"]
            : fn === "shade" && next(3) === 0
              ? ["quiet"]
              : [];
    return want(`w${String(i).padStart(3, "0")}`, fn, {
      count: 1 + next(4),
      needs,
      ...(next(5) === 0 ? { critical: true } : {}),
      ...(next(4) === 0 ? { localOnly: true } : {}),
      ...(fn === "light" ? { lampsEach: 1 + next(5), guest: next(2) === 0 } : {}),
    });
  });
}

describe("large houses", () => {
  test.each([1, 2, 3])("never worse than a greedy plan (seed %i)", (seed) => {
    const design = designWith(CATALOGUE, manyWants(60, seed));
    const { plans } = choose(highs, design, { nodes: 400 });
    const [cheapest] = plans;
    expect(plans).toHaveLength(3);
    expect(cheapest!.weighed).toBeLessThanOrEqual(greedy(design) + 1e-6);
    expect(cheapest!.missed).toEqual([]);
    const [, few, sturdy] = plans;
    const count = (plan: typeof few) =>
      plan!.hubs.length +
      plan!.addons.filter(
        (one) => design.options.find((option) => option.id === one.option)!.kind === "bridge",
      ).length +
      plan!.accounts.length;
    expect(count(few)).toBeLessThanOrEqual(count(cheapest));
    const stops = (plan: typeof few) =>
      plan!.picks.filter((pick) => pick.offline).reduce((sum, pick) => sum + pick.count, 0);
    expect(stops(sturdy)).toBeLessThanOrEqual(stops(cheapest));
  });
});

describe("what cannot be met", () => {
  const zigbee = line("hub-z", "hub", "Zigbee hub", "Ethernet", "mains", [], [], 100, {
    controls: { radios: [{ protocol: "Zigbee", devices: 3 }], engine: true },
  });
  const zwave = line("hub-w", "hub", "Z-Wave hub", "Ethernet", "mains", [], [], 100, {
    controls: { radios: [{ protocol: "Z-Wave", devices: 3 }], engine: true },
  });
  const motion = line("motion", "presence sensor", "Motion", "Zigbee", "battery", ["presence"], [], 20);
  const meter = line("meter", "plug", "Meter", "Z-Wave", "mains", ["socket"], ["energy metering"], 30);
  const plain = line("plain", "plug", "Plain plug", "Zigbee", "mains", ["socket"], [], 10);

  test("a want nothing meets stands alone, with its reasons and what to let go of; the rest is planned all the same", () => {
    const design = designWith(
      [zigbee, motion, plain],
      [
        want("a", "presence"),
        want("b", "socket", { needs: ["energy metering", "outdoor"] }),
        want("c", "socket", { needs: ["quiet"] }),
      ],
    );
    const [b, c] = conflictsOf(highs, design);
    expect(b!.wants).toEqual(["b"]);
    expect(b!.smallest).toBe(true);
    expect(b!.reasons).toEqual([{ text: "does not meter", options: 1, names: ["Plain plug"] }]);
    // Neither need alone makes it possible again.
    expect(b!.giveUp.map((way) => way.text)).toEqual(["Do without switched socket, Hall"]);
    expect(c!.giveUp.map((way) => way.text)).toContain("Let go of “quiet” for switched socket, Hall");
    const [plan] = choose(highs, design).plans;
    expect(plan!.picks.map((pick) => pick.want)).toEqual(["a"]);
    expect(plan!.missed).toEqual([
      { want: "b", count: 1 },
      { want: "c", count: 1 },
    ]);
  });

  test("wants that clash under one hub: the two of them, and the ways out", () => {
    const design = designWith(
      [zigbee, zwave, motion, meter, plain],
      [want("a", "presence"), want("b", "socket"), want("c", "socket", { needs: ["energy metering"] })],
    );
    design.design = { ...design.design, choosing: { ...settingsOf(design), maxHubs: 1 } };
    const [clash, ...more] = conflictsOf(highs, design);
    expect(more).toEqual([]);
    expect(clash!.wants).toEqual(["a", "c"]);
    expect(clash!.smallest).toBe(true);
    expect(clash!.giveUp.map((way) => way.text)).toEqual([
      "Do without presence, Hall",
      "Let go of “energy metering” for switched socket, Hall",
      "Do without switched socket, Hall",
      "Raise the limit to 2 controllers instead of 1",
    ]);
    const { plans, clash: said } = choose(highs, design);
    expect(said).toBe(true);
    expect(plans[0]!.missed).toHaveLength(1);
  });

  test("a radio's limit: as many wants as go over it, no more", () => {
    const design = designWith(
      [zigbee, motion],
      [want("a", "presence", { count: 2 }), want("b", "presence"), want("c", "presence", { count: 2 })],
    );
    const found = smallestConflict(highs, design, design.wants)!;
    expect(found.smallest).toBe(true);
    expect(found.wants.map((row) => row.id)).toEqual(["a", "c"]);
  });

  test("nothing clashes: nothing is said", () => {
    expect(conflictsOf(highs, designWith([zigbee, motion], [want("a", "presence")]))).toEqual([]);
  });

  test("smallest hitting set", () => {
    expect(smallestHitting([])).toEqual([]);
    expect(
      smallestHitting([
        ["a", "b"],
        ["b", "c"],
        ["c", "d"],
      ]),
    ).toHaveLength(2);
    expect(
      smallestHitting([
        ["a", "b", "c"],
        ["c", "d"],
        ["e", "c"],
      ]),
    ).toEqual(["c"]);
  });
});
