/** Taking a point out: by itself, since what hangs on what is read off the row classes, and few need those. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { removeRows } from "../../design/remove";

/**
 * Take a point out with all that hangs on it: its device, what is noted of its drops, and its place in
 * automations and problems.
 * @throws InputError for a point that is not there
 */
export function removePoint(design: Design, id: string): Change[] {
  if (!byId(design, "points").has(id)) fail("point", `"${id}" does not exist`);
  return removeRows(design, [{ in: "points", id }]);
}
