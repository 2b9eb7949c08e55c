/** What a house draws and what its sun gives, added up from change to change: kWh of a constant are exact. */

const HOUR_MS = 3_600_000;

export class Meter {
  private readonly watts = new Map<string, number>();
  private readonly since = new Map<string, number>();
  private readonly kWhBy = new Map<string, number>();
  private useW = 0;
  private sunW = 0;
  private at: number;
  private from: number;
  private readonly baseW: number;
  kWh = 0;
  /** Made by the house itself. */
  sunKWh = 0;
  /** What came from the street: use above the sun, moment for moment. */
  boughtKWh = 0;

  /**
   * @param at milliseconds
   * @param baseW what is always on
   */
  constructor(at: number, baseW = 0) {
    this.at = this.from = at;
    this.baseW = baseW;
    this.useW = baseW;
  }

  /** From now on it is counted; what runs, runs on. */
  begin(now: number): void {
    this.count(now);
    this.kWh = this.sunKWh = this.boughtKWh = 0;
    this.kWhBy.clear();
    for (const id of this.watts.keys()) this.since.set(id, now);
    this.from = now;
  }

  /** What each thing has drawn since the beginning, kWh; what is always on under no name. */
  shares(now: number): Map<string, number> {
    const found = new Map([...this.watts.keys()].map((id) => [id, this.energyOf(id, now)]));
    found.set("", (this.baseW / 1000) * ((now - this.from) / HOUR_MS));
    return found;
  }

  /** All up to a moment. */
  count(now: number): void {
    const hours = (now - this.at) / HOUR_MS;
    if (hours <= 0) return;
    this.at = now;
    this.kWh += (this.useW * hours) / 1000;
    this.sunKWh += (this.sunW * hours) / 1000;
    this.boughtKWh += (Math.max(0, this.useW - this.sunW) * hours) / 1000;
  }

  /** @returns whether it is another than before */
  draws(id: string, w: number, now: number): boolean {
    const before = this.watts.get(id) ?? 0;
    if (before === w) return false;
    this.count(now);
    this.kWhBy.set(id, this.energyOf(id, now));
    this.since.set(id, now);
    this.watts.set(id, w);
    this.useW += w - before;
    return true;
  }

  sun(w: number, now: number): void {
    this.count(now);
    this.sunW = w;
  }

  powerOf = (id: string): number => this.watts.get(id) ?? 0;

  /** kWh of a thing up to now. */
  energyOf(id: string, now: number): number {
    const since = this.since.get(id) ?? now;
    return (this.kWhBy.get(id) ?? 0) + (this.powerOf(id) / 1000) * ((now - since) / HOUR_MS);
  }

  /** What the sun gives beyond what is used, W; below nothing where it does not reach. */
  surplusW = (): number => this.sunW - this.useW;
}
