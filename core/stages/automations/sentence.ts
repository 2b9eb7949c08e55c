/**
 * An automation as prose: words, some of which are fields. The screen underlines them, the household's
 * sheet prints them. The wording is the language's (language/phrases.ts).
 */
import { capital } from "../../design/words";
import type { Design } from "../../design/collections";
import type { AutomationRow } from "../../design/rows/automations";
import type { Guard } from "../../design/rows/automations-guards";
import type { Move } from "../../design/rows/automations-moves";
import { writePhrase, type Phrase, type Word as Said } from "./language/grammar";
import { namesOf } from "./language/names";
import { BRANCH_HEAD, CUE_PHRASES, GUARD_PHRASES, MOVE_PHRASES, REPEAT_HEAD } from "./language/phrases";
import type { Names } from "./language/slots";

export { weekdaysText } from "./language/slots";

/** A word of the sentence; `part` names the cue, guard or move that a press on it edits. */
export interface Word {
  text: string;
  part?: { of: "cues" | "guards" | "moves"; index: number; field: string };
  tells?: "value" | "device" | "calendar";
}

const plain = (text: string): Word => ({ text });

const TELLS: Readonly<Record<string, Word["tells"]>> = {
  points: "device",
  groups: "device",
  people: "device",
  calendars: "calendar",
};

/** More than so many names of one list are counted where a sentence is to be short. */
const MOST_NAMES = 3;

interface Style {
  names: Names;
  short: boolean;
}

/** `A, B and 3 more`. */
function shortened(words: readonly Said[]): Said[] {
  const out: Said[] = [];
  for (let at = 0; at < words.length;) {
    let end = at;
    const { field } = words[at]!;
    while (field && end < words.length && words[end]!.field === field) end += 1;
    const own = words.slice(at, end).filter((word) => word.names);
    if (own.length > MOST_NAMES && own.length * 2 - 1 === end - at)
      out.push(own[0]!, { text: ", ", field }, own[1]!, {
        text: ` and ${own.length - 2} more`,
        field,
        names: { in: own[0]!.names!.in, id: undefined },
      });
    else out.push(...words.slice(at, Math.max(end, at + 1)));
    at = Math.max(end, at + 1);
  }
  return out;
}

/** Words of one field become one word to press, but for what stands between two lists. */
function glued(words: readonly Word[]): Word[] {
  const out: Word[] = [];
  for (const word of words) {
    const last = out.at(-1);
    const same =
      last &&
      last.part?.of === word.part?.of &&
      last.part?.index === word.part?.index &&
      last.part?.field === word.part?.field;
    if (same) out[out.length - 1] = { ...last, text: last.text + word.text, tells: last.tells ?? word.tells };
    else out.push(word);
  }
  return out;
}

function said(
  phrases: readonly Phrase<Names>[],
  row: object,
  { names, short }: Style,
  part: { of: "cues" | "guards" | "moves"; index: number },
): Word[] {
  const words = writePhrase(phrases, row, names) ?? [{ text: "…" }];
  const own = short ? shortened(words) : words;
  return own.map((word) =>
    word.field
      ? {
          text: word.text,
          part: { ...part, field: word.field },
          tells: word.field === "days" ? "calendar" : ((word.names && TELLS[word.names.in]) ?? "value"),
        }
      : plain(word.text),
  );
}

function guardList(guards: readonly Guard[], style: Style): Word[] {
  const one = (guard: Guard, index: number) => [
    ...said(GUARD_PHRASES, guard, style, { of: "guards", index }),
    ...(guard.whole ? [plain(" all the while")] : []),
  ];
  const indexed = guards.map((guard, index) => ({ guard, index }));
  const join = (list: typeof indexed, first: string, between: string) =>
    list.flatMap(({ guard, index }, i) => [plain(i ? between : first), ...one(guard, index)]);
  return [
    ...join(
      indexed.filter(({ guard }) => !guard.not),
      ", provided ",
      " and ",
    ),
    ...join(
      indexed.filter(({ guard }) => guard.not),
      ", unless ",
      " or ",
    ),
  ];
}

/** Moves one after the other; those within another stand behind its head, under the number of the outermost. */
function moveList(automation: AutomationRow, moves: readonly Move[], style: Style, outer?: number): Word[] {
  if (!moves.length) return [plain("do nothing")];
  return moves.flatMap((move, i) => {
    const part = { of: "moves" as const, index: outer ?? i };
    const before = i ? [plain(", then ")] : [];
    if (move.kind === "choose") {
      const branches = move.branches.flatMap((branch, n) => [
        plain(n ? "; " : ""),
        ...branchHead(automation, branch, style, part),
        plain(" "),
        ...moveList(automation, branch.moves, style, part.index),
      ]);
      const otherwise = move.otherwise
        ? [plain("; otherwise "), ...moveList(automation, move.otherwise, style, part.index)]
        : [];
      return [...before, plain("("), ...branches, ...otherwise, plain(")")];
    }
    if (move.kind === "repeat")
      return [
        ...before,
        ...said(REPEAT_HEAD, move, style, part),
        plain(": ("),
        ...moveList(automation, move.moves, style, part.index),
        plain(")"),
      ];
    return [...before, ...said(MOVE_PHRASES, move, style, part)];
  });
}

/** A key means what its cue says: the household knows no keys. */
function branchHead(
  automation: AutomationRow,
  branch: { keys?: readonly string[]; guards: readonly Guard[] },
  style: Style,
  part: { of: "moves"; index: number },
): Word[] {
  if (!branch.keys?.length) return said(BRANCH_HEAD, branch, style, part).concat(plain(":"));
  const cues = branch.keys.flatMap((key, i) => {
    const cue = automation.cues.find((one) => one.key === key);
    const words = cue
      ? said(CUE_PHRASES, cue, style, { of: "moves", index: part.index })
      : [plain(`[${key}]`)];
    return [...(i ? [plain(" or ")] : []), ...words.map(({ text }) => plain(text))];
  });
  const guards = branch.guards.length
    ? said(BRANCH_HEAD, { guards: branch.guards }, style, part).map((word, i) =>
        i ? word : plain(word.text.replace(/^where /, " and ")),
      )
    : [];
  return [...cues, ...guards, plain(":")];
}

/**
 * The sentence of an automation.
 * @param short long lists of names are counted, as the screen does; the printed sheet names all
 */
export function sentenceOf(design: Design, automation: AutomationRow, short = true): Word[] {
  const style = { names: namesOf(design), short };
  const cues = automation.cues.flatMap((cue, index) => [
    ...(index ? [plain(" or ")] : []),
    ...said(CUE_PHRASES, cue, style, { of: "cues", index }),
  ]);
  const words = glued([
    ...(cues.length ? cues : [plain("never")]),
    ...guardList(automation.guards, style),
    plain(": "),
    ...moveList(automation, automation.moves, style),
    plain("."),
  ]);
  const first = words[0]!;
  words[0] = { ...first, text: capital(first.text) };
  return words;
}

/** The sentence of an automation as plain text, every name in full. */
export const sentenceText = (design: Design, automation: AutomationRow, short = false) =>
  sentenceOf(design, automation, short)
    .map((word) => word.text)
    .join("");
