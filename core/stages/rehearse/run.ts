/** A rehearsal of a design as the screen asks for it: of days, with what is broken, and with sentences left out. */
import { byId, type Design } from "../../design/collections";
import { addDays, checkZone, dayStart, parseDay } from "../../design/local-time";
import { isHit, readBreak, withEmptyBattery, type Break } from "./play/breaks";
import { NOTHING, type Annoyance, type Line, type Sums } from "./play/log";
import type { Whereabouts } from "./play/people";
import { Rehearsal, type Spent } from "./play/rehearse";
import { weatherOf, type Sky, type Weather } from "./play/weather";
import { readWeather } from "./play/weather-file";
import type { Aspect } from "../../design/rows/automations-words";
import type { Value } from "../automations/engine/world";
import { houseOf } from "./house-of";
import { lanesOf, type Lane } from "./lanes";
import { mendOf, type Mend } from "./mends";
import { Causes, troubleKey } from "./trouble";
import { backOf, backText } from "./outage/back";
import { failureOf, isPart, longCut, readyOf } from "./outage/table";

export interface RunAsk {
  /** Its first day, `YYYY-MM-DD`. */
  from: string;
  days: number;
  seed: number;
  /** `WHAT@TIME+MINUTES`, as on the command line. */
  breaks: readonly string[];
  /** Text of a file of weather; made from the seed where absent. */
  weather?: string;
  /** Sentences that are left out. */
  without?: readonly string[];
}

export interface Sight {
  at: number;
  sky: Sky;
}

export interface DaySums extends Sums {
  /** Its beginning, ms. */
  at: number;
  annoyances: number;
}

/** A part that is down for a while, and what is down with it. */
export interface Down extends Pick<Break, "what" | "from" | "to"> {
  /** Points. */
  points: readonly string[];
}

/** What is left of a house while all that is broken is broken at once. */
export interface Left {
  /** As the outage table calls it. */
  what: string;
  /** Functions that have such a way now, and that had one before. */
  byHand: readonly [now: number, before: number];
  byLink: readonly [now: number, before: number];
  byHub: readonly [now: number, before: number];
  unsafe: readonly string[];
  /** What comes back by itself, in words. */
  back: string;
}

/** What a rehearsal told, before its lanes are drawn. */
export interface Played {
  ask: RunAsk;
  from: number;
  to: number;
  sums: Sums;
  annoyances: readonly Annoyance[];
  /** The automation a line's chain begins with, by annoyance. */
  causes: readonly (string | undefined)[];
  days: readonly DaySums[];
  /** All lines; none of a run that is longer than a few weeks. */
  lines: readonly Line[];
  /** How things without supply stand, of which no line says it. */
  stands: readonly { at: number; point: string; aspect: Aspect; value: Value }[];
  goes: readonly (Whereabouts & { at: number })[];
  weather: readonly Sight[];
  /** In the order they begin. */
  breaks: readonly Down[];
  /** How things stand at first, by point and aspect, as `hall-lmp-1 on`. */
  first: Readonly<Record<string, Value>>;
}

export interface Run extends Played {
  /** What its sums are made of. */
  spent: Spent;
  lanes: readonly Lane[];
  /** What ends what annoys, by its key, where a sentence of the house can. */
  mends: Readonly<Record<string, Mend>>;
  left?: Left;
  seconds?: number;
}

/** Of longer runs only the sums of each day are kept. */
export const MOST_DAYS_OF_LINES = 14;
/** The house begins as the evening before has left it: so long before the first midnight, unheard. */
export const RUN_IN_MS = 6 * 3_600_000;
const SIGHT_MS = 15 * 60_000;

/** Lines that a day's sums count, by what they say. */
const COUNTED: Readonly<
  Partial<Record<string, "presses" | "moves" | "switchings" | "fires" | "unanswered">>
> = {
  press: "presses",
  "by hand": "presses",
  moves: "moves",
  on: "switchings",
  fires: "fires",
  "no answer": "unanswered",
};

/** @throws InputError that names what of the question is wrong */
export function runOf(design: Design, ask: RunAsk, progress?: (share: number) => void): Run {
  const { zone } = design.design;
  checkZone(zone, "design.zone");
  const house = houseOf(
    ask.without?.length
      ? {
          ...design,
          automations: design.automations.map((row) =>
            ask.without!.includes(row.id) ? { ...row, enabled: false } : row,
          ),
        }
      : design,
  );
  const first = parseDay(ask.from, "From");
  const from = dayStart(zone, first);
  const to = dayStart(zone, addDays(first, ask.days));
  const breaks = ask.breaks
    .flatMap((text) => withEmptyBattery(readBreak(text, zone, house), house))
    .sort((a, b) => a.from - b.from);
  const weather: Weather =
    ask.weather === undefined ? weatherOf(house.programme.place, ask.seed) : readWeather(ask.weather, zone);
  const kept = ask.days <= MOST_DAYS_OF_LINES;
  const lines: Line[] = [];
  const stands: Played["stands"][number][] = [];
  const goes: (Whereabouts & { at: number })[] = [];
  const annoyances: Annoyance[] = [];
  const causes: (string | undefined)[] = [];
  const starts = Array.from({ length: ask.days }, (_, i) => dayStart(zone, addDays(first, i)));
  const days = starts.map((at): DaySums => ({ ...NOTHING, at, annoyances: 0 }));
  let day = 0;
  const dayAt = (ms: number) => {
    while (day + 1 < starts.length && ms >= starts[day + 1]!) day += 1;
    return days[day]!;
  };
  /** By line, the automation its chain came through; a window of them, as chains are short. */
  const by = new Causes();
  const rehearsal = new Rehearsal(
    house,
    { from, to, seed: ask.seed, breaks, weather, runInMs: RUN_IN_MS },
    {
      line(line) {
        const counted = COUNTED[line.what];
        if (counted) dayAt(line.at)[counted] += 1;
        by.hear(line);
        if (kept) lines.push(line);
      },
      annoyance(one) {
        annoyances.push(one);
        dayAt(one.at).annoyances += 1;
        causes.push(by.of(one.because));
      },
      stands: (at, point, aspect, value) => kept && stands.push({ at, point, aspect, value }),
      goes: (at, now) => kept && goes.push({ ...now, at }),
      ...(progress ? { progress: (at) => progress(Math.max(0, (at - from) / (to - from))) } : {}),
    },
  );
  rehearsal.begin();
  const stood = Object.fromEntries(rehearsal.values());
  rehearsal.advance(to);
  rehearsal.count();
  const { sums } = rehearsal;
  const sights: Sight[] = [];
  if (kept) for (let at = from; at < to; at += SIGHT_MS) sights.push({ at, sky: weather(at) });
  const down = (one: Break) => house.things.flatMap((thing) => (isHit(one, thing) ? [thing.id] : []));
  const played: Played = {
    ask,
    from,
    to,
    sums,
    annoyances,
    causes,
    days,
    lines,
    stands,
    goes,
    weather: sights,
    breaks: breaks.map((one) => ({ what: one.what, from: one.from, to: one.to, points: down(one) })),
    first: stood,
  };
  const left = leftOf(design, played);
  return {
    ...played,
    spent: rehearsal.spent(),
    lanes: kept ? lanesOf(design, played) : [],
    mends: mendsOf(design, played),
    ...(left ? { left } : {}),
  };
}

/** What ends each trouble of a run, by the trouble's key. */
export function mendsOf(
  design: Design,
  {
    annoyances,
    causes,
    breaks = [],
  }: Pick<Played, "annoyances" | "causes"> & { breaks?: readonly Pick<Break, "from" | "to">[] },
): Record<string, Mend> {
  const found: Record<string, Mend> = {};
  const seen = new Set<string>();
  for (const [i, { at, what, who, room }] of annoyances.entries()) {
    // While something is broken it is that which leaves somebody in the dark: no sentence would have helped.
    if (what === "left in the dark" && breaks.some(({ from, to }) => from <= at && at < to)) continue;
    const trouble = { what, who, room, by: causes[i] };
    const key = troubleKey(trouble);
    if (seen.has(key)) continue;
    seen.add(key);
    const mend = mendOf(design, trouble);
    if (mend) found[key] = mend;
  }
  return found;
}

/** Parts that are down in a run, as the outage table knows them. */
function partsDown(design: Design, { breaks }: Played): string[] {
  const found = new Set<string>();
  for (const { what } of breaks) {
    if (what === "battery") for (const part of longCut(design)) found.add(part);
    else if (what === "hub") for (const { id } of design.hubs) found.add(`hub:${id}`);
    else if (isPart(design, what)) found.add(what);
  }
  return [...found];
}

function leftOf(design: Design, played: Played): Left | undefined {
  const down = partsDown(design, played);
  if (!down.length) return undefined;
  const failure = failureOf(readyOf(design), down);
  const { what, touched } = failure;
  return {
    what,
    byHand: failure.left("byHand"),
    byLink: failure.left("byLink"),
    byHub: failure.left("byHub"),
    back: backText(backOf(design, what), (id) => byId(design, "points").get(id)?.name ?? id),
    unsafe: [...new Set(touched.flatMap((one) => (one.unsafe && !one.shutOut ? [one.unsafe] : [])))],
  };
}
