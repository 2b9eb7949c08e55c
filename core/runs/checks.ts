/** Checks of stage 4, with the fixes that can be computed. */
import { byId, memoByRow, type Design } from "../design/collections";
import type { Change } from "../design/edit";
import type { CableTypeRow, DropRow } from "../design/rows-system";
import type { Finding, Fix } from "../findings";
import { boreFor, containmentOf, fillWorking, innerMm, JAM, MOST_BENDS_DEG, withBore } from "./containment";
import { dropsOf, type Drop } from "./drops";
import { DATA_LINK_LIMIT_M, DATA_LINK_SOURCE } from "./electrical";
import { routeGraph } from "./graph";
import { routeTo } from "./route";
import { besideMains, besideWorking, throughNoGo } from "./separation";
import { cableTotals } from "./totals";
import { lengthWorking, loadWorking } from "./workings";

/** Closets a point can be routed to, nearest way first. */
export function closetsFor(design: Design, point: Drop["point"]): { closet: string; name: string; wayM: number }[] {
  const graph = routeGraph(design);
  return design.closets
    .flatMap((closet) => {
      const route = routeTo(graph, point, closet.id);
      return route ? [{ closet: closet.id, name: closet.name, wayM: route.pathM + route.riseM }] : [];
    })
    .sort((a, b) => a.wayM - b.wayM);
}

/** A change that makes one drop use another cable type. */
function otherCable(drop: Drop, cableType: CableTypeRow): Change {
  const row: DropRow = drop.row ?? { id: `${drop.point.id}-${drop.index}`, point: drop.point.id, index: drop.index, state: "planned" };
  return { in: "drops", put: { ...row, cableType: cableType.id } };
}

function noCloset(design: Design, drop: Drop): Finding {
  const nearest = closetsFor(design, drop.point)[0];
  const fix: Fix | undefined = nearest && {
    label: `End it at ${nearest.name}, ${nearest.wayM.toFixed(1)} m away`,
    changes: [{ in: "points", put: { ...drop.point, closet: nearest.closet } }],
  };
  return {
    code: "runs.no-closet", stage: "runs", severity: "stop", title: `${drop.point.name} has no closet`,
    why: `Its kit brings ${drop.kind.drops.length === 1 ? "a cable" : "cables"} that end nowhere.${fix ? "" : " No closet can be reached along the drawn ways: the designer draws one."}`,
    about: [{ in: "points", id: drop.point.id }], fix,
  };
}

function noRoute(design: Design, drop: Drop): Finding {
  const other = closetsFor(design, drop.point)[0];
  const closet = byId(design, "closets").get(drop.closet!)?.name ?? "its closet";
  return {
    code: "runs.no-route", stage: "runs", severity: "stop", title: `No way from ${drop.point.name} to ${closet}`,
    why: `No drawn trunk or riser joins ${byId(design, "levels").get(drop.point.level)?.name ?? "its level"} at this place to ${closet}.${other ? "" : " The designer draws the missing trunk or riser."}`,
    about: [{ in: "points", id: drop.point.id }],
    fix: other && { label: `End it at ${other.name} instead, ${other.wayM.toFixed(1)} m`, changes: [{ in: "points", put: { ...drop.point, closet: other.closet } }] },
  };
}

function longLink(design: Design, drop: Drop): Finding {
  const slack = drop.slackM;
  const nearer = closetsFor(design, drop.point).find((c) => c.closet !== drop.closet && c.wayM + slack <= DATA_LINK_LIMIT_M);
  const fibre = design.cableTypes.find((type) => type.medium === "fibre");
  const fix: Fix | undefined = nearer
    ? { label: `End it at ${nearer.name}: ${(nearer.wayM + slack).toFixed(1)} m`, changes: [{ in: "points", put: { ...drop.point, closet: nearer.closet } }] }
    : fibre && { label: `Pull ${fibre.name} instead`, changes: [otherCable(drop, fibre)] };
  return {
    code: "runs.data-link-long", stage: "runs", severity: "stop", title: `Data link to ${drop.point.name} is too long`,
    why: `Beyond ${DATA_LINK_LIMIT_M} m of installed cable a link may drop out or fall back in speed. ${fix && !nearer ? "Fibre has no such limit here, but brings no power: the device then needs its own supply." : fix ? "" : "The designer decides: a closet nearer, or fibre."}`.trim(),
    about: [{ in: "points", id: drop.point.id }],
    measured: drop.installedM, limit: DATA_LINK_LIMIT_M, unit: "m", source: DATA_LINK_SOURCE, working: lengthWorking(design, drop), fix,
  };
}

function voltage(design: Design, drop: Drop): Finding | undefined {
  const load = drop.load!;
  if (load.poeClass) {
    if (load.endV !== undefined) return undefined;
    return {
      code: "runs.poe-no-start", stage: "runs", severity: "stop", title: `${drop.point.name} cannot start over its data cable`,
      why: "The cable's resistance is too high for the power it asks. The designer decides: a nearer closet or its own supply.",
      about: [{ in: "points", id: drop.point.id }], measured: load.loopOhm, unit: "Ω", source: "IEEE 802.3", working: loadWorking(design, drop),
    };
  }
  if (load.dropPct! <= load.limitPct!) return undefined;
  const need = (drop.cableType!.ohmPerKm! * load.limitPct!) / load.dropPct!;
  const thicker = design.cableTypes
    .filter((type) => type.medium === drop.cableType!.medium && type.conductors >= drop.cableType!.conductors && type.ohmPerKm !== undefined && type.ohmPerKm <= need)
    .sort((a, b) => b.ohmPerKm! - a.ohmPerKm!)[0];
  return {
    code: "runs.voltage-drop", stage: "runs", severity: "mend", title: `Voltage falls too far to ${drop.point.name}`,
    why: thicker ? "A thicker conductor holds the limit." : "No cable type of this design is thick enough: the designer adds one or moves the supply.",
    about: [{ in: "points", id: drop.point.id }], measured: load.dropPct, limit: load.limitPct, unit: "%", source: "kind of point", working: loadWorking(design, drop),
    fix: thicker && { label: `Pull ${thicker.name}`, changes: [otherCable(drop, thicker)] },
  };
}

/** Kit lines for which no cable type was chosen, one finding a line. */
function openKits(design: Design): Finding[] {
  return design.kinds.flatMap((kind) =>
    kind.drops.flatMap((line, i): Finding[] => {
      const points = design.points.filter((point) => point.kind === kind.id);
      if (line.cableType || !points.length) return [];
      const same = design.kinds.flatMap((k) => k.drops).find((other) => other.cableType && other.purpose === line.purpose);
      const type = same?.cableType ? byId(design, "cableTypes").get(same.cableType) : undefined;
      return [{
        code: "runs.kit-without-cable", stage: "runs", severity: "mend", title: `Kit of ${kind.name} has no cable type for ${line.purpose}`,
        why: `${points.length === 1 ? "One point waits" : `${points.length} points wait`} for it; until then the totals leave it out. The designer chooses.`,
        about: [{ in: "kinds", id: kind.id }, ...points.map((point) => ({ in: "points" as const, id: point.id }))],
        fix: type && { label: `Use ${type.name}, as other kits for ${line.purpose}`, changes: [{ in: "kinds", put: { ...kind, drops: kind.drops.map((l, n) => (n === i ? { ...l, cableType: type.id } : l)) } }] },
      }];
    }),
  );
}

/** Cuts that no reel is long enough for. */
function longCuts(design: Design): Finding[] {
  return cableTotals(design).flatMap((total) =>
    total.cutting.tooLong.map((cut): Finding => ({
      code: "runs.cut-too-long", stage: "runs", severity: "stop", title: `${cut.label} is longer than a reel of ${total.cableType.name}`,
      why: "It cannot be pulled in one piece. The designer finds a shorter way or a longer reel.",
      about: [{ in: "cableTypes", id: total.cableType.id }], measured: cut.lengthM, limit: total.cableType.reelM, unit: "m", source: "cable type",
    })),
  );
}

/** What there is to say of one drop that has its way. */
const routedDrop = memoByRow(["design", "levels", "rooms", "trunks", "risers", "closets", "cableTypes"], (design, drop: Drop): Finding[] => {
  const findings: Finding[] = [];
  if (drop.cableType?.medium === "data" && drop.installedM! > DATA_LINK_LIMIT_M) findings.push(longLink(design, drop));
  const low = drop.load && voltage(design, drop);
  if (low) findings.push(low);
  return findings;
});

/** Conduits and ducts: too full, wedged, bent too often. */
const containmentChecks = (design: Design): Finding[] =>
  containmentOf(design).flatMap((one): Finding[] => {
    const about = [{ in: one.in, id: one.row.id }];
    const found: Finding[] = [];
    if (one.fillPct > one.limitPct) {
      const bore = boreFor(one.diametersMm);
      found.push({
        code: "runs.conduit-overfull", stage: "runs", severity: "stop", title: `${one.row.name} is too full: ${one.drops.length} ${one.drops.length === 1 ? "cable" : "cables"} in ${one.boreMm} mm`,
        why: `They cannot be drawn in without harm, and warm each other. ${bore ? "A wider bore holds them." : "No bore of the table holds them: the designer draws a second way beside it, or a tray."}`,
        about, measured: one.fillPct, limit: one.limitPct, unit: "%", source: "fill by number of cables, usual practice", working: fillWorking(one),
        fix: bore === undefined ? undefined : { label: `Take ${bore} mm instead of ${one.boreMm} mm`, changes: [withBore(one, bore)] },
      });
    } else if (one.jam !== undefined && one.jam >= JAM[0] && one.jam <= JAM[1]) {
      const wider = boreFor(one.diametersMm.map((d) => Math.max(d, innerMm(one.boreMm) / JAM[0])));
      found.push({
        code: "runs.conduit-jam", stage: "runs", severity: "note", title: `Three cables may jam in ${one.row.name}`,
        why: "Where the bore is about three cables wide they slip side by side and wedge in a bend. The designer takes another bore, or the installer pulls a fourth, spare cable with them.",
        about, measured: one.jam, limit: JAM[1], unit: "× diameter", source: "jam ratio 2.8 to 3.2",
        fix: wider === undefined || wider === one.boreMm ? undefined : { label: `Take ${wider} mm instead of ${one.boreMm} mm`, changes: [withBore(one, wider)] },
      });
    }
    if (one.bendsDeg > MOST_BENDS_DEG + 1e-6) {
      found.push({
        code: "runs.conduit-bends", stage: "runs", severity: "mend", title: `${one.row.name} bends too often between its ends`,
        why: "Past four right angles a cable is pulled harder than its jacket holds. The designer puts a pull box half-way: two ways with a box between them.", about, measured: Math.round(one.bendsDeg), limit: MOST_BENDS_DEG, unit: "°", source: "bends between boxes, usual practice",
      });
    }
    return found;
  });

/** Cables beside mains, and cables where none may go. */
const placeChecks = (design: Design): Finding[] => [
  ...besideMains(design).map((one): Finding => ({
    code: "runs.near-mains", stage: "runs", severity: "mend", title: `${byId(design, one.way.in).get(one.way.id)?.name ?? one.way.id} lies beside ${one.mains.name} for ${one.metres.toFixed(1)} m`,
    why: "Signals pick up what mains carries, and a fault in mains must never reach them. The designer moves the way or draws a divider's height between them; crossing at a right angle is fine. Local codes and a licensed person decide.",
    about: [{ in: one.way.in, id: one.way.id }, { in: "mainsRuns", id: one.mains.id }], measured: Math.round(one.mm), limit: one.neededMm, unit: "mm", source: "EN 50174-2 and usual practice, no divider", working: besideWorking(design, one),
  })),
  ...throughNoGo(design).map(({ area, drops }): Finding => ({
    code: "runs.through-no-go", stage: "runs", severity: "stop", title: `${drops.length === 1 ? `${drops[0]!.label} runs` : `${drops.length} cables run`} through ${area.name}`,
    why: `No cable may cross it${area.why ? ` (${area.why})` : ""}. The designer draws a way round it, or moves what the cables end at.`,
    about: [{ in: "noGo", id: area.id }, ...[...new Set(drops.map((drop) => drop.point.id))].map((id) => ({ in: "points" as const, id }))], measured: drops.length, limit: 0, unit: "cables", source: "no-go area",
  })),
];

/** Everything stage 4 has to say. */
export function runsChecks(design: Design): Finding[] {
  const findings = [...openKits(design), ...longCuts(design), ...containmentChecks(design), ...placeChecks(design)];
  const said = new Set<string>();
  for (const drop of dropsOf(design)) {
    if (drop.closet && drop.route) {
      findings.push(...routedDrop(design, drop));
      continue;
    }
    // One sentence a point, however many cables it has.
    if (said.has(drop.point.id)) continue;
    said.add(drop.point.id);
    if (!drop.closet) findings.push(noCloset(design, drop));
    else if (!drop.marked) findings.push(noRoute(design, drop));
  }
  return findings;
}
