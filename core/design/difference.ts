/** What makes one design of another, found by comparing identities: unchanged rows are the same objects. */
import { FILE_ORDER, type AnyRow, type Design } from "./collections";
import type { Change } from "./edit";

/**
 * The changes that make `after` of `before`. Collections that are the same array are passed over, and so
 * are rows that are the same object; both lists are sorted by id, so each is walked once.
 */
export function changesBetween(before: Design, after: Design): Change[] {
  const changes: Change[] = [];
  if (before.design !== after.design) changes.push({ in: "design", put: after.design });
  for (const name of FILE_ORDER) {
    const [old, now] = [before[name] as AnyRow[], after[name] as AnyRow[]];
    if (old === now) continue;
    for (let i = 0, j = 0; i < old.length || j < now.length;) {
      const [was, is] = [old[i], now[j]];
      if (was && (!is || was.id < is.id)) {
        changes.push({ in: name, drop: was.id });
        i += 1;
      } else {
        if (is !== was) changes.push({ in: name, put: is } as Change);
        if (was?.id === is!.id) i += 1;
        j += 1;
      }
    }
  }
  return changes;
}
