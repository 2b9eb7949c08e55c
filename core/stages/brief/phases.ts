/** The order of the work: zones one after another, each opened when the one before is signed off. */
import { round1 } from "../../geometry/round";
import { byId, type Design, rowOf } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import type { PhaseRow } from "../../design/rows/brief";
import type { Working } from "../../desk/working";
import { costsAt, costWorking, hoursWorking, type Share } from "../runs/cost";
import { scoreOf } from "./problems";
import { pointsOfPhase, sortedPhases } from "./phase-order";

export interface PhaseSums {
  phase: PhaseRow;
  points: number;
  devices: number;
  drops: number;
  cost: number;
  hours: number;
  score: number;
  open: boolean;
}

/** Cost, hours and score by phase, in order; a phase is open when the one before is signed off. */
export const phaseSums = memo("phaseSums", (design): PhaseSums[] => {
  let open = true;
  return sortedPhases(design).map((phase) => {
    const points = pointsOfPhase(design, phase.id);
    const sums = costsAt(design, points);
    const own = {
      phase,
      points: points.size,
      devices: sums.deviceCount,
      drops: sums.drops,
      cost: sums.total,
      hours: round1(sums.hours),
      score: problemsOf(design, phase.id).reduce((sum, problem) => sum + scoreOf(problem), 0),
      open,
    };
    open &&= phase.signedOffOn !== undefined;
    return own;
  });
});

/** Problems that a phase takes on. */
export const problemsOf = (design: Design, phase: string) =>
  design.problems.filter((problem) => problem.phase === phase);

/** Phases in the order score ÷ disruption asks for, the best first. */
export function bestOrder(design: Design): PhaseRow[] {
  const worth = new Map(phaseSums(design).map((sums) => [sums.phase.id, sums.score / sums.phase.disruption]));
  return sortedPhases(design).sort((a, b) => worth.get(b.id)! - worth.get(a.id)!);
}

/** Put phases into this order, keeping those signed off where they are, at the front. */
export function orderPhases(design: Design, wanted: readonly PhaseRow[]): Change[] {
  const done = sortedPhases(design).filter((phase) => phase.signedOffOn !== undefined);
  const rest = wanted
    .map((phase) => rowOf(design, "phases", phase.id))
    .filter((phase) => phase.signedOffOn === undefined);
  return [...done, ...rest].flatMap((phase, i): Change[] =>
    phase.order === i + 1 ? [] : [{ in: "phases", put: { ...phase, order: i + 1 } }],
  );
}

/** Sign a phase off. Throws InputError where one before it still waits, or nobody is named. */
export function signOff(design: Design, id: string, by: string, on: string): Change[] {
  const phase = byId(design, "phases").get(id) ?? fail("phase", `"${id}" does not exist`);
  if (!by.trim()) fail("Who", "must be named");
  const waiting = sortedPhases(design).find(
    (other) => other.order < phase.order && other.signedOffOn === undefined,
  );
  if (waiting) fail("Sign-off", `waits for ${waiting.name}, which comes before`);
  return [{ in: "phases", put: { ...phase, signedOffBy: by.trim(), signedOffOn: on } }];
}

/** The order of a phase put after all others: above every one there is, whatever gaps were left. */
export const nextOrder = (design: Design) =>
  design.phases.reduce((most, phase) => Math.max(most, phase.order), 0) + 1;

/** What the points in no phase cost: with the phases it makes the whole. */
export const unphased = (design: Design): Share => costsAt(design, pointsOfPhase(design, undefined));

/** How a phase's cost or hours came about. `id` must be a phase of the design. */
export function phaseWorking(design: Design, id: string, of: "cost" | "hours"): Working {
  const phase = rowOf(design, "phases", id);
  const sums = costsAt(design, pointsOfPhase(design, id));
  if (of === "cost") return costWorking(design, `Cost of ${phase.name}`, sums);
  return hoursWorking(`Hours of ${phase.name}`, { ...sums, hours: round1(sums.hours) });
}
