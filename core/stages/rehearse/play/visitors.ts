/** Strangers ring at the door by day, and somebody who is at home and awake opens. */
import { stream } from "./random";
import { BELL_DB } from "./noise";
import type { Scene } from "./scene";

/** So often on a day, on average, and between which hours. */
const RINGS_A_DAY = 0.7;
const FROM_H = 9;
const TO_H = 18.5;
/** Until somebody is at the door, s. */
const OPENS_S = [12, 40] as const;
const HOUR_MS = 3_600_000;

export class Visitors {
  private readonly random: () => number;
  /** The last ring. */
  last: { point: string; at: number } | undefined;

  constructor(
    private readonly scene: Scene,
    private readonly opens: (because: number) => void,
  ) {
    this.random = stream(scene.seed, "visitors");
  }

  day(startMs: number): void {
    const { random } = this;
    for (const bell of this.scene.house.bells ?? []) {
      const rings = random();
      const at = startMs + Math.round((FROM_H + random() * (TO_H - FROM_H)) * HOUR_MS);
      const after = Math.round((OPENS_S[0] + random() * (OPENS_S[1] - OPENS_S[0])) * 1000);
      if (rings < RINGS_A_DAY && at > this.scene.now()) this.scene.at(at, () => this.rings(bell, after));
    }
  }

  /** Somebody is at the door. */
  rings(bell: string, opensMs: number): void {
    const { scene } = this;
    const thing = scene.thing(bell);
    if (!thing || scene.unfed(thing)) return;
    const line = scene.line("rings", { point: bell });
    this.last = { point: bell, at: scene.now() };
    if (scene.answers(thing))
      scene.tell({ kind: "press", point: bell, button: 1, press: "single" }, { line });
    scene.sounds(thing.room, BELL_DB, line);
    scene.at(scene.now() + opensMs, () => {
      if ([...scene.people()].some(({ home, asleep }) => home && !asleep)) this.opens(line);
    });
  }
}
