/** Conflicts and loops of a design's automations, with the moment at which they come, on the calendar. */
import { byId, type Design } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import { almanacOf, instantOf } from "./engine/almanac";
import { conflictsOf, cuesNext, loopsAmong, partsOf, type Conflict } from "./engine/conflicts";
import type { AutomationRow } from "../../design/rows/automations";
import { placeOf } from "./fires";

/** A common year to try cues and guards on: every weekday meets every season closely enough. */
export const TRIAL_YEAR = { year: 2026, month: 1, day: 1 };

export const almanacIn = memo("almanacIn", (design) => almanacOf(placeOf(design), TRIAL_YEAR));

export const partsIn = memoByRow("partsIn", (design, row: AutomationRow) =>
  partsOf(design, almanacIn(design), row),
);

export interface Clash extends Conflict {
  /** When both come, in milliseconds. */
  at: number;
}

/** Pairs that set one thing apart at one time. */
export const clashesOf = memo("clashesOf", (design): readonly Clash[] => {
  const almanac = almanacIn(design);
  return conflictsOf(design.automations, almanac, (row) => partsIn(design, row)).map((conflict) => ({
    ...conflict,
    at: instantOf(almanac, conflict.minute),
  }));
});

/** Which automations one may cue in turn. */
export const cuesOnward = memo("cuesOnward", (design): ReadonlyMap<string, ReadonlySet<string>> =>
  cuesNext(design.automations, (row) => partsIn(design, row)),
);

/** Automations that cue one another round and round. */
export const automationLoops = memo("automationLoops", (design): readonly (readonly string[])[] =>
  loopsAmong(cuesOnward(design)),
);

/** Points and dials that an automation sets, each once. */
export const thingsSet = (design: Design, row: AutomationRow): string[] => [
  ...new Set(partsIn(design, row).flatMap(({ sets }) => sets.map(({ thing }) => thingId(thing)))),
];

/** The point or dial of "snug-shd-1 position" and "dial bedtime". */
export const thingId = (thing: string): string =>
  thing.startsWith("dial ") ? thing.slice(5) : thing.slice(0, thing.lastIndexOf(" "));

export const thingName = (design: Design, thing: string): string => {
  const id = thingId(thing);
  return (
    (thing.startsWith("dial ")
      ? byId(design, "dials").get(id)?.name
      : byId(design, "points").get(id)?.name) ?? id
  );
};
