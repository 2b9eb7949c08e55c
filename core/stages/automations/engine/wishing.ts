/** Wishes of all things: who wishes what of each, for how long, and what is told them of it. */
import { isForetold } from "./foretold-cues";
import { causeGone, expired, followed, HAND_MS, nextEnd, seen, takenBack, wished, type Wish } from "./wishes";
import { millisecondsIn, valueIn } from "./amounts";
import { TWO } from "./aspects";
import type { Agenda } from "./agenda";
import type { Aspect, AutomationRow, Cue, Guard, Move } from "../../../design/rows/automations";
import { REASONS } from "../../../design/rows/automations-words";
import { allHold } from "./guards";
import { channelOf, type Run, type State, type Told } from "./state";
import type { Answer, Programme, Value } from "./world";

/** What it tells the engine, and asks of it. */
export interface Out {
  now(): number;
  /** @returns its number */
  answer(because: number, what: Unnumbered<Answer>): number;
  /** Something hangs on guards that go by the clock: ask anew when to look at them. */
  lookAnew(): void;
}

export type Unnumbered<T> = T extends unknown ? Omit<T, "n" | "at" | "because"> : never;

/** Wishes that stand for as long as something is so. */
interface Standing {
  key: string;
  automation: string;
  /** They hold, or the state that cued it lasts. */
  lasts(): boolean;
}

/** Classes that a flag of "leave it be" keeps off. */
const LEFT_BE = new Set(["comfort", "saving", "looks"]);

export class Wishing {
  private standing: Standing[] = [];
  private readonly ends = new Map<string, () => void>();

  constructor(
    private readonly state: State,
    private readonly agenda: Agenda<() => void>,
    private readonly byId: ReadonlyMap<string, AutomationRow>,
    private readonly out: Out,
  ) {}

  /** The hub has forgotten them all. */
  clear(): void {
    for (const off of this.ends.values()) off();
    this.ends.clear();
    this.standing = [];
  }

  /** A hand outranks all but safety, for the time its room sets. Where it is not followed the thing is told so once more. */
  byHand(point: string, aspect: Aspect, value: Value, because: number): void {
    const key = this.state.keys.of(point, channelOf(aspect));
    this.wish(key, {
      by: "a hand",
      class: "hand",
      value: { aspect, value, overMs: 0 },
      at: this.out.now(),
      until: this.out.now() + (this.state.programme.handMs?.(point) ?? HAND_MS),
    });
    if (followed(this.state.wishes.get(key)!)!.by === "a hand")
      this.state.followed.set(key, { aspect, value });
    else this.follow(key, because, true);
  }

  /** A person has seen what safety did. */
  seen(n: number): void {
    for (const [key, wishes] of this.state.wishes) {
      let now = wishes;
      for (const { by, unseen } of wishes) if (unseen) now = seen(now, by);
      if (now !== wishes) this.setWishes(key, now, n);
    }
  }

  /** What an automation wished of a thing it wishes no longer. */
  letGo(point: string, automation: string, n: number): void {
    for (const key of this.state.wishes.keys())
      if (key.startsWith(`${point} `))
        this.setWishes(key, takenBack(this.state.wishes.get(key)!, automation), n);
  }

  /** Flags that leave a room, or the house, be. */
  private leaves: Programme["dials"] | undefined;

  /** The flag that leaves a thing's room, or the house, be. */
  private leftBe(point: string): string | undefined {
    const room = this.state.programme.roomOf?.(point);
    this.leaves ??= this.state.programme.dials.filter(({ leaveBe }) => leaveBe);
    return this.leaves.find(
      (dial) => (dial.room === undefined || dial.room === room) && this.state.dials.get(dial.id) === true,
    )?.id;
  }

  /** Something has changed: what stood for as long as something was so may go. */
  changed(because: number): void {
    if (!this.standing.length) return;
    for (const one of [...this.standing])
      if (this.standing.includes(one) && !one.lasts()) {
        this.standing = this.standing.filter((other) => other !== one);
        const wishes = this.state.wishes.get(one.key);
        if (wishes) this.setWishes(one.key, causeGone(wishes, one.automation), because);
      }
  }

  /** Guards that what stands hangs on. */
  guards(): Guard[] {
    return this.standing.flatMap(({ automation }) => this.byId.get(automation)!.guards);
  }

  /** An automation tells a thing something: a wish of its class, followed where nothing stands above it. */
  set(
    run: Run,
    point: string,
    told: Told,
    lasting: { time?: Extract<Move, { kind: "set" }>["time"]; stands?: string } = {},
  ): void {
    const row = this.byId.get(run.automation)!;
    const leave = LEFT_BE.has(row.priority) ? this.leftBe(point) : undefined;
    if (leave !== undefined) {
      const { id: automation } = row;
      this.out.answer(run.n, { kind: "left be", automation, point, aspect: told.aspect, dial: leave });
      return;
    }
    const key = this.state.keys.of(point, channelOf(told.aspect));
    const cue = row.cues.find((one) => one.key === run.cue);
    // A hand's word on a shade ends with its next set hour.
    if (cue && isForetold(cue) && this.state.programme.isShade?.(point))
      this.state.wishes.set(key, takenBack(this.state.wishes.get(key) ?? [], "a hand"));
    const time = millisecondsIn(lasting.time, this.state.lookup);
    const handMs = row.priority === "hand" ? (this.state.programme.handMs?.(point) ?? HAND_MS) : undefined;
    const ends = time ?? handMs;
    const lasts = this.lastingOf(row, cue, point, lasting.stands);
    if (this.standing.length)
      this.standing = this.standing.filter((one) => one.key !== key || one.automation !== row.id);
    if (lasts) {
      this.standing.push({ key, automation: row.id, lasts });
      this.out.lookAnew();
    }
    this.wish(key, {
      by: row.id,
      class: row.priority,
      weight: row.reason ? REASONS.length - REASONS.indexOf(row.reason) : 0,
      value: told,
      at: this.out.now(),
      ...(ends === undefined ? {} : { until: this.out.now() + ends }),
      ...(lasts ? { cause: true } : lasting.stands === "until seen" ? { cause: false } : {}),
      ...(lasting.stands === "until seen" ? { unseen: true } : {}),
    });
    const now = followed(this.state.wishes.get(key)!)!;
    if (now.by === row.id) this.command(key, now, run.n);
    else
      this.out.answer(run.n, {
        kind: "waits below",
        automation: row.id,
        point,
        aspect: told.aspect,
        under: now.by,
      });
  }

  /** For what a wish stands: its guards, or the state that cued it; undefined where for nothing. */
  private lastingOf(
    row: AutomationRow,
    cue: Cue | undefined,
    point: string,
    stands: string | undefined,
  ): (() => boolean) | undefined {
    if (stands === "while the guards hold") return () => allHold(this.state, row.guards, this.out.now());
    if (stands !== "until seen" || !cue) return undefined;
    if (cue.kind === "state" && cue.to !== undefined) {
      const yes = TWO[cue.aspect]?.yes === cue.to;
      return () => this.state.pointsOf(cue).some((one) => this.state.value(one, cue.aspect) === yes);
    }
    if (cue.kind !== "threshold") return undefined;
    return () =>
      cue.points.some((one) => {
        const value = this.state.value(one, cue.aspect);
        const limit = valueIn(cue.limit, cue.aspect, this.state.lookup);
        return (
          typeof value === "number" &&
          typeof limit === "number" &&
          (cue.way === "above" ? value > limit : value < limit)
        );
      });
  }

  wish(key: string, wish: Wish<Told>): void {
    this.state.wishes.set(key, wished(expired(this.state.wishes.get(key) ?? [], this.out.now()), wish));
    this.waitForEnd(key);
  }

  private waitForEnd(key: string): void {
    this.ends.get(key)?.();
    this.ends.delete(key);
    const end = nextEnd(this.state.wishes.get(key) ?? []);
    if (end === undefined) return;
    this.ends.set(
      key,
      this.agenda.add(end, () => {
        this.ends.delete(key);
        this.setWishes(key, expired(this.state.wishes.get(key) ?? [], this.out.now()), 0);
      }),
    );
  }

  setWishes(key: string, wishes: readonly Wish<Told>[], because: number): void {
    const before = this.state.wishes.get(key);
    if (before && before.length === wishes.length && before.every((one, i) => one === wishes[i])) return;
    this.state.wishes.set(key, wishes);
    this.waitForEnd(key);
    this.follow(key, because);
  }

  /** The highest that stands is followed, a hand's word too; nothing is said where it is so already, told or by a hand. */
  follow(key: string, because: number, anew = false): void {
    const now = followed(this.state.wishes.get(key) ?? []);
    if (!now) return;
    const { aspect, value } = now.value;
    const before = this.state.followed.get(key);
    if (anew || before?.aspect !== aspect || before.value !== value) this.command(key, now, because);
  }

  private command(key: string, { by, class: rank, value: told }: Wish<Told>, because: number): void {
    const point = key.slice(0, key.lastIndexOf(" "));
    this.state.followed.set(key, { aspect: told.aspect, value: told.value });
    this.out.answer(because, { kind: "command", automation: by, point, ...told, class: rank });
  }
}
