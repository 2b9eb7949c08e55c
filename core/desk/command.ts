/** What a command of the command line is, and how its text is laid out. */
import type { Design } from "../design/collections";
import { groupDigits } from "../design/units";

export interface CommandResult {
  /** One object, as `--json` prints it. */
  json: unknown;
  text: string;
}

export interface CommandOptions {
  /** Values of the command's own options, without their dashes. */
  [name: string]: string | undefined;
}

export interface CommandContext {
  /** Now, ms since 1970: the core has no clock. */
  now: number;
}

interface Named {
  /** What it prints, for the list of commands. */
  prints: string;
  /** Its options with an example of each. */
  options?: Readonly<Record<string, string>>;
  /** Of these: files, whose text is the option's value. */
  files?: readonly string[];
  /** Of these: those that may be given several times; their values come with a line each. */
  several?: readonly string[];
}

/** A command takes a design or, where it says so, the text of a drawing. It throws InputError on bad input. */
export type Command = Named &
  (
    | {
        takes?: "design";
        run(
          design: Design,
          options: CommandOptions,
          context: CommandContext,
        ): CommandResult | Promise<CommandResult>;
      }
    | { takes: "drawing"; run(text: string, options: CommandOptions): CommandResult }
  );

/** Rows of text under one another, columns as wide as they need; `right`: columns set flush right. */
export function textTable(rows: readonly (readonly string[])[], right: readonly number[] = []): string {
  const widths = rows[0]!.map((_, c) => Math.max(...rows.map((row) => row[c]!.length)));
  const laid = (text: string, c: number) =>
    right.includes(c) ? text.padStart(widths[c]!) : text.padEnd(widths[c]!);
  return rows.map((row) => row.map(laid).join("  ").trimEnd()).join("\n");
}

/** To a hundredth, and a whole number as one. */
export const figure = (value: number) => groupDigits(value, Number.isInteger(value) ? 0 : 2);
