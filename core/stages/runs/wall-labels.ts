/** What is written on the drawing of one wall: names and heights beside the boxes, distances under the floor. */
import { formatLength, type Units } from "../../design/units";
import { placeLabels, placesRound, textWidth, type Label } from "../../geometry/place-labels";
import type { Box } from "../../geometry/polygon";
import type { Xy } from "../../geometry/segment";
import type { Mounting } from "./mounting";

export const WALL_FONT_PX = 11;
const MEASURE_FONT_PX = 10;
export const ROW_PX = 14;
/** From one line of a name to its next, px. */
export const NAME_LINE_PX = 12;
/** Rows of distances under the floor: more would have to be read like a ruler. */
export const MOST_ROWS = 4;
/** Pixels from the floor to the first row of distances. */
export const UNDER_FLOOR_PX = 8;

export interface WallLabel {
  /** Of which point, and what of it. */
  point: string;
  of: "name" | "height" | "left";
  /** A name takes two lines where one has no room. */
  lines: string[];
  /** Where it begins, on its base line, m along the wall and down from the ceiling. */
  x: number;
  y: number;
}

/** An opening as it is drawn: from the left corner and from the ceiling, m, with the word in its middle. */
export interface DrawnOpening {
  kind: string;
  left: number;
  top: number;
  widthM: number;
  heightM: number;
}

/** A name on one line, and on two where it has more than one word. */
function nameForms(name: string): string[][] {
  const words = name.split(" ");
  const half = Math.ceil(words.length / 2);
  return [
    [name],
    ...(words.length > 1 ? [[words.slice(0, half).join(" "), words.slice(half).join(" ")]] : []),
  ];
}

/**
 * Labels that found a place, clear of boxes, holes, openings' edges, the lines to the floor and one another.
 * @param wall its length and height, m
 * @param k pixels a metre
 */
export function wallLabels(
  rows: readonly Mounting[],
  openings: readonly DrawnOpening[],
  wall: { sideM: number; ceilingM: number },
  k: number,
  units: Units,
): WallLabel[] {
  const { sideM, ceilingM } = wall;
  const [floor, end] = [ceilingM * k, sideM * k];
  const at = (row: Mounting) => ({ x: row.leftM * k, y: (ceilingM - row.heightM) * k });
  const half = (row: Mounting) => ({
    w: (row.size!.widthMm / 2000) * k,
    h: (row.size!.heightMm / 2000) * k,
  });
  const boxes = rows.map((row): Box => {
    const [{ x, y }, { w, h }] = [at(row), half(row)];
    return { x0: x - w, y0: y - h, x1: x + w, y1: y + h };
  });
  for (const { kind, left, top, widthM, heightM } of openings) {
    const wide = textWidth(kind, WALL_FONT_PX) / 2;
    const [x, y] = [(left + widthM / 2) * k, (top + heightM / 2) * k];
    boxes.push({ x0: x - wide, y0: y - WALL_FONT_PX, x1: x + wide, y1: y + 4 });
  }
  const lines = [
    ...rows.map((row) => {
      const { x, y } = at(row);
      return { a: [x, y] as const, b: [x, floor + UNDER_FLOOR_PX - 2] as const, half: 0.5 };
    }),
    ...openings.flatMap(({ left, top, widthM, heightM }) => {
      const [x0, x1, y0, y1] = [left * k, (left + widthM) * k, top * k, (top + heightM) * k];
      return [
        { a: [x0, y0] as const, b: [x1, y0] as const, half: 0.5 },
        { a: [x0, y1] as const, b: [x1, y1] as const, half: 0.5 },
        { a: [x0, y0] as const, b: [x0, y1] as const, half: 0.5 },
        { a: [x1, y0] as const, b: [x1, y1] as const, half: 0.5 },
      ];
    }),
    { a: [-end, floor] as const, b: [2 * end, floor] as const, half: 0.5 },
    { a: [-end, 0] as const, b: [2 * end, 0] as const, half: 0.5 },
    { a: [0, 0] as const, b: [0, floor] as const, half: 0.5 },
    { a: [end, 0] as const, b: [end, floor] as const, half: 0.5 },
  ];
  const beside = (row: Mounting, of: "name" | "height", text: string): Label => {
    const mono = of === "height";
    const font = mono ? MEASURE_FONT_PX : WALL_FONT_PX;
    const [{ x, y }, { w, h }] = [at(row), half(row)];
    const forms = (mono ? [[text]] : nameForms(text)).map((lines) => {
      const width = Math.max(...lines.map((line) => textWidth(line, font, mono)));
      const height = font + (lines.length - 1) * NAME_LINE_PX;
      const round = placesRound([x, y], Math.max(w, h) + (mono ? 3 : 5), width, height);
      return { width, height, places: mono ? round : namePlaces(round, width) };
    });
    return { key: `${of} ${row.point.id}`, forms };
  };
  const namePlaces = (round: readonly Xy[], width: number): Xy[] => {
    // The name over its box where there is room, pushed inwards near a corner; the height to the right of it.
    const inwards = ([x0, y0]: Xy): Xy => [Math.min(Math.max(x0, 3), end - width - 3), y0];
    const [over, below] = [inwards(round[3]!), inwards(round[2]!)];
    // A line higher, where the height had to go over the box.
    const higher: Xy = [over[0], over[1] - ROW_PX];
    return [over, ...round.slice(0, 2), higher, below, ...round.slice(4)];
  };
  const under = (row: Mounting): Label => {
    const width = textWidth(lefts.get(row)!, MEASURE_FONT_PX, true);
    const top = floor + UNDER_FLOOR_PX;
    const places = Array.from(
      { length: MOST_ROWS },
      (_, n) => [at(row).x - width / 2, top + n * ROW_PX] as const,
    );
    return { key: `left ${row.point.id}`, forms: [{ width, height: MEASURE_FONT_PX, places }] };
  };
  const lefts = new Map(rows.map((row) => [row, formatLength(row.leftM, units)]));
  const heights = new Map(rows.map((row) => [row, formatLength(row.heightM, units)]));
  // Measures are what the drawing is for; a name can be read in the list below it.
  const labels = [
    ...[...rows].sort((a, b) => a.leftM - b.leftM).map(under),
    ...rows.map((row) => beside(row, "height", heights.get(row)!)),
    ...rows.map((row) => beside(row, "name", row.point.name)),
  ];
  const placed = placeLabels(labels, { boxes, lines });
  return rows.flatMap((row) =>
    (["name", "height", "left"] as const).flatMap((of): WallLabel[] => {
      const found = placed.get(`${of} ${row.point.id}`);
      if (!found) return [];
      const lines =
        of === "name"
          ? nameForms(row.point.name)[found.form]!
          : [(of === "left" ? lefts : heights).get(row)!];
      const font = of === "name" ? WALL_FONT_PX : MEASURE_FONT_PX;
      return [{ point: row.point.id, of, lines, x: found.x0 / k, y: (found.y0 + 0.82 * font) / k }];
    }),
  );
}
