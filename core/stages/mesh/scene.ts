/**
 * The house as a radio sees it: walls standing on their levels with what is let into them, and floors. Heights are
 * above the site's zero, metres.
 */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { boxOf, type Box } from "../../geometry/polygon";
import type { LossDb, OpeningRow, WallRow } from "../../design/rows/house-structure";
import { LEAF } from "./loss";

/** Something let into a wall, by metres along it from its first end and heights. */
export interface Pane {
  row: OpeningRow;
  from: number;
  to: number;
  low: number;
  high: number;
  /** Absent: nothing is there. */
  material?: string;
  lossDb?: LossDb;
}

/** A wall with what it is made of. `ux`, `uy` point along it, the normal is (−uy, ux). */
export interface Sheet {
  row: WallRow;
  lengthM: number;
  ux: number;
  uy: number;
  low: number;
  high: number;
  material: string;
  lossDb: LossDb;
  panes: readonly Pane[];
  box: Box;
}

/** The floor of a level, where a room of the house lies on it. */
export interface Floor {
  level: string;
  name: string;
  z: number;
  /** Absent where the level names no material: the profile says. */
  material?: string;
  lossDb?: LossDb;
  outlines: readonly { outline: readonly (readonly [number, number])[]; box: Box }[];
}

export interface Scene {
  sheets: readonly Sheet[];
  /** From the lowest to the highest. */
  floors: readonly Floor[];
}

function paneOf(design: Design, floorZ: number, row: OpeningRow): Pane {
  const own = row.material === undefined ? undefined : byId(design, "materials").get(row.material);
  const leaf =
    row.kind === "gap"
      ? undefined
      : row.kind === "window"
        ? LEAF[row.glazing?.startsWith("coated") ? "coated" : "clear"]
        : LEAF.door;
  const made = own ?? leaf;
  return {
    row,
    from: row.offsetM,
    to: row.offsetM + row.widthM,
    low: floorZ + row.sillM,
    high: floorZ + row.sillM + row.heightM,
    ...(made ? { material: made.name, lossDb: made.lossDb } : {}),
  };
}

/** What a scene is made of: a worker that only makes scenes is sent these alone. */
export const SCENE_PARTS = ["levels", "materials", "walls", "openings", "rooms"] as const;

/** Walls, openings and floors of a design; walls of no length or of no known level or material are nothing. */
export const sceneOf = memo("sceneOf", (design): Scene => {
  const levels = byId(design, "levels");
  const materials = byId(design, "materials");
  const inWall = new Map<string, OpeningRow[]>();
  for (const row of design.openings) {
    const list = inWall.get(row.wall);
    if (list) list.push(row);
    else inWall.set(row.wall, [row]);
  }
  const sheets = design.walls.flatMap((row): Sheet[] => {
    const level = levels.get(row.level);
    const made = materials.get(row.material);
    const lengthM = Math.hypot(row.bx - row.ax, row.by - row.ay);
    if (!level || !made || lengthM < 1e-6) return [];
    return [
      {
        row,
        lengthM,
        ux: (row.bx - row.ax) / lengthM,
        uy: (row.by - row.ay) / lengthM,
        low: level.elevationM,
        high: level.elevationM + level.ceilingHeightM + level.voidAboveM,
        material: made.name,
        lossDb: made.lossDb,
        panes: (inWall.get(row.id) ?? []).map((pane) => paneOf(design, level.elevationM, pane)),
        box: boxOf([
          [row.ax, row.ay],
          [row.bx, row.by],
        ]),
      },
    ];
  });
  const floors = design.levels
    .map((level): Floor => {
      const made = level.slabMaterial === undefined ? undefined : materials.get(level.slabMaterial);
      return {
        level: level.id,
        name: level.name,
        z: level.elevationM,
        ...(made ? { material: made.name, lossDb: made.lossDb } : {}),
        outlines: design.rooms
          .filter((room) => room.level === level.id && !room.outdoor)
          .map(({ outline }) => ({ outline, box: boxOf(outline) })),
      };
    })
    .sort((a, b) => a.z - b.z);
  return { sheets, floors };
});
