/**
 * Names on the plan: of rooms, points and walls, placed so that they stand clear of cables, glyphs and one another at
 * the zoom that is shown. What finds no room is under the pointer.
 */
import { byId, type Design, rowOf } from "../../design/collections";
import { formatArea, type Units } from "../../design/units";
import { area, boxNear, boxesNear, contains, type Box } from "../../geometry/polygon";
import {
  lineMeets,
  placeLabels,
  placesRound,
  textWidth,
  type Form,
  type Label,
  type Line,
} from "../../geometry/place-labels";
import type { Xy } from "../../geometry/segment";
import { pointLabel } from "../../points/labels";
import type { OpeningRow, RoomRow, WallRow } from "../../design/rows/house-structure";
import { azimuthDeg } from "../house/openings";
import { wallNames } from "../house/wall-names";
import { dropsOf } from "./drops";
import { cableStrokePx, countMarks, stubOf } from "./plan-marks";
import { stretchesOf } from "./thickness";

/** What of the level is drawn, and at which zoom. */
export interface Shown {
  /** Pixels a metre. */
  k: number;
  /** The part of the level that is seen, m: names stand in it, and what lies outside has none. */
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  /** Pixels across a glyph. */
  glyphPx: number;
  units: Units;
  /** Cables and the ways for them are drawn. */
  cables: boolean;
  /** Watts stand under the glyphs. */
  watts: boolean;
  /** Walls are named too, and windows say which way they look: where both are drawn and chosen. */
  walls: boolean;
  /** Switches and lamps are drawn. */
  links: boolean;
  /** How many cables lie on a stretch stands on it. */
  counts: boolean;
}

export interface PlanName {
  /** `rooms/hall`, `points/hall-1`, `walls/w3`: what it is the name of. */
  key: string;
  /** Its lines, and what stands small behind the first: the area. */
  lines: string[];
  small?: string;
  /** Where its first line begins on the base line, m; upright ones begin below and run up. */
  x: number;
  y: number;
  upright: boolean;
}

export const ROOM_FONT_PX = 11;
const AREA_FONT_PX = 9.5;
export const SMALL_FONT_PX = 9;
const LINE_PX = 13;
/** From this zoom on points and walls have names: below it there is room for those of rooms only. */
export const NAMED_FROM_PX = 44;
/** Steps in which places for a room's name are tried, px, and how far inside it keeps. */
const STEP_PX = 8;
const INSIDE_PX = 5;
/** Half the stroke of a way for cable, dotted as it is, px. */
const WAY_HALF_PX = 2.5;
/** Every name that found a place on a level. */
export function planNames(design: Design, level: string, shown: Shown): PlanName[] {
  const { k } = shown;
  const seen: Box = { x0: shown.x0 * k, y0: shown.y0 * k, x1: shown.x1 * k, y1: shown.y1 * k };
  const near = k >= NAMED_FROM_PX;
  const rooms = design.rooms.filter((room) => room.level === level);
  const points = design.points.filter(
    (point) => near && point.level === level && boxNear(shown, [point.x, point.y]),
  );
  const walls = shown.walls && near ? design.walls.filter((wall) => wall.level === level) : [];
  const labels = [
    // Large rooms have more places to choose from: the small choose first.
    ...rooms
      .map((room) => ({ room, size: area(room.outline) }))
      .sort((a, b) => a.size - b.size)
      .map(({ room }) => roomLabel(room, shown, seen)),
    ...(shown.walls ? bearings(design, level, shown) : []),
    ...points.map((point): Label => {
      const at: Xy = [point.x * k, point.y * k];
      return { key: `points/${point.id}`, forms: [besideGlyph(pointLabel(design, point), at, shown)] };
    }),
    ...walls.map((wall) => wallLabel(wall, wallNames(design).get(wall.id)!, k)),
  ];
  const obstacles = {
    boxes: boxesOn(design, level, shown).filter((box) => boxesNear(box, seen)),
    lines: linesOn(design, level, shown).filter((line) => lineMeets(seen, line)),
  };
  const placed = placeLabels(labels, obstacles, seen);
  return labels.flatMap(({ key }) => {
    const found = placed.get(key);
    if (!found) return [];
    const [collection, id] = key.split(/\/(.*)/s) as [string, string];
    if (collection === "rooms") {
      const room = rowOf(design, "rooms", id);
      const form = roomForms(room, shown.units)[found.form]!;
      return [
        {
          ...{ key, ...form, upright: false },
          ...{ x: found.x0 / k, y: (found.y0 + 0.82 * ROOM_FONT_PX) / k },
        },
      ];
    }
    const text = textOf(design, collection, id);
    const upright = collection === "walls" && found.y1 - found.y0 > found.x1 - found.x0;
    const rise = 0.8 * SMALL_FONT_PX;
    return [
      {
        ...{ key, lines: [text], upright },
        x: (upright ? found.x0 + rise : found.x0) / k,
        y: (upright ? found.y1 : found.y0 + rise) / k,
      },
    ];
  });
}

function textOf(design: Design, collection: string, id: string): string {
  if (collection === "points") return pointLabel(design, rowOf(design, "points", id));
  if (collection === "walls") return wallNames(design).get(id)!;
  return `${azimuthDeg(design, rowOf(design, "openings", id))!.toFixed(0)}°`;
}

/** Which way each window looks, outside of it or within. */
function bearings(design: Design, level: string, { k }: Shown): Label[] {
  return design.openings.flatMap((opening): Label[] => {
    const wall = byId(design, "walls").get(opening.wall);
    if (wall?.level !== level || opening.kind !== "window") return [];
    const azimuth = azimuthDeg(design, opening);
    if (azimuth === undefined) return [];
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
    const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
    const along = opening.offsetM + opening.widthM / 2;
    const out = opening.outsideIs === "left" ? 1 : -1;
    const [width, height] = [textWidth("000°", SMALL_FONT_PX, true), SMALL_FONT_PX];
    const places = [out, -out].map((side): Xy => {
      const off = side * (wall.thicknessM / 2 + 11 / k);
      return [
        (wall.ax + ux * along + uy * off) * k - width / 2,
        (wall.ay + uy * along - ux * off) * k - height / 2,
      ];
    });
    return [{ key: `openings/${opening.id}`, forms: [{ width, height, places }] }];
  });
}

/** A room's name in full, without its area, on two lines. */
function roomForms(room: RoomRow, units: Units): { lines: string[]; small?: string }[] {
  const words = room.name.split(" ");
  const half = Math.ceil(words.length / 2);
  return [
    ...(room.outdoor ? [] : [{ lines: [room.name], small: formatArea(area(room.outline), units) }]),
    { lines: [room.name] },
    ...(words.length > 1 ? [{ lines: [words.slice(0, half).join(" "), words.slice(half).join(" ")] }] : []),
  ];
}

function roomLabel(room: RoomRow, { k, units }: Shown, seen: Box): Label {
  const outline = room.outline.map(([x, y]): [number, number] => [x * k, y * k]);
  const [xs, ys] = [outline.map(([x]) => x), outline.map(([, y]) => y)];
  // Of a room that is seen in part the name stands in that part.
  const box = {
    x0: Math.max(Math.min(...xs), seen.x0),
    x1: Math.min(Math.max(...xs), seen.x1),
    y0: Math.max(Math.min(...ys), seen.y0),
    y1: Math.min(Math.max(...ys), seen.y1),
  };
  const forms = roomForms(room, units).map(({ lines, small }): Form => {
    const width =
      Math.max(...lines.map((line) => textWidth(line, ROOM_FONT_PX))) +
      (small ? 6 + textWidth(small, AREA_FONT_PX, true) : 0);
    const height = lines.length * LINE_PX - 1;
    return {
      ...{ width, height, places: placesIn(box, width, height) },
      fits: ({ x0, y0, x1, y1 }) =>
        (
          [
            [x0, y0],
            [x1, y0],
            [x0, y1],
            [x1, y1],
          ] as const
        ).every((corner) => contains(outline, corner)),
    };
  });
  return { key: `rooms/${room.id}`, forms };
}

/** Upper left corners all over a box, from its top left on. */
function* placesIn(box: Box, width: number, height: number): Generator<Xy> {
  for (let y = box.y0 + INSIDE_PX; y + height <= box.y1 - INSIDE_PX; y += STEP_PX)
    for (let x = box.x0 + INSIDE_PX; x + width <= box.x1 - INSIDE_PX; x += STEP_PX) yield [x, y];
}

function besideGlyph(text: string, at: Xy, { glyphPx }: Shown): Form {
  const [width, height] = [textWidth(text, SMALL_FONT_PX, true), SMALL_FONT_PX];
  return { width, height, places: placesRound(at, reachPx(glyphPx) + 2, width, height) };
}

/** Half of a glyph with its ring, px. */
const reachPx = (glyphPx: number) => 0.55 * glyphPx + 1;

/** Beside a wall, along it where it is level or upright; as near its middle as there is room. */
function wallLabel(wall: WallRow, name: string, k: number): Label {
  const [ax, ay, bx, by] = [wall.ax * k, wall.ay * k, wall.bx * k, wall.by * k];
  const long = textWidth(name, SMALL_FONT_PX);
  const high = SMALL_FONT_PX + 1;
  const length = Math.hypot(bx - ax, by - ay);
  const upright = Math.abs(bx - ax) < 0.05 * length;
  const [width, height] = upright ? [high, long] : [long, high];
  const off = (wall.thicknessM / 2) * k + 3;
  const slanting = !upright && Math.abs(by - ay) > 0.05 * length;
  const places = [0.5, 0.35, 0.65, 0.2, 0.8].flatMap((t): Xy[] => {
    const [x, y] = [ax + (bx - ax) * t, ay + (by - ay) * t];
    if (upright)
      return [
        [x + off, y - height / 2],
        [x - off - width, y - height / 2],
      ];
    if (!slanting)
      return [
        [x - width / 2, y - off - height],
        [x - width / 2, y + off],
      ];
    return placesRound([x, y], off, width, height);
  });
  // A name longer than its wall would be taken for that of the next.
  return { key: `walls/${wall.id}`, forms: long > length ? [] : [{ width, height, places }] };
}

/** Glyphs with the mark of a finding, risers, closets, watts. */
function boxesOn(design: Design, level: string, { k, glyphPx, watts, links, counts }: Shown): Box[] {
  const square = (x: number, y: number, reach: number): Box => ({
    x0: x * k - reach,
    y0: y * k - reach,
    x1: x * k + reach,
    y1: y * k + reach,
  });
  const boxes: Box[] = [];
  for (const point of design.points) {
    if (point.level !== level) continue;
    boxes.push(square(point.x, point.y, reachPx(glyphPx)));
    const [x, y] = [point.x * k + 0.42 * glyphPx, point.y * k - 0.95 * glyphPx];
    boxes.push({ x0: x, y0: y, x1: x + 8, y1: y + 8 });
  }
  if (watts) {
    for (const { point, load } of dropsOf(design)) {
      if (!load || point.level !== level) continue;
      const half = textWidth(`${load.watts} W`, 10, true) / 2;
      const [x, top] = [point.x * k, point.y * k + 0.86 * glyphPx];
      boxes.push({ x0: x - half, y0: top, x1: x + half, y1: top + 12 });
    }
  }
  if (links)
    for (const row of [...design.switches, ...design.lamps])
      if (row.level === level) boxes.push(square(row.x, row.y, 9));
  if (counts) {
    for (const { x, y, widthPx } of countMarks(design, level, k)) {
      const [half, cx, cy] = [widthPx / 2, x * k, y * k];
      boxes.push({ x0: cx - half, y0: cy - 8, x1: cx + half, y1: cy + 8 });
    }
  }
  for (const riser of design.risers)
    if (riser.fromLevel === level || riser.toLevel === level) boxes.push(square(riser.x, riser.y, 7));
  for (const closet of design.closets) if (closet.level === level) boxes.push(square(closet.x, closet.y, 10));
  return boxes;
}

/** Walls, what doors sweep, and with the cables: ways, stubs and cables side by side. */
function linesOn(design: Design, level: string, { k, cables, walls }: Shown): Line[] {
  const lines: Line[] = [];
  const add = (a: Xy, b: Xy, half: number) =>
    lines.push({ a: [a[0] * k, a[1] * k], b: [b[0] * k, b[1] * k], half });
  const own = new Map(design.walls.filter((wall) => wall.level === level).map((wall) => [wall.id, wall]));
  for (const { ax, ay, bx, by, thicknessM } of own.values())
    add([ax, ay], [bx, by], (thicknessM / 2) * k + 0.5);
  for (const opening of design.openings) {
    const wall = own.get(opening.wall);
    if (wall) for (const [a, b] of sweptBy(opening, wall)) add(a, b, 1);
  }
  const path = (corners: readonly Xy[], half: number) =>
    corners.slice(1).forEach((corner, i) => add(corners[i]!, corner, half));
  if (walls) {
    for (const run of design.mainsRuns) if (run.level === level) path(run.path, 1);
    for (const { level: on, outline } of [...design.noGo, ...design.fixtures])
      if (on === level) path([...outline, outline[0]!], 0.5);
  }
  if (!cables) return lines;
  for (const trunk of design.trunks) if (trunk.level === level) path(trunk.path, WAY_HALF_PX);
  for (const { level: on, a, b, count } of stretchesOf(design))
    if (on === level) add(a, b, cableStrokePx(count) / 2);
  for (const { point, route, to } of dropsOf(design)) {
    if (point.level !== level || !route) continue;
    const places = route.places.filter(([at]) => at === level).map(([, x, y]): Xy => [x, y]);
    // The way in common is there as stretches; a lead from point to point is drawn whole.
    path(to ? places : stubOf(places, route.pieces.length ? route.stubM : Infinity), 0.5);
  }
  return lines;
}

/** A leaf that stands open and the arc it sweeps, in three chords. */
function sweptBy(opening: OpeningRow, wall: WallRow): [Xy, Xy][] {
  if (opening.kind === "window" || opening.kind === "gap") return [];
  if (opening.hinge === "fixed" || opening.hinge === "slides") return [];
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
  const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
  const width = Math.min(opening.widthM, length);
  const at = (along: number, aside: number): Xy => {
    const far = opening.offsetM + along;
    const off = wall.thicknessM / 2 + aside;
    return [wall.ax + ux * far - uy * off, wall.ay + uy * far + ux * off];
  };
  const fromEnd = opening.hinge === "end";
  const arc = [0, 30, 60, 90].map((deg) => {
    const rad = (deg * Math.PI) / 180;
    const along = width * Math.sin(rad);
    return at(fromEnd ? width - along : along, width * Math.cos(rad));
  });
  const chords = arc.slice(1).map((to, i): [Xy, Xy] => [arc[i]!, to]);
  return [[at(fromEnd ? width : 0, 0), arc[0]!], ...chords];
}
