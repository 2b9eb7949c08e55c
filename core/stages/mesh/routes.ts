/** Which way each device speaks: the tree from the coordinators, what falls when one is unplugged, second ways. */
import { memo } from "../../design/kept";
import TinyQueue from "tinyqueue";
import { bandsOf, otherEnd, type Band, type Link, type Radio } from "./links";

/** The way of one radio to its coordinator. */
export interface Way {
  radio: Radio;
  parent: Radio;
  /** The first link of the way. */
  link: Link;
  hops: number;
  /** Share of its messages that reach the coordinator at the first try. */
  delivery: number;
  /** Σ of messages to be sent over the way. */
  etx: number;
}

export interface Tree {
  band: Band;
  /** By radio; coordinators and what has no way are not in it. */
  ways: ReadonlyMap<string, Way>;
  /** Radios held by each router. */
  children: ReadonlyMap<string, readonly Radio[]>;
  /** Radios that reach no coordinator within the limits. */
  orphans: readonly Radio[];
}

export const isRoot = ({ row }: Radio) => row.coordinator === true;
export const forwards = ({ row }: Radio) => row.coordinator === true || row.routes;

/** Messages that arrive over a link, sent by `id`. */
const sentBy = (link: Link, id: string) => (link.a.row.id === id ? link.ab : link.ba);

interface Label {
  cost: number;
  from: string;
  link: Link;
}

/**
 * The cheapest way of every radio, Σ of messages to be sent, over at most so many hops: a layer a hop
 * (Bellman 1958), as a way within the limit may be dearer than one beyond it.
 * @returns by radio, the label of each number of hops
 */
function layersOf(band: Band, without?: ReadonlySet<string>): Map<string, (Label | undefined)[]> {
  const { maxHops } = band.profile;
  const labels = new Map<string, (Label | undefined)[]>();
  let front = new Map<string, number>();
  for (const radio of band.radios)
    if (isRoot(radio) && !without?.has(radio.row.id)) front.set(radio.row.id, 0);
  const roots = new Set(front.keys());
  const best = new Map<string, number>([...front]);
  const byId = new Map(band.radios.map((radio) => [radio.row.id, radio]));
  for (let hops = 1; hops <= maxHops && front.size; hops++) {
    const next = new Map<string, Label>();
    for (const [id, cost] of front) {
      if (!forwards(byId.get(id)!)) continue;
      for (const link of band.linksOf.get(id)!) {
        const other = otherEnd(link, id).row.id;
        if (roots.has(other) || without?.has(other)) continue;
        const sum = cost + link.etx;
        if (sum < (best.get(other) ?? Infinity) && sum < (next.get(other)?.cost ?? Infinity))
          next.set(other, { cost: sum, from: id, link });
      }
    }
    for (const [id, label] of next) {
      best.set(id, label.cost);
      let own = labels.get(id);
      if (!own) labels.set(id, (own = []));
      own[hops] = label;
    }
    front = new Map([...next].map(([id, { cost }]) => [id, cost]));
  }
  return labels;
}

/** The way at a label, back along the layers. */
function wayAt(
  band: Band,
  labels: ReadonlyMap<string, readonly (Label | undefined)[]>,
  radio: Radio,
  hops: number,
): Way {
  const first = labels.get(radio.row.id)![hops]!;
  let delivery = 1;
  let id = radio.row.id;
  for (let left = hops; left > 0; left--) {
    const { from, link } = labels.get(id)![left]!;
    delivery *= sentBy(link, id);
    id = from;
  }
  return {
    radio,
    parent: otherEnd(first.link, radio.row.id),
    link: first.link,
    hops,
    delivery,
    etx: first.cost,
  };
}

/** The cheapest ways, each of its own, whatever a router has to hold. */
function freeWays(band: Band): Map<string, Way> {
  const labels = layersOf(band);
  const ways = new Map<string, Way>();
  for (const radio of band.radios) {
    const own = labels.get(radio.row.id);
    // A later layer is there only where it is cheaper.
    if (own) ways.set(radio.row.id, wayAt(band, labels, radio, own.length - 1));
  }
  return ways;
}

const childrenOf = (ways: Iterable<Way>): Map<string, Radio[]> => {
  const children = new Map<string, Radio[]>();
  for (const { radio, parent } of ways) {
    const list = children.get(parent.row.id);
    if (list) list.push(radio);
    else children.set(parent.row.id, [radio]);
  }
  return children;
};

/**
 * Ways in a house where a router would hold more than it may: grown from the coordinators, the cheapest next, none
 * beyond its number. Those left over at the end go to whoever hears them and has a place.
 */
function fittedWays(band: Band): Map<string, Way> {
  const { maxHops, maxChildren } = band.profile;
  const ways = new Map<string, Way>();
  const held = new Map<string, number>();
  const known = new Map<string, { hops: number; etx: number; delivery: number; forwards: boolean }>();
  for (const radio of band.radios)
    if (isRoot(radio)) known.set(radio.row.id, { hops: 0, etx: 0, delivery: 1, forwards: true });
  for (;;) {
    let best: { radio: Radio; parent: Radio; link: Link; etx: number } | undefined;
    for (const radio of band.radios) {
      if (known.has(radio.row.id)) continue;
      for (const link of band.linksOf.get(radio.row.id)!) {
        const parent = otherEnd(link, radio.row.id);
        const at = known.get(parent.row.id);
        if (!at?.forwards || at.hops >= maxHops || (held.get(parent.row.id) ?? 0) >= maxChildren) continue;
        const etx = at.etx + link.etx;
        if (!best || etx < best.etx) best = { radio, parent, link, etx };
      }
    }
    if (!best) return ways;
    const { radio, parent, link, etx } = best;
    const at = known.get(parent.row.id)!;
    const delivery = at.delivery * sentBy(link, radio.row.id);
    ways.set(radio.row.id, { radio, parent, link, hops: at.hops + 1, delivery, etx });
    known.set(radio.row.id, { hops: at.hops + 1, etx, delivery, forwards: radio.row.routes });
    held.set(parent.row.id, (held.get(parent.row.id) ?? 0) + 1);
  }
}

export function treeOf(band: Band): Tree {
  let ways = freeWays(band);
  let children = childrenOf(ways.values());
  if ([...children.values()].some((list) => list.length > band.profile.maxChildren)) {
    ways = fittedWays(band);
    children = childrenOf(ways.values());
  }
  return {
    band,
    ways,
    children,
    orphans: band.radios.filter((radio) => !isRoot(radio) && !ways.has(radio.row.id)),
  };
}

/** The tree of every band. */
export const treesOf = memo("treesOf", (design): readonly Tree[] => bandsOf(design).map(treeOf));

/** What is heard of the coordinators, through any number of routers, when some are gone. */
function reached(band: Band, without: ReadonlySet<string>): Set<string> {
  const seen = new Set<string>();
  const open: Radio[] = band.radios.filter((radio) => isRoot(radio) && !without.has(radio.row.id));
  for (const radio of open) seen.add(radio.row.id);
  for (let radio = open.pop(); radio; radio = open.pop()) {
    if (!forwards(radio)) continue;
    for (const link of band.linksOf.get(radio.row.id)!) {
      const other = otherEnd(link, radio.row.id);
      if (seen.has(other.row.id) || without.has(other.row.id)) continue;
      seen.add(other.row.id);
      open.push(other);
    }
  }
  return seen;
}

/**
 * Who hears nothing any more once radios are unplugged, those themselves aside, that was heard before.
 * @param without ids of radios
 */
export function lostWithout(band: Band, without: ReadonlySet<string>): Radio[] {
  const before = reached(band, new Set());
  const after = reached(band, without);
  return band.radios.filter(({ row }) => !without.has(row.id) && before.has(row.id) && !after.has(row.id));
}

/** A router all of whose ways lead through it, and who they are. */
export interface Single {
  radio: Radio;
  lost: readonly Radio[];
}

/** All coordinators as one place. */
const ROOT = "";

/** Places of a graph without which others are not reached from `ROOT`: one search, without recursion (Tarjan 1972). */
function cutPlaces(around: ReadonlyMap<string, ReadonlySet<string>>): Set<string> {
  const order = new Map<string, number>([[ROOT, 0]]);
  const low = new Map<string, number>([[ROOT, 0]]);
  const cut = new Set<string>();
  const stack: { id: string; from?: string; next: Iterator<string> }[] = [
    { id: ROOT, next: around.get(ROOT)!.values() },
  ];
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    const { id, from, next } = top;
    const { value: other, done } = next.next();
    if (done) {
      stack.pop();
      if (from === undefined) continue;
      low.set(from, Math.min(low.get(from)!, low.get(id)!));
      if (from !== ROOT && low.get(id)! >= order.get(from)!) cut.add(from);
    } else if (order.has(other)) {
      if (other !== from) low.set(id, Math.min(low.get(id)!, order.get(other)!));
    } else {
      order.set(other, order.size);
      low.set(other, order.get(other)!);
      stack.push({ id: other, from: id, next: around.get(other)!.values() });
    }
  }
  return cut;
}

/**
 * Routers whose loss cuts others off, the coordinators aside; those with most behind them first. What passes nothing
 * on hangs on its router alone, or is lost with those through which all its routers are heard.
 */
export function singlesOf(band: Band): Single[] {
  const place = (radio: Radio) => (isRoot(radio) ? ROOT : radio.row.id);
  const around = new Map<string, Set<string>>([[ROOT, new Set()]]);
  for (const radio of band.radios) if (forwards(radio)) around.set(place(radio), new Set());
  for (const { a, b } of band.links) {
    if (!forwards(a) || !forwards(b) || place(a) === place(b)) continue;
    around.get(place(a))!.add(place(b));
    around.get(place(b))!.add(place(a));
  }
  const cut = cutPlaces(around);
  const heard = reached(band, new Set());
  for (const radio of band.radios) {
    if (forwards(radio)) continue;
    const routers = new Set(
      band.linksOf
        .get(radio.row.id)!
        .map((link) => otherEnd(link, radio.row.id))
        .filter((other) => forwards(other) && heard.has(other.row.id))
        .map(place),
    );
    const [only] = routers;
    if (routers.size === 1 && only !== ROOT) cut.add(only!);
  }
  const byId = new Map(band.radios.map((radio) => [radio.row.id, radio]));
  return [...cut]
    .map((id) => ({ radio: byId.get(id)!, lost: lostWithout(band, new Set([id])) }))
    .filter(({ lost }) => lost.length)
    .sort((a, b) => b.lost.length - a.lost.length || (a.radio.row.id < b.radio.row.id ? -1 : 1));
}

/** Single points of failure of every band. */
export const allSingles = memo(
  "allSingles",
  (design): ReadonlyMap<string, readonly Single[]> =>
    new Map(bandsOf(design).map((band) => [band.profile.id, singlesOf(band)])),
);

/** How well a radio can be heard at all: the best way there is, by the weakest link on it. */
export interface Reach {
  radio: Radio;
  /** Margin of that link, dB. */
  marginDb: number;
  /** The link that sets it. */
  weakest: Link;
  /** Who hears it on that way. */
  parent: Radio;
}

/**
 * The widest way of every radio (Pollack 1960): grown from the coordinators, the strongest link next. Whether a
 * house is sound is asked of these, not of the cheapest ways: a network that may take two strong hops can be made to,
 * one that has a weak one only cannot.
 */
export function reachOf(band: Band): ReadonlyMap<string, Reach> {
  const reach = new Map<string, Reach>();
  const done = new Set<string>();
  const open = new TinyQueue<{ reach?: Reach; radio: Radio; marginDb: number }>(
    band.radios.filter(isRoot).map((radio) => ({ radio, marginDb: Infinity })),
    (a, b) => b.marginDb - a.marginDb,
  );
  for (let at = open.pop(); at; at = open.pop()) {
    const { id } = at.radio.row;
    if (done.has(id)) continue;
    done.add(id);
    if (at.reach) reach.set(id, at.reach);
    if (!forwards(at.radio)) continue;
    for (const link of band.linksOf.get(id)!) {
      const other = otherEnd(link, id);
      if (done.has(other.row.id)) continue;
      const marginDb = Math.min(at.marginDb, link.marginDb);
      const weakest = link.marginDb <= at.marginDb ? link : at.reach!.weakest;
      open.push({
        radio: other,
        marginDb,
        reach: { radio: other, marginDb, weakest, parent: at.radio },
      });
    }
  }
  return reach;
}

/** The widest ways of every band, by profile. */
export const reachesOf = memo(
  "reachesOf",
  (design): ReadonlyMap<string, ReadonlyMap<string, Reach>> =>
    new Map(bandsOf(design).map((band) => [band.profile.id, reachOf(band)])),
);
