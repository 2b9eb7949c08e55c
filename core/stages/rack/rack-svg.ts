/** A rack as a drawing to scale, front and rear side by side: 1 mm of the rack is one unit of the drawing. */
import type { Design } from "../../design/collections";
import { byId } from "../../design/collections";
import { escapeXml } from "../../files/xml";
import { UNIT_MM, type Rack } from "./racks";

/** Width over the ears of a 19-inch front. */
const FRONT_MM = 482.6;
const RIM_MM = 70;

/** Both elevations with units, items, watts and weight. */
export function rackSvg(design: Design, rack: Rack): string {
  const { row, items } = rack;
  const high = row.units * UNIT_MM;
  const width = 2 * (FRONT_MM + 2 * RIM_MM);
  const height = high + 2 * RIM_MM + 40;
  const out: string[] = [];
  const text = (x: number, y: number, words: string, more = "") =>
    out.push(
      `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-size="16" fill="#15201f" ${more}>${escapeXml(words)}</text>`,
    );
  const closet = byId(design, "closets").get(row.closet)?.name ?? row.closet;
  text(RIM_MM, 30, `${design.design.name}, ${row.name}, ${closet}`, 'font-weight="600"');
  text(
    RIM_MM,
    52,
    `${rack.usedU} of ${row.units} U, ${rack.watts.toFixed(0)} W, ${rack.kg.toFixed(1)} kg of ${row.maxKg}`,
  );
  (["front", "rear"] as const).forEach((side, s) => {
    const left = RIM_MM + s * (FRONT_MM + 2 * RIM_MM);
    const top = RIM_MM + 20;
    text(left, top - 6, side);
    out.push(
      `<rect x="${left}" y="${top}" width="${FRONT_MM}" height="${high.toFixed(1)}" fill="#f4f6f6" stroke="#15201f" stroke-width="3"/>`,
    );
    for (let u = 1; u <= row.units; u++) {
      const y = top + (row.units - u) * UNIT_MM;
      out.push(
        `<line x1="${left}" x2="${left + FRONT_MM}" y1="${y.toFixed(1)}" y2="${y.toFixed(1)}" stroke="#c4cccd"/>`,
      );
      text(left - 8, y + UNIT_MM / 2 + 5, String(u), 'text-anchor="end"');
    }
    for (const item of items) {
      if (item.u === undefined || item.side !== side) continue;
      const y = top + (row.units - (item.u - 1) - item.heightU) * UNIT_MM;
      out.push(
        `<rect x="${left + 2}" y="${(y + 1).toFixed(1)}" width="${FRONT_MM - 4}" height="${(item.heightU * UNIT_MM - 2).toFixed(1)}" fill="#ffffff" stroke="#15201f" data-item="${escapeXml(item.id)}"/>`,
      );
      text(left + 14, y + (item.heightU * UNIT_MM) / 2 + 5, item.name);
      if (item.watts)
        text(
          left + FRONT_MM - 12,
          y + (item.heightU * UNIT_MM) / 2 + 5,
          `${item.watts} W`,
          'text-anchor="end"',
        );
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(1)}mm" height="${height.toFixed(1)}mm" viewBox="0 0 ${width.toFixed(1)} ${height.toFixed(1)}" font-family="sans-serif"><rect width="100%" height="100%" fill="#ffffff"/>${out.join("")}</svg>`;
}
