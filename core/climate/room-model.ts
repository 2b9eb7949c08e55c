/**
 * Rooms as capacities joined by conductances (docs/model.md §10): C dT/dt = −K T + g Tout + P, a linear system, stepped
 * exactly whatever the step. With x = C^½ T it is symmetric, so it falls apart into modes that each decay by themselves:
 * dz/dt = −λ z + q has z(t + Δ) = z e^(−λΔ) + q (1 − e^(−λΔ)) ÷ λ as long as q stays what it is. A change of heat in one
 * room changes q by one column, so nothing is multiplied out at a step.
 */

/** A room, or the slab under one. */
export interface HeatNode {
  /** J/K. */
  capacityJK: number;
  /** To outside, W/K. */
  outsideWK: number;
}

/** Two nodes that warm one another. */
export interface HeatTie {
  a: number;
  b: number;
  wk: number;
}

/** Of a step: what each mode keeps, and what it gains of a watt. */
interface Factors {
  stepS: number;
  readonly decay: Float64Array;
  readonly gain: Float64Array;
}

const noFactors = (n: number): Factors => ({
  stepS: NaN,
  decay: new Float64Array(n),
  gain: new Float64Array(n),
});

/** Sweeps of Jacobi's method; a few dozen nodes are done in less than ten. */
const MOST_SWEEPS = 60;
const SMALL = 1e-12;

/**
 * Eigenvalues and vectors of a symmetric matrix by Jacobi's rotations.
 * @param matrix n × n, row by row; spoilt
 * @returns values, and vectors as columns, row by row
 */
export function symmetricModes(
  matrix: Float64Array,
  n: number,
): { values: Float64Array; vectors: Float64Array } {
  const a = matrix;
  const v = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1) v[i * n + i] = 1;
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep += 1) {
    let off = 0;
    let all = 0;
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1) {
        all += a[i * n + j]! ** 2;
        if (i !== j) off += a[i * n + j]! ** 2;
      }
    if (off <= SMALL * SMALL * all) break;
    for (let p = 0; p < n - 1; p += 1) for (let q = p + 1; q < n; q += 1) rotate(a, v, n, p, q);
  }
  return { values: Float64Array.from({ length: n }, (_, i) => a[i * n + i]!), vectors: v };
}

/** One rotation that makes the element at (p, q) nothing. */
function rotate(a: Float64Array, v: Float64Array, n: number, p: number, q: number): void {
  const apq = a[p * n + q]!;
  if (apq === 0) return;
  const theta = (a[q * n + q]! - a[p * n + p]!) / (2 * apq);
  const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
  const c = 1 / Math.sqrt(t * t + 1);
  const s = t * c;
  for (let k = 0; k < n; k += 1) {
    const akp = a[k * n + p]!;
    const akq = a[k * n + q]!;
    a[k * n + p] = c * akp - s * akq;
    a[k * n + q] = s * akp + c * akq;
  }
  for (let k = 0; k < n; k += 1) {
    const apk = a[p * n + k]!;
    const aqk = a[q * n + k]!;
    a[p * n + k] = c * apk - s * aqk;
    a[q * n + k] = s * apk + c * aqk;
    const vkp = v[k * n + p]!;
    const vkq = v[k * n + q]!;
    v[k * n + p] = c * vkp - s * vkq;
    v[k * n + q] = s * vkp + c * vkq;
  }
}

export class RoomModel {
  private readonly n: number;
  private readonly rates: Float64Array;
  /** Of a node's watts, what comes into each mode: node by node. */
  private readonly into: Float64Array;
  /** Of the modes, what a node's temperature is: node by node, K. */
  private readonly out: Float64Array;
  private readonly fromOutside: Float64Array;
  private readonly z: Float64Array;
  private readonly q: Float64Array;
  private outsideC = 0;
  private readonly root: Float64Array;
  /** Of the step that is made again and again, and of the last one that was cut short. */
  private usual: Factors;
  private odd: Factors;

  /**
   * @param nodes with a capacity above nothing
   * @param startC all nodes at first
   */
  constructor(nodes: readonly HeatNode[], ties: readonly HeatTie[], startC: readonly number[]) {
    const n = (this.n = nodes.length);
    const k = new Float64Array(n * n);
    for (const [i, { outsideWK }] of nodes.entries()) k[i * n + i] = outsideWK;
    for (const { a, b, wk } of ties) {
      k[a * n + a]! += wk;
      k[b * n + b]! += wk;
      k[a * n + b]! -= wk;
      k[b * n + a]! -= wk;
    }
    const root = (this.root = Float64Array.from(nodes, ({ capacityJK }) => Math.sqrt(capacityJK)));
    for (let i = 0; i < n; i += 1) for (let j = 0; j < n; j += 1) k[i * n + j]! /= root[i]! * root[j]!;
    const { values, vectors } = symmetricModes(k, n);
    this.rates = values;
    this.into = new Float64Array(n * n);
    this.out = new Float64Array(n * n);
    this.fromOutside = new Float64Array(n);
    this.z = new Float64Array(n);
    this.q = new Float64Array(n);
    this.usual = noFactors(n);
    this.odd = noFactors(n);
    for (let node = 0; node < n; node += 1)
      for (let mode = 0; mode < n; mode += 1) {
        const part = vectors[node * n + mode]!;
        this.into[node * n + mode] = part / root[node]!;
        this.out[node * n + mode] = part / root[node]!;
        this.fromOutside[mode]! += (part / root[node]!) * nodes[node]!.outsideWK;
      }
    this.begin(startC);
  }

  /** Anew: nodes at these temperatures, with nothing coming in and 0 °C outside until it is told otherwise. */
  begin(startC: ArrayLike<number>): void {
    const { n, z, out, root } = this;
    z.fill(0);
    this.q.fill(0);
    this.outsideC = 0;
    // What takes modes to temperatures is their vectors over the root of the capacity.
    for (let node = 0; node < n; node += 1)
      for (let mode = 0; mode < n; mode += 1)
        z[mode]! += out[node * n + mode]! * root[node]! ** 2 * startC[node]!;
  }

  /** It is so warm outside from now on, °C. */
  outside(celsius: number): void {
    const more = celsius - this.outsideC;
    if (more === 0) return;
    this.outsideC = celsius;
    for (let mode = 0; mode < this.n; mode += 1) this.q[mode]! += more * this.fromOutside[mode]!;
  }

  /** So much more, or less, comes into a node from now on, W. */
  heat(node: number, moreW: number): void {
    if (moreW === 0) return;
    const { n, q, into } = this;
    const at = node * n;
    for (let mode = 0; mode < n; mode += 1) q[mode]! += moreW * into[at + mode]!;
  }

  /** How a watt that is shared out over some nodes comes into the modes: of what warms many of them at once. */
  column(shares: readonly { node: number; share: number }[]): Float64Array {
    const { n, into } = this;
    const column = new Float64Array(n);
    for (const { node, share } of shares)
      for (let mode = 0; mode < n; mode += 1) column[mode]! += share * into[node * n + mode]!;
    return column;
  }

  /** So much more, or less, comes in by a column from now on, W. */
  heatBy(column: Float64Array, moreW: number): void {
    if (moreW === 0) return;
    const { n, q } = this;
    for (let mode = 0; mode < n; mode += 1) q[mode]! += moreW * column[mode]!;
  }

  /** Time passes, s, with nothing changing meanwhile. */
  step(seconds: number): void {
    if (seconds <= 0) return;
    const { n, z, q } = this;
    const { decay, gain } = this.factorsOf(seconds);
    for (let mode = 0; mode < n; mode += 1) z[mode] = z[mode]! * decay[mode]! + q[mode]! * gain[mode]!;
  }

  /** What a mode keeps over a step, and what it gains of what comes in. */
  private factorsOf(seconds: number): Factors {
    if (seconds === this.usual.stepS) return this.usual;
    const { odd } = this;
    // Twice in a row: that is the usual one from now on.
    if (seconds === odd.stepS) {
      this.odd = this.usual;
      return (this.usual = odd);
    }
    odd.stepS = seconds;
    for (let mode = 0; mode < this.n; mode += 1) {
      const rate = this.rates[mode]!;
      odd.decay[mode] = Math.exp(-rate * seconds);
      // What leaks nowhere only gathers.
      odd.gain[mode] = rate * seconds < 1e-9 ? seconds : -Math.expm1(-rate * seconds) / rate;
    }
    return odd;
  }

  /** Of some nodes, °C, in their order. */
  temperatures(nodes: Int32Array, into: Float64Array): void {
    const { n, z, out } = this;
    for (let i = 0; i < nodes.length; i += 1) {
      const at = nodes[i]! * n;
      let sum = 0;
      for (let mode = 0; mode < n; mode += 1) sum += out[at + mode]! * z[mode]!;
      into[i] = sum;
    }
  }

  /** Of a node, °C. */
  temperature(node: number): number {
    const { n, z, out } = this;
    const at = node * n;
    let sum = 0;
    for (let mode = 0; mode < n; mode += 1) sum += out[at + mode]! * z[mode]!;
    return sum;
  }
}
