/** When an automation fires next, in words; and which day it is at the site. */
import type { Design } from "#core/design/collections";
import type { AutomationRow } from "#core/design/rows/automations";
import {
  addDays,
  clockText,
  dayName,
  dayText,
  isKnownAhead,
  localParts,
  nextOf,
  placeOf,
  type Day,
} from "#core/stages/automations";
import { useNow } from "../../kit/now";

export function nextFiring(design: Design, automation: AutomationRow, now: number): string {
  if (!automation.enabled) return "switched off";
  const place = placeOf(design);
  const next = nextOf(design, automation, now);
  if (next !== undefined) {
    const today = localParts(place.zone, now);
    const day = localParts(place.zone, next);
    const name =
      dayText(day) === dayText(today)
        ? "today"
        : dayText(day) === dayText(addDays(today, 1))
          ? "tomorrow"
          : dayName(day);
    return `next ${name} ${clockText(place.zone, next)}`;
  }
  return automation.cues.every((cue) => isKnownAhead(place, cue)) ? "not within a year" : "by what happens";
}

/** Today's date at the site, once the page runs. */
export function useToday(zone: string): Day | undefined {
  const now = useNow();
  if (now === undefined) return undefined;
  const { year, month, day } = localParts(zone, now);
  return { year, month, day };
}
