/**
 * Messages between a thing and its hub: they take their time, and over radio some are lost and sent again, each wait twice
 * the one before. What one thing tells arrives in the order it was told.
 */
import { stream } from "./random";
import type { Thing } from "./house";
import type { Scene } from "./scene";

/** So often a message is sent before it is given up. */
export const TRIES = 4;
/** Before it is sent the second time, ms. */
export const AGAIN_MS = 250;

/** One thing's messages. */
interface Way {
  random?: () => number;
  /** Until when some are under way, up and down. */
  up: number;
  down: number;
}

export class Links {
  private readonly ways = new Map<string, Way>();

  constructor(private readonly scene: Scene) {}

  private wayOf(thing: Thing): Way {
    let way = this.ways.get(thing.id);
    if (!way) this.ways.set(thing.id, (way = { up: 0, down: 0 }));
    return way;
  }

  /** How long a message is under way, ms; undefined where every try is lost. */
  private underWay(thing: Thing, way: Way): number | undefined {
    const { delayMs, delivery } = thing.link!;
    if (delivery >= 1) return delayMs;
    way.random ??= stream(this.scene.seed, `link ${thing.id}`);
    let waited = delayMs;
    for (let sent = 0; sent < TRIES; sent += 1) {
      if (way.random() < delivery) return waited;
      waited += AGAIN_MS * 2 ** sent;
    }
    return undefined;
  }

  private send(thing: Thing, direction: "up" | "down", arrives: () => void, lost: () => void): void {
    const way = this.wayOf(thing);
    const ms = this.underWay(thing, way);
    if (ms === undefined) return lost();
    way[direction] = Math.max(this.scene.now() + ms, way[direction]);
    this.scene.at(way[direction], arrives);
  }

  /** From a thing to its hub; nothing of a thing that is cut off. */
  up(thing: Thing, arrives: () => void): void {
    if (!this.scene.answers(thing)) return;
    if (!thing.link) return arrives();
    this.send(
      thing,
      "up",
      () => this.scene.answers(thing) && arrives(),
      () => {},
    );
  }

  /** From the hub to a thing. */
  down(thing: Thing, arrives: () => void, lost: () => void): void {
    if (!this.scene.answers(thing)) return lost();
    if (!thing.link) return arrives();
    this.send(thing, "down", () => (this.scene.answers(thing) ? arrives() : lost()), lost);
  }
}
