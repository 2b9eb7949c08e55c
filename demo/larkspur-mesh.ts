/** Radio of Larkspur Weir: the mesh in the rack's metal, routers by chance, four access points. */
import type { Design } from "../core/design/collections";
import { applyChanges } from "../core/design/edit";
import { RADIO_PROFILE_TABLE } from "../core/stages/house/radio-table";
import { readFileSync } from "node:fs";
import { readReadings } from "../core/stages/mesh/readings-csv";
import { readScan } from "../core/stages/mesh/scan-csv";
import { missingRadios, putRadios } from "../core/stages/mesh/put-radios";
import type { DeviceRow } from "../core/design/rows/register";

/** Channels of the access points at 2.4 GHz: those next to one another take turns. */
const NETWORK_CHANNELS: Readonly<Record<string, number>> = {
  "d-hall-ap-1": 1,
  "d-landing-ap-1": 6,
  "d-sail-loft-ap-1": 11,
  "d-boathouse-ap-1": 1,
};

/** Those at 5 GHz, 40 MHz wide. */
const FAST_CHANNELS: Readonly<Record<string, number>> = {
  "d-hall-ap-1": 36,
  "d-landing-ap-1": 52,
  "d-sail-loft-ap-1": 100,
  "d-boathouse-ap-1": 36,
};

/** What three sides of the rack take from the coordinator's antenna, dB. */
const RACK_DB = 10;

/** Lamps hang at 2.4 m unless somebody says otherwise: the cellar is 2.2 m high, and so is the loft. */
const LOW_LAMP_M = 2;

const shipped = (name: string) => readFileSync(`demo/${name}`, "utf8");

/** Things on cells and a receiver or two: kind, room, place, name, protocol, cost. */
const CORDLESS: [
  kind: string,
  room: string,
  at: [number, number, number],
  name: string,
  protocol: DeviceRow["protocol"],
  cost: number,
][] = [
  ["radiator", "nurse", [2.6, 0.5, 0.3], "Nurse's radiator valve", "868 MHz", 62],
  ["radiator", "carpenter", [3.4, 8.5, 0.3], "Carpenter's radiator valve", "868 MHz", 62],
  ["radiator", "teen", [8.4, 0.5, 0.3], "Teenager's radiator valve", "868 MHz", 62],
  ["radiator", "gran", [7.4, 8.5, 0.3], "Grandmother's radiator valve", "868 MHz", 62],
  ["radiator", "bath", [9.2, 4.2, 0.3], "Bath radiator valve", "868 MHz", 62],
  ["radiator", "dressing", [11.6, 4.2, 0.3], "Dressing room radiator valve", "868 MHz", 62],
  ["radiator", "landing", [4.4, 1.2, 0.3], "Landing radiator valve", "868 MHz", 62],
  ["leak--cells", "laundry", [14.3, 1.8, 0.05], "Leak probe, washer", "868 MHz", 38],
  ["leak--cells", "shower", [8.8, 4.3, 0.05], "Leak probe, shower", "868 MHz", 38],
  ["shade--cells", "snug", [8.2, 3.7, 2.2], "Snug curtain runner", "Bluetooth LE", 118],
  ["shade--cells", "nurse", [3.9, 0.35, 2.2], "Nurse's curtain runner", "Bluetooth LE", 118],
  ["shade--cells", "gran", [8.4, 8.6, 2.2], "Grandmother's curtain runner", "Bluetooth LE", 118],
  ["relay", "landing", [6.4, 4.6, 2.2], "Receiver of the curtain runners", "Bluetooth LE", 54],
  ["lock--cells", "sail-loft", [8.45, 5.9, 1.05], "Lodger's door lock", "Bluetooth LE", 189],
  ["remote", "quay", [14.2, 12.2, 1.3], "Remote of the quay lights", "433 MHz", 9],
  ["relay", "boathouse", [33.4, 4.6, 1.6], "Receiver of the boathouse's board", "433 MHz", 12],
];

/** Kinds as the table has them, on cells of their own: no cable. */
const ON_CELLS = [
  ["leak", "leak--cells", "Leak probe on cells", "LKC"],
  ["shade", "shade--cells", "Curtain runner on cells", "CUR"],
  ["lock", "lock--cells", "Lock on cells", "LKB"],
] as const;

/** Receivers: all ways of their band lead to them. */
const RECEIVERS = new Set(["d-landing-rly-1", "d-boathouse-rly-1"]);

function addCordless(design: Design): void {
  for (const [from, id, name, code] of ON_CELLS) {
    const { needs: _, ...kind } = design.kinds.find((row) => row.id === from)!;
    design.kinds.push({ ...kind, id, name, code, drops: [] });
  }
  for (const [kind, room, [x, y, z], name, protocol, cost] of CORDLESS) {
    const level = design.rooms.find((row) => row.id === room)!.level;
    const code = design.kinds.find((row) => row.id === kind)!.code.toLowerCase();
    const number = design.points.filter((row) => row.room === room && row.kind === kind).length + 1;
    const id = `${room}-${code}-${number}`;
    design.points.push({ id, kind, level, room, x, y, z, name, number });
    design.devices.push({ id: `d-${id}`, point: id, name, status: "wanted", protocol, cost });
  }
}

export function addMesh(design: Design): void {
  addCordless(design);
  const low = new Set(design.levels.filter((level) => level.ceilingHeightM < 2.4).map(({ id }) => id));
  design.points = design.points.map((point) =>
    point.kind === "lamp" && (low.has(point.level) || point.room === "boathouse")
      ? { ...point, z: LOW_LAMP_M }
      : point,
  );
  // Its sheets go on up into the roof.
  design.levels = design.levels.map((row) => (row.id === "yard" ? { ...row, voidAboveM: 1.5 } : row));
  // The boathouse is sheet metal all round, its door too.
  design.openings = design.openings.map((row) =>
    row.wall === "y-boat-w" ? { ...row, material: "sheet-metal" } : row,
  );
  const planned = { ...design, radioProfiles: RADIO_PROFILE_TABLE.map((row) => ({ ...row })) };
  const { radios } = applyChanges(planned, putRadios(missingRadios(planned)));
  // Left as it came out of the box: under the landing's network.
  design.radioProfiles = planned.radioProfiles.map((row) =>
    row.id === "mesh-2400" ? { ...row, channel: 17 } : row,
  );
  const [mesh, subGhz] = [RADIO_PROFILE_TABLE[0]!, RADIO_PROFILE_TABLE[1]!];
  design.radios = [
    // The lamp over the bench was bought cheap, and sends as it was.
    ...radios.map((row) =>
      row.device === "d-boathouse-lmp-1"
        ? { ...row, txDbm: 5 }
        : row.profile === "network-2400" && row.device in NETWORK_CHANNELS
          ? { ...row, channel: NETWORK_CHANNELS[row.device] }
          : row.profile === "network-5000" && row.device in FAST_CHANNELS
            ? { ...row, channel: FAST_CHANNELS[row.device] }
            : RECEIVERS.has(row.device)
              ? { ...row, coordinator: true, supply: "mains" as const }
              : row,
    ),
    // A stick in the hub on the shelf, its antenna among the sheet metal.
    {
      id: "r-coordinator",
      device: "d-plant-room-hub-1",
      profile: mesh.id,
      txDbm: mesh.txDbm,
      sensitivityDbm: mesh.sensitivityDbm,
      gainDbi: mesh.gainDbi - RACK_DB,
      routes: true,
      coordinator: true,
      supply: "mains",
      metalDb: RACK_DB,
    },
    // The second stick, on a lead out of the rack.
    {
      id: "r-coordinator-868",
      device: "d-plant-room-hub-1",
      profile: subGhz.id,
      txDbm: subGhz.txDbm,
      sensitivityDbm: subGhz.sensitivityDbm,
      gainDbi: subGhz.gainDbi,
      routes: true,
      coordinator: true,
      supply: "mains",
    },
  ];
  const scan = readScan(design, shipped("larkspur-scan.csv"));
  design.neighbours = applyChanges(design, scan.changes).neighbours;
  // Walked once round the house with a meter in the hand; one figure was read beside an open door.
  const { changes } = readReadings({ ...design }, shipped("larkspur-readings.csv"), "2026-03-12");
  design.readings = applyChanges({ ...design }, changes).readings;
}
