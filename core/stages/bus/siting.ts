/**
 * Where a weather mast stands: rain must fall on it, the sun of the whole year must reach it, and the wind must come
 * from all sides. What stands in the way are the rooms of the plan as blocks, from their floor to the top of the void
 * above them.
 */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { memo, memoByRow } from "../../design/kept";
import { contains, edgeDistance } from "../../geometry/polygon";
import { meeting, type Xy } from "../../geometry/segment";
import { sunPosition } from "../../geometry/sun";
import type { PointRow } from "../../design/rows/runs";

/** Eaves stand out so far, typical, m. */
const EAVES_M = 0.6;
/** Rain slants: beside a wall the ground stays dry for half its height. Usual practice. */
const RAIN_PER_HEIGHT = 0.5;
/** Behind a block the wind is broken for so many of its heights. Usual practice for a house. */
const WIND_PER_HEIGHT = 4;
const DIRECTIONS = 16;
/** Longest look along a ray, m: beyond it nothing of one's own plan stands. */
const FAR_M = 300;
/** A ray that passes a corner so closely meets it, m. */
const TOUCHES_M = 0.05;
/** A place is good from these shares on. */
export const GOOD = { rain: 1, light: 0.8, wind: 0.5 } as const;
/** Grid of places that are looked at, m. */
const GRID_M = 1;

interface Block {
  outline: readonly Xy[];
  /** Above the house's zero. */
  bottomM: number;
  topM: number;
}

/** Indoor rooms as what stands in the way. */
const blocksOf = memo("blocksOf", (design): Block[] =>
  design.rooms.flatMap((room): Block[] => {
    const level = byId(design, "levels").get(room.level);
    if (!level || room.outdoor) return [];
    return [
      {
        outline: room.outline,
        bottomM: level.elevationM,
        topM: level.elevationM + level.ceilingHeightM + level.voidAboveM,
      },
    ];
  }),
);

/** Metres along a ray to the first edge of a block; 0 inside it, undefined where it is missed. */
function hit({ outline }: Block, from: Xy, direction: Xy): number | undefined {
  if (contains(outline, from)) return 0;
  const to: Xy = [from[0] + FAR_M * direction[0], from[1] + FAR_M * direction[1]];
  let nearest: number | undefined;
  // How far each corner lies beside the ray: an edge with both ends well on one side cannot be met.
  const beside = outline.map(([x, y]) => (x - from[0]) * direction[1] - (y - from[1]) * direction[0]);
  outline.forEach((corner, i) => {
    const next = (i + 1) % outline.length;
    if (Math.min(beside[i]!, beside[next]!) > TOUCHES_M || Math.max(beside[i]!, beside[next]!) < -TOUCHES_M)
      return;
    const met = meeting(from, to, corner, outline[next]!, TOUCHES_M);
    if (met && (nearest === undefined || met.t * FAR_M < nearest)) nearest = met.t * FAR_M;
  });
  return nearest;
}

/** A direction on the sheet from an azimuth clockwise from true north, degrees. */
function onSheet(design: Design, azimuthDeg: number): Xy {
  const angle = ((design.design.northDeg + azimuthDeg) * Math.PI) / 180;
  return [Math.sin(angle), -Math.cos(angle)];
}

/** The sun at every hour of the 21st of each month, while it is up; the year says nothing else of the sun. */
const sunsOf = memo("sunsOf", (design) => {
  const site = { latitudeDeg: design.design.latitudeDeg, longitudeDeg: design.design.longitudeDeg };
  return Array.from({ length: 12 * 24 }, (_, i) =>
    sunPosition(site, Date.UTC(2025, Math.floor(i / 24), 21, i % 24)),
  ).filter(({ elevationDeg }) => elevationDeg > 0);
});

export interface Siting {
  /** 1: rain falls on it freely; 0: it is under a roof or its eaves. */
  rain: number;
  /** Share of the year's sun, weighted by its height, that reaches it. */
  light: number;
  /** Share of sixteen directions from which the wind comes freely. */
  wind: number;
  /** The three together. */
  score: number;
}

/** How good a place is. `z`: above its level's floor, m. */
export function sitingAt(design: Design, place: Pick<PointRow, "level" | "x" | "y" | "z">): Siting {
  const zM = (byId(design, "levels").get(place.level)?.elevationM ?? 0) + place.z;
  const at: Xy = [place.x, place.y];
  const taller = blocksOf(design).filter(({ topM }) => topM > zM);
  // Indoors nothing reaches it: no ray has to be followed.
  if (taller.some(({ outline, bottomM }) => bottomM <= zM && contains(outline, at)))
    return { rain: 0, light: 0, wind: 0, score: 0 };
  let rain = 1;
  for (const { outline, topM } of taller) {
    const clearM = contains(outline, at) ? 0 : edgeDistance(outline, at);
    if (clearM <= EAVES_M) rain = 0;
    else rain = Math.min(rain, clearM / (RAIN_PER_HEIGHT * (topM - zM)));
  }
  const suns = sunsOf(design);
  let [seen, all] = [0, 0];
  for (const { azimuthDeg, elevationDeg } of suns) {
    const rise = Math.tan((elevationDeg * Math.PI) / 180);
    const weight = Math.sin((elevationDeg * Math.PI) / 180);
    const direction = onSheet(design, azimuthDeg);
    all += weight;
    const dark = taller.some((block) => {
      const far = hit(block, at, direction);
      return far !== undefined && zM + far * rise < block.topM;
    });
    if (!dark) seen += weight;
  }
  let free = 0;
  for (let i = 0; i < DIRECTIONS; i++) {
    const direction = onSheet(design, (360 * i) / DIRECTIONS);
    const broken = taller.some((block) => {
      const far = hit(block, at, direction);
      return far !== undefined && far < WIND_PER_HEIGHT * (block.topM - zM);
    });
    if (!broken) free += 1;
  }
  const light = all ? seen / all : 1;
  const wind = free / DIRECTIONS;
  return { rain, light, wind, score: (rain + light + wind) / 3 };
}

export interface Candidate extends Siting {
  x: number;
  y: number;
  room: string;
  level: string;
}

/** Places outdoors a mast of this height could stand, the best first; those that are good in all come before. */
export function candidatesFor(design: Design, mast: PointRow, most = 5): Candidate[] {
  const found: Candidate[] = [];
  for (const room of design.rooms.filter((row) => row.outdoor)) {
    const xs = room.outline.map(([x]) => x);
    const ys = room.outline.map(([, y]) => y);
    const step = Math.max(
      GRID_M,
      (Math.max(...xs) - Math.min(...xs)) / 12,
      (Math.max(...ys) - Math.min(...ys)) / 12,
    );
    for (let x = Math.min(...xs) + step / 2; x < Math.max(...xs); x += step)
      for (let y = Math.min(...ys) + step / 2; y < Math.max(...ys); y += step) {
        if (!contains(room.outline, [x, y])) continue;
        const place = {
          x: Math.round(x * 20) / 20,
          y: Math.round(y * 20) / 20,
          room: room.id,
          level: room.level,
        };
        found.push({ ...place, ...sitingAt(design, { ...place, z: mast.z }) });
      }
  }
  // Of places as good as each other the nearest to where it stands now: its cable is there.
  const far = (one: Candidate) => Math.hypot(one.x - mast.x, one.y - mast.y);
  return found.sort((a, b) => Math.round((b.score - a.score) * 50) || far(a) - far(b)).slice(0, most);
}

/** How good the place of a mast is, kept while the mast, the rooms and the site are the same. */
export const sitingOf = memoByRow("sitingOf", (design, mast: PointRow) => sitingAt(design, mast));

/**
 * A mast goes to the nearest of the best places at its height.
 * @throws InputError where no place outdoors is good for it
 */
export function moveMast(design: Design, mast: PointRow): Change[] {
  const best = candidatesFor(design, mast, 20).find((one) => !sitingFaults(one).length);
  if (!best)
    return fail(mast.name, "finds no good place outdoors on this plan at its height: a taller mast would");
  const { x, y, room, level } = best;
  return [{ in: "points", put: { ...mast, x, y, room, level } }];
}

/** What is wrong with a place, in words; nothing where it is good. */
export function sitingFaults({ rain, light, wind }: Siting): string[] {
  return [
    ...(rain >= GOOD.rain
      ? []
      : [rain ? "rain does not fall on it freely" : "it stands under a roof or its eaves"]),
    ...(light >= GOOD.light ? [] : [`only ${(100 * light).toFixed(0)} % of the year's sun reaches it`]),
    ...(wind >= GOOD.wind
      ? []
      : [`the wind is broken from ${Math.round(DIRECTIONS * (1 - wind))} of ${DIRECTIONS} sides`]),
  ];
}
