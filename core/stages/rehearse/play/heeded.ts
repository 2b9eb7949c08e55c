/**
 * What of its things a house's sentences go by: cues, guards and readings name a thing with an aspect, moves that only name
 * things go by all of them. What is told beyond that would change nothing at the hub, and is most of what a house tells.
 */
import type { Aspect } from "../../../design/rows/automations-words";
import type { House, Thing } from "./house";

/** Set as one: who asks for one of them may go by the other. */
const TOGETHER: Readonly<Partial<Record<Aspect, readonly Aspect[]>>> = {
  on: ["on", "level"],
  level: ["on", "level"],
  position: ["position", "tilt"],
  tilt: ["position", "tilt"],
};

const pointsOf = (value: object): string[] => {
  const { point, points } = value as { point?: unknown; points?: unknown };
  return [point, ...(Array.isArray(points) ? points : [])].filter((id) => typeof id === "string");
};

export function heedsOf({ programme }: House): (thing: Thing, aspect: Aspect) => boolean {
  const whole = new Set<string>();
  const keys = new Set<string>();
  const look = (value: unknown): void => {
    if (typeof value !== "object" || value === null) return;
    const { aspect } = value as { aspect?: Aspect };
    for (const point of pointsOf(value))
      if (typeof aspect === "string")
        for (const one of TOGETHER[aspect] ?? [aspect]) keys.add(`${point} ${one}`);
      else whole.add(point);
    Object.values(value).forEach(look);
  };
  look([programme.automations, programme.scenes, programme.groups]);
  const known = new Map<Thing, Map<Aspect, boolean>>();
  return (thing, aspect) => {
    let own = known.get(thing);
    if (!own) known.set(thing, (own = new Map()));
    let heeded = own.get(aspect);
    if (heeded === undefined)
      own.set(aspect, (heeded = whole.has(thing.id) || keys.has(`${thing.id} ${aspect}`)));
    return heeded;
  };
}
