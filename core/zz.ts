import { readFileSync } from "node:fs";
import { readFile } from "./design/file";
import { ableOf } from "./stages/automations/things";
const d = readFile(readFileSync("demo/larkspur-weir.zinc.json","utf8"));
for (const p of d.points) { const a = ableOf(d).get(p.id)!; if (/lamp|tread/.test(p.kind)) console.log(p.id, a.sets.join(",")); }
