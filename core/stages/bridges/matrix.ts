/**
 * What each ecosystem is shown, through which bridge, as what, and what is lost on the way (docs/model.md §9).
 *
 * What a bridge would take now is its filter's result; what ecosystems see is what it was last saved with. Where the two
 * differ it is stale: what came since is not seen yet, what went is seen still and answers nothing.
 */
import { byId, type Design, rowOf } from "../../design/collections";
import { memoAnywhere } from "../../design/kept";
import type { DeviceRow } from "../../design/rows/register";
import { lostOf, meet, shownAs, TYPE_CAN, type Capability, type ShownType } from "./capabilities";
import type { BridgeRow, EcosystemRow, ExposureRow } from "../../design/rows/bridges";
import { thingsOf, type Thing } from "./things";

/** Devices that a bridge takes as its filter stands, in the order of the register. */
export function filterResult(design: Design, bridge: BridgeRow): readonly string[] {
  const { filter } = bridge;
  if (!filter) {
    const through = new Set(
      design.exposures.filter((row) => row.bridge === bridge.id).map(({ device }) => device),
    );
    return design.devices.filter(({ id }) => through.has(id)).map(({ id }) => id);
  }
  const points = byId(design, "points");
  const has = (list: readonly string[] | undefined, one: string | undefined) =>
    one !== undefined && list?.includes(one);
  return design.devices
    .filter((device) => {
      if (filter.except?.includes(device.id)) return false;
      const point = points.get(device.point);
      return (
        has(filter.devices, device.id) ||
        has(filter.rooms, point?.room) ||
        has(filter.kinds, point?.kind) ||
        filter.labels?.some((label) => device.tags?.includes(label))
      );
    })
    .map(({ id }) => id);
}

export interface BridgeState {
  bridge: BridgeRow;
  /** Devices it takes as it stands. */
  takes: ReadonlySet<string>;
  /** Taken now, and not when it was saved. */
  added: readonly string[];
  /** There when it was saved, and not taken now: ids, also of devices that are gone. */
  gone: readonly string[];
  /** Devices it had when it was saved. */
  saved: ReadonlySet<string>;
  /** What it takes now is not what it was saved with. */
  stale: boolean;
}

/** Every bridge as it stands and as it was saved. One that never was has shown nothing yet. */
export const bridgeStates = memoAnywhere(
  "bridgeStates",
  (design): ReadonlyMap<string, BridgeState> =>
    new Map(
      design.bridges.map((bridge) => {
        const takes = filterResult(design, bridge);
        const now = new Set(takes);
        const saved = new Set(bridge.savedAs);
        const added = takes.filter((id) => !saved.has(id));
        const gone = [...saved].filter((id) => !now.has(id));
        return [bridge.id, { bridge, takes: now, added, gone, saved, stale: added.length + gone.length > 0 }];
      }),
    ),
);

export type ExposureState = "shown" | "stale" | "refused";

export interface Exposed {
  row: ExposureRow;
  device: DeviceRow;
  thing: Thing;
  ecosystem: EcosystemRow;
  bridge: BridgeRow;
  /** As what it is shown; what it is, where nobody takes it. */
  type?: ShownType;
  spokenName: string;
  /** Its room there. */
  room?: string;
  state: ExposureState;
  /** Why it is refused, or what is stale. */
  why?: string;
  /** What it can there. */
  can: readonly Capability[];
  lost: readonly Capability[];
  /** Works there while the internet is down. */
  offline: boolean;
  /** Nothing of its own kind is taken: only a scene or switch that stands in for it could be shown. */
  byStandIn?: ShownType;
}

/** Every exposure, in the order of the rows. */
export const exposuresOf = memoAnywhere("exposuresOf", (design): readonly Exposed[] => {
  const full = overFull(design);
  return design.exposures.map((row) => exposedBy(design, row, full));
});

/** Exposures past what their ecosystem or bridge holds: the later rows. */
function overFull(design: Design): ReadonlyMap<string, string> {
  const over = new Map<string, string>();
  const count = new Map<string, Set<string>>();
  for (const row of design.exposures) {
    const ecosystem = rowOf(design, "ecosystems", row.ecosystem);
    const bridge = rowOf(design, "bridges", row.bridge);
    for (const [holder, most, key] of [
      [ecosystem.name, ecosystem.maxDevices, `e ${ecosystem.id}`],
      [bridge.name, bridge.maxDevices, `b ${bridge.id}`],
    ] as const) {
      const own = count.get(key) ?? new Set<string>();
      count.set(key, own.add(row.device));
      if (most !== undefined && own.size > most && !over.has(row.id))
        over.set(row.id, `${holder} holds ${most} devices`);
    }
  }
  return over;
}

/** Why an ecosystem has nothing to do with a bridge; undefined where it has. */
export function refusalOf(ecosystem: EcosystemRow, bridge: BridgeRow): string | undefined {
  if (ecosystem.uncertified === "refuses" && !bridge.certified)
    return `${ecosystem.name} takes certified bridges only`;
  if (ecosystem.port !== undefined && ecosystem.port !== bridge.port)
    return `${ecosystem.name} looks at port ${ecosystem.port} alone`;
  return undefined;
}

function exposedBy(design: Design, row: ExposureRow, full: ReadonlyMap<string, string>): Exposed {
  const device = rowOf(design, "devices", row.device);
  const ecosystem = rowOf(design, "ecosystems", row.ecosystem);
  const state = bridgeStates(design).get(row.bridge)!;
  const { bridge } = state;
  const thing = thingsOf(design).get(row.device)!;
  const wanted = row.as ?? thing.type;
  const type = wanted && shownAs(wanted, ecosystem.accepts);
  const keeps = ecosystem.keeps ?? (type ? TYPE_CAN[type] : []);
  // What stands in for it is a type of its own: a scene can be set going, whatever it does.
  const had = row.as === "scene" || row.as === "switch" ? [...thing.can, ...TYPE_CAN[row.as]] : thing.can;
  const can = type ? meet(meet(had, TYPE_CAN[type]), keeps) : [];
  const room = row.room ?? byId(design, "points").get(device.point)?.room;
  const standIn =
    type === undefined
      ? (["scene", "switch"] as const).find((one) => ecosystem.accepts.includes(one))
      : undefined;
  const [shown, why] = stateOf();
  return {
    row,
    device,
    thing,
    ecosystem,
    bridge,
    ...((type ?? wanted) ? { type: type ?? wanted } : {}),
    spokenName: row.spokenName ?? device.name,
    ...(room === undefined ? {} : { room }),
    state: shown,
    ...(why === undefined ? {} : { why }),
    can: shown === "refused" ? [] : can,
    lost: lostOf(thing.can, shown === "refused" ? [] : can),
    offline: shown !== "refused" && thing.local && ecosystem.local === true,
    ...(standIn ? { byStandIn: standIn } : {}),
  };

  function stateOf(): [ExposureState, string?] {
    const refused =
      type === undefined
        ? `${ecosystem.name} takes no ${wanted ?? "such thing"}`
        : (refusalOf(ecosystem, bridge) ?? full.get(row.id));
    if (refused !== undefined) return ["refused", refused];
    const [takes, had] = [state.takes.has(row.device), state.saved.has(row.device)];
    if (takes && had) return ["shown"];
    if (takes) return ["stale", `${bridge.name} was not saved since it came`];
    if (had) return ["stale", `${bridge.name} was not saved since it went`];
    return ["refused", `the filter of ${bridge.name} leaves it out`];
  }
}

/** Exposures that somebody sees now or will once their bridge is saved. */
export const seenOf = memoAnywhere("seenOf", (design) =>
  exposuresOf(design).filter(({ state }) => state !== "refused"),
);

/** Bridges that share a port of one host: all after the first. */
export function portClashes(design: Design): { bridge: BridgeRow; other: BridgeRow }[] {
  const first = new Map<string, BridgeRow>();
  const clashes: { bridge: BridgeRow; other: BridgeRow }[] = [];
  for (const bridge of design.bridges) {
    const key = `${bridge.host} ${bridge.port}`;
    const other = first.get(key);
    if (other) clashes.push({ bridge, other });
    else first.set(key, bridge);
  }
  return clashes;
}

/** The next port of a host that no bridge has, from one on. */
export function freePort(design: Design, host: string, from: number): number {
  const used = new Set(design.bridges.filter((row) => row.host === host).map(({ port }) => port));
  let port = from;
  while (used.has(port) && port < 65_535) port += 1;
  return port;
}
