/** A day of commissioning, off the page's own thread: orders tried one after another take a while in a large house. */
import type { OneOf } from "./ask";
import { planDay, type DayAsked, type DayPlan, type StepAsked } from "#core/stages/register/day-plan";

export interface DayAsk {
  n: number;
  resources: DayAsked["resources"];
  steps: readonly StepAsked[];
  walks?: string;
  /** Minutes from one level to another, by both names. */
  walkMinutes: Readonly<Record<string, number>>;
}

export type DayReply = { n: number } & OneOf<{ plan: DayPlan; failed: string }>;

self.addEventListener("message", ({ data: { n, walkMinutes, ...asked } }: MessageEvent<DayAsk>) => {
  const reply = (message: DayReply) => self.postMessage(message);
  try {
    reply({
      n,
      plan: planDay({ ...asked, walkMinutes: (from, to) => walkMinutes[`${from} ${to}`] ?? 0 }),
    });
  } catch (error) {
    reply({ n, failed: error instanceof Error ? error.message : String(error) });
  }
});
