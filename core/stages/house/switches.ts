/** The switch map: which gang works which lamps, and what nobody knows yet. */
import { byName } from "../../design/words";
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import type { LampRow, LegRow, SwitchRow, TraceRow } from "../../design/rows/house-survey";

export interface Gang {
  switch: SwitchRow;
  gang: number;
}

/** A gang by name: the switch alone where it has one gang. */
export const gangName = ({ switch: row, gang }: Gang) =>
  row.gangs > 1 ? `${row.name}, gang ${gang}` : row.name;

/** How many places work a leg, in the trade's words. */
export function wayName(leg: LegRow): string {
  const places = leg.switches.length;
  return places === 0
    ? "no switch"
    : places === 1
      ? "one-way"
      : places === 2
        ? "two-way"
        : `${places} places, with ${places === 3 ? "an intermediate" : "intermediates"}`;
}

/** Every gang of the design, by switch name. */
export const allGangs = memo("allGangs", (design): Gang[] =>
  design.switches.flatMap((row) =>
    Array.from({ length: row.gangs }, (_, i) => ({ switch: row, gang: i + 1 })),
  ),
);

/** The leg a gang works, if it is known. */
export const legOf = (design: Design, switchId: string, gang: number): LegRow | undefined =>
  design.legs.find((leg) => leg.switches.some((one) => one.switch === switchId && one.gang === gang));

/** Lamps a gang works. */
export function lampsOf(design: Design, switchId: string, gang: number): LampRow[] {
  const leg = legOf(design, switchId, gang);
  return leg ? design.lamps.filter((lamp) => lamp.leg === leg.id) : [];
}

/** Gangs that work a lamp. */
export function gangsOf(design: Design, lampId: string): Gang[] {
  const leg = byId(design, "legs").get(byId(design, "lamps").get(lampId)?.leg ?? "");
  return (leg?.switches ?? []).flatMap(({ switch: id, gang }) => {
    const row = byId(design, "switches").get(id);
    return row ? [{ switch: row, gang }] : [];
  });
}

/**
 * Gangs of which nobody knows yet what they work, room by room: the walk list. A gang traced to something
 * else is known.
 */
export function unknownGangs(design: Design): Gang[] {
  const last = new Map<string, TraceRow>();
  for (const trace of [...design.traces].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0)))
    last.set(`${trace.switch}/${trace.gang}`, trace);
  const roomName = (gang: Gang) => byId(design, "rooms").get(gang.switch.room)?.name ?? "";
  return allGangs(design)
    .filter(
      ({ switch: row, gang }) =>
        !legOf(design, row.id, gang) && last.get(`${row.id}/${gang}`)?.result !== "something else",
    )
    .sort(
      (a, b) =>
        roomName(a).localeCompare(roomName(b), "en") ||
        byName(a.switch.name, b.switch.name) ||
        a.gang - b.gang,
    );
}

/**
 * Write down what was seen when a gang was operated. Where lamps changed, the gang joins the leg they are
 * on, or a new leg is made of them. Throws InputError where lamps are said to have changed but none is
 * named.
 */
export function traceGang(
  design: Design,
  ids: { trace: string; leg: string },
  seen: Omit<TraceRow, "id">,
): Change[] {
  const row = byId(design, "switches").get(seen.switch) ?? fail("switch", `"${seen.switch}" does not exist`);
  if (seen.gang > row.gangs) fail("gang", `must be at most ${row.gangs}: ${row.name} has no more`);
  if (seen.result === "lamps" && !seen.lamps.length)
    fail("lamps", "must name at least one lamp that changed");
  if (seen.result !== "lamps" && seen.lamps.length) fail("lamps", "must be empty unless lamps changed");
  const changes: Change[] = [{ in: "traces", put: { id: ids.trace, ...seen } }];
  if (seen.result !== "lamps") return changes;
  const before = legOf(design, seen.switch, seen.gang);
  const known = new Set(
    seen.lamps.map((id) => byId(design, "lamps").get(id)?.leg).filter((leg) => leg !== undefined),
  );
  if (known.size > 1) fail("lamps", "are on different legs already: trace them one leg at a time");
  const legId = [...known][0] ?? before?.id;
  const leg = legId === undefined ? undefined : byId(design, "legs").get(legId);
  const own = { switch: seen.switch, gang: seen.gang };
  const name = byId(design, "lamps").get(seen.lamps[0]!)?.name ?? "Leg";
  const joined: LegRow = leg
    ? {
        ...leg,
        switches: leg.switches.some((one) => one.switch === own.switch && one.gang === own.gang)
          ? leg.switches
          : [...leg.switches, own],
      }
    : { id: ids.leg, name, switches: [own], feed: "switched" };
  if (before && before.id !== joined.id) {
    changes.push({
      in: "legs",
      put: {
        ...before,
        switches: before.switches.filter((one) => one.switch !== own.switch || one.gang !== own.gang),
      },
    });
  }
  changes.push({ in: "legs", put: joined });
  for (const id of seen.lamps) {
    const lamp = byId(design, "lamps").get(id) ?? fail("lamps", `names "${id}", which does not exist`);
    if (lamp.leg !== joined.id) changes.push({ in: "lamps", put: { ...lamp, leg: joined.id } });
  }
  return changes;
}
