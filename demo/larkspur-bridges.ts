/**
 * Who may say and press what at Larkspur Weir: three ecosystems, two bridges on the house hub. Its faults are left in:
 * both bridges on one port, bridge A stale since a label changed, Star lamp and Stair lamp sounding alike, a pair kept in
 * step that closes a loop over the panel. All invented.
 */
import { writeFigures } from "../core/stages/register/pairing-code";
import type { Design } from "../core/design/collections";
import { CAPABILITIES, SHOWN_TYPES, type ShownType } from "../core/stages/bridges/capabilities";
import { filterResult } from "../core/stages/bridges/matrix";
import type { ExposureRow } from "../core/design/rows/bridges";
import { thingsOf } from "../core/stages/bridges/things";

const LIGHTS: readonly ShownType[] = ["on/off light", "dimmable light", "tunable light", "colour light"];
/** Labelled to be shown by voice and on phones: what people of the house say and press. */
const SHOWN_ROOMS = new Set([
  "hall",
  "kitchen",
  "dining",
  "snug",
  "office",
  "landing",
  "teen",
  "gran",
  "nurse",
  "carpenter",
  "stair-head",
  "sail-loft",
]);
const SHOWN_TYPES_HERE = new Set<ShownType>([...LIGHTS, "plug", "cover", "door lock", "thermostat"]);
/** Labelled since bridge A was last saved; and one whose label was taken off. */
const LABELLED_SINCE = ["d-plant-house-shd-1", "d-laundry-plg-1"];
const UNLABELLED_SINCE = "d-kitchen-plg-2";

/** What people say, where that is not the name on the plan. */
const SAID: Readonly<Record<string, string>> = {
  "d-teen-lmp-1": "Star lamp",
  "d-stair-head-lmp-1": "Stair lamp",
  "d-kitchen-lmp-1": "Sink light",
  "d-kitchen-lmp-2": "Table light",
  "d-hall-lmp-2": "Stair foot lamp",
  "d-landing-lmp-2": "Airing cupboard lamp",
  "d-snug-shd-1": "Snug left shade",
  "d-snug-shd-2": "Snug right shade",
  "d-plant-house-shd-1": "Roof vent",
  "d-laundry-plg-1": "Washing",
  "d-teen-plg-1": "Games console",
  "d-sail-loft-lkb-1": "Loft door",
};

export function addBridges(design: Design): void {
  design.ecosystems = [
    {
      id: "harbour-voice",
      name: "Harbour voice",
      accepts: [
        ...LIGHTS,
        "plug",
        "switch",
        "cover",
        "door lock",
        "thermostat",
        "climate sensor",
        "contact sensor",
        "television",
        "scene",
      ],
      port: 5640,
      uncertified: "warns",
      maxDevices: 100,
      speech: "elsewhere",
      factorFor: ["unlock", "open a gate or garage"],
      several: "asks which",
      byCode: true,
      shares: true,
      joinMin: 6,
      openMin: 3,
      network: "house",
      holder: "carpenter",
      source: "its own notes, autumn 2026",
    },
    {
      id: "slate-home",
      name: "Slate home",
      accepts: [
        "on/off light",
        "dimmable light",
        "plug",
        "cover",
        "door lock",
        "thermostat",
        "climate sensor",
      ],
      keeps: CAPABILITIES.filter((one) => one !== "tilt" && one !== "energy"),
      uncertified: "refuses",
      maxDevices: 150,
      speech: "none",
      local: true,
      factorFor: ["unlock"],
      byCode: true,
      byShare: true,
      joinMin: 8,
      openMin: 4,
      network: "house",
      holder: "nurse",
      source: "its own notes, autumn 2026",
    },
    {
      id: "field-panel",
      name: "Field panel",
      accepts: [...SHOWN_TYPES],
      uncertified: "takes it",
      roomsCarry: true,
      speech: "in the house",
      local: true,
      several: "takes all",
      byCode: true,
      joinMin: 2,
      network: "house",
      source: "tried in the hall",
    },
  ];
  const label = (id: string) => {
    design.devices = design.devices.map((row) =>
      row.id === id ? { ...row, tags: [...(row.tags ?? []), "shown"] } : row,
    );
  };
  const things = thingsOf({ ...design });
  const room = (id: string) => design.points.find(({ id: point }) => point === id)!.room;
  for (const { device, type } of things.values())
    if (
      type &&
      SHOWN_TYPES_HERE.has(type) &&
      // The lights of the stair go by themselves: there is nothing to say to them.
      !device.point.includes("-trd-") &&
      SHOWN_ROOMS.has(room(device.point)) &&
      device.id !== UNLABELLED_SINCE
    )
      label(device.id);
  const bridge = {
    id: "bridge-a",
    name: "Bridge A",
    host: "house-hub",
    port: 5640,
    network: "house",
    filter: { labels: ["shown"] },
    certified: true,
    multicast: true,
    joined: ["harbour-voice"],
    code: writeFigures({ discriminator: 5, shortDiscriminator: true, passcode: 48_151_623 }),
    watchdog: true,
    restart: "Each Sunday at 04:30; what is shown answers again after three minutes",
  };
  const saved = filterResult({ ...design }, bridge);
  for (const id of LABELLED_SINCE) label(id);
  design.bridges = [
    { ...bridge, savedAs: [...saved, UNLABELLED_SINCE].sort(), savedOn: "2026-11-02" },
    {
      id: "bridge-b",
      name: "Bridge B",
      host: "house-hub",
      // Taken over from bridge A when it was copied.
      port: 5640,
      network: "house",
      filter: { rooms: ["hall", "kitchen", "dining", "snug", "landing", "gran"], except: ["d-gran-tel-1"] },
      multicast: true,
      savedOn: "2026-11-02",
    },
  ];
  const panel = filterResult({ ...design }, design.bridges[1]!).filter((id) => {
    const type = things.get(id)?.type;
    return (
      type !== undefined && !id.includes("-trd-") && (SHOWN_TYPES_HERE.has(type) || type === "climate sensor")
    );
  });
  // What it takes of those rooms is more than is shown on the panel: keypads and loudspeakers have nothing to press.
  design.bridges[1] = {
    ...design.bridges[1]!,
    savedAs: [...filterResult({ ...design }, design.bridges[1]!)].sort(),
  };
  const rows: ExposureRow[] = [];
  const expose = (device: string, ecosystem: string, through: string) =>
    rows.push({
      id: `${ecosystem.slice(0, 2)}-${device.replace(/^d-/, "")}`,
      device,
      ecosystem,
      bridge: through,
      ...(SAID[device] ? { spokenName: SAID[device] } : {}),
      ...(things.get(device)?.danger && ecosystem !== "field-panel" ? { factor: true } : {}),
      ...(ecosystem === "harbour-voice" && room(things.get(device)!.device.point) === "snug"
        ? { placed: true }
        : {}),
    });
  for (const device of [...new Set([...saved, ...LABELLED_SINCE])].sort()) {
    expose(device, "harbour-voice", "bridge-a");
    expose(device, "slate-home", "bridge-a");
  }
  for (const device of panel) expose(device, "field-panel", "bridge-b");
  design.exposures = rows;
  design.pairs = [
    {
      id: "table-snug",
      left: "d-kitchen-lmp-2",
      right: "d-snug-lmp-1",
      ecosystem: "harbour-voice",
      leftDown: "is worked by hand",
      rightDown: "is worked by hand",
    },
    { id: "snug-dining", left: "d-snug-lmp-1", right: "d-dining-lmp-1", leftDown: "is worked by hand" },
    // Closes the loop: the panel sends on what it hears.
    { id: "dining-table", left: "d-dining-lmp-1", right: "d-kitchen-lmp-2", ecosystem: "field-panel" },
    {
      id: "teen-foot",
      left: "d-teen-lmp-1",
      right: "d-hall-lmp-2",
      way: "left to right",
      leftDown: "stays as it is",
      rightDown: "goes off",
    },
  ];
}
