/** The brief: scores, cards, constraints, phases, uses. */
import { changesOf } from "../../desk/findings";
import { applyChanges, type Change } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import type { Design } from "../../design/collections";
import { removeRows } from "../../design/remove";
import { larkspurWeir, ropewalkCourt } from "../../../tests/core/houses";
import {
  answerOf,
  answerWorking,
  bestOrder,
  briefChecks,
  columns,
  deletions,
  deletionsWorking,
  moveRequirement,
  nextOrder,
  noteUse,
  orderPhases,
  phaseOfPoint,
  phaseSums,
  phaseWorking,
  rankedProblems,
  SAFETY_PER_WEEK,
  scoreOf,
  scoreWorking,
  signOff,
  sortedPhases,
  unused,
} from ".";
import { ledgerValue } from "../../whole/ledger";

const design = larkspurWeir();
const after = (changes: Change[], from: Design = design) => {
  const next = applyChanges(from, changes);
  checkWhole(next, changes);
  return next;
};
const codes = (d: Design) => briefChecks(d).map((finding) => finding.code);
const problem = (id: string, d = design) => d.problems.find((row) => row.id === id)!;

describe("problems", () => {
  test("score is severity × a week × people, and its working says whom", () => {
    // 5 × 14 × 2 = 140
    expect(scoreOf(problem("stair-dark"))).toBe(140);
    expect(scoreWorking(design, problem("stair-dark")).steps[2]!.with).toBe("Grandmother, Lodger");
    expect(scoreOf({ ...problem("gate"), kind: "comfort", people: [] })).toBe(12);
  });
  test("a danger counts once a day at least, and the working says so; a nuisance does not", () => {
    const rare = { ...problem("gate"), kind: "safety" as const, severity: 5, perWeek: 0.1, people: [] };
    expect(scoreOf(rare)).toBe(5 * SAFETY_PER_WEEK);
    expect(scoreWorking(design, rare).steps[1]).toMatchObject({
      with: "0.1 as noted; a danger counts at least once a day",
      gives: "7",
    });
    expect(scoreOf({ ...rare, perWeek: 8 })).toBe(40);
    expect(scoreWorking(design, { ...rare, perWeek: 8 }).steps[1]!.with).toBe("");
    expect(scoreOf({ ...rare, kind: "comfort" })).toBe(0.5);
  });
  test("the worst first; of equal scores the quicker", () => {
    const ranked = rankedProblems(design);
    expect(ranked[0]!.problem.id).toBe("stair-dark");
    expect(ranked.every((line, i) => i === 0 || ranked[i - 1]!.score >= line.score)).toBe(true);
    const twins = after([{ in: "problems", put: { ...problem("gate"), id: "gate-2", effortH: 1 } }]);
    const order = rankedProblems(twins).map((line) => line.problem.id);
    expect(order.indexOf("gate-2")).toBeLessThan(order.indexOf("gate"));
  });
  test("what answers a problem costs what stands at its points; before that the hours are a guess", () => {
    const sleep = answerOf(design, problem("day-sleep"));
    expect(sleep).toMatchObject({ points: 2, guessed: false });
    const devices = design.devices
      .filter((device) => ["nurse-shd-1", "nurse-shd-2"].includes(device.point))
      .reduce((sum, device) => sum + device.cost!, 0);
    expect(sleep.cost).toBeGreaterThan(devices);
    expect(answerWorking(design, problem("day-sleep"), "cost").value).toBe(sleep.cost);
    expect(answerOf(design, problem("gate"))).toMatchObject({ cost: 0, hours: 5, guessed: true });
    expect(answerWorking(design, problem("gate"), "hours").steps[0]!.formula).toBe("Guess");
  });
  test("an automation's shades count as its answer", () => {
    const linked = after([
      { in: "problems", put: { ...problem("day-sleep"), points: [], automations: ["dusk"] } },
    ]);
    expect(answerOf(linked, problem("day-sleep", linked)).cost).toBeGreaterThan(0);
  });
  test("unanswered problems and unasked devices are findings; linking one takes it away", () => {
    expect(briefChecks(design).filter((finding) => finding.code === "brief.problem-unanswered")).toHaveLength(
      5,
    );
    const linked = after([{ in: "problems", put: { ...problem("gate"), points: ["yard-open-lmp-1"] } }]);
    expect(briefChecks(linked).filter((finding) => finding.code === "brief.problem-unanswered")).toHaveLength(
      4,
    );
    const unasked = briefChecks(design).find((finding) => finding.code === "brief.device-unasked")!;
    expect(unasked.about.some((ref) => ref.id === "d-nurse-shd-1")).toBe(false);
    expect(unasked.about.some((ref) => ref.id === "d-snug-tel-1")).toBe(true);
  });
  test("a device that bears a point's id is not asked for because that point is", () => {
    const asked = problem("day-sleep").points[0]!;
    const twin = { ...design.devices.find((device) => device.id === "d-snug-tel-1")!, id: asked };
    const both = after([{ in: "devices", put: twin }]);
    expect(
      briefChecks(both)
        .find((one) => one.code === "brief.device-unasked")!
        .about.some((ref) => ref.id === asked),
    ).toBe(true);
  });
  test("a point that goes is forgotten by the problem it answered", () => {
    const changes = removeRows(design, [{ in: "points", id: "nurse-shd-1" }]);
    expect(problem("day-sleep", after(changes)).points).toEqual(["nurse-shd-2"]);
  });
});

describe("triage", () => {
  test("a deletion needs a reason, stays with it, and may come back", () => {
    expect(() => moveRequirement(design, "voice", "delete", "2026-10-01", " ")).toThrow(
      "Reason must say why",
    );
    const gone = after(moveRequirement(design, "voice", "delete", "2026-10-01", "It listens all day."));
    expect(columns(gone).delete.map((row) => row.id)).toContain("voice");
    expect(gone.requirements.find((row) => row.id === "voice")!.moves.at(-1)).toEqual({
      to: "delete",
      on: "2026-10-01",
      why: "It listens all day.",
    });
    const back = after(moveRequirement(gone, "voice", "question", "2026-11-01"), gone);
    expect(deletions(back)).toMatchObject({ deleted: 3, back: 2 });
    expect(deletions(design)).toMatchObject({ deleted: 2, back: 1, sharePct: 50 });
    expect(deletionsWorking(design).value).toBe(50);
    expect(moveRequirement(design, "voice", "question", "2026-10-01")).toEqual([]);
  });
  test("automating what was never questioned is a finding, and its fix puts it back", () => {
    const finding = briefChecks(design).find((one) => one.code === "brief.automated-unquestioned")!;
    expect(finding.title).toContain("Bedroom shades down at dusk");
    expect(codes(after(changesOf(finding.fix!, design)))).not.toContain("brief.automated-unquestioned");
  });
  test("where hardly anything came back, too little was tried", () => {
    const many = Array.from({ length: 12 }, (_, i): Change => ({
      in: "requirements",
      put: {
        id: `x${i}`,
        name: `Thing ${i}`,
        problems: [],
        step: "delete",
        moves: [{ to: "delete", on: "2026-10-01", why: "Nobody." }],
        automations: [],
        ifNot: "Nothing.",
      },
    }));
    expect(codes(after([...many, { in: "requirements", drop: "music" }]))).toContain(
      "brief.too-few-deletions",
    );
  });
});

describe("constraints bind the stages", () => {
  test("a drop in a flat without new cable is a stop", () => {
    const finding = briefChecks(ropewalkCourt()).find((one) => one.code === "brief.new-cable")!;
    expect(finding).toMatchObject({ severity: "stop", measured: 2 });
    expect(finding.about.some((ref) => ref.in === "points" && ref.id === "living-ap-1")).toBe(true);
  });
  test("bound to rooms, only drops of those rooms count; a tenant is bound even without saying so", () => {
    const only = after([
      {
        in: "constraints",
        put: { id: "c", name: "Snug stays", kind: "no new cable", rooms: ["snug"], walls: [] },
      },
    ]);
    const snug = briefChecks(only).find((one) => one.code === "brief.new-cable")!;
    expect(snug.about.filter((ref) => ref.in === "points").every((ref) => ref.id.startsWith("snug"))).toBe(
      true,
    );
    expect(
      codes(
        after([
          {
            in: "constraints",
            put: { id: "c", name: "Rented", kind: "tenure", tenure: "tenant", rooms: [], walls: [] },
          },
        ]),
      ),
    ).toContain("brief.new-cable");
    expect(
      codes(
        after([
          {
            in: "constraints",
            put: { id: "c", name: "Owned", kind: "tenure", tenure: "owner", rooms: [], walls: [] },
          },
        ]),
      ),
    ).not.toContain("brief.new-cable");
  });
  test("the budget against the ledger's own cost", () => {
    const cost = ledgerValue(design, "cost")!;
    const tight = (amount: number) =>
      after([
        { in: "constraints", put: { ...design.constraints.find((row) => row.id === "budget")!, amount } },
      ]);
    expect(codes(tight(cost))).not.toContain("brief.over-budget");
    expect(briefChecks(tight(cost - 1)).find((one) => one.code === "brief.over-budget")).toMatchObject({
      measured: cost,
      limit: cost - 1,
    });
  });
  test("a gap in a wall that must stay, a language not named, a phase after its date", () => {
    const gap = after([
      {
        in: "openings",
        put: {
          id: "gap",
          wall: "g-out-s",
          kind: "gap",
          offsetM: 3.6,
          widthM: 0.5,
          heightM: 2,
          sillM: 0,
          outsideIs: "none",
        },
      },
    ]);
    expect(codes(gap)).toContain("brief.wall-to-keep");
    expect(
      codes(
        after([
          { in: "constraints", put: { id: "c", name: "Sheets", kind: "languages", rooms: [], walls: [] } },
        ]),
      ),
    ).toContain("brief.no-language");
    expect(codes(after(signOff(design, "stair", "Grandmother", "2027-08-01")))).toContain("brief.late");
  });
});

describe("phases", () => {
  test("a point belongs to its own phase, else to its room's", () => {
    const stair = design.points.find((point) => point.id === "stair-head-lmp-1")!;
    expect(phaseOfPoint(design, stair)).toBe("stair");
    expect(phaseOfPoint(design, { ...stair, phase: "water" })).toBe("water");
  });
  test("cost and hours by phase; together no point is counted twice", () => {
    const sums = phaseSums(design);
    expect(sums.map((line) => line.phase.order)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(sums.reduce((sum, line) => sum + line.points, 0)).toBeLessThanOrEqual(design.points.length);
    expect(sums.reduce((sum, line) => sum + line.drops, 0)).toBe(130);
    expect(phaseWorking(design, "water", "cost").value).toBe(
      sums.find((line) => line.phase.id === "water")!.cost,
    );
    expect(phaseWorking(design, "water", "hours").value).toBe(
      sums.find((line) => line.phase.id === "water")!.hours,
    );
  });
  test("a phase opens when the one before is signed off, by somebody, in order", () => {
    expect(phaseSums(design).map((line) => line.open)).toEqual([true, false, false, false, false, false]);
    expect(() => signOff(design, "water", "Carpenter", "2026-12-01")).toThrow(
      "Sign-off waits for The dark stair",
    );
    expect(() => signOff(design, "stair", " ", "2026-12-01")).toThrow("Who must be named");
    const signed = after(signOff(design, "stair", "Grandmother", "2026-12-01"));
    expect(phaseSums(signed).map((line) => line.open)).toEqual([true, true, false, false, false, false]);
  });
  test("a phase that is added comes after all others, whatever gaps were left", () => {
    const gone = after([
      { in: "phases", drop: "water" },
      ...removeRows(design, [{ in: "phases", id: "water" }]).filter((change) => !("drop" in change)),
    ]);
    expect(gone.phases).toHaveLength(5);
    expect(nextOrder(gone)).toBe(7);
    expect(nextOrder({ ...design, phases: [] })).toBe(1);
  });
  test("a first phase without a problem is found as well", () => {
    const none = after(
      design.problems
        .filter((row) => row.phase === "stair")
        .map((row): Change => ({ in: "problems", put: { ...row, phase: "water" } })),
    );
    expect(briefChecks(none).find((one) => one.code === "brief.first-phase-wide")).toMatchObject({
      measured: 0,
      title: "The first phase takes on no problem",
    });
  });
  test("score over disruption gives the order; what is signed off stays in front", () => {
    const best = bestOrder(design);
    expect(best[0]!.id).toBe("stair");
    const shuffled = after(orderPhases(design, [...best].reverse()));
    expect(sortedPhases(shuffled).map((phase) => phase.id)).toEqual(
      [...best].reverse().map((phase) => phase.id),
    );
    const signed = after(signOff(design, "stair", "Grandmother", "2026-12-01"));
    expect(sortedPhases(after(orderPhases(signed, [...best].reverse()), signed))[0]!.id).toBe("stair");
  });
  test("the first phase takes on one problem, where it disturbs least", () => {
    expect(codes(design)).not.toContain("brief.first-phase-wide");
    const two = after([{ in: "problems", put: { ...problem("gate"), phase: "stair" } }]);
    expect(briefChecks(two).find((one) => one.code === "brief.first-phase-wide")!.measured).toBe(2);
    const loud = after([
      { in: "phases", put: { ...design.phases.find((phase) => phase.id === "stair")!, disruption: 4 } },
    ]);
    expect(codes(loud)).toContain("brief.first-phase-disruptive");
  });
});

describe("use log", () => {
  test("unused for a year: candidates for deletion, longest first; what is kept on purpose is none", () => {
    expect(unused(design, "2026-11-25").map((line) => [line.name, line.days])).toEqual([
      ["Desk plug", 541],
      ["Hall alarm panel", 452],
    ]);
    expect(unused(design, "2026-11-25", 60)).toHaveLength(3);
    const kept = after([
      { in: "uses", put: { ...design.uses.find((use) => use.id === "use-desk")!, kept: true } },
    ]);
    expect(unused(kept, "2026-11-25")).toHaveLength(1);
  });
  test("a use is noted once a thing, and never goes back in time", () => {
    const noted = after(noteUse(design, "new", { automation: "dusk" }, "2026-11-25"));
    expect(noted.uses).toHaveLength(4);
    expect(noted.uses.find((use) => use.automation === "dusk")!.lastOn).toBe("2026-11-25");
    expect(
      after(noteUse(noted, "x", { automation: "dusk" }, "2026-01-01"), noted).uses.find(
        (use) => use.automation === "dusk",
      )!.lastOn,
    ).toBe("2026-11-25");
    expect(after(noteUse(design, "use-new", { automation: "morning" }, "2026-11-25")).uses).toHaveLength(5);
  });
});
