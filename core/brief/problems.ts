/** Problems by score, and what answers them. */
import { byId, memoByParts, type Design } from "../design/collections";
import type { ProblemRow } from "../design/rows-brief";
import { cableTotals, dropsOf } from "../runs";
import type { Working } from "../working";

/** Severity × how often a week × people affected; nobody named counts as one. */
export const scoreOf = (problem: ProblemRow) => problem.severity * problem.perWeek * Math.max(1, problem.people.length);

export interface Answer {
  cost: number;
  hours: number;
  points: number;
  devices: number;
  automations: number;
  /** Where the hours come from. */
  guessed: boolean;
}

/** Hours of labour a drop and a device take, where nothing better is known. */
export const LABOUR = { perDropH: 0.4, perDropM: 0.012, perDeviceH: 0.5 };

/** Price of a metre of each cable type as it is bought: whole reels spread over what is used of them. */
const pricePerM = memoByParts(
  [cableTotals],
  (design) => new Map(cableTotals(design).map((total) => [total.cableType.id, total.lengthM ? total.cost / total.lengthM : 0])),
);

/** Points a problem's answer stands on: those named, and those of named devices and automations. */
export function answeringPoints(design: Design, problem: ProblemRow): Set<string> {
  const points = new Set(problem.points);
  for (const id of problem.devices) {
    const device = byId(design, "devices").get(id);
    if (device) points.add(device.point);
  }
  for (const id of problem.automations) for (const move of byId(design, "automations").get(id)?.moves ?? []) for (const point of move.points) points.add(point);
  return points;
}

export const isAnswered = (problem: ProblemRow) => problem.points.length + problem.devices.length + problem.automations.length > 0;

/** What stands at points: cable cost, device cost, hours. */
export function costOf(design: Design, points: ReadonlySet<string>): { cable: number; devices: number; hours: number; drops: number; deviceCount: number } {
  const price = pricePerM(design);
  const drops = dropsOf(design).filter((drop) => points.has(drop.point.id));
  const devices = design.devices.filter((device) => points.has(device.point));
  return {
    cable: drops.reduce((sum, drop) => sum + (drop.lengthM ?? 0) * (price.get(drop.cableType?.id ?? "") ?? 0), 0),
    devices: devices.reduce((sum, device) => sum + (device.cost ?? 0), 0),
    hours: drops.reduce((sum, drop) => sum + LABOUR.perDropH + (drop.lengthM ?? 0) * LABOUR.perDropM, 0) + devices.length * LABOUR.perDeviceH,
    drops: drops.length,
    deviceCount: devices.length,
  };
}

/** What answers a problem and what it costs so far. Before anything answers it, the hours are the person's guess. */
export function answerOf(design: Design, problem: ProblemRow): Answer {
  const sums = costOf(design, answeringPoints(design, problem));
  const guessed = !isAnswered(problem);
  return { cost: Math.round((sums.cable + sums.devices) * 100) / 100, hours: guessed ? problem.effortH ?? 0 : sums.hours, points: problem.points.length, devices: problem.devices.length, automations: problem.automations.length, guessed };
}

/** Problems, the worst first; of equal scores the one that takes fewer hours. */
export const rankedProblems = memoByParts(
  [dropsOf, cableTotals, "devices", "automations", "problems"],
  (design): { problem: ProblemRow; score: number; answer: Answer }[] =>
    design.problems
      .map((problem) => ({ problem, score: scoreOf(problem), answer: answerOf(design, problem) }))
      .sort((a, b) => b.score - a.score || a.answer.hours - b.answer.hours || a.problem.name.localeCompare(b.problem.name, "en")),
);

export function scoreWorking(design: Design, problem: ProblemRow): Working {
  const people = problem.people.map((id) => byId(design, "people").get(id)?.role ?? id);
  return {
    title: `Score of “${problem.name}”`, value: scoreOf(problem), unit: "points", verdict: "none",
    steps: [
      { formula: "Severity", with: "1 a nuisance, 5 a danger", gives: String(problem.severity), source: "household" },
      { formula: "× how often a week", with: "", gives: String(problem.perWeek), source: "household" },
      { formula: "× people affected", with: people.join(", ") || "nobody named, counted as one", gives: String(Math.max(1, people.length)), source: "household" },
    ],
  };
}

export function answerWorking(design: Design, problem: ProblemRow, of: "cost" | "hours"): Working {
  const points = answeringPoints(design, problem);
  const sums = costOf(design, points);
  const answer = answerOf(design, problem);
  if (of === "hours") {
    return {
      title: `Hours for “${problem.name}”`, value: answer.hours, unit: "h", verdict: "none",
      steps: answer.guessed
        ? [{ formula: "Guess", with: "nothing answers it yet", gives: `${answer.hours.toFixed(1)} h`, source: "designer" }]
        : [
            { formula: "Drops × time + metres × time", with: `${sums.drops} drops, ${LABOUR.perDropH} h each and ${LABOUR.perDropM} h/m`, gives: `${(sums.hours - sums.deviceCount * LABOUR.perDeviceH).toFixed(1)} h`, source: "typical" },
            { formula: "Devices × time", with: `${sums.deviceCount} × ${LABOUR.perDeviceH} h`, gives: `${(sums.deviceCount * LABOUR.perDeviceH).toFixed(1)} h`, source: "typical" },
          ],
    };
  }
  const currency = design.design.currency;
  return {
    title: `Cost of “${problem.name}” so far`, value: answer.cost, unit: currency, verdict: "none",
    steps: [
      { formula: "Cable of its points", with: `${points.size} points, ${sums.drops} drops, by the metre of the reels bought`, gives: `${sums.cable.toFixed(2)} ${currency}`, source: "pull schedule and cutting plan" },
      { formula: "Devices at its points", with: `${sums.deviceCount} devices`, gives: `${sums.devices.toFixed(2)} ${currency}`, source: "register" },
    ],
  };
}
