/** What a house that is watched did last, each with what it came of: for whoever stands beside its panel. */
import { byId, type Design } from "../../design/collections";
import { capital } from "../../design/words";
import type { Annoyance, Line } from "./play/log";
import { lineText } from "./line-text";

export interface Deed {
  /** Ms. */
  at: number;
  text: string;
  /** What it came of, where that is known. */
  because?: string;
  /** Somebody is annoyed by it. */
  bad?: true;
}

/** Of a house's lines, what somebody beside it would notice, or asks about. */
const TOLD = new Set([
  ...["fires", "told", "press", "by hand", "no answer", "says", "loop", "seen", "rings", "starts", "is done"],
  ...["runs over", "cells empty", "broken", "back", "arrives", "leaves", "falls asleep", "wakes"],
]);
/** So many are shown, and so many lines are kept to say what they came of. */
const SHOWN = 30;
const KEPT = 2000;

export class Lately {
  private readonly deeds: Deed[] = [];
  private readonly lines = new Map<number, Line>();

  constructor(private readonly design: Design) {}

  /** The youngest first. */
  latest = (): readonly Deed[] => [...this.deeds].reverse();

  hear(line: Line): void {
    this.lines.set(line.n, line);
    this.lines.delete(line.n - KEPT);
    if (TOLD.has(line.what)) this.add(line.at, lineText(this.design, line), line.because);
  }

  annoys({ at, what, who, because }: Annoyance): void {
    const person = byId(this.design, "people").get(who)?.role ?? who;
    this.add(at, `${person}: ${what}`, because, true);
  }

  private add(at: number, text: string, because: number | undefined, bad?: true): void {
    const cause = because === undefined ? undefined : this.lines.get(because);
    this.deeds.push({
      at,
      text: capital(text),
      ...(cause ? { because: lineText(this.design, cause) } : {}),
      ...(bad ? { bad } : {}),
    });
    if (this.deeds.length > SHOWN) this.deeds.shift();
  }
}
