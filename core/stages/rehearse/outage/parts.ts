/**
 * A house as parts that need one another: supplies, links, hub, radios, bus, switches, devices. Failures are parts taken
 * out; what a way of a function needs is a part as well (`hand:`, `link:`, `hub way:`), so that one search says all.
 *
 * Taken as given where a design does not say: what has no circuit hangs on the mains; a network switch of another rack
 * hangs on the first one beside the hub; a radio passes on through any number of routers.
 */
import { byId, type Design } from "../../../design/collections";
import { memo } from "../../../design/kept";
import type { Need, Part } from "../../../outage/graph";
import { parentsOf, placedStops, stopsOf } from "../../../points/lines";
import { ableOf } from "../../automations/things";
import { movedBy } from "../../automations/rows-walk";
import { thingsOf } from "../../bridges/things";
import { loadsOf, type Load } from "../../bus/loads";
import type { SegmentRow } from "../../bus/rows";
import { circuitOf, legOf } from "../../mesh/cut-off";
import { bandsOf, otherEnd, radiosOf, type Radio } from "../../mesh/links";
import { forwards, isRoot } from "../../mesh/routes";
import { itemsOf } from "../../rack/racks";
import { patchesOf } from "../../rack/patching";
import { batteriesOf } from "../../register/cells";
import type { DeviceRow } from "../../register/rows";
import type { PointRow } from "../../runs/rows";

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

/** The network switch a point's cable ends at: that of its patch, else the first one of its closet. */
function switchByPoint(design: Design): (point: PointRow) => string | undefined {
  const patched = new Map<string, string>();
  for (const { drop, switchPort } of patchesOf(design))
    if (switchPort !== undefined && !patched.has(drop.point.id))
      patched.set(drop.point.id, switchPort.slice(0, switchPort.lastIndexOf("/")));
  const inCloset = new Map<string, string>();
  for (const rack of design.racks)
    for (const { id, kind } of itemsOf(design, rack.id))
      if (kind === "switch" && !inCloset.has(rack.closet)) inCloset.set(rack.closet, id);
  return ({ id, closet }) => patched.get(id) ?? inCloset.get(closet ?? "");
}

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
  for (const band of bandsOf(design))
    for (const radio of band.radios) {
      const device = `device:${radio.device.id}`;
      if (isRoot(radio)) {
        all.add(`coordinator:${radio.row.id}`);
        if (hubAt.has(radio.point.id)) all.fails(`coordinator:${radio.row.id}`);
        all.add(`radio:${radio.row.id}`, [device], [`coordinator:${radio.row.id}`]);
        continue;
      }
      const around = (band.linksOf.get(radio.row.id) ?? [])
        .map((link) => otherEnd(link, radio.row.id))
        .filter(forwards)
        .map(({ row }) => `radio:${row.id}`);
      all.add(`radio:${radio.row.id}`, [device], around);
    }
}

interface Known {
  design: Design;
  radios: ReadonlyMap<string, readonly Radio[]>;
  loads: ReadonlyMap<string, Load>;
  outputs: ReadonlyMap<string, readonly { module: string; circuit?: string }[]>;
  switchOf(point: PointRow): string | undefined;
}

function wiringOf(
  { design, radios, loads, outputs, switchOf }: Known,
  device: DeviceRow,
  point: PointRow,
): Wiring {
  const own = radios.get(device.id) ?? [];
  const stop = placedStops(design).get(point.id)?.stop;
  const outs = outputs.get(point.id) ?? [];
  const net = WIRED.has(device.protocol) ? switchOf(point) : undefined;
  const base = kindOf(point.kind);
  const [radio] = own;
  const circuit =
    (radio && circuitOf(design, radio)) ??
    outs.find((out) => out.circuit)?.circuit ??
    loads.get(point.id)?.circuit;
  const heard = [
    ...own.map(({ row }) => `radio:${row.id}`),
    ...(stop ? [`stop:${stop.id}`] : []),
    ...outs.map(({ module }) => `module:${module}`),
    ...(net === undefined ? [] : [`switch:${net}`]),
  ];
  const cells = batteriesOf(design).has(device.id) || own.some(({ row }) => row.supply === "battery");
  const amplifier = design.rackItems.find(({ kind }) => kind === "amplifier");
  const power: Need | undefined = cells
    ? [`cells:${device.id}`]
    : device.protocol === "PoE" && net !== undefined
      ? [`switch:${net}`]
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
            : [circuitPart(design, circuit)];
  return { device, point, power, heard };
}

/** What feeds each device, and over what it is heard. */
export const wiringsOf = memo("wiringsOf", (design): ReadonlyMap<string, Wiring> => {
  const radios = new Map<string, Radio[]>();
  for (const radio of radiosOf(design).values())
    radios.set(radio.device.id, [...(radios.get(radio.device.id) ?? []), radio]);
  const outputs = new Map<string, { module: string; circuit?: string }[]>();
  for (const { module, load, circuit } of design.channels)
    if (load !== undefined)
      outputs.set(load, [
        ...(outputs.get(load) ?? []),
        { module, ...(circuit === undefined ? {} : { circuit }) },
      ]);
  const loads = new Map(
    loadsOf(design)
      .filter((load) => load.in === "points")
      .map((load) => [load.id, load]),
  );
  const known: Known = { design, radios, loads, outputs, switchOf: switchByPoint(design) };
  return new Map(
    design.devices.flatMap((device) => {
      const point = byId(design, "points").get(device.point);
      return point ? [[device.id, wiringOf(known, device, point)] as const] : [];
    }),
  );
});

/** Can it be worked at the thing itself, with nothing but what feeds it? Undefined: no; an empty list: whatever has failed. */
function handNeeds(design: Design, { device, point, power }: Wiring): Need[] | undefined {
  const base = kindOf(point.kind);
  const type = ableOf(design).get(point.id)?.type;
  const fed = power ? [power] : [];
  const option = byId(design, "options").get(device.option ?? "");
  // A key and a thumb-turn, and the lever of a valve in the pipe, want no supply.
  if (base === "lock" || base === "water-valve") return [];
  if (type === "plug" || base === "radiator" || base === "television" || base === "wall-switch") return fed;
  if (option?.can.includes("by hand")) return fed;
  if (!type?.endsWith("light")) return undefined;
  if (design.channels.some(({ load }) => load === point.id)) return undefined;
  const radio = [...radiosOf(design).values()].find((one) => one.device.id === device.id);
  const leg = radio && legOf(design, radio);
  if (leg) return leg.feed === "switched" && leg.switches.length ? fed : undefined;
  return design.switches.some(({ room }) => room === point.room) ? fed : undefined;
}

/** Inputs that work an output with no hub between: each a need of the module, of the input, of what feeds the load. */
function linkNeeds(design: Design, all: Collected, { point, power }: Wiring): string[] {
  const outputs = design.channels.filter(({ load }) => load === point.id);
  const found: string[] = [];
  const fed = power ? [power] : [];
  for (const output of outputs)
    for (const link of design.links) {
      if (link.output !== output.id) continue;
      const stop = placedStops(design).get(link.input ?? "")?.stop;
      const channel = byId(design, "channels").get(link.channel ?? "");
      const input: Need[] = stop ? [[`stop:${stop.id}`]] : channel ? [[`module:${channel.module}`]] : [];
      found.push(all.add(`by link:${link.id}`, [`module:${output.module}`], ...input, ...fed));
    }
  for (const remote of design.remotes) {
    if (remote.load !== point.id) continue;
    found.push(all.add(`by remote:${remote.id}`, ...fed));
  }
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
function cuedBy(design: Design): Map<string, string[]> {
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
}

export const partsOfHouse = memo("partsOfHouse", (design): Parts => {
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
  const shared = { panels, telephones, keys, cued: cuedBy(design) };
  for (const wiring of wirings) {
    const { device } = wiring;
    // What has failed itself is worked by nothing; a lock and a lever are worked all the same.
    const byHand = handNeeds(design, wiring);
    if (byHand) all.add(`hand:${device.id}`, ...byHand, ...(byHand.length ? [[`device:${device.id}`]] : []));
    const links = linkNeeds(design, all, wiring);
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
});
