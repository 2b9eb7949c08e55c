/**
 * Coverage of a level off the page's own thread: coarse first, then fine. A newer question ends the older one; what
 * was reckoned of radios that did not move is kept.
 */
import type { Design } from "#core/design/collections";
import { bandShapes, type BandShape } from "#core/stages/mesh/bands";
import { gridOver, lossField, marginsOf, placesOf, type Grid } from "#core/stages/mesh/coverage";
import type { Spot, Spread } from "#core/stages/mesh/ray";
import { sceneOf, type SCENE_PARTS, type Scene } from "#core/stages/mesh/scene";

export interface CoverageAsk {
  n: number;
  /** Sent where it is another house than that of the last question. */
  house?: Pick<Design, (typeof SCENE_PARTS)[number]>;
  spread: Spread;
  box: { x0: number; y0: number; x1: number; y1: number };
  /** Height of the places above the site's zero, m. */
  z: number;
  steps: readonly number[];
  /** What sends, each with what it stands above a loss of nothing, dB. */
  radios: readonly (Spot & { budgetDb: number })[];
  show: "best" | "second";
  from: readonly number[];
}

export interface CoverageReply {
  n: number;
  grid: Grid;
  values: Float32Array;
  /** Which radio each value is of, by its place in the question; −1 none. */
  by: Int16Array;
  shapes: BandShape[];
  /** The finest there will be. */
  last: boolean;
}

let scene: Scene = { sheets: [], floors: [] };
/** Fields of loss by grid and radio. */
let fields = new Map<string, Float32Array>();
let asked = 0;

/** So many numbers are kept at the most: 64 MB. */
const MOST_KEPT = 16_000_000;

function fieldOf({ spread }: CoverageAsk, grid: Grid, radio: Spot): Float32Array {
  const key = JSON.stringify([spread, grid, radio.x, radio.y, radio.z]);
  const known = fields.get(key);
  if (known) return known;
  if (fields.size * placesOf(grid) > MOST_KEPT) fields = new Map();
  const field = lossField(scene, spread, radio, grid);
  fields.set(key, field);
  return field;
}

function work(ask: CoverageAsk, step: number): void {
  if (ask.n !== asked) return;
  const grid = gridOver(ask.box, ask.z, ask.steps[step]!);
  const { best, second, by } = marginsOf(
    placesOf(grid),
    ask.radios.map((radio) => ({ lossDb: fieldOf(ask, grid, radio), budgetDb: radio.budgetDb })),
  );
  const values = ask.show === "best" ? best : second;
  const reply: CoverageReply = {
    n: ask.n,
    grid,
    values,
    by,
    shapes: bandShapes(values, grid, ask.from),
    last: step === ask.steps.length - 1,
  };
  self.postMessage(reply);
  // What is asked meanwhile goes first.
  if (!reply.last) setTimeout(() => work(ask, step + 1));
}

self.addEventListener("message", ({ data }: MessageEvent<CoverageAsk>) => {
  asked = data.n;
  if (data.house) {
    scene = sceneOf(data.house as Design);
    fields = new Map();
  }
  setTimeout(() => work(data, 0));
});
