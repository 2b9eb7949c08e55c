/** Stage 1, Brief: what troubles whom, what is asked for, what binds, and in which order it is done. */
export {
  answerOf,
  answerWorking,
  isAnswered,
  rankedProblems,
  SAFETY_PER_WEEK,
  scoreOf,
  scoreWorking,
  type Answer,
} from "./problems";
export { columns, deletions, deletionsWorking, isQuestioned, moveRequirement, STEP_ASKS } from "./triage";
export {
  bestOrder,
  nextOrder,
  orderPhases,
  phaseSums,
  phaseWorking,
  problemsOf,
  signOff,
  unphased,
  type PhaseSums,
} from "./phases";
export { phaseOfPoint, pointsOfPhase, sortedPhases } from "./phase-order";
export { noteUse, unused, UNUSED_DAYS, usedName, type Unused } from "./uses";
export { briefChecks } from "./checks";
