/** The use log: what nobody has used for long may go. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import type { UseRow } from "../../design/rows/brief";

/** Without a use for so long a feature may be deleted. */
export const UNUSED_DAYS = 365;
const DAY_MS = 86_400_000;

export interface Unused {
  use: UseRow;
  name: string;
  days: number;
}

const dayMs = (day: string) => Date.parse(`${day}T00:00:00Z`);

/** The name of what a line of the log is about. */
export function usedName(design: Design, use: UseRow): string {
  return (
    (use.automation !== undefined
      ? byId(design, "automations").get(use.automation)?.name
      : use.device !== undefined
        ? byId(design, "devices").get(use.device)?.name
        : undefined) ?? "something that is gone"
  );
}

/**
 * Things not used in `days` days up to `today` (YYYY-MM-DD), longest unused first. What was kept on purpose
 * is not among them.
 */
export function unused(design: Design, today: string, days = UNUSED_DAYS): Unused[] {
  return design.uses
    .map((use) => ({
      use,
      name: usedName(design, use),
      days: Math.round((dayMs(today) - dayMs(use.lastOn)) / DAY_MS),
    }))
    .filter((line) => !line.use.kept && line.days >= days)
    .sort((a, b) => b.days - a.days || a.name.localeCompare(b.name, "en"));
}

/** Write down that something was used. One line a thing: a later day replaces an earlier one. */
export function noteUse(
  design: Design,
  newId: string,
  of: { automation?: string; device?: string },
  on: string,
): Change[] {
  const known = design.uses.find((use) => use.automation === of.automation && use.device === of.device);
  const { kept: _kept, ...rest } = known ?? { id: newId, ...of, lastOn: on };
  return [{ in: "uses", put: { ...rest, lastOn: known && known.lastOn > on ? known.lastOn : on } }];
}
