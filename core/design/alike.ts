/** Lists and maps of the same things: what results are compared by, so that what hangs on them stays. */

export const sameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);

export const sameMap = <K, T>(a: ReadonlyMap<K, T>, b: ReadonlyMap<K, T>): boolean =>
  a.size === b.size && [...a].every(([key, value]) => b.get(key) === value);
