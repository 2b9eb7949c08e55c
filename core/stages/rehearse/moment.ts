/** The house as it is at a moment of a run, and what a line came of. */
import { ASPECT_NAMES } from "../automations/engine/aspects";
import type { Value } from "../automations/engine/world";
import type { Whereabouts } from "./play/people";
import type { Aspect } from "../../design/rows/automations-words";
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

/** All that is known of how things stand, in the order it came to be so. */
export function* standings(run: Pick<Run, "lines" | "stands">): Iterable<Run["stands"][number]> {
  let next = 0;
  for (const { at, point, what, value } of run.lines) {
    for (; next < run.stands.length && run.stands[next]!.at <= at; next += 1) yield run.stands[next]!;
    if (point !== undefined && value !== undefined && what in ASPECT_NAMES)
      yield { at, point, aspect: what as Aspect, value };
  }
  yield* run.stands.slice(next);
}

export function momentOf(run: Run, at: number): Moment {
  const values = new Map<string, Value>(Object.entries(run.first));
  let line = 0;
  for (const one of run.lines) {
    if (one.at > at) break;
    line = one.n;
  }
  for (const one of standings(run)) {
    if (one.at > at) break;
    values.set(`${one.point} ${one.aspect}`, one.value);
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
