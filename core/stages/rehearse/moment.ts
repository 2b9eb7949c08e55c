/** The house as it is at a moment of a run, and what a line came of. */
import { ASPECT_NAMES } from "../../automation/aspects";
import type { Value } from "../../automation/engine/world";
import type { Whereabouts } from "../../rehearse/people";
import type { Run } from "./run";

/** The house at a moment of a run. */
export interface Moment {
  /** By point and aspect, as `hall-lmp-1 on`. */
  values: ReadonlyMap<string, Value>;
  people: ReadonlyMap<string, Whereabouts>;
  /** Number of the last line before it, 0 before the first. */
  line: number;
  broken: Run["breaks"];
}

export function momentOf(run: Run, at: number): Moment {
  const values = new Map<string, Value>(Object.entries(run.first));
  let line = 0;
  for (const one of run.lines) {
    if (one.at > at) break;
    line = one.n;
    if (one.point !== undefined && one.value !== undefined && one.what in ASPECT_NAMES)
      values.set(`${one.point} ${one.what}`, one.value);
  }
  const people = new Map<string, Whereabouts>();
  for (const one of run.goes) {
    if (one.at > at) break;
    people.set(one.person, one);
  }
  return {
    values,
    people,
    line,
    broken: run.breaks.filter(({ from, to }) => from <= at && at < to),
  };
}

/** A line and all it came of, the first cause first. */
export function chainOf(run: Run, n: number): Run["lines"][number][] {
  const chain: Run["lines"][number][] = [];
  for (
    let line = run.lines[n - 1];
    line;
    line = line.because === undefined ? undefined : run.lines[line.because - 1]
  )
    chain.unshift(line);
  return chain;
}
