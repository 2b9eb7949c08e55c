/** Pull sheets as PDF, A4, one pull after another: reels on the stand, cables in order, boxes to tick. */
import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from "pdf-lib";
import { byId, type Design } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import type { PullSheet } from "#core/stages/runs/pull-sheet";
import { fitting, writable } from "./pdf-text";

const [WIDTH, HEIGHT] = [595.28, 841.89];
const MARGIN = 42;
const INK = rgb(0.08, 0.13, 0.12);
const SOFT = rgb(0.34, 0.39, 0.38);

interface Pen {
  pdf: PDFDocument;
  page: PDFPage;
  /** Where the next line goes, from the lower edge. */
  y: number;
  plain: PDFFont;
  bold: PDFFont;
  mono: PDFFont;
  known: ReadonlySet<number>;
}

/** Room for `height` points, on a new page where this one has none left. */
function make(pen: Pen, height: number): void {
  if (pen.y - height > MARGIN) return;
  pen.page = pen.pdf.addPage([WIDTH, HEIGHT]);
  pen.y = HEIGHT - MARGIN;
}

type Cell = [
  text: string,
  x: number,
  width: number,
  font?: "plain" | "bold" | "mono",
  size?: number,
  right?: boolean,
];

function row(pen: Pen, cells: readonly Cell[], height = 15, color = INK): void {
  make(pen, height);
  pen.y -= height;
  for (const [text, x, width, font = "plain", size = 9, right] of cells) {
    const written = fitting(pen[font], writable(pen.known, text), size, width);
    pen.page.drawText(written, {
      x: MARGIN + x + (right ? width - pen[font].widthOfTextAtSize(written, size) : 0),
      y: pen.y,
      size,
      font: pen[font],
      color,
    });
  }
}

const rule = (pen: Pen) =>
  pen.page.drawLine({
    start: { x: MARGIN, y: pen.y - 4 },
    end: { x: WIDTH - MARGIN, y: pen.y - 4 },
    thickness: 0.4,
    color: SOFT,
  });

function sheetOf(pen: Pen, design: Design, sheet: PullSheet): void {
  const { pull } = sheet;
  const { units } = design.design;
  make(pen, 90 + 17 * sheet.lines.length + 15 * sheet.reels.length);
  row(
    pen,
    [
      [`Pull ${pull.id}`, 0, 120, "bold", 14],
      [
        `${sheet.from}, ${pull.drops.length} ${pull.drops.length === 1 ? "cable" : "cables"}, ${formatLength(pull.lengthM, units)} at the longest, ${pull.hours.toFixed(1)} h`,
        130,
        380,
        "plain",
        10,
      ],
    ],
    26,
  );
  rule(pen);
  row(
    pen,
    [
      ["On the stand", 0, 200, "bold"],
      ["before", 300, 90, "plain", 8, true],
      ["after", 400, 90, "plain", 8, true],
    ],
    18,
    SOFT,
  );
  for (const reel of sheet.reels)
    row(
      pen,
      [
        [reel.name, 0, 290],
        [formatLength(reel.beforeM, units), 300, 90, "mono", 9, true],
        [formatLength(reel.afterM, units), 400, 90, "mono", 9, true],
      ],
      14,
    );
  if (!sheet.reels.length) row(pen, [["nothing: these cables are cut or pulled already", 0, 400]], 14, SOFT);
  row(
    pen,
    [
      ["Cables in this order, the label on both ends", 0, 300, "bold"],
      ["length", 442, 50, "plain", 8, true],
    ],
    20,
    SOFT,
  );
  for (const line of sheet.lines) {
    const room = byId(design, "rooms").get(line.drop.point.room)?.name ?? "";
    row(
      pen,
      [
        [String(line.order), 0, 12, "mono"],
        [line.label, 16, 112, "bold", 9.5],
        [`${line.drop.point.name}, ${room}`, 132, 150],
        [
          `${line.drop.cableType?.name ?? "cable not chosen"}${line.cutAhead ? ", cut ahead" : ""}`,
          288,
          92,
          "plain",
          8,
        ],
        [`${line.jacket}, ${line.mark}`, 384, 56, "plain", 8],
        [formatLength(line.lengthM, units), 442, 50, "mono", 9, true],
      ],
      17,
    );
    pen.page.drawRectangle({
      x: WIDTH - MARGIN - 11,
      y: pen.y - 2,
      width: 10,
      height: 10,
      borderColor: INK,
      borderWidth: 0.7,
    });
  }
  pen.y -= 16;
}

/** All sheets of a design; a new page only where the next one does not fit. */
export async function pullSheetsPdf(design: Design, sheets: readonly PullSheet[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(`${design.design.name}: pull sheets`);
  const [plain, bold, mono] = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
    await pdf.embedFont(StandardFonts.Courier),
  ];
  const pen: Pen = {
    pdf,
    page: pdf.addPage([WIDTH, HEIGHT]),
    y: HEIGHT - MARGIN,
    plain,
    bold,
    mono,
    known: new Set(plain.getCharacterSet()),
  };
  row(pen, [[`${design.design.name}: pull sheets`, 0, 400, "bold", 16]], 20);
  row(
    pen,
    [
      [
        "Look for pipes and live cable before drilling; work at height from a proper platform; keep data cable and mains apart. Local codes decide.",
        0,
        510,
        "plain",
        8,
      ],
    ],
    16,
    SOFT,
  );
  pen.y -= 10;
  for (const sheet of sheets) sheetOf(pen, design, sheet);
  return pdf.save();
}
