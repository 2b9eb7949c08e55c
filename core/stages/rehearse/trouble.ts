/** What annoys somebody in the same way by the same sentence: what cards, comparisons and mends go by. */
import type { Annoyance, Line } from "./play/log";

export type Trouble = Pick<Annoyance, "what" | "who" | "room"> & { by?: string | undefined };

export const troubleKey = ({ what, who, room, by = "" }: Trouble): string => [what, who, room, by].join("/");

/** So many causes are kept in mind, and so many of the latest stay when there are more. */
const MOST_CAUSES = 40_000;
const LATEST_CAUSES = 20_000;

/** By which sentence a line came about, by the chain back from it; of the latest lines of a run of any length. */
export class Causes {
  private readonly by = new Map<number, string>();

  hear(line: Pick<Line, "n" | "by" | "because">): void {
    const own = line.by ?? this.of(line.because);
    if (own === undefined) return;
    this.by.set(line.n, own);
    if (this.by.size <= MOST_CAUSES) return;
    for (const n of this.by.keys()) if (n < line.n - LATEST_CAUSES) this.by.delete(n);
  }

  of(line: number | undefined): string | undefined {
    return line === undefined ? undefined : this.by.get(line);
  }
}
