/**
 * A house as parts that need one another: supplies, links, hub, radios, bus, switches, devices. Failures are parts taken
 * out; what a way of a function needs is a part as well (`hand:`, `link:`, `hub way:`), so that one search says all.
 *
 * Taken as given where a design does not say: what has no circuit hangs on the mains; a network switch of another rack
 * hangs on the first one beside the hub; a radio passes on through any number of routers.
 */
import { byId, type Design } from "../../../design/collections";
import { group } from "d3-array";
import { sameMap } from "../../../design/alike";
import { findIn, memo, memoAnywhere } from "../../../design/kept";
import { sameRow } from "../../../design/edit";
import type { Need, Part } from "./graph";
import { parentsOf, placedStops, stopsOf } from "../../../points/lines";
import { ableOf } from "../../automations/things";
import { movedBy } from "../../../design/walk";
import { thingsOf } from "../../bridges/things";
import { loadsOf } from "../../bus/loads";
import type { ChannelRow, LinkRow, RemoteRow, SegmentRow } from "../../../design/rows/bus";
import { circuitOf, fedRadios, legOf, type Fed } from "../../mesh/cut-off";
import { bandsOf, otherEnd } from "../../mesh/links";
import { forwards, isRoot } from "../../mesh/routes";
import { itemsOf } from "../../rack/racks";
import { patchesOf } from "../../rack/patching";
import { batteriesOf } from "../../register/cells";
import type { DeviceRow } from "../../../design/rows/register";
import type { PointRow } from "../../../design/rows/runs";

export const kindOf = (kind: string) => kind.split("--")[0]!;

/** Kinds that a person presses, and that the hub hears of. */
const KEYS = new Set(["keypad", "remote", "panel", "wall-switch", "door-reader"]);

const WIRED = new Set(["PoE", "Ethernet"]);

export interface Parts {
  parts: readonly Part[];
  /** What can fail by itself, the house's common parts first. */
  failing: readonly string[];
}

interface Collected {
  add(id: string, ...needs: Need[]): string;
  fails(id: string): void;
  has(id: string): boolean;
}

/** Of each device: what feeds it, and over what the hub hears it; nothing where nothing is known to stand between. */
export interface Wiring {
  device: DeviceRow;
  point: PointRow;
  power: Need | undefined;
  heard: string[];
}

const circuitPart = (design: Design, id: string | undefined) =>
  id !== undefined && byId(design, "circuits").has(id) ? `circuit:${id}` : "mains";

function supplies(design: Design, all: Collected): void {
  all.add("internet");
  all.add("cloud", ["internet"]);
  all.add("mains");
  for (const id of ["internet", "cloud", "mains"]) all.fails(id);
  for (const { id } of design.circuits) {
    all.add(`circuit:${id}`, ["mains"]);
    all.fails(`circuit:${id}`);
  }
  for (const rack of design.racks) {
    const batteries = itemsOf(design, rack.id).filter(({ batteryWh }) => batteryWh !== undefined);
    for (const { id } of batteries) all.add(`battery:${id}`);
    all.add(`rack:${rack.id}`, [
      circuitPart(design, rack.circuit),
      ...batteries.map(({ id }) => `battery:${id}`),
    ]);
  }
}

/** The rack in which a hub stands; undefined where it hangs on the wall. */
const rackOfHub = (design: Design, closet: string | undefined) =>
  design.racks.find(
    (rack) => rack.closet === closet && itemsOf(design, rack.id).some(({ kind }) => kind === "hub"),
  );

function hubs(design: Design, all: Collected): void {
  for (const hub of design.hubs) {
    const rack = rackOfHub(design, hub.closet);
    all.add(
      `hub:${hub.id}`,
      [rack ? `rack:${rack.id}` : "mains"],
      ...(hub.hub === undefined ? [] : [[`hub:${hub.hub}`]]),
    );
    all.fails(`hub:${hub.id}`);
  }
}

/** By id of a hub's point: the hub. */
const hubByPoint = (design: Design) =>
  new Map(design.hubs.flatMap(({ id, point }) => (point === undefined ? [] : [[point, id] as const])));

function switches(design: Design, all: Collected): void {
  const beside = design.hubs
    .map(({ closet }) => rackOfHub(design, closet))
    .find((rack) => rack !== undefined);
  const first = beside && itemsOf(design, beside.id).find(({ kind }) => kind === "switch");
  for (const item of design.rackItems) {
    if (item.kind !== "switch") continue;
    const uplink = first && item.rack !== first.rack ? [[`switch:${first.id}`]] : [];
    all.add(`switch:${item.id}`, [`rack:${item.rack}`], ...uplink);
    all.fails(`switch:${item.id}`);
  }
}

/** The network switch a point's cable ends at, by point: that of its patch, else the first one of its closet. */
const switchOfPoint = memo(
  "switchOfPoint",
  (design): ReadonlyMap<string, string> => {
    const inCloset = new Map<string, string>();
    for (const rack of design.racks)
      for (const { id, kind } of itemsOf(design, rack.id))
        if (kind === "switch" && !inCloset.has(rack.closet)) inCloset.set(rack.closet, id);
    const found = new Map<string, string>();
    for (const { drop, switchPort } of patchesOf(design))
      if (switchPort !== undefined && !found.has(drop.point.id))
        found.set(drop.point.id, switchPort.slice(0, switchPort.lastIndexOf("/")));
    for (const { id, closet } of design.points) {
      const own = inCloset.get(closet ?? "");
      if (own !== undefined && !found.has(id)) found.set(id, own);
    }
    return found;
  },
  sameMap,
);

/** The circuit of a load that is a point, by point. */
const circuitOfLoad = memo(
  "circuitOfLoad",
  (design): ReadonlyMap<string, string> =>
    new Map(
      loadsOf(design).flatMap(({ in: of, id, circuit }) =>
        of === "points" && circuit !== undefined ? [[id, circuit] as const] : [],
      ),
    ),
  sameMap,
);

/** A radio, and those that pass on what it says. */
interface Heard {
  id: string;
  device: string;
  point: string;
  root: boolean;
  by: readonly string[];
}

/** What hears whom, band after band; the same list while nobody hears another one. */
const hearing = memo(
  "hearing",
  (design): readonly Heard[] =>
    bandsOf(design).flatMap((band) =>
      band.radios.map((radio): Heard => {
        const { row, device, point } = radio;
        const by = (band.linksOf.get(row.id) ?? [])
          .map((link) => otherEnd(link, row.id))
          .filter(forwards)
          .map((other) => other.row.id);
        return { id: row.id, device: device.id, point: point.id, root: isRoot(radio), by };
      }),
    ),
  sameRow,
);

/** The supplies of buses at a closet, whichever one feeds what stands in its cabinet. */
const supplyOf = (design: Design, segment: SegmentRow) =>
  segment.supply !== undefined && byId(design, "busSupplies").has(segment.supply)
    ? `supply:${segment.supply}`
    : `supply:${segment.id}`;

function buses(design: Design, all: Collected): void {
  for (const { id, circuit } of design.busSupplies) {
    all.add(`supply:${id}`, [circuitPart(design, circuit)]);
    all.fails(`supply:${id}`);
  }
  const profiles = byId(design, "busProfiles");
  for (const segment of design.segments) {
    const supply = supplyOf(design, segment);
    if (!all.has(supply)) {
      all.add(supply, ["mains"]);
      // A line that carries signals alone has nothing to fail but its gateway.
      if (profiles.get(segment.profile)?.supplyV !== undefined) all.fails(supply);
    }
    const stops = stopsOf(design, segment.id);
    const parents = parentsOf(segment.topology, stops);
    for (const [i, stop] of stops.entries()) {
      const parent = parents[i];
      all.add(`cut:${stop.id}`);
      all.fails(`cut:${stop.id}`);
      const before: Need = [parent ? `stop:${parent.id}` : supply];
      // Of a ring either way round will do: the cable before the stop, or that after it.
      const next = stops[i + 1];
      if (segment.topology !== "ring") all.add(`stop:${stop.id}`, before, [`cut:${stop.id}`]);
      else {
        all.add(`fore:${stop.id}`, before, [`cut:${stop.id}`]);
        all.add(`back:${stop.id}`, next ? [`stop:${next.id}`] : [supply], next ? [`cut:${next.id}`] : []);
        all.add(`stop:${stop.id}`, [`fore:${stop.id}`, ...(next ? [`back:${stop.id}`] : [supply])]);
      }
    }
  }
  // A module takes its own few milliamperes from the bus of its cabinet.
  for (const module of design.modules) {
    const own = [
      ...new Set(
        design.segments
          .filter(({ closet }) => closet === module.closet)
          .map((segment) => supplyOf(design, segment)),
      ),
    ];
    all.add(`module:${module.id}`, ["mains"], ...(own.length ? [own] : []));
    all.fails(`module:${module.id}`);
  }
}

function radioParts(design: Design, all: Collected, hubAt: ReadonlyMap<string, string>): void {
  for (const { id, device, point, root, by } of hearing(design)) {
    if (root) {
      all.add(`coordinator:${id}`);
      if (hubAt.has(point)) all.fails(`coordinator:${id}`);
      all.add(`radio:${id}`, [`device:${device}`], [`coordinator:${id}`]);
    } else
      all.add(
        `radio:${id}`,
        [`device:${device}`],
        by.map((other) => `radio:${other}`),
      );
  }
}

interface Known {
  design: Design;
  radios: ReadonlyMap<string, readonly Fed[]>;
  outputs: ReadonlyMap<string, readonly { module: string; circuit?: string }[]>;
  amplifier?: { rack: string };
}

/** A device as it is wired but for the network and the circuit of its load, which hang on routes. */
interface Wired extends Omit<Wiring, "power"> {
  /** What feeds it where no network cable does; "circuit": its own circuit, else that of its load. */
  feed: Need | undefined | "circuit";
  circuit?: string;
  celled: boolean;
}

function wiredOf({ design, radios, outputs, amplifier }: Known, device: DeviceRow, point: PointRow): Wired {
  const own = radios.get(device.id) ?? [];
  const stop = findIn(design, placedStops, point.id)?.stop;
  const outs = outputs.get(point.id) ?? [];
  const base = kindOf(point.kind);
  const [radio] = own;
  const circuit = (radio && circuitOf(design, radio)) ?? outs.find((out) => out.circuit)?.circuit;
  const heard = [
    ...own.map(({ row }) => `radio:${row.id}`),
    ...(stop ? [`stop:${stop.id}`] : []),
    ...outs.map(({ module }) => `module:${module}`),
  ];
  const celled = batteriesOf(design).has(device.id) || own.some(({ row }) => row.supply === "battery");
  const feed: Wired["feed"] = celled
    ? [`cells:${device.id}`]
    : base === "loudspeaker" && amplifier
      ? [`rack:${amplifier.rack}`]
      : stop &&
          !ableOf(design).get(point.id)?.type?.endsWith("light") &&
          base !== "shade" &&
          base !== "awning"
        ? [`stop:${stop.id}`]
        : // A plain contact in a pair of wires draws nothing of its own.
          device.protocol === "contact" && base !== "alarm-panel"
          ? undefined
          : "circuit";
  return { device, point, heard, feed, celled, ...(circuit === undefined ? {} : { circuit }) };
}

const wiredDevices = memoAnywhere("wiredDevices", (design): readonly Wired[] => {
  const radios = new Map<string, Fed[]>();
  for (const radio of fedRadios(design)) {
    const own = radios.get(radio.device.id);
    if (own) own.push(radio);
    else radios.set(radio.device.id, [radio]);
  }
  const outputs = new Map<string, { module: string; circuit?: string }[]>();
  for (const { module, load, circuit } of design.channels)
    if (load !== undefined)
      outputs.set(load, [
        ...(outputs.get(load) ?? []),
        { module, ...(circuit === undefined ? {} : { circuit }) },
      ]);
  const amplifier = design.rackItems.find(({ kind }) => kind === "amplifier");
  const known: Known = { design, radios, outputs, ...(amplifier ? { amplifier } : {}) };
  return design.devices.flatMap((device) => {
    const point = byId(design, "points").get(device.point);
    return point ? [wiredOf(known, device, point)] : [];
  });
});

/** What feeds each device, and over what it is heard. */
export const wiringsOf = memo("wiringsOf", (design): ReadonlyMap<string, Wiring> => {
  const [switches, loads] = [switchOfPoint(design), circuitOfLoad(design)];
  return new Map(
    wiredDevices(design).map(({ device, point, heard, feed, circuit, celled }) => {
      const net = WIRED.has(device.protocol) ? switches.get(point.id) : undefined;
      const cable = net === undefined ? [] : [`switch:${net}`];
      const power =
        !celled && device.protocol === "PoE" && net !== undefined
          ? cable
          : feed === "circuit"
            ? [circuitPart(design, circuit ?? loads.get(point.id))]
            : feed;
      return [device.id, { device, point, power, heard: [...heard, ...cable] }];
    }),
  );
});

/** What is asked of every device, looked up once. */
interface Worked {
  design: Design;
  /** The first radio of a device. */
  radios: ReadonlyMap<string, Fed>;
  /** Rooms with a wall switch. */
  switched: ReadonlySet<string>;
  /** By load. */
  outputsOf: ReadonlyMap<string, readonly ChannelRow[]>;
  remotesOf: ReadonlyMap<string, readonly RemoteRow[]>;
  /** By output. */
  linksTo: ReadonlyMap<string, readonly LinkRow[]>;
}

function workedIn(design: Design): Worked {
  const radios = new Map<string, Fed>();
  for (const radio of fedRadios(design)) if (!radios.has(radio.device.id)) radios.set(radio.device.id, radio);
  return {
    design,
    radios,
    switched: new Set(design.switches.map(({ room }) => room)),
    outputsOf: group(
      design.channels.filter(({ load }) => load !== undefined),
      ({ load }) => load!,
    ),
    remotesOf: group(
      design.remotes.filter(({ load }) => load !== undefined),
      ({ load }) => load!,
    ),
    linksTo: group(design.links, ({ output }) => output),
  };
}

/** Can it be worked at the thing itself, with nothing but what feeds it? Undefined: no; an empty list: whatever has failed. */
function handNeeds(
  { design, radios, outputsOf, switched }: Worked,
  { device, point, power }: Wiring,
): Need[] | undefined {
  const base = kindOf(point.kind);
  const type = ableOf(design).get(point.id)?.type;
  const fed = power ? [power] : [];
  const option = byId(design, "options").get(device.option ?? "");
  // A key and a thumb-turn, and the lever of a valve in the pipe, want no supply.
  if (base === "lock" || base === "water-valve") return [];
  if (type === "plug" || base === "radiator" || base === "television" || base === "wall-switch") return fed;
  if (option?.can.includes("by hand")) return fed;
  if (!type?.endsWith("light")) return undefined;
  if (outputsOf.has(point.id)) return undefined;
  const radio = radios.get(device.id);
  const leg = radio && legOf(design, radio);
  if (leg) return leg.feed === "switched" && leg.switches.length ? fed : undefined;
  return switched.has(point.room) ? fed : undefined;
}

/** Inputs that work an output with no hub between: each a need of the module, of the input, of what feeds the load. */
function linkNeeds(
  { design, outputsOf, linksTo, remotesOf }: Worked,
  all: Collected,
  { point, power }: Wiring,
): string[] {
  const found: string[] = [];
  const fed = power ? [power] : [];
  for (const output of outputsOf.get(point.id) ?? [])
    for (const link of linksTo.get(output.id) ?? []) {
      const stop = findIn(design, placedStops, link.input ?? "")?.stop;
      const channel = byId(design, "channels").get(link.channel ?? "");
      const input: Need[] = stop ? [[`stop:${stop.id}`]] : channel ? [[`module:${channel.module}`]] : [];
      found.push(all.add(`by link:${link.id}`, [`module:${output.module}`], ...input, ...fed));
    }
  for (const remote of remotesOf.get(point.id) ?? []) found.push(all.add(`by remote:${remote.id}`, ...fed));
  return found;
}

/** Whoever can ask the hub for it: keys in the room, panels, telephones over an access point, sentences that move it. */
function controlNeeds(
  design: Design,
  { point }: Wiring,
  shared: {
    panels: string[];
    telephones: string[];
    keys: ReadonlyMap<string, string[]>;
    cued: ReadonlyMap<string, Need>;
  },
): Need[] {
  const asked = [
    ...(shared.keys.get(point.room) ?? []),
    ...shared.panels,
    ...shared.telephones,
    ...(shared.cued.get(point.id) ?? []),
  ];
  return asked.length ? [asked] : [];
}

/** By point: devices by whose word a sentence moves it; "always" where a clock or the sun does. */
const cuedBy = memoAnywhere("cuedBy", (design): ReadonlyMap<string, readonly string[]> => {
  const device = new Map(design.devices.map(({ id, point }) => [point, id]));
  const found = new Map<string, string[]>();
  for (const row of design.automations) {
    if (!row.enabled) continue;
    const by = row.cues.flatMap((cue): string[] => {
      if (!("point" in cue)) return ["always"];
      const own = device.get(cue.point);
      return own === undefined ? [] : [`heard:${own}`];
    });
    for (const point of movedBy(design, row)) found.set(point, [...(found.get(point) ?? []), ...by]);
  }
  return found;
});

export const partsOfHouse = memo(
  "partsOfHouse",
  (design): Parts => {
    const found = new Map<string, Part>();
    const failing: string[] = [];
    const all: Collected = {
      add(id, ...needs) {
        if (!found.has(id)) found.set(id, { id, needs });
        return id;
      },
      fails: (id) => void failing.push(id),
      has: (id) => found.has(id),
    };
    const hubAt = hubByPoint(design);
    all.add("always");
    supplies(design, all);
    hubs(design, all);
    switches(design, all);
    buses(design, all);
    const wirings = [...wiringsOf(design).values()];
    for (const { device, point, power, heard } of wirings) {
      const hub = hubAt.get(point.id);
      if (power?.[0] === `cells:${device.id}`) {
        all.add(`cells:${device.id}`);
        all.fails(`cells:${device.id}`);
      }
      all.add(
        `device:${device.id}`,
        ...(power && hub === undefined ? [power] : []),
        ...(hub === undefined ? [] : [[`hub:${hub}`]]),
      );
      if (hub === undefined) all.fails(`device:${device.id}`);
      all.add(`heard:${device.id}`, [`device:${device.id}`], ...(heard.length ? [heard] : []));
    }
    radioParts(design, all, hubAt);
    const anyHub = design.hubs.filter(({ hub }) => hub === undefined).map(({ id }) => `hub:${id}`);
    const keys = new Map<string, string[]>();
    const panels: string[] = [];
    const telephones: string[] = [];
    for (const { device, point } of wirings) {
      const base = kindOf(point.kind);
      if (base === "panel") panels.push(`heard:${device.id}`);
      else if (KEYS.has(base)) keys.set(point.room, [...(keys.get(point.room) ?? []), `heard:${device.id}`]);
      else if (base === "access-point") telephones.push(`heard:${device.id}`);
    }
    const worked = workedIn(design);
    const shared = { panels, telephones, keys, cued: cuedBy(design) };
    for (const wiring of wirings) {
      const { device } = wiring;
      // What has failed itself is worked by nothing; a lock and a lever are worked all the same.
      const byHand = handNeeds(worked, wiring);
      if (byHand)
        all.add(`hand:${device.id}`, ...byHand, ...(byHand.length ? [[`device:${device.id}`]] : []));
      const links = linkNeeds(worked, all, wiring);
      if (links.length) all.add(`link:${device.id}`, links, [`device:${device.id}`]);
      const outside = thingsOf(design).get(device.id)?.local === false ? [["internet"], ["cloud"]] : [];
      if (anyHub.length || outside.length)
        all.add(
          `hub way:${device.id}`,
          ...(anyHub.length ? [anyHub] : []),
          [`heard:${device.id}`],
          ...outside,
          ...controlNeeds(design, wiring, shared),
        );
    }
    return { parts: [...found.values()], failing };
  },
  sameRow,
);
