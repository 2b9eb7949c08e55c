/** How a board is wired, as a drawing for the bench: every wire with its number and colour at both ends. */
import type { Design } from "../../design/collections";
import { escapeXml } from "../../files/xml";
import { demandsOf } from "./pins";
import type { BoardRow, PinRow } from "../../design/rows/bus";

const ROW = 26;
const TOP = 76;
const BOARD_X = 24;
const BOARD_W = 96;
const END_X = 400;
const WIDTH = 740;

/** Jacket colours as they are drawn; any other word is drawn grey. */
const INK: Readonly<Record<string, string>> = {
  white: "#b9c0c0",
  brown: "#7a4a21",
  green: "#2f7d32",
  yellow: "#b89400",
  grey: "#7c8787",
  pink: "#c96a8f",
  blue: "#27549b",
  red: "#a9281f",
  black: "#15201f",
  violet: "#6b3f8c",
  orange: "#c2661a",
};

const byPin = (board: BoardRow) => (a: PinRow, b: PinRow) => {
  const at = (row: PinRow) => board.has.findIndex(({ name }) => name === row.pin);
  return at(a) - at(b);
};

/** Wires of a board in the order of its pins, numbered from 1. */
export const wiresOf = (design: Design, board: BoardRow): { number: number; row: PinRow }[] =>
  demandsOf(design, board.id)
    .filter((row) => board.has.some(({ name }) => name === row.pin))
    .sort(byPin(board))
    .map((row, i) => ({ number: i + 1, row }));

/** The drawing as SVG, black and colour on white, 740 wide. */
export function wiringSvg(design: Design, board: BoardRow): string {
  const wires = wiresOf(design, board);
  const height = TOP + Math.max(1, wires.length + 1) * ROW + 40;
  const text = (x: number, y: number, words: string, more = "") =>
    `<text x="${x}" y="${y}" font-size="11" fill="#15201f" ${more}>${escapeXml(words)}</text>`;
  const mono = 'font-family="Spline Sans Mono, monospace"';
  const lines = wires.map(({ number, row }, i) => {
    const y = TOP + i * ROW;
    const ink = INK[row.colour ?? ""] ?? "#566361";
    const tag = `${number} ${row.colour ?? "?"}`;
    const bend = BOARD_X + BOARD_W + 130 + (i % 6) * 8;
    return [
      `<rect x="${BOARD_X + BOARD_W - 26}" y="${y - 9}" width="26" height="18" fill="#fff" stroke="#15201f"/>`,
      text(BOARD_X + BOARD_W - 13, y + 4, row.pin!, `${mono} text-anchor="middle"`),
      `<path d="M${BOARD_X + BOARD_W} ${y}H${bend}H${END_X}" fill="none" stroke="${ink}" stroke-width="2.4"/>`,
      text(BOARD_X + BOARD_W + 8, y - 4, tag, mono),
      text(END_X - 8, y - 4, tag, `${mono} text-anchor="end"`),
      `<circle cx="${END_X}" cy="${y}" r="4" fill="#fff" stroke="#15201f"/>`,
      text(END_X + 12, y + 4, row.at ?? row.demand),
      text(END_X + 130, y + 4, row.does, 'font-weight="600"'),
    ].join("");
  });
  const last = TOP + wires.length * ROW;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}" font-family="Archivo Variable, Archivo, sans-serif">`,
    `<rect width="${WIDTH}" height="${height}" fill="#fff"/>`,
    text(24, 26, board.name, 'font-weight="600"'),
    text(24, 42, `${design.design.name} · ${board.supplyV} V, ${board.supplyW} W`),
    text(BOARD_X + BOARD_W / 2, TOP - 24, "pin", 'text-anchor="middle"'),
    text(END_X + 12, TOP - 24, "ends at"),
    text(END_X + 130, TOP - 24, "for"),
    `<rect x="${BOARD_X}" y="${TOP - 16}" width="${BOARD_W}" height="${(wires.length + 1) * ROW}" fill="none" stroke="#15201f" stroke-width="1.6"/>`,
    ...lines,
    `<path d="M${BOARD_X + BOARD_W} ${last}H${END_X}" stroke="#15201f" stroke-width="2.4" stroke-dasharray="6 3"/>`,
    text(BOARD_X + BOARD_W - 20, last + 4, "0 V", `${mono} text-anchor="end"`),
    text(END_X + 12, last + 4, "ground, shared by all that hangs here"),
    "</svg>",
  ].join("");
}
