/**
 * First use: what a new design lacks next, from the first complaint of the household to the first pull
 * schedule on paper. One line at a time.
 */
import type { Design } from "../design/collections";
import type { Stage } from "../design/stage-names";

export type StepName = "problem" | "room" | "closet" | "point" | "drop" | "print";

export interface Step {
  name: StepName;
  /** Where it is done. */
  stage: Stage;
  /** What to do, in one line. */
  text: string;
}

/** In the order in which they are taken. */
export const STEPS: readonly Step[] = [
  {
    name: "problem",
    stage: "brief",
    text: "Begin with what bothers the household: one complaint, where it is, how often, and whom it hurts.",
  },
  {
    name: "room",
    stage: "house",
    text: "Take down the first room: by tape, by its walls, or from a builder's drawing.",
  },
  {
    name: "closet",
    stage: "house",
    text: "Say where cables end: place a closet, the dry and cool spot of the panel or rack.",
  },
  {
    name: "point",
    stage: "runs",
    text: "Put down what was asked for: press a kind beside the plan, then press where it goes.",
  },
  {
    name: "drop",
    stage: "runs",
    text: "No cable has a length yet: add a kind that takes cable, or look at what the findings say.",
  },
  {
    name: "print",
    stage: "runs",
    text: "Every cable has its length: see the findings, then print the schedule.",
  },
];

/** What must be there before it makes sense. */
const NEEDS: Readonly<Record<StepName, readonly StepName[]>> = {
  problem: [],
  room: [],
  closet: ["room"],
  point: ["room"],
  drop: ["point"],
  print: ["problem", "room", "closet", "point", "drop"],
};

/**
 * The next step: one that can be taken on the sheet that is shown, or else the first that is not taken.
 * "print", whose doing leaves no row, comes once all others are.
 * @param cableM metres of cable in the whole design, as its ledger says; 0 where nothing is known
 */
export function nextStep(design: Design, cableM: number, shown?: Stage): Step {
  const taken: Readonly<Record<StepName, boolean>> = {
    problem: design.problems.length > 0,
    room: design.rooms.length > 0,
    closet: design.closets.length > 0,
    point: design.points.length > 0,
    drop: cableM > 0,
    print: false,
  };
  const open = STEPS.filter(({ name }) => !taken[name] && NEEDS[name].every((before) => taken[before]));
  return open.find(({ stage }) => stage === shown) ?? open[0]!;
}

/** Which of the steps it is, from 1. */
export const stepNumber = (step: Step): number => STEPS.indexOf(step) + 1;
