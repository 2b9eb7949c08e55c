/** The racks of Larkspur Weir, with the faults left in them for the checks to find. All invented. */
import type { Design } from "../core/design/collections";
import { patchAll } from "../core/stages/rack/patching";
import type { RackItemRow } from "../core/design/rows/rack";
import { applyChanges } from "../core/design/edit";

export function addRack(design: Design): void {
  design.circuits.push({ id: "rack-c", name: "Rack, cellar", breakerA: 6, phase: "L1" });
  const cellar = design.closets.find((row) => row.id === "cellar-cabinet")!;
  // Boiler, buffer and the heat pump's inside unit stand beside it.
  Object.assign(cellar, { uaWPerK: 110, plantW: 410, ambientC: 24 });
  const landing = design.closets.find((row) => row.id === "landing-cupboard")!;
  Object.assign(landing, { uaWPerK: 12 });
  design.racks.push(
    {
      id: "cellar-rack",
      name: "Cellar rack",
      closet: "cellar-cabinet",
      form: "floor rack",
      units: 27,
      depthMm: 600,
      maxKg: 200,
      circuit: "rack-c",
      bolted: true,
    },
    {
      id: "landing-frame",
      name: "Landing frame",
      closet: "landing-cupboard",
      form: "wall frame",
      units: 9,
      depthMm: 400,
      maxKg: 40,
    },
  );
  const item = (rack: string, id: string, u: number, row: Omit<RackItemRow, "id" | "rack" | "u" | "side">) =>
    design.rackItems.push({ id, rack, u, side: "front", ...row });
  const panel = (count: number) => ({
    heightU: 1,
    depthMm: 120,
    kg: 1.4,
    watts: 0,
    ports: [{ kind: "panel" as const, count }],
    touched: true,
  });
  item("cellar-rack", "panel-a", 27, { name: "Patch panel A", kind: "panel", ...panel(24) });
  item("cellar-rack", "brush-1", 26, {
    name: "Brush",
    kind: "brush",
    heightU: 1,
    depthMm: 60,
    kg: 0.6,
    watts: 0,
  });
  const powered = (count: number, data: number) => [
    { kind: "powered" as const, count },
    { kind: "data" as const, count: data },
  ];
  item("cellar-rack", "switch-1", 25, {
    name: "Switch 1, powered",
    kind: "switch",
    heightU: 1,
    depthMm: 300,
    kg: 4.2,
    watts: 38,
    wattsMax: 290,
    ports: powered(16, 8),
    poeBudgetW: 240,
    maxC: 45,
    touched: true,
  });
  item("cellar-rack", "panel-b", 24, { name: "Patch panel B", kind: "panel", ...panel(24) });
  item("cellar-rack", "switch-2", 23, {
    name: "Switch 2, powered",
    kind: "switch",
    heightU: 1,
    depthMm: 300,
    kg: 3.6,
    watts: 24,
    wattsMax: 150,
    ports: powered(8, 8),
    poeBudgetW: 125,
    maxC: 45,
    touched: true,
  });
  item("cellar-rack", "hub-store", 20, {
    name: "Hub and network store",
    kind: "hub",
    heightU: 2,
    depthMm: 350,
    kg: 5.5,
    watts: 41,
    wattsMax: 95,
    ventU: 1,
    maxC: 40,
    touched: true,
  });
  item("cellar-rack", "amplifier", 17, {
    name: "Amplifier, 8 channels",
    kind: "amplifier",
    heightU: 3,
    depthMm: 420,
    kg: 14.2,
    watts: 95,
    wattsMax: 600,
    shedAtPct: 85,
    maxC: 45,
  });
  item("cellar-rack", "recorder", 14, {
    name: "Recorder",
    kind: "recorder",
    heightU: 1,
    depthMm: 380,
    kg: 4.8,
    watts: 32,
    wattsMax: 60,
    shedAtPct: 60,
    maxC: 40,
  });
  // Right above the recorder, where its warm air goes, with the mesh's coordinator on it.
  item("cellar-rack", "shelf-1", 15, {
    name: "Shelf: modem, coordinator",
    kind: "shelf",
    heightU: 1,
    depthMm: 250,
    kg: 2.2,
    watts: 18,
    wattsMax: 24,
    maxC: 32,
  });
  item("cellar-rack", "strip", 3, {
    name: "Outlet strip",
    kind: "strip",
    heightU: 1,
    depthMm: 60,
    kg: 1.1,
    watts: 0,
    outlets: 10,
  });
  item("cellar-rack", "battery", 1, {
    name: "Battery, 1500 Wh",
    kind: "battery",
    heightU: 2,
    depthMm: 480,
    kg: 24,
    watts: 12,
    wattsMax: 50,
    batteryWh: 1500,
    efficiency: 0.9,
    usableShare: 0.8,
  });
  item("landing-frame", "panel-l", 9, { name: "Patch panel L", kind: "panel", ...panel(24) });
  item("landing-frame", "switch-l", 8, {
    name: "Switch L, powered",
    kind: "switch",
    heightU: 1,
    depthMm: 250,
    kg: 2.8,
    watts: 16,
    wattsMax: 85,
    ports: powered(8, 8),
    poeBudgetW: 65,
    maxC: 45,
    touched: true,
  });
  let n = 0;
  const copy = structuredClone(design);
  const patched = applyChanges(
    copy,
    patchAll(copy, () => `patch-${String((n += 1)).padStart(2, "0")}`),
  );
  design.patches.push(...patched.patches);
}
