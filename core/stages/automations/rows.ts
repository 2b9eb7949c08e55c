/** Rows of stage 10: cues, guards and moves. */
import type { NAMES } from "./names";
import { Choice, Flag, Id, Integers, Many, Num, Ref, Refs, Text, type RowClass } from "../../design/fields";
import { CLOCK_TEXT } from "../../design/vocabulary";

export const SUN_EVENTS = ["rise", "set", "dawn", "dusk", "noon"] as const;
export type SunEvent = (typeof SUN_EVENTS)[number];

/** So many minutes after (or, negative, before) an event of the sun at the site. */
export class SunCue {
  @Choice(["sun"]) kind!: "sun";
  @Text({ max: 20 }) key!: string;
  @Choice(SUN_EVENTS) event!: SunEvent;
  @Num({ unit: "min", min: -720, max: 720 }) offsetMin!: number;
}

/** A local time of day. */
export class TimeCue {
  @Choice(["time"]) kind!: "time";
  @Text({ max: 20 }) key!: string;
  @Text(CLOCK_TEXT) at!: string;
}

/** Local time of day within [from, to); over midnight where to is earlier. */
export class WindowGuard {
  @Choice(["window"]) kind!: "window";
  @Text(CLOCK_TEXT) from!: string;
  @Text(CLOCK_TEXT) to!: string;
}

/** Days of the week, Monday 1 to Sunday 7. */
export class WeekdaysGuard {
  @Choice(["weekdays"]) kind!: "weekdays";
  @Integers({ min: 1, max: 7, least: 1 }) days!: number[];
}

/** Bring shades to a position: 0 % shut, 100 % open. */
export class ShadeMove {
  @Choice(["shade"]) kind!: "shade";
  @Refs("points") points!: string[];
  @Num({ unit: "%", min: 0, max: 100 }) positionPct!: number;
}

export const PRIORITIES = ["safety", "hand", "comfort", "saving", "looks"] as const;

export class AutomationRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Choice(PRIORITIES) priority!: (typeof PRIORITIES)[number];
  @Many({ by: "kind", classes: { sun: SunCue, time: TimeCue } }) cues!: (SunCue | TimeCue)[];
  @Many({ by: "kind", classes: { window: WindowGuard, weekdays: WeekdaysGuard } }) guards!: (
    WindowGuard | WeekdaysGuard
  )[];
  @Many({ by: "kind", classes: { shade: ShadeMove } }) moves!: ShadeMove[];
  @Flag() enabled!: boolean;
  @Ref("phases", { optional: true }) phase?: string;
}

/** Each collection with its row class. */
export const ROWS = {
  automations: AutomationRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
