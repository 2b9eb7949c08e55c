/** Calibration: known figures come back from readings with noise, a wrong one is named, nothing is bent too far. */
import { emptyDesign, type Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { meshHouse, PROFILE, putRadio } from "../../test-mesh";
import {
  calibrationsOf,
  fit,
  leftOut,
  LEAST,
  MISFIT_DB,
  NOISE_DB,
  putBack,
  takeFigures,
  type Equation,
  type Prior,
} from "./calibrate";
import { aboveOfLqi, dbmOfLqi, LQI_TABLE, marginOfLqi } from "./lqi";
import { openDb } from "./loss";
import { seeded } from "../house/generate";
import { rayBetween } from "./ray";
import { sceneOf } from "./scene";

/** Normal with a spread of one (Box and Muller 1958). */
const normal = (of: () => number) => Math.sqrt(-2 * Math.log(1 - of())) * Math.cos(2 * Math.PI * of());

/** Two levels, a brick wall and a plasterboard one on the lower, a radio in a corner. */
function house(): Design {
  const design = meshHouse(
    [
      ["0", 0],
      ["1", 2.9],
    ],
    [
      ["brick", "0", 5, -20, 5, 20, "brick-single"],
      ["board", "0", -20, 4, 20, 4, "plasterboard"],
    ],
  );
  putRadio(design, "hub", ["0", 1, 1, 1], { coordinator: true });
  return design;
}

interface Truth {
  n: number;
  floorDb: number;
  brickDb: number;
  boardDb: number;
}

const AS_DEFAULT: Truth = { n: PROFILE.n, floorDb: PROFILE.floorDb, brickDb: 7, boardDb: 3 };

/** The house as it truly is: what is read there without noise. */
function truly(design: Design, { n, floorDb, brickDb, boardDb }: Truth): Design {
  const loss: Record<string, number> = { "brick-single": brickDb, plasterboard: boardDb };
  return {
    ...design,
    radioProfiles: [{ ...PROFILE, n, floorDb }],
    materials: design.materials.map((row) =>
      row.id in loss ? { ...row, lossDb: { ...row.lossDb, mhz2400: loss[row.id]! } } : row,
    ),
  };
}

/** Readings by hand at random places of both levels, off by noise. */
function readings(design: Design, truth: Truth, count: number, seed: number, noiseDb = NOISE_DB) {
  const of = seeded(seed);
  const real = truly(design, truth);
  const [profile] = real.radioProfiles;
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [0.5 + 13 * of(), 0.5 + 13 * of()];
    const level = of() < 0.65 ? "0" : "1";
    const z = level === "0" ? 1 : 3.9;
    const { lossDb } = rayBetween(sceneOf(real), profile!, { x: 1, y: 1, z: 1 }, { x, y, z });
    return { id: `r${i}`, at: { x, y }, level, from: "hub", dbm: 10 - lossDb + noiseDb * normal(of) };
  });
}

const calibrated = (design: Design) => calibrationsOf(design).get("mesh")!;
const fitted = (design: Design, id: string) =>
  calibrated(design).figures.find((one) => one.id === id)!.fitted;

test("one reading through a wall, by hand: −35.2 dBm of 8 + 2 at 10 m, an aerial of nought in the hand", () => {
  const design = house();
  // Along x at y = 1: 9 m, one brick wall met straight on.
  design.readings = [{ id: "r", at: { x: 10, y: 1 }, level: "0", dbm: -60, from: "hub" }];
  const [read] = calibrated(design).reads;
  const modelled = 10 - (openDb(2450, 2, 9) + 7);
  expect(read!.beforeDb).toBeCloseTo(-60 - modelled, 6);
  expect(modelled).toBeCloseTo(10 - 40.234 - 19.085 - 7, 2);
});

test("fewer readings than say anything change nothing", () => {
  const design = house();
  design.readings = readings(design, { n: 3, floorDb: 20, brickDb: 20, boardDb: 10 }, LEAST - 1, 1);
  const { figures, afterDb, nowDb } = calibrated(design);
  for (const one of figures) expect(one.fitted).toBe(one.now);
  expect(afterDb).toBe(nowDb);
  design.readings = readings(design, { n: 3, floorDb: 20, brickDb: 20, boardDb: 10 }, LEAST, 1);
  expect(calibrated({ ...design }).afterDb).toBeLessThan(calibrated({ ...design }).nowDb);
});

test("what nothing was read of stays out of it", () => {
  const design = house();
  design.readings = readings(design, AS_DEFAULT, 20, 2).filter(({ level }) => level === "0");
  expect(calibrated(design).figures.map(({ id }) => id)).toEqual(["n", "brick-single", "plasterboard"]);
});

test.each([
  { n: 2.5, floorDb: 13, brickDb: 11, boardDb: 5 },
  { n: 1.7, floorDb: 4, brickDb: 4, boardDb: 1.5 },
])("known figures come back from many readings with noise: %o", (truth) => {
  const design = house();
  design.readings = readings(design, truth, 400, 3);
  expect(fitted(design, "n")).toBeCloseTo(truth.n, 0);
  expect(Math.abs(fitted(design, "n") - truth.n)).toBeLessThan(0.15);
  expect(Math.abs(fitted(design, "floor") - truth.floorDb)).toBeLessThan(1.2);
  expect(Math.abs(fitted(design, "brick-single") - truth.brickDb)).toBeLessThan(1.2);
  expect(Math.abs(fitted(design, "plasterboard") - truth.boardDb)).toBeLessThan(1.2);
  const { afterDb, nowDb, leftOutDb } = calibrated(design);
  expect(afterDb).toBeLessThan(nowDb);
  // What is left is the noise.
  expect(Math.abs(afterDb - NOISE_DB)).toBeLessThan(0.5);
  expect(leftOutDb).toBeGreaterThan(afterDb);
});

test("without noise and with much to go by nothing is left", () => {
  const design = house();
  const truth = { n: 2.3, floorDb: 10, brickDb: 9, boardDb: 4 };
  design.readings = readings(design, truth, 300, 4, 0);
  expect(calibrated(design).afterDb).toBeLessThan(0.2);
});

test("held-back places are foretold at most so much worse than by the defaults as it says", () => {
  const worse: number[] = [];
  for (let seed = 1; seed <= 40; seed++) {
    const design = house();
    // The worst there is: the defaults are true, and a handful of readings pull away from them.
    design.readings = readings(design, AS_DEFAULT, 3 + (seed % 8), seed);
    const found = calibrated(design);
    const held = { ...design, readings: readings(design, AS_DEFAULT, 60, 1000 + seed) };
    const taken = applyChanges(held, takeFigures(design, found));
    worse.push(calibrated(taken).nowDb - calibrated(held).nowDb - found.unsureDb);
  }
  expect(Math.max(...worse)).toBeLessThan(0);
});

test("where the house is another than thought, held-back places are foretold better", () => {
  const truth = { n: 2.4, floorDb: 14, brickDb: 12, boardDb: 6 };
  for (let seed = 1; seed <= 10; seed++) {
    const design = house();
    design.readings = readings(design, truth, 25, seed);
    const held = { ...design, readings: readings(design, truth, 60, 500 + seed) };
    const taken = applyChanges(held, takeFigures(design, calibrated(design)));
    expect(calibrated(taken).nowDb).toBeLessThan(calibrated(held).nowDb);
  }
});

test("a reading that is wrong is named, and bends little", () => {
  const design = house();
  const right = readings(design, AS_DEFAULT, 40, 5, 2);
  design.readings = right;
  const without = fitted(design, "n");
  const wrong = { ...right[0]!, id: "wrong", dbm: right[0]!.dbm - 40 };
  const bent = { ...design, readings: [...right, wrong] };
  expect(
    calibrated(bent)
      .reads.filter(({ misfit }) => misfit)
      .map(({ row }) => row.id),
  ).toEqual(["wrong"]);
  expect(Math.abs(fitted(bent, "n") - without)).toBeLessThan(0.12);
  for (const read of calibrated(bent).reads) expect(read.misfit).toBe(Math.abs(read.afterDb) > MISFIT_DB);
});

const prior = (id: string, more: Partial<Prior> = {}): Prior => ({
  id,
  default: 5,
  spread: 2,
  least: 0,
  most: 100,
  ...more,
});
const equation = (value: number, factors: Record<string, number>): Equation => ({
  value,
  factors: new Map(Object.entries(factors)),
});

test("one equation and one figure by hand: between what was read and the default, by what each is worth", () => {
  // (8/16 + 5/4) / (1/16 + 1/4)
  expect(fit([equation(8, { a: 1 })], [prior("a")]).figures.get("a")).toBeCloseTo(5.6, 9);
  // Four of the same pull as hard as the default does.
  expect(
    fit(
      Array.from({ length: 4 }, () => equation(8, { a: 1 })),
      [prior("a")],
    ).figures.get("a"),
  ).toBeCloseTo(6.5, 9);
  // A factor counts squared: 2·a = 16.
  expect(fit([equation(16, { a: 2 })], [prior("a")]).figures.get("a")).toBeCloseTo(6.5, 9);
});

test("a figure at its bound is held there and the others are found with it", () => {
  const equations = [equation(-40, { a: 1 }), equation(-40, { a: 1 }), equation(-30, { a: 1, b: 1 })];
  const { figures: found } = fit(equations, [prior("a", { spread: 30 }), prior("b", { spread: 30 })]);
  expect(found.get("a")).toBe(0);
  expect(found.get("b")).toBe(0);
  expect(fit([equation(900, { a: 1 })], [prior("a", { spread: 1e4 })]).figures.get("a")).toBe(100);
});

test("what is foretold by the others is what a fit without a reading foretells", () => {
  const of = seeded(9);
  const equations = Array.from({ length: 12 }, () => equation(5 + of(), { a: 0.5 + of(), b: of() }));
  const priors = ["a", "b"].map((id) => prior(id));
  const out = leftOut(equations, priors, fit(equations, priors));
  equations.forEach(({ value, factors }, i) => {
    const { figures } = fit(
      equations.filter((_, k) => k !== i),
      priors,
    );
    const left = [...factors].reduce((sum, [id, factor]) => sum - factor * figures.get(id)!, value);
    expect(out[i]).toBeCloseTo(left, 9);
  });
});

test("no other figures are better", () => {
  const of = seeded(7);
  const equations = Array.from({ length: 20 }, () => equation(4 + 3 * of(), { a: of(), b: of(), c: of() }));
  const priors = ["a", "b", "c"].map((id) => prior(id));
  const { figures: best } = fit(equations, priors);
  const cost = (at: ReadonlyMap<string, number>) =>
    equations.reduce((sum, { value, factors }) => {
      let left = value;
      for (const [id, factor] of factors) left -= factor * at.get(id)!;
      const far = Math.abs(left) / NOISE_DB;
      return sum + (far <= 1.345 ? far ** 2 / 2 : 1.345 * (far - 1.345 / 2));
    }, 0) + priors.reduce((sum, one) => sum + (at.get(one.id)! - one.default) ** 2 / one.spread ** 2 / 2, 0);
  for (const { id } of priors)
    for (const step of [-0.05, 0.05])
      expect(cost(new Map([...best, [id, best.get(id)! + step]]))).toBeGreaterThan(cost(best));
});

test("figures taken over are the model from then on; put back, the tables' stand again", () => {
  const design = house();
  design.radioProfiles = [{ ...PROFILE, id: "mesh-2400" }];
  design.radios = design.radios.map((row) => ({ ...row, profile: "mesh-2400" }));
  design.readings = readings(design, { n: 2.5, floorDb: 13, brickDb: 11, boardDb: 5 }, 60, 8);
  const found = calibrationsOf(design).get("mesh-2400")!;
  const taken = applyChanges(design, takeFigures(design, found));
  const again = calibrationsOf(taken).get("mesh-2400")!;
  expect(again.nowDb).toBeCloseTo(found.afterDb, 1);
  // The ridge pulls to the tables still, not to what was fitted: a second fit finds the same.
  for (const one of again.figures)
    expect(one.fitted).toBeCloseTo(found.figures.find(({ id }) => id === one.id)!.fitted, 6);
  expect(taken.radioProfiles[0]!.source).toBe("fitted to readings: 60 readings at 2450 MHz");
  expect(taken.materials.find(({ id }) => id === "brick-single")!.source).toBe("measured");
  expect(taken.materials.find(({ id }) => id === "slab")).toEqual(
    design.materials.find(({ id }) => id === "slab"),
  );
  const back = applyChanges(taken, putBack(taken));
  expect(back.materials).toEqual(design.materials);
  expect(back.radioProfiles[0]).toMatchObject({ n: 2, floorDb: 7 });
  expect(putBack(emptyDesign(design.design))).toEqual([]);
});

test("a wall that was fitted to nought comes back when better readings say so, and two of one name are two", () => {
  const design = house();
  const brick = design.materials.find(({ id }) => id === "brick-single")!;
  design.materials = [
    ...design.materials.map((row) =>
      row === brick ? { ...row, source: "measured" as const, lossDb: { ...row.lossDb, mhz2400: 0 } } : row,
    ),
    { ...brick, id: "brick-other" },
  ];
  design.readings = readings(design, { n: 2, floorDb: 7, brickDb: 10, boardDb: 3 }, 60, 11, 1);
  const { figures } = calibrated(design);
  expect(figures.find(({ id }) => id === "brick-single")!.fitted).toBeGreaterThan(8);
  expect(figures.some(({ id }) => id === "brick-other")).toBe(false);
});

test("link quality as a level: the lines of the table, between them, and beyond", () => {
  for (const [lqi, above] of LQI_TABLE) expect(aboveOfLqi(lqi)).toBe(above);
  expect(aboveOfLqi(75)).toBeCloseTo(9.5, 9);
  expect(aboveOfLqi(300)).toBe(42);
  expect(aboveOfLqi(-5)).toBe(0);
  expect(dbmOfLqi(100, -100)).toBe(-87);
  expect(marginOfLqi(100, { fadeDb: 8 })).toBe(5);
});
