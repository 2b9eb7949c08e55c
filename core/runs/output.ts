/** What stage 4 gives to others: the command line's JSON and the pull schedule as CSV. */
import { byId, type Design } from "../design/collections";
import { writeCsv } from "../csv";
import type { TrunkRow } from "../design/rows-house";
import { containmentOf } from "./containment";
import { endName } from "./end-name";
import { dropsOf, type Drop } from "./drops";
import { billOf } from "./materials";
import { fireCrossings } from "./fire";
import { legendOf } from "./legend";
import { mountingsOf } from "./mounting";
import { poeSwitches } from "./poe";
import { pullsOf } from "./pull-plan";
import { pullSheets } from "./pull-sheet";
import { besideMains } from "./separation";
import { asBuiltOf, punchList } from "./site";
import { cableTotals } from "./totals";
import { bundlesOf, traysOf } from "./tray";
import { treadGroups } from "./treads";

const r3 = (value: number) => Math.round(value * 1000) / 1000;


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
      endsAt: drop.to,
      pinned: drop.route?.pinned,
      lossDb: drop.loss && r3(drop.loss.db),
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
    containment: containmentOf(design).map((one) => ({ way: one.row.id, boreMm: one.boreMm, insideMm: one.insideMm, cables: one.drops.length, fillPct: r3(one.fillPct), limitPct: one.limitPct, jam: one.jam === undefined ? undefined : r3(one.jam), bendsDeg: r3(one.bendsDeg), lengthM: r3(one.lengthM), boxes: one.in === "trunks" ? ((one.row as TrunkRow).boxes ?? []).length : 0 })),
    trays: traysOf(design).map((tray) => ({ way: tray.row.id, widthMm: tray.widthMm, depthMm: tray.depthMm, cables: tray.drops.length, fillPct: r3(tray.fillPct), limitPct: tray.limitPct })),
    bundles: bundlesOf(design).map((bundle) => ({ way: bundle.row.id, powered: bundle.powered, inOne: bundle.each, limit: bundle.most })),
    separation: besideMains(design).map((one) => ({ way: one.way.id, mains: one.mains.id, metres: r3(one.metres), mm: Math.round(one.mm), neededMm: one.neededMm })),
    fireCrossings: fireCrossings(design).map((one) => ({ in: one.in, id: one.id, minutes: one.minutes, level: one.level, at: one.at.map(r3), cables: one.drops.length, cableMm2: Math.round(one.cableMm2) })),
    switches: poeSwitches(design).map((one) => ({ closet: one.closet.id, drops: one.drops.length, allocatedW: one.allocatedW, realW: one.realW, budgetW: one.budgetW, cannotStart: one.dead.map((drop) => drop.label) })),
    treads: treadGroups(design).map((group) => {
      const home = dropsOf(design).find((drop) => drop.home && drop.group === group.id);
      return { at: group.at.id, treads: group.points.map((point) => point.id), watts: r3(group.points.length * group.each), perSupply: group.most, cableType: home?.cableType?.id, endV: home?.load?.endV === undefined ? undefined : r3(home.load.endV) };
    }),
    mounting: mountingsOf(design).map((row) => ({ point: row.point.id, box: row.box, wall: row.side + 1, heightM: row.heightM, leftM: r3(row.leftM), rightM: r3(row.rightM), holes: row.holes })),
    pullSheets: pullSheets(design).map((sheet) => ({ pull: sheet.pull.id, from: sheet.from, reels: sheet.reels, lines: sheet.lines.map(({ order, label, reel, lengthM, cutAhead }) => ({ order, label, reel, lengthM, cutAhead })) })),
    legend: legendOf(design),
    punch: punchList(design).map((item) => ({ room: item.room, trade: item.trade, point: item.point.id, label: item.drop?.label, what: item.what, on: item.on })),
    asBuilt: asBuiltOf(design).map((one) => ({ label: one.drop.label, plannedM: one.plannedM === undefined ? undefined : r3(one.plannedM), builtM: r3(one.builtM), diffM: one.diffM, movedM: one.movedM })),
    labels: labelCount(design),
    materials: billOf(design).map(({ group, what, count, unit, price, cost }) => ({ group, what, count, unit, price, cost })),
  };
}

/** Two a drop. */
const labelCount = (design: Design) => 2 * dropsOf(design).length;

export const SCHEDULE_HEADER = [
  "Label", "Point", "Room", "Level", "Cable", "Service", "Closet", "Path (m)", "Rise (m)", "Slack (m)", "Length (m)", "Load (W)", "Drop (%)", "End (V)", "State",
];

/** The pull schedule as CSV; units in the header. */
export function scheduleCsv(design: Design, drops: readonly Drop[] = dropsOf(design)): string {
  return writeCsv(
    SCHEDULE_HEADER,
    drops.map((drop) => [
      drop.label, drop.point.name, byId(design, "rooms").get(drop.point.room)?.name, byId(design, "levels").get(drop.point.level)?.name,
      drop.cableType?.name, drop.kind.service, endName(design, drop),
      drop.route && r3(drop.route.pathM), drop.route && r3(drop.route.riseM), drop.slackM, drop.lengthM,
      drop.load?.watts, drop.load?.dropPct && Math.round(drop.load.dropPct * 100) / 100, drop.load?.endV && Math.round(drop.load.endV * 100) / 100, drop.state,
    ]),
  );
}
