/** Cells of the house as they drain, tell how full they are, and give out. */
import { CELL_STEP_PCT, cellsAt, reaches, type Cells } from "./things/cells";
import type { Thing } from "./house";
import type { Scene } from "./scene";

const DAY_MS = 86_400_000;
/** Where nobody knows when they were put in. */
const UNKNOWN_PCT = 80;
/** What is in use at the beginning still has so much, however long ago its cells were put in. */
const LEAST_PCT = 2;

interface Own extends Cells {
  told: number;
  off: () => void;
  empty: boolean;
}

export class CellDrain {
  private readonly cells = new Map<string, Own>();

  /** @param gone its cells are empty: it is not heard any more */
  constructor(
    private readonly scene: Scene,
    private readonly gone: (thing: Thing, line: number) => void,
  ) {
    const now = scene.now();
    for (const thing of scene.house.things) {
      if (!thing.cells) continue;
      const { sinceMs, usualPerDayPct, perDayPct, perDoingPct } = thing.cells;
      const days = sinceMs === undefined ? undefined : Math.max(0, now - sinceMs) / DAY_MS;
      const pct = days === undefined ? UNKNOWN_PCT : Math.max(LEAST_PCT, 100 - days * usualPerDayPct);
      const own = {
        pct,
        at: now,
        perDayPct,
        perDoingPct,
        told: Math.round(pct),
        off: () => {},
        empty: false,
      };
      this.cells.set(thing.id, own);
    }
  }

  begin(): void {
    for (const id of this.cells.keys()) this.follow(this.scene.thing(id)!);
  }

  /** How full they are, whole %; undefined of what has none. */
  pct(id: string): number | undefined {
    const own = this.cells.get(id);
    return own && Math.round(cellsAt(own, this.scene.now()));
  }

  /** It has told something, or done something. */
  used(thing: Thing): void {
    const own = this.cells.get(thing.id);
    if (!own || own.empty) return;
    const now = this.scene.now();
    own.pct = Math.max(0, cellsAt(own, now) - own.perDoingPct);
    own.at = now;
    if (own.pct <= Math.max(0, own.told - CELL_STEP_PCT)) this.follow(thing);
  }

  private follow(thing: Thing): void {
    const own = this.cells.get(thing.id)!;
    own.off();
    const now = this.scene.now();
    const pct = cellsAt(own, now);
    if (pct <= 1e-9) {
      own.empty = true;
      this.gone(thing, this.scene.line("cells empty", { point: thing.id }));
      return;
    }
    if (pct <= own.told - CELL_STEP_PCT + 1e-9) {
      own.told = Math.ceil(pct);
      if (thing.reads.includes("battery")) this.scene.says(thing, "battery", Math.round(pct));
    }
    const next = Math.ceil(reaches(own, Math.max(0, own.told - CELL_STEP_PCT)));
    if (Number.isFinite(next)) own.off = this.scene.at(Math.max(now + 1, next), () => this.follow(thing));
  }
}
