import fc from "fast-check";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { testDesign } from "../../test-design";
import { answerChoice } from "./answer";
import { CATALOGUE } from "./catalogue";
import { line } from "./catalogue/line";
import { conflictNames, conflictsOf, smallestConflict, smallestHitting } from "./conflict";
import type { Highs } from "./mip";
import { feasible } from "./plans";
import { chooseJson } from "./output";
import { picksWorking, planWorking, proofWorking } from "./plan-workings";
import { DEFAULT_SETTINGS } from "./settings";
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
const hub = (id: string, protocol: OptionRow["protocol"], devices: number): OptionRow => ({
  ...line(id, "hub", id, "Ethernet", "mains", [], [], 100),
  controls: { radios: [{ protocol, devices }], engine: true },
});
const part = (id: string, protocol: OptionRow["protocol"], serves: WantRow["function"][]): OptionRow =>
  line(id, "plug", id, protocol, "mains", serves, [], 10);

describe("smallest hitting set", () => {
  it.each([
    [[], []],
    [[["a"]], ["a"]],
    [
      [
        ["a", "b"],
        ["b", "c"],
      ],
      ["b"],
    ],
    [
      [
        ["a", "b"],
        ["c", "d"],
      ],
      2,
    ],
    [
      [
        ["a", "b", "c"],
        ["a", "d"],
        ["b", "d"],
        ["c", "d"],
      ],
      2,
    ],
  ] as [string[][], string[] | number][])("%j", (sets, expected) => {
    const hit = smallestHitting(sets);
    if (typeof expected === "number") expect(hit).toHaveLength(expected);
    else expect(hit).toEqual(expected);
  });
  it("hits every set, and no smaller one does", () => {
    const letters = ["a", "b", "c", "d", "e"];
    fc.assert(
      fc.property(fc.array(fc.subarray(letters, { minLength: 1 }), { maxLength: 6 }), (sets) => {
        const hit = smallestHitting(sets);
        expect(sets.every((set) => set.some((one) => hit.includes(one)))).toBe(true);
        for (let mask = 0; mask < 32; mask++) {
          const other = letters.filter((_, i) => mask & (1 << i));
          if (other.length < hit.length)
            expect(sets.every((set) => set.some((one) => other.includes(one)))).toBe(false);
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe("conflicts", () => {
  /** One hub of Zigbee, one of Z-Wave, one at most; sockets by Zigbee, presence by Z-Wave. */
  const clash = (wants: WantRow[]): Design => ({
    ...testDesign(),
    options: [
      hub("hz", "Zigbee", 5),
      hub("hw", "Z-Wave", 5),
      part("pz", "Zigbee", ["socket"]),
      part("pw", "Z-Wave", ["presence"]),
    ],
    wants,
    design: { ...testDesign().design, choosing: { ...DEFAULT_SETTINGS, maxHubs: 1 } },
  });

  it("name the two that clash out of many, and ways out that each make the house possible", () => {
    const design = clash([want("a", "socket"), want("b", "socket"), want("c", "presence")]);
    const found = smallestConflict(highs, design, design.wants)!;
    expect(found.smallest).toBe(true);
    expect(found.wants).toHaveLength(2);
    const [conflict] = conflictsOf(highs, design);
    expect(conflictNames(design, conflict!)).toHaveLength(2);
    expect(conflict!.reasons[0]!.text).toMatch(/at most one controller/);
    expect(conflict!.giveUp.map((way) => way.text)).toContain(
      "Raise the limit to 2 controllers instead of 1",
    );
    for (const way of conflict!.giveUp) {
      const after = applyChanges(design, way.changes);
      expect([way.text, feasible(highs, after, after.wants)]).toEqual([way.text, true]);
    }
  });

  it("hold a full radio against what is wanted of it", () => {
    const design = { ...clash([want("a", "socket", { count: 6 })]) };
    const [conflict] = conflictsOf(highs, { ...design, design: testDesign().design });
    expect(conflict!.wants).toEqual(["a"]);
    expect(conflict!.reasons[0]!.text).toMatch(/hold fewer devices/);
    const { plans } = answerChoice(highs, { ...design, design: testDesign().design });
    expect(plans[0]!.missed).toEqual([{ want: "a", count: 1 }]);
  });

  it("leave nothing to say where all is met", () => {
    const design = clash([want("a", "socket")]);
    expect(conflictsOf(highs, design)).toEqual([]);
    expect(chooseJson(highs, design).conflicts).toBeUndefined();
  });

  it("are no smaller than they have to be: every part of one can be met", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom<WantRow["function"]>("socket", "presence"), { minLength: 2, maxLength: 5 }),
        (fns) => {
          const design = clash(fns.map((fn, i) => want(`w${i}`, fn)));
          const found = smallestConflict(highs, design, design.wants);
          if (!found) return expect(feasible(highs, design, design.wants)).toBe(true);
          expect(feasible(highs, design, found.wants)).toBe(false);
          for (const one of found.wants)
            expect(
              feasible(
                highs,
                design,
                found.wants.filter((other) => other !== one),
              ),
            ).toBe(true);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe("workings of a plan", () => {
  const design: Design = {
    ...testDesign(),
    options: [...CATALOGUE],
    wants: [
      want("a", "leak", { count: 2 }),
      want("b", "socket", { needs: ["energy metering"] }),
      want("c", "lock"),
    ],
  };
  it("add up to its cost, and the proof to what is weighed", () => {
    for (const plan of answerChoice(highs, design).plans) {
      const working = planWorking(design, plan);
      const parts = working.steps
        .slice(0, -1)
        .reduce((sum, step) => sum + Number(/-?[\d.]+/.exec(step.gives)![0]), 0);
      expect(parts).toBeCloseTo(plan.cost, 1);
      const proof = proofWorking(design, plan);
      expect(proof.value).toBeCloseTo(plan.cost + plan.penalty, 6);
      expect(proof.verdict).toBe("holds");
      expect(proof.limit!.value).toBeLessThanOrEqual(proof.value + 1e-6);
    }
  });
  it("tell each cell's cost by its units", () => {
    for (const plan of answerChoice(highs, design).plans)
      for (const row of design.wants) {
        const picks = plan.picks.filter((pick) => pick.want === row.id);
        const working = picksWorking(design, picks)!;
        expect(working.value).toBeCloseTo(
          picks.reduce((sum, pick) => sum + pick.split.buy + pick.split.fit + pick.split.run, 0),
          6,
        );
        expect(working.steps.filter((step) => step.formula.startsWith("×"))).toHaveLength(picks.length);
      }
    expect(picksWorking(design, [])).toBeUndefined();
  });
  it("say why the next option lost, for every want that has another", () => {
    const { plans, next } = answerChoice(highs, design);
    for (const plan of plans)
      for (const row of design.wants) {
        const why = next[plan.kind]![row.id]!;
        expect(plan.picks.filter((pick) => pick.want === row.id).map((pick) => pick.option)).not.toContain(
          why.option,
        );
        expect(why.text).not.toBe("");
      }
  });
});
