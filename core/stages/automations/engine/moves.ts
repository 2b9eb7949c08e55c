/** What each move of an automation does. */
import type { Agenda } from "./agenda";
import { afterHeld } from "./dimming";
import { givenBack, type Captured } from "./levels";
import { differenceIn, millisecondsIn, textIn, valueIn } from "./amounts";
import { MEASURED } from "./aspects";
import type { Aspect, AutomationRow, Move } from "../../../design/rows/automations";
import { allHold } from "./guards";
import { channelOf, type Run, type State } from "./state";
import type { Unnumbered, Wishing } from "./wishing";
import type { Answer, Value } from "./world";

/** Nothing is done over again faster than this. */
const LEAST_EVERY_MS = 100;

/** What moves ask of the engine that makes them. */
export interface Engaged {
  readonly state: State;
  readonly wishing: Wishing;
  readonly agenda: Agenda<() => void>;
  readonly byId: ReadonlyMap<string, AutomationRow>;
  now(): number;
  answer(because: number, what: Unnumbered<Answer>): number;
  waitFor(run: Run, ms: number | undefined, waits: NonNullable<Run["waits"]>, then: () => void): void;
  goOn(run: Run): void;
  end(run: Run, how: "done" | "stopped" | "guard" | "limit"): void;
  /** A dial has another value. */
  turned(dial: string, value: Value, n: number): void;
}

export class Moves {
  constructor(private readonly engine: Engaged) {}

  private skip(run: Run, why: string): void {
    this.engine.answer(run.n, { kind: "skips", automation: run.automation, why });
  }

  move(run: Run, move: Move): void {
    const { state } = this.engine;
    const over = "over" in move ? (millisecondsIn(move.over, state.lookup) ?? 0) : 0;
    switch (move.kind) {
      case "set": {
        const value = valueIn(move.to, move.aspect, state.lookup);
        if (value === undefined) return this.skip(run, "what it is to be set to is not known");
        for (const point of state.pointsOf(move))
          this.engine.wishing.set(run, point, { aspect: move.aspect, value, overMs: over }, move);
        return;
      }
      case "step": {
        const by = differenceIn(move.by, move.aspect, state.lookup);
        if (by === undefined) return this.skip(run, "by how much it is to change is not known");
        for (const point of state.pointsOf(move)) {
          const now = this.actual(point, move.aspect);
          if (typeof now !== "number") this.skip(run, "how it is now is not known");
          else
            this.engine.wishing.set(run, point, {
              aspect: move.aspect,
              value: within(move.aspect, now + by),
              overMs: over,
            });
        }
        return;
      }
      case "toggle": {
        const points = state.pointsOf(move);
        const on = points.some((point) => this.actual(point, move.aspect) === true);
        for (const point of points)
          this.engine.wishing.set(run, point, { aspect: move.aspect, value: !on, overMs: 0 });
        return;
      }
      case "dim":
        return this.dim(run, move);
      case "let go":
        for (const point of state.pointsOf(move)) this.engine.wishing.letGo(point, run.automation, run.n);
        return;
      case "dial":
        return this.turnDial(run, move);
      case "scene":
        return this.scene(run, move.scene, move.over && over);
      case "cycle": {
        if (!move.scenes.length) return this.skip(run, "no scene is named");
        const key = `${run.automation} ${move.scenes.join(" ")}`;
        const turn = state.turns.get(key) ?? 0;
        state.turns.set(key, (turn + 1) % move.scenes.length);
        return this.scene(run, move.scenes[turn % move.scenes.length]!, move.over && over);
      }
      case "capture":
        state.captured.set(
          run.automation,
          state.pointsOf(move).map((point) => this.capture(point)),
        );
        return;
      case "give back":
        return this.giveBack(run, over);
      case "say":
        this.engine.answer(run.n, {
          kind: "say",
          automation: run.automation,
          points: move.points,
          people: move.people,
          text: textIn(move.text, state.inWords),
        });
        return;
      case "wait": {
        const ms = millisecondsIn(move.time, state.lookup);
        if (ms === undefined) return this.skip(run, "how long it is to wait is not known");
        return this.engine.waitFor(run, ms, { for: "time" }, () => this.engine.goOn(run));
      }
      case "until":
        return this.until(run, move);
      case "choose": {
        const taken = move.branches.find(
          ({ keys, guards }) =>
            (!keys?.length || keys.includes(run.cue)) && allHold(state, guards, this.engine.now()),
        );
        const moves = taken ? taken.moves : move.otherwise;
        if (moves?.length) run.frames.push({ moves, next: 0 });
        return;
      }
      case "repeat": {
        if (!move.moves.length || (move.guards.length && allHold(state, move.guards, this.engine.now())))
          return;
        const everyMs = Math.max(LEAST_EVERY_MS, millisecondsIn(move.every, state.lookup) ?? 0);
        run.frames.push({
          moves: move.moves,
          next: 0,
          again: { left: move.most, everyMs, guards: move.guards },
        });
        return;
      }
      case "stop":
        for (const id of move.automations) {
          const other = state.runs.get(id);
          state.queued.delete(id);
          if (other) this.engine.end(other, "stopped");
        }
    }
  }

  private until(run: Run, move: Extract<Move, { kind: "until" }>): void {
    if (allHold(this.engine.state, move.guards, this.engine.now())) return;
    const then = move.then ?? "goes on";
    const limit = millisecondsIn(move.limit, this.engine.state.lookup);
    this.engine.waitFor(run, limit, { for: "guards", guards: move.guards, then }, () =>
      then === "ends" ? this.engine.end(run, "limit") : this.engine.goOn(run),
    );
  }

  private dim(run: Run, move: Extract<Move, { kind: "dim" }>): void {
    const cue = this.engine.byId.get(run.automation)!.cues.find(({ key }) => key === run.cue);
    if (cue?.kind !== "press") return this.skip(run, "no key is held that it could go by");
    const points = this.engine.state.pointsOf(move);
    const turn = `${run.automation} dim`;
    const way =
      move.way === "the other way" ? (this.engine.state.turns.get(turn) ?? 1) : move.way === "up" ? 1 : -1;
    this.engine.state.turns.set(turn, -way);
    const remembers = `${cue.point} ${cue.button}`;
    const next = () => {
      if (this.engine.state.runs.get(run.automation) !== run) return;
      for (const point of points) {
        const actual = this.actual(point, "on") === false ? 0 : this.actual(point, "level");
        const from =
          move.by === "steps"
            ? actual
            : (this.engine.state.remembered.get(`${remembers} ${point}`) ?? actual);
        if (typeof from !== "number") continue;
        const value = afterHeld(
          { stepPct: move.stepPct, intervalMs: move.intervalMs },
          { from, way: way > 0 ? 1 : -1, heldMs: 0 },
        );
        this.engine.state.remembered.set(`${remembers} ${point}`, value);
        this.engine.wishing.set(run, point, { aspect: "level", value, overMs: move.intervalMs });
      }
      run.off.push(this.engine.agenda.add(this.engine.now() + move.intervalMs, next));
    };
    run.waits = { for: "release", point: cue.point, button: cue.button, next };
    next();
  }

  private turnDial(run: Run, { dial, to }: Extract<Move, { kind: "dial" }>): void {
    const row = this.engine.state.programme.dials.find(({ id }) => id === dial);
    if (!row) return this.skip(run, "the dial is not there any more");
    const before = this.engine.state.dials.get(dial);
    const word = to.say.toLowerCase();
    let value: Value | undefined;
    if (row.kind === "flag")
      value =
        word === "on"
          ? true
          : word === "off"
            ? false
            : word === "the other way"
              ? before !== true
              : undefined;
    else if (row.kind === "time") value = /^\d\d:\d\d$/.test(to.say) ? to.say : undefined;
    else value = this.engine.state.dialNumber(row, to);
    if (value === undefined) return this.skip(run, "what the dial is to be turned to is not known");
    const n = this.engine.answer(run.n, { kind: "dial", automation: run.automation, dial, value });
    this.engine.turned(dial, value, n);
  }

  private scene(run: Run, id: string, over: number | undefined): void {
    const scene = this.engine.state.programme.scenes.find((row) => row.id === id);
    if (!scene) return this.skip(run, "the scene is not there any more");
    for (const { point, aspect, to } of scene.settings) {
      const value = valueIn({ say: to }, aspect, this.engine.state.lookup);
      if (value === undefined) this.skip(run, `${to} is nothing it could be set to`);
      else this.engine.wishing.set(run, point, { aspect, value, overMs: over ?? (scene.fadeS ?? 0) * 1000 });
    }
  }

  /** How a thing is, as far as anybody knows: what it said, else what it was told. */
  private actual(point: string, aspect: Aspect): Value | undefined {
    const known = this.engine.state.value(point, aspect);
    if (known !== undefined) return known;
    const told = this.engine.state.followed.get(this.engine.state.keys.of(point, channelOf(aspect)));
    return told?.aspect === aspect ? told.value : undefined;
  }

  private capture(point: string): Captured {
    const number = (aspect: Aspect) => {
      const value = this.actual(point, aspect);
      return typeof value === "number" ? value : undefined;
    };
    const on = this.actual(point, "on");
    const colour = this.actual(point, "colour");
    return {
      thing: point,
      at: this.engine.now(),
      state: {
        ...(typeof on === "boolean" ? { on } : {}),
        ...(typeof colour === "string" ? { colour } : {}),
        ...(number("level") === undefined ? {} : { levelPct: number("level") }),
        ...(number("white") === undefined ? {} : { kelvin: number("white") }),
        ...(number("position") === undefined ? {} : { positionPct: number("position") }),
      },
    };
  }

  private giveBack(run: Run, overMs: number): void {
    const captured = this.engine.state.captured.get(run.automation) ?? [];
    for (const { thing, state } of givenBack(captured, (point) => this.engine.state.movedByHand.get(point))) {
      const tell = (aspect: Aspect, value: Value | undefined) =>
        value !== undefined && this.engine.wishing.set(run, thing, { aspect, value, overMs });
      tell("position", state.positionPct);
      tell("white", state.kelvin);
      tell("colour", state.colour);
      // A lamp that was off is switched off again, whatever its level was.
      if (state.on === false) tell("on", false);
      else if (state.levelPct !== undefined) tell("level", state.levelPct);
      else tell("on", state.on);
    }
  }
}

function within(aspect: Aspect, value: number): number {
  const { min = -Infinity, max = Infinity } = MEASURED[aspect] ?? {};
  return Math.min(max, Math.max(min, value));
}
