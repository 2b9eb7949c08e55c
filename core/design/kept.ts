/**
 * Results kept with the design they were computed from.
 *
 * A result records by itself what it read while it was worked out: collections, and other results. It is given again as
 * long as all of that is the same, and what it is made of is asked in the order in which it was read, so that nothing
 * is worked out that an earlier change makes needless. Nobody writes down what a result hangs on.
 *
 * Designs that come out of one another by changes are one lineage and share one store, so an edit finds what was known
 * of the design before it. The store hangs on the designs and on nothing else: when the last design of a lineage is let
 * go, all that was kept for it goes too, and no design ever reads another lineage's results.
 */
import { withoutPlaces } from "./anywhere";
import { byId, type CollectionName, type Design, type Rows } from "./collections";

/** What a result can hang on: it is the same as long as `now` gives the same. */
interface Source {
  now(design: Design): unknown;
  /** The collection it is, or is a row of; the settings as well. */
  collection?: string;
  /** Of a result: what it read, and of which design: one without places reads of that. */
  reads?(design: Design): readonly [Reads, Design];
}

/** What was read while something was worked out, in order; without the same source twice. */
interface Reads {
  sources: readonly Source[];
  values: readonly unknown[];
}

interface Entry {
  reads: Reads;
  result: unknown;
}

interface RowEntry extends Entry {
  also: unknown;
  /** The design it was last found to stand for. */
  stamp: number;
}

/** What is known of rows, and what the last of them that was worked out read. */
interface RowEntries {
  byRow: WeakMap<object, readonly RowEntry[]>;
  last?: Reads;
}

/** What one lineage keeps, by the memo that made it. */
interface Lineage {
  results: Map<object, readonly Entry[]>;
  rows: Map<object, RowEntries>;
  own: Map<object, unknown>;
  /** Designs of it without places, the last first: trials of several kinds come between two edits. */
  anywhere: readonly Design[];
}

/** A design, what it comes from, and what was asked of it already: asked again, nothing is compared. */
interface Known {
  lineage: Lineage;
  stamp: number;
  entries: Map<object, Entry>;
  /** Whether what was read is the same in it, as far as somebody asked. */
  stands: Map<Reads, boolean>;
  /** The same without places. */
  anywhere?: Design;
}

const KEPT_ANYWHERE = 8;

const known = new WeakMap<Design, Known>();
let stamps = 0;

const newKnown = (lineage: Lineage): Known => ({
  lineage,
  stamp: (stamps += 1),
  entries: new Map(),
  stands: new Map(),
});

function knownOf(real: Design): Known {
  let one = known.get(real);
  if (!one)
    known.set(real, (one = newKnown({ results: new Map(), rows: new Map(), own: new Map(), anywhere: [] })));
  return one;
}

/** A design without the places of its points, and what is kept of that: a lineage beside its own. */
function anywhereOf(real: Design): Design {
  const own = knownOf(real);
  if (!own.anywhere) {
    const { lineage } = own;
    const bare = withoutPlaces(real, lineage.anywhere);
    const [last] = lineage.anywhere;
    if (last && !known.has(bare)) known.set(bare, newKnown(knownOf(last).lineage));
    lineage.anywhere = [bare, ...lineage.anywhere.filter((one) => one !== bare)].slice(0, KEPT_ANYWHERE);
    // Trials that are made of it are of its own lineage.
    Object.assign(knownOf(bare), { anywhere: bare }).lineage.anywhere = lineage.anywhere;
    own.anywhere = bare;
  }
  return own.anywhere;
}

const collections = new Map<string, Source>();
/** A collection of a design, or its settings, as a source. */
function collection(name: string): Source {
  let source = collections.get(name);
  if (!source) {
    source = { now: (design) => design[name as "points"], collection: name };
    collections.set(name, source);
  }
  return source;
}

/** The source that a kept result is. */
const results = new WeakMap<object, Source>();

const FRAME = Symbol("who records what is read");

/**
 * A design as whoever works something out sees it: what is read of it is recorded. A trial is a design made of it on the
 * way: what is read of that hangs on the same collection of the design it was made of.
 */
class Frame implements ProxyHandler<Design> {
  readonly sources: Source[] = [];
  readonly values: unknown[] = [];
  private readonly seen = new Set<object>();
  private readonly rows = new Set<string>();
  private readonly base: Frame | undefined;
  open = true;

  constructor(
    readonly real: Design,
    private readonly name: string,
    base?: Frame,
  ) {
    this.base = base;
  }

  get(real: Design, key: string | symbol): unknown {
    if (key === FRAME) return this;
    const value = real[key as "points"] as unknown;
    if (typeof key === "string") this.read(key);
    return value;
  }

  private read(name: string): void {
    if (this.base) return this.base.read(name);
    this.mustBeOpen(name);
    const source = collection(name);
    if (!this.seen.has(source)) this.record(source, this.real[name as "points"]);
  }

  /** What is read later nobody would know of: a result that held on to its design would outlive it unseen. */
  private mustBeOpen(what: string): void {
    if (this.base) this.base.mustBeOpen(what);
    else if (!this.open) throw new Error(`${this.name} reads ${what} after it was worked out`);
  }

  /** One row, by its id. */
  row(name: CollectionName, id: string): unknown {
    const row = byId(this.real, name).get(id);
    const key = `${name}/${id}`;
    if (this.base) this.read(name);
    else if (!this.rows.has(key)) {
      this.mustBeOpen(name);
      this.rows.add(key);
      this.record({ now: (design) => byId(design, name).get(id), collection: name }, row);
    }
    return row;
  }

  /** One entry of a kept map, by its key. */
  entry<K, T>(map: (design: Design) => ReadonlyMap<K, T>, key: K): T | undefined {
    const value = map(this.real).get(key);
    const name = `${map.name} ${String(key)}`;
    if (!this.rows.has(name)) {
      this.mustBeOpen(name);
      this.rows.add(name);
      this.record({ now: (design) => map(design).get(key), reads: results.get(map)!.reads! }, value);
    }
    return value;
  }

  get isTrial(): boolean {
    return this.base !== undefined;
  }

  private record(source: Source, value: unknown): void {
    this.seen.add(source);
    this.sources.push(source);
    this.values.push(value);
  }

  /** A kept result was asked for. */
  ask(source: Source, called: string, { result }: Entry): void {
    this.mustBeOpen(called);
    if (this.base) this.inherit(...source.reads!(this.real));
    else if (!this.seen.has(source)) this.record(source, result);
  }

  /** What was asked for hangs on all of these. */
  inherit(reads: Reads, of: Design): void {
    this.mustBeOpen("what is known of a row");
    if (this.seen.has(reads)) return;
    this.seen.add(reads);
    reads.sources.forEach((source, i) => {
      if (this.base) {
        if (source.collection !== undefined) this.read(source.collection);
        else this.inherit(...source.reads!(of));
      } else if (!this.seen.has(source)) this.record(source, reads.values[i]);
    });
  }

  /** The view of a design that is made of this one by changes. */
  trial(next: Design): Design {
    return new Proxy(next, new Frame(next, this.name, this));
  }
}

const frameOf = (design: Design): Frame | undefined => (design as { [FRAME]?: Frame })[FRAME];
/** The design itself, where whoever works something out sees it through what records. */
const realOf = (design: Design): Design => frameOf(design)?.real ?? design;

/**
 * One row by its id; undefined where there is none. Who reads it so hangs on that row alone, where who looks into
 * `byId` hangs on the whole collection.
 */
export function findRow<C extends CollectionName>(
  design: Design,
  collection: C,
  id: string | undefined,
): Rows[C] | undefined {
  if (id === undefined) return undefined;
  const frame = frameOf(design);
  return frame ? (frame.row(collection, id) as Rows[C] | undefined) : byId(design, collection).get(id);
}

/**
 * One entry of a map that is kept; undefined where there is none. Who asks so hangs on that entry alone, as long as the
 * map gives the very same one again for what did not change.
 */
export function findIn<K, T>(
  design: Design,
  map: (design: Design) => ReadonlyMap<K, T>,
  key: K,
): T | undefined {
  const frame = frameOf(design);
  return frame && !frame.isTrial ? frame.entry(map, key) : map(design).get(key);
}

/**
 * The same design with other rows, for a trial that is no edit: nothing that is kept for the one answers for the other.
 */
export function withRows(design: Design, rows: Partial<Design>): Design {
  const next = { ...realOf(design), ...rows } as Design;
  return frameOf(design)?.trial(next) ?? next;
}

/**
 * A design that changes make of another: what is kept for one answers for the other where it still can.
 * @param make the new design, of the old one as it stands
 */
export function descended(design: Design, make: (design: Design) => Design): Design {
  const real = realOf(design);
  const next = make(real);
  known.set(next, newKnown(knownOf(real).lineage));
  return frameOf(design)?.trial(next) ?? next;
}

/**
 * Two are kept of everything: a desk often asks of a design and of the same design with a trial edit, in
 * turns.
 */
const KEPT = 2;

const remember = <E extends Entry>(list: readonly E[], entry: E): readonly E[] =>
  list[0] === entry ? list : [entry, ...list.filter((one) => one !== entry).slice(0, KEPT - 1)];

/** Is all that was read still the same? A source that cannot be worked out any more is another. */
function stands(reads: Reads, real: Design, own: Known): boolean {
  const asked = own.stands.get(reads);
  if (asked !== undefined) return asked;
  let holds = true;
  try {
    for (let i = 0; holds && i < reads.sources.length; i++)
      holds = reads.sources[i]!.now(real) === reads.values[i];
  } catch {
    holds = false;
  }
  own.stands.set(reads, holds);
  return holds;
}

/** Work something out and record what it reads. What is thrown hangs on what was read until then as well. */
function recorded<R>(
  name: string,
  real: Design,
  asking: Frame | undefined,
  compute: (design: Design) => R,
): { reads: Reads; result: R } {
  const frame = new Frame(real, name);
  try {
    const result = compute(new Proxy(real, frame));
    return { reads: { sources: frame.sources, values: frame.values }, result };
  } catch (error) {
    asking?.inherit(frame, real);
    throw error;
  } finally {
    frame.open = false;
  }
}

function keptResult<R>(
  name: string,
  compute: (design: Design) => R,
  equal: ((a: R, b: R) => boolean) | undefined,
  of: (real: Design) => Design,
): (design: Design) => R {
  const source: Source = {
    now: (real) => entryOf(of(real), undefined).result,
    reads(real) {
      const at = of(real);
      return [knownOf(at).entries.get(source)!.reads, at];
    },
  };
  const entryOf = (real: Design, asking: Frame | undefined): Entry => {
    const own = knownOf(real);
    const asked = own.entries.get(source);
    if (asked) return asked;
    const before = own.lineage.results.get(source) ?? [];
    let entry = before.find(({ reads }) => stands(reads, real, own));
    if (!entry) {
      const made = recorded(name, real, asking, compute);
      const same = equal && before.find(({ result }) => equal(result as R, made.result));
      entry = same ? { reads: made.reads, result: same.result } : made;
    }
    own.lineage.results.set(source, remember(own.lineage.results.get(source) ?? [], entry));
    own.entries.set(source, entry);
    return entry;
  };
  const result = (design: Design): R => {
    const frame = frameOf(design);
    const entry = entryOf(of(frame?.real ?? design), frame);
    frame?.ask(source, name, entry);
    return entry.result as R;
  };
  results.set(result, source);
  return Object.defineProperty(result, "name", { value: name });
}

/**
 * Result of `compute`, kept while what it read is the same.
 * @param name what stacks and profiles call it
 * @param equal whether two results say the same: then the last one is given again, and what hangs on it stays
 */
export const memo = <R>(name: string, compute: (design: Design) => R, equal?: (a: R, b: R) => boolean) =>
  keptResult(name, compute, equal, (real) => real);

/**
 * The same of what hangs on no place of a point: `compute` sees the design without them (`anywhere.ts`), so that a point
 * that is moved about leaves it as it is.
 */
export const memoAnywhere = <R>(
  name: string,
  compute: (design: Design) => R,
  equal?: (a: R, b: R) => boolean,
) => keptResult(name, compute, equal, anywhereOf);

/** What is known of each row of a collection: of one row, or of all of a list. */
export interface ByRow<Row extends object, R> {
  (design: Design, row: Row, also?: unknown): R;
  /**
   * The same of each row of a list, in its order.
   * @param also the extra value of each row, by place
   */
  all: (design: Design, rows: readonly Row[], also?: readonly unknown[]) => readonly R[];
}

/** Reads of rows that are alike are one: what a thousand rows hang on is then looked at once. */
function alike(last: Reads | undefined, reads: Reads): Reads {
  return last?.sources.length === reads.sources.length &&
    last.sources.every((source, i) => source === reads.sources[i] && last.values[i] === reads.values[i])
    ? last
    : reads;
}

/**
 * Result of `compute` for one row, kept while that row is the same object, `also` is the same value and all that was
 * read is the same: an edit to one point leaves what is known of all others standing.
 * @param name what stacks and profiles call it
 */
export function memoByRow<Row extends object, R>(
  name: string,
  compute: (design: Design, row: Row, also?: unknown) => R,
): ByRow<Row, R> {
  const key = {};
  /** Whoever asks, and what is known of all rows: looked up once for a list of them. */
  const asked = (design: Design) => {
    const frame = frameOf(design);
    const real = frame?.real ?? design;
    const own = knownOf(real);
    let kept = own.lineage.rows.get(key);
    if (!kept) own.lineage.rows.set(key, (kept = { byRow: new WeakMap() }));
    return { frame, real, own, kept };
  };
  const ofRow = ({ frame, real, own, kept }: ReturnType<typeof asked>, row: Row, also: unknown): R => {
    const before = kept.byRow.get(row) ?? [];
    let entry = before.find(
      (known) => known.also === also && (known.stamp === own.stamp || stands(known.reads, real, own)),
    );
    if (!entry) {
      const { reads, result } = recorded(name, real, frame, (view) => compute(view, row, also));
      entry = { reads: (kept.last = alike(kept.last, reads)), result, also, stamp: own.stamp };
    }
    entry.stamp = own.stamp;
    if (before[0] !== entry) kept.byRow.set(row, remember(before, entry));
    frame?.inherit(entry.reads, real);
    return entry.result as R;
  };
  const one = (design: Design, row: Row, also?: unknown): R => ofRow(asked(design), row, also);
  const all = (design: Design, rows: readonly Row[], also?: readonly unknown[]) => {
    const by = asked(design);
    return rows.map((row, i) => ofRow(by, row, also?.[i]));
  };
  return Object.defineProperty(Object.assign(one, { all }), "name", { value: name });
}

/** Something of a lineage's own, made once for it: what one answer leaves for the next to start from. */
export function keptFor<T>(make: () => T): (design: Design) => T {
  const key = {};
  return (design) => {
    const { own } = knownOf(realOf(design)).lineage;
    if (!own.has(key)) own.set(key, make());
    return own.get(key) as T;
  };
}
