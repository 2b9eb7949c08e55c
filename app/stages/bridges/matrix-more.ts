/** What the matrix does and says beyond what is seen first: fetched when the page has come to rest. */
import { memo } from "#core/design/kept";
import { alikeIn } from "#core/stages/bridges/spoken";
import { saveBridge, showTo, usualBridge } from "#core/stages/bridges/save";

/** Of each exposure, the spoken name of another in its ecosystem that it is taken for. */
const alikeNames = memo("alikeNames", (design): ReadonlyMap<string, string> => {
  const names = new Map<string, string>();
  for (const { a, b } of alikeIn(design)) names.set(a.row.id, b.spokenName).set(b.row.id, a.spokenName);
  return names;
});

export default { alikeNames, saveBridge, showTo, usualBridge };
