/** Checks of stage 4, with the fixes that can be computed. */
import { capital, stopped } from "../../design/words";
import { round1 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { memoByRow } from "../../design/kept";
import type { Finding, Fix } from "../../desk/findings";
import { putDrop } from "./drop-row";
import { closetsFor } from "../../ways/closets";
import { dropsOf, type Drop } from "./drops";
import { DATA_LINK_LIMIT_M, DATA_LINK_SOURCE } from "./electrical";
import { electricalOf, otherCable, switchChecks } from "./electrical-checks";
import { endAt, endNearer } from "./end-at";
import { legendChecks } from "./legend";
import { placeChecks } from "./place-checks";
import { marksDoubt } from "./site";
import { cableTotals } from "./totals";
import { lengthWorking } from "./workings";

/** Why no closet can be reached from a level, and what the designer draws so that one can. */
function whatIsMissing(design: Design, level: string): string {
  if (!design.closets.length)
    return "There is no closet yet: the designer places one on the plan of House, where the panel or rack is to be.";
  const name = byId(design, "levels").get(level)?.name ?? "its level";
  const risen = design.risers.some(({ fromLevel, toLevel }) => fromLevel === level || toLevel === level);
  if (!risen && !design.closets.some((closet) => closet.level === level))
    return `No riser joins ${name} to a level with a closet: the designer places one on the plan of House, where a hole through the floor is safe to make and to seal.`;
  return "No closet can be reached along the drawn ways: the designer draws the missing trunk or riser.";
}

function noCloset(design: Design, drop: Drop): Finding {
  const nearest = closetsFor(design, drop.point)[0];
  const fix = nearest && endAt(drop.point, nearest, `, ${nearest.wayM.toFixed(1)} m away`);
  return {
    code: "runs.no-closet",
    stage: "runs",
    severity: "stop",
    title: `${drop.point.name} has no closet`,
    why: `Its kit brings ${drop.kind.drops.length === 1 ? "a cable" : "cables"} that end nowhere.${fix ? "" : ` ${whatIsMissing(design, drop.point.level)}`}`,
    about: [{ in: "points", id: drop.point.id }],
    fix,
  };
}

function leadNowhere(design: Design, drop: Drop): Finding {
  return {
    code: "runs.lead-nowhere",
    stage: "runs",
    severity: "mend",
    title: `${drop.point.name} has nothing beside it to feed`,
    why: `Its lead ends at the nearest thing for ${drop.kind.service} that moves on ${byId(design, "levels").get(drop.point.level)?.name.toLowerCase() ?? "its level"}, and there is none. The designer puts one in, or takes this out.`,
    about: [{ in: "points", id: drop.point.id }],
  };
}

function noRoute(design: Design, drop: Drop): Finding {
  const other = closetsFor(design, drop.point)[0];
  const closet = byId(design, "closets").get(drop.closet!)?.name ?? "its closet";
  return {
    code: "runs.no-route",
    stage: "runs",
    severity: "stop",
    title: `No way from ${drop.point.name} to ${closet}`,
    why: `No drawn trunk or riser joins ${byId(design, "levels").get(drop.point.level)?.name ?? "its level"} at this place to ${closet}.${other ? "" : " The designer draws the missing trunk or riser."}`,
    about: [{ in: "points", id: drop.point.id }],
    fix: other && endAt(drop.point, other, ` instead, ${other.wayM.toFixed(1)} m`),
  };
}

function longLink(design: Design, drop: Drop): Finding {
  const nearer = endNearer(design, drop, (installedM) => installedM <= DATA_LINK_LIMIT_M);
  const fibre = design.cableTypes.find((type) => type.medium === "fibre");
  const fix: Fix | undefined =
    nearer ?? (fibre && { label: `Pull ${fibre.name} instead`, changes: [otherCable(drop, fibre)] });
  return {
    code: "runs.data-link-long",
    stage: "runs",
    severity: "stop",
    title: `Data link to ${drop.point.name} is too long`,
    why: `Beyond ${DATA_LINK_LIMIT_M} m of installed cable a link may drop out or fall back in speed. ${fix && !nearer ? "Fibre has no such limit here, but brings no power: the device then needs its own supply." : fix ? "" : "The designer decides: a closet nearer, or fibre."}`.trim(),
    about: [{ in: "points", id: drop.point.id }],
    measured: drop.installedM,
    limit: DATA_LINK_LIMIT_M,
    unit: "m",
    source: DATA_LINK_SOURCE,
    working: lengthWorking(design, drop),
    fix,
  };
}

/** Kit lines for which no cable type was chosen, one finding a line. */
function openKits(design: Design): Finding[] {
  return design.kinds.flatMap((kind) =>
    kind.drops.flatMap((line, i): Finding[] => {
      if (line.cableType) return [];
      const points = design.points.filter((point) => point.kind === kind.id);
      if (!points.length) return [];
      const same = design.kinds
        .flatMap((k) => k.drops)
        .find((other) => other.cableType && other.purpose === line.purpose);
      const type = same?.cableType ? byId(design, "cableTypes").get(same.cableType) : undefined;
      return [
        {
          code: "runs.kit-without-cable",
          stage: "runs",
          severity: "mend",
          title: `Kit of ${kind.name} has no cable type for ${line.purpose}`,
          why: `${points.length === 1 ? "One point waits" : `${points.length} points wait`} for it; until then the totals leave it out. The designer chooses.`,
          about: [
            { in: "kinds", id: kind.id },
            ...points.map((point) => ({ in: "points" as const, id: point.id })),
          ],
          fix: type && {
            label: `Use ${type.name}, as other kits for ${line.purpose}`,
            changes: [
              {
                in: "kinds",
                put: {
                  ...kind,
                  drops: kind.drops.map((l, n) => (n === i ? { ...l, cableType: type.id } : l)),
                },
              },
            ],
          },
        },
      ];
    }),
  );
}

/** Cuts that no reel is long enough for. */
function longCuts(design: Design): Finding[] {
  return cableTotals(design).flatMap((total) =>
    total.cutting.tooLong.map((cut): Finding => ({
      code: "runs.cut-too-long",
      stage: "runs",
      severity: "stop",
      title: `${cut.label} is longer than a reel of ${total.cableType.name}`,
      why: "It cannot be pulled in one piece. The designer finds a shorter way or a longer reel.",
      about: [{ in: "cableTypes", id: total.cableType.id }],
      measured: cut.lengthM,
      limit: total.cableType.reelM,
      unit: "m",
      source: "cable type",
    })),
  );
}

/** What there is to say of one drop that has its way. */
const routedDrop = memoByRow("routedDrop", (design, drop: Drop): Finding[] => {
  const findings: Finding[] = [];
  if (drop.cableType?.medium === "data" && drop.installedM! > DATA_LINK_LIMIT_M)
    findings.push(longLink(design, drop));
  return [...findings, ...electricalOf(design, drop), ...siteChecks(design, drop)];
});

/** What the site has said of a drop. */
function siteChecks(design: Design, drop: Drop): Finding[] {
  const { row } = drop;
  if (!row) return [];
  const about = [{ in: "points" as const, id: drop.point.id }];
  const who = row.trade && row.trade !== "own" ? `the ${row.trade}` : "the installer";
  const found: Finding[] = [];
  if (row.test?.result === "fail")
    found.push({
      code: "runs.test-failed",
      stage: "runs",
      severity: "stop",
      title: `${drop.label} failed its test`,
      why: `${row.test.method}${row.test.measured ? `: ${row.test.measured}` : ""}. ${capital(who)} finds the fault or pulls it again.`,
      about,
      source: "site",
    });
  if (drop.state === "missing")
    found.push({
      code: "runs.drop-missing",
      stage: "runs",
      severity: "stop",
      title: `${drop.label} is missing`,
      why: `${row.note ?? "It was not found where it ends."} It has to be pulled again: ${who} decides when.`,
      about,
      source: "site",
    });
  if (drop.state === "blocked")
    found.push({
      code: "runs.drop-blocked",
      stage: "runs",
      severity: "mend",
      title: `${drop.label} is blocked`,
      why: `${stopped(row.note ?? "Its way is not free")} ${capital(who)} clears it, or the designer finds another way.`,
      about,
      source: "site",
    });
  const doubt = drop.marked ? marksDoubt(design, drop, row.markStartM!, row.markEndM!) : undefined;
  if (doubt) {
    found.push({
      code: "runs.marks-doubtful",
      stage: "runs",
      severity: "mend",
      title: `The marks of ${drop.label} can hardly be right`,
      why: `${doubt.said}. Its length, its reel and its losses are reckoned from them: the installer reads them again.`,
      about,
      measured: doubt.lengthM,
      limit: round1(doubt.lengthM < doubt.leastM ? doubt.leastM : doubt.mostM),
      unit: "m",
      source: "jacket marks against the way",
      fix: {
        label: `Take ${doubt.fitsM} m for the mark at the closet`,
        changes: [putDrop({ ...row, markEndM: doubt.fitsM })],
      },
    });
  }
  if (row.route && drop.route && !drop.route.pinned) {
    found.push({
      code: "runs.pin-broken",
      stage: "runs",
      severity: "note",
      title: `${drop.label} no longer keeps to the ways it is pinned to`,
      why: "They do not lead to its closet any more; it goes the shortest way.",
      about,
      source: "pinned route",
      fix: { label: "Take the pin off", changes: [putDrop({ ...row, route: undefined })] },
    });
  }
  return found;
}

/** Everything stage 4 has to say. */
export function runsChecks(design: Design): Finding[] {
  const findings = [
    ...openKits(design),
    ...longCuts(design),
    ...placeChecks(design),
    ...switchChecks(design),
    ...legendChecks(design),
  ];
  const said = new Set<string>();
  const hasWay = (drop: Drop) => Boolean((drop.closet ?? drop.to) && drop.route);
  const routed = routedDrop.all(design, dropsOf(design).filter(hasWay)).values();
  for (const drop of dropsOf(design)) {
    if (hasWay(drop)) {
      findings.push(...routed.next().value!);
      continue;
    }
    // One sentence a point, however many cables it has.
    if (said.has(drop.point.id)) continue;
    said.add(drop.point.id);
    if (drop.line.end === "beside it") findings.push(leadNowhere(design, drop));
    else if (!drop.closet) findings.push(noCloset(design, drop));
    else if (!drop.marked) findings.push(noRoute(design, drop));
  }
  return findings;
}
