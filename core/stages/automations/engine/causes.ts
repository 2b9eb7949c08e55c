/**
 * What came of what, by number: the youngest are kept, so that a year of them takes no more memory than a day. They stand in
 * a ring of columns: as objects each would live just long enough to be moved by the collector, and a year has a million.
 */

/** No chain that is followed is that long. */
export const KEPT_CAUSES = 40_000;

export class Causes {
  private readonly times: number[] = [];
  private readonly earlier: number[] = [];
  private readonly makers: (string | undefined)[] = [];
  private readonly firing: boolean[] = [];
  private last = 0;

  /**
   * @param by the automation that made it; nobody where the world did
   * @returns its number, from 1
   */
  add(at: number, because: number, by: string | undefined, fires: boolean): number {
    // The first few are pushed, so that the columns grow with what there is.
    const i = this.last % KEPT_CAUSES;
    this.times[i] = at;
    this.earlier[i] = because;
    this.makers[i] = by;
    this.firing[i] = fires;
    return (this.last += 1);
  }

  /** Not of 0, which is the world, and not of what has long gone. */
  has = (n: number): boolean => n > 0 && n <= this.last && n > this.last - KEPT_CAUSES;
  /** When it was, ms; NaN of what it has not. */
  at = (n: number): number => (this.has(n) ? this.times[(n - 1) % KEPT_CAUSES]! : NaN);
  /** What it came of; 0 is the world. */
  because = (n: number): number => (this.has(n) ? this.earlier[(n - 1) % KEPT_CAUSES]! : 0);
  by = (n: number): string | undefined => (this.has(n) ? this.makers[(n - 1) % KEPT_CAUSES] : undefined);
  fires = (n: number): boolean => this.has(n) && this.firing[(n - 1) % KEPT_CAUSES]!;
}
