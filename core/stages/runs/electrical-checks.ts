/** Checks of stage 4 on volts, watts and signals, with the fixes that can be computed. */
import { round2 } from "../../geometry/round";
import { type Design } from "../../design/collections";
import { memoByRow } from "../../design/kept";
import type { Change } from "../../design/edit";
import type { CableTypeRow } from "../../design/rows/runs";
import type { Finding, Fix } from "../../desk/findings";
import { rowOfDrop } from "./drop-row";
import { closetsFor } from "../../ways/closets";
import { endNearer } from "./end-at";
import { dropsOf, groupOf, type Drop, type LitGroup } from "./drops";
import type { TreadGroup } from "./treads";
import { atTemperature, poeLoopOhm, poeVolts, POE_CLASSES } from "./electrical";
import { poeSwitches, poeWorking } from "./poe";
import { runSettings } from "./settings";
import { coaxDbPer100M } from "./signal";
import { loadWorking, lossWorking } from "./workings";
import { counted } from "../../design/words";

/** A change that makes one drop use another cable type. */
export const otherCable = (drop: Drop, cableType: CableTypeRow): Change => ({
  in: "drops",
  put: { ...rowOfDrop(drop), cableType: cableType.id },
});

/** Cables of the same medium and as many conductors, the thinnest first. */
const sameMedium = (design: Design, drop: Drop) =>
  design.cableTypes
    .filter(
      (type) =>
        type.medium === drop.cableType!.medium &&
        type.conductors >= drop.cableType!.conductors &&
        type.id !== drop.cableType!.id,
    )
    .sort((a, b) => (b.ohmPerKm ?? 0) - (a.ohmPerKm ?? 0));

/** A closet whose way is shorter, from which a powered device can start. */
function nearerStart(design: Design, drop: Drop): Fix | undefined {
  const power = POE_CLASSES[drop.load!.poeClass!]!;
  return endNearer(
    design,
    drop,
    (installedM) =>
      poeVolts(
        power.sourceV,
        drop.load!.watts,
        poeLoopOhm(
          installedM,
          atTemperature(drop.cableType!.ohmPerKm!, design.design.ambientC),
          power.fourPair,
        ),
      ) !== undefined,
  );
}

function noStart(design: Design, drop: Drop): Finding {
  const fix = nearerStart(design, drop);
  return {
    code: "runs.poe-no-start",
    stage: "runs",
    severity: "stop",
    title: `${drop.point.name} cannot start over its data cable`,
    why: `The cable's resistance is too high for the power it asks. ${fix ? "From a nearer closet it starts." : "The designer decides: a closet nearer, or its own supply."}`,
    about: [{ in: "points", id: drop.point.id }],
    measured: drop.load!.loopOhm,
    unit: "Ω",
    source: "IEEE 802.3",
    working: loadWorking(design, drop),
    fix,
  };
}

/** Half as many treads on each supply. */
function secondSupply(design: Design, group: TreadGroup): Fix | undefined {
  if (group.points.length < 2) return undefined;
  const treads = Math.ceil(group.points.length / 2);
  const { supplyLoadPct } = runSettings(design);
  const ledSupplyW = Math.ceil((treads * group.each * 100) / supplyLoadPct);
  return {
    label: `A second supply: at most ${counted(treads, "tread")} on each of ${ledSupplyW} W`,
    changes: [{ in: "design", put: { ...design.design, running: { ...design.design.running, ledSupplyW } } }],
  };
}

function lowVoltage(design: Design, drop: Drop): Finding[] {
  const load = drop.load!;
  if (load.dropPct! <= load.limitPct!) return [];
  const hung = groupOf(design, drop);
  // One finding a fault: the run speaks for all its treads, unless a lead alone is more than it leaves.
  if (hung && longLeads(design, hung)) return drop.home ? [] : weakLead(design, drop, hung);
  if (hung && !drop.home) return [];
  const ownV = (load.loopOhm * load.watts) / load.sourceV;
  const leftV = (load.limitPct! / 100) * load.sourceV - (load.sourceV - load.endV! - ownV);
  const need = (drop.cableType!.ohmPerKm! * leftV) / ownV;
  const thicker = sameMedium(design, drop).find(
    (type) => type.ohmPerKm !== undefined && type.ohmPerKm <= need,
  );
  const fix: Fix | undefined = thicker
    ? { label: `Pull ${thicker.name}`, changes: [otherCable(drop, thicker)] }
    : hung
      ? secondSupply(design, hung.group)
      : nearerSupply(design, drop);
  return [
    {
      code: "runs.voltage-drop",
      stage: "runs",
      severity: "mend",
      title: drop.group
        ? `Voltage falls too far to the treads about ${drop.point.name}`
        : `Voltage falls too far to ${drop.point.name}`,
      why: thicker
        ? "A thicker conductor holds the limit."
        : fix
          ? "No conductor of this design is thick enough; this holds the limit."
          : "No cable type of this design is thick enough: the designer adds one or moves the supply.",
      about: [{ in: "points", id: drop.point.id }],
      measured: load.dropPct,
      limit: load.limitPct,
      unit: "%",
      source: "kind of point",
      working: loadWorking(design, drop),
      fix,
    },
  ];
}

/** Do the leads as they were planned hold on this home run, so that one that differs is to blame? */
function longLeads(design: Design, { group, lit }: { group: TreadGroup; lit: LitGroup }): boolean {
  const { volts = 24, dropLimitPct = 3 } = group.kind.needs ?? {};
  const plannedV = Math.max(...[...lit.leads.values()].map((lead) => lead.plannedLostV));
  return lit.home.lostV + plannedV + lit.stripV <= (dropLimitPct / 100) * volts;
}

/** A lead that takes more than its home run and strip leave it. */
function weakLead(
  design: Design,
  drop: Drop,
  { group, lit }: { group: TreadGroup; lit: LitGroup },
): Finding[] {
  const load = drop.load!;
  const lead = lit.leads.get(drop.point.id)!;
  const leftV = (load.limitPct! / 100) * load.sourceV - lit.home.lostV - lit.stripV;
  const thicker = sameMedium(design, drop).find(
    (type) =>
      type.ohmPerKm !== undefined && type.ohmPerKm <= (drop.cableType!.ohmPerKm! * leftV) / lead.lostV,
  );
  const run = dropsOf(design).find(({ home, group: id }) => home && id === group.id);
  const run2 =
    run && thickerRun(design, run, lit, (load.limitPct! / 100) * load.sourceV - lead.lostV - lit.stripV);
  const fix: Fix | undefined = thicker
    ? { label: `Pull ${thicker.name}`, changes: [otherCable(drop, thicker)] }
    : run && run2 && { label: `Pull ${run2.name} for the home run`, changes: [otherCable(run, run2)] };
  return [
    {
      code: "runs.voltage-drop",
      stage: "runs",
      severity: "mend",
      title: `The lead to ${drop.point.name} is too long for its conductor`,
      why: fix
        ? `The junction box has volts enough; this lead of ${lead.lengthM.toFixed(1)} m takes more than is left. What is offered holds the limit.`
        : "No cable type of this design is thick enough: the designer moves the junction box nearer, or gives this tread a supply of its own.",
      about: [{ in: "points", id: drop.point.id }],
      measured: load.dropPct,
      limit: load.limitPct,
      unit: "%",
      source: "kind of point",
      working: loadWorking(design, drop),
      fix,
    },
  ];
}

/** A conductor for the home run with which it loses no more than `leftV`. */
const thickerRun = (design: Design, run: Drop, lit: LitGroup, leftV: number) =>
  leftV <= 0 || lit.home.lostV <= 0
    ? undefined
    : sameMedium(design, run).find(
        (type) =>
          type.ohmPerKm !== undefined && type.ohmPerKm <= (run.cableType!.ohmPerKm! * leftV) / lit.home.lostV,
      );

/** Another closet near enough for the conductor there is. */
function nearerSupply(design: Design, drop: Drop): Fix | undefined {
  const mostM = (drop.installedM! * drop.load!.limitPct!) / drop.load!.dropPct!;
  return endNearer(design, drop, (installedM) => installedM <= mostM);
}

function weakSignal(design: Design, drop: Drop): Finding[] {
  const loss = drop.loss!;
  if (loss.db <= loss.limitDb) return [];
  const share = loss.limitDb / loss.db;
  const better = loss.mhz
    ? sameMedium(design, drop).find(
        (type) =>
          (coaxDbPer100M(type, loss.mhz!) ?? Infinity) <= coaxDbPer100M(drop.cableType!, loss.mhz!)! * share,
      )
    : sameMedium(design, drop).find(
        (type) => type.ohmPerKm !== undefined && type.ohmPerKm <= drop.cableType!.ohmPerKm! * share,
      );
  const fix: Fix | undefined = better
    ? { label: `Pull ${better.name}`, changes: [otherCable(drop, better)] }
    : endNearer(design, drop, (installedM) => installedM <= drop.installedM! * share);
  return [
    {
      code: loss.mhz ? "runs.coax-loss" : "runs.speaker-loss",
      stage: "runs",
      severity: "mend",
      title: loss.mhz
        ? `The signal to ${drop.point.name} loses too much at ${loss.mhz} MHz`
        : `The line to ${drop.point.name} takes too much from the loudspeaker`,
      why: fix
        ? "What is offered holds the limit."
        : loss.mhz
          ? "The designer decides: an amplifier, or a thicker cable."
          : "The designer decides: a thicker cable, or the amplifier nearer.",
      about: [{ in: "points", id: drop.point.id }],
      measured: round2(loss.db),
      limit: loss.limitDb,
      unit: "dB",
      source: "kind of point",
      working: lossWorking(design, drop),
      fix,
    },
  ];
}

/** What there is to say of the load and the signal of one drop. */
export const electricalOf = memoByRow("electricalOf", (design, drop: Drop): Finding[] => [
  ...(drop.load?.poeClass
    ? drop.load.endV === undefined
      ? [noStart(design, drop)]
      : []
    : drop.load
      ? lowVoltage(design, drop)
      : []),
  ...(drop.loss ? weakSignal(design, drop) : []),
]);

/**
 * Points taken from a full switch to closets with watts to spare, those with the least cable more first;
 * undefined where that is not enough.
 */
function otherSwitch(design: Design, over: number, drops: readonly Drop[], from: string): Fix | undefined {
  const spare = new Map(
    poeSwitches(design)
      .filter((one) => one.closet.id !== from && one.budgetW !== undefined)
      .map((one) => [one.closet.id, one.budgetW! - one.allocatedW]),
  );
  for (const closet of design.closets)
    if (closet.id !== from && closet.poeBudgetW !== undefined && !spare.has(closet.id))
      spare.set(closet.id, closet.poeBudgetW);
  if (!spare.size) return undefined;
  const moves = drops
    .flatMap((drop) => {
      const to = closetsFor(design, drop.point).find(({ closet }) => spare.has(closet));
      return to ? [{ drop, to, more: to.wayM + drop.slackM - (drop.installedM ?? 0) }] : [];
    })
    .sort((a, b) => a.more - b.more);
  let left = over;
  const changes: Change[] = [];
  for (const { drop, to } of moves) {
    const watts = POE_CLASSES[drop.load!.poeClass!]!.sourceW;
    if (left <= 0 || spare.get(to.closet)! < watts) continue;
    spare.set(to.closet, spare.get(to.closet)! - watts);
    left -= watts;
    changes.push({ in: "points", put: { ...drop.point, closet: to.closet } });
  }
  return left <= 0
    ? {
        label: `End ${changes.length === 1 ? "one of them" : `${changes.length} of them`} at another closet`,
        changes,
      }
    : undefined;
}

/** Switches asked for more than they give, in watts or ports. */
export const switchChecks = (design: Design): Finding[] =>
  poeSwitches(design).flatMap((one): Finding[] => {
    const about = [{ in: "closets" as const, id: one.closet.id }];
    const found: Finding[] = [];
    if (one.budgetW !== undefined && one.allocatedW > one.budgetW) {
      const fix = otherSwitch(design, one.allocatedW - one.budgetW, one.drops, one.closet.id);
      found.push({
        code: "runs.poe-budget",
        stage: "runs",
        severity: one.realW > one.budgetW ? "stop" : "mend",
        title: `The switch in ${one.closet.name} is asked to reserve more than it has`,
        why: `${one.realW > one.budgetW ? "Even what is really drawn is more." : `Really drawn are ${one.realW.toFixed(0)} W; a switch that sets aside by class still refuses the last ones.`} ${fix ? "" : "The designer decides: a larger switch, or a second one."}`.trim(),
        about,
        measured: one.allocatedW,
        limit: one.budgetW,
        unit: "W",
        source: "its switch; classes of IEEE 802.3",
        working: poeWorking(one, "allocated"),
        fix,
      });
    }
    if (one.ports !== undefined && one.drops.length > one.ports) {
      found.push({
        code: "runs.poe-ports",
        stage: "runs",
        severity: "mend",
        title: `The switch in ${one.closet.name} has too few powered ports`,
        why: "The designer decides: a larger switch, or another closet.",
        about,
        measured: one.drops.length,
        limit: one.ports,
        unit: "ports",
        source: "its switch",
      });
    }
    return found;
  });
