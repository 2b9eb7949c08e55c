import { changesOf } from "../../desk/findings";
import { byId, type Design } from "../../design/collections";
import { applyChanges, invertChanges } from "../../design/edit";
import { larkspurWeir } from "../../../tests/core/houses";
import { point, testDesign } from "../../test-design";
import { runsChecks } from "./checks";
import { before, compareRuns } from "./compare";
import { dropsOf } from "./drops";
import { poeSwitches, poeWorking } from "./poe";
import { pulledOnce, pullSheets } from "./pull-sheet";
import { isToPull } from "./pulls";
import { asBuiltOf, marksDoubt, movedOnSite, noteDrop, progressOf, punchCsv, punchList } from "./site";
import { cableTotals } from "./totals";

const DAY = "2026-10-05";

function withReel(): Design {
  const design = testDesign();
  design.reels = [{ id: "r1", cableType: "cat6", remainingM: 40 }];
  return design;
}

describe("rough-in walk", () => {
  test("jacket marks and a reel: the true length counts, the reel loses what came off it", () => {
    const design = withReel();
    const after = applyChanges(
      design,
      noteDrop(design, "cam/1", { state: "pulled", markStartM: 12.4, markEndM: 24, reel: "r1" }, DAY),
    );
    expect(dropsOf(after).find((drop) => drop.key === "cam/1")).toMatchObject({
      lengthM: 11.6,
      marked: true,
      state: "pulled",
    });
    expect(byId(after, "reels").get("r1")!.remainingM).toBe(28.4);
    // It is not cut again.
    expect(
      cableTotals(after)
        .find((total) => total.cableType.id === "cat6")!
        .cutting.reels.flatMap((reel) => reel.cuts.map((cut) => cut.label)),
    ).not.toContain("0-HALL-CAM-01/1");
  });
  test("marks put right give the reel back what they had taken too much", () => {
    const design = withReel();
    const first = applyChanges(
      design,
      noteDrop(design, "cam/1", { state: "pulled", markStartM: 0, markEndM: 20, reel: "r1" }, DAY),
    );
    const second = applyChanges(first, noteDrop(first, "cam/1", { markEndM: 15 }, DAY));
    expect(byId(second, "reels").get("r1")!.remainingM).toBe(25);
  });
  test.each([
    [{ state: "pulled", markStartM: 3 }, "marks need both ends"],
    [{ state: "pulled", markStartM: 3, markEndM: 3 }, "marks give no length"],
    [{ state: "tested" }, "test has to say"],
    [{ state: "terminated", test: { method: "wire map", result: "fail" } }, "test failed"],
    [{ state: "pulled", markStartM: 0, markEndM: 60, reel: "r1" }, "reel has 40 m left"],
  ] as const)("%j is refused: %s", (note, says) => {
    expect(() => noteDrop(withReel(), "cam/1", note as never, DAY)).toThrow(says);
  });
  test("planned, pulled, tested, terminated: how far a room is", () => {
    let design = withReel();
    design = applyChanges(design, noteDrop(design, "cam/1", { state: "pulled" }, DAY));
    design = applyChanges(
      design,
      noteDrop(design, "cam/1", { state: "tested", test: { method: "wire map", result: "pass" } }, DAY),
    );
    design = applyChanges(design, noteDrop(design, "cam/1", { state: "terminated" }, DAY));
    expect(progressOf(dropsOf(design))).toEqual({ done: 1, all: 2, byState: { terminated: 1, planned: 1 } });
  });
  test("moved on site: the point stands there, and where it was drawn is kept from the first move", () => {
    const design = testDesign();
    const once = applyChanges(design, movedOnSite(design, "cam", { x: 5.5, y: 1 }, DAY, "A beam"));
    const twice = applyChanges(once, movedOnSite(once, "cam", { x: 6, y: 1.5 }, "2026-10-06", "And a pipe"));
    expect(byId(twice, "points").get("cam")).toMatchObject({
      x: 6,
      y: 1.5,
      drawn: { x: 5, y: 1, z: 2.4, on: "2026-10-06", why: "And a pipe" },
    });
    const [row] = asBuiltOf(twice);
    expect(row!.movedM).toBeCloseTo(Math.hypot(1, 0.5), 3);
    expect(row!.diffM).toBeCloseTo(1 - 0.5, 6);
  });
});

describe("punch list", () => {
  test("what is missing, blocked or failed, by room and trade; what is merely not done is not on it", () => {
    let design = testDesign();
    expect(punchList(design)).toEqual([]);
    design = applyChanges(
      design,
      noteDrop(design, "cam/1", { state: "blocked", trade: "plumber", note: "Pipe first" }, DAY),
    );
    design = applyChanges(design, noteDrop(design, "cam-up/1", { state: "missing" }, DAY));
    expect(punchList(design).map((item) => [item.room, item.trade, item.on])).toEqual([
      ["Hall", "plumber", DAY],
      ["Loft", "own", DAY],
    ]);
    expect(
      runsChecks(design).filter(
        (one) => one.code === "runs.drop-missing" || one.code === "runs.drop-blocked",
      ),
    ).toHaveLength(2);
    expect(punchCsv(design)).toContain("Clear the way of 0-HALL-CAM-01/1");
    const failed = applyChanges(
      testDesign(),
      noteDrop(
        testDesign(),
        "cam/1",
        { test: { method: "certification", result: "fail", measured: "NEXT −1.2 dB" } },
        DAY,
      ),
    );
    expect(punchList(failed)[0]!.what).toContain("NEXT −1.2 dB");
  });
  test("another trade's thing in the way goes to that trade", () => {
    const design = larkspurWeir();
    expect(punchList(design).find((item) => item.point.id === "dining-mot-1")!.trade).toBe("heating");
  });
});

describe("what changed", () => {
  test("drops new, gone and different between two states, and the state before a list of edits", () => {
    const start = testDesign();
    const edits = [
      [{ in: "points" as const, put: { ...start.points[0]!, x: 6 } }],
      [{ in: "points" as const, put: point("new", "keypad", "g", "hall", 2, 1, 1.1) }],
      [{ in: "points" as const, drop: "cam-up" }],
    ];
    const inverses = [];
    let now = start;
    for (const changes of edits) {
      inverses.push(invertChanges(now, changes));
      now = applyChanges(now, changes);
    }
    const changes = compareRuns(before(now, inverses), now);
    expect(changes.map((row) => [row.key, row.what])).toEqual([
      ["cam/1", "changed"],
      ["new/1", "new"],
      ["cam-up/1", "gone"],
    ]);
    expect(changes[0]!.diffM).toBeCloseTo(1.1, 6);
    expect(changes[0]!.lines.map((line) => line.of)).toEqual(["length", "place"]);
    expect(compareRuns(now, now)).toEqual([]);
  });
});

describe("power over data, switch by switch", () => {
  const cameras = (budget: number, other?: number): Design => {
    const design = testDesign();
    design.points = Array.from({ length: 4 }, (_, i) => point(`c${i}`, "camera", "g", "hall", 2 + i, 1, 2.4));
    design.closets = [
      { ...design.closets[0]!, poeBudgetW: budget },
      ...(other === undefined
        ? []
        : [{ ...design.closets[0]!, id: "c2", name: "Second", x: 10, poeBudgetW: other }]),
    ];
    return design;
  };
  test("class 3 sets aside 15.4 W each; what is drawn is less, cable loss included", () => {
    const [one] = poeSwitches(cameras(60));
    expect(one!.allocatedW).toBeCloseTo(61.6, 6);
    expect(one!.realW).toBeGreaterThan(4 * 11.5);
    expect(one!.realW).toBeLessThan(one!.allocatedW);
    expect(poeWorking(one!, "allocated").verdict).toBe("fails");
    expect(poeWorking(one!, "real").steps).toHaveLength(1);
  });
  test("what warms the cable is what the source gives less what the device takes, by hand", () => {
    const design = cameras(60);
    design.points = design.points.slice(0, 1);
    const [one] = poeSwitches(design);
    // 0.2 m up, 2 m across, 2 m along, 1 m down and 3.5 m of slack; two pairs carry it, so the loop is one
    // conductor's.
    const loop = 8.7 * 0.0938;
    const volts = 22 + Math.sqrt(22 ** 2 - 11.5 * loop);
    expect(dropsOf(design)[0]!.load).toMatchObject({ watts: 11.5, sourceV: 44 });
    expect(one!.lostW).toBeCloseTo((44 * 11.5) / volts - 11.5, 2);
    expect(one!.realW - one!.lostW).toBeCloseTo(11.5, 6);
  });
  test("over its budget, and the other closet has too few watts left: nothing is offered", () => {
    // 1.6 W over; one camera of 15.4 W would have to go, and the other switch has 15 W.
    const full = (other: number) =>
      runsChecks(cameras(60, other)).find((one) => one.code === "runs.poe-budget")!.fix;
    expect(full(15)).toBeUndefined();
    expect(full(15.4)).toBeDefined();
    // What hangs on the other switch already counts.
    const taken = cameras(45, 30);
    taken.points = [...taken.points, { ...point("own", "camera", "g", "hall", 9, 1, 2.4), closet: "c2" }];
    expect(runsChecks(taken).find((one) => one.code === "runs.poe-budget")!.fix).toBeUndefined();
  });
  test("over its budget: points go to a closet with watts to spare, and both then hold", () => {
    const finding = runsChecks(cameras(60, 30)).find((one) => one.code === "runs.poe-budget")!;
    const fixed = applyChanges(cameras(60, 30), changesOf(finding.fix!, cameras(60, 30)));
    expect(runsChecks(fixed).some((one) => one.code === "runs.poe-budget")).toBe(false);
    expect(fixed.points.filter((row) => row.closet === "c2")).toHaveLength(1);
    expect(runsChecks(cameras(60)).find((one) => one.code === "runs.poe-budget")!.fix).toBeUndefined();
  });
});

describe("pull sheets", () => {
  const design = larkspurWeir();
  const sheets = pullSheets(design);
  test("every drop that can be pulled stands on exactly one sheet, its label on both ends", () => {
    expect(pulledOnce(design)).toBe(true);
    const labels = sheets.flatMap((sheet) => sheet.lines.map((line) => line.label));
    expect(new Set(labels).size).toBe(labels.length);
    expect(labels).toHaveLength(dropsOf(design).filter(isToPull).length);
  });
  test("no reel gives more than is on it, from one pull to the next", () => {
    const left = new Map<string, number>();
    for (const sheet of sheets) {
      for (const reel of sheet.reels) {
        if (left.has(reel.name)) expect(reel.beforeM).toBeCloseTo(left.get(reel.name)!, 2);
        expect(reel.afterM).toBeGreaterThanOrEqual(-1e-6);
        left.set(reel.name, reel.afterM);
      }
    }
  });
  test("two cables off one reel in one pull: the second is cut ahead", () => {
    const two = sheets.find((sheet) => sheet.lines.some((line) => line.cutAhead))!;
    expect(two.reels.length).toBeLessThan(two.lines.length);
  });
});

describe("marks that can hardly be", () => {
  /** 5 m along the tray, 2 m stub, 1.2 m up and down, 3.5 m slack: 11.7 m; the straight line is 5.4 m. */
  const base = testDesign();
  const drop = () => dropsOf(base).find((one) => one.key === "cam/1")!;
  const doubt = (start: number, end: number) => marksDoubt(base, drop(), start, end);
  test.each([
    [100, 111.7, undefined],
    [100, 133.4, undefined],
    [100, 133.5, false],
    [100, 155, false],
    [100, 155.2, true],
    [100, 104.9, true],
    [100, 105.0, undefined],
    [120, 420, true],
  ] as const)("%d to %d m", (start, end, impossible) =>
    expect(doubt(start, end)?.impossible).toBe(impossible),
  );
  test("it says what the way is, and the mark that would fit, whichever way the reel ran", () => {
    expect(doubt(120, 420)).toMatchObject({
      lengthM: 300,
      fitsM: 131.7,
      said: "120 and 420 give 300.0 m, but the way with its slack is 11.7 m: 131.7 m at the closet would fit",
    });
    expect(doubt(420, 120)!.fitsM).toBe(408.3);
    expect(doubt(8, 2)).toBeUndefined();
    expect(doubt(8, 7)!.said).toMatch(/^8 and 7 give 1.0 m, but the straight line alone is 5.4 m: 19.7 m/);
  });
  test("no reel is that long", () => {
    const short = {
      ...base,
      cableTypes: base.cableTypes.map((type) => (type.id === "cat6" ? { ...type, reelM: 20 } : type)),
    };
    const own = dropsOf(short).find((one) => one.key === "cam/1")!;
    expect(marksDoubt(short, own, 100, 121)!.impossible).toBe(true);
    expect(
      marksDoubt({ ...short, reels: [{ id: "r", cableType: "cat6", remainingM: 90 }] }, own, 100, 121),
    ).toBeUndefined();
  });
  test("what cannot be is refused when it is noted; what is doubtful is kept and found, with the mark that fits", () => {
    expect(() =>
      noteDrop(base, "cam/1", { state: "pulled", markStartM: 120, markEndM: 420 }, "2026-10-01"),
    ).toThrow("marks 120 and 420 give 300.0 m");
    const kept = applyChanges(
      base,
      noteDrop(base, "cam/1", { state: "pulled", markStartM: 120, markEndM: 160 }, "2026-10-01"),
    );
    const finding = runsChecks(kept).find((one) => one.code === "runs.marks-doubtful")!;
    expect(finding).toMatchObject({
      measured: 40,
      limit: 33.4,
      fix: { label: "Take 131.7 m for the mark at the closet" },
    });
    const mended = applyChanges(kept, changesOf(finding.fix!, kept));
    expect(runsChecks(mended).some((one) => one.code === "runs.marks-doubtful")).toBe(false);
  });
});
