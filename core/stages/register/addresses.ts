/** Addresses on the house's networks: who has which, what is kept free, and the next one (docs/model.md §8). */
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { readEui, writeEui } from "./eui";
import type { DeviceRow, NetworkRow } from "../../design/rows/register";

const IPV4_FORM = /^\d{1,3}(\.\d{1,3}){3}$/;

/** An address of four figures as one number; undefined where it is none. */
export function ipv4(text: string): number | undefined {
  if (!IPV4_FORM.test(text)) return undefined;
  let value = 0;
  for (const part of text.split(".")) {
    // A leading nought would be read in eights by some.
    if (Number(part) > 255 || (part.length > 1 && part.startsWith("0"))) return undefined;
    value = value * 256 + Number(part);
  }
  return value;
}

export const ipv4Text = (value: number): string =>
  [24, 16, 8, 0].map((bits) => Math.floor(value / 2 ** bits) % 256).join(".");

export interface Span {
  network: NetworkRow;
  /** Its own name and that of all of it: no device's. */
  first: number;
  last: number;
  pool?: readonly [from: number, to: number];
}

/** Networks as spans of numbers; one whose first address is none is passed over. */
export const spansOf = memo("spansOf", (design): readonly Span[] =>
  design.networks.flatMap((network): Span[] => {
    const [base, bits] = network.cidr.split("/") as [string, string];
    const at = ipv4(base);
    if (at === undefined) return [];
    const size = 2 ** (32 - Number(bits));
    const first = Math.floor(at / size) * size;
    const from = network.poolFrom === undefined ? undefined : ipv4(network.poolFrom);
    const to = network.poolTo === undefined ? from : ipv4(network.poolTo);
    return [
      {
        network,
        first,
        last: first + size - 1,
        ...(from === undefined || to === undefined ? {} : { pool: [from, to] as const }),
      },
    ];
  }),
);

/** The narrowest network that holds an address. */
export function spanOf(design: Design, address: number): Span | undefined {
  return spansOf(design)
    .filter(({ first, last }) => address >= first && address <= last)
    .sort((a, b) => a.last - a.first - (b.last - b.first))[0];
}

/** What an address is, in the one form it is compared in. */
export type AddressRead =
  | { kind: "network"; text: string; value: number }
  | { kind: "eui"; text: string }
  | { kind: "other"; text: string }
  | { kind: "wrong"; why: string };

const LIKE_EUI = /^[0-9a-f]{2}([:-][0-9a-f]{2}){3,}$/i;

export function readAddress(address: string): AddressRead {
  const text = address.trim();
  if (/^\d+(\.\d+){3}$/.test(text)) {
    const value = ipv4(text);
    return value === undefined
      ? { kind: "wrong", why: "is no address: each of its four figures is 0 to 255, without a leading 0" }
      : { kind: "network", text: ipv4Text(value), value };
  }
  const eui = readEui(text);
  if (eui)
    return eui.group
      ? { kind: "wrong", why: "is the address of a group, which no device has as its own" }
      : { kind: "eui", text: writeEui(eui) };
  if (LIKE_EUI.test(text)) {
    const pairs = text.split(/[:-]/).length;
    return { kind: "wrong", why: `has ${pairs} pairs of figures: an address has six or eight` };
  }
  return { kind: "other", text: text.toLowerCase() };
}

/** Addresses that are anybody's: of devices, kept back, of gateways; by number, with whose it is. */
export const takenOf = memo("takenOf", (design): ReadonlyMap<number, string> => {
  const taken = new Map<number, string>();
  for (const { gateway, name } of design.networks) {
    const at = gateway === undefined ? undefined : ipv4(gateway);
    if (at !== undefined) taken.set(at, `gateway of ${name}`);
  }
  for (const { address, name } of design.reservations) {
    const at = ipv4(address);
    if (at !== undefined) taken.set(at, name);
  }
  for (const { address, name } of design.devices) {
    const at = address === undefined ? undefined : ipv4(address.trim());
    if (at !== undefined && !taken.has(at)) taken.set(at, name);
  }
  return taken;
});

/** The next address of a network that nobody has and no pool gives out; undefined where it is full. */
export function nextFree(
  design: Design,
  { first, last, pool }: Span,
  from = first + 1,
  given: ReadonlySet<number> = new Set(),
): number | undefined {
  const taken = takenOf(design);
  const free = (at: number) => !taken.has(at) && !given.has(at) && !(pool && at >= pool[0] && at <= pool[1]);
  for (let at = Math.max(from, first + 1); at < last; at++) {
    // A pool is passed in one step, however large.
    if (pool && at >= pool[0] && at <= pool[1]) at = pool[1];
    else if (free(at)) return at;
  }
  for (let at = first + 1; at < Math.min(from, last); at++) if (free(at)) return at;
  return undefined;
}

/** The network a device belongs on: that of its address, else the first that carries its protocol. */
export function networkFor(
  design: Design,
  { address, protocol }: Pick<DeviceRow, "address" | "protocol">,
): Span | undefined {
  const at = address === undefined ? undefined : ipv4(address.trim());
  return (
    (at === undefined ? undefined : spanOf(design, at)) ??
    spansOf(design).find(({ network }) => network.carries?.includes(protocol))
  );
}

/** A node's number, decimal or with 0x before it. */
export function nodeNumber(node: string): number | undefined {
  const text = node.trim();
  if (/^\d{1,6}$/.test(text)) return Number(text);
  return /^0x[0-9a-f]{1,4}$/i.test(text) ? parseInt(text.slice(2), 16) : undefined;
}

/** The highest node number a network of a protocol has. */
const MOST_NODE: Partial<Record<DeviceRow["protocol"], number>> = {
  "Z-Wave": 232,
  Zigbee: 0xfff7,
  DALI: 63,
  "RS-485": 247,
};

/** The next node number of a protocol, written as the one it stands in for. */
export function nextNode(
  design: Design,
  device: DeviceRow,
  given: ReadonlySet<string> = new Set(),
): string | undefined {
  const own = device.node?.trim() ?? "1";
  const hex = /^0x/i.test(own);
  const most = MOST_NODE[device.protocol] ?? 0xffff;
  const taken = new Set(
    design.devices
      .filter(({ protocol, node }) => protocol === device.protocol && node !== undefined)
      .map(({ node }) => nodeNumber(node!)),
  );
  const from = nodeNumber(own) ?? 1;
  for (let step = 1; step <= most; step++) {
    const at = ((from - 1 + step) % most) + 1;
    const text = hex ? `0x${at.toString(16).toUpperCase().padStart(4, "0")}` : String(at);
    if (!taken.has(at) && !given.has(text)) return text;
  }
  return undefined;
}
