/** Stage 10: automations as sentences, what they may name, and when they fire at this site. */
export {
  EVENT_NAMES,
  fireTimes,
  isForetold,
  isKnownAhead,
  nextOf,
  placeOf,
  firingsByDay,
  firingWorking,
  sunDay,
  sunInstants,
  type DayFirings,
  type Firing,
} from "./fires";
export {
  addDays,
  checkZone,
  clockInstant,
  clockText,
  dayName,
  dayStart,
  dayText,
  isoLocal,
  localParts,
  parseDay,
  weekdayName,
  type Day,
} from "../../design/local-time";
export { sentenceOf, sentenceText, weekdaysText, type Word } from "./sentence";
export { firingYear, silentWorking, type Year, type YearPoint } from "./year";
export { automationChecks } from "./checks";
export { newAutomation, withoutPart, type PartOf } from "./edit";
export { pointsThatSet } from "./things";
