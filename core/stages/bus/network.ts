/**
 * Volts at every node of a low-voltage line, whatever its form: line, tree, star, ring, one supply or several.
 *
 * Kirchhoff's current law at every node that is no supply, with the conductance of each stretch over both
 * conductors. Eliminated like Gauss, fewest neighbours first, so that a tree is done from its leaves inwards in
 * linear time and a ring costs only its ring. Loads of constant power are linearised at the volts found so far and
 * solved again (Newton): from above, so that the working point is found, and never the collapsed one.
 */
import { InputError } from "../../design/input-error";

export interface Stretch {
  a: number;
  b: number;
  /** Of both conductors together, Ω; above 0. */
  ohm: number;
}

export interface Load {
  node: number;
  /** Drawn whatever the volts are, A. */
  amps?: number;
  /** Drawn whatever the volts are, W: a converter takes more current at fewer volts. */
  watts?: number;
}

export interface Supply {
  node: number;
  volts: number;
}

export interface Network {
  /** How many nodes, named 0 … nodes − 1. */
  nodes: number;
  stretches: readonly Stretch[];
  loads: readonly Load[];
  supplies: readonly Supply[];
}

export interface NodeVolts {
  /** By node. */
  volts: readonly number[];
  /** Current in each stretch from a to b, A, in the order given. */
  amps: readonly number[];
  /** What each supply gives, A, in the order given. */
  supplyAmps: readonly number[];
  rounds: number;
}

/** Volts are found when no node changes by more than this. */
const EXACT_V = 1e-6;
/** Newton doubles the right digits each round: who needs more than these has no working point. */
const MOST_ROUNDS = 60;

/**
 * Solve a network.
 * @returns undefined where the loads take more than the line can carry at any voltage: it collapses
 * @throws InputError where a node hangs on no supply, a stretch has no resistance, or two supplies share a node
 */
export function nodeVolts(network: Network): NodeVolts | undefined {
  const { nodes, loads, supplies } = network;
  const fixed = new Map<number, number>();
  for (const { node, volts } of supplies) {
    if (fixed.has(node)) refuse("supplies", `has two supplies at node ${node}`);
    fixed.set(node, volts);
  }
  const amps = new Float64Array(nodes);
  const watts = new Float64Array(nodes);
  for (const load of loads) {
    amps[load.node]! += load.amps ?? 0;
    watts[load.node]! += load.watts ?? 0;
  }
  const plan = planOf(network, fixed);
  // Without load, every node has the volts that the supplies share out: the highest it can have.
  let volts = solve(plan, fixed, new Float64Array(nodes), new Float64Array(nodes));
  for (let rounds = 1; rounds <= MOST_ROUNDS; rounds++) {
    const drawn = new Float64Array(nodes);
    const slope = new Float64Array(nodes);
    for (let node = 0; node < nodes; node++) {
      const now = volts![node]!;
      // P/V about V₀ is P/V₀ − P/V₀²·(V − V₀): a current of 2P/V₀, less a conductance of P/V₀².
      drawn[node] = amps[node]! + (watts[node] ? (2 * watts[node]!) / now : 0);
      slope[node] = watts[node] ? -watts[node]! / now ** 2 : 0;
    }
    const next = solve(plan, fixed, drawn, slope);
    if (!next) return undefined;
    let change = 0;
    for (let node = 0; node < nodes; node++) {
      if (next[node]! <= 0) return undefined;
      change = Math.max(change, Math.abs(next[node]! - volts![node]!));
    }
    volts = next;
    if (change <= EXACT_V) return answer(network, volts, rounds);
  }
  return undefined;
}

function answer({ stretches, supplies, loads }: Network, volts: Float64Array, rounds: number): NodeVolts {
  const amps = stretches.map(({ a, b, ohm }) => (volts[a]! - volts[b]!) / ohm);
  const supplyAmps = supplies.map(({ node }) => {
    let sum = 0;
    stretches.forEach(({ a, b }, i) => {
      if (a === node) sum += amps[i]!;
      if (b === node) sum -= amps[i]!;
    });
    for (const load of loads)
      if (load.node === node) sum += (load.amps ?? 0) + (load.watts ?? 0) / volts[node]!;
    return sum;
  });
  return { volts: [...volts], amps, supplyAmps, rounds };
}

function refuse(path: string, reason: string): never {
  throw new InputError([{ path, reason }]);
}

/** Order of elimination and what each step needs: the same for every round, since only the diagonal changes. */
interface Plan {
  /** Own conductance of each node, S. */
  diagonal: Float64Array;
  /** Nodes in the order they are eliminated; supplies are none of them. */
  order: Int32Array;
  /** For each of them, the neighbours left at that time, and the conductance to each before any elimination. */
  left: Int32Array[];
  /** Conductance between neighbours, by a·nodes + b. */
  between: Map<number, number>;
  nodes: number;
}

function planOf({ nodes, stretches }: Network, fixed: ReadonlyMap<number, number>): Plan {
  const diagonal = new Float64Array(nodes);
  const between = new Map<number, number>();
  const beside = Array.from({ length: nodes }, () => new Set<number>());
  for (const { a, b, ohm } of stretches) {
    if (!(ohm > 0)) refuse("stretches", "must have a resistance above 0 Ω");
    if (a === b) continue;
    const conductance = 1 / ohm;
    diagonal[a]! += conductance;
    diagonal[b]! += conductance;
    for (const key of [a * nodes + b, b * nodes + a]) between.set(key, (between.get(key) ?? 0) + conductance);
    beside[a]!.add(b);
    beside[b]!.add(a);
  }
  reached(nodes, beside, fixed);
  // Fewest neighbours first, in buckets by how many: leaves, then what became a leaf, then the rings.
  const buckets: number[][] = [];
  const push = (node: number) => (buckets[beside[node]!.size] ??= []).push(node);
  const gone = new Uint8Array(nodes);
  for (let node = 0; node < nodes; node++) if (!fixed.has(node)) push(node);
  const order: number[] = [];
  const left: Int32Array[] = [];
  for (let degree = 0; degree < buckets.length;) {
    const node = buckets[degree]?.pop();
    if (node === undefined) {
      degree += 1;
      continue;
    }
    // Put in again since with fewer or more neighbours: the newest entry counts.
    if (gone[node] || beside[node]!.size !== degree) continue;
    gone[node] = 1;
    const others = [...beside[node]!];
    order.push(node);
    left.push(Int32Array.from(others));
    for (const one of others) {
      beside[one]!.delete(node);
      for (const other of others) if (other !== one) beside[one]!.add(other);
    }
    for (const one of others) {
      if (fixed.has(one) || gone[one]) continue;
      push(one);
      degree = Math.min(degree, beside[one]!.size);
    }
  }
  return { diagonal, order: Int32Array.from(order), left, between, nodes };
}

/** Every node must be fed. */
function reached(
  nodes: number,
  beside: readonly ReadonlySet<number>[],
  fixed: ReadonlyMap<number, number>,
): void {
  const seen = new Uint8Array(nodes);
  const queue = [...fixed.keys()];
  for (const node of queue) seen[node] = 1;
  for (let node = queue.pop(); node !== undefined; node = queue.pop())
    for (const other of beside[node]!) {
      if (seen[other]) continue;
      seen[other] = 1;
      queue.push(other);
    }
  const lost = seen.indexOf(0);
  if (lost >= 0) refuse("nodes", `leave node ${lost} without a supply`);
}

/**
 * One linear solve: `drawn` A out of each node, `slope` S added to its own conductance (below 0 for constant
 * power). Undefined where a pivot is not above 0: the loads outrun the line.
 */
function solve(
  { diagonal, order, left, between, nodes }: Plan,
  fixed: ReadonlyMap<number, number>,
  drawn: Float64Array,
  slope: Float64Array,
): Float64Array | undefined {
  const own = diagonal.map((conductance, node) => conductance + slope[node]!);
  const right = drawn.map((amps) => -amps);
  const link = new Map(between);
  for (let i = 0; i < order.length; i++) {
    const node = order[i]!;
    const pivot = own[node]!;
    // Rounding leaves a part of the conductance; what is below it is none.
    if (!(pivot > diagonal[node]! * 1e-12)) return undefined;
    const others = left[i]!;
    for (const one of others) {
      const share = (link.get(node * nodes + one) ?? 0) / pivot;
      right[one]! += share * right[node]!;
      for (const other of others) {
        const through = share * (link.get(node * nodes + other) ?? 0);
        if (other === one) own[one]! -= through;
        else link.set(one * nodes + other, (link.get(one * nodes + other) ?? 0) + through);
      }
    }
  }
  const volts = new Float64Array(nodes);
  for (const [node, value] of fixed) volts[node] = value;
  for (let i = order.length - 1; i >= 0; i--) {
    const node = order[i]!;
    let sum = right[node]!;
    for (const other of left[i]!) sum += (link.get(node * nodes + other) ?? 0) * volts[other]!;
    volts[node] = sum / own[node]!;
  }
  return volts;
}
