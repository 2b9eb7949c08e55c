/**
 * Which pin of a board does what. Demands and pins are two sides of a graph; as many as possible are matched by ways
 * that alternate between what is taken and what is free (Kuhn 1955), beginning with the pins people chose. Where not
 * all can be, the demands that stand in each other's way and the pins there are for them are named (Hall).
 */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import type { Working } from "../../desk/working";
import { verdictUnder } from "../../desk/working";
import type { BoardPin, BoardRow, Contact, Demand, PinCan, PinRow } from "../../design/rows/bus";

/** What a pin has to be able to do for each sort of demand. */
const NEEDS: Readonly<Record<Demand, PinCan>> = {
  relay: "out",
  switch: "in",
  receiver: "in",
  sensor: "analogue",
  bus: "bus",
};

/** Watts of the supply where nothing else is said: a coil of 5 V and 70 Ω; a receiver; a switch takes none to speak of. */
export const PART_W: Readonly<Record<Demand, number>> = {
  relay: 0.36,
  switch: 0.01,
  receiver: 0.05,
  sensor: 0.05,
  bus: 0.1,
};

/** Why a pin cannot serve a demand; undefined where it can. */
export function whyNotPin(pin: BoardPin, demand: Demand): string | undefined {
  if (!pin.can.includes(NEEDS[demand])) return `it cannot be ${NEEDS[demand]}`;
  // A load that blinks on while the board starts may be a saw.
  if (demand === "relay" && (pin.atStart === "blinks" || pin.atStart === "high"))
    return pin.atStart === "blinks" ? "it blinks while the board starts" : "it is on while the board starts";
  // A key held down at start would send the board elsewhere: those pins are read then.
  if (demand === "switch" && pin.atStart === "blinks") return "it is driven while the board starts";
  return undefined;
}

export interface Assignment {
  /** Pin by demand's id. */
  pins: ReadonlyMap<string, string>;
  /** Demands that cannot all be met, and the only pins that would serve any of them. */
  short?: { demands: readonly PinRow[]; pins: readonly string[] };
}

/**
 * A pin for every demand, no pin twice, as few moved as can be seen from the pins they have.
 * @param demands of one board
 */
export function assignPins(board: BoardRow, demands: readonly PinRow[]): Assignment {
  const fits = new Map(
    demands.map((demand) => [
      demand.id,
      board.has.filter((pin) => !whyNotPin(pin, demand.demand)).map(({ name }) => name),
    ]),
  );
  const of = new Map<string, PinRow>();
  const has = new Map<string, string>();
  for (const demand of demands)
    if (demand.pin !== undefined && !of.has(demand.pin) && fits.get(demand.id)!.includes(demand.pin)) {
      of.set(demand.pin, demand);
      has.set(demand.id, demand.pin);
    }
  const find = (demand: PinRow, seen: Set<string>): boolean => {
    // A free pin first, so that nobody is moved without need.
    const pins = fits.get(demand.id)!;
    for (const pin of [...pins.filter((name) => !of.has(name)), ...pins.filter((name) => of.has(name))]) {
      if (seen.has(pin)) continue;
      seen.add(pin);
      const other = of.get(pin);
      if (other && !find(other, seen)) continue;
      of.set(pin, demand);
      has.set(demand.id, pin);
      return true;
    }
    return false;
  };
  let short: Assignment["short"];
  for (const demand of demands) {
    if (has.has(demand.id)) continue;
    const seen = new Set<string>();
    if (find(demand, seen)) continue;
    // What the search reached: these pins serve these demands and no others do.
    short ??= { demands: [demand, ...[...seen].map((pin) => of.get(pin)!)], pins: [...seen] };
  }
  return { pins: has, ...(short ? { short } : {}) };
}

/** Demands of each board, relays first, then by what they are for. */
export const demandsBy = memo("demandsBy", (design): ReadonlyMap<string, PinRow[]> => {
  const demands = new Map<string, PinRow[]>();
  for (const row of design.pins) {
    const list = demands.get(row.board);
    if (list) list.push(row);
    else demands.set(row.board, [row]);
  }
  return demands;
});

export const demandsOf = (design: Design, board: string): readonly PinRow[] =>
  demandsBy(design).get(board) ?? [];

/** All demands of a board on pins that serve them: one edit. Those that cannot have one lose a wrong one. */
export function assignAll(design: Design, boardId: string): Change[] {
  const board = byId(design, "boards").get(boardId);
  if (!board) return [];
  const demands = demandsOf(design, boardId);
  const { pins } = assignPins(board, demands);
  return demands.flatMap((row): Change[] => {
    const pin = pins.get(row.id);
    if (row.pin === pin) return [];
    const { pin: _pin, ...rest } = row;
    return [{ in: "pins", put: pin === undefined ? rest : { ...rest, pin } }];
  });
}

/** Watts a board and what hangs on it take, all relays pulled in at once. */
export const usedW = (design: Design, board: BoardRow): number =>
  demandsOf(design, board.id).reduce((sum, row) => sum + (row.watts ?? PART_W[row.demand]), board.ownW);

export const MARGIN_PCT = 20;

/** The supply of a board against what it gives, its margin left free. */
export function supplyWorking(design: Design, board: BoardRow): Working {
  const demands = demandsOf(design, board.id);
  const value = usedW(design, board);
  const margin = board.marginPct ?? MARGIN_PCT;
  const limit = board.supplyW * (1 - margin / 100);
  const kinds = [...new Set(demands.map((row) => row.demand))];
  return {
    title: `Supply of ${board.name}`,
    value,
    unit: "W",
    limit: { value: limit, unit: "W", source: `${board.supplyW} W less ${margin} %` },
    verdict: verdictUnder(value, limit),
    steps: [
      { formula: "The board itself", with: "", gives: `${board.ownW.toFixed(2)} W`, source: "board" },
      ...kinds.map((kind) => {
        const own = demands.filter((row) => row.demand === kind);
        const sum = own.reduce((all, row) => all + (row.watts ?? PART_W[kind]), 0);
        return {
          formula: `${own.length} × ${kind}`,
          with:
            kind === "relay"
              ? "coil of 5 V, 70 Ω: 0.36 W each unless said otherwise"
              : `${PART_W[kind]} W each unless said otherwise`,
          gives: `${sum.toFixed(2)} W`,
          source: "typical",
        };
      }),
      { formula: "Sum, all relays pulled in", with: "", gives: `${value.toFixed(2)} W`, source: "" },
    ],
  };
}

export interface FailState {
  /** What has failed. */
  when: string;
  /** What the load then does, in words. */
  load: string;
  /** As it is wanted; undefined where nobody said. */
  right?: boolean;
}

/**
 * What a load does in each kind of failure. The contact says whether it has mains; a valve's own kind says what it
 * does with that: a normally closed valve on a normally open contact stays shut without power.
 */
export function failStates({
  contact = "normally open",
  valve,
  wantedOnFailure,
}: Pick<PinRow, "contact" | "valve" | "wantedOnFailure">): FailState[] {
  const word = (fed: boolean) => {
    if (!valve) return fed ? "on" : "off";
    return (valve === "normally closed") === fed ? "open" : "shut";
  };
  const on = (fed: boolean) => (valve ? word(fed) === "open" : fed);
  const load = (fed: boolean) => `the ${valve ? "valve" : "load"} is ${word(fed)}`;
  const state = (when: string, fed: boolean): FailState => ({
    when,
    load: load(fed),
    ...(wantedOnFailure === undefined ? {} : { right: on(fed) === (wantedOnFailure === "on") }),
  });
  const fed = contact === "normally closed";
  return [
    state("the board or its supply has no power", fed),
    state("a relay's coil or wire is broken", fed),
    // No choice of contact helps against these two.
    { when: "a relay's contact sticks closed", load: load(true) },
    { when: "the mains of the load are off", load: load(false) },
  ];
}

/** The contact with which a load does what is wanted when its board has no power; undefined where nothing is wanted. */
export function contactFor({
  valve,
  wantedOnFailure,
}: Pick<PinRow, "valve" | "wantedOnFailure">): Contact | undefined {
  if (wantedOnFailure === undefined) return undefined;
  const fed = valve === "normally open" ? wantedOnFailure === "off" : wantedOnFailure === "on";
  return fed ? "normally closed" : "normally open";
}
