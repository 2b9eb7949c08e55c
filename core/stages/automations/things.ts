/** What the points of a design can be told by automations, and what they tell. */
import { byId, type Design } from "../../design/collections";
import { memoAnywhere } from "../../design/kept";
import { byName } from "../../design/words";
import { thingsOf, typeOfKind } from "../bridges/things";
import type { ShownType } from "../../design/rows/bridges-words";
import type { PointRow } from "../../design/rows/runs";
import { readable, settable } from "./engine/aspects";
import type { Aspect } from "../../design/rows/automations-words";

export interface Able {
  type?: ShownType;
  sets: readonly Aspect[];
  reads: readonly Aspect[];
}

/** By point: what was chosen for it decides, else what its kind is. */
export const ableOf = memoAnywhere("ableOf", (design): ReadonlyMap<string, Able> => {
  const chosen = new Map(design.devices.map((device) => [device.point, thingsOf(design).get(device.id)]));
  return new Map(
    design.points.map((point) => {
      // What nothing is chosen for yet may become all that its kind can be: a lamp that dims, for one.
      const kind = typeOfKind(byId(design, "kinds").get(point.kind));
      const type = chosen.get(point.id)?.type ?? (kind === "on/off light" ? "colour light" : kind);
      // An alarm panel is shown to others as a switch; here it is armed and disarmed.
      const alarm = point.kind.split("--")[0] === "alarm-panel";
      return [
        point.id,
        {
          ...(type ? { type } : {}),
          sets: alarm ? ["armed"] : settable(type),
          reads: alarm ? ["armed", "online"] : readable(type),
        } satisfies Able,
      ];
    }),
  );
});

/** Points that can be told an aspect, by name. */
export const pointsThatSet = (design: Design, aspect: Aspect): PointRow[] =>
  design.points
    .filter(({ id }) => ableOf(design).get(id)?.sets.includes(aspect))
    .sort((a, b) => byName(a.name, b.name));
