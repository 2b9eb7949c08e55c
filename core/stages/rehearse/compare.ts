/** Two runs side by side: what one has and the other has not. */
import type { Annoyance, Sums } from "./play/log";
import type { Lane } from "./lanes";
import type { Run } from "./run";

export interface Difference {
  sums: readonly { name: keyof Sums | "annoyances"; a: number; b: number }[];
  /** Annoyances of one run that the other has not at that time. */
  onlyA: readonly Annoyance[];
  onlyB: readonly Annoyance[];
  /** Lanes that differ, each of both runs; absent where one has no such lane. */
  lanes: readonly { id: string; name: string; a?: Lane; b?: Lane }[];
}

const NAMES: readonly (keyof Sums)[] = [
  "fires",
  "moves",
  "switchings",
  "presses",
  "unanswered",
  "kWh",
  "boughtKWh",
  "heatKWh",
  "comfortH",
  "discomfortKh",
];
const keyOf = ({ at, what, who, room }: Annoyance) => [at, what, who, room].join(" ");
const spansOf = (lane: Lane | undefined) =>
  lane?.spans.map(({ from, to, text }) => `${from} ${to} ${text}`).join("|");

export function differenceOf(a: Run, b: Run): Difference {
  const [lanesA, lanesB] = [a, b].map(({ lanes }) => new Map(lanes.map((lane) => [lane.id, lane])));
  const ids = [...new Set([...lanesA!.keys(), ...lanesB!.keys()])];
  const inA = new Set(a.annoyances.map(keyOf));
  const inB = new Set(b.annoyances.map(keyOf));
  return {
    sums: [
      ...NAMES.map((name) => ({ name, a: a.sums[name], b: b.sums[name] })),
      { name: "annoyances" as const, a: a.annoyances.length, b: b.annoyances.length },
    ],
    onlyA: a.annoyances.filter((one) => !inB.has(keyOf(one))),
    onlyB: b.annoyances.filter((one) => !inA.has(keyOf(one))),
    lanes: ids.flatMap((id) => {
      const [one, other] = [lanesA!.get(id), lanesB!.get(id)];
      if (spansOf(one) === spansOf(other)) return [];
      return [{ id, name: (one ?? other)!.name, ...(one ? { a: one } : {}), ...(other ? { b: other } : {}) }];
    }),
  };
}
