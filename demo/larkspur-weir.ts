/**
 * The demo design, Larkspur Weir. `npm run demo:file` writes it out as the project file beside this one.
 * All invented.
 */
import { emptyDesign, FILE_ORDER, type AnyRow, type Design } from "../core/design/collections";
import type { DeviceRow } from "../core/design/rows/register";
import type { PointRow } from "../core/design/rows/runs";
import { CABLE_TABLE, KIND_TABLE, MATERIAL_TABLE } from "../core/stages/house/tables";
import { applyChanges } from "../core/design/edit";
import { findRooms } from "../core/stages/house";
import { addBus } from "./larkspur-bus";
import { addBrief } from "./larkspur-brief";
import { addChannels } from "./larkspur-channels";
import { addChoice } from "./larkspur-choice";
import { addMesh } from "./larkspur-mesh";
import { addRack } from "./larkspur-rack";
import { addAutomations } from "./larkspur-automations";
import { addBridges } from "./larkspur-bridges";
import { addRegister } from "./larkspur-register";
import { addStructure } from "./larkspur-structure";
import { addSurvey } from "./larkspur-survey";

const CELLAR = "cellar-cabinet";
const LANDING = "landing-cupboard";

/** kind, room, x, y, and where it matters: a name of its own, z, "no closet", "no device". */
type Line = [
  kind: string,
  room: string,
  x: number,
  y: number,
  extra?: {
    name?: string;
    z?: number;
    loose?: boolean;
    bare?: boolean;
    serves?: string;
  },
];

const POINTS: Record<"cellar" | "ground" | "first" | "loft" | "yard", Line[]> = {
  cellar: [
    ["hub", "plant-room", 1.5, 4.8, { name: "House hub" }],
    ["manifold", "plant-room", 4.6, 1.2, { name: "Floor heating manifold" }],
    ...["hall", "office", "snug", "kitchen", "dining", "shower", "lobby", "laundry", "boot room"].map(
      (room, i): Line => [
        "valve",
        "plant-room",
        3.5 + i * 0.3,
        0.75,
        { name: `Floor valve, ${room}`, serves: room.split(" ")[0]! },
      ],
    ),
    ["leak", "plant-room", 2.2, 0.8, { name: "Leak sensor, sump" }],
    ["leak", "plant-room", 5.2, 3.6, { name: "Leak sensor, boiler" }],
    ["plug", "plant-room", 2.6, 0.7, { name: "Sump pump" }],
    ["temperature", "plant-room", 3.4, 2.4],
    ["motion", "store", 11.3, 0.7],
    ["lamp", "plant-room", 3.2, 2.8],
    ["lamp", "store", 8.8, 2.8],
  ],
  ground: [
    ["door-station", "hall", 4.6, 0.35, { name: "Front door station", z: 1.4 }],
    ["door-reader", "hall", 6.3, 0.35, { name: "Front door reader" }],
    ["contact", "hall", 5.5, 0.3, { name: "Front door contact" }],
    ["keypad", "hall", 6.7, 1.6],
    ["alarm-panel", "hall", 4.3, 4.2],
    ["motion", "hall", 6.6, 0.6],
    ["access-point", "hall", 5.5, 3.1],
    ["lamp", "hall", 5.5, 1.4, { name: "Hall lamp" }],
    ["lamp", "hall", 5.5, 4.3, { name: "Foot of stair lamp" }],
    ["stair-tread", "hall", 4.4, 4.9, { name: "Lowest stair tread" }],
    ["stair-tread", "hall", 4.4, 4.4, { name: "Second stair tread", z: 0.74 }],
    ["stair-tread", "hall", 4.4, 3.9, { name: "Third stair tread", z: 1.18 }],
    ["stair-tread", "hall", 4.4, 3.4, { name: "Fourth stair tread", z: 1.62 }],
    ["stair-tread", "hall", 4.4, 2.9, { name: "Fifth stair tread", z: 2.06 }],
    ["stair-tread", "hall", 4.4, 2.4, { name: "Highest stair tread", z: 2.5 }],
    ["shade", "office", 2.1, 0.35, { name: "Office north shade" }],
    ["shade", "office", 0.35, 3.2, { name: "Office west shade" }],
    ["keypad", "office", 4.1, 2.0],
    ["temperature", "office", 4.1, 3.2],
    ["lamp", "office", 2.2, 2.0],
    ["plug", "office", 0.5, 1.2, { name: "Desk plug" }],
    ["television", "snug", 11.6, 2.9],
    ["loudspeaker", "snug", 8.0, 0.9, { name: "Snug loudspeaker left" }],
    ["loudspeaker", "snug", 10.6, 0.9, { name: "Snug loudspeaker right" }],
    ["shade", "snug", 8.8, 0.35, { name: "Snug shade left" }],
    ["shade", "snug", 10.2, 0.35, { name: "Snug shade right" }],
    ["keypad", "snug", 6.95, 2.2],
    ["temperature", "snug", 6.95, 3.2],
    ["lamp", "snug", 9.3, 2.0],
    ["motion", "snug", 11.5, 0.5],
    ["shade", "kitchen", 2.1, 8.65, { name: "Kitchen south shade" }],
    ["shade", "kitchen", 0.35, 7.2, { name: "Kitchen west shade" }],
    ["keypad", "kitchen", 4.1, 6.6],
    ["leak", "kitchen", 0.6, 5.2, { name: "Leak sensor, kitchen sink" }],
    ["lamp", "kitchen", 2.2, 5.2, { name: "Kitchen lamp, sink" }],
    ["lamp", "kitchen", 2.2, 7.4, { name: "Kitchen lamp, table" }],
    ["plug", "kitchen", 0.5, 4.4, { name: "Dishwasher" }],
    ["plug", "kitchen", 1.4, 4.1, { name: "Fridge" }],
    ["shade", "dining", 6.4, 8.65, { name: "Dining shade left" }],
    ["shade", "dining", 10.1, 8.65, { name: "Dining shade right" }],
    ["loudspeaker", "dining", 6.2, 6.0, { name: "Dining loudspeaker left" }],
    ["loudspeaker", "dining", 9.8, 6.0, { name: "Dining loudspeaker right" }],
    ["keypad", "dining", 5.0, 5.3],
    ["temperature", "dining", 8.4, 5.3],
    ["lamp", "dining", 8.0, 7.2],
    ["motion", "dining", 11.6, 8.5],
    ["lamp", "shower", 8.0, 4.5],
    ["temperature", "shower", 7.0, 4.1],
    ["lamp", "lobby", 10.4, 4.5],
    ["contact", "lobby", 11.7, 4.6, { name: "Back lobby contact" }],
    ["lamp", "laundry", 13.6, 2.8],
    ["plug", "laundry", 14.6, 1.8, { name: "Washer" }],
    ["plug", "laundry", 14.6, 2.6, { name: "Dryer" }],
    ["camera", "boot", 14.75, 6.4, { name: "Boot room camera" }],
    ["door-reader", "boot", 14.8, 4.7, { name: "Boot room reader" }],
    ["contact", "boot", 14.8, 5.3, { name: "Boot room contact" }],
    ["lamp", "boot", 13.6, 5.4],
  ],
  first: [
    ["access-point", "landing", 5.5, 2.2],
    ["keypad", "landing", 4.35, 2.2],
    ["motion", "landing", 6.6, 0.5],
    ["lamp", "landing", 5.5, 1.2, { name: "Landing lamp" }],
    ["lamp", "landing", 5.5, 4.0, { name: "Landing lamp by the stair" }],
    ["stair-tread", "landing", 6.6, 4.4, { name: "Loft stair tread" }],
    ["shade", "nurse", 2.0, 0.35, { name: "Nurse's north shade" }],
    ["shade", "nurse", 0.35, 2.0, { name: "Nurse's west shade" }],
    ["keypad", "nurse", 4.1, 3.9],
    ["temperature", "nurse", 4.1, 1.6],
    ["lamp", "nurse", 2.2, 2.4],
    ["contact", "nurse", 1.4, 0.3, { name: "Nurse's window contact" }],
    ["shade", "carpenter", 2.2, 8.65, { name: "Carpenter's south shade" }],
    ["lamp", "carpenter", 2.2, 6.4],
    ["temperature", "carpenter", 4.1, 7.6],
    ["shade", "teen", 9.3, 0.35, { name: "Teenager's shade" }],
    ["lamp", "teen", 9.2, 1.8],
    ["plug", "teen", 11.6, 2.6, { name: "Teenager's desk plug" }],
    ["television", "gran", 11.6, 6.2],
    ["shade", "gran", 6.4, 8.65, { name: "Grandmother's shade left" }],
    ["shade", "gran", 10.3, 8.65, { name: "Grandmother's shade right" }],
    ["keypad", "gran", 5.0, 5.35],
    ["lamp", "gran", 8.0, 7.0],
    ["motion", "gran", 4.4, 8.5, { name: "Night path sensor" }],
    ["lamp", "bath", 8.1, 4.2],
    ["lamp", "dressing", 10.6, 4.2],
  ],
  loft: [
    ["access-point", "sail-loft", 5.2, 4.2],
    ["shade", "sail-loft", 4.5, 7.4, { name: "Sail loft south shade" }],
    ["keypad", "sail-loft", 8.5, 5.6],
    ["lamp", "sail-loft", 4.0, 4.6],
    ["temperature", "sail-loft", 8.5, 3.2],
    ["contact", "sail-loft", 4.5, 1.6, { name: "Sail loft window contact" }],
    ["lamp", "loft-shower", 9.5, 2.8],
    ["lamp", "stair-head", 9.5, 5.8],
    ["stair-tread", "stair-head", 9.2, 7.2, { name: "Topmost stair tread" }],
  ],
  yard: [
    ["camera", "yard-open", 15.3, 0.4, { name: "Yard gate camera" }],
    ["camera", "yard-open", 25.8, 8.8, { name: "Boathouse path camera" }],
    ["camera", "quay", 13.6, 9.4, { name: "Quay camera" }],
    ["camera", "plant-house", 19.8, 10.2, { name: "Plant house camera", z: 2.2 }],
    ["camera", "towpath", 70.4, 8.9, { name: "Lower gate camera", z: 3 }],
    ["awning", "quay", 8.0, 9.5, { name: "Quay awning" }],
    ["weather-mast", "quay", 13.9, 12.0, { name: "Weather mast" }],
    ["access-point", "boathouse", 30.0, 3.0, { z: 2.8 }],
    ["motion", "boathouse", 33.6, 0.4],
    ["contact", "boathouse", 26.3, 3.2, { name: "Boathouse door contact" }],
    ["lamp", "boathouse", 30.0, 2.0, { name: "Workshop lamp" }],
    ["plug", "boathouse", 33.5, 4.4, { name: "Table saw" }],
    ["plug", "boathouse", 33.5, 5.2, { name: "Dust extractor" }],
    ["contact", "yard-open", 25.2, -0.6, { name: "Gate contact" }],
    ["temperature", "plant-house", 16.4, 12.0, { z: 1.6 }],
    ["shade", "plant-house", 18.0, 13.6, { name: "Plant house roof vent", z: 2.6, loose: true }],
    ["solar-panel", "plant-house", 16.8, 13.7, { name: "Panel for the roof vent", z: 2.4, loose: true }],
    ["lamp", "plant-house", 18.0, 11.4, { bare: true }],
    ["lamp", "yard-open", 20.4, 2.0, { name: "Yard lamp", bare: true }],
  ],
};

const COST: Record<string, number> = {
  "access-point": 164,
  "alarm-panel": 210,
  awning: 890,
  camera: 138,
  contact: 14,
  "door-reader": 176,
  "door-station": 395,
  hub: 340,
  "solar-panel": 74,
  keypad: 96,
  lamp: 38,
  leak: 22,
  loudspeaker: 115,
  manifold: 420,
  motion: 44,
  plug: 31,
  shade: 245,
  "stair-tread": 27,
  television: 0,
  temperature: 52,
  valve: 34,
  "weather-mast": 310,
};

function protocolOf(kind: string): DeviceRow["protocol"] {
  const row = KIND_TABLE.find((k) => k.id === kind)!;
  if (row.needs?.poeClass) return "PoE";
  if (row.drops.some((line) => line.purpose === "bus")) return "house bus";
  if (kind === "lamp" || kind === "plug") return "Zigbee";
  if (kind === "hub" || kind === "television") return "Ethernet";
  return row.service === "security" ? "contact" : row.service === "shade" ? "RS-485" : "analogue";
}

function addPoints(design: Design): void {
  const ordinal = new Map<string, number>();
  const count = (key: string) => {
    ordinal.set(key, (ordinal.get(key) ?? 0) + 1);
    return ordinal.get(key)!;
  };
  for (const [level, lines] of Object.entries(POINTS)) {
    for (const [kindId, roomId, x, y, extra = {}] of lines) {
      const kind = KIND_TABLE.find((k) => k.id === kindId)!;
      const room = design.rooms.find((r) => r.id === roomId)!;
      const number = count(`${roomId} ${kindId}`);
      const name = extra.name ?? `${room.name} ${kind.name.toLowerCase()}`;
      const id = `${roomId}-${kind.code.toLowerCase()}-${number}`;
      const closet = level === "first" || level === "loft" ? LANDING : CELLAR;
      const point: PointRow = {
        id,
        kind: kindId,
        level,
        room: roomId,
        x,
        y,
        z: extra.z ?? kind.mountHeightM,
        name,
        number,
      };
      if (extra.serves !== undefined) point.serves = extra.serves;
      if (kind.drops.length && !extra.loose) point.closet = closet;
      design.points.push(point);
      if (extra.bare) continue;
      const status = level === "ground" ? "chosen" : level === "cellar" ? "ordered" : "wanted";
      design.devices.push({
        id: `d-${id}`,
        point: id,
        name,
        status,
        protocol: protocolOf(kindId),
        cost: COST[kindId]!,
      });
    }
  }
  // Two lamps on the landing were given one name: somebody will switch the wrong one.
  design.devices.find((device) => device.id === "d-landing-lmp-2")!.name = "Landing lamp";
}

function addSite(design: Design): void {
  const pulled = (point: string, index: number, markStartM: number, markEndM: number, reel?: string) =>
    design.drops.push({
      id: `${point}-${index}`,
      point,
      index,
      state: "pulled",
      markStartM,
      markEndM,
      ...(reel ? { reel } : {}),
    });
  pulled("hall-ap-1", 1, 12.4, 31.9);
  pulled("hall-ap-1", 2, 31.9, 51.6);
  pulled("hall-key-1", 1, 203.1, 222.8, "reel-bus");
  Object.assign(
    design.drops.find((row) => row.id === "hall-ap-1-1")!,
    {
      state: "tested",
      test: { method: "qualification", result: "pass", measured: "1 Gbit/s" },
      on: "2026-10-02",
    },
  );
  Object.assign(
    design.drops.find((row) => row.id === "hall-key-1-1")!,
    { on: "2026-10-02" },
  );
  // The carpenter found a post where the keypad was drawn.
  Object.assign(
    design.points.find((row) => row.id === "hall-key-1")!,
    { drawn: { x: 6.7, y: 1.2, z: 1.1, on: "2026-10-02", why: "A post stands behind the plaster there." } },
  );
  design.drops.push({
    id: "snug-tel-1-3",
    point: "snug-tel-1",
    index: 3,
    state: "blocked",
    note: "Chimney breast: the builder opens it first.",
    trade: "builder",
    on: "2026-10-02",
  });
  design.symmetries.push(
    { id: "sy-snug", left: "snug-spk-1", right: "snug-spk-2", axis: "across", atM: 9.3 },
    { id: "sy-dining", left: "dining-spk-1", right: "dining-spk-2", axis: "across", atM: 8 },
  );
  // The snug's television takes a second data cable for the player behind it.
  design.roomKits.push({
    id: "rk-snug-tel",
    room: "snug",
    kind: "television",
    drops: [
      { cableType: "coax", count: 2, purpose: "antenna", end: "panel" },
      { cableType: "cat6", count: 2, purpose: "data", end: "panel" },
    ],
  });
  design.reels.push(
    { id: "reel-bus", cableType: "bus-4", remainingM: 86 },
    { id: "reel-cat6", cableType: "cat6", remainingM: 61.5 },
  );
}

/** Rooms end at the faces of the walls round them. */
function fitRooms(design: Design): void {
  for (const level of design.levels) {
    design.rooms = applyChanges(
      design,
      findRooms(design, level.id, () => "", { refit: true }).changes.filter(
        (change) => !("put" in change) || change.in !== "rooms" || change.put.id !== "",
      ),
    ).rooms;
  }
}

/** The demo design as rows. */
export function larkspurWeir(): Design {
  const design = emptyDesign({
    name: "Larkspur Weir",
    latitudeDeg: 55.2,
    longitudeDeg: -2.4,
    zone: "Europe/London",
    northDeg: 18,
    units: "metric",
    currency: "GBP",
    mainsV: 230,
    ambientC: 20,
    slackPointM: 0.5,
    slackClosetM: 3,
    wastePct: 10,
    running: { ledSupplyW: 30 },
    notes: "A former lock-keeper's house on a canal, with its boathouse workshop and plant house.",
  });
  design.materials = MATERIAL_TABLE.map((row) => ({ ...row }));
  design.cableTypes = CABLE_TABLE.map((row) => ({ ...row }));
  design.kinds = KIND_TABLE.map((row) => ({ ...row }));
  addStructure(design);
  fitRooms(design);
  addPoints(design);
  addSite(design);
  addSurvey(design);
  addBrief(design);
  addChoice(design);
  addBus(design);
  addChannels(design);
  addRack(design);
  addMesh(design);
  addRegister(design);
  addBridges(design);
  addAutomations(design);
  for (const name of FILE_ORDER)
    (design[name] as AnyRow[]).sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  // Results are kept with a design: what was asked while it was being put together is not of the one that is given.
  return structuredClone(design);
}
