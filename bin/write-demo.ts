/** Writes what is made from the code: the demo project files and the published JSON Schema. */
import { writeFileSync } from "node:fs";
import { writeFile } from "../core/design/file";
import { designSchema } from "../core/design/schema";
import { larkspurWeir } from "../demo/larkspur-weir";
import { ropewalkCourt } from "../demo/ropewalk-court";

writeFileSync("demo/larkspur-weir.zinc.json", writeFile(larkspurWeir()));
writeFileSync("demo/ropewalk-court.zinc.json", writeFile(ropewalkCourt()));
writeFileSync("docs/design.schema.json", `${JSON.stringify(designSchema(), null, 2)}\n`);
