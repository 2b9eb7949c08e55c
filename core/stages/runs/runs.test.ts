import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import Papa from "papaparse";
import { larkspurWeir } from "../../../tests/core/houses";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { distance } from "../../geometry/segment";
import { generateHouse } from "../house";
import { point, testDesign } from "../../test-design";
import { runsChecks } from "./checks";
import { dropsOf } from "./drops";
import { pointLabel, pointNumbers } from "../../points/labels";
import { routeGraph } from "../../ways/graph";
import { pullsOf } from "./pull-plan";
import { isToPull, pullHours, pullPlan, pullWorking } from "./pulls";
import { RUNS_DEFAULTS } from "./settings";
import { runsJson, scheduleCsv, SCHEDULE_HEADER } from "./output";
import { routeTo } from "../../ways/route";
import { stretches } from "./thickness";
import { cableTotals } from "./totals";
import { lengthWorking, loadWorking, reelsWorking } from "./workings";

const dropAt = (design: Design, key: string) => dropsOf(design).find((drop) => drop.key === key)!;

describe("routes", () => {
  const design = testDesign();
  test("on one level: stub, trunk, rises, worked out by hand", () => {
    // From (5, 1): 2 m across to the trunk, 5 m along it; 2.6 − 2.4 up at the point, 2.6 − 1.6 down at the
    // closet.
    const { route, installedM, lengthM } = dropAt(design, "cam/1");
    expect(route).toMatchObject({ stubM: 2, bends: expect.any(Number) });
    expect(route!.pathM).toBeCloseTo(7);
    expect(route!.riseM).toBeCloseTo(1.2);
    expect(installedM).toBeCloseTo(11.7);
    // 11.7 × 1.10 = 12.87, up to the next 5 cm.
    expect(lengthM).toBe(12.9);
  });
  test("through the riser: 3 m of height between two trunks of the same height", () => {
    // 2 m stub, 6 m to the riser, 3 m down, 8 m along, 1 m down to the closet.
    const { route } = dropAt(design, "cam-up/1");
    expect(route!.pathM).toBeCloseTo(2 + 6 + 8);
    expect(route!.riseM).toBeCloseTo(3 + 1);
    expect(route!.ways.map((way) => way.id)).toEqual(["tu", "r", "tg"]);
    expect(route!.places[0]).toEqual(["u", 2, 5, 2.6]);
    expect(route!.places.at(-1)).toEqual(["g", 0, 3, 1.6]);
  });
  test("a stub past a trunk's end runs along x and y", () => {
    const route = routeTo(routeGraph(design), { level: "g", x: 12, y: 5, z: 2.6 }, "c")!;
    expect(route.stubM).toBeCloseTo(4);
    expect(route.pathM).toBeCloseTo(14);
  });
  test("among ways of equal length the one with fewer bends is taken", () => {
    const ring = {
      ...design,
      trunks: [
        {
          ...design.trunks[0]!,
          id: "outer",
          path: [
            [0, 3],
            [0, 0],
            [10, 0],
            [10, 3],
          ] as [number, number][],
        },
        {
          ...design.trunks[0]!,
          id: "steps",
          path: [
            [0, 0],
            [0, 0],
          ] as [number, number][],
        },
        {
          ...design.trunks[0]!,
          id: "stairs",
          path: [
            [0, 3],
            [5, 3],
            [5, 0.5],
            [10, 0.5],
            [10, 0],
          ] as [number, number][],
        },
      ],
    };
    // From the corner (10, 0) both ways are 13 m.
    const route = routeTo(routeGraph(ring), { level: "g", x: 10, y: 0, z: 2.6 }, "c")!;
    expect(route.pathM).toBeCloseTo(13);
    expect(route.ways.map((way) => way.id)).toEqual(["outer"]);
  });
  test("trunks that cross at different heights are joined by a rise", () => {
    const crossed = {
      ...design,
      trunks: [
        design.trunks[0]!,
        {
          ...design.trunks[0]!,
          id: "high",
          path: [
            [5, 0],
            [5, 6],
          ] as [number, number][],
          heightM: 3,
        },
      ],
    };
    const route = routeTo(routeGraph(crossed), { level: "g", x: 5, y: 0, z: 3 }, "c")!;
    expect(route.riseM).toBeCloseTo(0.4 + 1);
    expect(route.pathM).toBeCloseTo(8);
  });
  test("a level without a trunk is crossed at right angles through its void", () => {
    const bare = { ...design, trunks: design.trunks.filter((trunk) => trunk.level === "u") };
    const route = routeTo(routeGraph(bare), { level: "g", x: 8, y: 3, z: 0 }, "c")!;
    expect(route.pathM).toBeCloseTo(8);
    expect(route.riseM).toBeCloseTo(2.6 + 1);
  });
  test("no way: undefined, not a guess", () => {
    const cut = { ...design, risers: [] };
    expect(routeTo(routeGraph(cut), { level: "u", x: 2, y: 5, z: 2 }, "c")).toBeUndefined();
    expect(routeTo(routeGraph(design), { level: "g", x: 2, y: 5, z: 2 }, "nowhere")).toBeUndefined();
  });
  test("never shorter than the straight line, in any house", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const house = generateHouse({ points: 24, seed, devices: false });
        const levels = new Map(house.levels.map((level) => [level.id, level.elevationM]));
        for (const drop of dropsOf(house)) {
          // A lead ends at another point, every other cable in its closet.
          const closet =
            house.points.find((row) => row.id === drop.to) ??
            house.closets.find((row) => row.id === drop.closet)!;
          if (!drop.route && drop.line.end === "beside it") continue;
          const across = distance([drop.point.x, drop.point.y], [closet.x, closet.y]);
          const up = levels.get(drop.point.level)! + drop.point.z - (levels.get(closet.level)! + closet.z);
          const { route } = drop;
          expect(route!.pathM + route!.riseM).toBeGreaterThanOrEqual(Math.hypot(across, up) - 1e-6);
          // What is drawn is as long as what is counted.
          const drawn = route!.places
            .slice(1)
            .reduce(
              (sum, [, x, y], i) => sum + distance([x, y], [route!.places[i]![1], route!.places[i]![2]]),
              0,
            );
          expect(drawn).toBeCloseTo(route!.pathM, 6);
        }
      }),
      { numRuns: 25 },
    );
  });
  test("counts on the drawn ways add up to the metres of all drops on them", () => {
    const house = generateHouse({ points: 40, seed: 11 });
    const graph = routeGraph(house);
    const drops = dropsOf(house);
    const drawn = stretches(graph, drops).reduce((sum, s) => sum + s.count * distance(s.a, s.b), 0);
    const counted = drops.reduce((sum, drop) => sum + drop.route!.pathM - drop.route!.stubM, 0);
    expect(drawn).toBeCloseTo(counted, 6);
  });
});

describe("drops", () => {
  test("labels are unique, and numbers stay when another point goes", () => {
    const design = testDesign();
    design.points = [
      { ...design.points[0]!, id: "a", number: 2 },
      { ...design.points[0]!, id: "b", number: 2 },
      { ...design.points[0]!, id: "c2" },
    ];
    expect([...pointNumbers(design)]).toEqual([
      ["a", 2],
      ["b", 1],
      ["c2", 3],
    ]);
    const fewer = applyChanges(design, [{ in: "points", drop: "b" }]);
    expect(pointLabel(fewer, fewer.points[0]!)).toBe("0-HALL-CAM-02");
    const demo = dropsOf(larkspurWeir()).map((drop) => drop.label);
    expect(new Set(demo).size).toBe(demo.length);
    for (const label of demo) expect(label).toMatch(/^[A-Z0-9]{1,3}-[A-Z0-9]{1,6}-[A-Z0-9]{1,4}-\d{2}\/\d+$/);
  });
  test("jacket marks are the true length, without waste", () => {
    const design = testDesign();
    design.drops = [{ id: "x", point: "cam", index: 1, state: "pulled", markStartM: 131.4, markEndM: 118.9 }];
    expect(dropAt(design, "cam/1")).toMatchObject({
      lengthM: 12.5,
      installedM: 12.5,
      marked: true,
      state: "pulled",
    });
    expect(lengthWorking(design, dropAt(design, "cam/1"))!.steps[0]!.source).toContain("measured");
  });
  test("a warm house raises the drop of a motor's cable", () => {
    const design = testDesign();
    design.points.push(point("shade", "shade", "g", "hall", 5, 1, 2.4));
    const cool = dropAt(design, "shade/2").load!;
    const warm = dropAt({ ...design, design: { ...design.design, ambientC: 60 } }, "shade/2").load!;
    // 24 W at 24 V over 11.7 m of 13.2 Ω/km: 2 × 11.7 × 1 × 0.0132 V.
    expect(cool.sourceV - cool.endV!).toBeCloseTo(0.30888, 6);
    expect((warm.sourceV - warm.endV!) / (cool.sourceV - cool.endV!)).toBeCloseTo(1.1572, 6);
    expect(dropAt(design, "shade/1").load).toBeUndefined();
  });
  test("a warm cable under power loses more: 90 m at 20 and at 50 °C", () => {
    const design = testDesign();
    design.drops = [{ id: "x", point: "cam", index: 1, state: "pulled", markStartM: 0, markEndM: 90 }];
    design.kinds = design.kinds.map((kind) =>
      kind.id === "camera" ? { ...kind, needs: { poeClass: 4, watts: 25.5 } } : kind,
    );
    const at = (ambientC: number) =>
      dropAt({ ...design, design: { ...design.design, ambientC } }, "cam/1").load!;
    const loop20 = (90 * design.cableTypes.find((type) => type.id === "cat6")!.ohmPerKm!) / 1000;
    const volts = (ohm: number) => (50 + Math.sqrt(2500 - 4 * 25.5 * ohm)) / 2;
    expect(at(20).loopOhm).toBeCloseTo(loop20, 9);
    expect(at(50).loopOhm).toBeCloseTo(loop20 * (1 + 0.00393 * 30), 9);
    expect(at(50).endV).toBeCloseTo(volts(loop20 * 1.1179), 9);
    expect(at(50).sourceW).toBeGreaterThan(at(20).sourceW);
    const warm = { ...design, design: { ...design.design, ambientC: 50 } };
    expect(loadWorking(warm, dropAt(warm, "cam/1"))!.steps[1]!.with).toContain("at 50 °C");
  });
  test("workings end in the value they explain", () => {
    const design = larkspurWeir();
    for (const drop of dropsOf(design)) {
      const length = lengthWorking(design, drop);
      if (length)
        expect(length.steps.some((step) => step.gives === `${drop.lengthM!.toFixed(2)} m`)).toBe(true);
      const load = loadWorking(design, drop);
      if (load && drop.load!.endV !== undefined)
        expect(load.steps.some((step) => step.gives.startsWith(drop.load!.endV!.toFixed(2)))).toBe(true);
    }
    for (const total of cableTotals(design)) expect(reelsWorking(total).value).toBe(total.cutting.newReels);
  });
});

describe("totals and pulls", () => {
  const design = larkspurWeir();
  test("a drop that names its reel is not cut again", () => {
    const bus = cableTotals(design).find((total) => total.cableType.id === "bus-4")!;
    expect(bus.cutting.reels.flatMap((reel) => reel.cuts)).toHaveLength(bus.drops - 1);
  });
  test("pulls hold every routed drop once, at most four together, farthest first", () => {
    const pulls = pullsOf(design);
    const pulled = pulls.flatMap((pull) => pull.drops.map((drop) => drop.key)).sort();
    expect(pulled).toEqual(
      dropsOf(design)
        .filter(isToPull)
        .map((drop) => drop.key)
        .sort(),
    );
    for (const pull of pulls) {
      expect(pull.through.length).toBeLessThanOrEqual(4);
      // A bus line is one cable, as long as all its stretches; of others the longest says how far they are drawn.
      const lengths = pull.drops.map((drop) => drop.lengthM!);
      const sum = lengths.reduce((all, one) => all + one, 0);
      expect(pull.segment ? sum : Math.max(...lengths)).toBeCloseTo(pull.lengthM, 9);
      expect(new Set(pull.drops.map((drop) => drop.closet)).size).toBe(1);
    }
  });
  test("what is in the wall or blocked is not pulled again; what went missing is", () => {
    const base = testDesign();
    base.points = [
      point("a", "camera", "g", "hall", 5, 1, 2.4),
      point("b", "camera", "g", "hall", 5, 1, 2.4),
      point("d", "camera", "g", "hall", 5, 1, 2.4),
    ];
    const plan = (
      state: "planned" | "pulled" | "tested" | "terminated" | "moved" | "missing" | "blocked",
      marks = {},
    ) =>
      pullsOf({ ...base, drops: [{ id: "x", point: "b", index: 1, state, ...marks }] }).flatMap((pull) =>
        pull.drops.map((drop) => drop.point.id),
      );
    expect(plan("planned")).toEqual(["a", "b", "d"]);
    expect(plan("missing")).toEqual(["a", "b", "d"]);
    for (const state of ["pulled", "tested", "terminated", "moved", "blocked"] as const)
      expect(plan(state)).toEqual(["a", "d"]);
    expect(plan("planned", { markStartM: 10, markEndM: 22 })).toEqual(["a", "d"]);
  });
  test("hours: set-up, the longest by what it goes through, a part of each other one's own metres; installed, not cut", () => {
    const base = testDesign();
    // 2 m stub, 5 m tray to the closet, 0.2 + 1 m up and down, 3.5 m slack; the second joins at x = 3: 2 m
    // less tray.
    base.points = [
      point("a", "camera", "g", "hall", 5, 1, 2.4),
      point("b", "camera", "g", "hall", 3, 1, 2.4),
    ];
    const [pull] = pullsOf({ ...base, design: { ...base.design, running: { sharedPct: 70 } } });
    expect(pull!.drops).toHaveLength(1);
    expect(pull!.through).toEqual([{ tray: 5, void: 1 + 2 + 0.2 + 3.5 }]);
    const minutes = (tray: number, rest: number) => 0.72 * (0.8 * tray + rest);
    expect(pull!.hours).toBeCloseTo((15 + minutes(5, 6.7)) / 60, 2);
    const near = { ...base, design: { ...base.design, running: { sharedPct: 40 } } };
    const [both] = pullsOf(near);
    expect(both!.drops.map((drop) => drop.point.id)).toEqual(["a", "b"]);
    expect(both!.hours).toBeCloseTo((15 + minutes(5, 6.7) + 0.15 * minutes(3, 6.7)) / 60, 2);
    expect(pullHours([{ conduit: 10 }, { riser: 2 }], RUNS_DEFAULTS)).toBeCloseTo(
      (15 + 0.72 * 14 + 0.15 * 0.72 * 3) / 60,
      2,
    );
    expect(pullWorking(both!, RUNS_DEFAULTS).steps.at(-1)!.formula).toBe(`${both!.drops[1]!.label} with it`);
  });
  test("the share is of the whole way: stub and rises count, and two cables of one box share all of it", () => {
    const base = testDesign();
    // On the tray from x = 3 all the way: 3 of 3 + 2 + 0.2 + 1 m is 48 %.
    base.points = [
      point("a", "camera", "g", "hall", 5, 1, 2.4),
      point("b", "camera", "g", "hall", 3, 1, 2.4),
    ];
    const grouped = (sharedPct: number, d: Design = base) =>
      pullsOf({ ...d, design: { ...d.design, running: { sharedPct } } }).map((pull) => pull.drops.length);
    expect(grouped(64)).toEqual([2]);
    expect(grouped(65)).toEqual([1, 1]);
    const box = { ...base, points: [base.points[0]!, point("a2", "camera", "g", "hall", 5, 1, 2.2)] };
    // All but the 0.2 m from 2.2 to 2.4 m: 8.2 of 8.4 m.
    expect(grouped(97, box)).toEqual([2]);
    const farther = {
      ...base,
      points: [
        point("far", "camera", "g", "hall", 5, 1, 2.2),
        point("near", "camera", "g", "hall", 5, 1, 2.4),
      ],
    };
    expect(grouped(100, farther)).toEqual([2]);
    expect(pullPlan([], { lengthOf: () => 0, wayOf: () => "void" })).toEqual([]);
  });
  test("CSV reads back, with the same rows and the same sum", () => {
    const csv = scheduleCsv(design);
    expect(csv.startsWith("\uFEFFLabel,Point,")).toBe(true);
    expect(csv.endsWith("\r\n")).toBe(true);
    const { data, errors } = Papa.parse<Record<string, string>>(csv.slice(1), {
      header: true,
      skipEmptyLines: true,
    });
    expect(errors).toEqual([]);
    expect(Object.keys(data[0]!)).toEqual(SCHEDULE_HEADER);
    expect(data).toHaveLength(dropsOf(design).length);
    const typed = data.filter((row) => row.Cable).reduce((sum, row) => sum + Number(row["Length (m)"]), 0);
    expect(typed).toBeCloseTo(
      cableTotals(design).reduce((sum, total) => sum + total.lengthM, 0),
      6,
    );
  });
  test("what could run as a formula in a spreadsheet is made text", () => {
    const sly = testDesign();
    sly.points[0]!.name = '=HYPERLINK("x"), "a"';
    expect(scheduleCsv(sly)).toContain(`"'=HYPERLINK(""x""), ""a"""`);
  });
  test("the command line's shape", () => {
    const json = runsJson(design);
    expect(Object.keys(json)).toEqual([
      "drops",
      "totals",
      "reels",
      "pulls",
      "pulling",
      "containment",
      "trays",
      "bundles",
      "separation",
      "fireCrossings",
      "switches",
      "treads",
      "mounting",
      "pullSheets",
      "legend",
      "punch",
      "asBuilt",
      "labels",
      "materials",
    ]);
    expect(json.totals[0]).toEqual(
      expect.objectContaining({
        cableType: expect.any(String),
        lengthM: expect.any(Number),
        reels: expect.any(Number),
        reelsBound: expect.any(Number),
        wasteM: expect.any(Number),
        cost: expect.any(Number),
      }),
    );
    expect(json.reels.flatMap((reel) => reel.cuts).length).toBeGreaterThan(90);
  });
  test("the command line says what another engine needs to reckon the same", () => {
    const json = runsJson(design);
    const drops = new Map(json.drops.map((drop) => [drop.label, drop]));
    // Power over data: source watts from device watts, class and loop.
    const camera = json.drops.find((drop) => drop.poeClass && drop.endV)!;
    expect(camera.sourceW).toBeCloseTo((camera.load! / camera.endV!) * camera.sourceV!, 2);
    expect(camera.endV).toBeCloseTo(
      camera.sourceV! / 2 + Math.sqrt(camera.sourceV! ** 2 / 4 - camera.load! * camera.loopOhm!),
      3,
    );
    // Low voltage: what is lost, from loop and watts.
    const keypad = json.drops.find((drop) => drop.dropPct !== undefined && !drop.group)!;
    expect(keypad.dropPct).toBeCloseTo((100 * keypad.loopOhm! * keypad.load!) / keypad.sourceV! ** 2, 2);
    expect(keypad.dropLimitPct).toBeGreaterThan(0);
    // Pulls: hours from each cable's metres by what it goes through.
    for (const pull of json.pulls) {
      const minutes = pull.through.map(({ metres }) =>
        Object.entries(metres).reduce(
          (sum, [way, m]) => sum + m * json.pulling.rates[way as "void"] * json.pulling.minutesPerM,
          0,
        ),
      );
      expect(pull.hours).toBeCloseTo(
        (json.pulling.setupMin +
          minutes[0]! +
          (json.pulling.perCablePct / 100) * minutes.slice(1).reduce((sum, one) => sum + one, 0)) /
          60,
        1,
      );
      for (const { label, metres, installedM } of pull.through) {
        const stretches = pull.segment ? pull.drops : [label];
        const sum = stretches.reduce((all, one) => all + drops.get(one)!.installedM!, 0);
        expect(installedM).toBeCloseTo(sum, 3);
        expect(Object.values(metres).reduce((sum, m) => sum + m, 0)).toBeCloseTo(installedM!, 2);
      }
    }
    // Fill: by the diameters named, one for each drop named.
    for (const one of json.containment) {
      expect(one.drops).toHaveLength(one.diametersMm.length);
      expect(one.fillPct).toBeCloseTo(
        (100 * one.diametersMm.reduce((sum, d) => sum + d * d, 0)) / one.insideMm ** 2,
        2,
      );
    }
    for (const bundle of json.bundles)
      expect(bundle.inOne).toBe(Math.ceil(bundle.drops.length / bundle.bundles));
    // Treads: the far strip has the supply's volts less home run, lead and half its own.
    for (const group of json.treads) {
      expect(group.loads.map((load) => load.point)).toEqual(group.treads);
      expect(Math.min(...group.loads.map((load) => load.endV!))).toBeCloseTo(group.endV!, 3);
      for (const load of group.loads)
        expect(load.endV).toBeCloseTo(
          group.volts! - group.homeLossV! - load.leadLossV! - group.stripLossV!,
          3,
        );
      expect(drops.get(group.home!)!.endV).toBe(group.endV);
    }
    // Reels: part-used ones by their row, and what is left on each.
    for (const reel of json.reels)
      expect(reel.leftM).toBeCloseTo(
        reel.capacityM - reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0),
        2,
      );
    expect(
      json.totals.every((total) => typeof total.proven === "boolean" && Array.isArray(total.tooLong)),
    ).toBe(true);
  });
});

describe("checks", () => {
  const codes = (design: Design) => runsChecks(design).map((finding) => finding.code);
  /** The finding's fix, applied, must make it go away. */
  const fixed = (design: Design, code: string) => {
    const finding = runsChecks(design).find((one) => one.code === code)!;
    return codes(applyChanges(design, changesOf(finding.fix!, design)));
  };
  test("a sound house has nothing to say", () => expect(codes(testDesign())).toEqual([]));
  test("no closet: ends it at the nearest", () => {
    const design = testDesign();
    delete design.points[0]!.closet;
    expect(codes(design)).toEqual(["runs.no-closet"]);
    expect(fixed(design, "runs.no-closet")).toEqual([]);
  });
  test("no closet in reach: says what is missing, and where it is put", () => {
    const design = testDesign();
    delete design.points[0]!.closet;
    const why = (changed: Partial<Design>) =>
      runsChecks({ ...design, ...changed }).find(({ code }) => code === "runs.no-closet")!.why;
    expect(why({ closets: [] })).toMatch(
      /There is no closet yet: the designer places one on the plan of House/,
    );
    const { level } = design.points[0]!;
    const [closet] = design.closets;
    const away = design.levels.find(({ id }) => id !== level)!.id;
    const closets = [{ ...closet!, level: away }];
    expect(why({ closets, risers: [] })).toMatch(
      /No riser joins \w+ to a level with a closet: the designer places one on the plan of House/,
    );
    // A riser starts on the level, and ends nowhere near a closet.
    const stray = { ...design.levels[0]!, id: "stray", name: "Stray" };
    const risers = [{ id: "up", name: "Up", x: 0, y: 0, fromLevel: level, toLevel: "stray" }];
    expect(why({ levels: [...design.levels, stray], closets, risers })).toMatch(
      /No closet can be reached along the drawn ways: the designer draws the missing trunk or riser/,
    );
  });
  test("no route: says who decides, or offers the closet that can be reached", () => {
    const design = { ...testDesign(), risers: [] };
    expect(codes(design)).toEqual(["runs.no-route"]);
    expect(runsChecks(design)[0]).toMatchObject({
      why: expect.stringContaining("designer draws"),
      fix: undefined,
    });
    const second = {
      ...design,
      closets: [...design.closets, { ...design.closets[0]!, id: "c2", level: "u", room: "loft" }],
    };
    expect(fixed(second, "runs.no-route")).toEqual([]);
  });
  test("a data link over 90 m: exactly at the limit holds, above it fibre is offered", () => {
    const design = testDesign();
    design.rooms.push({
      id: "far",
      level: "g",
      name: "Far",
      code: "FAR",
      type: "store",
      outline: [
        [0, 0],
        [200, 0],
        [200, 6],
        [0, 6],
      ],
    });
    design.trunks[0]!.path = [
      [0, 3],
      [200, 3],
    ];
    const at = (x: number) => ({ ...design, points: [point("cam", "camera", "g", "far", x, 3, 2.6)] });
    // 3.5 m slack and 1 m down: 85.5 m along the trunk is the limit.
    expect(codes(at(85.5))).toEqual([]);
    expect(runsChecks(at(85.55))[0]).toMatchObject({
      code: "runs.data-link-long",
      limit: 90,
      measured: expect.closeTo(90.05, 6),
    });
    expect(fixed(at(85.55), "runs.data-link-long")).toEqual([]);
  });
  test("a kit without cable type: one finding for all its points, filled from kits of the same purpose", () => {
    const design = testDesign();
    design.points.push(
      point("wx1", "weather-mast", "g", "hall", 1, 1, 2),
      point("wx2", "weather-mast", "g", "hall", 2, 1, 2),
    );
    expect(runsChecks(design)).toEqual([
      expect.objectContaining({
        code: "runs.kit-without-cable",
        why: expect.stringContaining("2 points wait"),
      }),
    ]);
    expect(fixed(design, "runs.kit-without-cable")).toEqual([]);
  });
  test("voltage: a thicker conductor where there is one", () => {
    const design = testDesign();
    design.trunks[0]!.path = [
      [0, 3],
      [60, 3],
    ];
    design.points = [point("awning", "awning", "g", "hall", 20, 3, 2.6)];
    expect(codes(design)).toEqual(["runs.voltage-drop"]);
    expect(fixed(design, "runs.voltage-drop")).toEqual([]);
  });
  test("a cut longer than a reel", () => {
    const design = testDesign();
    design.cableTypes = design.cableTypes.map((type) => (type.id === "cat6" ? { ...type, reelM: 12 } : type));
    expect(codes(design)).toContain("runs.cut-too-long");
  });
});
