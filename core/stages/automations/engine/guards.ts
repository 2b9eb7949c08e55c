/** Whether guards hold. What is not known does not hold, and says that it is not known. */
import { sameKind } from "./expression";
import { foretoldPlain } from "./foretold";
import { quantityIn } from "./amounts";
import { TWO } from "./aspects";
import type { Guard } from "../../../design/rows/automations";
import type { State } from "./state";

/** Undefined where nobody knows. */
export function holds(state: State, guard: Guard, at: number): boolean | undefined {
  const own = plain(state, guard, at);
  return own === undefined ? undefined : own !== (guard.not === true);
}

/** The first guard that does not hold; undefined where all do. */
export function firstFailing(
  state: State,
  guards: readonly Guard[],
  at: number,
): { guard: number; known: boolean } | undefined {
  for (let i = 0; i < guards.length; i += 1) {
    const own = holds(state, guards[i]!, at);
    if (own !== true) return { guard: i, known: own !== undefined };
  }
  return undefined;
}

export const allHold = (state: State, guards: readonly Guard[], at: number): boolean =>
  firstFailing(state, guards, at) === undefined;

/** Of several, any or all; not known where that hangs on one that is not. */
function several(each: readonly (boolean | undefined)[], which: "any" | "all"): boolean | undefined {
  const decides = which === "any";
  if (each.includes(decides)) return decides;
  return each.includes(undefined) || !each.length ? undefined : !decides;
}

function plain(state: State, guard: Guard, at: number): boolean | undefined {
  switch (guard.kind) {
    case "flag": {
      const value = state.dials.get(guard.dial);
      return typeof value === "boolean" ? value : undefined;
    }
    case "state": {
      const yes = TWO[guard.aspect]?.yes === guard.is;
      return several(
        state.pointsOf(guard).map((point) => {
          const value = state.value(point, guard.aspect);
          return typeof value === "boolean" ? value === yes : undefined;
        }),
        guard.which,
      );
    }
    case "presence": {
      const people = guard.people.length ? guard.people : state.programme.people;
      return several(
        people.map((id) => {
          const person = state.people.get(id);
          if (guard.doing === "at home" || guard.doing === "away")
            return person?.home === undefined ? undefined : person.home === (guard.doing === "at home");
          return person?.asleep === undefined ? undefined : person.asleep === (guard.doing === "asleep");
        }),
        guard.which,
      );
    }
    case "value": {
      const value = quantityIn(guard.value, state.lookup);
      const limit = quantityIn(guard.limit, state.lookup);
      if (!value || !limit) return undefined;
      if (!sameKind(value.dimension, limit.dimension) || value.point !== limit.point) return undefined;
      return guard.way === "above" ? value.value > limit.value : value.value < limit.value;
    }
    case "either": {
      return several(
        guard.guards.map((one) => holds(state, one, at)),
        "any",
      );
    }
    default:
      return foretoldPlain(state.foresight, guard, at);
  }
}
