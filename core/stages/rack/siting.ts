/**
 * Where a closet should stand: walls of candidate rooms by the cable that would end there, the longest data link,
 * heat, damp and who sleeps beside it; and one closet against two.
 */
import { byId, type Design, type Rows, rowOf } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { putRow } from "../../design/row-changes";
import { capital } from "../../design/words";
import type { Step, Working } from "../../desk/working";
import { contains } from "../../geometry/polygon";
import { distance } from "../../geometry/segment";
import { routeBetween, type Stand } from "../../ways/between";
import { routeGraph, type Graph } from "../../ways/graph";
import { routeTo, type Route } from "../../ways/route";
import type { RoomRow } from "../../design/rows/house-structure";
import { sideName } from "../house/wall-names";
import { costsOf } from "../runs/cost";
import { dropsOf, type Drop } from "../runs/drops";

/** Permanent link of copper data cable, ISO/IEC 11801. */
const LINK_M = 90;
/** A closet stands so far off the face of its wall, and so high. */
const OFF_M = 0.15;
/** Width of wall that a closet takes where nobody has said. */
const WIDTH_M = 0.8;
/** Rooms tried in full: the others are further from everything. */
const TRIED = 14;
/**
 * What a fault of a room is worth against the cable it saves: share of the cable's cost. Typical; damp and heat shorten
 * the life of what stands there, and nobody sleeps beside fans.
 */
const WORTH = { damp: 0.4, heat: 0.25, quiet: 0.5, lived: 0.1 };
/** Each link that copper cannot carry any more wants fibre and a converter at its far end, money of the samples. */
const LONG_LINK = 220;
/** A second closet: enclosure, switch, their power, and the hours to fit them, money of the samples. */
const SECOND = 640;

export interface Site {
  room: string;
  level: string;
  x: number;
  y: number;
  z: number;
  /** "Boot room, north side". */
  name: string;
  /** Cable of the drops that end there, with slack. */
  metres: number;
  cableCost: number;
  /** Longest data link. */
  linkM: number;
  /** Data links past what copper carries. */
  over: number;
  /** What speaks against the room, in words. */
  faults: readonly { of: keyof typeof WORTH; text: string }[];
  /** Money: cable, long links, and what its faults are worth. */
  score: number;
}

/** Cables that end at a closet by a way of their own. */
const endsAt = (design: Design, closet: string): Drop[] =>
  dropsOf(design).filter(
    (drop) => drop.closet === closet && drop.to === undefined && drop.installedM !== undefined,
  );

interface Reach {
  metres: number;
  cost: number;
  linkM: number;
  over: number;
}

/** Cable of some drops to a place; undefined where one of them has no way there. */
function reachOf(
  design: Design,
  drops: readonly Drop[],
  wayOf: (drop: Drop) => Route | undefined,
): Reach | undefined {
  const { slackPointM, slackClosetM } = design.design;
  const reach: Reach = { metres: 0, cost: 0, linkM: 0, over: 0 };
  for (const drop of drops) {
    const route = wayOf(drop);
    if (!route) return undefined;
    const metres = route.pathM + route.riseM + slackPointM + slackClosetM;
    reach.metres += metres;
    reach.cost += metres * (drop.cableType?.costPerM ?? 0);
    if (drop.cableType?.medium !== "data") continue;
    reach.linkM = Math.max(reach.linkM, metres);
    if (metres > LINK_M) reach.over += 1;
  }
  return reach;
}

/** What speaks against a room, whoever's closet it would hold. */
function faultsOf(design: Design, room: RoomRow, own: string): Site["faults"] {
  const faults: { of: keyof typeof WORTH; text: string }[] = [];
  const level = byId(design, "levels").get(room.level);
  const plant = design.closets.find((row) => row.room === room.id && row.id !== own && (row.plantW ?? 0) > 0);
  if (room.type === "wet") faults.push({ of: "damp", text: "water and steam" });
  else if (level && level.elevationM < -0.5)
    faults.push({ of: "damp", text: "below ground: damp unless kept dry" });
  if (room.type === "plant" || plant) faults.push({ of: "heat", text: "warm: boiler and pumps stand there" });
  if (room.type === "kitchen") faults.push({ of: "heat", text: "heat and grease" });
  if (room.type === "sleeping") faults.push({ of: "quiet", text: "fans and lamps where somebody sleeps" });
  if (room.type === "living" || room.type === "work")
    faults.push({ of: "lived", text: "in sight and hearing where people stay" });
  return faults;
}

const penalty = (faults: Site["faults"]) => faults.reduce((sum, { of }) => sum + WORTH[of], 0);

/** Money of the samples in the design's. */
const inDesign = (design: Design, money: number) => money * (design.design.moneyRate ?? 1);

function siteOf(
  design: Design,
  stand: Stand & { name: string },
  room: RoomRow,
  reach: Reach,
  own: string,
): Site {
  const faults = faultsOf(design, room, own);
  const { x, y, z, level, name } = stand;
  const { metres, cost, linkM, over } = reach;
  return {
    ...{ room: room.id, level, x, y, z, name, metres, linkM, over, faults },
    cableCost: cost,
    score: cost * (1 + penalty(faults)) + over * inDesign(design, LONG_LINK),
  };
}

const round2 = (value: number) => Math.round(value * 100) / 100;

/** A place before the middle of each side of a room that is long enough, inside it. */
function standsOf(design: Design, room: RoomRow, widthM: number, z: number): (Stand & { name: string })[] {
  const { outline } = room;
  return outline.flatMap((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const length = distance(a, b);
    if (length < widthM) return [];
    const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const [nx, ny] = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
    for (const side of [1, -1]) {
      const [x, y] = [round2(mx + nx * OFF_M * side), round2(my + ny * OFF_M * side)];
      if (contains(outline, [x, y]))
        return [
          {
            ...{ x, y, z, level: room.level, room: room.id },
            name: `${room.name}, ${sideName(design, room, i)}`,
          },
        ];
    }
    return [];
  });
}

/** Rooms a closet may stand in: inside, the nearest to what it serves first. */
function roomsFor(design: Design, drops: readonly Drop[]): RoomRow[] {
  const elevation = (level: string) => byId(design, "levels").get(level)?.elevationM ?? 0;
  const far = (room: RoomRow) => {
    const [x, y] = room.outline[0]!;
    return drops.reduce(
      (sum, { point }) =>
        sum +
        Math.abs(point.x - x) +
        Math.abs(point.y - y) +
        2 * Math.abs(elevation(point.level) - elevation(room.level)),
      0,
    );
  };
  return design.rooms
    .filter((room) => !room.outdoor && room.type !== "outdoor")
    .map((room) => ({ room, far: far(room) }))
    .sort((a, b) => a.far - b.far)
    .slice(0, TRIED)
    .map(({ room }) => room);
}

const wayTo = (graph: Graph, stand: Stand, closet: string) => (drop: Drop) =>
  routeBetween(graph, drop.point, stand, closet);

/** The closet where it stands now, by the same sums. */
export function siteNow(design: Design, closet: Rows["closets"]): Site | undefined {
  const graph = routeGraph(design);
  const reach = reachOf(design, endsAt(design, closet.id), (drop) => routeTo(graph, drop.point, closet.id));
  const room = byId(design, "rooms").get(closet.room);
  if (!reach || !room) return undefined;
  return siteOf(design, { ...closet, name: `${room.name}, where it is` }, room, reach, closet.id);
}

/** Places for a closet, the best wall of each room, the best first. */
export function sitesFor(design: Design, closet: Rows["closets"]): Site[] {
  const drops = endsAt(design, closet.id);
  if (!drops.length) return [];
  const graph = routeGraph(design);
  return roomsFor(design, drops)
    .flatMap((room): Site[] => {
      const sites = standsOf(design, room, closet.wallWidthM ?? WIDTH_M, closet.z).flatMap((stand) => {
        const reach = reachOf(design, drops, wayTo(graph, stand, closet.id));
        return reach ? [siteOf(design, stand, room, reach, closet.id)] : [];
      });
      return sites.sort((a, b) => a.score - b.score).slice(0, 1);
    })
    .sort((a, b) => a.score - b.score);
}

/** The closet moves there; its cables follow. */
export function moveCloset(design: Design, closet: Rows["closets"], site: Site): Change[] {
  const { x, y, room, level } = site;
  return putRow("closets", { ...closet, x, y, room, level });
}

/** What an edit does to the metres that are cut and to the cost of the whole design. */
export function savedBy(design: Design, changes: readonly Change[]): { metres: number; money: number } {
  const then = applyChanges(design, changes);
  const metres = (of: Design) => dropsOf(of).reduce((sum, { lengthM = 0 }) => sum + lengthM, 0);
  return {
    metres: metres(design) - metres(then),
    money: costsOf(design).total - costsOf(then).total,
  };
}

export interface Arrangement {
  name: string;
  closets: number;
  metres: number;
  /** Cable, links that copper cannot carry, and what a closet more costs. */
  cost: number;
  linkM: number;
  working: Working;
  /** As one edit; absent where that is how it is. */
  changes?: Change[];
}

/**
 * One closet against two: as it is, everything at one of them, and a second one in the place that saves most, each
 * cable to the nearer of the two.
 * @param newId makes the id of a closet that is not there yet
 */
export function arrangements(design: Design, newId: (prefix: string) => string): Arrangement[] {
  const graph = routeGraph(design);
  const closets = design.closets.filter(({ id }) => endsAt(design, id).length);
  const all = closets.flatMap(({ id }) => endsAt(design, id));
  if (!all.length) return [];
  const found: Arrangement[] = [];
  const add = (name: string, reach: Reach | undefined, count: number, changes?: Change[]) => {
    if (!reach) return;
    const more = inDesign(design, SECOND) * (count - 1);
    const long = inDesign(design, LONG_LINK) * reach.over;
    const cost = reach.cost + more + long;
    const money = (value: number) => `${value.toFixed(0)} ${design.design.currency}`;
    const steps: Step[] = [
      {
        formula: "Cable that ends at closets",
        with: `${reach.metres.toFixed(1)} m, each at its price a metre`,
        gives: money(reach.cost),
        source: "ways along the plan, cable types",
      },
      {
        formula: "Closets after the first",
        with: `${count - 1} × ${money(inDesign(design, SECOND))}`,
        gives: money(more),
        source: "enclosure, switch, power, fitting; typical",
      },
      {
        formula: `Data links over ${LINK_M} m`,
        with: `${reach.over} × ${money(inDesign(design, LONG_LINK))}`,
        gives: money(long),
        source: "fibre and a converter; typical",
      },
    ];
    found.push({
      ...{ name, closets: count, metres: reach.metres, cost, linkM: reach.linkM },
      working: { title: name, value: cost, unit: design.design.currency, verdict: "none", steps },
      ...(changes ? { changes } : {}),
    });
  };
  const now = (drop: Drop) => routeTo(graph, drop.point, drop.closet!);
  add(closets.length === 1 ? "One, as it is" : `${closets.length}, as they are`, reachOf(design, all, now), closets.length); // oxfmt-ignore
  if (closets.length > 1)
    for (const closet of closets)
      add(
        `All at ${closet.name}`,
        reachOf(design, all, (drop) => routeTo(graph, drop.point, closet.id)),
        1,
        allAt(design, closet.id),
      );
  const second = bestSecond(design, graph, closets, all);
  if (second) {
    const id = newId("closet");
    const { site, points, reach } = second;
    add(
      `${capital(closets.length === 1 ? "a second one" : "one more")} in ${site.name}`,
      reach,
      closets.length + 1,
      [
        ...putRow("closets", {
          ...{
            id,
            name: `Closet, ${rowOf(design, "rooms", site.room).name}`.slice(0, 60),
            kind: "cupboard",
          },
          ...{ room: site.room, level: site.level, x: site.x, y: site.y, z: site.z },
        }),
        ...points.flatMap((point) => putRow("points", { ...rowOf(design, "points", point), closet: id })),
      ],
    );
  }
  return found.sort((a, b) => Number(Boolean(a.changes)) - Number(Boolean(b.changes)) || a.cost - b.cost);
}

/** Every cable and every bus line ends at one closet. */
function allAt(design: Design, closet: string): Change[] {
  return [
    ...design.points.flatMap((point) =>
      point.closet !== undefined && point.closet !== closet ? putRow("points", { ...point, closet }) : [],
    ),
    ...design.segments.flatMap((row) =>
      row.closet === closet ? [] : putRow("segments", { ...row, closet }),
    ),
  ];
}

/** The place of one more closet that saves most cable where each home run goes to the nearer one. */
function bestSecond(
  design: Design,
  graph: Graph,
  closets: readonly Rows["closets"][],
  all: readonly Drop[],
): { site: Site; points: string[]; reach: Reach } | undefined {
  const now = new Map<Drop, number>();
  for (const drop of all) {
    const route = routeTo(graph, drop.point, drop.closet!);
    if (route) now.set(drop, route.pathM + route.riseM);
  }
  // A bus line stays on its supply; what is of one point goes together.
  const free = all.filter((drop) => drop.segment === undefined);
  const taken = new Set(closets.map(({ room }) => room));
  let best: { site: Site; points: string[]; reach: Reach } | undefined;
  for (const room of roomsFor(design, free).filter(({ id }) => !taken.has(id)))
    for (const stand of standsOf(design, room, WIDTH_M, closets[0]!.z)) {
      const ways = new Map(free.map((drop) => [drop, routeBetween(graph, drop.point, stand, drop.closet!)]));
      const gain = new Map<string, number>();
      for (const [drop, route] of ways) {
        const before = now.get(drop);
        const saved = route && before !== undefined ? before - route.pathM - route.riseM : -Infinity;
        gain.set(drop.point.id, (gain.get(drop.point.id) ?? 0) + saved * (drop.cableType?.costPerM ?? 0));
      }
      const points = new Set([...gain].flatMap(([point, saved]) => (saved > 0.01 ? [point] : [])));
      if (!points.size) continue;
      const reach = reachOf(design, all, (drop) =>
        points.has(drop.point.id) && ways.has(drop)
          ? ways.get(drop)
          : routeTo(graph, drop.point, drop.closet!),
      );
      if (!reach) continue;
      const site = siteOf(design, stand, room, reach, "");
      if (!best || site.score < best.site.score) best = { site, points: [...points], reach };
    }
  return best;
}

/** How a site's score came about. */
export function siteWorking(design: Design, site: Site): Working {
  const { currency } = design.design;
  const money = (value: number) => `${value.toFixed(0)} ${currency}`;
  return {
    title: site.name,
    value: site.score,
    unit: currency,
    verdict: "none",
    steps: [
      {
        formula: "Cable that ends there",
        with: `${site.metres.toFixed(1)} m, each at its price a metre`,
        gives: money(site.cableCost),
        source: "ways along the plan, cable types",
      },
      ...site.faults.map(({ of, text }) => ({
        formula: `+ ${(100 * WORTH[of]).toFixed(0)} % of it`,
        with: text,
        gives: money(site.cableCost * WORTH[of]),
        source: "typical: what stands there lives less long, or disturbs",
      })),
      {
        formula: `Data links over ${LINK_M} m`,
        with: `${site.over} × ${money(inDesign(design, LONG_LINK))}, the longest is ${site.linkM.toFixed(1)} m`,
        gives: money(site.over * inDesign(design, LONG_LINK)),
        source: "ISO/IEC 11801; fibre and a converter, typical",
      },
    ],
  };
}
