/**
 * Who does what when on a day of commissioning: steps of many devices over people, chargers and pairing windows, with
 * waits laid over one another. Times in minutes from the start of the day.
 *
 * The steps of a device follow one another. A plan is made from an order of all steps: each is put at the earliest
 * moment at which its device is done with the one before and everything it needs is free for as long as it takes (the
 * serial scheme; of all orders one makes a shortest plan). The order begins with who has most left to do and is bettered
 * by moving steps; the plan is held against a bound, so that what is left to gain is known.
 */
import { seeded } from "../house/generate";

export interface Resource {
  id: string;
  /** People, chargers, windows of which so many can be open at once. */
  count: number;
}

export interface StepAsked {
  device: string;
  step: string;
  /** Order within the device. */
  index: number;
  minutes: number;
  needs: readonly string[];
  /** Level on which it is done, for those who have to walk there. */
  level?: string;
  /** Not before: somebody has put it there. */
  from?: number;
}

export interface StepPlanned extends StepAsked {
  start: number;
  end: number;
  /** Which of each thing it needs, in the order of `needs`: the second charger, the first person. */
  with: readonly number[];
}

export interface DayPlan {
  steps: readonly StepPlanned[];
  minutes: number;
  /** No plan is shorter. */
  boundMinutes: number;
}

export interface DayAsked {
  resources: readonly Resource[];
  steps: readonly StepAsked[];
  /** Who walks: the resource whose members go from level to level. */
  walks?: string;
  /** Minutes from one level to another. */
  walkMinutes?(from: string, to: string): number;
}

/** One of a resource: what it is busy with, in order of time. */
interface Member {
  busy: { start: number; end: number; level?: string }[];
}

/** The first moment from `from` on at which a member is free for so long, walks before and after counted. */
function freeFrom(
  { busy }: Member,
  from: number,
  minutes: number,
  walk: (a: string | undefined, b: string | undefined) => number,
  level: string | undefined,
  insert: boolean,
): number {
  if (!insert) {
    const last = busy.at(-1);
    return last ? Math.max(from, last.end + walk(last.level, level)) : from;
  }
  let at = from;
  // What is over by then is passed: the first that is not, by halves.
  let [low, high] = [0, busy.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (busy[middle]!.end > from) high = middle;
    else low = middle + 1;
  }
  for (let n = low; n <= busy.length; n++) {
    const [before, after] = [busy[n - 1], busy[n]];
    at = Math.max(at, before ? before.end + walk(before.level, level) : 0);
    if (!after || at + minutes + walk(level, after.level) <= after.start) return at;
    at = Math.max(at, after.end);
  }
  return at;
}

/**
 * A plan of steps put one after another in an order that keeps to each device's own.
 * @param insert into gaps between what is put down already; where not, each member goes on from its last
 */
export function planInOrder(asked: DayAsked, order: readonly StepAsked[], insert = true): StepPlanned[] {
  const members = new Map(
    asked.resources.map(({ id, count }) => [id, Array.from({ length: count }, (): Member => ({ busy: [] }))]),
  );
  const done = new Map<string, number>();
  return order.map((step) => {
    const walk = (a: string | undefined, b: string | undefined) =>
      a === undefined || b === undefined || a === b ? 0 : (asked.walkMinutes?.(a, b) ?? 0);
    const still = () => 0;
    let start = Math.max(done.get(step.device) ?? 0, step.from ?? 0);
    let chosen: number[] = [];
    // All that is needed has to be free at once: what is free last decides, until none moves it any more.
    for (let before = -1; before !== start;) {
      before = start;
      chosen = step.needs.map((need) => {
        const of = members.get(need)!;
        const moves = need === asked.walks ? walk : still;
        const times = of.map((one) => freeFrom(one, start, step.minutes, moves, step.level, insert));
        const best = times.indexOf(Math.min(...times));
        start = Math.max(start, times[best]!);
        return best;
      });
    }
    const end = start + step.minutes;
    step.needs.forEach((need, n) => {
      const { busy } = members.get(need)![chosen[n]!]!;
      const at = insert ? busy.findIndex((other) => other.start >= end) : -1;
      const own = { start, end, ...(step.level === undefined ? {} : { level: step.level }) };
      busy.splice(at < 0 ? busy.length : at, 0, own);
    });
    done.set(step.device, end);
    return { ...step, start, end, with: chosen };
  });
}

/** By a loop: a large house has more steps than a call takes arguments. */
const mostOf = (values: Iterable<number>) => {
  let most = 0;
  for (const value of values) most = Math.max(most, value);
  return most;
};
const lengthOf = (steps: readonly StepPlanned[]) => mostOf(steps.map(({ end }) => end));

/** Steps of each device in their order. */
function byDevice(steps: readonly StepAsked[]): Map<string, StepAsked[]> {
  const devices = new Map<string, StepAsked[]>();
  for (const step of steps) {
    const own = devices.get(step.device);
    if (own) own.push(step);
    else devices.set(step.device, [step]);
  }
  for (const own of devices.values()) own.sort((a, b) => a.index - b.index);
  return devices;
}

const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);

/**
 * Minutes no plan is under: the longest device by itself; and for each thing that is needed the least that comes
 * before its first use, all its uses over its number, and the least that comes after its last.
 */
export function boundOf({ resources, steps }: DayAsked): number {
  const devices = [...byDevice(steps).values()];
  let bound = mostOf(
    devices.flatMap((own) =>
      own.map(
        (step, n) =>
          (n && !step.from ? 0 : (step.from ?? 0)) + sum(own.slice(n).map(({ minutes }) => minutes)),
      ),
    ),
  );
  for (const { id, count } of resources) {
    const uses = devices.flatMap((own) =>
      own.flatMap((step, n) =>
        step.needs.includes(id)
          ? [
              {
                head: sum(own.slice(0, n).map(({ minutes }) => minutes)),
                minutes: step.minutes,
                tail: sum(own.slice(n + 1).map(({ minutes }) => minutes)),
              },
            ]
          : [],
      ),
    );
    // Of those with a late beginning alone the bound may be higher: each beginning and each end is tried, the uses
    // with the longest end first, so that one pass a beginning is enough.
    const byTail = [...uses].sort((a, b) => b.tail - a.tail);
    for (const head of new Set(uses.map((one) => one.head))) {
      let together = 0;
      for (const use of byTail) {
        if (use.head < head) continue;
        together += use.minutes;
        bound = Math.max(bound, head + together / count + use.tail);
      }
    }
  }
  return Math.max(0, Math.ceil(bound - 1e-9));
}

/** An order of all steps that keeps to the devices' own: at each moment of it the one with the highest rank next. */
function orderBy(
  devices: readonly (readonly StepAsked[])[],
  rank: ReadonlyMap<StepAsked, number>,
): StepAsked[] {
  const next = devices.map(() => 0);
  const order: StepAsked[] = [];
  for (;;) {
    let best = -1;
    devices.forEach((own, d) => {
      const step = own[next[d]!];
      if (step && (best < 0 || rank.get(step)! > rank.get(devices[best]![next[best]!]!)!)) best = d;
    });
    if (best < 0) return order;
    order.push(devices[best]![next[best]!++]!);
  }
}

/** How dear a minute of walking is held against one of waiting, from try to try. */
const WALK_WEIGHTS = [1, 4, 0, 12] as const;

/**
 * An order made as a day goes: next is what can begin soonest, walking held dear; of those the one with the highest
 * rank. People stay on a level while there is something to do.
 */
function orderAsItGoes(
  { resources, walks, walkMinutes }: DayAsked,
  devices: readonly (readonly StepAsked[])[],
  rank: ReadonlyMap<StepAsked, number>,
  walkWeight: number,
): StepAsked[] {
  const members = new Map(
    resources.map(({ id, count }) => [
      id,
      Array.from({ length: count }, (): { free: number; level?: string } => ({ free: 0 })),
    ]),
  );
  const next = devices.map(() => 0);
  const ready = devices.map(() => 0);
  const order: StepAsked[] = [];
  const open = new Set(devices.keys());
  const walkTo = (from: string | undefined, to: string | undefined) =>
    from === undefined || to === undefined || from === to ? 0 : (walkMinutes?.(from, to) ?? 0);
  const bestOf = (need: string, { level }: StepAsked) => {
    let best = 0;
    let [at, walked] = [Infinity, 0];
    members.get(need)!.forEach((member, n) => {
      const walk = need === walks ? walkTo(member.level, level) : 0;
      if (member.free + walk * (1 + walkWeight) < at + walked * walkWeight)
        [best, at, walked] = [n, member.free + walk, walk];
    });
    return { best, at, walked };
  };
  while (open.size) {
    let chosen = -1;
    let [least, high, begins] = [Infinity, -Infinity, 0];
    for (const d of open) {
      const step = devices[d]![next[d]!]!;
      let start = Math.max(ready[d]!, step.from ?? 0);
      let walked = 0;
      for (const need of step.needs) {
        const found = bestOf(need, step);
        start = Math.max(start, found.at);
        walked += found.walked;
      }
      const key = start + walked * walkWeight;
      const own = rank.get(step)!;
      if (key < least || (key === least && own > high)) [chosen, least, high, begins] = [d, key, own, start];
    }
    const step = devices[chosen]![next[chosen]!]!;
    const end = begins + step.minutes;
    for (const need of step.needs) {
      const member = members.get(need)![bestOf(need, step).best]!;
      member.free = end;
      if (need === walks && step.level !== undefined) member.level = step.level;
    }
    ready[chosen] = end;
    order.push(step);
    if (++next[chosen]! >= devices[chosen]!.length) open.delete(chosen);
  }
  return order;
}

/** More steps × devices than this are ordered a part of the devices at a time, level by level. */
const MOST_COMPARED = 2_000_000;
const PART = 60;

/** An order as the day goes; of a very large house in parts, whose gaps the later ones fill when they are put down. */
function orderInParts(
  asked: DayAsked,
  devices: readonly (readonly StepAsked[])[],
  rank: ReadonlyMap<StepAsked, number>,
  walkWeight: number,
): StepAsked[] {
  if (asked.steps.length * devices.length <= MOST_COMPARED)
    return orderAsItGoes(asked, devices, rank, walkWeight);
  const byLevel = [...devices].sort((a, b) => {
    const [one, other] = [a[0]!.level ?? "", b[0]!.level ?? ""];
    return one < other ? -1 : one > other ? 1 : rank.get(b[0]!)! - rank.get(a[0]!)!;
  });
  return Array.from({ length: Math.ceil(byLevel.length / PART) }, (_, n) =>
    orderAsItGoes(asked, byLevel.slice(n * PART, (n + 1) * PART), rank, walkWeight),
  ).flat();
}

/** Orders that are tried: fewer where there is much to plan, so that it is there while one waits. */
const MOST_PLACED = 20_000;
const MOST_TRIES = 2000;
const triesFor = (steps: number) =>
  Math.max(4, Math.min(MOST_TRIES, Math.floor(MOST_PLACED / Math.max(1, steps))));

/**
 * The shortest plan that is found.
 * @param tries orders that are tried; fewer are enough where the bound is met
 * @throws RangeError for a step that needs what nobody has
 */
export function planDay(asked: DayAsked, tries = triesFor(asked.steps.length), seed = 1): DayPlan {
  const has = new Map(asked.resources.map(({ id, count }) => [id, count]));
  for (const { step, needs } of asked.steps)
    for (const need of needs)
      if (!has.get(need)) throw new RangeError(`${step} needs ${need}, and there is none`);
  const devices = [...byDevice(asked.steps).values()];
  const tails = new Map<StepAsked, number>();
  for (const own of devices)
    own.reduceRight((tail, step) => {
      tails.set(step, tail + step.minutes);
      return tail + step.minutes;
    }, 0);
  const boundMinutes = boundOf(asked);
  const of = seeded(seed);
  let rank: ReadonlyMap<StepAsked, number> = tails;
  // The two ways of making an order take turns; the better plan is kept, and its ranks are gone on from.
  const large = asked.steps.length * devices.length > MOST_COMPARED;
  let best = planInOrder(
    asked,
    large ? orderInParts(asked, devices, rank, WALK_WEIGHTS[0]) : orderBy(devices, rank),
    !large,
  );
  for (let n = 0; n < tries && lengthOf(best) > boundMinutes; n++) {
    const first = n < WALK_WEIGHTS.length;
    // Somewhat other ranks than those of the best so far; now and then far others.
    const spread = n % 5 === 4 ? 1 : 0.25;
    const from = n % 7 === 6 ? tails : rank;
    const tried = first
      ? tails
      : new Map([...from].map(([step, value]) => [step, value * (1 + spread * (of() - 0.5)) + of()]));
    const order =
      first || large || n % 2
        ? orderInParts(asked, devices, tried, WALK_WEIGHTS[n % WALK_WEIGHTS.length]!)
        : orderBy(devices, tried);
    const plan = planInOrder(asked, order, !large);
    if (lengthOf(plan) > lengthOf(best)) continue;
    rank = tried;
    best = plan;
  }
  return {
    steps: [...best].sort((a, b) => a.start - b.start || (a.device < b.device ? -1 : 1) || a.index - b.index),
    minutes: lengthOf(best),
    boundMinutes,
  };
}
