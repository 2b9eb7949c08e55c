/**
 * Flat 3, Ropewalk Court: a rented two-room flat, taken down with a tape, no new cable allowed. All
 * invented.
 */
import { namesOf } from "../core/stages/automations/language/names";
import { readAutomations } from "../core/stages/automations/language/text";
import { CATALOGUE } from "../core/stages/choose/catalogue";
import { proposeWants } from "../core/stages/choose/derive";
import { DEFAULT_SETTINGS } from "../core/stages/choose/settings";
import { emptyDesign, FILE_ORDER, type AnyRow, type Design } from "../core/design/collections";
import { applyChanges } from "../core/design/edit";
import type { RoomRow } from "../core/design/rows/house-structure";
import { addOpening, parseSides, tapeRoom } from "../core/stages/house";
import { RADIO_PROFILE_TABLE } from "../core/stages/house/radio-table";
import { BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "../core/stages/house/bus-tables";
import { MODULE_TYPE_TABLE } from "../core/stages/house/module-table";
import { missingRadios, putRadios } from "../core/stages/mesh/put-radios";
import { CABLE_TABLE, KIND_TABLE, MATERIAL_TABLE } from "../core/stages/house/tables";

/** Room, its code and type, where its first corner is, and its sides as they were called out. */
export const TAPED: [
  id: string,
  name: string,
  code: string,
  type: RoomRow["type"],
  start: [number, number],
  sides: string,
][] = [
  ["living", "Living room", "LIV", "living", [0, 0], "4.85m right; 3.60m down; 4.85m left; 3.60m up"],
  ["bed", "Bedroom", "BED", "sleeping", [4.95, 0], "3.20m right; 3.60m down; 3.20m left; 3.60m up"],
  ["hall", "Hall", "HALL", "circulation", [0, 3.7], "5.40m right; 1.30m down; 5.40m left; 1.30m up"],
  ["bath", "Bath", "BATH", "wet", [5.5, 3.7], "2.65m right; 1.30m down; 2.65m left; 1.30m up"],
];

const LOCAL = new Set(["lamp", "plug", "hub", "motion", "contact", "leak", "temperature", "keypad"]);

const POINTS: [kind: string, room: string, x: number, y: number, name: string][] = [
  ["hub", "hall", 0.4, 4.4, "Hub on the shoe shelf"],
  ["lamp", "living", 2.4, 1.8, "Living room lamp"],
  ["lamp", "living", 4.3, 0.5, "Reading lamp"],
  ["lamp", "bed", 6.5, 1.8, "Bedroom lamp"],
  ["lamp", "bed", 7.8, 0.5, "Bedside lamp"],
  ["lamp", "hall", 2.6, 4.3, "Hall lamp"],
  ["lamp", "bath", 6.8, 4.3, "Bath lamp"],
  ["plug", "living", 0.3, 0.4, "Television plug"],
  ["plug", "living", 0.3, 3.2, "Kettle"],
  ["plug", "living", 4.6, 3.3, "Fridge"],
  ["plug", "bed", 5.2, 3.3, "Heater plug"],
  ["motion", "hall", 5.2, 3.9, "Hall presence"],
  ["motion", "living", 4.6, 0.3, "Living room presence"],
  ["contact", "hall", 0.2, 4.9, "Flat door"],
  ["contact", "living", 1.6, 0.1, "Living room window"],
  ["contact", "bed", 6.4, 0.1, "Bedroom window"],
  ["leak", "bath", 7.9, 4.8, "Leak sensor, bath"],
  ["leak", "living", 0.5, 3.5, "Leak sensor, sink"],
  ["temperature", "bed", 5.1, 1.4, "Bedroom temperature"],
  ["keypad", "hall", 4.2, 4.9, "Button by the bedroom"],
  ["access-point", "living", 3.4, 3.4, "Access point, wished for"],
];

export function ropewalkCourt(): Design {
  let design = emptyDesign({
    name: "Flat 3, Ropewalk Court",
    latitudeDeg: 53.4,
    longitudeDeg: -3.0,
    zone: "Europe/London",
    northDeg: -40,
    units: "metric",
    currency: "GBP",
    mainsV: 230,
    ambientC: 20,
    slackPointM: 0.5,
    slackClosetM: 3,
    wastePct: 10,
    notes: "A rented two-room flat: no new cable, one hub, twenty devices.",
  });
  design.materials = MATERIAL_TABLE.map((row) => ({ ...row }));
  design.cableTypes = CABLE_TABLE.map((row) => ({ ...row }));
  design.kinds = KIND_TABLE.map((row) => (LOCAL.has(row.id) ? { ...row, drops: [] } : { ...row }));
  design.busProfiles = BUS_PROFILE_TABLE.map((row) => ({ ...row }));
  design.radioProfiles = RADIO_PROFILE_TABLE.map((row) => ({ ...row }));
  design.segmentRules = SEGMENT_RULE_TABLE.map((row) => ({ ...row }));
  design.moduleTypes = MODULE_TYPE_TABLE.map((row) => ({ ...row }));
  design.levels = [
    {
      id: "third",
      name: "Third floor",
      code: "3",
      order: 0,
      elevationM: 0,
      ceilingHeightM: 2.45,
      slabThicknessM: 0.2,
      slabMaterial: "slab",
      voidAboveM: 0,
    },
  ];
  let n = 0;
  for (const [id, name, code, type, start, sides] of TAPED) {
    const taped = tapeRoom(
      design,
      (prefix) => (prefix === "r" ? id : `${prefix}${(n += 1)}`),
      "third",
      start,
      parseSides(sides),
      { name, code, type, thicknessM: 0.1, material: "plasterboard", on: "2026-10-03" },
    );
    design = applyChanges(design, taped.changes);
  }
  const north = (x: number) =>
    design.walls.find(
      (wall) =>
        Math.abs(wall.ay - wall.by) < 0.01 &&
        wall.ay < 0 &&
        Math.min(wall.ax, wall.bx) < x &&
        Math.max(wall.ax, wall.bx) > x,
    )!;
  design = applyChanges(
    design,
    addOpening(design, "win-living", north(1.6).id, "window", Math.abs(1.6 - north(1.6).ax)),
  );
  design = applyChanges(
    design,
    addOpening(design, "win-bed", north(6.4).id, "window", Math.abs(6.4 - north(6.4).ax)),
  );
  for (const [kindId, room, x, y, name] of POINTS) {
    const kind = design.kinds.find((row) => row.id === kindId)!;
    const id = `${room}-${kind.code.toLowerCase()}-${design.points.filter((point) => point.room === room && point.kind === kindId).length + 1}`;
    design.points.push({
      id,
      kind: kindId,
      level: "third",
      room,
      x,
      y,
      z: kind.mountHeightM,
      name,
      number: design.points.filter((point) => point.room === room && point.kind === kindId).length + 1,
    });
    if (kindId !== "access-point")
      design.devices.push({
        id: `d-${id}`,
        point: id,
        name,
        status: "wanted",
        protocol: kindId === "hub" ? "Ethernet" : "Zigbee",
        cost: kindId === "hub" ? 140 : 24,
      });
  }
  design = applyChanges(design, putRadios(missingRadios(design)));
  const [mesh] = RADIO_PROFILE_TABLE;
  // A stick in the port beside the hub's disk.
  design.radios.push({
    id: "r-coordinator",
    device: "d-hall-hub-1",
    profile: mesh!.id,
    txDbm: mesh!.txDbm,
    sensitivityDbm: mesh!.sensitivityDbm,
    gainDbi: mesh!.gainDbi,
    routes: true,
    coordinator: true,
    supply: "mains",
    leadM: 0,
  });
  // Named by whoever paired it, in a hurry.
  design.devices = design.devices.map((row) =>
    row.id === "d-living-plg-2" ? { ...row, name: "Plug 2" } : row,
  );
  design.people.push({
    id: "tenant",
    role: "Tenant, works from home",
    sleepsFrom: "23:00",
    sleepsTo: "07:00",
    needs: ["works at home"],
  });
  design.problems.push({
    id: "heater",
    name: "Heater left on when the flat is empty",
    kind: "safety",
    rooms: ["bed"],
    people: ["tenant"],
    severity: 5,
    perWeek: 2,
    points: ["bed-plg-1"],
    devices: [],
    automations: [],
  });
  design.constraints.push(
    { id: "rented", name: "The lease", kind: "tenure", tenure: "tenant", rooms: [], walls: [] },
    { id: "no-cable", name: "No new cable in the lease", kind: "no new cable", rooms: [], walls: [] },
  );
  design.options.push(...CATALOGUE.map((row) => ({ ...row })));
  // One hub, as the shoe shelf has one socket.
  design.design = { ...design.design, choosing: { ...DEFAULT_SETTINGS, maxHubs: 1, years: 3 } };
  // The heater is left for its problem to ask for.
  const proposals = proposeWants(design, ["points"])
    .map(({ want }) => want)
    .filter((want) => want.function !== "socket" || want.room !== "bed");
  proposals.forEach((want, i) => design.wants.push({ id: `w-${String(i + 1).padStart(2, "0")}`, ...want }));
  addEcosystem(design);
  addAutomations(design);
  for (const name of FILE_ORDER)
    (design[name] as AnyRow[]).sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  return structuredClone(design);
}

/** Six sentences; the flag of the last one can be set nowhere. */
const SENTENCES = `
automation heater-away: Heater off when the flat is empty
  for safety
  cue out: when the last of the household leaves
  do switch off [Heater plug]

automation hall-light: Hall light when somebody passes
  for comfort
  in [Hall]
  cue comes: when [Hall presence] sees somebody
  cue gone: when [Hall presence] sees nobody any more and stays so for 3 min
  provided the sun stands below 5°
  do choose
    when [comes] cued it
      do switch on [Hall lamp]
    otherwise
      do switch off [Hall lamp]

automation living-off: Living room dark by night
  for saving
  in [Living room]
  cue late: at 00:30
  do switch off [Living room lamp] and [Reading lamp]

automation leak: Water on the floor
  for safety
  cue wet: when one of [Leak sensor, bath] and [Leak sensor, sink] gets wet
  do repeat every 10 min, at most 6 times
    do say “Water on the floor: shut the tap under the sink” on no panel and to [Tenant, works from home]

automation window: Heater off with the window open
  for saving
  in [Bedroom]
  cue open: when [Bedroom window] is opened and stays so for 2 min
  do switch off [Heater plug]

automation standby: Television off at work
  for saving
  in [Living room]
  cue day: at 09:00
  provided it is Mon to Fri
  unless the flag [Day off] is on
  do switch off [Television plug]
`;

function addAutomations(design: Design): void {
  design.dials = [{ id: "day-off", name: "Day off", kind: "flag", value: "off" }];
  design.people = design.people.map((row) => ({ ...row, room: "bed" }));
  const { rows, faults } = readAutomations(SENTENCES, namesOf(design));
  const [fault] = faults;
  if (fault) throw new Error(`Line ${fault.line} of the flat's sentences ${fault.reason}.`);
  design.automations = rows;
}

/** One ecosystem, which looks at a port that the hub's bridge is not at. */
function addEcosystem(design: Design): void {
  design.ecosystems = [
    {
      id: "harbour-voice",
      name: "Harbour voice",
      accepts: ["on/off light", "dimmable light", "plug", "thermostat", "climate sensor"],
      port: 5640,
      uncertified: "warns",
      maxDevices: 100,
      speech: "elsewhere",
      byCode: true,
      shares: true,
      holder: "tenant",
      source: "its own notes, autumn 2026",
    },
  ];
  const shown = design.devices.filter(({ id }) => /-(lmp|plg)-/.test(id)).map(({ id }) => id);
  design.bridges = [
    {
      id: "bridge",
      name: "Bridge of the flat",
      host: "d-hall-hub-1",
      port: 5600,
      filter: { devices: shown },
      savedAs: shown,
    },
  ];
  design.exposures = shown.map((device) => ({
    id: `ha-${device.replace(/^d-/, "")}`,
    device,
    ecosystem: "harbour-voice",
    bridge: "bridge",
  }));
}
