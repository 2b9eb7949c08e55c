/**
 * Automations as text, line by line: kept in files, compared, and read in again. The grammar is our own; docs/automations.md
 * has it.
 */
import { ID_PATTERN } from "../../../design/fields";
import type { AutomationRow } from "../../../design/rows/automations";
import {
  AGAIN,
  PRIORITIES,
  REASONS,
  type Priority,
  type Reason,
} from "../../../design/rows/automations-words";
import type { Cue } from "../../../design/rows/automations-cues";
import type { Guard } from "../../../design/rows/automations-guards";
import type { Branch, Move } from "../../../design/rows/automations-moves";
import { Cursor, MISS, readPhrase, writePhrase, type Expected, type Phrase, type Word } from "./grammar";
import { BRANCH_HEAD, CUE_PHRASES, GUARD_PHRASES, MOVE_PHRASES, REPEAT_HEAD } from "./phrases";
import { bracketed, readName, thingsSlot, TOGETHER, type Names } from "./slots";

const STEP = "  ";

/** The words as a line of text: names in brackets. */
export const lineOf = (words: readonly Word[], names: Names): string =>
  words
    .map((word) =>
      word.names
        ? word.names.in === "cues"
          ? `[${word.text}]`
          : bracketed(names, TOGETHER[word.names.in] ?? [word.names.in], word)
        : word.text,
    )
    .join("");

function phraseLine(phrases: readonly Phrase<Names>[], row: object, names: Names): string {
  const words = writePhrase(phrases, row, names);
  if (!words) throw new RangeError(`No sentence says ${JSON.stringify(row)}.`);
  return lineOf(words, names);
}

const name = (names: Names, collection: string, id: string) =>
  bracketed(names, [collection], { text: id, names: { in: collection, id } });

const guardLine = (guard: Guard, names: Names) =>
  `${guard.not ? "unless" : "provided"} ${guard.whole ? "all the while " : ""}${phraseLine(GUARD_PHRASES, guard, names)}`;

function moveLines(moves: readonly Move[], names: Names, indent: string): string[] {
  return moves.flatMap((move) => {
    switch (move.kind) {
      case "choose":
        return [
          `${indent}do choose`,
          ...move.branches.flatMap((branch) => [
            `${indent}${STEP}${phraseLine(BRANCH_HEAD, branch, names)}`,
            ...moveLines(branch.moves, names, indent + STEP + STEP),
          ]),
          ...(move.otherwise
            ? [`${indent}${STEP}otherwise`, ...moveLines(move.otherwise, names, indent + STEP + STEP)]
            : []),
        ];
      case "repeat":
        return [
          `${indent}do ${phraseLine(REPEAT_HEAD, move, names)}`,
          ...moveLines(move.moves, names, indent + STEP),
        ];
      default:
        return [`${indent}do ${phraseLine(MOVE_PHRASES, move, names)}`];
    }
  });
}

const oneLine = (text: string) => text.replace(/\s+/g, " ").trim();

/** One automation. */
export function automationText(row: AutomationRow, names: Names): string {
  const lines = [
    `automation ${row.id}: ${oneLine(row.name)}`,
    `  for ${row.priority}${row.reason ? `, because of ${row.reason}` : ""}`,
    ...(row.room === undefined ? [] : [`  in ${name(names, "rooms", row.room)}`]),
    ...(row.phase === undefined ? [] : [`  phase ${name(names, "phases", row.phase)}`]),
    ...(row.enabled ? [] : ["  switched off"]),
    ...(row.again === undefined ? [] : [`  cued again it ${row.again}`]),
    ...(row.template === undefined ? [] : [`  made from ${row.template}`]),
    ...(row.copyOf === undefined ? [] : [`  copied from ${name(names, "automations", row.copyOf)}`]),
    ...(row.madeOf === undefined ? [] : [`  as it stood at ${row.madeOf}`]),
    ...(row.parameters ?? []).map((one) => {
      const things = one.points ? ` ${lineOf(thingsSlot.write({ points: one.points }, names)!, names)}` : "";
      return `  with ${one.name}:${things}${one.value === undefined ? "" : ` = ${oneLine(one.value)}`}`;
    }),
    ...row.cues.map((cue) => `  cue ${cue.key}: ${phraseLine(CUE_PHRASES, cue, names)}`),
    ...row.guards.map((guard) => `  ${guardLine(guard, names)}`),
    ...moveLines(row.moves, names, STEP),
  ];
  return `${lines.join("\n")}\n`;
}

export const automationsText = (rows: readonly AutomationRow[], names: Names): string =>
  rows.map((row) => automationText(row, names)).join("\n");

/** What is wrong with a line. */
export interface TextFault {
  /** From 1. */
  line: number;
  /** From 1, in the line. */
  place: number;
  reason: string;
}

/** What could have stood there, in words. */
export function wantedText(wanted: readonly Expected[]): string {
  const words = [
    ...new Set(wanted.filter(({ what }) => what === "words").map(({ text }) => `“${text.trim()}”`)),
  ];
  const rest = wanted.flatMap(({ what, text }) =>
    what === "name" ? [`a name of ${text} in brackets`] : what === "value" ? [`a value such as ${text}`] : [],
  );
  const all = [...new Set(rest), ...words].filter((text) => text !== "“”");
  const most = 4;
  return all.length > most ? `${all.slice(0, most).join(", ")} or other words` : all.join(" or ");
}

class LineError extends Error {
  constructor(
    reason: string,
    readonly place: number,
  ) {
    super(reason);
  }
}

/** Reads a whole line by its phrases, from a place in it. */
export function readLine(phrases: readonly Phrase<Names>[], text: string, names: Names, from = 0): object {
  const cursor = new Cursor(text);
  cursor.at = from;
  const row = readPhrase(phrases, cursor, names);
  if (row !== MISS && cursor.at === text.length) return row;
  // Behind what was read nothing more is wanted, unless a part that may follow went further.
  const at = Math.max(cursor.furthest, row === MISS ? from : cursor.at);
  const wanted = cursor.furthest >= at ? wantedText(cursor.wanted) : "";
  const here = text.slice(at).trim();
  throw new LineError(
    `must have ${wanted || "nothing more"}${here ? `, not “${here.slice(0, 30)}”` : ", and it ends there"}`,
    at + 1,
  );
}

const kindFirst = <T>(row: object, first: object): T => ({ ...first, ...row }) as T;

export const readCue = (text: string, names: Names, key: string): Cue =>
  kindFirst<Cue>(readLine(CUE_PHRASES, text, names), { kind: undefined, key });

/** @param text with its "provided" or "unless" */
export function readGuard(text: string, names: Names): Guard {
  const head = /^(provided|unless) (all the while )?/i.exec(text);
  if (!head) throw new LineError("must begin with “provided” or “unless”", 1);
  const row = readLine(GUARD_PHRASES, text, names, head[0].length);
  return {
    ...row,
    ...(head[1]!.toLowerCase() === "unless" ? { not: true } : {}),
    ...(head[2] ? { whole: true } : {}),
  } as Guard;
}

export const readMove = (text: string, names: Names): Move => readLine(MOVE_PHRASES, text, names) as Move;

/** A move, or what is wrong with the line. */
export function tryMove(
  text: string,
  names: Names,
): { move?: Move; wrong?: { place: number; reason: string } } {
  try {
    return { move: readMove(text, names) };
  } catch (error) {
    if (!(error instanceof LineError)) throw error;
    return { wrong: { place: error.place, reason: error.message } };
  }
}

interface Line {
  number: number;
  depth: number;
  text: string;
  /** Characters before the text. */
  before: number;
}

function linesOf(text: string): Line[] {
  return text.split(/\r?\n/).flatMap((raw, i) => {
    const own = raw.trimEnd();
    if (!own.trim() || own.trimStart().startsWith("//")) return [];
    const before = own.length - own.trimStart().length;
    return [{ number: i + 1, depth: Math.floor(before / STEP.length), text: own.trimStart(), before }];
  });
}

/**
 * Reads automations. All of them, or nothing but what is wrong, line by line.
 *
 * @param names of all that may be named; of automations, those of the text are known as well
 */
export function readAutomations(text: string, design: Names): { rows: AutomationRow[]; faults: TextFault[] } {
  const lines = linesOf(text);
  const faults: TextFault[] = [];
  const rows: AutomationRow[] = [];
  const names = withOwn(lines, design);
  let at = 0;
  const fault = (line: Line, reason: string, place = 1) =>
    faults.push({ line: line.number, place: line.before + place, reason });
  const guarded = <T>(line: Line, shift: number, read: () => T): T | undefined => {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof LineError)) throw error;
      fault(line, error.message, error.place + shift);
      return undefined;
    }
  };

  /** The moves at a depth, and what they hold. */
  function moves(depth: number): Move[] {
    const all: Move[] = [];
    while (at < lines.length && lines[at]!.depth === depth && /^do /i.test(lines[at]!.text)) {
      const line = lines[at]!;
      at += 1;
      const said = line.text.slice(3);
      if (/^choose$/i.test(said.trim())) all.push(choose(line, depth + 1));
      else if (/^repeat /i.test(said)) {
        const row = guarded(line, 3, () => readLine(REPEAT_HEAD, said, names));
        const inner = moves(depth + 1);
        if (row) all.push({ guards: [], ...row, moves: inner } as unknown as Move);
      } else {
        const move = guarded(line, 3, () => readMove(said, names));
        if (move) all.push(move);
      }
    }
    if (at < lines.length && lines[at]!.depth > depth) {
      fault(lines[at]!, "stands further in than what it belongs to");
      while (at < lines.length && lines[at]!.depth > depth) at += 1;
      all.push(...moves(depth));
    }
    return all;
  }

  function choose(head: Line, depth: number): Move {
    const branches: Branch[] = [];
    let otherwise: Move[] | undefined;
    while (at < lines.length && lines[at]!.depth === depth) {
      const line = lines[at]!;
      at += 1;
      if (/^otherwise$/i.test(line.text)) {
        otherwise = moves(depth + 1);
        break;
      }
      const row = guarded(line, 0, () => readLine(BRANCH_HEAD, line.text, names));
      const inner = moves(depth + 1);
      if (row) branches.push({ guards: [], ...row, moves: inner });
    }
    if (!branches.length) fault(head, "must have a “when …”, “where …” or “always” under it");
    return { kind: "choose", branches, ...(otherwise ? { otherwise } : {}) };
  }

  function automation(head: Line): void {
    const found = /^automation ([^:]*):(.*)$/i.exec(head.text);
    const id = found?.[1]!.trim() ?? "";
    const called = found?.[2]!.trim() ?? "";
    if (!found || !ID_PATTERN.test(id) || !called)
      fault(head, "must be “automation”, a short id, a colon and a name");
    else if (rows.some((row) => row.id === id)) fault(head, `repeats the id ${id}`);
    const row: AutomationRow = {
      id,
      name: called,
      priority: "comfort",
      cues: [],
      guards: [],
      moves: [],
      enabled: true,
    };
    while (at < lines.length && lines[at]!.depth > 0) {
      const line = lines[at]!;
      if (line.depth > 1) {
        fault(line, "stands further in than what it belongs to");
        at += 1;
      } else if (/^do /i.test(line.text)) row.moves.push(...moves(1));
      else {
        at += 1;
        guarded(line, 0, () => header(row, line, names));
      }
    }
    rows.push(row);
  }

  while (at < lines.length) {
    const line = lines[at]!;
    at += 1;
    if (line.depth === 0 && /^automation\b/i.test(line.text)) automation(line);
    else fault(line, "must begin an automation: “automation”, a short id, a colon and a name");
  }
  return faults.length ? { rows: [], faults } : { rows, faults };
}

/** Lines of one name: of which collection, and in which field it is kept. */
const NAMED = {
  in: ["rooms", "room"],
  phase: ["phases", "phase"],
  "copied from": ["automations", "copyOf"],
} as const;

/** A line of an automation that is no move. */
function header(row: AutomationRow, line: Line, names: Names): void {
  const { text } = line;
  const cue = /^cue ([^:]{1,20}): /i.exec(text);
  if (cue) {
    const key = cue[1]!.trim();
    if (row.cues.some((one) => one.key === key)) throw new LineError(`repeats the key ${key}`, 5);
    const read = readLine(CUE_PHRASES, text, names, cue[0].length);
    row.cues.push(kindFirst<Cue>(read, { kind: undefined, key }));
    return;
  }
  if (/^(provided|unless) /i.test(text)) {
    row.guards.push(readGuard(text, names));
    return;
  }
  const called = /^for ([a-z]+)(?:, because of ([a-z]+))?$/i.exec(text);
  if (called) {
    if (!PRIORITIES.includes(called[1]!.toLowerCase() as Priority))
      throw new LineError(`must be for one of ${PRIORITIES.join(", ")}`, 5);
    row.priority = called[1]!.toLowerCase() as Priority;
    if (called[2] === undefined) return;
    if (!REASONS.includes(called[2].toLowerCase() as Reason))
      throw new LineError(`must be because of one of ${REASONS.join(", ")}`, text.indexOf(called[2]) + 1);
    row.reason = called[2].toLowerCase() as Reason;
    return;
  }
  const named = /^(in|phase|copied from) (?=\[)/i.exec(text);
  if (named) {
    const cursor = new Cursor(text);
    cursor.at = named[0].length;
    const [collection, field] = NAMED[named[1]!.toLowerCase() as keyof typeof NAMED];
    const own = readName(cursor, names, [collection]);
    if (own === MISS || own.id === undefined || cursor.at < text.length)
      throw new LineError(`must have a name of ${collection} in brackets`, named[0].length + 1);
    row[field] = own.id;
    return;
  }
  const stood = /^as it stood at (\w{1,16})$/i.exec(text);
  if (stood) {
    row.madeOf = stood[1]!;
    return;
  }
  if (/^switched off$/i.test(text)) {
    row.enabled = false;
    return;
  }
  const again = /^cued again it (.+)$/i.exec(text);
  if (again) {
    const one = AGAIN.find((words) => words === again[1]!.toLowerCase());
    if (!one) throw new LineError(`must be one of ${AGAIN.join(", ")}`, 15);
    row.again = one;
    return;
  }
  const made = /^made from ([\w-]{1,40})$/i.exec(text);
  if (made) {
    row.template = made[1]!;
    return;
  }
  const put = /^with ([^:=[\]]{1,40}):/i.exec(text);
  if (put) {
    const cursor = new Cursor(text);
    cursor.at = put[0].length;
    const things = cursor.literal(" [") ? ((cursor.at -= 1), thingsSlot.read(cursor, names)) : undefined;
    if (things === MISS) throw new LineError("must have names of points in brackets", cursor.furthest + 1);
    const value = /^ = (.{1,80})$/.exec(cursor.rest);
    if (!value && cursor.rest) throw new LineError("must have “ = ” and a value", cursor.at + 1);
    (row.parameters ??= []).push({
      name: put[1]!.trim(),
      ...(things ? { points: things.points as string[] } : {}),
      ...(value ? { value: value[1]! } : {}),
    });
    return;
  }
  throw new LineError(
    "must begin with cue, provided, unless, do, for, in, phase, switched off, cued again it, made from, copied from or with",
    1,
  );
}

/** Automations may name one another, those further down as well. */
function withOwn(lines: readonly Line[], names: Names): Names {
  const ids = new Map<string, string>();
  const byName = new Map<string, string | "several">();
  for (const { text, depth } of lines) {
    const found = depth === 0 ? /^automation ([^:]*):(.*)$/i.exec(text) : null;
    if (!found) continue;
    const [id, called] = [found[1]!.trim(), found[2]!.trim()];
    ids.set(id, called);
    byName.set(called.toLowerCase(), byName.has(called.toLowerCase()) ? "several" : id);
  }
  return {
    nameOf: (collection, id) =>
      collection === "automations"
        ? (ids.get(id) ?? names.nameOf(collection, id))
        : names.nameOf(collection, id),
    idOf: (collection, called) => {
      const own = collection === "automations" ? byName.get(called.trim().toLowerCase()) : undefined;
      return own ?? names.idOf(collection, called);
    },
    has: (collection, id) => (collection === "automations" && ids.has(id)) || names.has(collection, id),
  };
}
