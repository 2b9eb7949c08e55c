/** An automation in a paragraph: what it is for, when it comes, what it tells, what goes before it and after it. */
import { byId, type Design, rowOf } from "../../design/collections";
import { clockText, dayName, localParts } from "../../design/local-time";
import { counted, listed } from "../../design/words";
import { automationLoops, clashesOf, cuesOnward, partsIn, thingsSet } from "./conflicts";
import { nextOf, placeOf } from "./fires";
import { isKnownAhead } from "./engine/foretold-cues";
import { spanSaid } from "./value-said";
import type { AutomationRow, Priority } from "../../design/rows/automations";
import { programmeOf } from "./programme";
import { HAND_MS } from "./engine/wishes";

const FOR: Readonly<Record<Priority, (hand: string) => string>> = {
  safety: () => "It is for safety: nothing goes before it, not even a hand.",
  hand: (hand) => `It is as good as a hand: it goes before comfort, saving and looks for ${hand}.`,
  comfort: (hand) => `It is for comfort: safety goes before it, and what a hand did, for ${hand}.`,
  saving: (hand) => `It is for saving: safety, comfort, and a hand for ${hand}, go before it.`,
  looks: (hand) => `It is for looks: all else goes before it, a hand for ${hand}.`,
};

/** How long a hand holds in the rooms of its things; the shortest and longest where they differ. */
function handOf(design: Design, points: readonly string[]): string {
  const all = points.map((point) => programmeOf(design).handMs?.(point) ?? HAND_MS);
  if (!all.length) return spanSaid(HAND_MS);
  const [least, most] = [Math.min(...all), Math.max(...all)];
  return least === most ? spanSaid(least) : `${spanSaid(least)} to ${spanSaid(most)}`;
}

function whenText(design: Design, row: AutomationRow, now: number): string {
  if (!row.enabled) return "It is switched off.";
  if (!row.cues.length) return "Nothing starts it.";
  const place = placeOf(design);
  const known = row.cues.filter((cue) => isKnownAhead(place, cue));
  if (!known.length) return "It comes when something happens: nobody knows before.";
  const times = partsIn(design, row).reduce((sum, { minutes }) => sum + (minutes?.length ?? 0), 0);
  const next = nextOf(design, row, now);
  const zone = design.design.zone;
  const often = times === 0 ? "It never comes" : `It may come ${counted(times, "time")} in a year`;
  const first =
    next === undefined ? "" : `, next on ${dayName(localParts(zone, next))} at ${clockText(zone, next)}`;
  const rest = known.length < row.cues.length ? ", and besides when something happens" : "";
  return `${often}${first}${rest}.`;
}

/** @param now milliseconds */
export function explained(design: Design, row: AutomationRow, now: number): string {
  const name = (id: string) => byId(design, "automations").get(id)?.name ?? id;
  const things = thingsSet(design, row);
  const points = things.filter((id) => byId(design, "points").has(id));
  const called = things.map(
    (id) => byId(design, "points").get(id)?.name ?? byId(design, "dials").get(id)?.name ?? id,
  );
  const rooms = new Set(points.map((point) => rowOf(design, "points", point).room));
  const leave = ["comfort", "saving", "looks"].includes(row.priority)
    ? design.dials.filter(
        (dial) => dial.leaveBe && points.length && (dial.room === undefined || rooms.has(dial.room)),
      )
    : [];
  const met = clashesOf(design).filter(({ a, b }) => a === row.id || b === row.id);
  const other = ({ a, b }: { a: string; b: string }) => (a === row.id ? b : a);
  const wins = [...new Set(met.filter(({ winner }) => winner === row.id).map(other))].map(name);
  const loses = [
    ...new Set(met.filter(({ winner }) => winner !== undefined && winner !== row.id).map(other)),
  ].map(name);
  const equal = [...new Set(met.filter(({ winner }) => winner === undefined).map(other))].map(name);
  const cues = [...(cuesOnward(design).get(row.id) ?? [])].map(name);
  const lasting = row.guards.filter(({ whole }) => whole).length;
  return [
    FOR[row.priority](handOf(design, points)),
    whenText(design, row, now),
    row.guards.length
      ? `${counted(row.guards.length, "guard is", "guards are")} read when it comes${lasting ? `; ${lasting === row.guards.length ? "it ends when one ceases to hold" : `${lasting} of them must hold all the while`}` : ""}.`
      : "",
    called.length ? `It sets ${listed(called)}.` : "It sets nothing.",
    leave.length
      ? `It leaves ${leave.length === 1 ? "its room" : "its rooms"} be while ${listed(
          leave.map((dial) => dial.name),
          "or",
        )} is on.`
      : "",
    wins.length ? `Where they meet it goes before ${listed(wins)}.` : "",
    loses.length ? `Where they meet ${listed(loses)} ${loses.length === 1 ? "goes" : "go"} before it.` : "",
    equal.length ? `With ${listed(equal)} nobody can say which wins.` : "",
    cues.length ? `What it sets may cue ${listed(cues)}.` : "",
    automationLoops(design).some((loop) => loop.includes(row.id))
      ? "It is part of a circle that has no end."
      : "",
    row.again ? `Cued again while it runs, it ${row.again}.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}
