/**
 * The register of Larkspur Weir: half the ground floor put to work with its proofs, two networks, codes and keys, what
 * was tried, what was read. Its faults are left in: two hosts on one address, a code with a wrong check digit, a lock's
 * cells past their date, a plug called "Device 17", a firmware older than its bridge wants. All invented; addresses are
 * those kept for documents.
 */
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import type { Design } from "../core/design/collections";
import { applyChanges } from "../core/design/edit";
import { writeFigures } from "../core/stages/register/pairing-code";
import { commissioningOf, ownSteps } from "../core/stages/register/steps";
import type { DeviceReadingRow, DeviceRow, TaskRunRow } from "../core/design/rows/register";

/** Rooms of the ground floor that are done. */
const DONE_ROOMS = new Set(["hall", "kitchen", "dining"]);
/** The last day anybody was on site. */
const LAST_DAY = "2026-11-20";

/** A picture of a label in its place, drawn: it ships, and is put beside the demo design. */
export const LABEL_PICTURE = "demo/label.svg";
export const labelHash = () => createHash("sha256").update(readFileSync(LABEL_PICTURE)).digest("hex");

/** Fixed addresses, by device. */
const ADDRESSES: Readonly<Record<string, string>> = {
  "d-plant-room-hub-1": "192.168.10.10",
  "d-hall-ap-1": "192.168.10.21",
  "d-landing-ap-1": "192.168.10.22",
  "d-sail-loft-ap-1": "192.168.10.23",
  "d-boathouse-ap-1": "192.168.10.24",
  "d-hall-dor-1": "192.168.10.30",
  "d-boot-cam-1": "192.168.10.41",
  // Copied from the line above, and not changed.
  "d-plant-house-cam-1": "192.168.10.41",
  "d-quay-cam-1": "192.168.10.43",
  "d-towpath-cam-1": "192.168.10.44",
  "d-yard-open-cam-1": "192.168.10.45",
  "d-yard-open-cam-2": "192.168.10.46",
  "d-snug-tel-1": "192.168.20.50",
  "d-gran-tel-1": "192.168.20.51",
  "d-kitchen-lek-1": "192.168.20.60",
};

const ZIGBEE_DONE = [
  "d-hall-lmp-1",
  "d-hall-lmp-2",
  "d-kitchen-lmp-1",
  "d-kitchen-lmp-2",
  "d-kitchen-plg-1",
  "d-kitchen-plg-2",
  "d-dining-lmp-1",
];

/** A code as it is printed, made by the standard's own sum. */
const code = (discriminator: number, passcode: number) =>
  writeFigures({ discriminator, shortDiscriminator: true, passcode }).replace(/^(\d{4})(\d{3})/, "$1-$2-");

function changed(design: Design, id: string, values: Partial<DeviceRow>): void {
  design.devices = design.devices.map((row) => (row.id === id ? { ...row, ...values } : row));
}

function addNetworks(design: Design): void {
  design.networks = [
    {
      id: "house",
      name: "House",
      cidr: "192.168.10.0/24",
      gateway: "192.168.10.1",
      poolFrom: "192.168.10.100",
      poolTo: "192.168.10.199",
      carries: ["Ethernet", "PoE"],
    },
    {
      id: "things",
      name: "Things",
      cidr: "192.168.20.0/24",
      vlan: 20,
      gateway: "192.168.20.1",
      poolFrom: "192.168.20.100",
      poolTo: "192.168.20.199",
      carries: ["Wi-Fi", "Matter over Wi-Fi"],
    },
  ];
  design.reservations = [
    { id: "printer", network: "house", address: "192.168.10.60", name: "Printer of the lock office" },
    { id: "pump", network: "house", address: "192.168.10.42", name: "Heat pump" },
  ];
  for (const [id, address] of Object.entries(ADDRESSES)) changed(design, id, { address });
  ZIGBEE_DONE.forEach((id, n) =>
    changed(design, id, {
      address: `00:00:5E:EF:10:00:00:${(0x11 + n).toString(16).toUpperCase()}`,
      node: `0x${(0x2a10 + 0x113 * n).toString(16).toUpperCase()}`,
    }),
  );
}

/** Steps done in two days of October by two people, each device's one after another. */
function addProofs(design: Design): void {
  const photo = labelHash();
  const runs: TaskRunRow[] = [];
  let at = Date.parse("2026-10-12T08:00:00Z");
  const moment = () => `${new Date(at).toISOString().slice(0, 16)}Z`;
  for (const { device, steps } of commissioningOf({ ...design }).values()) {
    const point = design.points.find((row) => row.id === device.point)!;
    if (point.level !== "ground" || !DONE_ROOMS.has(point.room)) continue;
    for (const { step, index } of steps) {
      const startedAt = moment();
      at += step.minutes * 60_000;
      // A day is over at five, and goes on the next morning.
      if (new Date(at).getUTCHours() >= 17)
        at = Date.parse(`${moment().slice(0, 10)}T08:00:00Z`) + 86_400_000;
      runs.push({
        id: `${device.id}-${index + 1}`.replace(/^d-/, "t-"),
        device: device.id,
        step: step.name,
        state: "done",
        startedAt,
        endedAt: moment(),
        by: index % 3 ? "Installer" : "Designer",
        ...(step.proof === "photo" ? { photo } : {}),
      });
    }
    changed(design, device.id, { status: "commissioned" });
  }
  design.taskRuns = runs;
  // Somebody stopped for the night with the insert in its box.
  design.taskRuns.push({
    id: "t-shower-swi-1-1",
    device: "d-shower-swi-1",
    step: "Note its code",
    state: "done",
    endedAt: "2026-10-16T15:40Z",
    by: "Installer",
  });
  design.photos = [
    {
      id: "ph-hall-ap-1",
      device: "d-hall-ap-1",
      hash: photo,
      caption: "Label, under the ceiling",
      on: "2026-10-12",
    },
    {
      id: "ph-boathouse-ap-1",
      device: "d-boathouse-ap-1",
      hash: photo,
      caption: "Where it will hang, over the bench",
      on: "2026-10-02",
    },
  ];
}

/** Weekly values of some devices, as their hub wrote them down. */
function addReadings(design: Design): void {
  const rows: DeviceReadingRow[] = [];
  const weekly = (device: string, quantity: DeviceReadingRow["quantity"], values: readonly number[]) =>
    values.forEach((value, n) =>
      rows.push({
        id: `${device.replace(/^d-/, "dr-")}-${quantity.slice(0, 4).trim()}-${n + 1}`,
        device,
        quantity,
        value,
        at:
          new Date(Date.parse("2026-10-14T06:00:00Z") + n * 7 * 86_400_000).toISOString().slice(0, 16) + "Z",
      }),
    );
  weekly("d-kitchen-lek-1", "battery", [88, 84, 79, 73, 66, 58]);
  weekly("d-hall-lmp-1", "link quality", [168, 171, 160, 166, 158, 163]);
  weekly("d-kitchen-plg-1", "link quality", [112, 108, 96, 101, 94, 91]);
  weekly("d-shower-swi-1", "temperature", [38, 41, 44, 47, 49, 52]);
  design.deviceReadings = rows;
}

export function addRegister(design: Design): void {
  design.design.registerSettings = { asOf: LAST_DAY, people: 2, chargers: 4, windows: 2 };
  addNetworks(design);
  design.keys = [
    {
      id: "mesh-key",
      name: "Key of the Zigbee network",
      kind: "network key",
      device: "d-plant-room-hub-1",
      value: "5A 1C 00 7E 91 D4 2B 66 0F A8 33 C7 58 E2 14 9B",
    },
    {
      id: "lodger-code",
      name: "Lodger's own code",
      kind: "door code",
      device: "d-sail-loft-lkb-1",
      person: "lodger",
      value: "407193",
    },
    { id: "camera-password", name: "Cameras, all five", kind: "password", value: "sluice-heron-mitre-29" },
  ];
  changed(design, "d-plant-room-hub-1", {
    code: code(11, 34_970_112),
    serial: "LW-0001",
    option: "hub-multi",
  });
  // The last figure was read from a worn label.
  const right = code(6, 48_120_733);
  changed(design, "d-kitchen-lek-1", {
    code: right.slice(0, -1) + String((Number(right.at(-1)) + 3) % 10),
    batterySince: "2026-05-04",
  });
  changed(design, "d-hall-ap-1", { serial: "LW-0021", warrantyUntil: "2028-09-30", firmware: "3.2.0" });
  changed(design, "d-snug-lmp-1", { firmware: "1.9.4" });
  // Over somebody who sleeps by day no lamp lights up when the mains are back.
  changed(design, "d-nurse-lmp-1", { afterPower: "as before" });
  changed(design, "d-boathouse-plg-1", { firmware: "2.3.1" });
  changed(design, "d-teen-plg-1", { name: "Device 17" });
  changed(design, "d-sail-loft-lkb-1", {
    cell: "AA",
    cells: 4,
    batterySince: "2024-09-01",
    status: "fitted",
  });
  for (const [id, since] of [
    ["d-snug-cur-1", "2026-09-20"],
    ["d-nurse-cur-1", "2026-09-20"],
    ["d-gran-cur-1", "2026-09-21"],
  ] as const)
    changed(design, id, { cell: "18650", cells: 2, batterySince: since });
  for (const room of ["nurse", "carpenter", "teen", "gran", "bath", "dressing", "landing"])
    changed(design, `d-${room}-rad-1`, { cell: "AA", cells: 2, batterySince: "2026-09-28" });
  for (const room of ["laundry", "shower"])
    changed(design, `d-${room}-lkc-1`, { cell: "CR123A", cells: 1, batterySince: "2026-02-15" });
  design.firmwares = [
    { id: "spot-1-9", option: "lamp-zb-spot", version: "1.9.4", on: "2025-03-02" },
    {
      id: "spot-2-0",
      option: "lamp-zb-spot",
      version: "2.0.1",
      on: "2026-02-11",
      least: true,
      why: "The bridge shows its white only from 2.0 on",
    },
    { id: "plug-2-3", option: "plug-zb-10", version: "2.3.1", on: "2026-01-20", wayBack: true },
  ];
  design.trials = [
    {
      id: "trial-spot",
      option: "lamp-zb-spot",
      with: "hub-multi",
      result: "works",
      worked: ["dim", "tunable white"],
      lost: [],
      on: "2026-08-14",
      by: "Designer",
    },
    {
      id: "trial-remote",
      option: "remote-zb-knob",
      with: "hub-multi",
      result: "works in part",
      worked: ["on and off"],
      lost: ["hold to dim"],
      oneWay: true,
      on: "2026-08-14",
      by: "Designer",
      note: "Turning is said in steps of ten, and late.",
    },
  ];
  design.tableViews = [
    {
      id: "to-do",
      name: "Still to do, by room",
      columns: ["name", "kind", "room", "status", "left"],
      filters: [{ column: "status", value: "chosen" }],
      groupBy: "room",
    },
    {
      id: "network",
      name: "On the network",
      columns: ["name", "room", "protocol", "address", "host", "topic"],
    },
  ];
  design.visits = [
    {
      id: "valves",
      on: "2027-04-12",
      name: "Water valve and sump pump tried",
      kind: "service",
      devices: ["d-plant-room-plg-1"],
      everyMonths: 6,
    },
    {
      id: "first-look",
      on: "2026-11-20",
      name: "First look after moving in",
      kind: "other",
      devices: [],
      doneOn: LAST_DAY,
      by: "Installer",
    },
  ];
  design.documents = [
    {
      id: "doc-ap",
      device: "d-hall-ap-1",
      name: "Sheet of the access points",
      where: "Folder 3, boot room shelf",
    },
    {
      id: "doc-board",
      name: "Photo book of open walls",
      where: "Folder 1, boot room shelf",
      on: "2026-07-30",
    },
  ];
  design.stepTemplates = applyChanges({ ...design }, ownSteps({ ...design }, "water valve")).stepTemplates;
  addProofs(design);
  addReadings(design);
}
