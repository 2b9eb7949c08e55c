/** Profiles and rules a new design starts with. A design may change every row. */
import type { BoardPin, BusProfileRow, SegmentRuleRow } from "../../design/rows/bus";

export const BUS_PROFILE_TABLE: readonly BusProfileRow[] = [
  {
    id: "contact-loop",
    name: "12 V contact loop",
    supplyV: 12,
    topologies: ["line", "star", "tree"],
    limits: { minV: 9, maxA: 0.5, devices: 8, totalM: 300 },
    sources: { minV: "typical", maxA: "typical", devices: "typical", totalM: "typical" },
    cableType: "contact-4",
  },
  {
    id: "dali",
    name: "DALI",
    supplyV: 16,
    topologies: ["line", "tree", "star"],
    limits: { minV: 9.5, maxA: 0.25, devices: 64, dropV: 2, totalM: 300 },
    sources: {
      minV: "IEC 62386-101",
      maxA: "IEC 62386-101",
      devices: "IEC 62386-101",
      dropV: "IEC 62386-101",
      totalM: "usual practice at 1.5 mm²",
    },
    addressFrom: 0,
    addressTo: 63,
    cableType: "power-2x1",
  },
  {
    id: "house-bus",
    name: "24 V house bus, four-wire",
    supplyV: 24,
    topologies: ["line", "tree", "star", "ring"],
    limits: { minV: 20, maxA: 1.5, devices: 50, totalM: 300, supplyToDeviceM: 150, dropV: 1.2 },
    sources: {
      minV: "typical",
      maxA: "typical",
      devices: "typical",
      totalM: "typical",
      supplyToDeviceM: "typical",
      dropV: "5 % of 24 V, typical",
    },
    addressFrom: 1,
    addressTo: 250,
    cableType: "bus-4",
  },
  {
    id: "line-29",
    name: "29 V line bus, two-wire",
    supplyV: 29,
    topologies: ["line", "tree", "star"],
    limits: {
      minV: 21,
      maxA: 0.64,
      devices: 64,
      totalM: 1000,
      supplyToDeviceM: 350,
      deviceToDeviceM: 700,
    },
    sources: {
      minV: "ISO/IEC 14543-3, twisted pair",
      maxA: "typical supply",
      devices: "ISO/IEC 14543-3, twisted pair",
      totalM: "ISO/IEC 14543-3, twisted pair",
      supplyToDeviceM: "ISO/IEC 14543-3, twisted pair",
      deviceToDeviceM: "ISO/IEC 14543-3, twisted pair",
    },
    addressFrom: 1,
    addressTo: 255,
    cableType: "bus-4",
  },
  {
    id: "one-wire",
    name: "1-Wire",
    supplyV: 5,
    topologies: ["line"],
    limits: { minV: 3, maxA: 0.1, devices: 20, totalM: 100, stubM: 3 },
    sources: {
      minV: "typical",
      maxA: "typical",
      devices: "usual practice",
      totalM: "usual practice",
      stubM: "usual practice",
    },
    cableType: "cat6",
  },
  {
    id: "rs-485",
    name: "RS-485",
    topologies: ["line"],
    limits: { devices: 32, totalM: 1200, stubM: 0.3 },
    sources: {
      devices: "TIA/EIA-485, unit loads",
      totalM: "TIA/EIA-485, at low speed",
      stubM: "usual practice",
    },
    terminationOhm: 120,
    addressFrom: 1,
    addressTo: 247,
    cableType: "cat6",
  },
];

const KEYS = ["keypad"];
const VALVES = ["manifold", "valve"];
const CEILING = ["motion"];
const ENTRANCE = ["door-reader"];

/** Usual practice: what a fault or a screwdriver outside may not take with it. */
export const SEGMENT_RULE_TABLE: readonly SegmentRuleRow[] = [
  {
    id: "ceiling-alone",
    rule: "always alone",
    one: { name: "Ceiling sensors", kinds: CEILING },
    why: "Sensors at ceilings are cabled over the voids, and tried out floor by floor.",
  },
  {
    id: "entrance-apart",
    rule: "never together",
    one: { name: "Entrance", kinds: ENTRANCE },
    other: { name: "Indoors", place: "indoors" },
    why: "Whoever opens a reader from outside has its whole line in hand.",
  },
  {
    id: "outdoors-apart",
    rule: "never together",
    one: { name: "Outdoors", place: "outdoors" },
    other: { name: "Indoors", place: "indoors" },
    why: "Water or a digger outside must not take the house with it.",
  },
  {
    id: "entrance-outdoors",
    rule: "may share",
    one: { name: "Entrance", kinds: ENTRANCE },
    other: { name: "Outdoors", place: "outdoors" },
    why: "Both can be reached from outside already.",
  },
  {
    id: "valves-apart",
    rule: "never together",
    one: { name: "Valves", kinds: VALVES },
    other: { name: "Keypads", kinds: KEYS },
    why: "A valve that draws its start current must not make keys fail.",
  },
];

const pin = (name: string, can: BoardPin["can"], atStart: BoardPin["atStart"], note?: string): BoardPin => ({
  name,
  can,
  atStart,
  ...(note ? { note } : {}),
});

/**
 * Pins of a small logic board as such boards are: some that only read, some that are read or driven while it starts,
 * one pair for a bus. Whoever has another board changes them.
 */
export const BOARD_PINS: readonly BoardPin[] = [
  pin("1", ["in", "out"], "blinks", "says the start-up log"),
  pin("2", ["in", "out"], "high", "read while it starts: must not be pulled low"),
  pin("3", ["in", "out"], "blinks", "read while it starts"),
  ...["4", "5", "6", "7", "8", "9", "10", "11", "12", "13", "14", "15"].map((name) =>
    pin(name, ["in", "out"], "low"),
  ),
  pin("16", ["in", "out", "bus"], "low"),
  pin("17", ["in", "out", "bus"], "low"),
  ...["18", "19", "20", "21"].map((name) => pin(name, ["in"], "floating", "reads only")),
  pin("22", ["in", "analogue"], "floating", "reads only"),
  pin("23", ["in", "analogue"], "floating", "reads only"),
  pin("24", ["in", "out", "analogue"], "low"),
];
