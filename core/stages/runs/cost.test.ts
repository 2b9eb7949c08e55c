import { larkspurWeir, ropewalkCourt } from "../../../tests/core/houses";
import { briefChecks, phaseSums, phaseWorking, pointsOfPhase, unphased } from "../brief";
import { costsAt, costsOf, costWorking, type Costs } from "./cost";
import type { Design } from "../../design/collections";
import { ledgerValue, ledgerWorking } from "../../whole/ledger";
import { registerLines } from "../register";
import { billOf, cableTotals, dropsOf } from ".";
import { materialsCsv } from "./materials";
import { point, testDesign } from "../../test-design";

const PARTS = ["devices", "cable", "parts", "labour"] as const;
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

describe.each([
  ["demo house", larkspurWeir],
  ["flat", ropewalkCourt],
] as const)("one cost from one place: %s", (_name, make) => {
  const design = make();
  const whole = costsOf(design);
  test("ledger, materials, register and reels come to the same parts", () => {
    expect(ledgerValue(design, "cost")).toBe(whole.total);
    expect(sum(billOf(design).map((row) => row.cost ?? 0))).toBeCloseTo(whole.total, 6);
    expect(whole.devices).toBeCloseTo(sum(registerLines(design).map((line) => line.device.cost ?? 0)), 6);
    expect(whole.cable).toBeCloseTo(sum(cableTotals(design).map((total) => total.cost)), 6);
    expect(whole.labour).toBeCloseTo(whole.hours * 45, 1);
    expect(whole.total).toBeCloseTo(sum(PARTS.map((part) => whole[part])), 9);
    expect(ledgerWorking(design, "cost")).toEqual(costWorking(design, "Cost", whole));
  });
  test("phases, and what is in none, make the whole, part by part", () => {
    const shares: Costs[] = [
      ...design.phases.map((phase) => costsAt(design, pointsOfPhase(design, phase.id))),
      unphased(design),
    ];
    for (const part of [...PARTS, "hours"] as const)
      expect(sum(shares.map((share) => share[part]))).toBeCloseTo(whole[part], 1);
    for (const line of phaseSums(design))
      expect(phaseWorking(design, line.phase.id, "cost").value).toBe(line.cost);
  });
});

describe("shares of a cost", () => {
  const design: Design = {
    ...testDesign(),
    points: [point("a", "camera", "g", "hall", 5, 1, 2.4), point("b", "speaker", "g", "hall", 5, 1, 2.4)],
    devices: [{ id: "d", point: "a", name: "A", status: "fitted", protocol: "PoE", cost: 80 }],
  };
  test("a point costs its own cable by the metre, its box and ends, its hours, and its metres' share of the rest", () => {
    const [a] = dropsOf(design);
    const share = costsAt(design, new Set(["a"]));
    const cat6 = cableTotals(design).find((total) => total.cableType.id === "cat6")!;
    const metres = sum(dropsOf(design).map((drop) => drop.lengthM!));
    const labels = billOf(design).find((row) => row.group === "labels")!.cost!;
    const supplies = sum(
      billOf(design)
        .filter((row) => row.group === "containment" || row.group === "supplies")
        .map((row) => row.cost ?? 0),
    );
    expect(share).toMatchObject({ devices: 80, cable: cat6.cost, drops: 1, deviceCount: 1 });
    expect(share.parts).toBeCloseTo(5.8 + 3.4 + 2.6 + ((labels + supplies) * a!.lengthM!) / metres, 2);
    expect(share.hours).toBeCloseTo(0.4 + 0.012 * a!.installedM! + 0.5, 9);
    expect(share.labour).toBeCloseTo(45 * share.hours, 2);
  });
  test("the rate of an hour is the design's", () => {
    const dear = {
      ...design,
      design: {
        ...design.design,
        choosing: { years: 8, penalty: 60, labourRate: 90, energyPrice: 0.28, region: "Europe" as const },
      },
    };
    expect(costsOf(dear).labour).toBeCloseTo(2 * costsOf(design).labour, 1);
  });
  test("what is there already is part of the cost but not of the order", () => {
    expect(billOf(design).find((row) => row.group === "devices")).toMatchObject({
      what: "Camera",
      count: 1,
      price: 80,
      cost: 80,
      had: true,
    });
    expect(materialsCsv(design)).not.toMatch(/Camera|labour/);
    const wanted = {
      ...design,
      devices: [
        ...design.devices,
        { ...design.devices[0]!, id: "e", status: "wanted" as const, cost: 60 },
        { ...design.devices[0]!, id: "f", status: "wanted" as const, cost: 65 },
        { ...design.devices[0]!, id: "g", status: "chosen" as const, cost: undefined },
      ],
    };
    expect(
      billOf(wanted)
        .filter((row) => row.group === "devices")
        .map((row) => [row.count, row.price, row.cost, row.had, row.from]),
    ).toEqual([
      [3, undefined, 125, undefined, "wanted or chosen, not ordered yet; 1 without a price"],
      [1, 80, 80, true, "ordered, fitted or in use"],
    ]);
    expect(costsOf(wanted).devices).toBe(205);
  });
  test("the budget is held against the same sum, and opens to the same parts", () => {
    const tight = (amount: number): Design => ({
      ...design,
      constraints: [{ id: "c", name: "Budget", kind: "budget", amount, rooms: [], walls: [] }],
    });
    const found = briefChecks(tight(costsOf(design).total - 0.01)).find(
      (one) => one.code === "brief.over-budget",
    )!;
    expect(found.measured).toBe(costsOf(design).total);
    expect(found.working!.steps.map((step) => step.gives)).toEqual(
      costWorking(design, "", costsOf(design)).steps.map((step) => step.gives),
    );
    for (const { gives } of found.working!.steps) expect(gives).toMatch(/^\d+\.\d\d EUR$/);
    expect(found.working!.verdict).toBe("fails");
    expect(briefChecks(tight(costsOf(design).total)).some((one) => one.code === "brief.over-budget")).toBe(
      false,
    );
  });
});
