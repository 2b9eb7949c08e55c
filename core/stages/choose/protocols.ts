/** What each protocol is like: its band by region, its shape, its limits. Open standards, by their names. */
import type { OptionRow } from "../../design/rows/choose";
import type { Region } from "../../design/rows/settings";

export interface ProtocolProfile {
  protocol: OptionRow["protocol"];
  /** By region where the law sets it; "all" where it is the same everywhere. */
  band: Partial<Record<Region | "all", string>>;
  topology: "mesh" | "star" | "line" | "tree" | "point to point" | "free";
  /** Hops a message may take; absent where there are none to count. */
  hops?: number;
  /** Devices in one network. */
  devices?: number;
  /** Who passes messages on. */
  routers: string;
  /** How fit for cells, 0 not at all, 3 for years. */
  battery: 0 | 1 | 2 | 3;
  /** Needs the house's own network to be up. */
  network: boolean;
  /** Works without the internet. */
  offline: "yes" | "no" | "depends";
  /** Indoors, through ordinary walls, one hop. */
  rangeM?: number;
  /** What is worth knowing before it is chosen. */
  note: string;
  source: string;
}

export const PROTOCOL_TABLE: readonly ProtocolProfile[] = [
  {
    protocol: "Zigbee",
    band: { all: "2.4 GHz, channels 11–26" },
    topology: "mesh",
    hops: 15,
    devices: 200,
    routers: "what is on mains",
    battery: 3,
    network: false,
    offline: "yes",
    rangeM: 12,
    note: "Shares its band with the house's wireless network; two ends bind directly where both speak it.",
    source: "IEEE 802.15.4; device limit by coordinator, typical",
  },
  {
    protocol: "Z-Wave",
    band: {
      Europe: "868.4 MHz",
      "North America": "908.4 MHz",
      "Australia and New Zealand": "921.4 MHz",
      Japan: "922–926 MHz",
      India: "865.2 MHz",
    },
    topology: "mesh",
    hops: 4,
    devices: 232,
    routers: "what is on mains",
    battery: 3,
    network: false,
    offline: "yes",
    rangeM: 18,
    note: "Buy for the region: devices of two regions never hear each other.",
    source: "ITU-T G.9959",
  },
  {
    protocol: "Thread",
    band: { all: "2.4 GHz, channels 11–26" },
    topology: "mesh",
    hops: 15,
    devices: 250,
    routers: "what is on mains, up to 32 of them",
    battery: 3,
    network: true,
    offline: "yes",
    rangeM: 12,
    note: "Needs a border router on the house's network; two of them make one mesh only if they share its credentials.",
    source: "IEEE 802.15.4; typical",
  },
  {
    protocol: "Matter over Wi-Fi",
    band: { all: "2.4 and 5 GHz" },
    topology: "star",
    devices: 100,
    routers: "the access points",
    battery: 0,
    network: true,
    offline: "yes",
    rangeM: 15,
    note: "Every device is a client of the wireless network; IPv6 and multicast must get through.",
    source: "IEEE 802.11; typical",
  },
  {
    protocol: "Wi-Fi",
    band: { all: "2.4 and 5 GHz" },
    topology: "star",
    devices: 100,
    routers: "the access points",
    battery: 1,
    network: true,
    offline: "depends",
    rangeM: 15,
    note: "Many such devices go through their maker's computers; look at each one.",
    source: "IEEE 802.11; typical",
  },
  {
    protocol: "Bluetooth LE",
    band: { all: "2.4 GHz" },
    topology: "star",
    devices: 30,
    routers: "none, unless it is a mesh",
    battery: 3,
    network: false,
    offline: "yes",
    rangeM: 8,
    note: "Reaches one room, seldom two.",
    source: "typical",
  },
  {
    protocol: "433 MHz",
    band: { Europe: "433.92 MHz", "North America": "not for all uses", all: "433.92 MHz" },
    topology: "point to point",
    routers: "none",
    battery: 3,
    network: false,
    offline: "yes",
    rangeM: 25,
    note: "One way: nobody knows whether it arrived, and codes can be copied.",
    source: "ERC/REC 70-03; typical",
  },
  {
    protocol: "868 MHz",
    band: {
      Europe: "868–869 MHz",
      "North America": "902–928 MHz",
      "Australia and New Zealand": "915–928 MHz",
      Japan: "920–928 MHz",
      India: "865–867 MHz",
    },
    topology: "star",
    devices: 60,
    routers: "none",
    battery: 3,
    network: false,
    offline: "depends",
    rangeM: 25,
    note: "Each line speaks its own language on it: a hub of that line is needed.",
    source: "ERC/REC 70-03; typical",
  },
  {
    protocol: "infrared",
    band: { all: "38 kHz on light" },
    topology: "point to point",
    routers: "none",
    battery: 3,
    network: false,
    offline: "yes",
    rangeM: 8,
    note: "Line of sight in one room; one way.",
    source: "typical",
  },
  {
    protocol: "house bus",
    band: { all: "cable" },
    topology: "free",
    devices: 64,
    routers: "couplers",
    battery: 0,
    network: false,
    offline: "yes",
    note: "Its own cable with its supply; what is linked on it works with the hub off.",
    source: "typical",
  },
  {
    protocol: "DALI",
    band: { all: "cable" },
    topology: "free",
    devices: 64,
    routers: "none",
    battery: 0,
    network: false,
    offline: "yes",
    note: "64 addresses and 250 mA a line, 2 V drop at most.",
    source: "IEC 62386",
  },
  {
    protocol: "RS-485",
    band: { all: "cable" },
    topology: "line",
    devices: 32,
    routers: "repeaters",
    battery: 0,
    network: false,
    offline: "yes",
    note: "A line, ended at both ends, stubs short; 1 200 m at low speed.",
    source: "TIA-485",
  },
  {
    protocol: "1-Wire",
    band: { all: "cable" },
    topology: "line",
    devices: 32,
    routers: "none",
    battery: 0,
    network: false,
    offline: "yes",
    note: "Thermometers on a long line; slow.",
    source: "typical",
  },
  {
    protocol: "Ethernet",
    band: { all: "cable" },
    topology: "star",
    devices: 250,
    routers: "switches",
    battery: 0,
    network: true,
    offline: "depends",
    note: "A port each.",
    source: "IEEE 802.3",
  },
  {
    protocol: "PoE",
    band: { all: "cable" },
    topology: "star",
    devices: 250,
    routers: "switches",
    battery: 0,
    network: true,
    offline: "depends",
    note: "A port each, and its power from the switch: one battery keeps all of them.",
    source: "IEEE 802.3",
  },
  {
    protocol: "contact",
    band: { all: "cable" },
    topology: "star",
    routers: "none",
    battery: 0,
    network: false,
    offline: "yes",
    note: "Two wires and a contact: nothing to pair, nothing to update.",
    source: "typical",
  },
  {
    protocol: "analogue",
    band: { all: "cable" },
    topology: "star",
    routers: "none",
    battery: 0,
    network: false,
    offline: "yes",
    note: "A level on a pair of wires; keep it away from mains.",
    source: "typical",
  },
];

/**
 * How far a radio carries indoors, in three classes; undefined where there is a cable. By metres a hop,
 * then by whether others pass it on.
 */
export function rangeClass(profile: ProtocolProfile): "a room" | "a floor" | "a house" | undefined {
  if (profile.rangeM === undefined) return undefined;
  if (profile.topology === "mesh" || profile.rangeM > 16) return "a house";
  return profile.rangeM > 10 ? "a floor" : "a room";
}

/** Where a protocol sends in a region, in the words of its standard. */
export const bandIn = (profile: ProtocolProfile, region: Region) =>
  profile.band[region] ?? profile.band.all ?? "not allowed there";
