/** A wall cabinet as a drawing to scale, for print: 1 mm of the cabinet is one unit of the drawing. */
import type { Design } from "../../design/collections";
import { escapeXml } from "../../files/xml";
import { ROW_MM, TERMINAL_MM, UNIT_MM, type Cabinet } from "./cabinet";
import { carriesOf } from "./channels";

const HIGH_MM = 90;
const RIM_MM = 50;

/** Rows with their modules, what each carries, and the terminals; names and places as on the screen. */
export function cabinetSvg(design: Design, cabinet: Cabinet): string {
  const { rows, closet } = cabinet;
  const units = rows[0]?.units ?? 0;
  const [wide, high] = [units * UNIT_MM + 2 * RIM_MM, rows.length * ROW_MM + 2 * RIM_MM];
  const out: string[] = [];
  const text = (x: number, y: number, words: string, more = "") =>
    out.push(`<text x="${x}" y="${y}" font-size="9" fill="#15201f" ${more}>${escapeXml(words)}</text>`);
  const box = (x: number, y: number, w: number, h: number, more: string) =>
    out.push(`<rect x="${x}" y="${y}" width="${w}" height="${h}" ${more}/>`);
  box(2, 2, wide - 4, high - 4, 'fill="#ffffff" stroke="#15201f" stroke-width="2"');
  text(RIM_MM, 24, `${design.design.name}, cabinet of ${closet.name}`, 'font-weight="600"');
  text(
    RIM_MM,
    36,
    `${rows.length} × ${units} units of ${UNIT_MM} mm, ${cabinet.used} used, ${cabinet.watts.toFixed(1)} W, ${cabinet.airC.toFixed(1)} °C`,
  );
  rows.forEach((row, i) => {
    const y = RIM_MM + i * ROW_MM;
    box(RIM_MM, y + ROW_MM / 2 - 8, units * UNIT_MM, 16, 'fill="#e4e8e8" stroke="#c4cccd"');
    text(RIM_MM - 8, y + ROW_MM / 2 + 3, String(row.number), 'text-anchor="end"');
    text(
      RIM_MM + units * UNIT_MM,
      y + 14,
      row.terminals ? "terminals, mains" : (row.carries ?? "free"),
      'text-anchor="end"',
    );
    for (let t = 0; t < Math.min(cabinet.terminals, Math.floor((row.terminals * UNIT_MM) / TERMINAL_MM)); t++)
      box(RIM_MM + t * TERMINAL_MM, y + ROW_MM / 2 - 22, TERMINAL_MM - 0.8, 44, 'fill="#ffffff" stroke="#47524f" stroke-width="0.6"'); // oxfmt-ignore
    for (const module of row.modules) {
      const x = RIM_MM + (module.row.slot! - 1) * UNIT_MM;
      const top = y + (ROW_MM - HIGH_MM) / 2;
      const own = module.type.units * UNIT_MM;
      const fits = Math.floor((own - 6) / 4.6);
      const cut = (words: string) =>
        words.length > fits ? `${words.slice(0, Math.max(1, fits - 1))}…` : words;
      out.push(`<g data-module="${escapeXml(module.row.id)}"><title>${escapeXml(module.row.name)}</title>`);
      box(x, top, own, HIGH_MM, 'fill="#fdfefe" stroke="#15201f"');
      box(x, top, own, 4, `fill="${carriesOf(module) === "low voltage" ? "#4a4e9e" : "#a6541e"}"`);
      text(x + 3, top + 18, cut(module.row.name));
      text(x + 3, top + 30, cut(module.type.name), 'opacity="0.7"');
      out.push("</g>");
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}mm" height="${high}mm" viewBox="0 0 ${wide} ${high}" font-family="sans-serif">${out.join("")}</svg>`;
}
