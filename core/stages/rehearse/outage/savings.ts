/** Spares and changes, ranked by what they would save: points of all single failures together. */
import { byId, type Design } from "../../../design/collections";
import { memo } from "../../../design/kept";
import { byName, capital, counted } from "../../../design/words";
import type { Part } from "./graph";
import { scoreOf } from "./score";
import { swapAtHome } from "../../choose/at-home";
import { thingsOf } from "../../bridges/things";
import { kindOf, partsOfHouse, wiringsOf } from "./parts";
import { failureOf, readyFor, readyOf, scoreWithout, singleFailures, weighed, type Failure } from "./table";
import { partText } from "./words";

export interface Saving {
  /** A spare in the cupboard shortens an outage; a change keeps it from coming. */
  kind: "spare" | "change";
  text: string;
  why: string;
  /** Points of the house's score that it saves, over the failures it is about. */
  points: number;
  /** Where the catalogue knows a price. */
  cost?: number;
  about?: {
    in: "hubs" | "devices" | "busSupplies" | "rackItems" | "segments" | "modules" | "rooms";
    id: string;
  };
}

/** Less than this is not worth a line. */
const LEAST_POINTS = 0.5;

const SPARE_OF: Readonly<Record<string, NonNullable<Saving["about"]>["in"]>> = {
  hub: "hubs",
  switch: "rackItems",
  supply: "busSupplies",
  module: "modules",
  device: "devices",
};

function priceOf(design: Design, kind: string, id: string): number | undefined {
  switch (kind) {
    case "hub":
      return byId(design, "options").get(byId(design, "hubs").get(id)?.option ?? "")?.price;
    case "device":
      return byId(design, "options").get(byId(design, "devices").get(id)?.option ?? "")?.price;
    case "switch":
      return byId(design, "rackItems").get(id)?.price;
    case "module":
      return byId(design, "moduleTypes").get(byId(design, "modules").get(id)?.kind ?? "")?.price;
    default:
      return undefined;
  }
}

/** Of devices, those of one sort: one spare serves whichever of them fails. */
function sortOfSpare(design: Design, kind: string, id: string): string {
  const device = kind === "device" ? byId(design, "devices").get(id) : undefined;
  if (!device) return `${kind}:${id}`;
  return `${device.option ?? ""} ${byId(design, "points").get(device.point)?.kind ?? ""} ${device.protocol}`;
}

function spares(design: Design, failures: readonly Failure[]): Saving[] {
  const sorts = new Map<string, { what: string; kind: string; id: string; points: number; count: number }>();
  for (const { what, score } of failures) {
    const [kind, id = ""] = what.split(":", 2) as [string, string?];
    if (!SPARE_OF[kind] || what.includes("+") || score > 100 - LEAST_POINTS) continue;
    const sort = sortOfSpare(design, kind, id);
    const own = sorts.get(sort) ?? { what, kind, id, points: 0, count: 0 };
    sorts.set(sort, { ...own, points: own.points + 100 - score, count: own.count + 1 });
  }
  return [...sorts.values()].map(({ what, kind, id, points, count }): Saving => {
    const collection = SPARE_OF[kind]!;
    const cost = priceOf(design, kind, id);
    const known = byId(design, collection as "hubs").has(id);
    const like = count > 1 ? ` and ${counted(count - 1, "other")} like it` : "";
    return {
      kind: "spare",
      text: `Keep a spare for ${partText(design, what)}${like}`,
      why: `Without it ${(points / count).toFixed(1)} of 100 points are gone for as long as the new one is on its way.`,
      points,
      ...(cost === undefined ? {} : { cost }),
      ...(known ? { about: { in: collection, id } } : {}),
    };
  });
}

/** What a change saves: the house's points with it less those without, over the failures it is about. */
function gained(design: Design, changed: readonly Part[], what: readonly (readonly string[])[]): number {
  const now = readyOf(design);
  const then = readyFor(design, changed);
  let points = 0;
  for (const one of what) {
    const before = scoreWithout(
      now,
      one.map((id) => now.whole.graph.numbers.get(id)!),
    );
    // Both are measured by the ways the house has today: a way more is no loss when it is gone.
    const after = scoreOf(
      weighed(failureOf(then, one).outcomes).map(({ weight, now: left }, i) => ({
        weight,
        before: now.before[i]!,
        now: left,
      })),
    );
    points += after - before;
  }
  return points;
}

const withParts = (parts: readonly Part[], changed: ReadonlyMap<string, Part>): Part[] => [
  ...parts.map((part) => changed.get(part.id) ?? part),
  ...[...changed.values()].filter(({ id }) => !parts.some((part) => part.id === id)),
];

function changes(design: Design): Saving[] {
  const { parts } = partsOfHouse(design);
  const known = new Map(parts.map((part) => [part.id, part]));
  const found: Saving[] = [];
  const offer = (
    saving: Omit<Saving, "kind" | "points">,
    changed: readonly Part[],
    what: readonly (readonly string[])[],
  ) => {
    const points = gained(design, withParts(parts, new Map(changed.map((part) => [part.id, part]))), what);
    if (points >= LEAST_POINTS) found.push({ kind: "change", points, ...saving });
  };
  for (const device of design.devices) {
    const way = known.get(`hub way:${device.id}`);
    if (!way || thingsOf(design).get(device.id)?.local !== false) continue;
    const swap = swapAtHome(design, device);
    offer(
      {
        text: `Let ${device.name} work in the house`,
        why: "It goes through somebody else's computers, and is gone with the internet.",
        ...(swap ? { cost: swap.price } : {}),
        about: { in: "devices", id: device.id },
      },
      [{ id: way.id, needs: way.needs.filter((need) => need[0] !== "internet" && need[0] !== "cloud") }],
      [["internet"], ["cloud"]],
    );
  }
  for (const rack of design.racks) {
    const part = known.get(`rack:${rack.id}`);
    if (!part || part.needs[0]!.some((id) => id.startsWith("battery:"))) continue;
    const extra = `battery:of-${rack.id}`;
    offer(
      { text: `A battery for ${rack.name}`, why: "What stands in it goes dark with the mains." },
      [
        { id: extra, needs: [] },
        { id: part.id, needs: [[...part.needs[0]!, extra], ...part.needs.slice(1)] },
      ],
      [["mains"], ...(rack.circuit === undefined ? [] : [[`circuit:${rack.circuit}`]])],
    );
  }
  for (const segment of design.segments) {
    if (segment.topology !== "line") continue;
    const stops = design.stops
      .filter((stop) => stop.segment === segment.id)
      .sort((a, b) => a.order - b.order);
    if (stops.length < 2) continue;
    const supply = known.get(`stop:${stops[0]!.id}`)!.needs[0]!;
    const ring = stops.flatMap((stop, i): Part[] => {
      const before = i ? [`stop:${stops[i - 1]!.id}`] : supply;
      const next = stops[i + 1];
      return [
        { id: `fore:${stop.id}`, needs: [before, [`cut:${stop.id}`]] },
        { id: `back:${stop.id}`, needs: next ? [[`stop:${next.id}`], [`cut:${next.id}`]] : [supply] },
        { id: `stop:${stop.id}`, needs: [[`fore:${stop.id}`, `back:${stop.id}`]] },
      ];
    });
    const allowed = byId(design, "busProfiles").get(segment.profile)?.topologies.includes("ring");
    if (!allowed) continue;
    offer(
      {
        text: `Bring ${segment.name} back as a ring`,
        why: `A cut anywhere on the line takes all ${counted(stops.length, "stop")} behind it; fed from both ends it takes none.`,
        about: { in: "segments", id: segment.id },
      },
      ring,
      stops.map(({ id }) => [`cut:${id}`]),
    );
  }
  // A key that works the lamps of a room past the hub, room by room.
  const rooms = new Map<string, string[]>();
  for (const { device, point } of wiringsOf(design).values())
    if (
      kindOf(point.kind) === "lamp" &&
      !known.has(`hand:${device.id}`) &&
      !known.has(`link:${device.id}`) &&
      known.has(`hub way:${device.id}`)
    )
      rooms.set(point.room, [...(rooms.get(point.room) ?? []), device.id]);
  for (const [room, devices] of rooms)
    offer(
      {
        text: `A switch for the light in ${byId(design, "rooms").get(room)?.name ?? room} that works without the hub`,
        why: "The lamp there hangs on the hub alone.",
        about: { in: "rooms", id: room },
      },
      devices.map((id): Part => ({ id: `hand:${id}`, needs: [[`device:${id}`]] })),
      [...design.hubs.map(({ id }) => [`hub:${id}`])],
    );
  return found;
}

/** The most saved first; where as much is saved, the cheaper first. */
export const savingsOf = memo("savingsOf", (design): readonly Saving[] =>
  [...spares(design, singleFailures(design)), ...changes(design)]
    .map((one) => ({ ...one, text: capital(one.text) }))
    .sort(
      (a, b) => b.points - a.points || (a.cost ?? Infinity) - (b.cost ?? Infinity) || byName(a.text, b.text),
    ),
);
