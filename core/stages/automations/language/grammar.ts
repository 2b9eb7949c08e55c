/**
 * Phrases that are written and read by one description: literals, slots for values, and parts that may be left out. What
 * is written from a row is read back to the same row, as nothing says the form twice.
 */

/** A word of a sentence. */
export interface Word {
  text: string;
  /** What of the row it stands for: a press on it edits that. */
  field?: string;
  /** It is a name: of which row. Nothing where it was removed. */
  names?: { in: string; id: string | undefined };
}

type AnyRow = Record<string, unknown>;

/** Where reading stands, and what could have stood at the furthest place that was reached. */
export class Cursor {
  at = 0;
  furthest = 0;
  private expected = new Map<string, Expected>();
  /** What the phrase that is tried says by its wording alone. */
  says: AnyRow = {};

  constructor(readonly text: string) {}

  get rest(): string {
    return this.text.slice(this.at);
  }

  /** What could stand at the furthest place, in the order it was asked for. */
  get wanted(): readonly Expected[] {
    return [...this.expected.values()];
  }

  /** Could not go on here: remembers what was wanted. */
  miss(expected: Expected, at = this.at): typeof MISS {
    if (at > this.furthest) {
      this.furthest = at;
      this.expected.clear();
    }
    if (at === this.furthest) {
      const { kind, aspect } = this.says;
      const known = { ...(kind === undefined ? {} : { kind }), ...(aspect === undefined ? {} : { aspect }) };
      this.expected.set(`${expected.what}/${expected.text}/${String(kind)}/${String(aspect)}`, {
        ...expected,
        ...(expected.what === "name" ? { of: known } : {}),
      });
    }
    return MISS;
  }

  /** Takes a literal, whatever its capitals. */
  literal(literal: string): boolean {
    const here = this.text.slice(this.at, this.at + literal.length);
    // At the end of the text the space before what is missing may be missing too.
    const own = this.at + here.length === this.text.length ? literal.trimEnd() : literal;
    if (here && (here.toLowerCase() === literal.toLowerCase() || here.toLowerCase() === own.toLowerCase())) {
      this.at += here.length;
      return true;
    }
    const begun =
      this.at + here.length === this.text.length && literal.toLowerCase().startsWith(here.toLowerCase());
    if (here && begun) {
      // Begun and not ended: the word that is being typed is what goes on.
      const word = literal.lastIndexOf(" ", here.length - 1) + 1;
      this.miss({ what: "words", text: literal.slice(word), from: this.at + word }, this.text.length);
    } else this.miss({ what: "words", text: literal });
    return false;
  }

  /** Takes what the pattern, which begins with ^, finds here. */
  match(pattern: RegExp, expected: Expected): RegExpExecArray | undefined {
    const found = pattern.exec(this.rest);
    if (!found) {
      this.miss(expected);
      return undefined;
    }
    this.at += found[0].length;
    return found;
  }
}

export interface Expected {
  /** Words as they stand, a name of something, or a value of a form. */
  what: "words" | "name" | "value";
  /** The words, the collection, or an example of the value. */
  text: string;
  /** Where the words begin, where they are half typed. */
  from?: number;
  /** Of a name: what the sentence around it asks of the thing. */
  of?: { kind?: unknown; aspect?: unknown };
}

export const MISS = Symbol("miss");
export type Read<T> = T | typeof MISS;

/** A value of a row in a sentence. It may span several fields, as single things and groups do. */
export interface Slot<C> {
  /** Undefined where the row holds nothing that it could say. */
  write(row: AnyRow, context: C): Word[] | undefined;
  read(cursor: Cursor, context: C): Read<AnyRow>;
}

/** Left out where what stands in it has nothing to say. */
export interface Maybe<C> {
  maybe: readonly Piece<C>[];
}

export type Piece<C> = string | Slot<C> | Maybe<C>;

export interface Phrase<C> {
  /** Fields that the wording itself says. */
  says: AnyRow;
  pieces: readonly Piece<C>[];
}

const isMaybe = <C>(piece: Piece<C>): piece is Maybe<C> => typeof piece === "object" && "maybe" in piece;

function writePieces<C>(pieces: readonly Piece<C>[], row: AnyRow, context: C): Word[] | undefined {
  const words: Word[] = [];
  for (const piece of pieces) {
    if (typeof piece === "string") words.push({ text: piece });
    else if (isMaybe(piece)) words.push(...(writePieces(piece.maybe, row, context) ?? []));
    else {
      const own = piece.write(row, context);
      if (!own) return undefined;
      words.push(...own);
    }
  }
  return words;
}

/** Says the row by the first phrase that says all of it; undefined where none does. */
export function writePhrase<C>(phrases: readonly Phrase<C>[], row: object, context: C): Word[] | undefined {
  const values = row as AnyRow;
  for (const { says, pieces } of phrases) {
    if (Object.entries(says).some(([name, value]) => values[name] !== value)) continue;
    const words = writePieces(pieces, values, context);
    if (words) return words;
  }
  return undefined;
}

function readPieces<C>(pieces: readonly Piece<C>[], cursor: Cursor, context: C): Read<AnyRow> {
  const row: AnyRow = {};
  for (const piece of pieces) {
    if (typeof piece === "string") {
      if (!cursor.literal(piece)) return MISS;
      continue;
    }
    const at = cursor.at;
    const own = isMaybe(piece) ? readPieces(piece.maybe, cursor, context) : piece.read(cursor, context);
    if (own !== MISS) Object.assign(row, own);
    else if (isMaybe(piece)) cursor.at = at;
    else return MISS;
  }
  return row;
}

/** Reads by the phrase that goes furthest; of two that go equally far, the first. The cursor stands behind it. */
export function readPhrase<C>(phrases: readonly Phrase<C>[], cursor: Cursor, context: C): Read<AnyRow> {
  const from = cursor.at;
  let best: { row: AnyRow; at: number } | undefined;
  for (const { says, pieces } of phrases) {
    cursor.at = from;
    cursor.says = says;
    const row = readPieces(pieces, cursor, context);
    if (row !== MISS && (!best || cursor.at > best.at)) best = { row: { ...says, ...row }, at: cursor.at };
  }
  cursor.at = best?.at ?? from;
  return best ? best.row : MISS;
}
