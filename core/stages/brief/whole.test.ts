import { numbered, stepText, testWhole } from "../../../tests/core/whole";
import * as all from ".";
import { answeringPoints } from "./problems";
import { brief } from "./stage";

const TODAY = "2026-11-26";

testWhole(brief, {
  problems: all.rankedProblems,
  "what answers them": (design) =>
    design.problems.flatMap((row) => [
      [row.id, all.isAnswered(row), all.answerOf(design, row), answeringPoints(design, row)],
      all.scoreWorking(design, row),
      all.answerWorking(design, row, "cost"),
      all.answerWorking(design, row, "hours"),
    ]),
  phases: (design) => [
    ...all.phaseSums(design),
    all.unphased(design),
    ...design.phases.flatMap(({ id }) => [
      all.phaseWorking(design, id, "cost"),
      all.phaseWorking(design, id, "hours"),
      all.problemsOf(design, id),
    ]),
  ],
  "order of phases": (design) => [
    all.sortedPhases(design),
    all.bestOrder(design),
    all.nextOrder(design),
    stepText(() => all.orderPhases(design, [...design.phases].reverse())),
  ],
  "points by phase": (design) => [
    ...[...design.phases, undefined].map((phase) => all.pointsOfPhase(design, phase?.id).size),
    ...design.points
      .filter((_, i) => i % 10 === 0)
      .map((point) => [point.id, all.phaseOfPoint(design, point)]),
  ],
  "signing off": (design) =>
    design.phases.map(({ id }) => stepText(() => all.signOff(design, id, "Mo", TODAY))),
  requirements: (design) => ({
    columns: Object.entries(all.columns(design)),
    questioned: design.requirements.map((row) => [row.id, all.isQuestioned(row)]),
    deletions: all.deletions(design),
    working: all.deletionsWorking(design),
  }),
  "moving requirements": (design) =>
    design.requirements.flatMap((row) =>
      (Object.keys(all.STEP_ASKS) as (keyof typeof all.STEP_ASKS)[]).map((to) =>
        stepText(() => all.moveRequirement(design, row.id, to, TODAY, "Because")),
      ),
    ),
  "what is not used": (design) => [
    ...all.unused(design, TODAY),
    ...all.unused(design, TODAY, 10),
    ...design.uses.map((use) => all.usedName(design, use)),
  ],
  "noting a use": (design) =>
    [
      ...design.devices.slice(0, 2).map((row) => ({ device: row.id })),
      ...design.automations.slice(0, 2).map((row) => ({ automation: row.id })),
    ].map((of) => stepText(() => all.noteUse(design, numbered()(), of as never, TODAY as never))),
});
