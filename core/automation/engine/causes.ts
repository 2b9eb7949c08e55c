/** What came of what, by number: the youngest are kept, so that a year of them takes no more memory than a day. */
export interface Cause {
  at: number;
  because: number;
  /** The automation that made it; nobody where the world did. */
  by: string | undefined;
  fires: boolean;
}

/** Twice as many are kept before the older half goes: no chain that is followed is that long. */
const KEPT = 20_000;

export class Causes {
  private kept: Cause[] = [];
  private gone = 0;

  /** @returns its number, from 1 */
  add(cause: Cause): number {
    if (this.kept.length >= 2 * KEPT) {
      this.kept = this.kept.slice(KEPT);
      this.gone += KEPT;
    }
    this.kept.push(cause);
    return this.gone + this.kept.length;
  }

  /** Undefined for 0, which is the world, and for what has long gone. */
  of(n: number): Cause | undefined {
    return this.kept[n - this.gone - 1];
  }
}
