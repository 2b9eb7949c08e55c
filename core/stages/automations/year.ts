/** The clock times of an automation over a calendar year: earliest, latest, and a line to draw. */
import type { DesignRow } from "../../design/design-row";
import type { AutomationRow } from "../../design/rows/automations";
import type { Working } from "../../desk/working";
import { cueTimes } from "./fires";
import { addDays, dayStart, localParts, offsetMin, type Day } from "../../design/local-time";

export interface YearPoint {
  /** 0 for 1 January. */
  dayOfYear: number;
  day: Day;
  at: number;
  /** Minutes after local midnight on the wall clock. */
  minutes: number;
  held: boolean;
  cue: string;
}

export interface Year {
  points: YearPoint[];
  earliest?: YearPoint;
  latest?: YearPoint;
  days: number;
  /** Days of the year on which nothing fires. */
  silent: number;
  /** Days on which the clock is moved: dayOfYear and minutes. */
  changes: { dayOfYear: number; byMin: number }[];
}

const DAY_MS = 86_400_000;

/**
 * Every firing of an automation in a calendar year of its place, and the earliest and latest of them, in
 * minutes of local time after midnight.
 */
export function firingYear(
  place: Pick<DesignRow, "latitudeDeg" | "longitudeDeg" | "zone">,
  automation: AutomationRow,
  year: number,
): Year {
  const first: Day = { year, month: 1, day: 1 };
  const days = (Date.UTC(year + 1, 0, 1) - Date.UTC(year, 0, 1)) / DAY_MS;
  const points = cueTimes(place, automation, first, days).map((firing): YearPoint => {
    const local = localParts(place.zone, firing.at);
    const dayOfYear = (Date.UTC(local.year, local.month - 1, local.day) - Date.UTC(year, 0, 1)) / DAY_MS;
    return {
      dayOfYear,
      day: { year: local.year, month: local.month, day: local.day },
      at: firing.at,
      minutes: local.minutes,
      held: firing.held,
      cue: firing.cue,
    };
  });
  const fired = automation.enabled ? points.filter((point) => point.held) : [];
  const changes = [];
  let before = offsetMin(place.zone, dayStart(place.zone, first));
  for (let n = 0; n < days; n++) {
    const after = offsetMin(place.zone, dayStart(place.zone, addDays(first, n + 1)));
    if (after !== before) changes.push({ dayOfYear: n, byMin: after - before });
    before = after;
  }
  return {
    points,
    days,
    changes,
    earliest: fired.reduce<YearPoint | undefined>(
      (best, p) => (!best || p.minutes < best.minutes ? p : best),
      undefined,
    ),
    latest: fired.reduce<YearPoint | undefined>(
      (best, p) => (!best || p.minutes > best.minutes ? p : best),
      undefined,
    ),
    silent: days - new Set(fired.map((point) => point.dayOfYear)).size,
  };
}

/** How the days without a firing are counted. */
export function silentWorking(firings: Year, year: number): Working {
  const held = firings.points.filter((point) => point.held);
  const fired = firings.days - firings.silent;
  return {
    title: `Silent days of ${year}`,
    value: firings.silent,
    unit: "days",
    verdict: "none",
    steps: [
      {
        formula: "Times a cue comes",
        with: "whole year, site zone",
        gives: `${firings.points.length}`,
        source: "cues",
      },
      {
        formula: "Let through",
        with: `${firings.points.length - held.length} stopped`,
        gives: `${held.length}`,
        source: "guards",
      },
      {
        formula: "Days with a firing",
        with: firings.silent === firings.days && held.length ? "switched off" : "a day counts once",
        gives: `${fired}`,
        source: "",
      },
      {
        formula: "Days of the year − days with a firing",
        with: `${firings.days} − ${fired}`,
        gives: `${firings.silent}`,
        source: "calendar",
      },
    ],
  };
}
