/**
 * Bending the model to what was read on site (docs/model.md §7): n, the losses of the materials met and that of floors
 * without a material, by least squares with a ridge toward the defaults, in dB. A level is linear in all of them:
 *
 *   read = sent + antennas − L0 − 10·n·log10(d) − Σ aslant·loss − Σ k^((k+2)/(k+1) − 0.46)/k · floor
 *
 * so that one solution of the normal equations is the best there is. Readings that are far off count less and less
 * (Huber 1964): one wrong figure does not bend a house.
 */
import type { Design } from "../../design/collections";
import { byId } from "../../design/collections";
import type { Change } from "../../design/edit";
import { memo } from "../../design/kept";
import { counted } from "../../design/words";
import { round2 } from "../../geometry/round";
import { RADIO_PROFILE_TABLE } from "../house/radio-table";
import type { LevelRow, MaterialRow } from "../../design/rows/house-structure";
import { MATERIAL_TABLE } from "../house/tables";
import { radiosOf, type Radio } from "./links";
import { columnOf, firstMetreDb, floorsDb, MOST_OBLIQUE, openDb } from "./loss";
import { rayBetween, type Ray, type Spot } from "./ray";
import type { RadioProfileRow, ReadingRow } from "../../design/rows/mesh";
import { sceneOf } from "./scene";

/** Height at which a meter is held where a reading names none, m. */
export const HAND_M = 1;
/** What a level is off by without anything being wrong: people, furniture, the hand, dB. */
export const NOISE_DB = 4;
/** Foretold farther off than this by all the others, a reading does not fit. */
export const MISFIT_DB = 10;
/** Readings beyond so many times the noise count less (Huber). */
const HUBER = 1.345;
/** How far from its default a figure may be thought to lie: n; a loss by this share of it, this much at the least. */
const SPREAD_N = 0.3;
const SPREAD_SHARE = 0.2;
const SPREAD_DB = 1.5;
/** Fewer readings than this say nothing about a house. */
export const LEAST = 3;
const [LEAST_N, MOST_N] = [1, 6];
const MOST_DB = 100;
const ROUNDS = 12;

/** A figure that is fitted. */
export interface Figure {
  /** `n`, `floor`, or a material's id. */
  id: string;
  name: string;
  unit: "" | "dB";
  /** As the design has it, as the tables have it, and as the readings want it. */
  now: number;
  default: number;
  fitted: number;
  /** Readings that have anything to say about it. */
  readings: number;
}

/** A reading beside the model. */
export interface Read {
  row: ReadingRow;
  from: Radio;
  at: Spot;
  ray: Ray;
  /** Read less modelled, dB: above nought where the house lets more through than is thought. */
  beforeDb: number;
  afterDb: number;
  /** How far off it is foretold by the others alone. */
  leftOutDb: number;
  misfit: boolean;
}

export interface Calibration {
  profile: RadioProfileRow;
  reads: readonly Read[];
  figures: readonly Figure[];
  /** Root of the mean square of what is off, dB; of the design as it is, of the defaults, and fitted. */
  nowDb: number;
  defaultDb: number;
  afterDb: number;
  /** The same, each foretold by the others alone: the honest figure. */
  leftOutDb: number;
  /** By so much a place like those read may be foretold worse than by the defaults, dB (two standard errors). */
  unsureDb: number;
}

/** One reading as an equation: what is fixed, and what each figure is multiplied by. */
export interface Equation {
  /** Read less sent, antennas and all fixed losses, dB. */
  value: number;
  /** By figure. */
  factors: ReadonlyMap<string, number>;
}

/** Solve `a·x = b` for a symmetric positive matrix (Cholesky). */
function solve(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const size = b.length;
  const low: number[][] = a.map(() => new Array<number>(size).fill(0));
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i]![j]!;
      for (let k = 0; k < j; k++) sum -= low[i]![k]! * low[j]![k]!;
      low[i]![j] = i === j ? Math.sqrt(sum) : sum / low[j]![j]!;
    }
  const y: number[] = [];
  for (let i = 0; i < size; i++) {
    let sum = b[i]!;
    for (let k = 0; k < i; k++) sum -= low[i]![k]! * y[k]!;
    y[i] = sum / low[i]![i]!;
  }
  const x = new Array<number>(size).fill(0);
  for (let i = size - 1; i >= 0; i--) {
    let sum = y[i]!;
    for (let k = i + 1; k < size; k++) sum -= low[k]![i]! * x[k]!;
    x[i] = sum / low[i]![i]!;
  }
  return x;
}

export interface Prior {
  id: string;
  default: number;
  spread: number;
  least: number;
  most: number;
}

const off = ({ value, factors }: Equation, of: (id: string) => number) => {
  let sum = value;
  for (const [id, factor] of factors) sum -= factor * of(id);
  return sum;
};

/** Weighted normal equations with the ridge in, for the figures that are free. */
function normal(
  equations: readonly Equation[],
  weights: readonly number[],
  free: readonly Prior[],
  fixed: ReadonlyMap<string, number>,
): { a: number[][]; b: number[] } {
  const a = free.map((one, i) => free.map((_, j) => (i === j ? 1 / one.spread ** 2 : 0)));
  const b = free.map((one) => one.default / one.spread ** 2);
  equations.forEach((equation, e) => {
    const weight = weights[e]! / NOISE_DB ** 2;
    let value = equation.value;
    for (const [id, at] of fixed) value -= (equation.factors.get(id) ?? 0) * at;
    free.forEach((one, i) => {
      const factor = equation.factors.get(one.id);
      if (!factor) return;
      b[i]! += weight * factor * value;
      free.forEach((other, j) => {
        a[i]![j]! += weight * factor * (equation.factors.get(other.id) ?? 0);
      });
    });
  });
  return { a, b };
}

export interface Fitted {
  figures: ReadonlyMap<string, number>;
  /** How much each reading counted: 1, or less where it was far off. */
  weights: readonly number[];
}

/** Figures that fit the readings best, each within its bounds. */
export function fit(equations: readonly Equation[], priors: readonly Prior[]): Fitted {
  let found = new Map(priors.map((one) => [one.id, one.default]));
  let weights = equations.map(() => 1);
  for (let round = 0; round < ROUNDS; round++) {
    const fixed = new Map<string, number>();
    for (;;) {
      const free = priors.filter(({ id }) => !fixed.has(id));
      const { a, b } = normal(equations, weights, free, fixed);
      const x = solve(a, b);
      found = new Map([...fixed, ...free.map((one, i) => [one.id, x[i]!] as const)]);
      const out = free.filter((one) => found.get(one.id)! < one.least || found.get(one.id)! > one.most);
      if (!out.length) break;
      // A wall does not strengthen what goes through it: such a figure is held at its bound, the rest found anew.
      for (const one of out) fixed.set(one.id, Math.min(one.most, Math.max(one.least, found.get(one.id)!)));
    }
    const now = found;
    weights = equations.map((equation) => {
      const far = Math.abs(off(equation, (id) => now.get(id)!)) / NOISE_DB;
      return far <= HUBER ? 1 : HUBER / far;
    });
  }
  return { figures: found, weights };
}

const rms = (values: readonly number[]) =>
  values.length ? Math.sqrt(values.reduce((sum, one) => sum + one * one, 0) / values.length) : 0;

/** Where a reading was taken: at a radio, or by hand. */
function placeOf(design: Design, row: ReadingRow): Spot | undefined {
  if (row.by !== undefined) return radiosOf(design).get(row.by);
  const level = byId(design, "levels").get(row.level);
  return level && { x: row.at.x, y: row.at.y, z: level.elevationM + (row.at.z ?? HAND_M) };
}

const FLOOR = "floor";
const N = "n";

/** How a profile says that its figures were fitted; a material says `measured`. */
export const FITTED = "fitted to readings";
const wasFitted = ({ source }: { source?: string }) =>
  source === "measured" || source?.startsWith(FITTED) === true;

/** Where a figure starts from: one fitted before goes back to the tables, one somebody put there stays. */
function defaultLoss(row: MaterialRow, column: keyof MaterialRow["lossDb"]): number {
  const table = MATERIAL_TABLE.find(({ id }) => id === row.id);
  return (wasFitted(row) && table ? table : row).lossDb[column];
}

/** The profile of the tables a fitted one goes back to: its own, else the one nearest to its frequency. */
const tableProfile = ({ id, mhz }: RadioProfileRow): RadioProfileRow =>
  RADIO_PROFILE_TABLE.find((row) => row.id === id) ??
  RADIO_PROFILE_TABLE.reduce((best, row) =>
    Math.abs(Math.log(row.mhz / mhz)) < Math.abs(Math.log(best.mhz / mhz)) ? row : best,
  );

/** A reading as an equation. Losses of leaves and panes without a material are no figures: they stay as they are. */
function equationOf(
  profile: RadioProfileRow,
  row: ReadingRow,
  from: Radio,
  ear: number,
  ray: Ray,
  levels: ReadonlyMap<string, LevelRow>,
): Equation {
  const factors = new Map<string, number>();
  const add = (id: string, factor: number) => factors.set(id, (factors.get(id) ?? 0) + factor);
  let fixed = 0;
  for (const wall of ray.walls) {
    const id = wall.pane ? wall.pane.row.material : wall.sheet.row.material;
    // By the angle and not by what it loses: a figure that was fitted to nought can come back.
    const aslant = Math.min(MOST_OBLIQUE, 1 / Math.cos((wall.angleDeg * Math.PI) / 180));
    if (id === undefined) fixed += wall.lossDb;
    else add(id, aslant);
  }
  const each = ray.floors.length ? floorsDb(ray.floors.length, 1) / ray.floors.length : 0;
  for (const { level, material } of ray.floors)
    add((material === undefined ? undefined : levels.get(level)?.slabMaterial) ?? FLOOR, each);
  const metres = openDb(profile.mhz, 1, ray.distanceM) - firstMetreDb(profile.mhz);
  if (metres) add(N, metres);
  const sent = from.row.txDbm + from.row.gainDbi + ear;
  // Read = sent − L0 − fixed − Σ factor·figure, so Σ factor·figure = sent − L0 − fixed − read.
  return { value: sent - firstMetreDb(profile.mhz) - fixed - row.dbm, factors };
}

/** How far a place may be foretold off by what is not known of the figures, dB: root of the mean of xᵀ·C·x. */
function unsure(equations: readonly Equation[], priors: readonly Prior[]): number {
  const { a } = normal(
    equations,
    equations.map(() => 1),
    priors,
    new Map(),
  );
  return rms(
    equations.map(({ factors }) => {
      const x = priors.map(({ id }) => factors.get(id) ?? 0);
      const c = solve(a, x);
      return Math.sqrt(x.reduce((sum, one, i) => sum + one * c[i]!, 0));
    }),
  );
}

/**
 * How far off each reading is foretold by the others: what is left of it over what it does not hold up itself,
 * r/(1 − w·xᵀ·C·x/σ²) (Allen 1974), the weights as they are.
 */
export function leftOut(
  equations: readonly Equation[],
  priors: readonly Prior[],
  { figures, weights }: Fitted,
): number[] {
  const { a } = normal(equations, weights, priors, new Map());
  return equations.map((equation, i) => {
    const x = priors.map(({ id }) => equation.factors.get(id) ?? 0);
    const c = solve(a, x);
    const held = (weights[i]! / NOISE_DB ** 2) * x.reduce((sum, one, k) => sum + one * c[k]!, 0);
    return off(equation, (id) => figures.get(id)!) / (1 - held);
  });
}

function calibrationOf(design: Design, profile: RadioProfileRow): Calibration | undefined {
  const scene = sceneOf(design);
  const radios = radiosOf(design);
  const column = columnOf(profile.mhz);
  const found = design.readings.flatMap((row) => {
    const from = radios.get(row.from);
    const at = placeOf(design, row);
    if (from?.row.profile !== profile.id || !at) return [];
    const ear = row.by === undefined ? 0 : (radios.get(row.by)?.row.gainDbi ?? 0);
    const ray = rayBetween(scene, profile, from, at);
    return [
      { row, from, at, ray, equation: equationOf(profile, row, from, ear, ray, byId(design, "levels")) },
    ];
  });
  if (!found.length) return undefined;
  const equations = found.map(({ equation }) => equation);
  const start = wasFitted(profile) ? tableProfile(profile) : profile;
  const used = (id: string) => equations.filter(({ factors }) => factors.has(id)).length;
  const figures: Omit<Figure, "fitted">[] = [
    { id: N, name: "Fades with n", unit: "" as const, now: profile.n, default: start.n },
    {
      id: FLOOR,
      name: "Floor of no material",
      unit: "dB" as const,
      now: profile.floorDb,
      default: start.floorDb,
    },
    ...design.materials.map((row) => ({
      id: row.id,
      name: row.name,
      unit: "dB" as const,
      now: row.lossDb[column],
      default: defaultLoss(row, column),
    })),
  ]
    .map((one) => ({ ...one, readings: used(one.id) }))
    .filter(({ readings }) => readings > 0);
  const priors = figures.map((one): Prior => ({
    id: one.id,
    default: one.default,
    spread: one.id === N ? SPREAD_N : Math.max(SPREAD_DB, SPREAD_SHARE * one.default),
    least: one.id === N ? LEAST_N : 0,
    most: one.id === N ? MOST_N : MOST_DB,
  }));
  const enough = equations.length >= LEAST;
  const solved = enough ? fit(equations, priors) : undefined;
  const best = solved?.figures ?? new Map(figures.map((one) => [one.id, one.now]));
  const byFigure = new Map(figures.map((one) => [one.id, one]));
  const now = equations.map((one) => off(one, (id) => byFigure.get(id)!.now));
  const after = equations.map((one) => off(one, (id) => best.get(id)!));
  const out = solved ? leftOut(equations, priors, solved) : now;
  return {
    profile,
    // An equation is what is lost; what was read is more where less is lost than thought.
    reads: found.map(({ equation: _, ...read }, i) => ({
      ...read,
      beforeDb: -now[i]!,
      afterDb: -after[i]!,
      leftOutDb: -out[i]!,
      misfit: Math.abs(out[i]!) > MISFIT_DB,
    })),
    figures: figures.map((one) => ({ ...one, fitted: best.get(one.id)! })),
    nowDb: rms(now),
    defaultDb: rms(equations.map((one) => off(one, (id) => byFigure.get(id)!.default))),
    afterDb: rms(after),
    leftOutDb: rms(out),
    unsureDb: 2 * unsure(equations, priors),
  };
}

/** What the readings say, by profile. */
export const calibrationsOf = memo(
  "calibrationsOf",
  (design): ReadonlyMap<string, Calibration> =>
    new Map(
      design.radioProfiles.flatMap((profile) => {
        const one = calibrationOf(design, profile);
        return one ? [[profile.id, one] as const] : [];
      }),
    ),
);

/** The edit that takes the fitted figures over: n and floors of the profile, losses of materials at its band. */
export function takeFigures(design: Design, { profile, figures, reads }: Calibration): Change[] {
  const source = `${FITTED}: ${counted(reads.length, "reading")} at ${Math.round(profile.mhz)} MHz`;
  const column = columnOf(profile.mhz);
  const of = (id: string) => figures.find((one) => one.id === id)?.fitted;
  const [n, floorDb] = [of(N), of(FLOOR)];
  const materials = byId(design, "materials");
  return [
    {
      in: "radioProfiles",
      put: {
        ...profile,
        source,
        ...(n === undefined ? {} : { n: round2(n) }),
        ...(floorDb === undefined ? {} : { floorDb: round2(floorDb) }),
      },
    },
    ...figures.flatMap(({ id, fitted }): Change[] => {
      const row = materials.get(id);
      return row
        ? [
            {
              in: "materials",
              put: { ...row, source: "measured", lossDb: { ...row.lossDb, [column]: round2(fitted) } },
            },
          ]
        : [];
    }),
  ];
}

/** The edit that puts the tables' figures back where a fit had changed them. */
export function putBack(design: Design): Change[] {
  return [
    ...design.radioProfiles.flatMap((row): Change[] => {
      if (!wasFitted(row)) return [];
      const { n, floorDb, source } = tableProfile(row);
      return [{ in: "radioProfiles", put: { ...row, n, floorDb, source } }];
    }),
    ...design.materials.flatMap((row): Change[] => {
      const table = MATERIAL_TABLE.find(({ id }) => id === row.id);
      return wasFitted(row) && table
        ? [{ in: "materials", put: { ...row, lossDb: { ...table.lossDb }, source: table.source } }]
        : [];
    }),
  ];
}
