/** Radio of Larkspur Weir: the mesh in the rack's metal, routers by chance, four access points. */
import type { Design } from "../core/design/collections";
import { applyChanges } from "../core/design/edit";
import { RADIO_PROFILE_TABLE } from "../core/stages/house/radio-table";
import { missingRadios, putRadios } from "../core/stages/mesh/put-radios";

/** Channels of the access points at 2.4 GHz: those next to one another take turns. */
const NETWORK_CHANNELS: Readonly<Record<string, number>> = {
  "d-hall-ap-1": 1,
  "d-landing-ap-1": 6,
  "d-sail-loft-ap-1": 11,
  "d-boathouse-ap-1": 1,
};

/** What three sides of the rack take from the coordinator's antenna, dB. */
const RACK_DB = 10;

/** Lamps hang at 2.4 m unless somebody says otherwise: the cellar is 2.2 m high, and so is the loft. */
const LOW_LAMP_M = 2;

export function addMesh(design: Design): void {
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
  design.neighbours = [
    { id: "n-lane", name: "house up the lane", form: "network", channel: 6, dbm: -81 },
    { id: "n-mill", name: "mill across the water", form: "network", channel: 11, dbm: -70, widthMhz: 20 },
  ];
  // Walked once round the ground floor with a meter in the hand.
  design.readings = [
    {
      id: "read-hall",
      at: { x: 6, y: 3 },
      level: "ground",
      dbm: -71,
      from: "r-coordinator",
      on: "2026-03-12",
    },
    {
      id: "read-snug",
      at: { x: 9.5, y: 2 },
      level: "ground",
      dbm: -78,
      from: "r-coordinator",
      on: "2026-03-12",
    },
  ];
  const mesh = RADIO_PROFILE_TABLE[0]!;
  design.radios = [
    // The lamp over the bench was bought cheap, and sends as it was.
    ...radios.map((row) =>
      row.device === "d-boathouse-lmp-1"
        ? { ...row, txDbm: 5 }
        : row.profile === "network-2400" && row.device in NETWORK_CHANNELS
          ? { ...row, channel: NETWORK_CHANNELS[row.device] }
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
  ];
}
