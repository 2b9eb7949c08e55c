/** The list by which ecosystems join each bridge, and what is to be done after it was saved again. */
import { byId, rowIn } from "../../design/collections";
import { memo } from "../../design/kept";
import { joinOrder, type Joiner } from "./joining";
import { bridgeStates, exposuresOf, refusalOf, type Exposed } from "./matrix";
import type { BridgeRow, EcosystemRow } from "../../design/rows/bridges";

/** Minutes where nobody said any. */
const [JOIN_MIN, OPEN_MIN] = [5, 2];

export interface JoinStep {
  /** From 1, over all bridges. */
  step: number;
  bridge: BridgeRow;
  of: EcosystemRow;
  /** Who lets it in; absent: the bridge's own code does. */
  from?: EcosystemRow;
  minutes: number;
  done: boolean;
  /** People whose phones are needed: of the one that joins, then of the one that shares. */
  phones: readonly string[];
}

export interface JoinList {
  steps: readonly JoinStep[];
  /** Ecosystems that no way leads in for, by bridge. */
  left: readonly { bridge: BridgeRow; of: EcosystemRow }[];
}

const joinerOf = (row: EcosystemRow): Joiner => ({
  id: row.id,
  // Where nothing is said of joining at all, it does all of it.
  byCode: row.byCode ?? (row.byShare === undefined && row.shares === undefined),
  byShare: row.byShare ?? (row.byCode === undefined && row.shares === undefined),
  shares: row.shares ?? (row.byCode === undefined && row.byShare === undefined),
  joinMin: row.joinMin ?? JOIN_MIN,
  openMin: row.openMin ?? OPEN_MIN,
});

/** Of each bridge, in the order of the rows: who joins it how, those that are in already first. */
export const joinList = memo("joinList", (design): JoinList => {
  const ecosystems = byId(design, "ecosystems");
  const people = byId(design, "people");
  const phone = (row: EcosystemRow | undefined) =>
    row?.holder === undefined ? [] : [people.get(row.holder)?.role ?? row.holder];
  const steps: JoinStep[] = [];
  const left: { bridge: BridgeRow; of: EcosystemRow }[] = [];
  for (const bridge of design.bridges) {
    const wanted = design.ecosystems.filter(
      (row) =>
        refusalOf(row, bridge) === undefined &&
        design.exposures.some(
          ({ ecosystem, bridge: through }) => ecosystem === row.id && through === bridge.id,
        ),
    );
    const plan = joinOrder(wanted.map(joinerOf));
    for (const { of, from, minutes } of plan.steps) {
      const own = rowIn(ecosystems, of, "ecosystems");
      const sharing = from === undefined ? undefined : ecosystems.get(from);
      steps.push({
        step: steps.length + 1,
        bridge,
        of: own,
        ...(sharing ? { from: sharing } : {}),
        minutes,
        done: bridge.joined?.includes(of) ?? false,
        phones: [...new Set([...phone(own), ...phone(sharing)])],
      });
    }
    for (const id of plan.left) left.push({ bridge, of: rowIn(ecosystems, id, "ecosystems") });
  }
  return { steps, left };
});

/** Exposures whose room nobody has put in yet, by ecosystem, where rooms do not carry over. */
export const roomsToDo = memo("roomsToDo", (design) =>
  exposuresOf(design).filter(
    ({ ecosystem, state, row, room }) =>
      state !== "refused" && !ecosystem.roomsCarry && !row.placed && room !== undefined,
  ),
);

export interface Again {
  bridge: BridgeRow;
  ecosystem: EcosystemRow;
  /** What appears there once the bridge is saved: named there, and put in where rooms do not carry over. */
  come: readonly Exposed[];
  /** What it has now and loses, with all that uses it there: ids of devices. */
  gone: readonly string[];
}

/**
 * What is to be done again in each ecosystem that has joined a bridge, once that is saved as it now stands. The others
 * have nothing to do again: they join it as it then is.
 */
export const againAfter = memo("againAfter", (design): readonly Again[] =>
  [...bridgeStates(design).values()].flatMap(({ bridge, added, gone, stale }) => {
    if (!stale || !bridge.savedAs) return [];
    const [came, went] = [new Set(added), new Set(gone)];
    return (bridge.joined ?? []).flatMap((id): Again[] => {
      const ecosystem = byId(design, "ecosystems").get(id);
      if (!ecosystem) return [];
      const own = exposuresOf(design).filter(
        (one) => one.ecosystem.id === id && one.bridge.id === bridge.id && one.state !== "refused",
      );
      const come = own.filter(({ device }) => came.has(device.id));
      // What is gone from the house, or is planned there no longer, was shown all the same while it was saved.
      return come.length + went.size ? [{ bridge, ecosystem, come, gone }] : [];
    });
  }),
);
