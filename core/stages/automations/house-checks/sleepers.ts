/** Automations that wake somebody, by their schedules. */
import type { Design } from "../../../design/collections";
import { putRow } from "../../../design/row-changes";
import type { Finding } from "../../../desk/findings";
import { allMayHold, stayIn, YEAR_DAYS } from "../engine/almanac";
import { isOwnCue } from "../engine/people";
import type { Sets } from "../engine/effects";
import type { PersonRow } from "../../../design/rows/brief";
import { almanacIn, partsIn, thingId } from "../conflicts";
import type { AutomationRow, Cue, Guard } from "../../../design/rows/automations";
import { ableOf } from "../things";
import { about, finding, on, onDay, pointName, QUIET, roomOf } from "./say";

/** Brighter than this a lamp wakes whoever lies below it. */
const WAKING_PCT = 20;

/** Does a guard see to it that somebody is not asleep when it runs? */
const heeds = (person: string, guard: Guard): boolean =>
  guard.kind === "presence" &&
  (guard.people.length === 0 || guard.people.includes(person)) &&
  (guard.not
    ? guard.doing === "asleep" && (guard.which === "any" || guard.people.length === 1)
    : (guard.doing === "awake" || guard.doing === "away") &&
      (guard.which === "all" || guard.people.length === 1));

/** Moves a shade, or makes light or noise enough to wake somebody. */
const disturbs = (design: Design, { thing, aspect, value }: Sets): boolean => {
  const type = ableOf(design).get(thingId(thing))?.type;
  if (aspect === "position" || aspect === "tilt") return type === "cover";
  if (type === "loudspeaker" || type === "television")
    return aspect === "on" ? value !== false : aspect === "level";
  if (aspect === "level") return typeof value === "number" && value > WAKING_PCT;
  return aspect === "on" && value === true && (type?.endsWith("light") ?? false);
};

/** The first minute of the year at which it may come while somebody sleeps. */
function wakesAt(
  design: Design,
  row: AutomationRow,
  { cue, minutes }: { cue: Cue; minutes?: Float64Array },
  person: PersonRow,
): number | undefined {
  const almanac = almanacIn(design);
  const asleep = (minute: number) => stayIn(almanac, person.id, minute)?.asleep === true;
  if (minutes) return minutes.find(asleep);
  if (cue.kind !== "threshold" && cue.kind !== "state") return undefined;
  // What happens may happen at any time: every half hour of a week in each month is looked at.
  for (let month = 0; month < 12; month += 1)
    for (let step = 0; step < 7 * 48; step += 1) {
      const minute = Math.min(YEAR_DAYS - 8, Math.round(month * 30.4)) * 1440 + step * 30;
      if (asleep(minute) && allMayHold(almanac, row.guards, minute)) return minute;
    }
  return undefined;
}

export function sleepers(design: Design): Finding[] {
  const sleeping = design.people.filter((person) => person.room !== undefined);
  if (!sleeping.length) return [];
  return on(design).flatMap((row): Finding[] => {
    if (!QUIET.has(row.priority)) return [];
    return sleeping.flatMap((person): Finding[] => {
      if (row.guards.some((guard) => heeds(person.id, guard))) return [];
      for (const part of partsIn(design, row)) {
        if (isOwnCue(person.id, part.cue)) continue;
        const [first] = part.sets.filter(
          (sets) => roomOf(design, thingId(sets.thing)) === person.room && disturbs(design, sets),
        );
        if (!first) continue;
        const minute = wakesAt(design, row, part, person);
        if (minute === undefined) continue;
        const thing = pointName(design, thingId(first.thing));
        const moves = first.aspect === "position" || first.aspect === "tilt";
        return [
          finding({
            code: "wakes-sleeper",
            severity: "mend",
            title: `${row.name} ${moves ? "moves a shade over" : "wakes"} ${person.role} asleep`,
            why: `As ${onDay(design, minute)}: ${person.role} sleeps in the room then, by the schedule, and ${thing} ${moves ? "moves" : "comes on"}. A guard lets it be while they are asleep.`,
            about: [...about([row], [thingId(first.thing)]), { in: "people", id: person.id }],
            fix: {
              label: `Not while ${person.role} is asleep`,
              changes: putRow("automations", {
                ...row,
                guards: [
                  ...row.guards,
                  { kind: "presence", people: [person.id], which: "any", doing: "asleep", not: true },
                ],
              }),
            },
          }),
        ];
      }
      return [];
    });
  });
}
