/** A rehearsal that goes on in step with the panel that watches it, off the page's own thread. */
import type { OneOf } from "./ask";
import type { Design } from "#core/design/collections";
import { addDays, dayStart, localParts } from "#core/design/local-time";
import { InputError } from "#core/design/input-error";
import { readBreak, withEmptyBattery } from "#core/stages/rehearse/play/breaks";
import { Rehearsal } from "#core/stages/rehearse/play/rehearse";
import { readWeather } from "#core/stages/rehearse/play/weather-file";
import { houseOf } from "#core/stages/rehearse/house-of";
import type { Snapshot } from "#core/stages/rehearse/panel";
import { Lately, type Deed } from "#core/stages/rehearse/lately";
import { RUN_IN_MS } from "#core/stages/rehearse/run";
import { done, snapshotOf, type Wanted } from "#core/stages/rehearse/topics";

export type LiveAsk =
  | { start: { design: Design; at: number; seed: number; breaks: readonly string[]; weather?: string } }
  | { advance: number }
  | { wanted: Wanted };

export type LiveReply = OneOf<{
  snapshot: Snapshot;
  failed: string;
  /** The house did not take what was wished. */
  refused: string;
}> & {
  /** With a snapshot: what it did last, the youngest first. */
  lately?: readonly Deed[];
};

/** So many days it goes on at most. */
const MOST_DAYS = 60;

let rehearsal: Rehearsal | undefined;
let lately: Lately | undefined;
let now = 0;

self.addEventListener("message", ({ data }: MessageEvent<LiveAsk>) => {
  const reply = (message: LiveReply) => self.postMessage(message);
  try {
    if ("start" in data) {
      const { design, at, seed, breaks, weather } = data.start;
      const { zone } = design.design;
      const house = houseOf(design);
      const day = localParts(zone, at);
      const own = (lately = new Lately(design));
      rehearsal = new Rehearsal(
        house,
        {
          from: dayStart(zone, day),
          to: dayStart(zone, addDays(day, MOST_DAYS)),
          seed,
          runInMs: RUN_IN_MS,
          breaks: breaks.flatMap((text) => withEmptyBattery(readBreak(text, zone, house), house)),
          ...(weather === undefined ? {} : { weather: readWeather(weather, zone) }),
        },
        { line: (line) => own.hear(line), annoyance: (one) => own.annoys(one) },
      );
      rehearsal.begin();
      rehearsal.advance(at);
      now = at;
    } else if (!rehearsal) return;
    else if ("advance" in data) {
      now = Math.max(now, data.advance);
      rehearsal.advance(now);
    } else if (!done(rehearsal, data.wanted))
      reply({ refused: "The house does not answer: what it would do it with is down." });
    reply({ snapshot: snapshotOf(rehearsal), ...(lately ? { lately: lately.latest() } : {}) });
  } catch (problem) {
    reply({
      failed: problem instanceof InputError || problem instanceof Error ? problem.message : String(problem),
    });
  }
});
