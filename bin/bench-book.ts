/** What the benchmark said last, kept in docs/bench.md: a line that grows is seen beside what it was. */
import { readFileSync, writeFileSync } from "node:fs";

export interface Line {
  what: string;
  /** Undefined where the line could not end in its time. */
  measured?: number;
  budget?: number;
  unit: string;
}

const FILE = "docs/bench.md";
const COLUMNS = 3;
/** More than this beside what it was, of a machine as fast, is worth a look. */
const MOST_MORE = 1.05;

const shown = ({ measured, unit }: Pick<Line, "measured" | "unit">) =>
  measured === undefined ? "not ended" : `${measured.toFixed(measured < 10 ? 2 : 0)} ${unit}`;

const cells = (row: string) =>
  row
    .split("|")
    .slice(1, -1)
    .map((cell) => cell.trim());

/** Earlier runs of a book: what each was, and what each line said in it. */
export function earlier(text: string): { runs: string[]; said: ReadonlyMap<string, readonly string[]> } {
  const rows = text.split("\n").filter((line) => line.startsWith("|"));
  const [head, , ...lines] = rows.map(cells);
  return {
    runs: head?.slice(2) ?? [],
    said: new Map(lines.map(([what, , ...values]) => [what!, values])),
  };
}

/** The book with one more run in front; the oldest falls off. */
export function written(text: string, run: string, lines: readonly Line[]): string {
  const { runs, said } = earlier(text);
  const columns = [run, ...runs].slice(0, COLUMNS);
  const row = (line: readonly string[]) => `| ${line.join(" | ")} |`;
  const about = text.split(/^\|/m, 1)[0]!.trim();
  return [
    about,
    "",
    row(["Line", "Budget", ...columns]),
    row(["---", "---:", ...columns.map(() => "---:")]),
    ...lines.map((line) =>
      row([
        line.what,
        line.budget === undefined ? "" : `${line.budget} ${line.unit}`,
        ...[shown(line), ...(said.get(line.what) ?? [])].slice(0, columns.length),
      ]),
    ),
    "",
  ].join("\n");
}

/**
 * Lines that take more than a twentieth above what they took, the machine's own speed taken out.
 * @param pace how much longer the yardstick took than in the run before
 */
export function grown(text: string, lines: readonly Line[], pace: number): string[] {
  const { said } = earlier(text);
  return lines.flatMap(({ what, measured, unit }) => {
    const before = parseFloat(said.get(what)?.[0] ?? "");
    const share = unit === "ms" || unit === "s" ? pace : 1;
    return measured !== undefined && before > 0 && measured > before * share * MOST_MORE
      ? [`${what}: ${shown({ measured, unit })}, it was ${said.get(what)![0]!}`]
      : [];
  });
}

export const YARDSTICK = "yardstick: a bare loop";

/** Put a run into the book; what has grown since the last one. */
export function keep(run: string, lines: readonly Line[]): string[] {
  const text = readFileSync(FILE, "utf8");
  const now = lines.find(({ what }) => what === YARDSTICK)?.measured;
  const then = parseFloat(earlier(text).said.get(YARDSTICK)?.[0] ?? "");
  const more = grown(text, lines, now && then ? now / then : 1);
  writeFileSync(FILE, written(text, run, lines));
  return more;
}
