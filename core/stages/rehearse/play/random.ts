/**
 * Chance that is the same at every repeat. Each thing and each person has a stream of its own, by name, so that one more
 * lamp in the house changes nothing of what happens elsewhere.
 */

/** The seed of a rehearsal where nobody says another. */
export const FIRST_SEED = 7;

/** FNV-1a, 32 bits. */
export function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** Spreads 32 bits over all of them (the finaliser of murmur3). */
function spread(bits: number): number {
  let h = bits >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/** Numbers in [0, 1), by seed and name (mulberry32). */
export function stream(seed: number, name: string): () => number {
  let state = spread((seed >>> 0) ^ hashOf(name));
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A number in [0, 1) that belongs to a whole number, whatever was asked before. @returns asks for one */
export function numbersOf(seed: number, name: string): (n: number) => number {
  const own = spread((seed >>> 0) ^ hashOf(name));
  return (n) => spread(own + Math.imul(n | 0, 0x9e3779b1)) / 4_294_967_296;
}

/**
 * A curve without jumps through numbers in [-1, 1], one at each whole x: between two of them it follows a cosine. The same
 * x has the same value in whatever order it is asked; whoever asks forwards is answered quickest.
 */
export function curveOf(seed: number, name: string): (x: number) => number {
  const numberAt = numbersOf(seed, name);
  let at = NaN;
  let here = 0;
  let next = 0;
  return (x) => {
    const n = Math.floor(x);
    if (n !== at) {
      at = n;
      here = numberAt(n);
      next = numberAt(n + 1);
    }
    const share = (1 - Math.cos((x - n) * Math.PI)) / 2;
    return 2 * (here * (1 - share) + next * share) - 1;
  };
}
