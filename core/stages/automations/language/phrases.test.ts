/** Every statement of the language, as it is written and as it is read: the same row both ways. */
import { readFileSync } from "node:fs";
import { CUE_CLASSES, type Cue } from "../../../design/rows/automations-cues";
import { GUARD_KINDS, type Guard } from "../../../design/rows/automations-guards";
import { MOVE_KINDS, type Move } from "../../../design/rows/automations-moves";
import { writePhrase } from "./grammar";
import { CUES, GUARDS, MOVES } from "./examples";
import { CUE_PHRASES, GUARD_PHRASES, MOVE_PHRASES } from "./phrases";
import { worldNames as names } from "./small-world";
import { lineOf, readCue, readGuard, readMove } from "./text";

const defined = (row: object) => JSON.parse(JSON.stringify(row)) as object;

test.each(CUES)("cue: %s", (text, row) => {
  expect(defined(readCue(text, names, "k"))).toEqual({ ...row, key: "k" });
  expect(lineOf(writePhrase(CUE_PHRASES, row, names)!, names)).toBe(text);
});

test.each(GUARDS)("guard: %s", (text, row) => {
  expect(defined(readGuard(text, names))).toEqual(row);
  const own = row as Guard;
  const head = `${own.not ? "unless" : "provided"} ${own.whole ? "all the while " : ""}`;
  expect(head + lineOf(writePhrase(GUARD_PHRASES, row, names)!, names)).toBe(text);
});

test.each(MOVES)("move: %s", (text, row) => {
  expect(defined(readMove(text, names))).toEqual(row);
  expect(lineOf(writePhrase(MOVE_PHRASES, row, names)!, names)).toBe(text);
});

test("every kind has its example", () => {
  const kinds = (all: readonly (readonly [string, object])[]) =>
    new Set(all.map(([, row]) => (row as Cue | Guard | Move).kind));
  expect(Object.keys(CUE_CLASSES).filter((kind) => !kinds(CUES).has(kind as Cue["kind"]))).toEqual([]);
  expect(GUARD_KINDS.filter((kind) => !kinds(GUARDS).has(kind))).toEqual([]);
  // Those that hold moves stand over several lines: text.test.ts.
  expect(MOVE_KINDS.filter((kind) => !kinds(MOVES).has(kind))).toEqual(["choose", "repeat"]);
});

test("docs/automations.md has every statement", () => {
  const lines = new Set(
    readFileSync("docs/automations.md", "utf8")
      .split("\n")
      .map((line) => line.trim()),
  );
  const said = [...CUES, ...GUARDS].map(([text]) => text).concat(MOVES.map(([text]) => `do ${text}`));
  expect(said.filter((text) => !lines.has(text))).toEqual([]);
});
