/** Label sheets as PDF: text and a code for each end of each drop. */
import {
  fill,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  setFillingRgbColor,
  StandardFonts,
} from "pdf-lib";
import type { Design } from "#core/design/collections";
import { registerLines } from "#core/stages/register";
import { labelsOf, placeLabels, squareOf, type LabelSheet } from "#core/stages/runs/labels";
import { legendLine } from "#core/stages/runs/legend";
import type { LegendLine } from "#core/design/rows/settings";
import { fitting, writable } from "./pdf-text";

const PT_PER_MM = 72 / 25.4;
const INK = rgb(0.08, 0.13, 0.12);

/** A band of the jacket's colour with its mark along the right edge: by it a label finds its cable. */
const BAND_PT = 5;
const JACKET_HEX: Readonly<Record<LegendLine["colour"], number>> = {
  white: 0xf4f2ea,
  grey: 0x98a0a0,
  black: 0x22282a,
  brown: 0x7a4f2c,
  red: 0xb3352b,
  orange: 0xd9792a,
  yellow: 0xe3c02f,
  green: 0x3f8a4d,
  teal: 0x2d8f92,
  blue: 0x2f66ad,
  violet: 0x7650a3,
  pink: 0xd98aa8,
};
const LIGHT = new Set<LegendLine["colour"]>(["white", "grey", "orange", "yellow", "pink"]);
const jacketRgb = (colour: LegendLine["colour"]) =>
  rgb(
    (JACKET_HEX[colour] >> 16) / 255,
    ((JACKET_HEX[colour] >> 8) & 255) / 255,
    (JACKET_HEX[colour] & 255) / 255,
  );
/** Where a mark's bars sit along the band, as parts of its height. */
const MARK_BARS: Readonly<Record<LegendLine["mark"], readonly number[]>> = {
  plain: [],
  "one ring": [0.5],
  "two rings": [0.35, 0.65],
  "three rings": [0.25, 0.5, 0.75],
  dashes: [0.1, 0.3, 0.5, 0.7, 0.9],
  dots: [0.05, 0.2, 0.35, 0.5, 0.65, 0.8, 0.95],
  spiral: [0.1, 0.2, 0.5, 0.6, 0.9],
  stripe: [0.02, 0.98],
};
const bandsOf = (mark: LegendLine["mark"]) => MARK_BARS[mark];

/** Dark modules side by side, put together: far fewer rectangles, and no hair lines between them. */
function runsOf(
  dark: readonly (readonly [number, number])[],
): { row: number; column: number; length: number }[] {
  const runs: { row: number; column: number; length: number }[] = [];
  for (const [row, column] of dark) {
    const last = runs.at(-1);
    if (last && last.row === row && last.column + last.length === column) last.length += 1;
    else runs.push({ row, column, length: 1 });
  }
  return runs;
}

/** A label as it is drawn: its square, its name, one or two lines under it, and the look of its cable where it has one. */
interface Drawn {
  label: string;
  lines: readonly string[];
  /** What the square says. */
  square: string;
  look?: LegendLine;
}

/** Every cable label of a design on sheets of one kind. `skip`: places of the first sheet that are used up. */
export const labelsPdf = (design: Design, sheet: LabelSheet, skip = 0): Promise<Uint8Array> =>
  sheetsPdf(
    `${design.design.name}: cable labels`,
    labelsOf(design).map(({ drop, label, here, there }) => ({
      label,
      lines: [here, `to ${there}`],
      square: drop.key,
      look: legendLine(design, drop.kind.service),
    })),
    sheet,
    skip,
  );

/**
 * A label a device, with a square that opens its page on a phone.
 * @param at where the application is reached, without a stroke at the end
 * @param only devices by id; all where left out
 */
export const deviceLabelsPdf = (
  design: Design,
  sheet: LabelSheet,
  { at, only, skip = 0 }: { at: string; only?: ReadonlySet<string>; skip?: number },
): Promise<Uint8Array> =>
  sheetsPdf(
    `${design.design.name}: device labels`,
    registerLines(design)
      .filter(({ device }) => !only || only.has(device.id))
      .map(({ device, label, room }) => ({
        label,
        lines: [device.name, room],
        square: `${at}/commission?device=${device.id}`,
      })),
    sheet,
    skip,
  );

async function sheetsPdf(
  title: string,
  labels: readonly Drawn[],
  sheet: LabelSheet,
  skip: number,
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  const [plain, bold] = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.CourierBold),
  ];
  const known = new Set(plain.getCharacterSet());
  const codes = new Map<string, ReturnType<typeof squareOf>>();
  const [pageWidth, pageHeight] = sheet.pageMm.map((mm) => mm * PT_PER_MM) as [number, number];
  const [width, height] = sheet.labelMm.map((mm) => mm * PT_PER_MM) as [number, number];
  const pad = Math.min(2 * PT_PER_MM, height * 0.08);
  const side = Math.min(height - 2 * pad, width * 0.4);
  for (const one of placeLabels(labels, sheet, skip)) {
    while (pdf.getPageCount() <= one.page) pdf.addPage([pageWidth, pageHeight]);
    const page = pdf.getPage(one.page);
    const left = one.x * PT_PER_MM + pad;
    const top = pageHeight - one.y * PT_PER_MM - pad;
    const code = codes.get(one.square) ?? squareOf(one.square);
    codes.set(one.square, code);
    const { size, dark } = code;
    const module = side / size;
    page.pushOperators(
      pushGraphicsState(),
      setFillingRgbColor(INK.red, INK.green, INK.blue),
      ...runsOf(dark).map(({ row, column, length }) =>
        rectangle(left + column * module, top - (row + 1) * module, length * module, module),
      ),
      fill(),
      popGraphicsState(),
    );
    const textLeft = left + side + pad;
    const { look } = one;
    const textWidth = width - side - 3.6 * pad - (look ? BAND_PT : 0);
    const band = {
      x: one.x * PT_PER_MM + width - pad * 0.6 - BAND_PT,
      y: top - height + 2 * pad,
      width: BAND_PT,
      height: height - 2 * pad,
    };
    if (look) {
      page.drawRectangle({ ...band, color: jacketRgb(look.colour), borderColor: INK, borderWidth: 0.25 });
      for (const at of bandsOf(look.mark))
        page.drawRectangle({
          x: band.x,
          y: band.y + at * band.height - 0.5,
          width: BAND_PT,
          height: 1,
          color: LIGHT.has(look.colour) ? INK : rgb(1, 1, 1),
        });
    }
    const size1 = Math.min(9, (side / 3) * 0.9, textWidth / bold.widthOfTextAtSize(one.label, 1));
    const size2 = Math.min(7, size1);
    page.drawText(one.label, { x: textLeft, y: top - size1, size: size1, font: bold, color: INK });
    if (side > 20)
      one.lines.forEach((line, n) =>
        page.drawText(fitting(plain, writable(known, line), size2, textWidth), {
          x: textLeft,
          y: top - size1 - size2 * (1.4 + 1.3 * n),
          size: size2,
          font: plain,
          color: INK,
        }),
      );
  }
  if (!pdf.getPageCount()) pdf.addPage([pageWidth, pageHeight]);
  return pdf.save();
}
