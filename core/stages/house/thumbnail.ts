/** A level as a small picture: outlines of rooms and centre lines of walls, for lists of designs. */
import type { Design } from "../../design/collections";
import { compareIds } from "../../design/edit";

export interface Thumbnail {
  /** Of an SVG, m. */
  viewBox: string;
  /** Path data, m, to 1 cm. */
  rooms: string;
  walls: string;
}

const MARGIN_M = 0.4;
const n = (value: number) => String(Number(value.toFixed(2)));

/** The level with the most rooms on it, the one nearest the ground where two have as many; undefined where none has any line. */
export function thumbnailOf(design: Design): Thumbnail | undefined {
  const rooms = (level: string) => design.rooms.filter((room) => room.level === level && !room.outdoor);
  const walls = (level: string) => design.walls.filter((wall) => wall.level === level);
  const [level] = [...design.levels]
    .sort(
      (a, b) =>
        rooms(b.id).length - rooms(a.id).length ||
        walls(b.id).length - walls(a.id).length ||
        Math.abs(a.order) - Math.abs(b.order) ||
        compareIds(a, b),
    )
    .map(({ id }) => id);
  if (!level) return undefined;
  const outlines = rooms(level).map((room) => room.outline);
  const lines = walls(level);
  const xs = [...outlines.flat().map(([x]) => x), ...lines.flatMap((wall) => [wall.ax, wall.bx])];
  const ys = [...outlines.flat().map(([, y]) => y), ...lines.flatMap((wall) => [wall.ay, wall.by])];
  if (!xs.length) return undefined;
  const least = (list: number[]) => list.reduce((a, b) => Math.min(a, b)) - MARGIN_M;
  const most = (list: number[]) => list.reduce((a, b) => Math.max(a, b)) + MARGIN_M;
  const [x, y] = [least(xs), least(ys)];
  return {
    viewBox: [x, y, most(xs) - x, most(ys) - y].map(n).join(" "),
    rooms: outlines.map((path) => `M${path.map(([px, py]) => `${n(px)} ${n(py)}`).join("L")}Z`).join(""),
    walls: lines.map((wall) => `M${n(wall.ax)} ${n(wall.ay)}L${n(wall.bx)} ${n(wall.by)}`).join(""),
  };
}
