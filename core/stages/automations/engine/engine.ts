/**
 * The interpreter of automations (docs/model.md §10): what happens goes in, what is commanded comes out, each with what it came
 * of. It is driven by what happens and by the times it asked to be woken at; it has no clock and no chance of its own, so
 * that the same happenings give the same answers at every repeat.
 */
import { Agenda } from "./agenda";
import { cueInstants, isForetold } from "./foretold-cues";
import { due, heard, UNHEARD, type Threshold } from "./threshold";
import { differenceIn, millisecondsIn, valueIn } from "./amounts";
import { TWO } from "./aspects";
import { addDays, clockInstant, dayStart, localParts, type Day } from "../../../design/local-time";
import type {
  Aspect,
  AutomationRow,
  Cue,
  Guard,
  StateCue,
  ThresholdCue,
} from "../../../design/rows/automations";
import { Causes } from "./causes";
import { allHold, firstFailing } from "./guards";
import { Moves } from "./moves";
import { nextLook } from "./next-look";
import { State, type Run } from "./state";
import { Wishing, type Unnumbered } from "./wishing";
import { MOST_CAUSES, type Answer, type Happening, type Programme, type Value } from "./world";

const LOOP_MS = 1000;

interface Listener {
  row: AutomationRow;
  cue: StateCue | ThresholdCue;
  /** Of the automation, the cue and the point. */
  key: string;
}

const NO_RUNS: Run[] = [];
const crossingKey = (row: AutomationRow, cue: Cue, point: string): string => `${row.id} ${cue.key} ${point}`;

/** What waits for nothing that passes, answers nothing. */
const NONE: Answer[] = [];

export class Engine {
  readonly state: State;
  private readonly agenda = new Agenda<() => void>();
  private readonly causes = new Causes();
  private answers: Answer[] = [];
  private now: number;
  private readonly byId: ReadonlyMap<string, AutomationRow>;
  private readonly sunDays = new Map<string, number[]>();
  /** Calls off what was foretold from times of dials, and from alarm clocks. */
  private readonly dialTimes: (() => void)[] = [];
  private readonly alarmTimes = new Map<string, (() => void)[]>();
  /** Guards that are to hold for as long as an automation runs. */
  private readonly lasting: ReadonlyMap<string, readonly Guard[]>;
  private readonly listeners: ReadonlyMap<string, readonly Listener[]>;
  /** All cues by what they are, in the order they stand. */
  private readonly byKind = new Map<Cue["kind"], { row: AutomationRow; cue: Cue }[]>();
  /** Cues of each day that can be foretold; times of dials apart, which may be turned. */
  private readonly foretold: readonly { row: AutomationRow; cue: Cue }[];
  private readonly holds = new Map<string, () => void>();
  private look: (() => void) | undefined;
  /** Something else is waited for than when it was last asked when to look. */
  private unlooked = false;
  private readonly wishing: Wishing;
  private readonly moves: Moves;

  /** @param at when it begins, in milliseconds; cues that are foretold come from then on */
  constructor(
    readonly programme: Programme,
    at: number,
  ) {
    this.state = new State(programme);
    this.now = at;
    this.byId = new Map(programme.automations.map((row) => [row.id, row]));
    this.lasting = new Map(
      programme.automations.map(({ id, guards }) => [id, guards.filter(({ whole }) => whole)]),
    );
    this.listeners = this.listen();
    for (const row of programme.automations)
      for (const cue of row.cues) {
        const own = this.byKind.get(cue.kind);
        if (own) own.push({ row, cue });
        else this.byKind.set(cue.kind, [{ row, cue }]);
      }
    this.foretold = programme.automations.flatMap((row) =>
      row.cues.filter((cue) => isForetold(cue) && cue.kind !== "dial time").map((cue) => ({ row, cue })),
    );
    const now = () => this.now;
    const answer = this.answer.bind(this);
    this.wishing = new Wishing(this.state, this.agenda, this.byId, {
      now,
      answer,
      lookAnew: () => (this.unlooked = true),
    });
    this.moves = new Moves({
      state: this.state,
      wishing: this.wishing,
      agenda: this.agenda,
      byId: this.byId,
      now,
      answer,
      waitFor: this.waitFor.bind(this),
      goOn: this.goOn.bind(this),
      end: this.end.bind(this),
      turned: this.turned.bind(this),
    });
    this.foretellDay(localParts(programme.place.zone, at), at);
  }

  /** The moment it has come to, in milliseconds. */
  get time(): number {
    return this.now;
  }

  /** When it wants to be woken next, unless something happens before. */
  get wakesAt(): number | undefined {
    return this.agenda.nextAt();
  }

  /** Time passes: all that is due until then, that moment included. */
  advance(to: number): Answer[] {
    this.pass(to);
    return this.answered();
  }

  private pass(to: number): void {
    for (let at = this.agenda.nextAt(); at !== undefined && at <= to; at = this.agenda.nextAt()) {
      this.now = Math.max(this.now, at);
      this.agenda.next()!.what();
      if (this.unlooked) this.relook();
    }
    this.now = Math.max(this.now, to);
  }

  private answered(): Answer[] {
    if (!this.answers.length) return NONE;
    const own = this.answers;
    this.answers = [];
    return own;
  }

  /**
   * Something happens. All that was due before comes first.
   * @returns what it answers, in order; the number of the happening itself is one less than that of its first answer's cause
   */
  happens(happening: Happening, at: number): { n: number; answers: Answer[] } {
    this.pass(at);
    const because = happening.because ?? 0;
    const n = this.cause(because, this.causes.by(because));
    this.handle(happening, n);
    if (this.unlooked) this.relook();
    this.pass(at);
    return { n, answers: this.answered() };
  }

  private cause(because: number, by?: string, fires = false): number {
    return this.causes.add(this.now, because, by, fires);
  }

  private answer(because: number, what: Unnumbered<Answer>): number {
    const automation = "automation" in what ? what.automation : undefined;
    const n = this.cause(because, automation, what.kind === "fires");
    // The caller's own object: a copy of each would be most of what a year leaves to be cleared away.
    this.answers.push(Object.assign(what, { n, at: this.now, because }) as Answer);
    return n;
  }

  // What happens.

  private handle(happening: Happening, n: number): void {
    switch (happening.kind) {
      case "start":
        return this.restart(n);
      case "time":
        return;
      case "try":
        return this.tried(happening.automation, happening.cue, n);
      case "state":
        return this.told(happening.point, happening.aspect, happening.value, n);
      case "hand":
        return this.byHand(happening.point, happening.aspect, happening.value, n);
      case "press":
        return this.pressed(happening, n);
      case "person":
        return this.person(happening, n);
      case "dial":
        return this.turned(happening.dial, happening.value, n);
      case "alarm":
        return this.alarmSet(happening.person, happening.rings);
      case "seen":
        return this.wishing.seen(n);
    }
  }

  /** It forgets waits and ramps, and what it has heard; dials are the household's and stay. */
  private restart(n: number): void {
    for (const run of [...this.state.runs.values()]) this.letRunGo(run);
    const { known, people, runs, queued, crossings, wishes, followed: last, remembered } = this.state;
    for (const all of [known, people, runs, queued, crossings, wishes, last, remembered]) all.clear();
    for (const off of this.holds.values()) off();
    this.holds.clear();
    this.wishing.clear();
    this.cuesOf("start", n, () => true);
  }

  private told(point: string, aspect: Aspect, value: Value | undefined, n: number): void {
    const key = this.state.keys.of(point, aspect);
    const before = this.state.known.get(key);
    if (value === undefined) this.state.known.delete(key);
    else this.state.known.set(key, value);
    const listening = this.listeners.get(key);
    if (listening)
      for (const { row, cue, key: own } of listening)
        if (cue.kind === "state") this.stateCue(row, cue, own, before, value, n);
        else this.crosses(row, cue, own, typeof value === "number" ? value : undefined, n);
    this.changed(n);
  }

  /** By thing and aspect: which cues hear of it, in the order they stand. */
  private listen(): Map<string, Listener[]> {
    const all = new Map<string, Listener[]>();
    for (const row of this.programme.automations)
      for (const cue of row.cues) {
        if (cue.kind !== "state" && cue.kind !== "threshold") continue;
        const points = cue.kind === "state" ? this.state.pointsOf(cue) : cue.points;
        for (const point of new Set(points)) {
          const key = this.state.keys.of(point, cue.aspect);
          const own = all.get(key);
          const one = { row, cue, key: crossingKey(row, cue, point) };
          if (own) own.push(one);
          else all.set(key, [one]);
        }
      }
    return all;
  }

  /** Fires on a change, never on standing; the first that is heard is no change. */
  private stateCue(
    row: AutomationRow,
    cue: StateCue,
    key: string,
    before: Value | undefined,
    value: Value | undefined,
    n: number,
  ): void {
    const wanted = cue.to === undefined ? undefined : TWO[cue.aspect]?.yes === cue.to;
    const is = value !== undefined && (wanted === undefined || value === wanted);
    if (before === value) return;
    this.holds.get(key)?.();
    this.holds.delete(key);
    if (before === undefined || !is) return;
    const holdMs = millisecondsIn(cue.hold, this.state.lookup) ?? 0;
    if (!holdMs) return this.cued(row, cue, n);
    this.holds.set(
      key,
      this.agenda.add(this.now + holdMs, () => {
        this.holds.delete(key);
        this.cued(row, cue, n);
      }),
    );
  }

  private crosses(
    row: AutomationRow,
    cue: ThresholdCue,
    key: string,
    value: number | undefined,
    n: number,
  ): void {
    const limit = valueIn(cue.limit, cue.aspect, this.state.lookup);
    this.holds.get(key)?.();
    this.holds.delete(key);
    const threshold: Threshold = {
      way: cue.way,
      limit: typeof limit === "number" ? limit : NaN,
      hysteresis: (cue.hysteresis && differenceIn(cue.hysteresis, cue.aspect, this.state.lookup)) ?? 0,
      holdMs: millisecondsIn(cue.hold, this.state.lookup) ?? 0,
    };
    const known = this.state.crossings.get(key) ?? UNHEARD;
    const { crossing, dueAt } = heard(
      threshold,
      known,
      typeof limit === "number" ? value : undefined,
      this.now,
    );
    this.state.crossings.set(key, crossing);
    if (dueAt === undefined) return;
    if (dueAt <= this.now) this.isPast(row, cue, key, threshold, n);
    else
      this.holds.set(
        key,
        this.agenda.add(dueAt, () => this.isPast(row, cue, key, threshold, n)),
      );
  }

  /** It has been past its limit for its time, where it still is. */
  private isPast(row: AutomationRow, cue: ThresholdCue, key: string, threshold: Threshold, n: number): void {
    this.holds.delete(key);
    const done = due(threshold, this.state.crossings.get(key)!, this.now);
    this.state.crossings.set(key, done.crossing);
    if (done.cues) this.cued(row, cue, n);
  }

  private byHand(point: string, aspect: Aspect, value: Value, n: number): void {
    this.state.movedByHand.set(point, this.now);
    this.wishing.byHand(point, aspect, value, n);
    this.told(point, aspect, value, n);
  }

  private pressed({ point, button, press }: Happening & { kind: "press" }, n: number): void {
    if (press === "released")
      for (const run of [...this.state.runs.values()])
        if (run.waits?.for === "release" && run.waits.point === point && run.waits.button === button)
          this.goOn(run);
    this.cuesOf("press", n, (cue) => cue.point === point && cue.button === button && cue.press === press);
  }

  private person({ person, home, asleep }: Happening & { kind: "person" }, n: number): void {
    const before = this.state.people.get(person) ?? {};
    const others = (all: readonly string[]) => all.filter((id) => id !== person);
    this.state.people.set(person, {
      ...before,
      ...(home === undefined ? {} : { home }),
      ...(asleep === undefined ? {} : { asleep }),
    });
    const away = (id: string) => this.state.people.get(id)?.home === false;
    this.cuesOf("presence", n, ({ people, how }) => {
      const all = people.length ? people : this.programme.people;
      if (!all.includes(person)) return false;
      switch (how) {
        case "arrives":
          return before.home === false && home === true;
        case "leaves":
          return before.home === true && home === false;
        case "arrives first":
          return before.home === false && home === true && others(all).every(away);
        case "leaves last":
          return before.home === true && home === false && others(all).every(away);
        case "falls asleep":
          return before.asleep === false && asleep === true;
        case "wakes":
          return before.asleep === true && asleep === false;
      }
    });
    this.changed(n);
  }

  private turned(dial: string, value: Value, n: number): void {
    const before = this.state.dials.get(dial);
    if (before === value) return;
    this.state.turn(dial, value);
    if (this.programme.dials.find(({ id }) => id === dial)?.kind === "time") this.foretellDials();
    this.cuesOf(
      "dial",
      n,
      (cue) => cue.dial === dial && (cue.turn === "changes" || value === (cue.turn === "is switched on")),
    );
    // Limits that go by the dial have moved under what was heard before.
    for (const row of this.programme.automations)
      for (const cue of row.cues)
        if (cue.kind === "threshold" && cue.limit.of?.some((reading) => reading.dial === dial))
          for (const point of cue.points) {
            const own = this.state.value(point, cue.aspect);
            if (typeof own === "number") this.crosses(row, cue, crossingKey(row, cue, point), own, n);
          }
    this.changed(n);
  }

  private alarmSet(person: string, rings: number | undefined): void {
    // What comes after one that has rung comes all the same.
    if ((this.state.alarms.get(person) ?? Infinity) > this.now)
      for (const off of this.alarmTimes.get(person) ?? []) off();
    if (rings === undefined) this.state.alarms.delete(person);
    else this.state.alarms.set(person, rings);
    const times: (() => void)[] = [];
    if (rings !== undefined)
      for (const row of this.programme.automations)
        for (const cue of row.cues)
          if (cue.kind === "alarm" && cue.person === person) {
            const at = rings + cue.offsetMin * 60_000;
            if (at >= this.now) times.push(this.agenda.add(at, () => this.cued(row, cue, 0)));
          }
    this.alarmTimes.set(person, times);
  }

  // Cues.

  /** Cues of a kind that the answer fits. */
  private cuesOf<K extends Cue["kind"]>(
    kind: K,
    n: number,
    fits: (cue: Extract<Cue, { kind: K }>) => boolean,
  ): void {
    for (const { row, cue } of this.byKind.get(kind) ?? [])
      if (fits(cue as Extract<Cue, { kind: K }>)) this.cued(row, cue, n);
  }

  /** As if a cue of it came, whether it is switched on or not. */
  private tried(automation: string, key: string, n: number): void {
    const row = this.byId.get(automation);
    const cue = row?.cues.find((one) => one.key === key);
    if (row && cue) this.cued({ ...row, enabled: true }, cue, n);
  }

  private cued(row: AutomationRow, cue: Cue, because: number): void {
    if (!row.enabled) return;
    // What an automation does itself does not cue it.
    if (because && this.causes.by(because) === row.id && cue.kind !== "automation") return;
    const loop = this.loopOf(because);
    if (loop) {
      this.answer(because, { kind: "loop", automations: [...new Set([...loop, row.id])] });
      return;
    }
    const failing = firstFailing(this.state, row.guards, this.now);
    if (failing) {
      this.answer(because, { kind: "held back", automation: row.id, cue: cue.key, ...failing });
      return;
    }
    const running = this.state.runs.get(row.id);
    if (running && row.again === "lets it be") return;
    if (running && row.again === "waits its turn") {
      this.state.queued.set(row.id, [...(this.state.queued.get(row.id) ?? []), { cue: cue.key, because }]);
      return;
    }
    if (running) this.end(running, "stopped");
    this.begin(row, cue.key, because);
  }

  /** Automations that fired one because of the other within a second; undefined where they are few. */
  private loopOf(because: number): string[] | undefined {
    const fired: string[] = [];
    const { causes } = this;
    for (let n = because; causes.has(n) && causes.at(n) >= this.now - LOOP_MS; n = causes.because(n))
      if (causes.fires(n)) fired.push(causes.by(n)!);
    return fired.length >= MOST_CAUSES ? fired.reverse() : undefined;
  }

  private sunOn(place: Programme["place"], cue: Extract<Cue, { kind: "sun" }>, day: Day): number[] {
    const key = `${cue.event} ${day.year}-${day.month}-${day.day}`;
    let own = this.sunDays.get(key);
    if (!own) {
      if (this.sunDays.size > 60) this.sunDays.clear();
      this.sunDays.set(key, (own = cueInstants(place, { ...cue, offsetMin: 0 }, day, 1)));
    }
    return own;
  }

  /** All cues of a day that can be foretold, and the next midnight, which does the same. */
  private foretellDay(day: Day, from: number): void {
    const { place } = this.programme;
    const begin = dayStart(place.zone, day);
    const next = addDays(day, 1);
    const end = dayStart(place.zone, next);
    for (const { row, cue } of this.foretold)
      for (const at of this.instantsOn(cue, day, begin, end))
        if (at >= from) this.agenda.add(at, () => this.cued(row, cue, 0));
    this.foretellDials();
    this.agenda.add(end, () => this.foretellDay(next, end));
  }

  private instantsOn(cue: Cue, day: Day, begin: number, end: number): readonly number[] {
    const { place, calendars } = this.programme;
    switch (cue.kind) {
      case "time": {
        const at = clockInstant(place.zone, day, cue.at);
        return at >= begin && at < end ? [at] : [];
      }
      case "sun":
        // An offset of half a day reaches in from the days beside.
        return [-1, 0, 1]
          .flatMap((n) => this.sunOn(place, cue, addDays(day, n)))
          .map((ms) => ms + cue.offsetMin * 60_000)
          .filter((ms) => ms >= begin && ms < end);
      default:
        return cueInstants({ ...place, calendars }, cue, day, 1);
    }
  }

  /** Cues by times of dials, for what is left of the day. */
  private foretellDials(): void {
    for (const off of this.dialTimes.splice(0)) off();
    const cues = this.byKind.get("dial time");
    if (!cues) return;
    const { place, dials } = this.programme;
    const day = localParts(place.zone, this.now);
    const set = dials.map((dial) => ({ ...dial, value: String(this.state.dials.get(dial.id)) }));
    for (const { row, cue } of cues)
      for (const at of cueInstants({ ...place, dials: set }, cue, day, 1))
        if (at >= this.now) this.dialTimes.push(this.agenda.add(at, () => this.cued(row, cue, 0)));
  }

  // Runs.

  private begin(row: AutomationRow, cue: string, because: number): void {
    const n = this.answer(because, { kind: "fires", automation: row.id, cue });
    const run: Run = {
      automation: row.id,
      cue,
      n,
      frames: [{ moves: row.moves, next: 0 }],
      off: [],
    };
    this.state.runs.set(row.id, run);
    if (this.lasting.get(row.id)!.length) this.unlooked = true;
    this.cuesOf("automation", n, ({ automation, edge }) => automation === row.id && edge === "starts");
    if (this.state.runs.get(row.id) === run) this.step(run);
  }

  private letRunGo(run: Run): void {
    for (const off of run.off.splice(0)) off();
    if (this.state.runs.get(run.automation) === run) this.state.runs.delete(run.automation);
  }

  private end(run: Run, how: "done" | "stopped" | "guard" | "limit"): void {
    this.letRunGo(run);
    const n = this.answer(run.n, { kind: "ends", automation: run.automation, how });
    this.cuesOf("automation", n, ({ automation, edge }) => automation === run.automation && edge === "ends");
    const [next, ...rest] = this.state.queued.get(run.automation) ?? [];
    if (!next || this.state.runs.has(run.automation)) return;
    this.state.queued.set(run.automation, rest);
    const row = this.byId.get(run.automation)!;
    const cue = row.cues.find(({ key }) => key === next.cue);
    if (cue) this.cued(row, cue, next.because);
  }

  /** What it waited for has come. */
  private goOn(run: Run): void {
    delete run.waits;
    for (const off of run.off.splice(0)) off();
    this.step(run);
  }

  private step(run: Run): void {
    while (!run.waits) {
      if (this.state.runs.get(run.automation) !== run) return;
      const frame = run.frames.at(-1);
      if (!frame) return this.end(run, "done");
      const move = frame.moves[frame.next];
      if (move) {
        frame.next += 1;
        this.moves.move(run, move);
        continue;
      }
      const { again } = frame;
      if (!again || again.left <= 1 || (again.guards.length && allHold(this.state, again.guards, this.now))) {
        run.frames.pop();
        continue;
      }
      frame.next = 0;
      frame.again = { ...again, left: again.left - 1 };
      this.waitFor(run, again.everyMs, { for: "time" }, () => {
        const until = frame.again!.guards;
        if (until.length && allHold(this.state, until, this.now)) run.frames.pop();
        this.goOn(run);
      });
    }
  }

  private waitFor(
    run: Run,
    ms: number | undefined,
    waits: NonNullable<Run["waits"]>,
    then: () => void,
  ): void {
    run.waits = waits;
    if (waits.for === "guards") this.unlooked = true;
    if (ms !== undefined) run.off.push(this.agenda.add(this.now + ms, then));
  }

  // What hangs on what has changed.

  /** Runs that hang on guards. */
  private hanging(): Run[] {
    let found: Run[] | undefined;
    for (const run of this.state.runs.values())
      if (run.waits?.for === "guards" || this.lasting.get(run.automation)!.length) (found ??= []).push(run);
    return found ?? NO_RUNS;
  }

  private changed(because: number): void {
    for (const run of this.hanging()) {
      if (this.state.runs.get(run.automation) !== run) continue;
      const lasting = this.lasting.get(run.automation)!;
      if (lasting.length && !allHold(this.state, lasting, this.now)) this.end(run, "guard");
      else if (run.waits?.for === "guards" && allHold(this.state, run.waits.guards, this.now)) this.goOn(run);
    }
    this.wishing.changed(because);
  }

  /** Guards that go by the clock change without anything that happens: when to look at them next. */
  private relook(): void {
    this.look?.();
    this.look = undefined;
    this.unlooked = false;
    const guards: Guard[] = [];
    for (const run of this.state.runs.values()) {
      guards.push(...this.lasting.get(run.automation)!);
      if (run.waits?.for === "guards") guards.push(...run.waits.guards);
    }
    guards.push(...this.wishing.guards());
    const at = guards.length ? nextLook(this.state, guards, this.now) : undefined;
    if (at !== undefined)
      this.look = this.agenda.add(at, () => {
        this.look = undefined;
        this.changed(0);
        this.relook();
      });
  }
}
