/**
 * Checks of stage 10, as far as its cues go. A check has no clock of its own, so cues are tried on one
 * fixed year.
 */
import { keptFor, memoAnywhere } from "../../design/kept";
import { byId, type Design, rowOf } from "../../design/collections";
import type { AutomationRow } from "../../design/rows/automations";
import type { Finding } from "../../desk/findings";
import { MOST_CAUSES } from "./engine/world";
import { clockText, dayName, localParts } from "../../design/local-time";
import { counted } from "../../design/words";
import { TRIAL_YEAR, automationLoops, clashesOf, thingId, thingName, type Clash } from "./conflicts";
import { ASPECT_NAMES, MEASURED, TWO } from "./engine/aspects";
import { cueTimes, isKnownAhead, placeOf } from "./fires";
import type { Move } from "../../design/rows/automations-moves";
import { REASONS, type Aspect, type Reason } from "../../design/rows/automations-words";
import { misfitsOf } from "./fits";
import { planChecks } from "./plan-checks";
import { ableOf } from "./things";
import { allMoves, deepGuards, pointsOf, toldBy } from "../../design/walk";
import { addDays } from "../../design/local-time";

const TRIAL_DAYS = 365;
/** Most automations fire within days; only those that never do cost the whole year. */
const CHUNK_DAYS = 15;
const KEPT = 500;

interface Trial {
  comes: boolean;
  fires: boolean;
}

/**
 * Outcomes by what they depend on, so that another edit, or another reading of the same design, costs
 * nothing.
 */
const trialsOf = keptFor(() => new Map<string, Trial>());

function trial(whole: Design, automation: AutomationRow): Trial {
  const place = placeOf(whole);
  const trials = trialsOf(whole);
  const key = JSON.stringify([
    place.latitudeDeg,
    place.longitudeDeg,
    place.zone,
    // Few have a calendar or a dial in them, and these are short.
    uses(automation, "dial time") || uses(automation, "window") ? place.dials : 0,
    uses(automation, "calendar") || uses(automation, "alarm") ? place.calendars : 0,
    uses(automation, "alarm") ? place.people : 0,
    automation.cues,
    automation.guards,
  ]);
  let known = trials.get(key);
  if (!known) {
    if (trials.size >= KEPT) trials.clear();
    trials.set(key, (known = tryYear(place, automation)));
  }
  return known;
}

const uses = ({ cues, guards }: AutomationRow, kind: string) =>
  [...cues, ...deepGuards(guards)].some((one) => one.kind === kind);

function tryYear(place: ReturnType<typeof placeOf>, automation: AutomationRow): Trial {
  let comes = false;
  for (let n = 0; n < TRIAL_DAYS; n += CHUNK_DAYS) {
    const times = cueTimes(place, automation, addDays(TRIAL_YEAR, n), Math.min(CHUNK_DAYS, TRIAL_DAYS - n));
    comes ||= times.length > 0;
    if (times.some((firing) => firing.held)) return { comes, fires: true };
  }
  return { comes, fires: false };
}

const nameOf = (design: Design, point: string) => byId(design, "points").get(point)?.name ?? point;

/** A move that does something: one on things has some, one that holds others leaves it to them. */
function doesSomething(design: Design, move: Move): boolean {
  if (move.kind === "choose" || move.kind === "repeat" || move.kind === "wait" || move.kind === "until")
    return false;
  if (move.kind === "say") return move.points.length + move.people.length > 0;
  if (move.kind === "stop") return move.automations.length > 0;
  return move.kind === "dial" || move.kind === "give back" || move.kind === "capture"
    ? true
    : toldBy(design, move).length > 0;
}

interface Unable {
  point: string;
  aspect: Aspect;
}

/** What a move asks of a thing. */
const askedAspect = (move: Move): Aspect | undefined =>
  move.kind === "set" || move.kind === "step" || move.kind === "toggle"
    ? move.aspect
    : move.kind === "dim"
      ? "level"
      : undefined;

const can = (design: Design, point: string, aspect: Aspect) =>
  !byId(design, "points").has(point) || ableOf(design).get(point)!.sets.includes(aspect);

function unableOf(design: Design, automation: AutomationRow): Unable[] {
  const all = allMoves(automation.moves).flatMap((move) => {
    const aspect = askedAspect(move);
    if (aspect === undefined || !("points" in move)) return [];
    return pointsOf(design, move)
      .filter((point) => !can(design, point, aspect))
      .map((point) => ({ point, aspect }));
  });
  return all.filter(
    (one, i) => all.findIndex((other) => other.point === one.point && other.aspect === one.aspect) === i,
  );
}

/** Without the single things that cannot do what is asked of them; a group is mended where it stands. */
function withoutUnable(design: Design, automation: AutomationRow): AutomationRow {
  const clean = (moves: readonly Move[]): Move[] =>
    moves.map((move): Move => {
      if (move.kind === "choose")
        return {
          ...move,
          branches: move.branches.map((branch) => ({ ...branch, moves: clean(branch.moves) })),
          ...(move.otherwise ? { otherwise: clean(move.otherwise) } : {}),
        };
      if (move.kind === "repeat") return { ...move, moves: clean(move.moves) };
      const aspect = askedAspect(move);
      if (aspect === undefined || !("points" in move)) return move;
      return { ...move, points: move.points.filter((point) => can(design, point, aspect)) };
    });
  return { ...automation, moves: clean(automation.moves) };
}

/** What is set, as a sentence says it: a word of two states, or a number with its unit. */
function saidOf({ aspect, value }: Clash["setsA"]): string {
  const two = aspect && TWO[aspect];
  if (typeof value === "boolean") return value ? (two?.yes ?? "on") : (two?.no ?? "off");
  const unit = aspect && MEASURED[aspect]?.unit;
  return unit ? `${String(value)} ${unit}` : String(value);
}

/** Two that set one thing apart at one time and are of one rank: nobody can say which wins. */
function clashFindings(design: Design): Finding[] {
  const { zone } = design.design;
  const byPair = new Map<string, Clash[]>();
  for (const clash of clashesOf(design)) {
    if (!clash.equal) continue;
    const key = `${clash.a} ${clash.b}`;
    byPair.set(key, [...(byPair.get(key) ?? []), clash]);
  }
  return [...byPair.values()].map((all): Finding => {
    const [first] = all as [Clash];
    const [a, b] = [first.a, first.b].map((id) => rowOf(design, "automations", id)) as [
      AutomationRow,
      AutomationRow,
    ];
    const day = localParts(zone, first.at);
    const things = all.map(({ thing }) => thingName(design, thing));
    return {
      code: "automations.clash",
      stage: "automations",
      severity: "mend",
      title: `${a.name} and ${b.name} set ${things.length === 1 ? things[0] : counted(things.length, "thing")} apart`,
      why: `On ${dayName(day)} at ${clockText(zone, first.at)}, for one, ${a.name} brings ${things[0]} to ${saidOf(first.setsA)}, and ${b.name} to ${saidOf(first.setsB)}. Both are for ${a.priority}, so the last to come wins. Either is made to outrank the other, or a guard keeps them apart.`,
      about: [
        { in: "automations", id: a.id },
        { in: "automations", id: b.id },
        ...all.flatMap(({ thing }) =>
          thing.startsWith("dial ") ? [] : [{ in: "points" as const, id: thingId(thing) }],
        ),
      ],
      fix: rankFix(a, b),
    };
  });
}

/** For what a sentence is, as far as it can be told from what it goes by and sets. */
function reasonOf({ cues, guards, moves }: AutomationRow): Reason {
  const aspects = cues.flatMap((cue) =>
    cue.kind === "threshold" || cue.kind === "state" ? [cue.aspect] : [],
  );
  if (aspects.includes("wind")) return "wind";
  if (aspects.includes("rain")) return "rain";
  if (aspects.includes("light") || deepGuards(guards).some(({ kind }) => kind === "sun")) return "sun";
  const shuts = allMoves(moves).some(
    (move) => move.kind === "set" && move.aspect === "position" && move.to.say === "shut",
  );
  return shuts ? "privacy" : "convenience";
}

/** One is put before the other by the reasons they have; of two with one reason, the first. */
function rankFix(a: AutomationRow, b: AutomationRow): Finding["fix"] {
  const own = [a.reason ?? reasonOf(a), b.reason ?? reasonOf(b)] as const;
  let [first, second] = own.map((reason) => REASONS.indexOf(reason)) as [number, number];
  if (first === second) {
    if (second + 1 < REASONS.length) second += 1;
    else first -= 1;
  }
  const winner = first < second ? a : b;
  return {
    label: `Let ${winner.name} go first`,
    changes: [
      { in: "automations", put: { ...a, reason: REASONS[first]! } },
      { in: "automations", put: { ...b, reason: REASONS[second]! } },
    ],
  };
}

/** Automations that cue one another round and round. */
function loopFindings(design: Design): Finding[] {
  return automationLoops(design).map((loop): Finding => {
    const rows = loop.map((id) => rowOf(design, "automations", id));
    const last = rows.at(-1)!;
    return {
      code: "automations.loop",
      stage: "automations",
      severity: "stop",
      title: `${rows.map(({ name }) => name).join(", ")} cue one another round and round`,
      why: `What ${rows[0]!.name} sets cues ${rows[1]!.name}, and so on until it comes back. The hub stops it after ${MOST_CAUSES} causes within a second, and nobody knows in which state. One of them needs a guard, or another cue.`,
      about: rows.map(({ id }) => ({ in: "automations" as const, id })),
      fix: {
        label: `Switch ${last.name} off`,
        changes: [{ in: "automations", put: { ...last, enabled: false } }],
      },
    };
  });
}

/** What is wrong with automations: nothing moved, never firing, two that meet, a place without a sunset. */
export const automationChecks = memoAnywhere("automationChecks", (design): Finding[] => {
  const findings: Finding[] = [...clashFindings(design), ...loopFindings(design), ...planChecks(design)];
  for (const automation of design.automations) {
    const about = [{ in: "automations" as const, id: automation.id }];
    const say = (
      code: string,
      title: string,
      why: string,
      severity: Finding["severity"] = "mend",
      fix?: Finding["fix"],
    ) =>
      findings.push({ code: `automations.${code}`, stage: "automations", severity, title, why, about, fix });
    // One that is switched off may be half written; one that is on has to start and to do something.
    const unfinished = automation.enabled ? "mend" : "note";
    if (!automation.cues.length)
      say(
        "no-cue",
        `${automation.name} has no cue`,
        "Nothing ever starts it. The designer gives it one.",
        unfinished,
      );
    if (!allMoves(automation.moves).some((move) => doesSomething(design, move)))
      say(
        "no-move",
        `${automation.name} does nothing`,
        "It starts and then does nothing. The designer gives it something to do.",
        unfinished,
      );
    const unable = unableOf(design, automation);
    if (unable.length) {
      const [first] = unable as [Unable];
      say(
        "cannot-do",
        `${automation.name} asks of a thing what it cannot do`,
        `${unable.map(({ point, aspect }) => `${nameOf(design, point)} has no ${ASPECT_NAMES[aspect]} to set`).join("; ")}.`,
        "stop",
        {
          label: unable.length === 1 ? `Take ${nameOf(design, first.point)} out` : "Take them out",
          changes: [{ in: "automations", put: withoutUnable(design, automation) }],
        },
      );
    }
    const misfits = misfitsOf(design, automation);
    if (misfits.length)
      say(
        "misfit",
        `${automation.name} has an amount that does not fit`,
        `${misfits.map(({ what, reason }) => `The ${what} ${reason}`).join("; ")}. The move is left out when it runs; the designer writes it anew.`,
        unfinished,
      );
    if (!automation.enabled || !automation.cues.length) continue;
    // What cues by what happens may come any time: only what is known before can be tried.
    const place = placeOf(design);
    if (!automation.cues.every((cue) => isKnownAhead(place, cue))) continue;
    const { comes, fires } = trial(design, automation);
    if (!comes)
      say(
        "never-comes",
        `${automation.name} never starts here`,
        "In a whole year its cue does not come at this site. The designer changes the cue; until then it is better switched off than counted on.",
        "mend",
        {
          label: "Switch it off",
          changes: [{ in: "automations", put: { ...automation, enabled: false } }],
        },
      );
    else if (!fires) {
      say(
        "guard-never-holds",
        `${automation.name} never gets past its guards`,
        "In a whole year its cue comes but the guards stop it every time.",
        "mend",
        {
          label: "Take the guards off",
          changes: [{ in: "automations", put: { ...automation, guards: [] } }],
        },
      );
    }
  }
  return findings;
});
