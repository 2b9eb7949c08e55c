/**
 * Labels for both ends of every drop, laid out on sheets of common sizes. Millimetres from the sheet's
 * upper left corner.
 */
import qrcode from "qrcode-generator";
import type { Design } from "../../design/collections";
import { portsOfDrop } from "../../points/ports";
import { dropsOf, type Drop } from "./drops";
import { endName } from "./end-name";

export interface LabelSheet {
  id: string;
  name: string;
  pageMm: readonly [width: number, height: number];
  labelMm: readonly [width: number, height: number];
  across: number;
  down: number;
  leftMm: number;
  topMm: number;
  /** From one label's edge to the next's. */
  gapMm: readonly [across: number, down: number];
}

export const LABEL_SHEETS: readonly LabelSheet[] = [
  {
    id: "a4-65",
    name: "A4, 65 labels of 38.1 × 21.2 mm",
    pageMm: [210, 297],
    labelMm: [38.1, 21.2],
    across: 5,
    down: 13,
    leftMm: 4.75,
    topMm: 10.7,
    gapMm: [2.5, 0],
  },
  {
    id: "a4-24",
    name: "A4, 24 labels of 70 × 37 mm",
    pageMm: [210, 297],
    labelMm: [70, 37],
    across: 3,
    down: 8,
    leftMm: 0,
    topMm: 0.5,
    gapMm: [0, 0],
  },
  {
    id: "a4-189",
    name: "A4, 189 labels of 25.4 × 10 mm",
    pageMm: [210, 297],
    labelMm: [25.4, 10],
    across: 7,
    down: 27,
    leftMm: 8.6,
    topMm: 13.5,
    gapMm: [2.5, 0],
  },
  {
    id: "letter-30",
    name: "Letter, 30 labels of 66.7 × 25.4 mm",
    pageMm: [215.9, 279.4],
    labelMm: [66.7, 25.4],
    across: 3,
    down: 10,
    leftMm: 4.8,
    topMm: 12.7,
    gapMm: [3.1, 0],
  },
];

export interface EndLabel {
  drop: Drop;
  end: "point" | "closet";
  /** level-room-kind-nn/core: the same at both ends. */
  label: string;
  /** What it is at this end, and where the other one is. */
  here: string;
  there: string;
}

/** Both ends of every drop, in order of label; the end at the point first. */
export const labelsOf = (design: Design): EndLabel[] =>
  [...dropsOf(design)]
    .sort((a, b) => (a.label < b.label ? -1 : 1))
    .flatMap((drop): EndLabel[] => {
      // Where it is patched, its port is what one looks for at the closet.
      const end = endName(design, drop) ?? "no closet yet";
      const { panel } = portsOfDrop(design, drop.key);
      const closet = panel && drop.to === undefined ? `${panel}, ${end}` : end;
      return [
        { drop, end: "point", label: drop.label, here: drop.point.name, there: closet },
        { drop, end: "closet", label: drop.label, here: closet, there: drop.point.name },
      ];
    });

export type Placed<Label> = Label & {
  page: number;
  x: number;
  y: number;
};

/** Labels on their sheets, row by row. `skip`: places already used on the first sheet. */
export function placeLabels<Label>(labels: readonly Label[], sheet: LabelSheet, skip = 0): Placed<Label>[] {
  const perPage = sheet.across * sheet.down;
  return labels.map((one, i) => {
    const at = i + skip;
    const place = at % perPage;
    const column = place % sheet.across;
    return {
      ...one,
      page: Math.floor(at / perPage),
      x: sheet.leftMm + column * (sheet.labelMm[0] + sheet.gapMm[0]),
      y: sheet.topMm + Math.floor(place / sheet.across) * (sheet.labelMm[1] + sheet.gapMm[1]),
    };
  });
}

/** Dark modules of the square code with the drop's id. */
export const codeOf = (drop: Drop) => squareOf(drop.key);

/** Dark modules of the square code of a text, as [row, column], and how many there are a side. */
export function squareOf(text: string): { size: number; dark: [number, number][] } {
  const code = qrcode(0, "M");
  code.addData(text);
  code.make();
  const size = code.getModuleCount();
  return {
    size,
    dark: Array.from({ length: size * size }, (_, i): [number, number] => [
      Math.floor(i / size),
      i % size,
    ]).filter(([row, column]) => code.isDark(row, column)),
  };
}
