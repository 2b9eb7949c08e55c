/**
 * How little a stage takes: one is added to a copy of the sources by two folders, its rows and a line each, and taken
 * out again.
 */
import { buildSync } from "esbuild";
import { execFileSync } from "node:child_process";
import { appendFileSync, cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";

const FILES: Record<string, string> = {
  "core/design/rows/handover-names.ts": `
export const NAMES = { handovers: "handover paper" } as const;
`,
  "core/design/rows/handover.ts": `
import { Id, Num, Ref, type RowClass } from "../fields";
import type { NAMES } from "./handover-names";

export class EcosystemRow {
  @Id() id!: string;
  @Ref("devices") device!: string;
  @Num({ unit: "dBm", min: -60, max: 40 }) txDbm!: number;
}

export const ROWS = { handovers: EcosystemRow } satisfies Record<keyof typeof NAMES, RowClass>;
`,
  "core/stages/handover/stage.ts": `
import type { StageModule } from "../../desk/stage";

export const handover: StageModule = {
  stage: "handover",
  checks: (design) =>
    design.handovers
      .filter((row) => row.txDbm > 20)
      .map((row) => ({
        code: "handover.loud",
        stage: "handover",
        severity: "mend",
        title: "One is too loud",
        why: "No band allows it. The designer turns it down.",
        about: [{ in: "handovers", id: row.id }],
        fix: { label: "Turn it down", changes: [{ in: "handovers", put: { ...row, txDbm: 20 } }] },
      })),
  facets: ({ handovers }, clear) => [{ name: "None is too loud", met: handovers.length > 0 && clear("handover.loud") }],
  cells: [
    {
      cell: "handovers",
      name: "Ecosystems",
      place: 70,
      digits: 0,
      of: (design) => ({ value: design.handovers.length }),
      working: () => undefined,
    },
  ],
  papers: async () => ({
    tables: { handovers: (design) => design.handovers.map((row) => row.id).join("\\n") },
    commands: { handover: { prints: "handovers", run: (design) => ({ json: design.handovers, text: "" }) } },
  }),
};
`,
  "app/stages/handover/stage.tsx": `
import type { StageParts } from "../../desk/parts";

export const parts: StageParts = { stage: "handover", Summary: () => null };
`,
  "app/stages/handover/sheet.tsx": `
import { useDesign } from "../../desk/desk";
import { parts } from "./stage";

export const handle = { parts };

export default function Handover() {
  return useDesign().handovers.length;
}
`,
};

const LINES: Record<string, string> = {
  "core/stages/index.ts": 'export { handover } from "./handover/stage";',
  "core/design/rows/names.ts": 'export { NAMES as handover } from "./handover-names";',
  "core/design/rows/index.ts": 'export { ROWS as handover } from "./handover";',
};

/** Reads the demo file with two handovers put into it, and says what the desk makes of it. */
const TRIAL = `
import { readFileSync } from "node:fs";
import { FILE_ORDER } from "./core/design/collections";
import { readFile } from "./core/design/file";
import { firstAnswer } from "./core/whole/engine";
import { allPapers } from "./core/whole/summary";
const file = JSON.parse(readFileSync("demo/larkspur-weir.zinc.json", "utf8"));
const [device] = file.devices;
if (process.argv[2] === "with") file.handovers = [
  { id: "a", device: device.id, txDbm: 8 },
  { id: "b", device: device.id, txDbm: 27 },
];
const design = readFile(JSON.stringify(file));
const { summary, findings } = firstAnswer(design);
const { tables, commands } = await allPapers();
console.log(JSON.stringify({
  filed: FILE_ORDER.includes("handovers"),
  found: findings.filter((one) => one.stage === "handover").map((one) => one.code),
  facets: summary.facets.handover,
  cell: summary.ledger.cells.find((one) => one.cell === "handovers")?.value,
  table: tables.handovers?.(design),
  command: Object.hasOwn(commands, "handover"),
}));
`;

let copy: string;
beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), "zinc-stage-"));
  for (const folder of ["core", "db", "app/stages", "app/desk", "demo"])
    cpSync(folder, join(copy, folder), { recursive: true });
  for (const file of ["package.json", "tsconfig.json"]) cpSync(file, join(copy, file));
  symlinkSync(resolve("node_modules"), join(copy, "node_modules"));
  writeFileSync(join(copy, "trial.ts"), TRIAL);
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

/** Put together in one piece and run: to read it file by file takes longer than all it does. */
function trial(how: "with" | "without"): object {
  buildSync({
    absWorkingDir: copy,
    entryPoints: ["trial.ts"],
    outfile: "trial.mjs",
    bundle: true,
    format: "esm",
    platform: "node",
    packages: "external",
    logLevel: "error",
    allowOverwrite: true,
  });
  return JSON.parse(
    execFileSync(process.execPath, ["trial.mjs", how], { cwd: copy, encoding: "utf8" }),
  ) as object;
}

test("added by two folders, its rows and a line each, it is in the file, the ledger, the findings and the papers", () => {
  for (const [path, text] of Object.entries(FILES)) {
    mkdirSync(join(copy, path, ".."), { recursive: true });
    writeFileSync(join(copy, path), text);
  }
  for (const [path, line] of Object.entries(LINES)) appendFileSync(join(copy, path), `${line}\n`);
  expect(trial("with")).toEqual({
    filed: true,
    found: ["handover.loud"],
    facets: [{ name: "None is too loud", met: false }],
    cell: 2,
    table: "a\nb",
    command: true,
  });
});

test("taken out again, nothing of it is left", () => {
  rmSync(join(copy, "core/stages/handover"), { recursive: true });
  for (const path of Object.keys(LINES)) cpSync(path, join(copy, path));
  expect(trial("without")).toEqual({ filed: false, found: [], command: false });
});
