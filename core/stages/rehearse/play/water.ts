/**
 * Water under the house: it seeps in, faster where it rains, a pump lifts it out between two floats, and where the pump
 * stands it runs over to the leak sensors.
 */
import type { Scene } from "./scene";
import type { Thing } from "./house";
import { USUAL_W } from "./things/appliance";

/** Litres at which the pump starts and stops, and at which it runs over. */
export const STARTS_L = 50;
export const STOPS_L = 10;
export const OVER_L = 80;
/** So far down the probes are dry again. */
const DRY_L = OVER_L - 1;
/** No fuller than this: the floor takes the rest. */
const MOST_L = 400;
/** Comes in, l/h; and more while it rains. */
export const SEEPS_LH = 4;
export const RAINS_LH = 70;
/** A small sump pump, l/h. */
export const LIFTS_LH = 2400;
const HOUR_MS = 3_600_000;

export class Water {
  private litres = 20;
  private at: number;
  private running = false;
  private off = () => {};
  private readonly pump: Thing;
  private because: number | undefined;

  constructor(
    private readonly scene: Scene,
    pump: Thing,
    private readonly probes: readonly Thing[],
  ) {
    this.at = scene.now();
    this.pump = pump;
  }

  /** It is looked at when the weather may be another, and when the pump gains or loses its supply. */
  look(): void {
    this.flow();
    this.follow();
  }

  /** How full it is, l. */
  fill = (): number => this.litres;

  private canRun = (): boolean =>
    !this.scene.unfed(this.pump) && this.scene.standIn(this.pump.id).value("on") === true;

  private inflow = (): number => SEEPS_LH + (this.scene.sky().rain ? RAINS_LH : 0);

  /** What has come and gone since. */
  private flow(): void {
    const hours = (this.scene.now() - this.at) / HOUR_MS;
    this.at = this.scene.now();
    const rate = this.rate - (this.running ? LIFTS_LH : 0);
    this.litres = Math.min(MOST_L, Math.max(0, this.litres + rate * hours));
  }
  private rate = SEEPS_LH;

  private follow(): void {
    this.off();
    this.rate = this.inflow();
    if (this.running && (this.litres <= STOPS_L + 1e-6 || !this.canRun())) this.run(false);
    else if (!this.running && this.litres >= STARTS_L - 1e-6 && this.canRun()) this.run(true);
    this.wet();
    const rate = this.rate - (this.running ? LIFTS_LH : 0);
    const to = this.running
      ? this.litres >= OVER_L
        ? DRY_L
        : STOPS_L
      : this.canRun()
        ? STARTS_L
        : this.litres < OVER_L
          ? OVER_L
          : undefined;
    const hours = to === undefined ? undefined : (to - this.litres) / rate;
    this.off =
      hours === undefined || hours <= 0
        ? () => {}
        : this.scene.at(this.scene.now() + Math.ceil(hours * HOUR_MS), () => this.look());
  }

  private run(to: boolean): void {
    this.running = to;
    const { scene, pump } = this;
    this.because = scene.line(to ? "pumps" : "pumped out", { point: pump.id });
    const w = to ? pump.watts || USUAL_W.pump : 0;
    if (scene.meter.draws(pump.id, w, scene.now()) && pump.reads.includes("power"))
      scene.says(pump, "power", w, this.because);
  }

  private wet(): void {
    const over = this.litres >= OVER_L - 1e-6;
    for (const probe of this.probes)
      if ((this.scene.valueOf(probe, "wet") === true) !== over)
        this.scene.says(
          probe,
          "wet",
          over,
          over ? this.scene.line("runs over", { point: this.pump.id }) : this.because,
        );
  }
}
