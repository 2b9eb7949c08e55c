/** Other ways for the cables of a point, side by side with the one taken, and pinning one of them by hand. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import type { PinnedRoute, PointRow } from "../../design/rows/runs";
import { containmentOf, fillLimitPct, fillPct } from "./containment";
import { alongside } from "../../geometry/cross";
import { putDrop, rowOfDrop } from "./drop-row";
import { dropsOf, dropsOfPoint, type Drop } from "./drops";
import { crossingsOn } from "./fire";
import { routeGraph, type Graph } from "../../ways/graph";
import { routeTo, type Route } from "../../ways/route";
import { separationMm } from "./separation";
import { traysOf } from "./tray";
import { counted } from "../../design/words";
import type { Working } from "../../desk/working";

type Way = Route["ways"][number];

export interface Capacity extends Way {
  name: string;
  /** Cables in it where it is fullest, these ones included. */
  cables: number;
  /** Absent where it has no bore and no sides: nothing to fill. */
  fillPct?: number;
  limitPct?: number;
}

export interface Alternative {
  closet: string;
  route: Route;
  /** Cable in the house. */
  installedM: number;
  capacity: Capacity[];
  /** Metres beside mains, nearer than this cable may be. */
  besideMainsM: number;
  fireCrossings: number;
  pin: PinnedRoute;
  /** It is the one taken now. */
  taken: boolean;
}

const keyOf = (way: Way) => `${way.in}/${way.id}`;
const pinOf = (ways: readonly Way[]): PinnedRoute => {
  const ids = (of: Way["in"]) =>
    [...new Set(ways.filter((way) => way.in === of).map((way) => way.id))].sort();
  return { trunks: ids("trunks"), risers: ids("risers") };
};
const samePin = (a: PinnedRoute, b: PinnedRoute) =>
  a.trunks.join() === b.trunks.join() && a.risers.join() === b.risers.join();

/** How full every way of a route is, with `extra` cables put into those they are not in yet. */
export function capacityAlong(design: Design, route: Route, extra: readonly Drop[]): Capacity[] {
  const named = new Map(route.ways.map((way) => [keyOf(way), way]));
  return [...named.values()].map((way): Capacity => {
    const name = byId(design, way.in).get(way.id)?.name ?? way.id;
    const tube = containmentOf(design).find((one) => one.in === way.in && one.row.id === way.id);
    const tray = way.in === "trunks" ? traysOf(design).find((one) => one.row.id === way.id) : undefined;
    const inside =
      tube?.drops ??
      tray?.drops ??
      dropsOf(design).filter((drop) => drop.route?.ways.some((other) => keyOf(other) === keyOf(way)));
    const all = [
      ...inside,
      ...extra.filter((drop) => drop.cableType && !inside.some((one) => one.key === drop.key)),
    ];
    if (tube)
      return {
        ...way,
        name,
        cables: all.length,
        fillPct: fillPct(
          all.map((drop) => drop.cableType!.outerMm),
          tube.insideMm,
        ),
        limitPct: fillLimitPct(all.length),
      };
    if (tray)
      return {
        ...way,
        name,
        cables: all.length,
        fillPct:
          (100 * all.reduce((sum, drop) => sum + (Math.PI / 4) * drop.cableType!.outerMm ** 2, 0)) /
          (tray.widthMm * tray.depthMm),
        limitPct: tray.limitPct,
      };
    return { ...way, name, cables: all.length };
  });
}

/** Metres of a route that lie beside mains nearer than `mm`. */
export function besideMainsM(design: Design, route: Route, mm: number): number {
  let sum = 0;
  const { places } = route;
  for (let i = 1; i < places.length; i++) {
    const [level, ax, ay, az] = places[i - 1]!;
    const [toLevel, bx, by] = places[i]!;
    if (level !== toLevel) continue;
    for (const mains of design.mainsRuns) {
      const rise = mains.heightM === undefined ? 0 : Math.abs(mains.heightM - az);
      if (mains.level !== level || rise * 1000 >= mm) continue;
      for (let n = 1; n < mains.path.length; n++)
        sum +=
          alongside(
            [ax, ay],
            [bx, by],
            mains.path[n - 1]!,
            mains.path[n]!,
            Math.sqrt((mm / 1000) ** 2 - rise ** 2),
          )?.metres ?? 0;
    }
  }
  return sum;
}

/** Routes to one closet: the shortest, and those that do without one of its ways, or two. */
function routesTo(graph: Graph, point: PointRow, closet: string): Route[] {
  const found = new Map<string, Route>();
  const look = (without: ReadonlySet<string>, depth: number) => {
    const route = routeTo(
      graph,
      point,
      closet,
      without.size ? ({ way }) => !way || !without.has(keyOf(way)) : undefined,
    );
    if (!route) return;
    const key = route.ways.map(keyOf).join(" ");
    if (found.has(key)) return;
    found.set(key, route);
    if (depth > 0) for (const way of route.ways) look(new Set([...without, keyOf(way)]), depth - 1);
  };
  look(new Set(), 2);
  return [...found.values()].sort((a, b) => a.pathM + a.riseM - b.pathM - b.riseM);
}

/**
 * Ways a point's cables can go, the shortest to its own closet first; one to every other closet. At most
 * `most`.
 */
export function alternativesOf(design: Design, point: PointRow, most = 5): Alternative[] {
  const graph = routeGraph(design);
  const drops = dropsOfPoint(design, point).filter((drop) => !drop.to && !drop.segment && drop.cableType);
  const neededMm = Math.max(0, ...drops.map((drop) => separationMm(drop.cableType!)));
  const now = drops.find((drop) => drop.route)?.route;
  const slackM = design.design.slackPointM + design.design.slackClosetM;
  const own = point.closet
    ? routesTo(graph, point, point.closet)
        .slice(0, most)
        .map((route) => ({ route, closet: point.closet! }))
    : [];
  const elsewhere = design.closets.flatMap(({ id }) => {
    const route = id === point.closet ? undefined : routeTo(graph, point, id);
    return route ? [{ route, closet: id }] : [];
  });
  const rows = [...own, ...elsewhere];
  return rows.map(({ route, closet }): Alternative => ({
    closet,
    route,
    installedM: route.pathM + route.riseM + slackM,
    capacity: capacityAlong(design, route, drops),
    besideMainsM: neededMm ? besideMainsM(design, route, neededMm) : 0,
    fireCrossings: crossingsOn(design, route.places).length,
    pin: pinOf(route.ways),
    taken: closet === point.closet && now !== undefined && samePin(pinOf(now.ways), pinOf(route.ways)),
  }));
}

/** How the metres of a way came about. */
export function wayWorking(design: Design, way: Alternative): Working {
  const { route, installedM } = way;
  const { slackPointM, slackClosetM } = design.design;
  const m = (value: number) => `${value.toFixed(2)} m`;
  return {
    title: `Cable by ${way.capacity.map((one) => one.name).join(", ") || "the void"}`,
    value: installedM,
    unit: "m",
    verdict: "none",
    steps: [
      {
        formula: route.byVoid ? "Through the void, at right angles" : "Off the trunks, at right angles",
        with: "",
        gives: m(route.stubM),
        source: "plan",
      },
      {
        formula: "Along them",
        with: way.capacity.map((one) => one.name).join(", "),
        gives: m(route.pathM - route.stubM),
        source: "plan",
      },
      {
        formula: "Rises",
        with: counted(route.bends, "bend"),
        gives: m(route.riseM),
        source: "heights of point, trunks, levels and closet",
      },
      {
        formula: "Slack at point + at closet",
        with: `${slackPointM} m + ${slackClosetM} m`,
        gives: m(slackPointM + slackClosetM),
        source: "design settings",
      },
    ],
  };
}

/** How full a way would be with this point's cables in it. */
export const capacityWorking = (one: Capacity): Working => ({
  title: `Fill of ${one.name}, this way taken`,
  value: one.fillPct ?? 0,
  unit: "%",
  ...(one.limitPct === undefined
    ? {}
    : {
        limit: {
          value: one.limitPct,
          unit: "%",
          source: `${one.cables} ${one.cables === 1 ? "cable" : "cables"}, usual practice or this design's trays`,
        },
      }),
  verdict: one.limitPct !== undefined && (one.fillPct ?? 0) > one.limitPct ? "fails" : "holds",
  steps: [
    {
      formula: "Σ area of cables ÷ area of the way",
      with: `${one.cables} ${one.cables === 1 ? "cable" : "cables"} at the fullest place, this point's own included`,
      gives: `${(one.fillPct ?? 0).toFixed(1)} %`,
      source: "cable types, bore or tray",
    },
  ],
});

/**
 * Pin all cables of a point to the ways of a route, at a closet; without a pin they go the shortest way
 * again.
 */
export function pinRoute(
  design: Design,
  point: PointRow,
  pin: PinnedRoute | undefined,
  closet = point.closet,
): Change[] {
  const drops = dropsOfPoint(design, point).filter((drop) => !drop.to && !drop.segment);
  return [
    ...(closet !== point.closet && closet ? [{ in: "points" as const, put: { ...point, closet } }] : []),
    ...drops.filter((drop) => pin || drop.row).map((drop) => putDrop({ ...rowOfDrop(drop), route: pin })),
  ];
}
