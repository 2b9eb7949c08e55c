/** One cue, guard or move of an automation as the lines of its text form, and put back from them. */
import type { Design } from "../../../design/collections";
import { fail } from "../../../design/input-error";
import type { AutomationRow } from "../../../design/rows/automations";
import type { PartOf } from "../edit";
import { misfitsOf } from "../fits";
import { namesOf } from "./names";
import { automationText, readAutomations } from "./text";

/** What a line of each begins with in the text form; the key of a cue is no part of what is said. */
const HEAD: Readonly<Record<PartOf, RegExp>> = { cues: /^cue [^:]*: /, guards: /^/, moves: /^do / };

const alone = (row: AutomationRow, of: PartOf, index: number): AutomationRow => ({
  id: row.id,
  name: "-",
  priority: row.priority,
  enabled: true,
  cues: [],
  guards: [],
  moves: [],
  [of]: [row[of][index]],
});

/** The part as it may be typed: a line, or several where a move holds others. */
export function partText(design: Design, row: AutomationRow, of: PartOf, index: number): string {
  const [, , ...lines] = automationText(alone(row, of, index), namesOf(design))
    .trimEnd()
    .split("\n");
  return lines
    .map((line) => line.slice(2))
    .join("\n")
    .replace(HEAD[of], "");
}

/** Lines of a part in their place below an automation. */
function placed(row: AutomationRow, of: PartOf, index: number, text: string): string {
  const head = of === "cues" ? `cue ${row.cues[index]?.key ?? "new"}: ` : of === "moves" ? "do " : "";
  const own = text.trim();
  const said = HEAD[of].test(own) && of !== "guards" ? own.replace(HEAD[of], "") : own;
  return `automation ${row.id}: -\n${`${head}${said}`
    .split("\n")
    .map((line) => `  ${line}`)
    .join("\n")}`;
}

/**
 * The automation with one part read from a text; behind the last where the index is one more than there are.
 * @throws InputError naming what was wanted where
 */
export function withPartText(
  design: Design,
  row: AutomationRow,
  of: PartOf,
  index: number,
  text: string,
): AutomationRow {
  const { rows, faults } = readAutomations(placed(row, of, index, text), namesOf(design));
  const [fault] = faults;
  if (fault)
    fail("Sentence", text.trim().includes("\n") ? `line ${fault.line - 1}: ${fault.reason}` : fault.reason);
  const parts = rows[0]![of] as unknown[];
  if (parts.length !== 1) fail("Sentence", "must be one of its kind");
  const all = [...(row[of] as unknown[])];
  all[index] = parts[0];
  const [misfit] = misfitsOf(design, { ...row, cues: [], guards: [], moves: [], [of]: [parts[0]] });
  if (misfit) fail("Sentence", `must fit: the ${misfit.what} ${misfit.reason}`);
  return { ...row, [of]: all } as AutomationRow;
}
