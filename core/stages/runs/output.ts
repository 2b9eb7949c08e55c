/** What stage 4 gives to others: the command line's JSON and the pull schedule as CSV. */
import { round2, round3 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { writeCsv } from "../../files/csv";
import type { TrunkRow } from "../../design/rows/house-structure";
import { containmentOf, MOST_BENDS_DEG } from "./containment";
import { endName } from "./end-name";
import { dropsOf, groupOf, type Drop } from "./drops";
import { billOf } from "./materials";
import { fireCrossings } from "./fire";
import { legendOf } from "./legend";
import { mountingsOf } from "./mounting";
import { poeSwitches } from "./poe";
import { pullsOf } from "./pull-plan";
import { RATE_BY_WAY } from "./pulls";
import { runSettings } from "./settings";
import { pullSheets } from "./pull-sheet";
import { besideMains } from "./separation";
import { asBuiltOf, punchList } from "./site";
import { cableTotals } from "./totals";
import { bundlesOf, traysOf } from "./tray";
import { treadGroups, type TreadGroup } from "./treads";

const r3 = (value: number) => round3(value);
const r2 = (value: number) => round2(value);
const maybe = (round: (value: number) => number, value?: number) =>
  value === undefined ? undefined : round(value);
/**
 * Volts and ohms to the tenth of a milli: enough for another engine to tell a wrong formula from a
 * rounding.
 */
const fine = (value?: number) => maybe((v) => Math.round(v * 1e4) / 1e4, value);
const labels = (drops: readonly Drop[]) => drops.map((drop) => drop.label);

/** One cable: where it goes, how long it is, and what is lost on it against what may be. */
function dropJson(drop: Drop) {
  const { load, loss, route } = drop;
  return {
    label: drop.label,
    point: drop.point.id,
    index: drop.index,
    cableType: drop.cableType?.id,
    service: drop.kind.service,
    purpose: drop.line.purpose,
    closet: drop.closet,
    route: route?.places.map(([level, x, y, z]) => [level, r3(x), r3(y), r3(z)]) ?? [],
    ways: route?.ways.map((way) => way.id) ?? [],
    pathM: maybe(r3, route?.pathM),
    riseM: maybe(r3, route?.riseM),
    slackM: drop.slackM,
    installedM: maybe(r3, drop.installedM),
    lengthM: drop.lengthM,
    marked: drop.marked || undefined,
    load: maybe(r3, load?.watts),
    sourceW: maybe(r3, load?.sourceW),
    sourceV: load?.sourceV,
    poeClass: load?.poeClass,
    loopOhm: fine(load?.loopOhm),
    endsAt: drop.to,
    segment: drop.segment,
    group: drop.group,
    pinned: route?.pinned,
    lossDb: maybe(r3, loss?.db),
    lossLimitDb: loss?.limitDb,
    lossMhz: loss?.mhz,
    lossLoopOhm: fine(loss?.loopOhm),
    loadOhm: loss?.loadOhm,
    dropPct: maybe(r3, load?.dropPct),
    dropLimitPct: load?.limitPct,
    endV: fine(load?.endV),
    state: drop.state,
  };
}

/**
 * A group of lit treads: a line with several loads, its home run, its leads and what each strip is left
 * with.
 */
function treadJson(design: Design, group: TreadGroup) {
  const drops = dropsOf(design).filter((drop) => drop.group === group.id);
  const home = drops.find((drop) => drop.home);
  const lit = home && groupOf(design, home)?.lit;
  return {
    at: group.at.id,
    treads: group.points.map((point) => point.id),
    watts: r3(group.points.length * group.each),
    perSupply: group.most,
    cableType: home?.cableType?.id,
    home: home?.label,
    homeM: maybe(r3, home?.installedM),
    volts: home?.load?.sourceV,
    homeLossV: fine(lit?.home.lostV),
    stripLossV: fine(lit?.stripV),
    homeV: home?.load && lit ? fine(home.load.sourceV - lit.home.lostV) : undefined,
    limitPct: home?.load?.limitPct,
    endV: fine(home?.load?.endV),
    loads: group.points.map((point) => {
      const lead = lit?.leads.get(point.id);
      const volts = home?.load && lit && lead ? home.load.sourceV - lit.home.lostV - lead.lostV : undefined;
      return {
        point: point.id,
        watts: r3(group.each),
        lead: drops.find((drop) => drop.point.id === point.id && !drop.home)?.label,
        leadM: maybe(r3, lead?.lengthM),
        leadLossV: fine(lead?.lostV),
        stripV: fine(volts),
        endV: fine(volts === undefined ? undefined : volts - lit!.stripV),
      };
    }),
  };
}

/** `zinc runs --json`: all another engine needs to reckon the same. */
export function runsJson(design: Design) {
  const totals = cableTotals(design);
  const { setupMin, minutesPerM, perCablePct, sharedPct, pullMost } = runSettings(design);
  return {
    drops: dropsOf(design).map(dropJson),
    totals: totals.map((total) => ({
      cableType: total.cableType.id,
      drops: total.drops,
      lengthM: total.lengthM,
      reels: total.cutting.newReels,
      reelsBound: total.cutting.bound,
      proven: total.cutting.proven,
      wasteM: r2(total.cutting.wasteM),
      cost: total.cost,
      tooLong: total.cutting.tooLong,
    })),
    reels: totals.flatMap((total) =>
      total.cutting.reels.map((reel) => ({
        cableType: total.cableType.id,
        ...(reel.stock ? { stock: reel.stock } : { new: true }),
        capacityM: reel.capacityM,
        cuts: reel.cuts,
        leftM: r2(reel.capacityM - reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0)),
      })),
    ),
    pulls: pullsOf(design).map((pull) => ({
      id: pull.id,
      closet: pull.closet,
      segment: pull.segment,
      drops: labels(pull.drops),
      cables: pull.through.length,
      lengthM: pull.lengthM,
      hours: pull.hours,
      through: pull.through.map((metres, i) => ({
        label: pull.drops[i]!.label,
        installedM: r3(
          pull.segment
            ? pull.drops.reduce((sum, drop) => sum + drop.installedM!, 0)
            : pull.drops[i]!.installedM!,
        ),
        metres,
      })),
    })),
    pulling: { setupMin, minutesPerM, perCablePct, sharedPct, most: pullMost, rates: RATE_BY_WAY },
    containment: containmentOf(design).map((one) => ({
      way: one.row.id,
      in: one.in,
      boreMm: one.boreMm,
      insideMm: one.insideMm,
      cables: one.drops.length,
      drops: labels(one.drops),
      diametersMm: one.diametersMm,
      fillPct: r3(one.fillPct),
      limitPct: one.limitPct,
      jam: maybe(r3, one.jam),
      bendsDeg: r2(one.bendsDeg),
      lengthM: r3(one.lengthM),
      boxes: one.in === "trunks" ? ((one.row as TrunkRow).boxes ?? []).length : 0,
      sections: one.sections.map((section) => ({
        lengthM: r3(section.lengthM),
        limitM: r3(section.limitM),
        bendsDeg: r2(section.bendsDeg),
        limitDeg: MOST_BENDS_DEG,
      })),
    })),
    trays: traysOf(design).map((tray) => ({
      way: tray.row.id,
      widthMm: tray.widthMm,
      depthMm: tray.depthMm,
      cables: tray.drops.length,
      drops: labels(tray.drops),
      fillPct: r3(tray.fillPct),
      limitPct: tray.limitPct,
    })),
    bundles: bundlesOf(design).map((bundle) => ({
      way: bundle.row.id,
      in: bundle.in,
      powered: bundle.powered,
      drops: labels(bundle.drops),
      bundles: bundle.row.bundles ?? 1,
      inOne: bundle.each,
      limit: bundle.most,
    })),
    separation: besideMains(design).map((one) => ({
      way: one.way.id,
      mains: one.mains.id,
      metres: r3(one.metres),
      mm: Math.round(one.mm),
      neededMm: one.neededMm,
    })),
    fireCrossings: fireCrossings(design).map((one) => ({
      in: one.in,
      id: one.id,
      minutes: one.minutes,
      level: one.level,
      at: one.at.map(r3),
      cables: one.drops.length,
      drops: labels(one.drops),
      cableMm2: Math.round(one.cableMm2),
    })),
    switches: poeSwitches(design).map((one) => ({
      closet: one.closet.id,
      drops: one.drops.length,
      allocatedW: one.allocatedW,
      realW: one.realW,
      lostW: one.lostW,
      budgetW: one.budgetW,
      cannotStart: labels(one.dead),
    })),
    treads: treadGroups(design).map((group) => treadJson(design, group)),
    mounting: mountingsOf(design).map((row) => ({
      point: row.point.id,
      box: row.box,
      wall: row.side + 1,
      heightM: row.heightM,
      leftM: r3(row.leftM),
      rightM: r3(row.rightM),
      holes: row.holes,
    })),
    pullSheets: pullSheets(design).map((sheet) => ({
      pull: sheet.pull.id,
      from: sheet.from,
      reels: sheet.reels,
      lines: sheet.lines.map(({ order, label, reel, lengthM, cutAhead }) => ({
        order,
        label,
        reel,
        lengthM,
        cutAhead,
      })),
    })),
    legend: legendOf(design),
    punch: punchList(design).map((item) => ({
      room: item.room,
      trade: item.trade,
      point: item.point.id,
      label: item.drop?.label,
      what: item.what,
      on: item.on,
    })),
    asBuilt: asBuiltOf(design).map((one) => ({
      label: one.drop.label,
      plannedM: maybe(r3, one.plannedM),
      builtM: r3(one.builtM),
      diffM: one.diffM,
      movedM: one.movedM,
    })),
    labels: labelCount(design),
    materials: billOf(design).map(({ group, what, count, unit, price, cost, had }) => ({
      group,
      what,
      count,
      unit,
      price,
      cost,
      had,
    })),
  };
}

/** Two a drop. */
const labelCount = (design: Design) => 2 * dropsOf(design).length;

export const SCHEDULE_HEADER = [
  "Label",
  "Point",
  "Room",
  "Level",
  "Cable",
  "Service",
  "Closet",
  "Path (m)",
  "Rise (m)",
  "Slack (m)",
  "Length (m)",
  "Load (W)",
  "Drop (%)",
  "End (V)",
  "State",
];

/** The pull schedule as CSV; units in the header. */
export function scheduleCsv(design: Design, drops: readonly Drop[] = dropsOf(design)): string {
  return writeCsv(
    SCHEDULE_HEADER,
    drops.map((drop) => [
      drop.label,
      drop.point.name,
      byId(design, "rooms").get(drop.point.room)?.name,
      byId(design, "levels").get(drop.point.level)?.name,
      drop.cableType?.name,
      drop.kind.service,
      endName(design, drop),
      drop.route && r3(drop.route.pathM),
      drop.route && r3(drop.route.riseM),
      drop.slackM,
      drop.lengthM,
      drop.load?.watts,
      drop.load?.dropPct && round2(drop.load.dropPct),
      drop.load?.endV && round2(drop.load.endV),
      drop.state,
    ]),
  );
}
