/** What the house says about a want: its switch, its cable, where the controllers stand. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import type { SwitchRow } from "../../design/rows/house-survey";
import { dropHours } from "../../design/labour";
import { dropsOf } from "../runs";

const WIRED = new Set<OptionRow["protocol"]>([
  "Ethernet",
  "PoE",
  "house bus",
  "DALI",
  "RS-485",
  "1-Wire",
  "contact",
  "analogue",
]);

/** It talks over a wire of its own. */
export const isWired = (option: OptionRow) => WIRED.has(option.protocol);

const MOVES = new Set<OptionRow["kind"]>([
  "shade motor",
  "curtain runner",
  "awning motor",
  "lock",
  "presence sensor",
  "climate sensor",
  "water valve",
]);

/**
 * It cannot be put up without a cable that is not there: its own wire, a low-voltage feed, or mains at a
 * place that has none.
 */
export const needsCable = (option: OptionRow) =>
  isWired(option) ||
  option.supply === "PoE" ||
  option.supply === "bus" ||
  option.supply === "low voltage" ||
  (option.supply === "mains" && MOVES.has(option.kind) && !option.id.startsWith("presence"));

/**
 * Rooms in which no new cable may be laid, with the constraint that says so; "*" stands for the whole
 * house.
 */
export const cableBans = memo("cableBans", (design): ReadonlyMap<string, string> => {
  const bans = new Map<string, string>();
  const noCable = design.constraints.filter((row) => row.kind === "no new cable");
  const tenant = noCable.length
    ? []
    : design.constraints.filter((row) => row.kind === "tenure" && row.tenure === "tenant");
  for (const row of [...noCable, ...tenant])
    for (const room of row.rooms.length ? row.rooms : ["*"]) bans.set(room, row.name);
  return bans;
});

/** The constraint that forbids new cable in a room, or in the whole house. */
export const cableBan = (design: Design, room: string) =>
  cableBans(design).get(room) ?? cableBans(design).get("*");

/** Switches that work a want's leg. */
export function switchesOf(design: Design, want: WantRow): SwitchRow[] {
  const leg = want.leg === undefined ? undefined : byId(design, "legs").get(want.leg);
  return (leg?.switches ?? []).flatMap((one) => byId(design, "switches").get(one.switch) ?? []);
}

/**
 * Room the controllers stand in: that of the first controller placed, else of the first point of kind hub,
 * else of the first closet.
 */
export const hubRoom = memo("hubRoom", (design): string | undefined => {
  for (const hub of design.hubs) {
    const room =
      (hub.point && byId(design, "points").get(hub.point)?.room) ??
      (hub.closet && byId(design, "closets").get(hub.closet)?.room);
    if (room) return room;
  }
  return design.points.find((point) => point.kind === "hub")?.room ?? design.closets[0]?.room;
});

/** Metres of a drop where the design has none like it to learn from. */
const USUAL_DROP_M = 18;

interface CableCost {
  /** Mean of a unit, cable by the metre. */
  buy: number;
  hours: number;
  source: string;
}

/**
 * What the cable of one unit costs, by kind of point: the mean of such points that are drawn, else what is
 * usual.
 */
const cableByKind = memo("cableByKind", (design): ReadonlyMap<string, CableCost> => {
  const sums = new Map<string, { buy: number; hours: number; points: Set<string> }>();
  for (const drop of dropsOf(design)) {
    const sum = sums.get(drop.kind.id) ?? { buy: 0, hours: 0, points: new Set<string>() };
    sum.buy += (drop.lengthM ?? USUAL_DROP_M) * (drop.cableType?.costPerM ?? 0);
    sum.hours += dropHours(1, drop.installedM ?? USUAL_DROP_M);
    sum.points.add(drop.point.id);
    sums.set(drop.kind.id, sum);
  }
  return new Map(
    [...sums].map(([kind, sum]) => [
      kind,
      {
        buy: sum.buy / sum.points.size,
        hours: sum.hours / sum.points.size,
        source: `mean of ${sum.points.size} in the pull schedule`,
      },
    ]),
  );
});

/** Cable of one unit of a kind of point. */
export function cableCost(design: Design, kind: string): CableCost {
  const known = cableByKind(design).get(kind);
  if (known) return known;
  const cheapest = design.cableTypes.reduce(
    (least, type) => (type.medium === "data" ? Math.min(least, type.costPerM) : least),
    1,
  );
  return {
    buy: USUAL_DROP_M * cheapest,
    hours: dropHours(1, USUAL_DROP_M),
    source: `${USUAL_DROP_M} m, typical`,
  };
}

/** Who has the house on a lease leaves its fixed wiring alone; the name of the constraint that says so. */
export const leaseOf = (design: Design): string | undefined =>
  design.constraints.find((row) => row.kind === "tenure" && row.tenure === "tenant")?.name;

const IN_THE_WIRING = new Set<OptionRow["kind"]>(["insert", "switch", "dimmer", "in-line dimmer", "relay"]);

/** It is put into the fixed wiring of the house. */
export const inTheWiring = (option: OptionRow) =>
  IN_THE_WIRING.has(option.kind) && option.supply !== "battery";

/** The switch of its leg would cut this off: a lamp or in-line device behind a switched feed. */
export function isCutOff(design: Design, want: WantRow, option: OptionRow): boolean {
  if (option.kind !== "lamp" && option.kind !== "in-line dimmer") return false;
  const leg = want.leg === undefined ? undefined : byId(design, "legs").get(want.leg);
  return leg !== undefined && leg.feed === "switched" && leg.switches.length > 0;
}
