/** Lit treads: which hang on one supply, where their junction box sits, and what that leaves of the volts. */
import { sameList } from "../../design/alike";
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { KindNeeds, KindRow, PointRow } from "../../design/rows/runs";
import { kitOf } from "../../points/kits";
import { runSettings } from "./settings";

export interface TreadGroup {
  id: string;
  kind: KindRow;
  /** In order up the stair. */
  points: PointRow[];
  /** Where the junction box sits, and the home run ends. */
  at: PointRow;
  closet?: string;
  /** Watts of one tread, and most treads a supply takes. */
  each: number;
  most: number;
}

/** What one of a kind takes: its strip by the metre, or the watts it is given. */
export const wattsOf = (needs?: KindNeeds): number | undefined =>
  needs?.stripM && needs.wattsPerM ? needs.stripM * needs.wattsPerM : needs?.watts;

/** Treads on one supply: ⌊load part × supply ÷ watts of a tread⌋, at least one. */
export const treadsPerSupply = (supplyW: number, loadPct: number, each: number) =>
  Math.max(1, Math.floor((supplyW * loadPct) / 100 / each + 1e-9));

/** Groups of a design whose school is to group, by closet and room; each in order up the stair. */
export const treadGroups = memo(
  "treadGroups",
  (design): TreadGroup[] => groupsOf(design),
  (a, b) => a.length === b.length && a.every((one, i) => sameGroup(one, b[i]!)),
);

const sameGroup = (a: TreadGroup, b: TreadGroup) =>
  a.kind === b.kind && a.each === b.each && a.most === b.most && sameList(a.points, b.points);

function groupsOf(design: Design): TreadGroup[] {
  if (design.design.schools?.treadCable === "each to the cabinet") return [];
  const kinds = design.kinds.filter((kind) => kind.grouped && wattsOf(kind.needs));
  if (!kinds.length) return [];
  const { ledSupplyW, supplyLoadPct } = runSettings(design);
  const heightOf = (point: PointRow) => (byId(design, "levels").get(point.level)?.elevationM ?? 0) + point.z;
  return kinds.flatMap((kind) => {
    const each = wattsOf(kind.needs)!;
    const most = treadsPerSupply(ledSupplyW, supplyLoadPct, each);
    const stairs = new Map<string, PointRow[]>();
    for (const point of design.points) {
      if (point.kind !== kind.id) continue;
      const key = `${point.closet ?? ""}/${point.room}`;
      stairs.set(key, [...(stairs.get(key) ?? []), point]);
    }
    return [...stairs.values()].flatMap((points) => {
      points.sort(
        (a, b) => heightOf(a) - heightOf(b) || (a.number ?? 0) - (b.number ?? 0) || (a.id < b.id ? -1 : 1),
      );
      // Groups of about one size: the last supply is not left with one tread.
      const groups = Math.ceil(points.length / most);
      return Array.from({ length: groups }, (_, g): TreadGroup => {
        const own = points.slice(
          Math.round((g * points.length) / groups),
          Math.round(((g + 1) * points.length) / groups),
        );
        const at = own[Math.floor((own.length - 1) / 2)]!;
        return { id: at.id, kind, points: own, at, closet: at.closet, each, most };
      });
    });
  });
}

/** The group of each tread, with what its cables hang on written out: the same text, the same cables. */
export const treadRoles = memo(
  "treadRoles",
  (design): ReadonlyMap<string, { group: TreadGroup; signature: string }> => {
    const roles = new Map<string, { group: TreadGroup; signature: string }>();
    for (const group of treadGroups(design)) {
      const { at } = group;
      const signature = `${group.points.map((point) => `${point.id}:${point.x},${point.y},${point.z}`).join(";")}@${at.id}/${at.closet ?? ""}`;
      for (const point of group.points) roles.set(point.id, { group, signature });
    }
    return roles;
  },
);

/**
 * Metres of the lead from a tread to its junction box: along and up, at right angles. Levels of both differ
 * where a stair turns on a landing.
 */
export function leadM(design: Design, from: PointRow, to: PointRow): { pathM: number; riseM: number } {
  const floor = (point: PointRow) => byId(design, "levels").get(point.level)?.elevationM ?? 0;
  return {
    pathM: Math.abs(from.x - to.x) + Math.abs(from.y - to.y),
    riseM: Math.abs(floor(from) + from.z - floor(to) - to.z),
  };
}

/** The line of a grouped kind's kit that brings its current. */
export const lightIndex = (design: Design, point: PointRow, kind: KindRow): number | undefined =>
  kitOf(design, point, kind).find(
    ({ line }) => byId(design, "cableTypes").get(line.cableType ?? "")?.medium === "power",
  )?.index;

/** The groups of the stair with most treads: a stair is a room, on one closet. Empty where there is no group. */
export function longestStair(groups: readonly TreadGroup[]): TreadGroup[] {
  const stairs = new Map<string, TreadGroup[]>();
  for (const group of groups) {
    const key = `${group.at.room}/${group.closet ?? ""}`;
    stairs.set(key, [...(stairs.get(key) ?? []), group]);
  }
  const treads = (stair: readonly TreadGroup[]) => stair.reduce((sum, group) => sum + group.points.length, 0);
  return [...stairs.values()].sort((a, b) => treads(b) - treads(a))[0] ?? [];
}
