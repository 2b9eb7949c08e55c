/**
 * Checks on where cables and points lie: conduits, trays, mains, no-go areas, fire-rated parts, other
 * trades, walls.
 */
import { round1 } from "../../geometry/round";
import { byId, type Design, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import type { TrunkRow } from "../../design/rows/house-structure";
import type { Finding, Fix } from "../../desk/findings";
import { movePoint } from "../house/points";
import { crossingsNote } from "./fire-note";
import { collisionsOf, freePlace } from "./clearance";
import {
  boreFor,
  boxesFor,
  containmentOf,
  fillWorking,
  innerMm,
  JAM,
  MOST_BENDS_DEG,
  withBore,
  type Containment,
} from "./containment";
import { crowdedBoxes } from "./mounting";
import { besideMains, besideWorking, DIVIDER_PART, throughNoGo, type Beside } from "./separation";
import { runSettings } from "./settings";
import { mirrored } from "../../points/symmetry";
import { bundlesOf, inBundles, traysOf, trayWidthFor, trayWorking } from "./tray";
import { crosses } from "../../geometry/cross";
import { voidPath } from "../../ways/void-path";
import { fail } from "../../design/input-error";
import { capital, counted } from "../../design/words";

const wide = (one: Containment, bore: number | undefined): Fix | undefined =>
  bore === undefined || bore === one.boreMm
    ? undefined
    : { label: `Take ${bore} mm instead of ${one.boreMm} mm`, changes: [withBore(one, bore)] };

/** A conduit's sections: too many bends, or too long to draw through. */
function sectionChecks(design: Design, one: Containment): Finding[] {
  if (one.in !== "trunks") return [];
  const row = one.row as TrunkRow;
  const bent = one.bendsDeg > MOST_BENDS_DEG + 1e-6;
  const long = one.sections
    .filter((section) => section.lengthM > section.limitM + 1e-6)
    .sort((a, b) => b.lengthM - a.lengthM)[0];
  if (!bent && !long) return [];
  const boxes = boxesFor(row.path, runSettings(design).boxEveryM);
  const fix: Fix = {
    label: `Put ${boxes.length === 1 ? "a pull box" : `${boxes.length} pull boxes`} into it`,
    changes: [{ in: "trunks", put: { ...row, boxes } }],
  };
  const about = [{ in: one.in, id: row.id }];
  if (bent) {
    return [
      {
        code: "runs.conduit-bends",
        stage: "runs",
        severity: "mend",
        title: `${row.name} bends too often between its boxes`,
        why: "Past four right angles a cable is pulled harder than its jacket holds. A pull box lets it be drawn out and in again.",
        about,
        measured: Math.round(one.bendsDeg),
        limit: MOST_BENDS_DEG,
        unit: "°",
        source: "bends between boxes, usual practice",
        fix,
      },
    ];
  }
  return [
    {
      code: "runs.pull-long",
      stage: "runs",
      severity: "mend",
      title: `${row.name} is too long to draw through in one go`,
      why: "Friction adds up with every metre and bend. A pull box lets the cable be drawn out and in again.",
      about,
      measured: round1(long!.lengthM),
      limit: round1(long!.limitM),
      unit: "m",
      source: "metres between boxes less 3 m a right angle, this design",
      fix,
    },
  ];
}

/** Conduits and ducts: too full, wedged, bent too often, too long. */
const tubeChecks = (design: Design): Finding[] =>
  containmentOf(design).flatMap((one): Finding[] => {
    const about = [{ in: one.in, id: one.row.id }];
    const found: Finding[] = [];
    if (one.fillPct > one.limitPct) {
      const bore = boreFor(one.diametersMm);
      found.push({
        code: "runs.conduit-overfull",
        stage: "runs",
        severity: "stop",
        title: `${one.row.name} is too full: ${one.drops.length} ${one.drops.length === 1 ? "cable" : "cables"} in ${one.boreMm} mm`,
        why: `They cannot be drawn in without harm, and warm each other. ${bore ? "A wider bore holds them." : "No bore of the table holds them: the designer draws a second way beside it, or a tray."}`,
        about,
        measured: one.fillPct,
        limit: one.limitPct,
        unit: "%",
        source: "fill by number of cables, usual practice",
        working: fillWorking(one),
        fix: wide(one, bore),
      });
    } else if (one.jam !== undefined && one.jam >= JAM[0] && one.jam <= JAM[1]) {
      found.push({
        code: "runs.conduit-jam",
        stage: "runs",
        severity: "note",
        title: `Three cables may jam in ${one.row.name}`,
        why: "Where the bore is about three cables wide they slip side by side and wedge in a bend. The designer takes another bore, or the installer pulls a fourth, spare cable with them.",
        about,
        measured: one.jam,
        limit: JAM[1],
        unit: "× diameter",
        source: "jam ratio 2.8 to 3.2",
        fix: wide(one, boreFor(one.diametersMm.map((d) => Math.max(d, innerMm(one.boreMm) / JAM[0])))),
      });
    }
    return [...found, ...sectionChecks(design, one)];
  });

const trayChecks = (design: Design): Finding[] => [
  ...traysOf(design)
    .filter((tray) => tray.fillPct > tray.limitPct)
    .map((tray): Finding => {
      const widthMm = trayWidthFor(tray);
      return {
        code: "runs.tray-overfull",
        stage: "runs",
        severity: "mend",
        title: `${tray.row.name} is too full: ${counted(tray.drops.length, "cable")}`,
        why: "Cables piled up warm each other, and none can be added or taken out.",
        about: [{ in: "trunks", id: tray.row.id }],
        measured: tray.fillPct,
        limit: tray.limitPct,
        unit: "%",
        source: "share of a tray's section, this design",
        working: trayWorking(tray),
        fix: {
          label: `Take ${widthMm} mm instead of ${tray.widthMm} mm`,
          changes: [{ in: "trunks", put: { ...tray.row, widthMm } }],
        },
      };
    }),
  ...bundlesOf(design)
    .filter((bundle) => bundle.each > bundle.most)
    .map((bundle): Finding => {
      const bundles = Math.ceil(bundle.powered / bundle.most);
      return {
        code: "runs.bundle-large",
        stage: "runs",
        severity: "mend",
        title: `${bundle.each} powered data cables lie in one bundle ${bundle.in === "risers" ? "in" : "on"} ${bundle.row.name}`,
        why: "Those in the middle cannot give off their warmth. Tied in smaller bundles, apart from each other, they can.",
        about: [{ in: bundle.in, id: bundle.row.id }],
        measured: bundle.each,
        limit: bundle.most,
        unit: "cables",
        source: "usual practice for powered data cables",
        fix: {
          label: `Tie them in ${bundles} bundles`,
          changes: inBundles(design, { in: bundle.in, id: bundle.row.id }, bundles),
        },
      };
    }),
];

/** A trunk's path led round what stands in its way; the same path where nothing does. */
function ledRound(design: Design, row: TrunkRow, mains: boolean): [number, number][] {
  const areas = design.noGo.filter((area) => area.level === row.level).map((area) => area.outline);
  const runs = mains ? design.mainsRuns.filter((run) => run.level === row.level) : [];
  const path: [number, number][] = [row.path[0]!];
  for (let i = 1; i < row.path.length; i++) {
    const [a, b] = [row.path[i - 1]!, row.path[i]!];
    const needs = mains || areas.some((outline) => crosses(outline, a, b));
    path.push(...(needs ? voidPath({ areas, mains: runs }, a, b, row.heightM).slice(1) : [b]));
  }
  return path;
}

/** A divider that is enough; else the trunk led past; none for a riser, which has no room to move. */
function besideFix(design: Design, one: Beside): Fix | undefined {
  const trunk = one.way.in === "trunks" ? byId(design, "trunks").get(one.way.id) : undefined;
  if (!trunk) return undefined;
  const bare = one.neededMm / DIVIDER_PART[trunk.divider ?? "none"];
  const divider = (["aluminium", "steel"] as const).find(
    (kind) => bare * DIVIDER_PART[kind] <= one.mm + 1e-6,
  );
  if (divider)
    return {
      label: `Put a divider of ${divider} between them: ${Math.round(bare * DIVIDER_PART[divider])} mm are then enough`,
      changes: [{ in: "trunks", put: { ...trunk, divider } }],
    };
  const path = ledRound(design, trunk, true);
  return path.length === trunk.path.length &&
    path.every(([x, y], i) => x === trunk.path[i]![0] && y === trunk.path[i]![1])
    ? undefined
    : { label: "Lead the trunk past it", changes: [{ in: "trunks", put: { ...trunk, path } }] };
}

const wayChecks = (design: Design): Finding[] => [
  ...besideMains(design).map((one): Finding => {
    const fix = besideFix(design, one);
    return {
      code: "runs.near-mains",
      stage: "runs",
      severity: "mend",
      title: `${byId(design, one.way.in).get(one.way.id)?.name ?? one.way.id} lies beside ${one.mains.name} for ${one.metres.toFixed(1)} m`,
      why: `Signals pick up what mains carries, and a fault in mains must never reach them; crossing at a right angle is fine. ${fix ? "" : "The designer moves one of them. "}Local codes and a licensed person decide.`,
      about: [
        { in: one.way.in, id: one.way.id },
        { in: "mainsRuns", id: one.mains.id },
      ],
      measured: Math.round(one.mm),
      limit: one.neededMm,
      unit: "mm",
      source: "EN 50174-2 and usual practice",
      working: besideWorking(design, one),
      fix,
    };
  }),
  ...throughNoGo(design).map(({ area, drops }): Finding => {
    const trunks = [
      ...new Set(
        drops.flatMap((drop) => drop.route!.ways.filter((way) => way.in === "trunks").map((way) => way.id)),
      ),
    ]
      .map((id) => rowOf(design, "trunks", id))
      .filter(
        (row) =>
          row.level === area.level &&
          row.path.some((corner, i) => i > 0 && crosses(area.outline, row.path[i - 1]!, corner)),
      );
    const changes: Change[] = trunks.map((row) => ({
      in: "trunks",
      put: { ...row, path: ledRound(design, row, false) },
    }));
    return {
      code: "runs.through-no-go",
      stage: "runs",
      severity: "stop",
      title: `${drops.length === 1 ? `${drops[0]!.label} runs` : `${drops.length} cables run`} through ${area.name}`,
      why: `No cable may cross it${area.why ? ` (${area.why})` : ""}. ${changes.length ? "" : "The designer moves what the cables end at."}`.trim(),
      about: [
        { in: "noGo", id: area.id },
        ...[...new Set(drops.map((drop) => drop.point.id))].map((id) => ({ in: "points" as const, id })),
      ],
      measured: drops.length,
      unit: "cables",
      source: "no-go area",
      fix: changes.length
        ? { label: `Lead ${trunks.map((row) => row.name).join(" and ")} round it`, changes }
        : undefined,
    };
  }),
];

const noFreePlace = (name: string) =>
  fail(name, "has no free place within 3 m: the designer and the other trade decide who moves");

/** Other trades' things, crowded walls, pairs that no longer match. */
const tradeChecks = (design: Design): Finding[] => [
  ...collisionsOf.all(design, design.points).flatMap(([worst]): Finding[] => {
    if (!worst) return [];
    const { point } = worst;
    return [
      {
        code: "runs.collision",
        stage: "runs",
        severity: "mend",
        title:
          worst.farM === 0
            ? `${point.name} is where ${worst.thing.name} is`
            : `${point.name} is too near to ${worst.thing.name}`,
        why: `${capital(worst.why)}. The nearest free place is looked for when it is asked for; where there is none, the designer and the other trade decide who moves.`,
        about: [
          { in: "points", id: point.id },
          { in: worst.thing.in, id: worst.thing.id },
        ],
        measured: Math.round(worst.farM * 1000),
        limit: Math.round(worst.neededM * 1000),
        unit: "mm",
        source: "clearance by kind, usual practice",
        // The search is dear, and there may be many of these: it is made for the one whose button is pressed.
        fix: {
          label: "Move it to the nearest free place",
          changes: (design: Design) =>
            movePoint(design, point.id, freePlace(design, point) ?? noFreePlace(point.name)),
        },
      },
    ];
  }),
  ...crowdedBoxes(design).map((one): Finding => ({
    code: "runs.boxes-crowded",
    stage: "runs",
    severity: "mend",
    title: `The boxes of ${one.point.name} and ${one.other.name} do not fit side by side`,
    why: one.moveTo
      ? "Their plates overlap. Along the same wall there is room."
      : "Their plates overlap. The designer finds one of them another wall.",
    about: [
      { in: "points", id: one.point.id },
      { in: "points", id: one.other.id },
    ],
    measured: one.mm,
    limit: one.leastMm,
    unit: "mm",
    source: "sizes of the boxes and 5 mm between",
    fix: one.moveTo && {
      label: "Move it along the wall",
      changes: movePoint(design, one.point.id, one.moveTo),
    },
  })),
  ...design.symmetries.flatMap((pair): Finding[] => {
    const [left, right] = [byId(design, "points").get(pair.left), byId(design, "points").get(pair.right)];
    if (!left || !right || left.level !== right.level) return [];
    const image = mirrored(pair, left);
    const off = Math.hypot(image.x - right.x, image.y - right.y, left.z - right.z);
    return off <= 0.011
      ? []
      : [
          {
            code: "runs.pair-off",
            stage: "runs",
            severity: "mend",
            title: `${left.name} and ${right.name} no longer mirror each other`,
            why: "They were made a symmetric pair, and one was moved without the other.",
            about: [
              { in: "points", id: right.id },
              { in: "points", id: left.id },
            ],
            measured: Math.round(off * 1000),
            limit: 10,
            unit: "mm",
            source: "symmetric pair",
            fix: {
              label: `Put ${right.name} opposite`,
              changes: [{ in: "points", put: { ...right, ...image, z: left.z } }],
            },
          },
        ];
  }),
];

/** What is wrong with where things lie: tubes, trays, ways, no-go areas, clearances, collisions. */
export const placeChecks = (design: Design): Finding[] => [
  ...tubeChecks(design),
  ...trayChecks(design),
  ...wayChecks(design),
  ...crossingsNote(design),
  ...tradeChecks(design),
];
