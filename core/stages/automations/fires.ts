/** When an automation fires, for cues known in advance. */
import { round3 } from "../../geometry/round";
import type { AutomationRow, SunEvent } from "../../design/rows/automations";
import type { Design } from "../../design/collections";
import { memoByRow } from "../../design/kept";
import { guardMayHold, type Foresight } from "./engine/foretold";
import { cueInstants, isKnownAhead, sunInstants } from "./engine/foretold-cues";
import type { Working } from "../../desk/working";
import {
  addDays,
  clockText,
  dayName,
  dayStart,
  dayText,
  isoLocal,
  localParts,
  MINUTE_MS,
  offsetMin,
  type Day,
} from "../../design/local-time";
import { HORIZON_DEG, sunPosition, TWILIGHT_DEG } from "../../geometry/sun";

/** Without dials and calendars, what goes by them is not foretold. */
type Place = Foresight;

export { isForetold, isKnownAhead, sunInstants } from "./engine/foretold-cues";

/** A design as a place with its dials and calendars. */
export const placeOf = ({ design, dials, calendars, people }: Design): Place => ({
  ...design,
  dials,
  calendars,
  people,
});

export const EVENT_NAMES: Readonly<Record<SunEvent, string>> = {
  rise: "sunrise",
  set: "sunset",
  dawn: "dawn",
  dusk: "dusk",
  noon: "solar noon",
};

/** Does every guard hold at the instant? One that goes by what the house will be like then is taken to hold. */
export const guardsHold = (place: Place, guards: AutomationRow["guards"], ms: number): boolean =>
  guards.every((guard) => guardMayHold(place, guard, ms));

export interface Firing {
  at: number;
  cue: string;
  /** False where a guard stopped it. */
  held: boolean;
}

/**
 * Every time one of the cues comes in `days` local days from `from`, with whether the guards let it fire;
 * in order of time.
 */
export function cueTimes(place: Place, automation: AutomationRow, from: Day, days: number): Firing[] {
  return automation.cues
    .flatMap((cue) =>
      cueInstants(place, cue, from, days).map((at) => ({
        at,
        cue: cue.key,
        held: guardsHold(place, automation.guards, at),
      })),
    )
    .sort((a, b) => a.at - b.at);
}

/** When the automation fires; empty where it is switched off. */
export function fireTimes(place: Place, automation: AutomationRow, from: Day, days: number): Firing[] {
  return automation.enabled ? cueTimes(place, automation, from, days).filter((firing) => firing.held) : [];
}

const nextFrom = memoByRow("nextFrom", (design, automation: AutomationRow, now): number | undefined => {
  const place = placeOf(design);
  const today = localParts(place.zone, now as number);
  for (const days of [3, 40, 366]) {
    const next = fireTimes(place, automation, today, days).find((firing) => firing.at > (now as number));
    if (next) return next.at;
  }
  return undefined;
});

/** The next time it fires, of those that are known ahead; within a year. */
export const nextOf = (design: Design, automation: AutomationRow, now: number): number | undefined =>
  nextFrom(design, automation, now);

/** The last time it should have fired, of those that are known ahead; within forty days. */
export function lastOf(design: Design, automation: AutomationRow, now: number): number | undefined {
  const place = placeOf(design);
  for (const days of [3, 40]) {
    const from = addDays(localParts(place.zone, now), 1 - days);
    const last = fireTimes(place, automation, from, days)
      .filter((firing) => firing.at <= now)
      .at(-1);
    if (last) return last.at;
  }
  return undefined;
}

export interface DayFirings {
  day: Day;
  firings: Firing[];
  /** Why nothing fires, in words. Absent where something does. */
  because?: string;
  /** The clock is moved on this day, by so many minutes. */
  clockChangeMin?: number;
}

/** Why a day has no firing. */
function reason(
  place: Place,
  automation: AutomationRow,
  day: Day,
  firings: readonly Firing[],
): string | undefined {
  if (!automation.enabled) return "switched off";
  if (firings.some((firing) => firing.held)) return undefined;
  if (firings.length) return "a guard does not hold";
  const sun = automation.cues.find((cue) => cue.kind === "sun");
  if (!sun) {
    if (!automation.cues.length) return "it has no cue";
    if (!automation.cues.some((cue) => isKnownAhead(place, cue)))
      return "not known before: it goes by what happens";
    return automation.cues.some(({ kind }) => kind === "time")
      ? "the clock skips this time"
      : "nothing of it falls on this day";
  }
  const middle = dayStart(place.zone, day) + 12 * 60 * MINUTE_MS;
  const level = sun.event === "dawn" || sun.event === "dusk" ? TWILIGHT_DEG : HORIZON_DEG;
  let above = 0;
  for (let h = -12; h < 12; h++)
    above += sunPosition(place, middle + h * 60 * MINUTE_MS).elevationDeg > level ? 1 : 0;
  if (above === 24) return level === HORIZON_DEG ? "the sun does not set" : "it does not get dark";
  if (above === 0) return level === HORIZON_DEG ? "the sun does not rise" : "it does not get light";
  return `no ${EVENT_NAMES[sun.event]} falls on this day`;
}

/** Day by day: what fires, or why nothing does. */
export function firingsByDay(place: Place, automation: AutomationRow, from: Day, days: number): DayFirings[] {
  const all = cueTimes(place, automation, from, days);
  const byDay = new Map<string, Firing[]>();
  for (const firing of all) {
    const key = dayText(localParts(place.zone, firing.at));
    byDay.set(key, [...(byDay.get(key) ?? []), firing]);
  }
  const out: DayFirings[] = [];
  for (let n = 0; n < days; n++) {
    const day = addDays(from, n);
    const firings = byDay.get(dayText(day)) ?? [];
    const change =
      offsetMin(place.zone, dayStart(place.zone, addDays(day, 1))) -
      offsetMin(place.zone, dayStart(place.zone, day));
    const because = reason(place, automation, day, firings);
    out.push({
      day,
      firings: automation.enabled ? firings.filter((firing) => firing.held) : [],
      ...(because ? { because } : {}),
      ...(change ? { clockChangeMin: change } : {}),
    });
  }
  return out;
}

const CUE_FORMULA: Readonly<Record<string, string>> = {
  time: "Clock time",
  calendar: "Calendar",
  alarm: "Alarm clock by schedule",
};

/** How one firing came about. */
export function firingWorking(place: Place, automation: AutomationRow, firing: Firing): Working {
  const cue = automation.cues.find((c) => c.key === firing.cue)!;
  const day = localParts(place.zone, firing.at);
  const zone = `${place.zone}, UTC${isoLocal(place.zone, firing.at).slice(19)}`;
  const steps: Working["steps"] = [];
  if (cue.kind === "sun") {
    const eventMs = firing.at - cue.offsetMin * MINUTE_MS;
    const sun = sunPosition(place, eventMs);
    steps.push(
      {
        formula: EVENT_NAMES[cue.event],
        with: `${place.latitudeDeg}°, ${place.longitudeDeg}° · elevation ${sun.elevationDeg.toFixed(2)}°, azimuth ${sun.azimuthDeg.toFixed(1)}°`,
        gives: isoLocal(place.zone, eventMs),
        source:
          cue.event === "noon"
            ? "Meeus; sun in the meridian"
            : `Meeus; centre of the sun at ${cue.event === "rise" || cue.event === "set" ? HORIZON_DEG : TWILIGHT_DEG}°`,
      },
      {
        formula: "+ offset",
        with: `${cue.offsetMin} min`,
        gives: isoLocal(place.zone, firing.at),
        source: "cue",
      },
    );
  } else
    steps.push({
      formula: CUE_FORMULA[cue.kind] ?? "Time of a dial",
      with: cue.kind === "time" ? `${cue.at} in ${zone}` : zone,
      gives: isoLocal(place.zone, firing.at),
      source: "cue",
    });
  steps.push({
    formula: "Guards",
    with: automation.guards.length ? `${automation.guards.length} to hold` : "none",
    gives: firing.held ? "hold" : "do not hold",
    source: "automation",
  });
  steps.push({
    formula: "On the wall clock",
    with: zone,
    gives: `${dayName(day)} ${clockText(place.zone, firing.at)}`,
    source: "site zone",
  });
  return {
    title: `${automation.name}, ${dayName(day)}`,
    value: Math.round(localParts(place.zone, firing.at).minutes),
    unit: "min after midnight",
    verdict: "none",
    steps,
  };
}

/** The sun's events and hourly places on one local day: `zinc sun --json`. */
export function sunDay(place: Place, day: Day) {
  const from = dayStart(place.zone, day);
  const to = dayStart(place.zone, addDays(day, 1));
  const first = (event: SunEvent) => {
    const ms = sunInstants(place, event, from, to)[0];
    return ms === undefined ? undefined : isoLocal(place.zone, ms);
  };
  const positions = [];
  for (let ms = from; ms < to; ms += 60 * MINUTE_MS) {
    const { azimuthDeg, elevationDeg } = sunPosition(place, ms);
    positions.push({
      at: isoLocal(place.zone, ms),
      azimuthDeg: round3(azimuthDeg),
      elevationDeg: round3(elevationDeg),
    });
  }
  return {
    rise: first("rise"),
    set: first("set"),
    dawn: first("dawn"),
    dusk: first("dusk"),
    noon: first("noon"),
    positions,
  };
}
