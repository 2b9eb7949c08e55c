/**
 * Checks of stage 10, as far as its cues go. A check has no clock of its own, so cues are tried on one
 * fixed year.
 */
import { keptFor } from "../../design/kept";
import { byId, type Design } from "../../design/collections";
import type { AutomationRow } from "./rows";
import type { Finding } from "../../desk/findings";
import { goesToPosition } from "./edit";
import { cueTimes } from "./fires";
import { addDays } from "./local-time";

/** A common year to try cues and guards on: every weekday meets every season closely enough. */
const TRIAL_YEAR = { year: 2026, month: 1, day: 1 };
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
  const { design } = whole;
  const trials = trialsOf(whole);
  const key = JSON.stringify([
    design.latitudeDeg,
    design.longitudeDeg,
    design.zone,
    automation.cues,
    automation.guards,
  ]);
  let known = trials.get(key);
  if (!known) {
    if (trials.size >= KEPT) trials.clear();
    trials.set(key, (known = tryYear(design, automation)));
  }
  return known;
}

function tryYear(place: Design["design"], automation: AutomationRow): Trial {
  let comes = false;
  for (let n = 0; n < TRIAL_DAYS; n += CHUNK_DAYS) {
    const times = cueTimes(place, automation, addDays(TRIAL_YEAR, n), Math.min(CHUNK_DAYS, TRIAL_DAYS - n));
    comes ||= times.length > 0;
    if (times.some((firing) => firing.held)) return { comes, fires: true };
  }
  return { comes, fires: false };
}

/** What is wrong with automations: nothing moved, never firing, two that meet, a place without a sunset. */
export function automationChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
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
    if (!automation.moves.some((move) => move.points.length))
      say(
        "no-move",
        `${automation.name} moves nothing`,
        "It starts and then does nothing. The designer gives it a shade.",
        unfinished,
      );
    for (const move of automation.moves) {
      const wrong = move.points.filter(
        (id) => !goesToPosition(design, byId(design, "points").get(id) ?? { kind: "" }),
      );
      if (wrong.length)
        say(
          "not-a-shade",
          `${automation.name} moves what is not a shade`,
          `${wrong.map((id) => byId(design, "points").get(id)?.name ?? id).join(", ")} cannot go to a position.`,
          "stop",
          {
            label: wrong.length === 1 ? "Take it out" : "Take them out",
            changes: [
              {
                in: "automations",
                put: {
                  ...automation,
                  moves: automation.moves.map((m) => ({
                    ...m,
                    points: m.points.filter((id) => !wrong.includes(id)),
                  })),
                },
              },
            ],
          },
        );
    }
    if (!automation.enabled || !automation.cues.length) continue;
    const { comes, fires } = trial(design, automation);
    if (!comes)
      say(
        "never-comes",
        `${automation.name} never starts here`,
        "In a whole year its cue does not come at this site. The designer changes the cue.",
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
}
