/**
 * `npx zinc COMMAND FILE [--json]`: what the screens show, from a project file. Exit 0; 2 and one line on
 * bad input.
 */
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import { parseArgs } from "node:util";
import type { Design } from "../core/design/collections";
import { readFile } from "../core/design/file";
import { fail, InputError, sentence } from "../core/design/input-error";
import { groupDigits } from "../core/design/units";
import { figure, textTable, type Command, type CommandResult } from "../core/desk/command";
import { ledgerJson, ledgerOf } from "../core/whole/ledger";
import { allFindings, allPapers } from "../core/whole/summary";
import { utf8Text } from "../core/files/utf8";
import { round4 } from "../core/geometry/round";

const check: Command = {
  prints: "what the checks found",
  run(design) {
    const findings = allFindings(design);
    const json = {
      findings: findings.map(
        ({ code, stage, severity, title, about, measured, limit, unit, source, accepted }) => ({
          ...{ code, stage, severity, title, about },
          measured: measured === undefined ? undefined : round4(measured),
          limit: limit === undefined ? undefined : round4(limit),
          ...{ unit, source },
          accepted: accepted && { reason: accepted.reason, by: accepted.by, on: accepted.on },
        }),
      ),
    };
    const lines = findings.map(({ severity, stage, title, measured, limit, unit, fix, accepted }) => {
      const of = [...(limit === undefined ? [] : [`of ${figure(limit)}`]), ...(unit ? [unit] : [])];
      const size = measured === undefined ? "" : ` (${[figure(measured), ...of].join(" ")})`;
      const way = fix ? `\n${" ".repeat(19)}fix: ${fix.label}` : "";
      const said = accepted
        ? `\n${" ".repeat(19)}accepted by ${accepted.by} on ${accepted.on}: ${accepted.reason}`
        : way;
      return `${severity.padEnd(4)}  ${stage.padEnd(11)}  ${title}${size}${said}`;
    });
    return { json, text: lines.length ? lines.join("\n") : "No findings." };
  },
};

const ledger: Command = {
  prints: "the totals",
  run(design) {
    const { cells, findings } = ledgerOf(design);
    const units: Record<string, string> = { money: design.design.currency };
    const rows = cells.map(({ name, value, digits, unit, note, about }) => {
      const number = groupDigits(value, unit === "m" || unit === "money" ? 2 : digits);
      return [
        name,
        [number, unit ? (units[unit] ?? unit) : "", note ?? "", about ? `(${about})` : ""]
          .filter(Boolean)
          .join(" "),
      ];
    });
    const { stop, mend, note } = findings;
    const text = textTable([...rows, ["Findings", `${stop} stop, ${mend} mend, ${note} note`]]);
    return { json: ledgerJson(design), text };
  },
};

/** Endings of files that are not the kind's own name. */
const ENDINGS: Readonly<Record<string, string>> = { td: "td.json" };

/** Writes files of a kind beside one another; the kinds are what the stages write. */
function convert(file: string, design: Design, papers: Papers, to?: string, out = "."): CommandResult {
  const stem = basename(file).replace(/(\.zinc)?\.json$/, "");
  const kinds: Record<string, () => [string, string][]> = {
    csv: () => Object.entries(papers.tables).map(([name, write]) => [`${stem}-${name}.csv`, write(design)]),
  };
  for (const [kind, write] of Object.entries(papers.plans))
    kinds[kind] = () => [
      ...design.levels.map(({ id }): [string, string] => [`${stem}-${id}.${kind}`, write(design, id)]),
      ...(kind === "svg"
        ? Object.values(papers.drawings)
            .flatMap((draw) => draw(design))
            .map(([name, svg]): [string, string] => [`${stem}-${name}.svg`, svg])
        : []),
    ];
  for (const [kind, write] of Object.entries(papers.graphs))
    kinds[kind] = () =>
      write(design).map(([name, text]): [string, string] => [
        `${stem}-${name}.${ENDINGS[kind] ?? kind}`,
        text,
      ]);
  const make = to !== undefined && Object.hasOwn(kinds, to) ? kinds[to]! : undefined;
  if (!make) return fail("--to", `must be one of ${Object.keys(kinds).join(", ")}, not "${to ?? ""}"`);
  const written = make().map(([name, text]): [string, string] => [join(out, name), text]);
  mkdirSync(out, { recursive: true });
  for (const [path, text] of written) writeFileSync(path, text);
  const files = written.map(([path]) => path);
  return { json: { files }, text: files.join("\n") };
}

type Papers = Awaited<ReturnType<typeof allPapers>>;

function usage(commands: Readonly<Record<string, Pick<Command, "prints" | "options">>>): string {
  const lines = Object.entries(commands).flatMap(([name, { prints, options }]) => {
    const own = Object.entries(options ?? {}).map(([option, example]) => `--${option} ${example}`);
    return [`  ${name.padEnd(11)} ${prints}`, ...(own.length ? [`${" ".repeat(14)}${own.join(" ")}`] : [])];
  });
  return ["zinc COMMAND FILE [--json]", "", ...lines, "", "Exit 0; 2 and one line on bad input."].join("\n");
}

/** A number below zero belongs to the option before it: `--seed -1` is `--seed=-1`, and is refused by its own sentence. */
const joined = (args: readonly string[]): string[] =>
  args.flatMap((arg, i) => {
    const next = args[i + 1];
    if (/^--[a-z]+$/.test(arg) && next !== undefined && /^-\d/.test(next)) return [`${arg}=${next}`];
    return /^-\d/.test(arg) && /^--[a-z]+$/.test(args[i - 1] ?? "") ? [] : [arg];
  });

/**
 * Run one command. Returns the exit code.
 * @param read what makes a design of a project file's text
 */
export async function main(args: string[], read: (text: string) => Design = readFile): Promise<number> {
  try {
    const papers = await allPapers();
    const commands: Record<string, Command> = {
      check,
      ledger,
      ...papers.commands,
    };
    const convertOptions = {
      to: ["csv", ...Object.keys(papers.plans), ...Object.keys(papers.graphs)].join("|"),
      out: "FOLDER",
    };
    const named = { ...commands, convert: { prints: "write files", options: convertOptions } };
    const own = Object.values(named).flatMap(({ options }) => Object.keys(options ?? {}));
    const several = new Set(Object.values(commands).flatMap((one) => one.several ?? []));
    const { values, positionals } = parseArgs({
      args: joined(args),
      allowPositionals: true,
      options: {
        ...Object.fromEntries(
          own.map((name) => [name, { type: "string" as const, multiple: several.has(name) }]),
        ),
        json: { type: "boolean", default: false },
        help: { type: "boolean", short: "h" },
      },
    });
    const { json, help, ...given } = values as { json: boolean; help?: boolean } & Record<
      string,
      string | string[]
    >;
    const options = Object.fromEntries(
      Object.entries(given).map(([option, value]) => [
        option,
        typeof value === "string" ? value : value.join("\n"),
      ]),
    );
    if (help || positionals.length === 0) {
      console.log(usage(named));
      return 0;
    }
    const [name, file, ...rest] = positionals as [string, string?, ...string[]];
    if (!Object.hasOwn(named, name))
      fail("COMMAND", `must be one of ${Object.keys(named).join(", ")}, not "${name}"`);
    const command = commands[name];
    const drawing = command?.takes === "drawing";
    if (!file || rest.length) fail("FILE", drawing ? "must be one drawing" : "must be one project file");
    const text = readText(file);
    for (const option of command?.files ?? [])
      if (options[option] !== undefined) options[option] = readText(options[option], `--${option}`);
    const result = !command
      ? convert(file, read(text), papers, options.to, options.out)
      : command.takes === "drawing"
        ? command.run(text, options)
        : await command.run(read(text), options, { now: Date.now() });
    console.log(json ? JSON.stringify(result.json, null, 2) : result.text);
    return 0;
  } catch (error) {
    if (error instanceof InputError) {
      const more = error.problems.length > 1 ? ` And ${error.problems.length - 1} more.` : "";
      console.error(`zinc: ${sentence(error.problems[0]!)}${more}`);
    } else if (isArgumentError(error)) console.error(`zinc: ${error.message.split(". ")[0]}.`);
    else throw error;
    return 2;
  }
}

/** Thrown by parseArgs for options it does not know. */
const isArgumentError = (error: unknown): error is Error =>
  String((error as NodeJS.ErrnoException).code).startsWith("ERR_PARSE_ARGS");

function readText(file: string, named = "FILE"): string {
  try {
    return utf8Text(readFileSync(file), named);
  } catch (error) {
    if (error instanceof InputError) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    return fail(named, code === "ENOENT" ? `"${file}" does not exist` : `"${file}" cannot be read (${code})`);
  }
}
