/**
 * Names on a drawing, placed rather than printed over: each takes the best of its places on which nothing lies, the
 * more important ones first, and one that finds none stays away. All in pixels of the drawing, y down.
 */
import { boxesNear, type Box } from "./polygon";
import type { Xy } from "./segment";

/** One way in which a label can be written: its size and the upper left corners it could have, best first. */
export interface Form {
  width: number;
  height: number;
  places: Iterable<Xy>;
  /** What else has to be so of a place: asked last, of places that are free. */
  fits?(box: Box): boolean;
}

export interface Label {
  key: string;
  /** The fullest form first; a shorter one is taken where no place is free for it. */
  forms: readonly Form[];
}

/** What labels keep clear of. */
export interface Obstacles {
  boxes: readonly Box[];
  lines: readonly Line[];
}

/** A line with half its stroke, px. */
export interface Line {
  a: Xy;
  b: Xy;
  half: number;
}

export interface Placed extends Box {
  /** Which of its forms found a place. */
  form: number;
}

/** Pixels between a label and whatever is beside it. */
const GAP_PX = 1.5;
/** Side of the squares in which what lies near is looked up, px. */
const CELL_PX = 48;

/** Does a line come into the box? By cutting it at the four sides in turn (Liang and Barsky). */
export function lineMeets(box: Box, { a, b, half }: Line): boolean {
  let [from, to] = [0, 1];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  for (const [step, room] of [
    [-dx, a[0] - box.x0 + half],
    [dx, box.x1 + half - a[0]],
    [-dy, a[1] - box.y0 + half],
    [dy, box.y1 + half - a[1]],
  ] as const) {
    if (step === 0) {
      if (room < 0) return false;
    } else if (step < 0) from = Math.max(from, room / step);
    else to = Math.min(to, room / step);
  }
  return from <= to;
}

/** What lies in which square of the drawing: only those a label touches are asked. */
class Squares {
  readonly #held = new Map<number, ((box: Box) => boolean)[]>();

  /** Columns and rows of the squares a box touches. */
  #range({ x0, y0, x1, y1 }: Box) {
    const at = (px: number) => Math.floor(px / CELL_PX);
    return { left: at(x0), right: at(x1), top: at(y0), bottom: at(y1) };
  }

  #add(x: number, y: number, meets: (box: Box) => boolean) {
    const known = this.#held.get(keyOf(x, y));
    if (known) known.push(meets);
    else this.#held.set(keyOf(x, y), [meets]);
  }

  box(own: Box) {
    const meets = (other: Box) => boxesNear(own, other);
    const { left, right, top, bottom } = this.#range(own);
    for (let x = left; x <= right; x++) for (let y = top; y <= bottom; y++) this.#add(x, y, meets);
  }

  line(line: Line) {
    const { a, b, half } = line;
    const meets = (other: Box) => lineMeets(other, line);
    const { left, right, top, bottom } = this.#range({
      x0: Math.min(a[0], b[0]) - half,
      y0: Math.min(a[1], b[1]) - half,
      x1: Math.max(a[0], b[0]) + half,
      y1: Math.max(a[1], b[1]) + half,
    });
    // A long slanting line would fill the whole box round it: only squares it passes hold it.
    const straight = left === right || top === bottom;
    for (let x = left; x <= right; x++) {
      for (let y = top; y <= bottom; y++) {
        const square = {
          x0: x * CELL_PX,
          y0: y * CELL_PX,
          x1: (x + 1) * CELL_PX,
          y1: (y + 1) * CELL_PX,
        };
        if (straight || meets(square)) this.#add(x, y, meets);
      }
    }
  }

  free(box: Box): boolean {
    const { left, right, top, bottom } = this.#range(box);
    for (let x = left; x <= right; x++)
      for (let y = top; y <= bottom; y++)
        if (this.#held.get(keyOf(x, y))?.some((meets) => meets(box))) return false;
    return true;
  }
}

/** One number for a column and a row, either of which may lie left of or over the drawing. */
const keyOf = (x: number, y: number) => x * 2 ** 20 + y;

/**
 * Where each label stands, by its key; one that finds no room is not there. Those given first choose first, and none
 * lies on an obstacle or on another, or is cut by the edge of what is seen.
 */
export function placeLabels(
  labels: readonly Label[],
  obstacles: Obstacles,
  within: Box = EVERYWHERE,
): Map<string, Placed> {
  const squares = new Squares();
  for (const box of obstacles.boxes) squares.box(box);
  for (const line of obstacles.lines) squares.line(line);
  const placed = new Map<string, Placed>();
  for (const { key, forms } of labels) {
    const found = place(squares, forms, within);
    if (!found) continue;
    const { form, ...box } = found;
    squares.box(wider(box, GAP_PX));
    placed.set(key, { form, ...box });
  }
  return placed;
}

const wider = ({ x0, y0, x1, y1 }: Box, px: number): Box => ({
  x0: x0 - px,
  y0: y0 - px,
  x1: x1 + px,
  y1: y1 + px,
});

const EVERYWHERE: Box = { x0: -Infinity, y0: -Infinity, x1: Infinity, y1: Infinity };

const holds = (outer: Box, { x0, y0, x1, y1 }: Box) =>
  x0 >= outer.x0 && y0 >= outer.y0 && x1 <= outer.x1 && y1 <= outer.y1;

function place(squares: Squares, forms: readonly Form[], within: Box): Placed | undefined {
  for (const [form, { width, height, places, fits }] of forms.entries()) {
    for (const [x0, y0] of places) {
      const box = { x0, y0, x1: x0 + width, y1: y0 + height };
      if (holds(within, box) && squares.free(wider(box, GAP_PX)) && (!fits || fits(box)))
        return { form, ...box };
    }
  }
  return undefined;
}

/** Places round a glyph whose half is `reach` px: beside it, over and under it, then at its corners. */
export function placesRound([x, y]: Xy, reach: number, width: number, height: number): Xy[] {
  const [right, left] = [x + reach, x - reach - width];
  const [over, under] = [y - reach - height, y + reach];
  const [middleX, middleY] = [x - width / 2, y - height / 2];
  return [
    [right, middleY],
    [left, middleY],
    [middleX, under],
    [middleX, over],
    [right, under],
    [right, over],
    [left, under],
    [left, over],
  ];
}

/** Share of the letter height that signs take, by how wide they are; a little more than the font needs. */
const WIDTHS: [signs: RegExp, share: number][] = [
  [/[ijlI.,:;'|! ]/, 0.3],
  [/[ftr()[\]/\-·]/, 0.42],
  [/[mwMW@%]/, 0.92],
  [/[A-Z]/, 0.7],
];
const MONO = 0.61;

/** About how many pixels a text takes, never too few: names are placed before they are drawn. */
export function textWidth(text: string, fontPx: number, mono = false): number {
  if (mono) return text.length * MONO * fontPx;
  let shares = 0;
  for (const sign of text) shares += WIDTHS.find(([signs]) => signs.test(sign))?.[1] ?? 0.58;
  return shares * fontPx;
}
