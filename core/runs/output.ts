/** What stage 4 gives to others: the command line's JSON and the pull schedule as CSV. */
import { byId, type Design } from "../design/collections";
import { writeCsv } from "../csv";
import { containmentOf } from "./containment";
import { dropsOf, type Drop } from "./drops";
import { billOf } from "./materials";
import { routeGraph } from "./graph";
import { pullPlan, type Pull } from "./pulls";
import { cableTotals } from "./totals";

const r3 = (value: number) => Math.round(value * 1000) / 1000;

/** The design's pull plan. */
export function pullsOf(design: Design): Pull[] {
  const graph = routeGraph(design);
  return pullPlan(dropsOf(design), (edge) => graph.edges[edge]!.lengthM);
}

/** `zinc runs --json` (data-model.md). */
export function runsJson(design: Design) {
  const totals = cableTotals(design);
  return {
    drops: dropsOf(design).map((drop) => ({
      label: drop.label,
      point: drop.point.id,
      cableType: drop.cableType?.id,
      service: drop.kind.service,
      closet: drop.closet,
      route: drop.route?.places.map(([level, x, y, z]) => [level, r3(x), r3(y), r3(z)]) ?? [],
      pathM: drop.route && r3(drop.route.pathM),
      riseM: drop.route && r3(drop.route.riseM),
      slackM: drop.slackM,
      lengthM: drop.lengthM,
      load: drop.load?.watts,
      dropPct: drop.load?.dropPct === undefined ? undefined : r3(drop.load.dropPct),
      endV: drop.load?.endV === undefined ? undefined : r3(drop.load.endV),
      state: drop.state,
    })),
    totals: totals.map((total) => ({
      cableType: total.cableType.id,
      lengthM: total.lengthM,
      reels: total.cutting.newReels,
      reelsBound: total.cutting.bound,
      wasteM: r3(total.cutting.wasteM),
      cost: total.cost,
    })),
    reels: totals.flatMap((total) => total.cutting.reels.map((reel) => ({ cableType: total.cableType.id, capacityM: reel.capacityM, cuts: reel.cuts }))),
    pulls: pullsOf(design).map((pull) => ({ id: pull.id, drops: pull.drops.map((drop) => drop.label), cables: pull.drops.length, lengthM: pull.lengthM, hours: pull.hours })),
    containment: containmentOf(design).map((one) => ({ way: one.row.id, boreMm: one.boreMm, insideMm: one.insideMm, cables: one.drops.length, fillPct: r3(one.fillPct), limitPct: one.limitPct, jam: one.jam === undefined ? undefined : r3(one.jam), bendsDeg: r3(one.bendsDeg), lengthM: r3(one.lengthM) })),
    materials: billOf(design).map(({ group, what, count, unit, price, cost }) => ({ group, what, count, unit, price, cost })),
  };
}

export const SCHEDULE_HEADER = [
  "Label", "Point", "Room", "Level", "Cable", "Service", "Closet", "Path (m)", "Rise (m)", "Slack (m)", "Length (m)", "Load (W)", "Drop (%)", "End (V)", "State",
];

/** The pull schedule as CSV; units in the header. */
export function scheduleCsv(design: Design, drops: readonly Drop[] = dropsOf(design)): string {
  return writeCsv(
    SCHEDULE_HEADER,
    drops.map((drop) => [
      drop.label, drop.point.name, byId(design, "rooms").get(drop.point.room)?.name, byId(design, "levels").get(drop.point.level)?.name,
      drop.cableType?.name, drop.kind.service, drop.closet && byId(design, "closets").get(drop.closet)?.name,
      drop.route && r3(drop.route.pathM), drop.route && r3(drop.route.riseM), drop.slackM, drop.lengthM,
      drop.load?.watts, drop.load?.dropPct && Math.round(drop.load.dropPct * 100) / 100, drop.load?.endV && Math.round(drop.load.endV * 100) / 100, drop.state,
    ]),
  );
}
