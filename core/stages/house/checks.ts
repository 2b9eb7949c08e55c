/** Checks of stage 2. */
import { round2 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import type { Finding } from "../../desk/findings";
import { contains, edgeDistance } from "../../geometry/polygon";
import { memoByRow } from "../../design/kept";
import type { PointRow } from "../../design/rows/runs";
import type { OpeningRow } from "../../design/rows/house-structure";
import { mountOf } from "../../points/kits";
import { likelyOutside } from "./openings";
import { roomAt, WALL_REACH_M } from "./points";
import { surveyChecks } from "./survey-checks";

/** A threshold higher than this is a sill: people trip over it. */
const THRESHOLD_M = 0.05;
const WALKED = new Set<OpeningRow["kind"]>(["door", "gate", "gap"]);

/** Openings that cannot be as they are drawn, each with the value that would be sensible. */
const openingFindings = memoByRow("openingFindings", (design, opening: OpeningRow): Finding[] => {
  const wall = byId(design, "walls").get(opening.wall);
  const level = wall && byId(design, "levels").get(wall.level);
  if (!wall || !level) return [];
  const about = [{ in: "openings" as const, id: opening.id }];
  const found: Finding[] = [];
  const change = (values: Partial<OpeningRow>) => [
    { in: "openings" as const, put: { ...opening, ...values } },
  ];
  if (WALKED.has(opening.kind) && opening.sillM > THRESHOLD_M) {
    found.push({
      code: "house.door-sill",
      stage: "house",
      severity: "mend",
      title: `A ${opening.kind} on ${level.name} has a sill of ${opening.sillM.toFixed(2)} m`,
      why: "One walks through it. If it is a window after all, the designer changes its kind.",
      about,
      measured: opening.sillM,
      limit: THRESHOLD_M,
      unit: "m",
      source: "a threshold, usual practice",
      fix: { label: "Set its sill to the floor", changes: change({ sillM: 0 }) },
    });
  }
  const topM = opening.sillM + opening.heightM;
  const mostM = level.ceilingHeightM + level.voidAboveM;
  if (topM > mostM + 1e-6) {
    const heightM = Math.max(0.1, round2(level.ceilingHeightM - opening.sillM));
    found.push({
      code: "house.opening-above-ceiling",
      stage: "house",
      severity: "mend",
      title: `A ${opening.kind} on ${level.name} reaches above its level`,
      why: "Its wall ends below that. The designer measures again.",
      about,
      measured: topM,
      limit: mostM,
      unit: "m",
      source: "ceiling and void of the level",
      fix: {
        label: `Make it ${heightM.toFixed(2)} m high, up to the ceiling`,
        changes: change({ heightM }),
      },
    });
  }
  const outside = opening.outsideIs === "none" ? likelyOutside(design, opening) : "none";
  if (outside !== "none") {
    found.push({
      code: "house.outside-unknown",
      stage: "house",
      severity: opening.kind === "window" ? "mend" : "note",
      title: `Nobody has said which side of a ${opening.kind} on ${level.name} is outside`,
      why:
        opening.kind === "window"
          ? "Without it nothing is known of the sun through it."
          : "Without it nobody knows which way it looks, though the rest of its wall does.",
      about,
      source: "rooms and openings along its wall",
      fix: {
        label: `Outside is on the ${outside}, walking along its wall`,
        changes: change({ outsideIs: outside }),
      },
    });
  }
  return found;
});

/**
 * Points that hang where there is no room: above the void of their level, or under its floor. Out of doors
 * there is no ceiling.
 */
const heightFindings = memoByRow("heightFindings", (design, point: PointRow): Finding[] => {
  const level = byId(design, "levels").get(point.level);
  if (!level || byId(design, "rooms").get(point.room)?.outdoor) return [];
  const kind = byId(design, "kinds").get(point.kind);
  const usualM = kind && mountOf(design, point, kind).mountHeightM;
  // A mast is meant to stand higher than any ceiling.
  const [leastM, mostM] = [
    -level.slabThicknessM,
    Math.max(level.ceilingHeightM + level.voidAboveM, usualM ?? 0),
  ];
  const about = [{ in: "points" as const, id: point.id }];
  if (point.z >= leastM - 1e-6 && point.z <= mostM + 1e-6) return [];
  const usual = Math.min(level.ceilingHeightM, usualM ?? level.ceilingHeightM);
  const above = point.z > mostM;
  return [
    {
      code: "house.point-height",
      stage: "house",
      severity: "mend",
      title: `${point.name} hangs ${above ? "above the ceiling" : "under the floor"} of ${level.name}`,
      why: "Nothing can be mounted there, and its cable is reckoned too long. The designer measures again.",
      about,
      measured: point.z,
      limit: above ? mostM : leastM,
      unit: "m",
      source: above ? "ceiling and void of the level" : "floor of the level",
      fix: {
        label: `Put it at ${usual.toFixed(2)} m, where its kind usually hangs`,
        changes: [{ in: "points", put: { ...point, z: usual } }],
      },
    },
  ];
});

/** A point drawn outside the room it belongs to. */
const placeFindings = memoByRow("placeFindings", (design, point: PointRow): Finding[] => {
  const room = byId(design, "rooms").get(point.room);
  const at = [point.x, point.y] as const;
  const inside =
    room?.level === point.level &&
    (contains(room.outline, at) || edgeDistance(room.outline, at) <= WALL_REACH_M);
  if (inside) return [];
  const real = roomAt(design, point.level, point.x, point.y);
  return [
    {
      code: "house.point-outside-room",
      stage: "house",
      severity: "mend",
      title: `${point.name} is not inside ${room?.name ?? "its room"}`,
      why: real
        ? `It stands in ${real.name}.`
        : "It stands in no room: the designer moves it or draws the room.",
      about: [{ in: "points", id: point.id }],
      fix: real && {
        label: `Give it to ${real.name}`,
        changes: [{ in: "points", put: { ...point, room: real.id } }],
      },
    },
  ];
});

/** Points drawn outside the room they belong to, codes that repeat, and what the survey has to say. */
export function houseChecks(design: Design): Finding[] {
  const findings = placeFindings.all(design, design.points).flat();
  const stems = new Map<string, string>();
  for (const room of design.rooms) {
    const stem = `${byId(design, "levels").get(room.level)?.code}-${room.code}`;
    const other = stems.get(stem);
    if (other) {
      findings.push({
        code: "house.room-code-repeated",
        stage: "house",
        severity: "note",
        title: `${room.name} and ${other} share the code ${stem}`,
        why: "Labels stay unique but nobody can tell the rooms apart by them. The designer renames one.",
        about: [{ in: "rooms", id: room.id }],
      });
    }
    stems.set(stem, room.name);
  }
  return [
    ...findings,
    ...openingFindings.all(design, design.openings).flat(),
    ...heightFindings.all(design, design.points).flat(),
    ...surveyChecks(design),
  ];
}
