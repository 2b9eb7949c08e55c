/** Whether amounts are of the kind that is asked for: a level is not set to a temperature. */
import type { Design } from "../../design/collections";
import {
  differenceIn,
  expressionIn,
  millisecondsIn,
  quantityIn,
  valueIn,
  type Lookup,
} from "./engine/amounts";
import { ASPECT_NAMES, MEASURED } from "./engine/aspects";
import { quantity, sameKind } from "./engine/expression";
import type { Amount, AutomationRow, DialRow } from "../../design/rows/automations";
import type { TextFault } from "./language/text";
import type { Guard } from "../../design/rows/automations-guards";
import type { Move } from "../../design/rows/automations-moves";
import { allMoves, deepGuards } from "../../design/walk";
import type { Aspect } from "../../design/rows/automations-words";

/** A plain value of each kind: what matters is the kind, not how much. */
const USUAL = 20;

export const dialUnit = ({ unit, kind }: Pick<DialRow, "unit" | "kind">): string | undefined =>
  unit ?? (kind === "level" ? "%" : kind === "temperature" ? "°C" : undefined);

/** Dials as they stand at the start, readings as something usual; what is gone is not known. */
const usual =
  (design: Design): Lookup =>
  ({ dial, point, aspect }) => {
    if (aspect !== undefined)
      return point === undefined ? undefined : quantity(USUAL, MEASURED[aspect]?.unit);
    const row = design.dials.find(({ id }) => id === dial);
    return row && row.kind !== "flag" && row.kind !== "time"
      ? quantity(Number(row.value), dialUnit(row))
      : undefined;
  };

interface Misfit {
  what: string;
  reason: string;
}

/** What is gone is told elsewhere: only kinds that do not fit are of interest here. */
const allThere = (design: Design, { of = [] }: Amount): boolean =>
  of.every(({ dial, point }) => point !== undefined || design.dials.some(({ id }) => id === dial));

/** Amounts of an automation that are of another kind than what they are for, in words. */
export function misfitsOf(design: Design, row: AutomationRow): Misfit[] {
  const lookup = usual(design);
  const found: Misfit[] = [];
  const say = (amount: Amount, fits: boolean, what: string, reason: string) => {
    if (!fits && allThere(design, amount)) found.push({ what, reason });
  };
  const written = (amount: Amount) => amount.say.replace(/\$(\d+)/g, "…");
  const value = (amount: Amount, aspect: Aspect) =>
    say(
      amount,
      valueIn(amount, aspect, lookup) !== undefined,
      ASPECT_NAMES[aspect],
      `cannot be ${written(amount)}${MEASURED[aspect] ? `: it is in ${MEASURED[aspect]!.unit}` : ""}`,
    );
  const difference = (amount: Amount, aspect: Aspect) =>
    say(
      amount,
      differenceIn(amount, aspect, lookup) !== undefined,
      ASPECT_NAMES[aspect],
      `cannot change by ${written(amount)}`,
    );
  const time = (amount: Amount | undefined) =>
    amount &&
    say(amount, millisecondsIn(amount, lookup) !== undefined, "time", `cannot be ${written(amount)}`);
  for (const cue of row.cues) {
    if ("hold" in cue) time(cue.hold);
    if (cue.kind !== "threshold") continue;
    value(cue.limit, cue.aspect);
    if (cue.hysteresis) difference(cue.hysteresis, cue.aspect);
  }
  const guard = (one: Guard) => {
    if (one.kind !== "value") return;
    const [a, b] = [quantityIn(one.value, lookup), quantityIn(one.limit, lookup)];
    say(
      one.limit,
      a !== undefined && b !== undefined && sameKind(a.dimension, b.dimension) && a.point === b.point,
      "value",
      `cannot be held against ${written(one.limit)}`,
    );
  };
  const guards = (all: readonly Guard[]) => deepGuards(all).forEach(guard);
  guards(row.guards);
  const move = (one: Move) => {
    if ("over" in one) time(one.over);
    switch (one.kind) {
      case "set":
        value(one.to, one.aspect);
        return time(one.time);
      case "step":
        return difference(one.by, one.aspect);
      case "wait":
        return time(one.time);
      case "until":
        guards(one.guards);
        return time(one.limit);
      case "repeat":
        guards(one.guards);
        return time(one.every);
      case "choose":
        return one.branches.forEach((branch) => guards(branch.guards));
      case "dial": {
        const dial = design.dials.find(({ id }) => id === one.dial);
        const is = dial && dialFits(dial, one.to, lookup);
        if (dial && !is) found.push({ what: dial.name, reason: `cannot be turned to ${written(one.to)}` });
        return;
      }
      case "dim":
      case "toggle":
      case "stop":
      case "scene":
      case "cycle":
      case "capture":
      case "give back":
      case "let go":
      case "say":
      // No amounts of their own, or none that could be of another kind.
    }
  };
  allMoves(row.moves).forEach(move);
  return found;
}

function dialFits(dial: DialRow, to: Amount, lookup: Lookup): boolean {
  if (dial.kind === "flag") return /^(?:on|off|the other way)$/i.test(to.say);
  if (dial.kind === "time") return /^(?:[01]\d|2[0-3]):[0-5]\d$/.test(to.say);
  if (!expressionIn(to)) return false;
  const own = quantityIn(to, lookup);
  const unit = dialUnit(dial);
  const kind = quantity(1, unit);
  return own !== undefined && sameKind(own.dimension, kind.dimension) && own.point === kind.point;
}

/** Amounts that do not fit, by the line of the automation's text they stand in: what an editor underlines. */
export function misfitLines(design: Design, row: AutomationRow, text: string): TextFault[] {
  const lines = text.split(/\r?\n/);
  const heads = { cues: /^\s{2}cue /i, guards: /^\s{2}(?:provided|unless) /i, moves: /^\s{2}do /i } as const;
  return (["cues", "guards", "moves"] as const).flatMap((of) => {
    // Lines of the automation itself, not of what stands within a move: as many as it has parts.
    const own = lines.flatMap((line, i) => (heads[of].test(line) ? [i] : []));
    return (row[of] as unknown[]).flatMap((part, i): TextFault[] => {
      const alone = { ...row, cues: [], guards: [], moves: [], [of]: [part] } as AutomationRow;
      return misfitsOf(design, alone).map(({ what, reason }) => ({
        line: (own[i] ?? 0) + 1,
        place: 3,
        reason: `must fit: the ${what} ${reason}`,
      }));
    });
  });
}
