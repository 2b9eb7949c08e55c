/** One automation tried on stand-ins: every thing in a state that is plain to see, people by their schedules, and time runs. */
import type { Design } from "../../design/collections";
import { stayAt } from "./engine/people";
import { Engine } from "./engine/engine";
import type { Answer, Happening, Value } from "./engine/world";
import { valueIn, type Lookup } from "./engine/amounts";
import { TWO } from "./engine/aspects";
import { quantity } from "./engine/expression";
import { programmeOf } from "./programme";
import type { Cue, DialRow } from "../../design/rows/automations";
import type { Aspect, Coming } from "../../design/rows/automations-words";
import { pointsOf } from "../../design/walk";
import { ableOf } from "./things";

const HOUR_MS = 3_600_000;
/** Time runs so long after the cue, or until the run has come to its end. */
export const TRIED_HOURS = 12;

/** How a thing stands before anything happens: lamps off, shades half open, doors shut and locked, nothing wet, 20 °C. */
export const AT_REST: Readonly<Partial<Record<Aspect, Value>>> = {
  on: false,
  level: 0,
  white: 2700,
  position: 50,
  tilt: 50,
  open: false,
  locked: true,
  armed: false,
  running: false,
  presence: false,
  wet: false,
  rain: false,
  online: true,
  temperature: 20,
  target: 20,
  humidity: 50,
  light: 5000,
  wind: 2,
  power: 0,
  energy: 0,
  battery: 80,
  co2: 600,
};

/** What is taken for granted, in words. */
export const AT_REST_TEXT =
  "On stand-ins: lamps off, shades half open, doors shut, all dry, 20 °C, people where their schedules have them; and what its cue says is so.";

/** A key that is held is let go after so long. */
const HELD_MS = 3000;

export interface Tried {
  answers: readonly Answer[];
  /** It was still at it when the time was over. */
  unfinished: boolean;
}

/** What stand-ins and people tell the hub when it starts. */
export function atRest(design: Design, at: number): Happening[] {
  const things = [...ableOf(design)].flatMap(([point, { type, reads }]): Happening[] =>
    [...new Set(reads)].flatMap((aspect): Happening[] => {
      // A water valve stands open: it is shut when something is wrong.
      const value = type === "valve" && aspect === "open" ? true : AT_REST[aspect];
      return value === undefined ? [] : [{ kind: "state", point, aspect, value }];
    }),
  );
  const people = design.people.map((person): Happening => {
    const { home, asleep } = stayAt(design.design.zone, design.calendars, person, at);
    return { kind: "person", person: person.id, home, asleep };
  });
  return [...things, ...people];
}

/** How things and people are once the cue has come: what it says of them is so. */
function asCued(design: Design, cue: Cue): Happening[] {
  switch (cue.kind) {
    case "state": {
      const [point] = pointsOf(design, cue);
      return point === undefined || cue.to === undefined
        ? []
        : [{ kind: "state", point, aspect: cue.aspect, value: cue.to === TWO[cue.aspect]?.yes }];
    }
    case "threshold": {
      const [point] = cue.points;
      const limit = valueIn(cue.limit, cue.aspect, dialsOf(design));
      return point === undefined || typeof limit !== "number"
        ? []
        : [{ kind: "state", point, aspect: cue.aspect, value: limit + (cue.way === "above" ? 1 : -1) }];
    }
    case "presence": {
      const people = cue.people.length ? cue.people : design.people.map(({ id }) => id);
      const state = PRESENT[cue.how];
      const all = cue.how === "leaves last" ? people : people.slice(0, 1);
      return all.map((person) => ({ kind: "person", person, ...state }));
    }
    default:
      return [];
  }
}

const PRESENT: Readonly<Record<Coming, { home: boolean; asleep: boolean }>> = {
  arrives: { home: true, asleep: false },
  leaves: { home: false, asleep: false },
  "arrives first": { home: true, asleep: false },
  "leaves last": { home: false, asleep: false },
  "falls asleep": { home: true, asleep: true },
  wakes: { home: true, asleep: false },
};

const dialsOf =
  (design: Design): Lookup =>
  ({ dial }) => {
    const row = design.dials.find(({ id }) => id === dial);
    if (!row || row.kind === "flag" || row.kind === "time") return undefined;
    return quantity(
      Number(row.value),
      row.unit ?? (row.kind === "level" ? "%" : row.kind === "temperature" ? "°C" : undefined),
    );
  };

/** A flag that is switched on is on. */
const dialsAsCued = (dials: readonly DialRow[], cue: Cue): readonly DialRow[] =>
  cue.kind !== "dial" || cue.turn === "changes"
    ? dials
    : dials.map((dial) =>
        dial.id === cue.dial ? { ...dial, value: cue.turn === "is switched on" ? "on" : "off" } : dial,
      );

/**
 * Tries an automation: as if one of its cues came at a moment. What is commanded is what the things then are, at once.
 *
 * @param at milliseconds
 */
export function tried(design: Design, automation: string, cue: string, at: number): Tried {
  const programme = programmeOf(design);
  const own = programme.automations.find(({ id }) => id === automation)?.cues.find(({ key }) => key === cue);
  if (!own) return { answers: [], unfinished: false };
  const engine = new Engine(
    {
      ...programme,
      dials: dialsAsCued(programme.dials, own),
      // All are still but this one, which is told to begin.
      automations: programme.automations.map((row) => ({ ...row, enabled: false })),
    },
    at - 1,
  );
  for (const happening of [...atRest(design, at), ...asCued(design, own)]) engine.happens(happening, at - 1);
  const answers: Answer[] = [];
  const take = (all: readonly Answer[]) => {
    for (const answer of all) {
      answers.push(answer);
      if (answer.kind !== "command") continue;
      const { point, aspect, value, n: because } = answer;
      const state = (which: Aspect, is: Value) =>
        take(
          engine.happens({ kind: "state", point, aspect: which, value: is, because }, engine.time).answers,
        );
      state(aspect, value);
      // A level above nothing is a lamp that is on.
      if (aspect === "level") state("on", value !== 0);
    }
  };
  take(engine.happens({ kind: "try", automation, cue }, at).answers);
  const end = at + TRIED_HOURS * HOUR_MS;
  const run = () => engine.state.runs.get(automation);
  for (let next = engine.wakesAt; run() && next !== undefined && next <= end; next = engine.wakesAt) {
    const waits = run()!.waits;
    if (waits?.for === "release" && next > at + HELD_MS) {
      const { point, button } = waits;
      take(engine.happens({ kind: "press", point, button, press: "released" }, at + HELD_MS).answers);
    } else take(engine.advance(next));
  }
  return { answers, unfinished: run() !== undefined };
}
