/** Hand remotes: what can be told by touch, how they dim, what cell they eat. */
import type { OptionRow } from "../../../design/rows/choose";
import type { Working } from "../../../desk/working";

export interface Hold {
  /** Level covered, in % of full. */
  rangePct: number;
  /** Change each time, in %. */
  stepPct: number;
  /** Between two changes, in ms. */
  intervalMs: number;
  /** Fade of each change, in ms. */
  transitionMs: number;
}

export interface HoldResult {
  /** From one end of the range to the other. */
  fullS: number;
  steps: number;
  /** Shortest fade that looks like one movement. */
  leastTransitionMs: number;
  smooth: boolean;
  verdict: string;
  working: Working;
}

/** Share of the interval a fade has to fill so that the eye sees one movement. */
export const SMOOTH_SHARE = 0.8;

/** Longest that people hold a button before they think it broken. */
const PATIENCE_S = 6;
/** Shorter than this and nobody can stop where they want. */
const LEAST_S = 1.5;

/** Steps drawn at most: more are a slope to the eye. */
const MOST_DRAWN = 400;

/**
 * Level while the button is held, as corners of a line of `[seconds, %]`: each step fades over its transition, then rests
 * until the next; the last corner is the upper end of the range.
 */
export function holdCourse({ rangePct, stepPct, intervalMs, transitionMs }: Hold): [number, number][] {
  const { steps, fullS } = holdToDim({ rangePct, stepPct, intervalMs, transitionMs });
  const endS = Math.max(1, fullS);
  const course: [number, number][] = [[0, 100 - rangePct]];
  for (let i = 0, level = 100 - rangePct; i < Math.min(MOST_DRAWN, Math.ceil(steps)); i += 1) {
    const startS = (i * intervalMs) / 1000;
    const fadedS = Math.min(startS + Math.min(transitionMs, intervalMs) / 1000, endS);
    course.push([startS, level]);
    level = Math.min(100, level + stepPct);
    course.push([fadedS, level]);
  }
  return [...course, [endS, 100]];
}

/** Held button: range ÷ step × interval, and whether it looks smooth. Throws nothing; inputs are positive. */
export function holdToDim({ rangePct, stepPct, intervalMs, transitionMs }: Hold): HoldResult {
  const steps = rangePct / stepPct;
  const fullS = (steps * intervalMs) / 1000;
  const leastTransitionMs = SMOOTH_SHARE * intervalMs;
  const smooth = transitionMs >= leastTransitionMs;
  const pace =
    fullS > PATIENCE_S
      ? `slow: ${fullS.toFixed(1)} s from end to end`
      : fullS < LEAST_S
        ? `too fast to stop where one wants: ${fullS.toFixed(1)} s from end to end`
        : `${fullS.toFixed(1)} s from end to end`;
  return {
    fullS,
    steps,
    leastTransitionMs,
    smooth,
    verdict: `${smooth ? "Smooth" : `Seen as ${Math.round(steps)} steps: fade for at least ${Math.round(leastTransitionMs)} ms`}, ${pace}`,
    working: {
      title: "Full range by a held button",
      value: fullS,
      unit: "s",
      verdict: smooth && fullS <= PATIENCE_S && fullS >= LEAST_S ? "holds" : "tight",
      steps: [
        {
          formula: "Range ÷ step",
          with: `${rangePct} % ÷ ${stepPct} %`,
          gives: `${Number(steps.toFixed(2))} steps`,
          source: "settings",
        },
        {
          formula: "× interval",
          with: `${Number(steps.toFixed(2))} × ${intervalMs} ms`,
          gives: `${fullS.toFixed(2)} s`,
          source: "settings",
        },
        {
          formula: "Fade ≥ 0.8 × interval",
          with: `${transitionMs} ms against 0.8 × ${intervalMs} ms`,
          gives: smooth ? "looks smooth" : `steps are seen; ${Math.round(leastTransitionMs)} ms needed`,
          source: "usual practice",
        },
      ],
    },
  };
}

/**
 * A remote that remembers the level itself is wrong once anything else has changed the lamp: the jump when
 * it is used next, in %.
 */
export const rememberedJump = (rememberedPct: number, actualPct: number) =>
  Math.abs(rememberedPct - actualPct);

/** Can the hand tell which way up it is, in the dark? By how many buttons it has. */
export function touchOf(buttons: number): { told: "needless" | "yes" | "partly" | "no"; text: string } {
  if (buttons === 1) return { told: "needless", text: "Any way up is right: there is one button" };
  if (buttons === 2)
    return { told: "no", text: "Upside down feels the same: put a raised dot on the upper half" };
  if (buttons === 3)
    return { told: "partly", text: "The middle is felt, the ends feel the same: mark one end" };
  if (buttons === 4)
    return {
      told: "no",
      text: "A square turned a quarter feels the same: mark a corner, or fix it to the wall",
    };
  if (buttons === 5)
    return { told: "partly", text: "The middle is felt, the ring is not: mark the upper button" };
  return { told: "partly", text: "Rows are felt, top from bottom is not: mark the upper end" };
}

export interface RemoteFact {
  option: OptionRow;
  touch: ReturnType<typeof touchOf>;
  cell: string;
  dims: string;
  link: string;
}

const DIMS: Readonly<Record<NonNullable<OptionRow["dimming"]>, string>> = {
  none: "does not dim",
  steps: "sends steps while held: right whatever else changed the lamp",
  hold: "sends start and stop: the lamp runs by itself between them",
  "remembered level": "remembers the level itself: jumps once anything else has changed the lamp",
  knob: "turns: steps by angle",
};

/** Every remote of a catalogue with what matters in the hand. */
export const remoteFacts = (options: readonly OptionRow[]): RemoteFact[] =>
  options
    .filter((option) => option.kind === "remote" || (option.kind === "keypad" && option.supply === "battery"))
    .map((option) => ({
      option,
      touch: touchOf(option.buttons ?? 1),
      cell: option.cell
        ? `${(option.cells ?? 1) > 1 ? `${option.cells} × ` : ""}${option.cell}, some ${option.batteryYears} years`
        : "none",
      dims: DIMS[option.dimming ?? "none"],
      link: option.can.includes("direct link") ? "can be linked directly" : "only through its controller",
    }))
    .sort((a, b) => (a.option.buttons ?? 0) - (b.option.buttons ?? 0) || a.option.price - b.option.price);
