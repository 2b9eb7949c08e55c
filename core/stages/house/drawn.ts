/** Rows that a tool draws on the plan, corner by corner or at one spot, as each begins. */
import { type Design, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { round2 } from "../../geometry/round";
import type { Xy } from "../../geometry/segment";
import { roomAt } from "./points";

/** What draws a line or an area. */
export type DrawnBy = "trunk" | "mains" | "noGo" | "fixture";
/** What is put down at one spot. */
export type PlacedBy = "riser" | "closet" | "switch" | "lamp";

/** Name no other row of a list has: "Trunk 3". */
function free(rows: readonly { name: string }[], stem: string): string {
  const taken = new Set(rows.map((row) => row.name));
  let n = rows.length + 1;
  while (taken.has(`${stem} ${n}`)) n += 1;
  return `${stem} ${n}`;
}

/** A row of the kind the tool draws, from its corners, m. */
export function drawnRow(
  design: Design,
  tool: DrawnBy,
  level: string,
  corners: readonly Xy[],
  id: string,
): Change {
  const path = corners.map(([x, y]): [number, number] => [x, y]);
  switch (tool) {
    case "trunk": {
      const row = rowOf(design, "levels", level);
      return {
        in: "trunks",
        put: {
          id,
          level,
          name: free(design.trunks, "Trunk"),
          kind: "void",
          path,
          heightM: round2(row.ceilingHeightM + row.voidAboveM / 2),
        },
      };
    }
    case "mains":
      return { in: "mainsRuns", put: { id, level, name: free(design.mainsRuns, "Mains run"), path } };
    case "noGo":
      return { in: "noGo", put: { id, level, name: free(design.noGo, "No-go area"), outline: path } };
    default:
      return {
        in: "fixtures",
        put: {
          id,
          level,
          name: free(design.fixtures, "Obstacle"),
          kind: "obstacle",
          outline: path,
          clearanceM: 0.1,
        },
      };
  }
}

/** A row of the kind the tool places at one spot. */
export function placedRow(design: Design, tool: PlacedBy, level: string, [x, y]: Xy, id: string): Change {
  if (tool === "riser") {
    const levels = [...design.levels].sort((a, b) => a.elevationM - b.elevationM);
    const at = levels.findIndex((row) => row.id === level);
    const other = levels[at + 1] ?? levels[at - 1] ?? fail("Riser", "needs a second level to lead to");
    return {
      in: "risers",
      put: { id, name: free(design.risers, "Riser"), x, y, fromLevel: level, toLevel: other.id },
    };
  }
  const room = roomAt(design, level, x, y) ?? fail("Place", "is in no room: find the rooms first");
  if (tool === "closet")
    return {
      in: "closets",
      put: {
        id,
        level,
        room: room.id,
        name: free(design.closets, "Closet"),
        kind: "cabinet",
        x,
        y,
        z: 1.5,
        wallWidthM: 0.6,
      },
    };
  if (tool === "switch")
    return {
      in: "switches",
      put: {
        id,
        level,
        room: room.id,
        name: free(design.switches, `${room.name} switch`),
        x,
        y,
        z: 1.1,
        gangs: 1,
        neutral: "unknown",
      },
    };
  return {
    in: "lamps",
    put: { id, level, room: room.id, name: free(design.lamps, `${room.name} lamp`), x, y, count: 1 },
  };
}
