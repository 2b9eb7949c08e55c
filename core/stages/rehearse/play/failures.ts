/** What is broken on purpose, and what gives out by itself: what is unheard, what is unfed, and how it all comes back. */
import { cutsSupply, isHit, phoneOf, wetProbe, type Break } from "./breaks";
import type { House, Thing } from "./house";
import type { Scene } from "./scene";

/** What a failure does to the rest of a rehearsal. */
export interface Affected {
  hubStops(): void;
  /** The hub is up again, with nothing in mind. */
  hubStarts(): void;
  /** A thing's supply has gone, or is back. */
  cut(thing: Thing): void;
  fed(thing: Thing, line: number): void;
  /** Mains have gone, or are back: what makes the heat hangs on them. */
  mains(): void;
  /** Light may have gone where somebody is. */
  dark(): void;
  /** The hub is told again who is where. */
  person(person: string, line: number): void;
}

export class Failures {
  readonly standing: Break[] = [];
  /** How much keeps a thing from answering. */
  private readonly hits = new Map<string, number>();

  constructor(
    private readonly scene: Scene,
    private readonly house: House,
    private readonly affected: Affected,
  ) {}

  answers = (thing: Thing): boolean => !this.hits.get(thing.id);
  unfed = (thing: Thing): boolean =>
    this.standing.length > 0 && this.standing.some((one) => cutsSupply(one, thing) && isHit(one, thing));

  hasMains = (): boolean => !this.standing.some(({ what }) => what === "mains");

  breaks(one: Break): void {
    const line = this.scene.line("broken", { value: one.what });
    this.standing.push(one);
    const probe = wetProbe(one);
    if (probe !== undefined) this.wets(probe, true, line);
    for (const thing of this.house.things) {
      if (!isHit(one, thing)) continue;
      if (cutsSupply(one, thing)) this.affected.cut(thing);
      this.more(thing);
    }
    if (one.what === "mains") this.affected.mains();
    this.affected.dark();
  }

  /** For good: its cells are empty. */
  gone(thing: Thing): void {
    this.affected.cut(thing);
    this.more(thing);
  }

  private more(thing: Thing): void {
    const known = this.hits.get(thing.id) ?? 0;
    this.hits.set(thing.id, known + 1);
    if (!known) this.scene.tell({ kind: "state", point: thing.id, aspect: "online", value: false });
  }

  /** One thing less keeps it from answering. @returns whether it answers again */
  private less(thing: Thing): boolean {
    const left = this.hits.get(thing.id)! - 1;
    this.hits.set(thing.id, left);
    return left === 0;
  }

  private wets(probe: string, wet: boolean, line: number): void {
    const thing = this.scene.thing(probe);
    if (thing) this.scene.says(thing, "wet", wet, line);
  }

  hubStops(one: Break): void {
    this.affected.hubStops();
    // That it fails with what is broken is said there; by its battery it fails later.
    if (one.what !== "hub" && !one.what.startsWith("hub:") && (one.hit || this.scene.now() > one.from))
      this.scene.line("broken", { value: "hub" });
  }

  mends(one: Break, hubStopped: boolean): void {
    const { scene, affected } = this;
    const line = scene.line("back", { value: one.what });
    this.standing.splice(this.standing.indexOf(one), 1);
    const left = phoneOf(one);
    if (left !== undefined) affected.person(left, line);
    const probe = wetProbe(one);
    if (probe !== undefined) this.wets(probe, false, line);
    const hit = this.house.things.filter((thing) => isHit(one, thing));
    const again = hit.filter((thing) => this.less(thing));
    if (hubStopped) affected.hubStarts();
    if (!hubStopped || !scene.isHubDown())
      for (const thing of hubStopped ? [] : again)
        for (const aspect of thing.reads) {
          const value = scene.valueOf(thing, aspect);
          if (value !== undefined) scene.tell({ kind: "state", point: thing.id, aspect, value });
        }
    for (const thing of hit) if (cutsSupply(one, thing) && !this.unfed(thing)) affected.fed(thing, line);
    if (one.what === "mains") affected.mains();
  }
}
