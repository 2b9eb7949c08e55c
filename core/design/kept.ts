/**
 * Results kept with the design they were computed from.
 *
 * Designs that come out of one another by changes are one lineage and share one store of kept results, so
 * an edit finds what was known of the design before it. The store hangs on the designs and on nothing else:
 * when the last design of a lineage is let go, all that was kept for it goes too, and no design ever reads
 * another lineage's results.
 */
import type { CollectionName, Design } from "./collections";

/**
 * What a kept result hangs on: a collection, the design's row, or something kept itself that is derived
 * from them.
 */
export type Part = CollectionName | "design" | ((design: Design) => unknown);

/** What a part is of a design, to be compared by identity. */
export const partOf = (design: Design, part: Part): unknown =>
  typeof part === "function" ? part(design) : design[part];

interface Result {
  keys: readonly unknown[];
  result: unknown;
}

/** What was last given for a list of rows, each at the place of its row. */
interface ListResult {
  keys: readonly unknown[];
  rows: readonly object[];
  also: readonly unknown[] | undefined;
  results: readonly unknown[];
}

interface RowResult {
  keys: readonly unknown[];
  also: unknown;
  result: unknown;
}

/** What one lineage keeps, by the memo that made it. */
interface Lineage {
  results: Map<object, Result[]>;
  keys: Map<object, (readonly unknown[])[]>;
  rows: Map<object, WeakMap<object, RowResult>>;
  lists: Map<object, ListResult[]>;
  own: Map<object, unknown>;
}

/** A design, what it comes from, and what was asked of it already: asked again, nothing is compared. */
interface Known {
  lineage: Lineage;
  results: Map<object, unknown>;
  keys: Map<object, readonly unknown[]>;
}

const known = new WeakMap<Design, Known>();

const newLineage = (): Lineage => ({
  results: new Map(),
  keys: new Map(),
  rows: new Map(),
  lists: new Map(),
  own: new Map(),
});

function knownOf(design: Design): Known {
  let one = known.get(design);
  if (!one) known.set(design, (one = { lineage: newLineage(), results: new Map(), keys: new Map() }));
  return one;
}

/**
 * Say that `next` was made of `design` by changes: what is kept for one answers for the other where it
 * still can.
 */
export function descends(next: Design, design: Design): void {
  known.set(next, { lineage: knownOf(design).lineage, results: new Map(), keys: new Map() });
}

/**
 * Two are kept of everything: a desk often asks of a design and of the same design with a trial edit, in
 * turns.
 */
const KEPT = 2;

const same = (a: readonly unknown[], b: readonly unknown[]) => a.every((value, i) => value === b[i]);

function remember<T>(list: T[] | undefined, entry: T): T[] {
  return list?.length ? [entry, ...list.filter((one) => one !== entry).slice(0, KEPT - 1)] : [entry];
}

/**
 * The parts of a design as one list: the very same list while none of them has changed. Worked out once a
 * design.
 */
function keysOf(design: Design, memo: object, parts: readonly Part[]): readonly unknown[] {
  const own = knownOf(design);
  const asked = own.keys.get(memo);
  if (asked) return asked;
  const now = parts.map((part) => partOf(design, part));
  const lists = own.lineage.keys.get(memo);
  const keys = lists?.find((one) => same(one, now)) ?? now;
  own.lineage.keys.set(memo, remember(lists, keys));
  own.keys.set(memo, keys);
  return keys;
}

/**
 * Result of `compute`, kept while the given collections are the same arrays (and the design row the same
 * object).
 * @param parts what the result hangs on; a part that is a function brings its own parts along
 */
export function memoByParts<R>(
  parts: readonly Part[],
  compute: (design: Design) => R,
): (design: Design) => R {
  const memo = {};
  return (design) => {
    const own = knownOf(design);
    if (own.results.has(memo)) return own.results.get(memo) as R;
    const keys = keysOf(design, memo, parts);
    const before = own.lineage.results.get(memo);
    const entry = before?.find((one) => one.keys === keys) ?? { keys, result: compute(design) };
    own.lineage.results.set(memo, remember(own.lineage.results.get(memo), entry));
    own.results.set(memo, entry.result);
    return entry.result as R;
  };
}

/**
 * As `memoByParts`, and where the new result equals the last one, the last one is given: what hangs on it
 * stays.
 * @param equal whether two results say the same
 */
export function memoSame<R>(
  parts: readonly Part[],
  compute: (design: Design) => R,
  equal: (a: R, b: R) => boolean,
): (design: Design) => R {
  const last = keptFor((): { value?: R } => ({}));
  return memoByParts(parts, (design) => {
    const now = compute(design);
    const before = last(design);
    return before.value !== undefined && equal(before.value, now) ? before.value : (before.value = now);
  });
}

/** What is known of each row of a collection: of one row, or of all of a list. */
export interface ByRow<Row extends object, R> {
  (design: Design, row: Row, also?: unknown): R;
  /**
   * The same of each row of a list, in its order. Where rows stand at the places they had, they are compared with
   * what stood there and nothing is looked up: an edit to one of thousands costs a pass over two arrays.
   * @param also the extra value of each row, by place
   */
  all: (design: Design, rows: readonly Row[], also?: readonly unknown[]) => readonly R[];
}

/**
 * Result of `compute` for one row, kept while that row is the same object, the given collections are the same
 * arrays and `also` is the same value: an edit to one point leaves what is known of all others standing.
 */
export function memoByRow<Row extends object, R>(
  parts: readonly Part[],
  compute: (design: Design, row: Row, also?: unknown) => R,
): ByRow<Row, R> {
  const memo = {};
  const one = (design: Design, row: Row, also?: unknown): R => {
    const { rows } = knownOf(design).lineage;
    let kept = rows.get(memo);
    if (!kept) rows.set(memo, (kept = new WeakMap()));
    const keys = keysOf(design, memo, parts);
    const entry = kept.get(row);
    if (entry && entry.also === also && entry.keys === keys) return entry.result as R;
    const result = compute(design, row, also);
    kept.set(row, { keys, also, result });
    return result;
  };
  const all = (design: Design, rows: readonly Row[], also?: readonly unknown[]): readonly R[] => {
    const { lists } = knownOf(design).lineage;
    const keys = keysOf(design, memo, parts);
    const before = lists.get(memo)?.find((list) => list.keys === keys);
    const results = rows.map((row, i) =>
      before && before.rows[i] === row && before.also?.[i] === also?.[i]
        ? (before.results[i] as R)
        : one(design, row, also?.[i]),
    );
    lists.set(memo, remember(lists.get(memo), { keys, rows, also, results }));
    return results;
  };
  return Object.assign(one, { all });
}

/** Something of a lineage's own, made once for it: what one answer leaves for the next to start from. */
export function keptFor<T>(make: () => T): (design: Design) => T {
  const memo = {};
  return (design) => {
    const { own } = knownOf(design).lineage;
    if (!own.has(memo)) own.set(memo, make());
    return own.get(memo) as T;
  };
}
