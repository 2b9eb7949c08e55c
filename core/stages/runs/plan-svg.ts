/** One level of the plan as an SVG file of its own: metres on paper at 1 : 50. */
import { escapeXml } from "../../files/xml";
import { round3 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import { pointLabel } from "../../points/labels";
import { wallLengthM } from "../house/walls";

const n = (value: number) => String(round3(value));
const ring = (corners: readonly (readonly [number, number])[]) =>
  corners.map(([x, y]) => `${n(x)},${n(y)}`).join(" ");

/** Box round everything drawn on a level. */
export function levelBox(design: Design, level: string): { x0: number; y0: number; x1: number; y1: number } {
  const places = [
    ...design.walls
      .filter((wall) => wall.level === level)
      .flatMap((wall) => [
        [wall.ax, wall.ay],
        [wall.bx, wall.by],
      ]),
    ...design.rooms.filter((room) => room.level === level).flatMap((room) => room.outline),
    ...design.trunks.filter((trunk) => trunk.level === level).flatMap((trunk) => trunk.path),
    ...design.points.filter((point) => point.level === level).map((point) => [point.x, point.y]),
  ] as [number, number][];
  if (!places.length) return { x0: 0, y0: 0, x1: 10, y1: 8 };
  return {
    x0: Math.min(...places.map(([x]) => x)),
    y0: Math.min(...places.map(([, y]) => y)),
    x1: Math.max(...places.map(([x]) => x)),
    y1: Math.max(...places.map(([, y]) => y)),
  };
}

/**
 * The level as SVG. Layers are groups named walls, openings, rooms, ways and points. Throws InputError for
 * a level that is not there.
 */
export function planSvg(design: Design, level: string): string {
  const row = byId(design, "levels").get(level) ?? fail("level", `"${level}" does not exist`);
  const box = levelBox(design, level);
  const [x, y, w, h] = [box.x0 - 1, box.y0 - 1, box.x1 - box.x0 + 2, box.y1 - box.y0 + 2];
  const walls = design.walls.filter((wall) => wall.level === level);
  const own = new Map(walls.map((wall) => [wall.id, wall]));
  const lines = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${n(x)} ${n(y)} ${n(w)} ${n(h)}" width="${n(w * 20)}mm" height="${n(h * 20)}mm" font-family="sans-serif">`,
    `<title>${escapeXml(`${design.design.name}, ${row.name}, 1 : 50`)}</title>`,
    `<g id="rooms" fill="none" stroke="#c4cccd" stroke-width="0.01">`,
    ...design.rooms
      .filter((room) => room.level === level)
      .flatMap((room) => [
        `<polygon points="${ring(room.outline)}"/>`,
        `<text x="${n(Math.min(...room.outline.map(([rx]) => rx)) + 0.15)}" y="${n(Math.min(...room.outline.map(([, ry]) => ry)) + 0.35)}" font-size="0.22" fill="#566361" stroke="none">${escapeXml(room.name)}</text>`,
      ]),
    "</g>",
    `<g id="walls" stroke="#47524f" stroke-linecap="square">`,
    ...walls.map(
      (wall) =>
        `<line x1="${n(wall.ax)}" y1="${n(wall.ay)}" x2="${n(wall.bx)}" y2="${n(wall.by)}" stroke-width="${n(wall.thicknessM)}"/>`,
    ),
    "</g>",
    `<g id="openings" stroke="#fdfefe" stroke-linecap="butt">`,
    ...design.openings.flatMap((opening) => {
      const wall = own.get(opening.wall);
      if (!wall) return [];
      const length = wallLengthM(wall) || 1;
      const at = (m: number) =>
        [wall.ax + ((wall.bx - wall.ax) * m) / length, wall.ay + ((wall.by - wall.ay) * m) / length] as const;
      const [[ax, ay], [bx, by]] = [at(opening.offsetM), at(opening.offsetM + opening.widthM)];
      return [
        `<line x1="${n(ax)}" y1="${n(ay)}" x2="${n(bx)}" y2="${n(by)}" stroke-width="${n(wall.thicknessM * 0.7)}"><title>${escapeXml(opening.kind)}</title></line>`,
      ];
    }),
    "</g>",
    `<g id="ways" fill="none" stroke="#0e6b5c" stroke-width="0.04">`,
    ...design.trunks
      .filter((trunk) => trunk.level === level)
      .map(
        (trunk) =>
          `<polyline points="${ring(trunk.path)}"><title>${escapeXml(trunk.name)}</title></polyline>`,
      ),
    "</g>",
    `<g id="points" fill="#15201f">`,
    ...design.points
      .filter((point) => point.level === level)
      .map(
        (point) =>
          `<circle cx="${n(point.x)}" cy="${n(point.y)}" r="0.08"><title>${escapeXml(`${pointLabel(design, point)} ${point.name}`)}</title></circle>`,
      ),
    "</g>",
    "</svg>",
  ];
  return `${lines.join("\n")}\n`;
}
