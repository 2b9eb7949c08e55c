/** The check of a row. It brings the validator along, so it comes when the page has come to rest. */
import type { checkRow } from "#core/design/check-row";
import { patiently } from "../kit/lazily";

type Check = typeof checkRow;

let loaded: Check | undefined;

export const fetchRowCheck = async (): Promise<Check> =>
  (loaded ??= (await patiently(() => import("#core/design/check-row"))).checkRow);

/**
 * Do something with the check: at once where it is there, as it almost always is, else as soon as it has
 * come.
 */
export function withRowCheck<T>(work: (check: Check) => T): T | Promise<T> {
  return loaded ? work(loaded) : fetchRowCheck().then(work);
}
