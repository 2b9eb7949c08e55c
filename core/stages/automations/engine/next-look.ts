/** When a guard that goes by the clock may change next. */
import { addDays, clockInstant, dayStart, localParts } from "../../../design/local-time";
import { spanEdges } from "./calendar";
import type { Guard } from "../../../design/rows/automations";
import type { State } from "./state";

/** The sun has no edges to look for: it is looked at so often. */
const SUN_MS = 60_000;

/** The first moment after `at` at which one of them may hold where it did not, or the other way round. */
export function nextLook(state: State, guards: readonly Guard[], at: number): number | undefined {
  const moments = guards.flatMap((guard) => momentsOf(state, guard, at)).filter((ms) => ms > at);
  return moments.length ? Math.min(...moments) : undefined;
}

function momentsOf(state: State, guard: Guard, at: number): number[] {
  const { zone } = state.programme.place;
  const today = localParts(zone, at);
  switch (guard.kind) {
    case "window": {
      const of = (dial: string | undefined, clock: string) => {
        const value = dial === undefined ? undefined : state.dials.get(dial);
        return typeof value === "string" ? value : clock;
      };
      return [of(guard.fromDial, guard.from), of(guard.toDial, guard.to)].flatMap((clock) =>
        [0, 1].map((n) => clockInstant(zone, addDays(today, n), clock)),
      );
    }
    case "weekdays":
      return [dayStart(zone, addDays(today, 1))];
    case "calendar": {
      const events = state.programme.calendars.find(({ id }) => id === guard.calendar)?.events ?? [];
      return (["begins", "ends"] as const).flatMap((edge) => spanEdges(zone, events, edge, today, 3));
    }
    case "sun":
      return [at + SUN_MS];
    case "either":
      return guard.guards.flatMap((one) => momentsOf(state, one, at));
    default:
      return [];
  }
}
