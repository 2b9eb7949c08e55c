/** `npx zinc COMMAND FILE [--json]`: what the screens show, from a project file. Exit 0; 2 and one line on bad input. */
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import { parseArgs } from "node:util";
import {
  checkZone,
  dayName,
  dayText,
  fireTimes,
  firingsByDay,
  isoLocal,
  localParts,
  parseDay,
  sentenceText,
  sunDay,
} from "../core/stages/automations";
import { wantName } from "../core/stages/choose/candidates";
import { pickText } from "../core/stages/choose/explain";
import { chooseJson } from "../core/stages/choose/output";
import { settingsOf } from "../core/stages/choose/settings";
import { loadSolver } from "../core/stages/choose/solver";
import { byId, type Design } from "../core/design/collections";
import { readFile } from "../core/design/file";
import { drawJson } from "../core/stages/house/drawing/output";
import { houseJson } from "../core/stages/house/output";
import { utf8Text } from "../core/files/utf8";
import { fail, InputError, sentence } from "../core/design/input-error";
import { groupDigits } from "../core/design/units";
import { ledgerJson, ledgerOf } from "../core/desk/ledger";
import { planSvg } from "../core/stages/house/drawing";
import { counted } from "../core/design/words";
import { planDxf } from "../core/stages/runs/plan-dxf";
import { registerCsv } from "../core/stages/register";
import { cableTotals, dropsOf, materialsCsv, pullsOf, runsJson, scheduleCsv } from "../core/stages/runs";
import { mountingCsv } from "../core/stages/runs/mounting";
import { poeSwitches } from "../core/stages/runs/poe";
import { punchCsv, punchList } from "../core/stages/runs/site";
import { allFindings } from "../core/desk/stages";

const USAGE = `zinc COMMAND FILE [--json]

  check    what the checks found
  ledger   the totals
  house    rooms with their areas, where openings look, which switch works what
  draw     walls and rooms of a DXF or SVG drawing, nothing kept
                                        --units m|cm|mm|ft|in --as lines|faces
  choose   three plans, or why there is none
  runs     pull schedule, cable totals, reels, pulls, containment, switches, treads, mounting, punch list
  sun      the sun at the site            --date 2026-11-24
  fires    when automations fire          --from 2026-11-24 --days 7
  convert  write files                    --to csv|svg|dxf --out FOLDER

Exit 0; 2 and one line on bad input.`;

interface Options {
  json: boolean;
  date?: string;
  from?: string;
  days?: string;
  to?: string;
  out?: string;
  units?: string;
  as?: string;
}

interface Result {
  json: unknown;
  text: string;
}

type Command = (design: Design, options: Options, file: string) => Result | Promise<Result>;

const table = (rows: readonly (readonly string[])[], right: readonly number[] = []): string => {
  const widths = rows[0]!.map((_, c) => Math.max(...rows.map((row) => row[c]!.length)));
  return rows
    .map((row) =>
      row
        .map((text, c) => (right.includes(c) ? text.padStart(widths[c]!) : text.padEnd(widths[c]!)))
        .join("  ")
        .trimEnd(),
    )
    .join("\n");
};

/** To a hundredth, and a whole number as one. */
const figure = (value: number) => groupDigits(value, Number.isInteger(value) ? 0 : 2);
/** To the fourth place: what sums in floating point leave behind says nothing. */
const toPlace4 = (value?: number) => (value === undefined ? undefined : Number(value.toFixed(4)));

const check: Command = (design) => {
  const findings = allFindings(design);
  const json = {
    findings: findings.map(({ code, stage, severity, title, about, measured, limit, unit, source }) => ({
      code,
      stage,
      severity,
      title,
      about,
      measured: toPlace4(measured),
      limit: toPlace4(limit),
      unit,
      source,
    })),
  };
  const lines = findings.map((f) => {
    const measured =
      f.measured === undefined
        ? ""
        : ` (${[figure(f.measured), ...(f.limit === undefined ? [] : [`of ${figure(f.limit)}`]), ...(f.unit ? [f.unit] : [])].join(" ")})`;
    return `${f.severity.padEnd(4)}  ${f.stage.padEnd(11)}  ${f.title}${measured}${f.fix ? `\n${" ".repeat(19)}fix: ${f.fix.label}` : ""}`;
  });
  return { json, text: lines.length ? lines.join("\n") : "No findings." };
};

const ledger: Command = (design) => {
  const l = ledgerOf(design);
  const weakest = l.weakest
    ? `${l.weakest.drop.label}, ${l.weakest.usedPct.toFixed(0)} % of its ${l.weakest.of} limit`
    : "none";
  const text = table([
    ["devices", String(l.devices)],
    ["points", String(l.points)],
    ["drops", String(l.drops)],
    ["cable", `${groupDigits(l.cableM, 2)} m`],
    ["reels", String(l.reels)],
    ...(l.poeW === undefined ? [] : [["power over data", `${l.poeW.toFixed(1)} W`]]),
    ["weakest link", weakest],
    ["cost", `${groupDigits(l.cost, 2)} ${design.design.currency}`],
    ["findings", `${l.findings.stop} stop, ${l.findings.mend} mend, ${l.findings.note} note`],
  ]);
  return { json: ledgerJson(design), text };
};

const house: Command = (design) => {
  const json = houseJson(design);
  const rooms = json.rooms.map((room) => [
    byId(design, "rooms").get(room.id)!.name,
    `${room.areaM2.toFixed(2)} m²`,
    `${room.perimeterM.toFixed(2)} m`,
    room.closingM === undefined ? "-" : `${room.closingM.toFixed(3)} m`,
  ]);
  const openings = json.openings.map((opening) => [
    opening.id,
    opening.azimuthDeg === undefined ? "inside" : `${opening.azimuthDeg.toFixed(1)}°`,
  ]);
  const gangs = json.switches.map((one) => [
    byId(design, "switches").get(one.switch)!.name,
    String(one.gang),
    one.works.map((id) => byId(design, "lamps").get(id)!.name).join(", ") || "nobody knows",
  ]);
  const tables = [
    [["room", "area", "around", "closes to"], ...rooms],
    [["opening", "looks"], ...openings],
    [["switch", "gang", "works"], ...gangs],
  ];
  return {
    json,
    text:
      tables
        .filter((rows) => rows.length > 1)
        .map((rows, i) => table(rows, i === 0 ? [1, 2, 3] : []))
        .join("\n\n") || "No rooms.",
  };
};

/** Takes a drawing, not a design. */
const draw = (text: string, options: Options): Result => {
  const json = drawJson(text, options);
  const head = `${counted(json.walls.length, "wall")}, ${counted(json.rooms.length, "room")}; its unit: ${json.units}`;
  return {
    json,
    text: [
      head,
      ...json.rooms.map((room, i) => `room ${i + 1}: ${room.areaM2.toFixed(2)} m²`),
      ...json.left.map((out) => `left out: ${out.count} × ${out.what}, ${out.why}`),
    ].join("\n"),
  };
};

const runs: Command = (design) => {
  const drops = table(
    [
      ["label", "cable", "service", "closet", "length", "state"],
      ...dropsOf(design).map((d) => [
        d.label,
        d.cableType?.name ?? "-",
        d.kind.service,
        d.closet ?? "-",
        d.lengthM === undefined ? "-" : `${d.lengthM.toFixed(2)} m`,
        d.state,
      ]),
    ],
    [4],
  );
  const totals = table(
    [
      ["cable", "length", "reels", "bound", "cost"],
      ...cableTotals(design).map((t) => [
        t.cableType.name,
        `${groupDigits(t.lengthM, 2)} m`,
        String(t.cutting.newReels),
        String(t.cutting.bound),
        `${groupDigits(t.cost, 2)} ${design.design.currency}`,
      ]),
    ],
    [1, 2, 3, 4],
  );
  const pulls = table(
    [
      ["pull", "cables", "length", "hours"],
      ...pullsOf(design).map((p) => [
        p.id,
        String(p.drops.length),
        `${p.lengthM.toFixed(2)} m`,
        p.hours.toFixed(2),
      ]),
    ],
    [1, 2, 3],
  );
  const switches = poeSwitches(design)
    .map(
      (one) =>
        `${one.closet.name}: ${one.allocatedW.toFixed(1)} W set aside, ${one.realW.toFixed(1)} W drawn${one.budgetW === undefined ? "" : ` of ${one.budgetW} W`}`,
    )
    .join("\n");
  const punch = punchList(design)
    .map((item) => `${item.room}, ${item.trade}: ${item.what}`)
    .join("\n");
  return {
    json: runsJson(design),
    text: [drops, totals, pulls, switches, punch].filter(Boolean).join("\n\n"),
  };
};

const chooseCommand: Command = async (design) => {
  if (!design.wants.length) fail("wants", "is empty: put down what each room must do first");
  if (!design.options.length) fail("options", "is empty: take a catalogue in first");
  const { solved, ...json } = chooseJson(await loadSolver(), design);
  const { currency } = design.design;
  const plans = solved.map((plan) => {
    const rows = plan.picks.map((pick) => [
      wantName(design, byId(design, "wants").get(pick.want)!),
      pickText(design, pick),
      groupDigits(pick.split.buy + pick.split.fit + pick.split.run, 2),
    ]);
    const head = `${plan.name}: ${groupDigits(plan.cost, 2)} ${currency} over ${settingsOf(design).years} years, with penalty ${groupDigits(plan.weighed, 2)}, bound ${groupDigits(plan.bound, 2)}${plan.proven ? ", proven" : `, gap ${(plan.gap * 100).toFixed(1)} %`}`;
    const controllers =
      [...plan.hubs, ...plan.addons].map((one) => byId(design, "options").get(one.option)!.name).join(", ") ||
      "none";
    const missed = plan.missed
      .map(
        ({ want, count }) =>
          `\nNot met: ${wantName(design, byId(design, "wants").get(want)!)}${count > 1 ? ` (${count})` : ""}`,
      )
      .join("");
    return `${head}\nControllers: ${controllers}\n${rows.length ? table([["want", "by", currency], ...rows], [2]) : ""}${missed}`;
  });
  const conflicts = (json.conflicts ?? []).map((conflict) =>
    [
      `Cannot be met together: ${conflict.names.join("; ")}`,
      ...conflict.reasons.map((reason) => `  because ${reason}`),
      ...conflict.giveUp.map((way) => `  or: ${way}`),
    ].join("\n"),
  );
  return { json, text: [...plans, ...conflicts].join("\n\n") };
};

const today = (design: Design) => dayText(localParts(design.design.zone, Date.now()));

const sun: Command = (design, options) => {
  checkZone(design.design.zone, "design.zone");
  const day = sunDay(design.design, parseDay(options.date ?? today(design), "--date"));
  const line = (name: string, at?: string) => [name, at ?? "does not come on this day"];
  const text = table([
    line("dawn", day.dawn),
    line("rise", day.rise),
    line("noon", day.noon),
    line("set", day.set),
    line("dusk", day.dusk),
  ]);
  return { json: day, text };
};

const fires: Command = (design, options) => {
  const { zone } = design.design;
  checkZone(zone, "design.zone");
  const from = parseDay(options.from ?? today(design), "--from");
  const days = Number(options.days ?? 7);
  if (!Number.isInteger(days) || days < 1 || days > 3660)
    fail("--days", "must be a whole number from 1 to 3660");
  const json = {
    automations: design.automations.map((automation) => ({
      id: automation.id,
      times: fireTimes(design.design, automation, from, days).map((firing) => isoLocal(zone, firing.at)),
    })),
  };
  const text = design.automations.map((automation) => {
    const lines = firingsByDay(design.design, automation, from, days).map(
      (d) =>
        `  ${dayName(d.day).padEnd(11)}  ${d.firings.map((firing) => isoLocal(zone, firing.at)).join(", ") || `- ${d.because}`}`,
    );
    return [automation.name, `  ${sentenceText(design, automation)}`, ...lines].join("\n");
  });
  return { json, text: text.join("\n\n") || "No automations." };
};

const convert: Command = (design, options, file) => {
  const folder = options.out ?? ".";
  const stem = basename(file).replace(/(\.zinc)?\.json$/, "");
  const plans = (kind: string, write: (design: Design, level: string) => string) =>
    design.levels.map((level): [string, string] => [
      join(folder, `${stem}-${level.id}.${kind}`),
      write(design, level.id),
    ]);
  const kinds: Record<string, () => [string, string][]> = {
    csv: () => [
      [join(folder, `${stem}-schedule.csv`), scheduleCsv(design)],
      [join(folder, `${stem}-materials.csv`), materialsCsv(design)],
      [join(folder, `${stem}-mounting.csv`), mountingCsv(design)],
      [join(folder, `${stem}-punch.csv`), punchCsv(design)],
      [join(folder, `${stem}-register.csv`), registerCsv(design)],
    ],
    svg: () => plans("svg", planSvg),
    dxf: () => plans("dxf", planDxf),
  };
  const make =
    options.to !== undefined && Object.hasOwn(kinds, options.to)
      ? kinds[options.to]!
      : fail("--to", `must be one of ${Object.keys(kinds).join(", ")}, not "${options.to ?? ""}"`);
  const written = make();
  mkdirSync(folder, { recursive: true });
  for (const [path, text] of written) writeFileSync(path, text);
  return { json: { files: written.map(([path]) => path) }, text: written.map(([path]) => path).join("\n") };
};

const COMMANDS: Record<string, Command> = {
  check,
  ledger,
  house,
  choose: chooseCommand,
  runs,
  sun,
  fires,
  convert,
};

/** Run one command. Returns the exit code. */
export async function main(args: string[]): Promise<number> {
  try {
    const { values, positionals } = parseArgs({
      args,
      allowPositionals: true,
      options: {
        json: { type: "boolean", default: false },
        help: { type: "boolean", short: "h" },
        units: { type: "string" },
        as: { type: "string" },
        date: { type: "string" },
        from: { type: "string" },
        days: { type: "string" },
        to: { type: "string" },
        out: { type: "string" },
      },
    });
    if (values.help || positionals.length === 0) {
      console.log(USAGE);
      return 0;
    }
    const [name, file, ...rest] = positionals as [string, string?, ...string[]];
    const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
    if (!command && name !== "draw")
      fail("COMMAND", `must be one of ${[...Object.keys(COMMANDS), "draw"].join(", ")}, not "${name}"`);
    if (!file || rest.length)
      fail("FILE", name === "draw" ? "must be one drawing" : "must be one project file");
    const text = readText(file);
    const result = command ? await command(readFile(text), values, file) : draw(text, values);
    console.log(values.json ? JSON.stringify(result.json, null, 2) : result.text);
    return 0;
  } catch (error) {
    if (error instanceof InputError)
      console.error(
        `zinc: ${sentence(error.problems[0]!)}${error.problems.length > 1 ? ` And ${error.problems.length - 1} more.` : ""}`,
      );
    else if (isArgumentError(error)) console.error(`zinc: ${error.message.split(". ")[0]}.`);
    else throw error;
    return 2;
  }
}

/** Thrown by parseArgs for options it does not know. */
const isArgumentError = (error: unknown): error is Error =>
  String((error as NodeJS.ErrnoException).code).startsWith("ERR_PARSE_ARGS");

function readText(file: string): string {
  try {
    return utf8Text(readFileSync(file), "FILE");
  } catch (error) {
    if (error instanceof InputError) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    return fail(
      "FILE",
      code === "ENOENT" ? `"${file}" does not exist` : `"${file}" cannot be read (${code})`,
    );
  }
}
