/** A small mixed-integer program, and how it is handed to the solver (HiGHS, as WebAssembly). */
import type { Highs } from "highs";

export type { Highs };

export interface Row {
  low: number;
  high: number;
  /** [column, coefficient] pairs, no column twice. */
  terms: readonly (readonly [number, number])[];
}

export interface Mip {
  /** By column. */
  names: string[];
  low: number[];
  high: number[];
  integer: boolean[];
  rows: Row[];
}

/** A mixed-integer programme without columns or rows, to be minimised. */
export const emptyMip = (): Mip => ({ names: [], low: [], high: [], integer: [], rows: [] });

/** A new column; returns its index. */
export function addColumn(mip: Mip, name: string, low: number, high: number, integer: boolean): number {
  mip.names.push(name);
  mip.low.push(low);
  mip.high.push(high);
  mip.integer.push(integer);
  return mip.names.length - 1;
}

/** A row; terms on the same column are added up, and terms of nothing are left out. */
export function addRow(
  mip: Mip,
  low: number,
  high: number,
  terms: readonly (readonly [number, number])[],
): void {
  const sums = new Map<number, number>();
  for (const [column, coefficient] of terms) sums.set(column, (sums.get(column) ?? 0) + coefficient);
  mip.rows.push({ low, high, terms: [...sums].filter(([, coefficient]) => coefficient !== 0) });
}

export interface Solution {
  status: "optimal" | "feasible" | "infeasible" | "nothing found";
  /** Of the best found; NaN where nothing was. */
  objective: number;
  /** Nothing can be better than this. */
  bound: number;
  /** (objective − bound) ÷ objective, 0 where the optimum is proven. */
  gap: number;
  values: Float64Array;
}

export interface Progress {
  objective?: number;
  bound?: number;
}

/**
 * Nodes of the search tree after which the best found so far is taken. Work, not time: a slow machine
 * answers the same.
 */
export const MOST_NODES = 4000;

export interface MinimiseOptions {
  nodes?: number;
  /** A solution known to be good, by column: the search starts from it and never gives back anything worse. */
  start?: Float64Array;
  onProgress?(progress: Progress): void;
}

/** Σ cost[i]·x[i]. */
export const valueOf = (cost: readonly number[], values: Float64Array) =>
  values.reduce((sum, value, column) => sum + value * cost[column]!, 0);

/**
 * Minimise Σ cost[i]·x[i]. Ends at the proven optimum or after `nodes` with the best found so far and its
 * bound.
 * Throws where the solver itself fails, which it does not for any program built with the functions above.
 */
export function minimise(
  highs: Highs,
  mip: Mip,
  cost: readonly number[],
  { nodes = MOST_NODES, start, onProgress }: MinimiseOptions = {},
): Solution {
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const row of mip.rows) {
    for (const [column, coefficient] of row.terms) {
      indices.push(column);
      values.push(coefficient);
    }
    starts.push(indices.length);
  }
  const infinite = (value: number) =>
    value === Infinity ? highs.infinity : value === -Infinity ? -highs.infinity : value;
  const model = highs.createModel({
    numCols: mip.names.length,
    numRows: mip.rows.length,
    sense: highs.constants.objectiveSense.minimize,
    offset: 0,
    colCost: [...cost],
    colLower: mip.low.map(infinite),
    colUpper: mip.high.map(infinite),
    rowLower: mip.rows.map((row) => infinite(row.low)),
    rowUpper: mip.rows.map((row) => infinite(row.high)),
    matrix: { format: "csr", numCols: mip.names.length, numRows: mip.rows.length, starts, indices, values },
    integrality: mip.integer.map((whole) => (whole ? 1 : 0)),
  });
  try {
    model.options.set({
      output_flag: false,
      mip_max_nodes: nodes,
      mip_rel_gap: 1e-9,
      mip_abs_gap: 1e-7,
      random_seed: 1,
    });
    if (start) model.setSolution({ colValue: start });
    model.run(
      onProgress
        ? {
            [highs.constants.callbackType.mipLogging]: (event: {
              data: { mip_primal_bound?: number; mip_dual_bound?: number };
            }) => {
              onProgress({ objective: event.data.mip_primal_bound, bound: event.data.mip_dual_bound });
              return undefined;
            },
          }
        : undefined,
    );
    const status = model.getModelStatus();
    const { optimal, infeasible, solutionLimit } = highs.constants.modelStatus;
    const none = { objective: NaN, bound: NaN, gap: NaN, values: new Float64Array() };
    if (status === infeasible) return { status: "infeasible", ...none };
    const objective = model.getObjectiveValue();
    const found =
      status === optimal ||
      (status === solutionLimit &&
        Number.isFinite(objective) &&
        Math.abs(objective) < highs.infinity / 2 &&
        Number(model.info.get("primal_solution_status")) === 2);
    if (!found && start)
      return {
        ...none,
        status: "feasible",
        objective: valueOf(cost, start),
        bound: -Infinity,
        gap: Infinity,
        values: start,
      };
    if (!found) return { status: "nothing found", ...none };
    const proven = Number(model.info.get("mip_dual_bound"));
    const bound = status === optimal ? objective : Number.isFinite(proven) ? proven : -Infinity;
    return {
      status: status === optimal ? "optimal" : "feasible",
      objective,
      bound,
      gap: objective === 0 ? 0 : Math.max(0, (objective - bound) / Math.abs(objective)),
      values: Float64Array.from(model.getSolution().colValue),
    };
  } finally {
    model.dispose();
  }
}
