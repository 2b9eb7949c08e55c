import { applyChanges } from "../core/design/edit";
import { emptyDesign, type Design } from "../core/design/collections";
import { furnished, generateHouse, lined, movePoint } from "../core/stages/house";
import { ledgerOf, ledgerCells } from "../core/desk/ledger";
import { Session } from "node:inspector/promises";
import { writeFileSync } from "node:fs";
const large = lined(furnished(generateHouse({ points: 2000, seed: 7 }), 7));
ledgerOf(large);
let now = large; let x = 0;
function edit(point: string) {
  x = (x + 1) % 40;
  now = applyChanges(now, movePoint(now, point, { x: 1 + x / 10, y: 2 }));
  ledgerCells(now);
}
const p = process.argv[2] === "line" ? large.stops[3]!.point! : "p0000";
for (let i = 0; i < 30; i++) edit(p);
const s = new Session(); s.connect();
await s.post("Profiler.enable"); await s.post("Profiler.setSamplingInterval", { interval: 200 }); await s.post("Profiler.start");
const t0 = performance.now();
for (let i = 0; i < 60; i++) edit(p);
console.log((performance.now() - t0) / 60, "ms each");
const { profile } = await s.post("Profiler.stop");
writeFileSync("/tmp/edit.cpuprofile", JSON.stringify(profile));
