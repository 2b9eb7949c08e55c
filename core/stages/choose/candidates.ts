/**
 * What can meet each want, and through which carriers; wants with the same answers put together, so that
 * the program stays small.
 */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { carrierAgainst, carrierIsLocal, carriersOf, type Carrier } from "./carriers";
import { piecesOf, total, unitCost, type Split } from "./cost";
import { reasonsAgainst, withinBudget } from "./fits";
import { FUNCTIONS } from "./functions";
import { hubRoom } from "./site";

export interface Candidate {
  option: OptionRow;
  /** A switch in decoupled mode that stays at the wall, so that a hand can work the lamp. */
  companion?: OptionRow;
  /** Of one unit, over the years. */
  split: Split;
  cost: number;
  /** Devices a carrier has to hold for one unit. */
  devices: number;
  /** Indices into carriersOf(design); empty for what needs no carrier. */
  carriers: readonly number[];
  /** Product lines whose accounts it needs. */
  accounts: readonly string[];
  /** Stops, itself, with the internet. */
  offline: boolean;
  /** Stops with its hub: no hand can work it then. */
  hubless: boolean;
  battery: boolean;
}

export interface Group {
  /** Ids of the wants in it. */
  wants: string[];
  /** Units of all of them together. */
  units: number;
  /** How much a failure counts. */
  weight: number;
  /** Cheapest first. */
  candidates: readonly Candidate[];
}

/** Weight of a critical want's failure against another's. */
export const CRITICAL_WEIGHT = 3;

const CELLS = new Set<OptionRow["supply"]>(["battery", "rechargeable"]);

/** Account lines of an option: its own, or its own name where it is of no line. */
export const accountOf = (option: OptionRow) => option.line ?? option.id;

function candidate(
  design: Design,
  want: WantRow,
  option: OptionRow,
  carriers: readonly number[],
  companion?: OptionRow,
): Candidate {
  const split = unitCost(design, want, option, companion);
  return {
    option,
    companion,
    split,
    cost: total(split),
    devices: piecesOf(option, want) + (companion ? 1 : 0),
    carriers,
    accounts: [...new Set([option, companion].flatMap((one) => (one?.account ? [accountOf(one)] : [])))],
    offline: option.cloud || !option.local,
    hubless: !(
      FUNCTIONS[want.function].byHand &&
      (option.can.includes("by hand") || companion !== undefined)
    ),
    battery: CELLS.has(option.supply),
  };
}

/** The hub's own infrared emitter sees what stands in its room. */
function ownEmitter(design: Design, want: WantRow, carriers: readonly Carrier[]): Candidate[] {
  if (
    want.function !== "infrared" ||
    want.room !== hubRoom(design) ||
    want.needs.some((need) => need !== "quiet" && need !== "fast")
  )
    return [];
  const own = new Map<OptionRow, number[]>();
  carriers.forEach((carrier, i) => {
    if (
      !carrier.via &&
      carrier.hub.controls!.infrared &&
      carrier.protocol === "infrared" &&
      !((want.critical || want.localOnly) && !carrierIsLocal(carrier))
    )
      own.set(carrier.hub, [i]);
  });
  return [...own].map(([hub, at]) => ({
    option: hub,
    split: { buy: 0, fit: 0, run: 0 },
    cost: 0,
    devices: 1,
    carriers: at,
    accounts: [],
    offline: !hub.local,
    hubless: true,
    battery: false,
  }));
}

const isSubset = (a: readonly unknown[], b: readonly unknown[]) => a.every((one) => b.includes(one));

/** Nothing speaks for `a` that does not speak for `b` as well. */
export function dominated(a: Candidate, b: Candidate): boolean {
  return (
    b.cost <= a.cost &&
    b.devices <= a.devices &&
    (a.carriers.length === 0
      ? b.carriers.length === 0
      : b.carriers.length === 0 || isSubset(a.carriers, b.carriers)) &&
    isSubset(b.accounts, a.accounts) &&
    Number(b.offline) <= Number(a.offline) &&
    Number(b.hubless) <= Number(a.hubless) &&
    Number(b.battery) <= Number(a.battery)
  );
}

/** All that can meet a want, cheapest first; `all` keeps also what nothing speaks for. */
export function candidatesOf(design: Design, want: WantRow, all = false): Candidate[] {
  const carriers = carriersOf(design);
  const able = (option: OptionRow) =>
    carriers.flatMap((carrier, i) => (carrierAgainst(carrier, want, option) ? [] : [i]));
  const found: Candidate[] = ownEmitter(design, want, carriers);
  // A hand has to reach the lamp, and the switch that is there must not cut it off.
  const companions =
    want.function === "light" && (want.guest || want.leg !== undefined)
      ? design.options.filter((option) => option.can.includes("decoupled") && option.kind !== "lamp")
      : [];
  for (const option of design.options) {
    if (!option.serves.includes(want.function)) continue;
    const standalone = option.protocol === "none";
    if (!reasonsAgainst(design, want, option).length) {
      const own = standalone ? [] : able(option);
      if (standalone || own.length) found.push(candidate(design, want, option, own));
    } else if (
      companions.length &&
      (option.kind === "lamp" || option.kind === "in-line dimmer") &&
      !reasonsAgainst(design, want, option, "with a switch").length
    ) {
      const own = able(option);
      for (const companion of companions) {
        if (
          companion.protocol !== option.protocol ||
          reasonsAgainst(
            design,
            { ...want, option: undefined, needs: [], loadW: undefined, budget: undefined },
            companion,
            "beside a lamp",
          ).length
        )
          continue;
        const both = own.filter((i) => !carrierAgainst(carriers[i]!, { ...want, needs: [] }, companion));
        const one = both.length ? candidate(design, want, option, both, companion) : undefined;
        if (one && withinBudget(want, one.split)) found.push(one);
      }
    }
  }
  found.sort((a, b) => a.cost - b.cost || (a.option.id < b.option.id ? -1 : 1));
  if (all) return found;
  return found.filter(
    (one, i) =>
      !found.some((other, j) => j !== i && dominated(one, other) && (!dominated(other, one) || j < i)),
  );
}

/** Candidates of every want of the design, by want id. */
export const allCandidates = memo("allCandidates", (design): ReadonlyMap<string, readonly Candidate[]> => {
  const byAsk = new Map<string, readonly Candidate[]>();
  return new Map(
    design.wants.map((want) => {
      // What the answer depends on: everything but which room it is, save for what the room decides.
      const ask = JSON.stringify([
        want.function,
        want.needs,
        want.critical,
        want.localOnly,
        want.guest,
        want.budget === undefined ? 0 : want.budget / want.count,
        want.lampsEach,
        want.loadW,
        want.leg,
        want.option,
        want.room,
      ]);
      const known = byAsk.get(ask) ?? candidatesOf(design, want);
      byAsk.set(ask, known);
      return [want.id, known];
    }),
  );
});

/** A want that is to stand by itself, with the candidates it may be met by. */
export interface Apart {
  want: string;
  candidates: readonly Candidate[];
}

/**
 * Wants that have the same candidates at the same cost, put together, save for one that is to stand
 * `apart`. Wants that nothing can meet are left out.
 */
export function groupsOf(design: Design, wants: readonly WantRow[] = design.wants, apart?: Apart): Group[] {
  const groups = new Map<string, Group>();
  for (const want of wants) {
    const candidates =
      want.id === apart?.want ? apart.candidates : (allCandidates(design).get(want.id) ?? []);
    if (!candidates.length) continue;
    const weight = want.critical ? CRITICAL_WEIGHT : 1;
    const key = `${want.id === apart?.want ? "apart " : ""}${weight} ${candidates.map((one) => `${one.option.id}+${one.companion?.id ?? ""} ${one.cost.toFixed(6)} ${one.devices} ${one.carriers.join(",")}`).join("|")}`;
    const group = groups.get(key);
    if (group) {
      group.wants.push(want.id);
      group.units += want.count;
    } else groups.set(key, { wants: [want.id], units: want.count, weight, candidates });
  }
  return [...groups.values()];
}

/** Wants that nothing in the catalogue can meet. */
export const impossibleWants = (design: Design) =>
  design.wants.filter((want) => !allCandidates(design).get(want.id)?.length);

/** In words: "3 × presence, Hall". */
export function wantName(design: Design, want: WantRow): string {
  const room = byId(design, "rooms").get(want.room)?.name ?? want.room;
  const leg = want.leg === undefined ? undefined : byId(design, "legs").get(want.leg)?.name;
  return `${want.count > 1 ? `${want.count} × ` : ""}${FUNCTIONS[want.function].name}, ${leg && !leg.startsWith(room) ? `${room} (${leg})` : (leg ?? room)}`;
}
