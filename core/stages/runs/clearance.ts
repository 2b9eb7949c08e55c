/**
 * What other trades have on the same ceiling and wall, how far each kind keeps from it, and the nearest
 * free place.
 */
import { byId, type Design } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import type { FixtureRow } from "../../design/rows/house-survey";
import type { KindRow, PointRow } from "../../design/rows/runs";
import { contains, edgeDistance } from "../../geometry/polygon";
import { distance, footOn, type Xy } from "../../geometry/segment";
import { mirrored, pairOf, partnerOf } from "../../points/symmetry";

/** What a point is when it comes to clearances. */
export const CLASSES = ["loudspeaker", "access point", "sensor", "camera", "control", "other"] as const;
export type PointClass = (typeof CLASSES)[number];

/** What a kind counts as when clearances are looked up. */
export function classOf(kind: KindRow): PointClass {
  if (kind.service === "sound") return "loudspeaker";
  if (kind.glyph === "carries" && kind.needs?.poeClass) return "access point";
  if (kind.glyph === "senses") return "sensor";
  if (kind.glyph === "sees" && kind.needs?.poeClass) return "camera";
  return kind.glyph === "keys" || kind.glyph === "speaks" ? "control" : "other";
}

export type ObstacleKind = FixtureRow["kind"] | "door leaf";

/**
 * Metres a point keeps from a thing, by what both are; and why. Usual practice; a thing's own clearance
 * counts where it is more.
 */
export const CLEARANCE_M: Readonly<
  Partial<Record<ObstacleKind, Readonly<Partial<Record<PointClass, { m: number; why: string }>>>>>
> = {
  light: {
    loudspeaker: { m: 0.3, why: "its heat and its hole crowd the loudspeaker's" },
    "access point": { m: 0.3, why: "its driver disturbs the radio" },
    sensor: { m: 0.3, why: "its warmth is taken for a body" },
    camera: { m: 0.6, why: "it dazzles the picture" },
  },
  sprinkler: {
    loudspeaker: { m: 0.45, why: "nothing may stand in the spray" },
    "access point": { m: 0.45, why: "nothing may stand in the spray" },
    sensor: { m: 0.45, why: "nothing may stand in the spray" },
    camera: { m: 0.45, why: "nothing may stand in the spray" },
    control: { m: 0.45, why: "nothing may stand in the spray" },
    other: { m: 0.45, why: "nothing may stand in the spray" },
  },
  duct: {
    "access point": { m: 0.5, why: "metal casts a radio shadow" },
    loudspeaker: { m: 0.1, why: "it rattles along" },
  },
  outlet: {
    sensor: { m: 1, why: "moving air is taken for warmth or cold" },
    loudspeaker: { m: 0.3, why: "dust and rattle" },
  },
  pipe: { "access point": { m: 0.5, why: "metal and water cast a radio shadow" } },
  beam: {
    "access point": { m: 0.3, why: "it shades the radio" },
    loudspeaker: { m: 0.15, why: "it throws the sound back" },
    sensor: { m: 0.3, why: "it hides part of the room" },
  },
  furniture: { control: { m: 0.05, why: "nobody can reach it" } },
  "door leaf": {
    control: { m: 0, why: "an open door hides it" },
    sensor: { m: 0, why: "an open door hides it" },
  },
};

interface Thing {
  id: string;
  in: "fixtures" | "lamps" | "openings" | "points";
  kind: ObstacleKind;
  name: string;
  outline: readonly Xy[];
  /** Round things: outline is one place, this is their radius. */
  radiusM: number;
  clearanceM: number;
  low: number;
  high: number;
}

/** A thing under the ceiling reaches down so far, where nobody said otherwise. */
const UNDER_CEILING_M = 0.5;
const ON_CEILING = new Set<ObstacleKind>(["duct", "outlet", "beam", "sprinkler", "light"]);
const FURNITURE_TOP_M = 1;
/** What is fixed to a wall stands no farther from it. */
export const ON_WALL_M = 0.25;
/** Things at other heights are no trouble beyond this. */
const UP_DOWN_M = 0.3;

/** A lamp under a ceiling is taken as so large, where its hole is not known. */
const LAMP_RADIUS_M = 0.05;

/**
 * Lamps that are points of this design and hang at the ceiling. Kept while they stay where they are,
 * whatever else moves.
 */
const ceilingLights = memo(
  "ceilingLights",
  (design) =>
    design.points
      .filter(
        (point) =>
          byId(design, "kinds").get(point.kind)?.glyph === "lights" &&
          point.z >= (byId(design, "levels").get(point.level)?.ceilingHeightM ?? 2.5) - UNDER_CEILING_M,
      )
      .map(({ id, level, name, x, y }) => ({ id, level, name, x, y })),
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);

/** Other trades' things on a level, lamps and open doors among them. */
const thingsOf = memo("thingsOf", (design): ReadonlyMap<string, Thing[]> => {
  const levels = byId(design, "levels");
  const byLevel = new Map<string, Thing[]>();
  const add = (level: string, thing: Thing) => byLevel.set(level, [...(byLevel.get(level) ?? []), thing]);
  for (const row of design.fixtures) {
    const ceiling = levels.get(row.level)?.ceilingHeightM ?? 2.5;
    const low = row.lowM ?? (ON_CEILING.has(row.kind) ? ceiling - UNDER_CEILING_M : 0);
    add(row.level, {
      id: row.id,
      in: "fixtures",
      kind: row.kind,
      name: row.name,
      outline: row.outline,
      radiusM: 0,
      clearanceM: row.clearanceM,
      low,
      high: row.highM ?? (row.kind === "furniture" ? FURNITURE_TOP_M : ceiling + 1),
    });
  }
  for (const row of design.lamps) {
    const ceiling = levels.get(row.level)?.ceilingHeightM ?? 2.5;
    add(row.level, {
      id: row.id,
      in: "lamps",
      kind: "light",
      name: row.name,
      outline: [[row.x, row.y]],
      radiusM: row.holeMm === undefined ? LAMP_RADIUS_M : row.holeMm / 2000,
      clearanceM: 0,
      low: ceiling - UNDER_CEILING_M,
      high: ceiling + 1,
    });
  }
  for (const light of ceilingLights(design)) {
    const ceiling = levels.get(light.level)?.ceilingHeightM ?? 2.5;
    add(light.level, {
      id: light.id,
      in: "points",
      kind: "light",
      name: light.name,
      outline: [[light.x, light.y]],
      radiusM: LAMP_RADIUS_M,
      clearanceM: 0,
      low: ceiling - UNDER_CEILING_M,
      high: ceiling + 1,
    });
  }
  for (const row of design.openings) {
    if (row.kind !== "door" || (row.hinge !== "start" && row.hinge !== "end")) continue;
    const wall = byId(design, "walls").get(row.wall);
    if (!wall) continue;
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
    const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
    // Folded back, the leaf lies on the wall beyond its hinge, as far as it is wide, on either face.
    const from = row.hinge === "start" ? row.offsetM - row.widthM : row.offsetM + row.widthM;
    const reach = wall.thicknessM / 2 + ON_WALL_M / 2;
    const corner = (along: number, across: number): Xy => [
      wall.ax + along * ux - across * uy,
      wall.ay + along * uy + across * ux,
    ];
    add(wall.level, {
      id: row.id,
      in: "openings",
      kind: "door leaf",
      name: "an open door",
      outline: [
        corner(from, -reach),
        corner(from + row.widthM, -reach),
        corner(from + row.widthM, reach),
        corner(from, reach),
      ],
      radiusM: 0,
      clearanceM: 0,
      low: row.sillM,
      high: row.sillM + row.heightM,
    });
  }
  return byLevel;
});

export interface Collision {
  thing: Pick<Thing, "id" | "in" | "kind" | "name">;
  point: PointRow;
  farM: number;
  neededM: number;
  why: string;
}

const farFrom = (thing: Thing, at: Xy) =>
  thing.outline.length === 1
    ? Math.max(0, distance(at, thing.outline[0]!) - thing.radiusM)
    : contains(thing.outline, at)
      ? 0
      : edgeDistance(thing.outline, at);

function collisionsAt(things: readonly Thing[], kind: KindRow, point: PointRow, at: Xy): Collision[] {
  const own = classOf(kind);
  return things
    .flatMap((thing): Collision[] => {
      if (point.z < thing.low - UP_DOWN_M || point.z > thing.high + UP_DOWN_M) return [];
      const rule = CLEARANCE_M[thing.kind]?.[own];
      const hidden = thing.kind === "door leaf";
      // Lamps are drawn with the survey and are points as well: only what a lamp troubles is held against them.
      if ((hidden || thing.kind === "light") && (!rule || thing.id === point.id)) return [];
      const neededM = Math.max(rule?.m ?? 0, thing.clearanceM);
      const farM = farFrom(thing, at);
      // What touches nothing and asks for nothing is no trouble; what lies inside a thing always is.
      if (farM >= neededM - 1e-6 && !(farM === 0 && (hidden || thing.kind !== "structure"))) return [];
      return [
        {
          thing,
          point,
          farM,
          neededM,
          why: rule?.why ?? (farM === 0 ? "both want the same place" : "it asks for room"),
        },
      ];
    })
    .sort((a, b) => b.neededM - b.farM - (a.neededM - a.farM));
}

/** What a point stands too near to, the worst first. */
export const collisionsOf = memoByRow("collisionsOf", (design, point: PointRow): Collision[] => {
  const things = thingsOf(design).get(point.level);
  const kind = byId(design, "kinds").get(point.kind);
  return things?.length && kind ? collisionsAt(things, kind, point, [point.x, point.y]) : [];
});

/** How far the search goes, and in which steps. */
const SEARCH_M = 3;
const STEP_M = 0.05;

/**
 * The nearest place in its room where a point is clear of everything: on the same wall where it hangs on
 * one; for one of a symmetric pair a place whose mirror image is clear as well. Undefined where there is
 * none within 3 m.
 */
export function freePlace(design: Design, point: PointRow): { x: number; y: number } | undefined {
  const kind = byId(design, "kinds").get(point.kind);
  const room = byId(design, "rooms").get(point.room);
  const things = thingsOf(design).get(point.level) ?? [];
  if (!kind || !room) return undefined;
  const pair = pairOf(design, point.id);
  const partner = partnerOf(design, point.id);
  const partnerKind = partner && byId(design, "kinds").get(partner.kind);
  const wallM = edgeDistance(room.outline, [point.x, point.y]);
  const onWall = wallM <= ON_WALL_M;
  const clear = (x: number, y: number) => {
    if (
      onWall
        ? Math.abs(edgeDistance(room.outline, [x, y]) - wallM) > STEP_M / 2 ||
          !sameSide(room.outline, point, [x, y])
        : !contains(room.outline, [x, y])
    )
      return false;
    if (collisionsAt(things, kind, point, [x, y]).length) return false;
    if (!pair || !partner || !partnerKind) return true;
    const image = mirrored(pair, { x, y });
    return collisionsAt(things, partnerKind, partner, [image.x, image.y]).length === 0;
  };
  const steps = Math.round(SEARCH_M / STEP_M);
  const round = (value: number) => Math.round(value * 20) / 20;
  let best: { x: number; y: number; far: number } | undefined;
  for (let i = -steps; i <= steps; i++) {
    for (let j = -steps; j <= steps; j++) {
      const far = Math.hypot(i, j) * STEP_M;
      if (far > SEARCH_M || (best && far >= best.far)) continue;
      const [x, y] = [round(point.x + i * STEP_M), round(point.y + j * STEP_M)];
      if (clear(x, y)) best = { x, y, far };
    }
  }
  return best && { x: best.x, y: best.y };
}

/**
 * Does a place lie along the same side of the room as the point? A plate does not go round the corner by
 * itself.
 */
function sameSide(outline: readonly Xy[], point: PointRow, at: Xy): boolean {
  const side = (p: Xy) =>
    outline
      .map((corner, i) => distance(p, footOn(p, corner, outline[(i + 1) % outline.length]!).at))
      .reduce((best, far, i, all) => (far < all[best]! ? i : best), 0);
  return side([point.x, point.y]) === side(at);
}
