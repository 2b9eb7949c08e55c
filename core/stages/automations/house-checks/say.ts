/** What checks of automations say alike: what they are about, and a moment worked out on the calendar. */
import { byId, type Design } from "../../../design/collections";
import { clockText, dayName, localParts } from "../../../design/local-time";
import { memoByRow } from "../../../design/kept";
import type { Finding } from "../../../desk/findings";
import { allMayHold, instantOf, stayIn, YEAR_DAYS } from "../engine/almanac";
import { isKnownAhead } from "../engine/foretold-cues";
import { almanacIn, partsIn } from "../conflicts";
import { placeOf } from "../fires";
import type { AutomationRow } from "../../../design/rows/automations";

export const about = (rows: readonly AutomationRow[], points: readonly string[] = []): Finding["about"] => [
  ...rows.map(({ id }) => ({ in: "automations" as const, id })),
  ...points.map((id) => ({ in: "points" as const, id })),
];

export const pointName = (design: Design, id: string) => byId(design, "points").get(id)?.name ?? id;
export const roomOf = (design: Design, point: string) => byId(design, "points").get(point)?.room;

/** "on Tue 3 Nov at 09:30" */
export function onDay(design: Design, minute: number): string {
  const { zone } = design.design;
  const ms = instantOf(almanacIn(design), minute);
  return `on ${dayName(localParts(zone, ms))} at ${clockText(zone, ms)}`;
}

type Say = Omit<Finding, "stage" | "code"> & { code: string };
export const finding = ({ code, ...rest }: Say): Finding => ({
  code: `automations.${code}`,
  stage: "automations",
  ...rest,
});

/** Classes that a hand outranks. */
export const QUIET: ReadonlySet<AutomationRow["priority"]> = new Set(["comfort", "saving", "looks"]);

export const on = (design: Design) => design.automations.filter(({ enabled }) => enabled);

const STEP_MIN = 30;

/** The first half hour of the year at which an automation may come. */
function firstHalfHour(design: Design, row: AutomationRow): number | undefined {
  const almanac = almanacIn(design);
  for (let minute = 0; minute < YEAR_DAYS * 1440; minute += STEP_MIN)
    if (allMayHold(almanac, row.guards, minute)) return minute;
  return undefined;
}

interface Moment {
  minute: number;
  /** It comes then; else it may, if what cues it happens then. */
  surely: boolean;
}

/** A moment of the year at which it comes: by its cues where they are known ahead, else where its guards may hold. */
const momentOf = memoByRow("momentOf", (design, row: AutomationRow): Moment | undefined => {
  const known = partsIn(design, row).find(({ minutes }) => minutes?.length)?.minutes?.[0];
  if (known !== undefined) return { minute: known, surely: true };
  const minute = row.cues.some((cue) => !isKnownAhead(placeOf(design), cue))
    ? firstHalfHour(design, row)
    : undefined;
  return minute === undefined ? undefined : { minute, surely: false };
});

/** "comes on Thu 1 Jan at 07:00, for one", "may come on" of what happens; empty where it never does. */
export function comes(design: Design, row: AutomationRow): string {
  const moment = momentOf(design, row);
  if (!moment) return "";
  if (!moment.surely && !row.guards.length) return "may come at any hour of the day or the night";
  return `${moment.surely ? "comes" : "may come"} ${onDay(design, moment.minute)}, for one`;
}

/** Of several the one whose coming is known ahead, else the first that may come at all. */
export function soonest(design: Design, rows: readonly AutomationRow[]): AutomationRow | undefined {
  return (
    rows.find((row) => momentOf(design, row)?.surely) ??
    rows.find((row) => momentOf(design, row) !== undefined)
  );
}

/** " Dusk comes on Thu 1 Jan at 16:07, for one.": a sentence of its own, with its space before it. */
export function asOn(design: Design, row: AutomationRow): string {
  const when = comes(design, row);
  return when && ` ${row.name} ${when}.`;
}

const UNSEEN_DAYS = 14;

interface Unseen extends Moment {
  awake: string[];
}

/** When, of a fortnight's half hours, fewest are awake at home and it may come; of times known ahead, of these. */
const unseenAt = memoByRow("unseenAt", (design, row: AutomationRow): Unseen | undefined => {
  const almanac = almanacIn(design);
  // Who never sleeps nor goes out by the schedule, a dog for one, watches over nothing.
  const known = design.people.filter(({ times }) =>
    times?.some(({ doing }) => doing === "asleep" || doing === "away"),
  );
  if (!known.length) return undefined;
  const surely = row.cues.every((cue) => isKnownAhead(placeOf(design), cue));
  const minutes = surely
    ? partsIn(design, row).flatMap((part) => [...(part.minutes ?? [])])
    : Array.from({ length: (UNSEEN_DAYS * 1440) / STEP_MIN }, (_, i) => i * STEP_MIN);
  let best: Unseen | undefined;
  for (const minute of minutes) {
    const awake = known.flatMap(({ id, role }) => {
      const stay = stayIn(almanac, id, minute);
      return stay === undefined || (stay.home && !stay.asleep) ? [role] : [];
    });
    if (
      awake.length < (best?.awake.length ?? Infinity) &&
      (surely || allMayHold(almanac, row.guards, minute))
    )
      best = { minute, surely, awake };
    if (best?.awake.length === 0) break;
  }
  return best && best.awake.length < known.length ? best : undefined;
});

/** " It may come on Thu 1 Jan at 02:00, for one, when everybody is asleep or out." Else when it comes at all. */
export function whileUnseen(design: Design, row: AutomationRow): string {
  const unseen = unseenAt(design, row);
  if (!unseen || unseen.awake.length > 1) return asOn(design, row);
  const [awake] = unseen.awake;
  const who = awake === undefined ? "everybody" : `everybody but ${awake}`;
  return ` It ${unseen.surely ? "comes" : "may come"} ${onDay(design, unseen.minute)}, for one, when ${who} is asleep or out.`;
}
