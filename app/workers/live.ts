/** A rehearsal that goes on in step with the panel that watches it, off the page's own thread. */
import type { Value } from "#core/automation/engine/world";
import type { Design } from "#core/design/collections";
import { addDays, dayStart, localParts } from "#core/design/local-time";
import { InputError } from "#core/design/input-error";
import { readBreak, withEmptyBattery } from "#core/rehearse/breaks";
import { Rehearsal } from "#core/rehearse/rehearse";
import { readWeather } from "#core/rehearse/weather-file";
import { houseOf } from "#core/stages/rehearse/house-of";
import type { Snapshot } from "#core/stages/rehearse/panel";
import type { Aspect } from "#core/stages/automations/rows-words";

export type LiveAsk =
  | { start: { design: Design; at: number; seed: number; breaks: readonly string[]; weather?: string } }
  | { advance: number }
  | { wish: { point: string; aspect: Aspect; value: Value } }
  | { turn: { dial: string; value: Value } };

export interface LiveReply {
  snapshot?: Snapshot;
  failed?: string;
  /** The house did not take what was wished. */
  refused?: string;
}

/** So many days it goes on at most. */
const MOST_DAYS = 60;

let rehearsal: Rehearsal | undefined;
let now = 0;

function snapshot(): Snapshot {
  rehearsal!.count();
  return {
    now,
    values: rehearsal!.values(),
    people: rehearsal!.whereabouts(),
    dials: new Map(rehearsal!.dials()),
    sums: { ...rehearsal!.sums },
    sky: rehearsal!.skyNow(),
    hubDown: rehearsal!.isHubDown(),
  };
}

self.addEventListener("message", ({ data }: MessageEvent<LiveAsk>) => {
  const reply = (message: LiveReply) => self.postMessage(message);
  try {
    if ("start" in data) {
      const { design, at, seed, breaks, weather } = data.start;
      const { zone } = design.design;
      const house = houseOf(design);
      const day = localParts(zone, at);
      rehearsal = new Rehearsal(
        house,
        {
          from: dayStart(zone, day),
          to: dayStart(zone, addDays(day, MOST_DAYS)),
          seed,
          breaks: breaks.flatMap((text) => withEmptyBattery(readBreak(text, zone, house), house)),
          ...(weather === undefined ? {} : { weather: readWeather(weather, zone) }),
        },
        {},
      );
      rehearsal.begin();
      rehearsal.advance(at);
      now = at;
    } else if (!rehearsal) return;
    else if ("advance" in data) {
      now = Math.max(now, data.advance);
      rehearsal.advance(now);
    } else {
      const taken =
        "wish" in data
          ? rehearsal.wish(data.wish.point, data.wish.aspect, data.wish.value)
          : rehearsal.turn(data.turn.dial, data.turn.value);
      if (!taken) reply({ refused: "The house does not answer: what it would do it with is down." });
    }
    reply({ snapshot: snapshot() });
  } catch (problem) {
    reply({
      failed: problem instanceof InputError || problem instanceof Error ? problem.message : String(problem),
    });
  }
});
