/** What a drawing of another program holds for us: lines by layer, and what was left out of it. */
export interface DrawnLine {
  a: [number, number];
  b: [number, number];
}

export interface Drawing {
  /** Metres in one unit of the drawing; undefined where the file does not say. */
  metresPerUnit?: number;
  /** Lines by layer, in units of the drawing, y down. */
  layers: { name: string; lines: DrawnLine[] }[];
  /** What was not read, and why. */
  leftOut: { what: string; count: number; why: string }[];
}

/** Counts what is left out, by kind and reason. */
export class LeftOut {
  readonly #counts = new Map<string, { what: string; count: number; why: string }>();
  add(what: string, why: string): void {
    const key = `${what}\n${why}`;
    const known = this.#counts.get(key);
    if (known) known.count += 1;
    else this.#counts.set(key, { what, count: 1, why });
  }
  list(): Drawing["leftOut"] {
    return [...this.#counts.values()].sort((a, b) => b.count - a.count);
  }
}
