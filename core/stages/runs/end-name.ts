/** Where a drop ends, by the name it bears today. */
import { byId, type Design } from "../../design/collections";
import type { Drop } from "./drops";

/** The name of the point or closet a drop ends at; undefined where it ends nowhere yet. */
export function endName(design: Design, drop: Pick<Drop, "to" | "closet">): string | undefined {
  if (drop.to !== undefined) return byId(design, "points").get(drop.to)?.name ?? drop.to;
  return drop.closet === undefined
    ? undefined
    : (byId(design, "closets").get(drop.closet)?.name ?? drop.closet);
}
