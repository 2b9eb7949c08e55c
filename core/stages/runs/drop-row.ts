/** The row of a drop: there only where something differs from what the kit makes, or happened on site. */
import type { Change } from "../../design/edit";
import type { DropRow } from "../../design/rows/runs";
import type { Drop } from "./drops";

/** The drop's row as it stands, or a new one for what the kit makes. */
export const rowOfDrop = (drop: Drop): DropRow =>
  drop.row ?? {
    id: `${drop.point.id}-${drop.index}`.slice(-40),
    point: drop.point.id,
    index: drop.index,
    state: "planned",
  };

/** A row that says nothing any more is taken out. */
export function putDrop(row: DropRow): Change {
  const clean = Object.fromEntries(
    Object.entries(row).filter(([, value]) => value !== undefined),
  ) as unknown as DropRow;
  return Object.keys(clean).length === 4 && clean.state === "planned"
    ? { in: "drops", drop: row.id }
    : { in: "drops", put: clean };
}
