/** Wall that racks and cabinets of a closet take: floor racks beside one another, what hangs in columns. */
import type { Design, Rows } from "../../design/collections";
import type { Working } from "../../desk/working";
import { verdictUnder } from "../../desk/working";
import { cabinetOf, ROW_MM, UNIT_MM as RAIL_MM } from "../bus/cabinet";
import { UNIT_MM } from "./racks";

/** A 19-inch frame with its sides; a rim all round a wall cabinet. */
const FRAME_M = 0.6;
const RIM_M = 0.05;
/** What hangs on a wall hangs between knee and reach: so much of it one above the other. */
const REACH_M = 1.6;

interface Thing {
  name: string;
  widthM: number;
  heightM: number;
  stands: boolean;
}

function thingsOf(design: Design, closet: Rows["closets"]): Thing[] {
  const racks = design.racks
    .filter((rack) => rack.closet === closet.id)
    .map(({ name, units, form }): Thing => {
      const heightM = (units * UNIT_MM) / 1000 + 0.1;
      return { name, widthM: FRAME_M, heightM, stands: form === "floor rack" };
    });
  const cabinet = design.modules.some((row) => row.closet === closet.id)
    ? cabinetOf(design, closet.id)
    : undefined;
  if (!cabinet) return racks;
  const units = cabinet.rows[0]?.units ?? 0;
  return [
    ...racks,
    {
      name: "Wall cabinet",
      widthM: (units * RAIL_MM) / 1000 + 2 * RIM_M,
      heightM: (cabinet.rows.length * ROW_MM) / 1000 + 2 * RIM_M,
      stands: false,
    },
  ];
}

export interface WallSpace {
  needM: number;
  /** What stands or hangs one above the other, column by column. */
  columns: { things: Thing[]; widthM: number }[];
  haveM?: number;
}

/** Columns from the highest thing on, each filled as far as hands reach. */
export function wallSpaceOf(design: Design, closet: Rows["closets"]): WallSpace {
  const columns: WallSpace["columns"] = [];
  const things = thingsOf(design, closet).sort(
    (a, b) => Number(b.stands) - Number(a.stands) || b.heightM - a.heightM,
  );
  for (const thing of things) {
    const column = thing.stands
      ? undefined
      : columns.find(
          (one) =>
            !one.things[0]!.stands &&
            one.things.reduce((sum, { heightM }) => sum + heightM, thing.heightM) <= REACH_M + 1e-9,
        );
    if (column) {
      column.things.push(thing);
      column.widthM = Math.max(column.widthM, thing.widthM);
    } else columns.push({ things: [thing], widthM: thing.widthM });
  }
  const needM = columns.reduce((sum, { widthM }) => sum + widthM, 0);
  return { needM, columns, ...(closet.wallWidthM === undefined ? {} : { haveM: closet.wallWidthM }) };
}

export function wallWorking(closet: Rows["closets"], { needM, columns, haveM }: WallSpace): Working {
  return {
    title: `Wall of ${closet.name}`,
    value: needM,
    unit: "m",
    ...(haveM === undefined
      ? { verdict: "none" as const }
      : {
          limit: { value: haveM, unit: "m", source: "wall space of the closet" },
          verdict: verdictUnder(needM, haveM),
        }),
    steps: columns.map(({ things, widthM }, i) => ({
      formula: `Column ${i + 1}`,
      with: things.map(({ name, heightM }) => `${name}, ${heightM.toFixed(2)} m high`).join(", over "),
      gives: `${widthM.toFixed(2)} m`,
      source: `at most ${REACH_M} m one above the other, typical`,
    })),
  };
}
