/**
 * Automations that get in one another's way: two that set one thing apart at one time, and those that cue one another
 * round and round.
 */
import type { AutomationRow, Cue } from "../../../design/rows/automations";
import { channelOf } from "./state";
import { allMayHold, cueMinutes, YEAR_DAYS, type Almanac } from "./almanac";
import { comesTo, exclude, sameHappening, setsAfter, type Rows, type Sets } from "./effects";
import { isKnownAhead } from "./foretold-cues";
import { PRIORITIES, REASONS } from "../../../design/rows/automations-words";

/** What comes within so many minutes of one another is at one time: nobody sees what was set in between. */
export const WINDOW_MIN = 10;

export interface Conflict {
  a: string;
  b: string;
  /** Point and channel, or a dial. */
  thing: string;
  /** A minute of the year at which both come. */
  minute: number;
  cueA: string;
  cueB: string;
  /** What either sets it to. */
  setsA: Sets;
  setsB: Sets;
  /** They are of one rank: neither outranks the other, and the last to come wins. */
  equal: boolean;
  /** The one that outranks the other. */
  winner?: string;
}

/** The lower goes before: its class, then its reason within it. */
const rankOf = ({ priority, reason }: AutomationRow) =>
  PRIORITIES.indexOf(priority) * 10 + (reason === undefined ? REASONS.length : REASONS.indexOf(reason));

function ranked(a: AutomationRow, b: AutomationRow): Pick<Conflict, "equal" | "winner"> {
  const [own, other] = [rankOf(a), rankOf(b)];
  return own === other ? { equal: true } : { equal: false, winner: own < other ? a.id : b.id };
}

const apart = (a: Sets, b: Sets) => a.value !== undefined && b.value !== undefined && a.value !== b.value;

/** What each cue of each automation sets, worked out once. */
interface Part {
  row: AutomationRow;
  cue: AutomationRow["cues"][number];
  sets: readonly Sets[];
  /** Minutes of the year at which it comes and its guards may hold; undefined where it cannot be foretold. */
  minutes?: Float64Array;
}

export type Known = (row: AutomationRow) => readonly Part[];

/** @param almanac of the year that is looked through */
export function partsOf(rows: Rows, almanac: Almanac, row: AutomationRow): Part[] {
  return row.cues.map((cue) => ({
    row,
    cue,
    sets: setsAfter(rows, row, cue.key),
    ...(isKnownAhead(almanac.place, cue)
      ? { minutes: cueMinutes(almanac, cue).filter((minute) => allMayHold(almanac, row.guards, minute)) }
      : {}),
  }));
}

/** The first minute at which both come within the window; the later of the two. */
function meet(a: Float64Array, b: Float64Array): number | undefined {
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    if (Math.abs(a[i]! - b[j]!) <= WINDOW_MIN) return Math.max(a[i]!, b[j]!);
    if (a[i]! < b[j]!) i += 1;
    else j += 1;
  }
  return undefined;
}

/** A minute at which guards of both may hold: of every half hour of a week in each month. */
function both(almanac: Almanac, a: AutomationRow, b: AutomationRow): number | undefined {
  const guards = [...a.guards, ...b.guards];
  for (let month = 0; month < 12; month += 1)
    for (let step = 0; step < 7 * 48; step += 1) {
      const minute = Math.min(YEAR_DAYS - 8, Math.round(month * 30.4)) * 1440 + step * 30;
      if (allMayHold(almanac, guards, minute)) return minute;
    }
  return undefined;
}

/**
 * Pairs of automations that set one thing to different values at one time, each pair and thing once. Of those that are not
 * of one rank the higher wins: they are told as well, as not equal.
 *
 * Two come at one time where both can be foretold within the window, or where one happening cues both.
 */
export function conflictsOf(
  automations: readonly AutomationRow[],
  almanac: Almanac,
  parts: Known,
): Conflict[] {
  const byThing = new Map<string, { part: Part; sets: Sets }[]>();
  for (const row of automations)
    if (row.enabled)
      for (const part of parts(row))
        for (const sets of part.sets) {
          const own = byThing.get(sets.thing);
          if (own) own.push({ part, sets });
          else byThing.set(sets.thing, [{ part, sets }]);
        }
  const found = new Map<string, Conflict>();
  for (const [thing, all] of byThing)
    for (const [i, one] of all.entries())
      for (const other of all.slice(i + 1)) {
        if (one.part.row === other.part.row || !apart(one.sets, other.sets)) continue;
        const [a, b] = one.part.row.id < other.part.row.id ? [one.part, other.part] : [other.part, one.part];
        const key = `${a.row.id} ${b.row.id} ${thing}`;
        if (found.has(key) || a.row.guards.some((guard) => b.row.guards.some((own) => exclude(guard, own))))
          continue;
        const minute =
          a.minutes && b.minutes
            ? meet(a.minutes, b.minutes)
            : !a.minutes && !b.minutes && sameHappening(a.cue, b.cue)
              ? both(almanac, a.row, b.row)
              : undefined;
        if (minute === undefined) continue;
        found.set(key, {
          a: a.row.id,
          b: b.row.id,
          thing,
          minute,
          cueA: a.cue.key,
          cueB: b.cue.key,
          setsA: (a === one.part ? one : other).sets,
          setsB: (a === one.part ? other : one).sets,
          ...ranked(a.row, b.row),
        });
      }
  return [...found.values()].sort((x, y) =>
    `${x.a} ${x.b} ${x.thing}` < `${y.a} ${y.b} ${y.thing}` ? -1 : 1,
  );
}

/** Most loops that are told: the first that is cut changes all. */
const MOST_LOOPS = 100;
const LONGEST_LOOP = 12;

/** Which automations one may cue by what it sets, or by starting and ending. */
export function cuesNext(
  automations: readonly AutomationRow[],
  parts: Known,
): ReadonlyMap<string, ReadonlySet<string>> {
  const listeners = automations.filter(({ enabled }) => enabled);
  // By what they hear: a thing, a dial, another automation. Most hear nothing that any sets.
  const byHeard = new Map<string, Map<AutomationRow, Cue[]>>();
  for (const row of listeners)
    for (const cue of row.cues)
      for (const heard of heardBy(cue)) {
        const own = byHeard.get(heard) ?? new Map<AutomationRow, Cue[]>();
        own.set(row, [...(own.get(row) ?? []), cue]);
        byHeard.set(heard, own);
      }
  const next = new Map<string, Set<string>>();
  for (const row of listeners) {
    const own = new Set<string>();
    const take = (other: AutomationRow) => {
      // What an automation does itself does not cue it.
      if (other === row || row.guards.some((guard) => other.guards.some((one) => exclude(guard, one))))
        return;
      own.add(other.id);
    };
    for (const other of byHeard.get(`automation ${row.id}`)?.keys() ?? []) take(other);
    for (const { sets } of parts(row))
      for (const one of sets)
        for (const [other, cues] of byHeard.get(one.thing) ?? [])
          if (!own.has(other.id) && cues.some((cue) => comesTo(one, cue))) take(other);
    next.set(row.id, own);
  }
  return next;
}

/** What a cue listens to, as `Sets` call it. */
function heardBy(cue: Cue): string[] {
  switch (cue.kind) {
    case "dial":
      return [`dial ${cue.dial}`];
    case "automation":
      return [`automation ${cue.automation}`];
    case "state":
    case "threshold":
      return [...new Set(cue.points.map((point) => `${point} ${channelOf(cue.aspect)}`))];
    default:
      return [];
  }
}

/**
 * Automations that cue one another round and round, each simple circle once, from the first of the alphabet; of two and
 * more.
 */
export function loopsAmong(next: ReadonlyMap<string, ReadonlySet<string>>): string[][] {
  const found: string[][] = [];
  for (const start of [...next.keys()].sort()) {
    const path = [start];
    const on = new Set(path);
    const walk = (from: string): void => {
      for (const to of [...(next.get(from) ?? [])].sort()) {
        if (found.length >= MOST_LOOPS) return;
        if (to === start && path.length > 1) found.push([...path]);
        // Only those after the first are entered: each circle is met from its first alone.
        if (to <= start || on.has(to) || path.length >= LONGEST_LOOP) continue;
        path.push(to);
        on.add(to);
        walk(to);
        path.pop();
        on.delete(to);
      }
    };
    walk(start);
  }
  return found;
}
