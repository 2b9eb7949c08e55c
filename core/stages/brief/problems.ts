/** Problems by score, and what answers them. */
import { byId, type Design } from "../../design/collections";
import { movedBy } from "../../design/walk";
import { memo } from "../../design/kept";
import type { ProblemRow } from "../../design/rows/brief";
import { costsAt, costWorking, hoursWorking } from "../runs/cost";
import type { Working } from "../../desk/working";

/** A danger counts as if it came once a day: one that comes twice a year must not be buried under nuisances. */
export const SAFETY_PER_WEEK = 7;

/** Times a week a problem counts with. */
const countedPerWeek = ({ kind, perWeek }: ProblemRow) =>
  kind === "safety" ? Math.max(perWeek, SAFETY_PER_WEEK) : perWeek;

/** Severity × how often a week × people affected; nobody named counts as one, a danger at least once a day. */
export const scoreOf = (problem: ProblemRow) =>
  problem.severity * countedPerWeek(problem) * Math.max(1, problem.people.length);

export interface Answer {
  cost: number;
  hours: number;
  points: number;
  devices: number;
  automations: number;
  /** Where the hours come from. */
  guessed: boolean;
}

/** Points a problem's answer stands on: those named, and those of named devices and automations. */
export function answeringPoints(design: Design, problem: ProblemRow): Set<string> {
  const points = new Set(problem.points);
  for (const id of problem.devices) {
    const device = byId(design, "devices").get(id);
    if (device) points.add(device.point);
  }
  for (const id of problem.automations) {
    const automation = byId(design, "automations").get(id);
    if (automation) for (const point of movedBy(design, automation)) points.add(point);
  }
  return points;
}

/** Does any point, device or automation answer the problem? */
export const isAnswered = (problem: ProblemRow) =>
  problem.points.length + problem.devices.length + problem.automations.length > 0;

/**
 * What answers a problem and what it costs so far. Before anything answers it, the hours are the person's
 * guess.
 */
export function answerOf(design: Design, problem: ProblemRow): Answer {
  const sums = costsAt(design, answeringPoints(design, problem));
  const guessed = !isAnswered(problem);
  return {
    cost: sums.total,
    hours: guessed ? (problem.effortH ?? 0) : sums.hours,
    points: problem.points.length,
    devices: problem.devices.length,
    automations: problem.automations.length,
    guessed,
  };
}

/** Problems, the worst first; of equal scores the one that takes fewer hours. */
export const rankedProblems = memo(
  "rankedProblems",
  (design): { problem: ProblemRow; score: number; answer: Answer }[] =>
    design.problems
      .map((problem) => ({ problem, score: scoreOf(problem), answer: answerOf(design, problem) }))
      .sort(
        (a, b) =>
          b.score - a.score ||
          a.answer.hours - b.answer.hours ||
          a.problem.name.localeCompare(b.problem.name, "en"),
      ),
);

/** How a problem's score came about: people × times a week × severity ÷ effort. */
export function scoreWorking(design: Design, problem: ProblemRow): Working {
  const people = problem.people.map((id) => byId(design, "people").get(id)?.role ?? id);
  return {
    title: `Score of “${problem.name}”`,
    value: scoreOf(problem),
    unit: "points",
    verdict: "none",
    steps: [
      {
        formula: "Severity",
        with: "1 a nuisance, 5 a danger",
        gives: String(problem.severity),
        source: "household",
      },
      {
        formula: "× how often a week",
        with:
          countedPerWeek(problem) === problem.perWeek
            ? ""
            : `${problem.perWeek} as noted; a danger counts at least once a day`,
        gives: String(countedPerWeek(problem)),
        source: "household",
      },
      {
        formula: "× people affected",
        with: people.join(", ") || "nobody named, counted as one",
        gives: String(Math.max(1, people.length)),
        source: "household",
      },
    ],
  };
}

/** How cost or hours of what answers a problem came about. */
export function answerWorking(design: Design, problem: ProblemRow, of: "cost" | "hours"): Working {
  const sums = costsAt(design, answeringPoints(design, problem));
  const answer = answerOf(design, problem);
  if (of === "cost") return costWorking(design, `Cost of “${problem.name}” so far`, sums);
  const title = `Hours for “${problem.name}”`;
  if (!answer.guessed) return hoursWorking(title, sums);
  return {
    title,
    value: answer.hours,
    unit: "h",
    verdict: "none",
    steps: [
      {
        formula: "Guess",
        with: "nothing answers it yet",
        gives: `${answer.hours.toFixed(1)} h`,
        source: "designer",
      },
    ],
  };
}
