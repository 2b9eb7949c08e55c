/** What is known of a device in other stages, in words: its cable and port, its bus or radio link, what uses it. */
import { type Design, rowOf } from "../../design/collections";
import { movedBy } from "../../design/walk";
import { portsOfDrop } from "../../points/ports";
import { reachesOf, treesOf } from "../mesh/routes";
import { networkOf, segmentVolts } from "./device-links";

export interface DeviceLinks {
  cables: { label: string; port: string }[];
  radio?: { text: string; marginDb?: number; lost: boolean };
  bus?: string;
  network?: string;
  /** Automations that move it. */
  automations: string[];
  /** Where it is shown, and as what people say. */
  exposures: string[];
  /** What stops with it. */
  fails: string[];
}

export function linksOf(design: Design, id: string): DeviceLinks {
  const device = rowOf(design, "devices", id);
  const cables = design.patches
    .filter((row) => row.drop.startsWith(`${device.point}/`))
    .map((row) => {
      const { panel, switch: at } = portsOfDrop(design, row.drop);
      return { label: row.drop, port: [panel, at].filter(Boolean).join(", on ") || "no port yet" };
    });
  let radio: DeviceLinks["radio"];
  const fails: string[] = [];
  for (const { band, ways, orphans, children } of treesOf(design)) {
    const own = band.radios.filter((one) => one.row.device === id);
    for (const one of own) {
      const way = ways.get(one.row.id);
      const reach = reachesOf(design).get(band.profile.id)?.get(one.row.id);
      const lost = orphans.some((other) => other.row.id === one.row.id);
      radio = {
        text: way
          ? `${band.profile.name}: heard by ${way.parent.device.name}, ${way.hops === 1 ? "at once" : `over ${way.hops} hops`}`
          : lost
            ? `${band.profile.name}: heard by nobody`
            : `${band.profile.name}: all ways lead to it`,
        ...(reach ? { marginDb: reach.marginDb } : {}),
        lost,
      };
      const held = children.get(one.row.id) ?? [];
      if (held.length)
        fails.push(
          `${held.map((other) => other.device.name).join(", ")} ${held.length === 1 ? "speaks" : "speak"} through it`,
        );
    }
  }
  const automations = design.automations
    .filter((row) => movedBy(design, row).includes(device.point))
    .map(({ name }) => name);
  if (automations.length)
    fails.push(`${automations.join(", ")} ${automations.length === 1 ? "has" : "have"} nothing to move`);
  const exposures = design.exposures
    .filter((row) => row.device === id)
    .map(
      ({ ecosystem, spokenName }) =>
        `${rowOf(design, "ecosystems", ecosystem).name} as “${spokenName ?? device.name}”`,
    );
  const hosts = new Set([
    id,
    ...design.hubs.filter(({ point }) => point === device.point).map((hub) => hub.id),
  ]);
  for (const { host, name } of design.bridges)
    if (hosts.has(host)) fails.push(`${name} shows nothing to anybody`);
  for (const hub of design.hubs)
    if (hub.point === device.point) {
      const held = design.devices.filter(
        ({ protocol }) => protocol === "Zigbee" || protocol === "Thread" || protocol === "Z-Wave",
      );
      fails.push(`${hub.name} is gone: nothing but hands and direct links works ${held.length} devices`);
    }
  const problems = design.problems.filter(
    (row) => row.devices.includes(id) || row.points.includes(device.point),
  );
  for (const { name } of problems) fails.push(`“${name}” is back`);
  const bus = segmentVolts(design, device.point);
  const network = networkOf(design, device);
  return {
    cables,
    ...(radio ? { radio } : {}),
    ...(bus ? { bus } : {}),
    ...(network ? { network } : {}),
    automations,
    exposures,
    fails,
  };
}
