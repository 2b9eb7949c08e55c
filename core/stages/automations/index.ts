/** Stage 10, thin: automations with cues known in advance, and when they fire at this site. */
export {
  EVENT_NAMES,
  fireTimes,
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
} from "./local-time";
export { sentenceOf, sentenceText, weekdaysText, type Word } from "./sentence";
export { firingYear, silentWorking, type Year, type YearPoint } from "./year";
export { automationChecks } from "./checks";
export { goesToPosition, movable, newAutomation, withoutPart, type PartOf } from "./edit";
