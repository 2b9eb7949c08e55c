/** Who sets what, and who goes before whom: the things that sentences set, each with its setters in the order they are followed. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { byName } from "../../design/words";
import { valueSaid } from "./value-said";
import { clashesOf, partsIn, thingId, type Clash } from "./conflicts";
import type { AutomationRow } from "../../design/rows/automations";
import { PRIORITIES, REASONS, type Priority, type Reason } from "../../design/rows/automations-words";

export interface Setter {
  automation: string;
  name: string;
  class: Priority;
  reason?: Reason;
  /** What it sets it to, in words; those that hang on something else as "…". */
  values: readonly string[];
  /** Of one that is switched off nothing is followed. */
  enabled: boolean;
}

export interface MapLine {
  /** Point and channel, or a dial. */
  thing: string;
  id: string;
  in: "points" | "dials";
  name: string;
  room?: string;
  /** The first is followed before all others. */
  setters: readonly Setter[];
  /** Pairs that come at one time and set it apart. */
  meets: readonly Clash[];
}

const rank = ({ class: own, reason }: Setter) =>
  PRIORITIES.indexOf(own) * 10 + (reason === undefined ? REASONS.length : REASONS.indexOf(reason));

function settersOf(design: Design): Map<string, Setter[]> {
  const byThing = new Map<string, Setter[]>();
  const add = (row: AutomationRow) => {
    const own = new Map<string, Set<string>>();
    for (const { sets } of partsIn(design, row))
      for (const { thing, aspect, value } of sets) {
        const values = own.get(thing) ?? new Set<string>();
        values.add(
          value === undefined
            ? "…"
            : aspect
              ? valueSaid(aspect, value)
              : value === true
                ? "on"
                : value === false
                  ? "off"
                  : String(value),
        );
        own.set(thing, values);
      }
    for (const [thing, values] of own) {
      const setter: Setter = {
        automation: row.id,
        name: row.name,
        class: row.priority,
        ...(row.reason ? { reason: row.reason } : {}),
        values: [...values],
        enabled: row.enabled,
      };
      byThing.set(thing, [...(byThing.get(thing) ?? []), setter]);
    }
  };
  design.automations.forEach(add);
  return byThing;
}

/** What is wrong first, then what meets, then by name. */
const worst = ({ meets }: MapLine) => (meets.some(({ equal }) => equal) ? 0 : meets.length ? 1 : 2);

/** All things that are set by sentences. */
export const conflictMap = memo("conflictMap", (design): readonly MapLine[] => {
  const meets = new Map<string, Clash[]>();
  for (const clash of clashesOf(design)) meets.set(clash.thing, [...(meets.get(clash.thing) ?? []), clash]);
  return [...settersOf(design)]
    .map(([thing, setters]): MapLine => {
      const id = thingId(thing);
      const dial = thing.startsWith("dial ");
      const row = dial ? byId(design, "dials").get(id) : byId(design, "points").get(id);
      const room = row?.room === undefined ? undefined : byId(design, "rooms").get(row.room)?.name;
      return {
        thing,
        id,
        in: dial ? "dials" : "points",
        name: row?.name ?? id,
        ...(room === undefined ? {} : { room }),
        setters: [...setters].sort((a, b) => rank(a) - rank(b) || byName(a.name, b.name)),
        meets: meets.get(thing) ?? [],
      };
    })
    .sort((a, b) => worst(a) - worst(b) || byName(a.name, b.name));
});
