/**
 * A house run before it exists (docs/model.md §10): driven by what happens, not by a clock that ticks, and the same at every
 * repeat of a seed. The world makes weather, people and visitors; things do what they are told in the time they take; the
 * engine of automations hears of it and commands. Every line of the log says what it came of.
 */
import { Agenda } from "../../automations/engine/agenda";
import { Keys } from "../../automations/engine/keys";
import { Engine } from "../../automations/engine/engine";
import type { Answer, Happening, Value } from "../../automations/engine/world";
import { addDays, dayStart, localParts } from "../../../design/local-time";
import type { Aspect } from "../../../design/rows/automations-words";
import { hubStopsAt, type Break } from "./breaks";
import { CellDrain } from "./drain";
import { Failures } from "./failures";
import { heedsOf } from "./heeded";
import { Habits } from "./habits";
import type { House, Thing } from "./house";
import { Links } from "./links";
import { Loads } from "./loads";
import { NOTHING, type Annoyance, type Line, type Said, type Sums } from "./log";
import { Meter } from "./meter";
import { VOICE_DB } from "./noise";
import { live, type Whereabouts } from "./people";
import { hasMoved, skyValue } from "./readings";
import type { Scene } from "./scene";
import { Senses } from "./senses";
import { cover } from "./things/cover";
import { lamp } from "./things/lamp";
import { slow } from "./things/slow";
import type { Cause, StandIn } from "./things/stand-in";
import { Visitors } from "./visitors";
import { Warmth } from "./warmth";
import { Water } from "./water";
import { weatherOf, type Sky, type Weather } from "./weather";

export interface Ask {
  /** Milliseconds; it ends just before `to`. */
  from: number;
  to: number;
  seed: number;
  breaks?: readonly Break[];
  /** Made from the seed where absent. */
  weather?: Weather;
  /** So long before `from` it begins unheard, so that the house is as the evening before has left it, ms. */
  runInMs?: number;
}

export interface Listener {
  line?(line: Line): void;
  annoyance?(annoyance: Annoyance): void;
  /** A thing without supply is otherwise than was last heard of it: it went out, stopped on its way, or was shut by its spring. */
  stands?(at: number, point: string, aspect: Aspect, value: Value): void;
  /** Somebody is somewhere else, or otherwise, from now on. */
  goes?(at: number, now: Whereabouts): void;
  /** Now and then, how far it is: a moment between the beginning and the end. */
  progress?(at: number): void;
}

/** What the sums of a rehearsal are made of. */
export interface Spent {
  /** By point, kWh; what is always on under no name. */
  drawn: readonly (readonly [point: string, kWh: number])[];
  /** By room, kWh. */
  heat: readonly (readonly [room: string, kWh: number])[];
  /** By person: hours where it was right for them, and K h by which it was not. */
  found: readonly (readonly [person: string, comfortH: number, discomfortKh: number])[];
}

/** Weather is looked at so often, and told where it is another than it was told last. */
export const LOOK_MS = 10 * 60_000;
/** Causes that are kept in mind by the engine's number. */
const KEPT_CAUSES = 50_000;
/** Somebody is at the door so long after a ring that was asked for. */
const RUNG_OPENS_MS = 20_000;
/** So often it is said how far it is. */
const PROGRESS_TURNS = 20_000;

/** One thing that a mast tells, and what it told last. */
interface MastReading {
  thing: Thing;
  aspect: Aspect;
  told: Value | undefined;
}

const isLight = ({ type }: Thing) => type.endsWith("light");

/** One that goes on as far as it is told, and hears what somebody does meanwhile. */
export class Rehearsal implements Scene {
  readonly seed: number;
  readonly meter: Meter;
  readonly sums: Sums = { ...NOTHING };
  private readonly agenda = new Agenda<() => void>();
  private moment: number;
  private lines = 0;
  /** Nobody hears of it yet: it runs in. */
  private muted: boolean;
  private engine!: Engine;
  private hubDown = 0;
  /** Lines by the engine's numbers: the youngest stand in a ring. */
  private readonly engineAt = new Uint32Array(KEPT_CAUSES);
  private readonly lineAt = new Uint32Array(KEPT_CAUSES);
  private readonly standIns = new Map<string, StandIn>();
  private readonly things = new Map<string, Thing>();
  private readonly inRoom = new Map<string, Thing[]>();
  private readonly keys = new Keys();
  private readonly masts: readonly MastReading[];
  /** Asks whether any sentence goes by an aspect of a thing: what nobody goes by is not told to the hub. */
  private readonly heeds: (thing: Thing, aspect: Aspect) => boolean;
  private readonly alarms = new Map<string, number | undefined>();
  private readonly weather: Weather;
  private lastSky: Sky;
  /** What the world does to a thing that nobody commands: a door that is opened, by point and aspect. */
  private readonly world = new Map<string, Value>();
  private readonly habits: Habits;
  private readonly senses: Senses;
  private readonly failures: Failures;
  private readonly links: Links;
  private readonly loads: Loads;
  private readonly drain: CellDrain;
  private readonly visitors: Visitors;
  private warmth: Warmth | undefined;
  private water: Water | undefined;

  constructor(
    readonly house: House,
    private readonly ask: Ask,
    private readonly listener: Listener,
  ) {
    this.seed = ask.seed;
    this.muted = (ask.runInMs ?? 0) > 0;
    this.moment = ask.from - (ask.runInMs ?? 0);
    this.meter = new Meter(this.moment, house.baseW);
    this.weather = ask.weather ?? weatherOf(house.programme.place, ask.seed);
    this.lastSky = this.weather(this.moment);
    for (const thing of house.things) {
      this.things.set(thing.id, thing);
      const own = this.inRoom.get(thing.room);
      if (own) own.push(thing);
      else this.inRoom.set(thing.room, [thing]);
    }
    this.heeds = heedsOf(house);
    this.masts = house.things
      .filter(({ type }) => type === "weather sensor")
      .flatMap((thing) => thing.reads.map((aspect) => ({ thing, aspect, told: undefined })));
    this.failures = new Failures(this, house, {
      hubStops: () => void (this.hubDown += 1),
      hubStarts: () => this.hubStarts(),
      cut: (thing) => this.cut(thing),
      fed: (thing, line) => this.feed(thing, line),
      mains: () => this.warmth?.fed(),
      dark: () => this.habits.wantItBack(),
      person: (person, line) => this.tellWhere(person, line),
    });
    this.habits = new Habits(
      this,
      house,
      (room) => this.loads.occupied(room),
      () => this.failures.standing,
    );
    this.senses = new Senses(this, house, this.habits);
    this.links = new Links(this);
    for (const thing of house.things) this.standIns.set(thing.id, this.makeStandIn(thing));
    this.loads = new Loads(this);
    this.drain = new CellDrain(this, (thing) => this.failures.gone(thing));
    this.visitors = new Visitors(this, (because) => this.habits.throughDoor(because));
    if (house.warm) this.warmth = new Warmth(this, house.warm);
    const pump = house.sump && this.things.get(house.sump.pump);
    if (pump)
      this.water = new Water(
        this,
        pump,
        house.sump!.probes.flatMap((id) => this.things.get(id) ?? []),
      );
    this.boot([]);
  }

  /** The world is set going: nothing has happened yet. */
  begin(): void {
    this.look();
    this.loads.begin();
    this.drain.begin();
    live(this.house, this.seed, this.moment, {
      now: this.now,
      at: (ms, what) => void this.agenda.add(ms, what),
      goes: (before, now) => {
        this.habits.goes(before, now);
        if (!this.muted) this.listener.goes?.(this.moment, now);
      },
      alarm: (person, rings) => {
        this.alarms.set(person, rings);
        this.tell({ kind: "alarm", person, rings });
      },
    });
    this.day();
    for (const one of this.ask.breaks ?? []) {
      const stops = hubStopsAt(one, this.house.hubOnBatteryMs);
      // The hub first, where both go at once: it hears of nothing any more.
      if (stops !== undefined) this.agenda.add(stops, () => this.failures.hubStops(one));
      this.agenda.add(one.from, () => this.failures.breaks(one));
      this.agenda.add(one.to, () => this.failures.mends(one, stops !== undefined));
    }
    if (this.muted) {
      this.run(this.ask.from);
      this.heard();
    }
  }

  /** From now on it is heard of, and counted. */
  private heard(): void {
    this.muted = false;
    this.lines = 0;
    this.engineAt.fill(0);
    this.count();
    Object.assign(this.sums, NOTHING);
    this.meter.begin(this.moment);
    this.warmth?.begin();
    for (const now of this.habits.people.values()) this.listener.goes?.(this.moment, now);
  }

  /** All that happens before a moment; it stands at that moment then. */
  advance(to: number): void {
    this.run(to);
  }

  private run(to: number): void {
    for (let turn = 1; ; turn += 1) {
      if (turn % PROGRESS_TURNS === 0) this.listener.progress?.(this.moment);
      const world = this.agenda.nextAt();
      const hub = this.hubDown ? undefined : this.engine.wakesAt;
      const at = Math.min(world ?? Infinity, hub ?? Infinity);
      if (at >= to) break;
      this.moment = Math.max(this.moment, at);
      if (world !== undefined && world <= (hub ?? Infinity)) this.agenda.next()!.what();
      else this.heed(this.engine.advance(at));
    }
    this.moment = to;
  }

  /** What draws, warms and is lived in is counted up to now. */
  count(): void {
    this.warmth?.count();
    this.meter.count(this.moment);
    this.sums.kWh = this.meter.kWh;
    this.sums.sunKWh = this.meter.sunKWh;
    this.sums.boughtKWh = this.meter.boughtKWh;
  }

  /** Somebody wishes something of a thing, on a panel or by a client: the hub tells it, and keeps it as a hand's word. */
  wish(point: string, aspect: Aspect, value: Value): boolean {
    const thing = this.things.get(point);
    if (!thing?.sets.includes(aspect)) return false;
    this.sums.presses += 1;
    const line = this.line("by hand", { point, aspect, value });
    if (this.hubDown || !this.answers(thing)) {
      this.sums.unanswered += 1;
      this.line("no answer", { point, because: line });
      return false;
    }
    this.tell({ kind: "hand", point, aspect, value }, { line });
    this.standIn(point).told(aspect, value, 0, { line });
    return true;
  }

  /** Somebody turns a dial or a flag; nothing hears it while the hub is down. */
  turn(dial: string, value: Value): boolean {
    if (this.hubDown) return false;
    const line = this.line("by hand", { value });
    this.tell({ kind: "dial", dial, value }, { line });
    return true;
  }

  /** Somebody has seen what safety did: what waits for that is let go. */
  seen(): void {
    if (!this.hubDown) this.tell({ kind: "seen" }, { line: this.line("seen", {}) });
  }

  /** Somebody presses a key, or rings at a door station. */
  press(point: string, button: number): boolean {
    const thing = this.things.get(point);
    if (!thing || this.unfed(thing)) return false;
    if (this.house.bells?.includes(point)) this.visitors.rings(point, RUNG_OPENS_MS);
    else this.habits.press(point, button);
    return this.answers(thing) && !this.hubDown;
  }

  /** The door station that was rung last, and when. */
  lastRing = (): { point: string; at: number } | undefined => this.visitors.last;

  /** How everything stands, by point and aspect, as `hall-lmp-1 on`; only what is heard. */
  values(): Map<string, Value> {
    const found = new Map<string, Value>();
    for (const thing of this.house.things)
      for (const aspect of new Set([...thing.reads, ...thing.sets])) {
        const value = this.valueOf(thing, aspect);
        if (value !== undefined) found.set(`${thing.id} ${aspect}`, value);
      }
    return found;
  }

  /** What the household has turned its dials to. */
  dials = (): ReadonlyMap<string, Value> => this.engine.state.dials;
  whereabouts = (): Whereabouts[] => [...this.habits.people.values()];
  skyNow = (): Sky => this.weather(this.moment);
  /** What its sums are made of, up to now. */
  spent(): Spent {
    this.count();
    return {
      drawn: [...this.meter.shares(this.moment)],
      heat: this.warmth?.heatShares() ?? [],
      found: this.warmth?.foundBy() ?? [],
    };
  }

  /** kWh of a thing so far. */
  energyOf = (point: string): number => this.meter.energyOf(point, this.moment);

  // What the parts of a rehearsal see of it.

  now = (): number => this.moment;
  at = (ms: number, what: () => void): (() => void) => this.agenda.add(ms, what);
  thing = (point: string): Thing | undefined => this.things.get(point);
  standIn = (point: string): StandIn => this.standIns.get(point)!;
  thingsIn = (room: string): readonly Thing[] => this.inRoom.get(room) ?? [];
  sky = (): Sky => this.lastSky;
  isHubDown = (): boolean => this.hubDown > 0;
  people = (): Iterable<Whereabouts> => this.habits.people.values();
  peopleIn = (room: string): Whereabouts[] => this.habits.peopleIn(room);
  answers = (thing: Thing): boolean => this.failures.answers(thing);
  unfed = (thing: Thing): boolean => this.failures.unfed(thing);
  hasMains = (): boolean => this.failures.hasMains();
  isDark = (room: string): boolean => this.senses.isDark(room);
  sounds = (room: string, db: number, because?: number): void => this.senses.sounds(room, db, because);

  line(what: string, { point, room, value, aspect, by, because }: Said): number {
    if (this.muted) return 0;
    this.lines += 1;
    if (!this.listener.line) return this.lines;
    const line: Line = { n: this.lines, at: this.moment, what };
    if (point !== undefined) line.point = point;
    if (room !== undefined) line.room = room;
    if (value !== undefined) line.value = value;
    if (aspect !== undefined) line.aspect = aspect;
    if (by !== undefined) line.by = by;
    if (because) line.because = because;
    this.listener.line(line);
    return this.lines;
  }

  annoys(what: Annoyance["what"], who: string, room: string, because?: number): void {
    if (this.muted) return;
    const told = { at: this.moment, what, who, room };
    this.listener.annoyance?.(because ? { ...told, because } : told);
  }

  says(thing: Thing, aspect: Aspect, value: Value, because?: number): number {
    // What is not heard is so all the same, and says so once it is.
    if (!this.answers(thing)) {
      this.world.set(this.keys.of(thing.id, aspect), value);
      return 0;
    }
    const line = this.line(aspect, { point: thing.id, value, because });
    this.world.set(this.keys.of(thing.id, aspect), value);
    this.drain.used(thing);
    this.reports(thing, aspect, value, line);
    return line;
  }

  /** The hub hears how a thing is, where anybody goes by it. What is not sent costs no message made. */
  private reports(thing: Thing, aspect: Aspect, value: Value, line: number, engine?: number): void {
    if (this.heeds(thing, aspect)) this.sends(thing, aspect, value, line, engine);
  }

  private sends(thing: Thing, aspect: Aspect, value: Value, line: number, engine: number | undefined): void {
    this.links.up(thing, () =>
      this.tell(
        { kind: "state", point: thing.id, aspect, value },
        engine === undefined ? { line } : { line, engine },
      ),
    );
  }

  tell(happening: Happening, because?: Cause): void {
    if (this.hubDown) return;
    const { n, answers } = this.engine.happens(
      because?.engine === undefined ? happening : { ...happening, because: because.engine },
      this.moment,
    );
    if (because) this.keep(n, because.line);
    this.heed(answers);
  }

  // The hub.

  /** It starts with nothing in mind but the household's dials, and hears of all once more. */
  private boot(dials: readonly (readonly [string, Value])[]): void {
    const values = new Map(dials);
    const said = (value: Value) => (typeof value === "boolean" ? (value ? "on" : "off") : String(value));
    this.engine = new Engine(
      {
        ...this.house.programme,
        dials: this.house.programme.dials.map((dial) =>
          values.has(dial.id) ? { ...dial, value: said(values.get(dial.id)!) } : dial,
        ),
      },
      this.moment,
    );
    this.engineAt.fill(0);
    for (const thing of this.house.things)
      for (const aspect of thing.reads) {
        const value = this.valueOf(thing, aspect);
        if (value !== undefined && this.answers(thing))
          this.tell({ kind: "state", point: thing.id, aspect, value });
      }
    for (const { person, home, asleep } of this.people())
      this.tell({ kind: "person", person, home: home || this.habits.phoneAtHome(person), asleep });
    for (const [person, rings] of this.alarms) this.tell({ kind: "alarm", person, rings });
  }

  private keep(engine: number, line: number): void {
    const at = engine % KEPT_CAUSES;
    this.engineAt[at] = engine;
    this.lineAt[at] = line;
  }

  /** The line of what the engine calls by a number; undefined of the world's doings, and of what has long gone. */
  private lineOf(engine: number): number | undefined {
    const at = engine % KEPT_CAUSES;
    return engine && this.engineAt[at] === engine ? this.lineAt[at] : undefined;
  }

  private heed(answers: readonly Answer[]): void {
    for (const answer of answers) {
      const because = this.lineOf(answer.because);
      switch (answer.kind) {
        case "fires":
          this.sums.fires += 1;
          this.keep(answer.n, this.line("fires", { by: answer.automation, value: answer.cue, because }));
          break;
        case "command": {
          const { point, aspect, value, automation: by } = answer;
          const line = this.line("told", { point, aspect, value, by, because });
          this.keep(answer.n, line);
          this.commands(point, aspect, value, answer.overMs, { line, engine: answer.n, by });
          break;
        }
        case "dial":
          this.keep(answer.n, this.line("dial", { value: answer.value, by: answer.automation, because }));
          break;
        case "say": {
          const line = this.line("says", { value: answer.text, by: answer.automation, because });
          this.keep(answer.n, line);
          for (const room of new Set(answer.points.flatMap((point) => this.things.get(point)?.room ?? [])))
            this.sounds(room, VOICE_DB, line);
          break;
        }
        case "loop":
          this.keep(answer.n, this.line("loop", { value: answer.automations.join(", "), because }));
          break;
        default:
          if (because !== undefined) this.keep(answer.n, because);
      }
    }
  }

  private commands(point: string, aspect: Aspect, value: Value, overMs: number, because: Cause): void {
    const thing = this.things.get(point);
    if (!thing) return;
    const lost = () => {
      this.sums.unanswered += 1;
      this.line("no answer", { point, because: because.line });
    };
    this.links.down(thing, () => this.standIn(point).told(aspect, value, overMs, because), lost);
  }

  /** Its supply has gone: what it was at is over, and it draws nothing. */
  private cut(thing: Thing): void {
    // No line says it, as nobody is told: of what is broken the log has that it is.
    for (const [aspect, value] of this.standIn(thing.id).cut()) this.stands(thing, aspect, value);
    this.warmth?.shaded(thing.room);
    this.senses.out(thing);
    this.meter.draws(thing.id, 0, this.moment);
    this.powered(thing, undefined);
  }

  private feed(thing: Thing, line: number): void {
    this.standIn(thing.id).back?.({ line });
    this.powered(thing, { line });
  }

  /** It draws another current: switched, or fed again. */
  private powered(thing: Thing, because: Cause | undefined): void {
    if (thing === this.things.get(this.house.sump?.pump ?? "")) this.water?.look();
    else if (thing.appliance || thing.watts) this.loads.switched(thing, because);
    this.warmth?.valve(thing.id);
  }

  private hubStarts(): void {
    const dials = [...this.engine.state.dials];
    this.hubDown -= 1;
    if (this.hubDown) return;
    this.boot(dials);
    this.tell({ kind: "start" });
  }

  private tellWhere(person: string, line: number): void {
    const who = this.habits.people.get(person);
    if (who) this.tell({ kind: "person", person, home: who.home, asleep: who.asleep }, { line });
  }

  // Things.

  private makeStandIn(thing: Thing): StandIn {
    const around = {
      now: this.now,
      after: (ms: number, what: () => void) => this.agenda.add(this.moment + ms, what),
      is: (aspect: Aspect, value: Value, because: Cause | undefined) =>
        this.is(thing, aspect, value, because),
      moves: (to: Value, because: Cause | undefined) => this.sets(thing, to, because),
    };
    if (isLight(thing)) return lamp(around, thing.sets.includes("level"), thing.comesBack);
    const first = new Map(Object.entries(thing.first ?? {}) as [Aspect, Value][]);
    if (thing.type === "cover")
      return cover(around, thing.travelMs ?? 25_000, Number(first.get("position") ?? 0));
    return slow(around, first, thing.openMs, thing.comesBack, thing.shutsUnfed);
  }

  valueOf(thing: Thing, aspect: Aspect): Value | undefined {
    switch (aspect) {
      case "online":
        return this.answers(thing);
      case "presence":
        return this.habits.isSeen(thing.room);
      case "battery":
        return this.drain.pct(thing.id) ?? this.standIn(thing.id).value(aspect);
      case "energy":
        return Math.round(1000 * this.energyOf(thing.id)) / 1000;
      default:
    }
    if (thing.type === "weather sensor") return skyValue(this.lastSky, aspect);
    if (aspect === "temperature") {
      const reading = this.warmth?.reading(thing.room);
      if (reading !== undefined) return reading;
    }
    return this.world.get(this.keys.of(thing.id, aspect)) ?? this.standIn(thing.id).value(aspect);
  }

  /** A thing is otherwise than it was by what it was told, and says so. */
  private is(thing: Thing, aspect: Aspect, value: Value, because: Cause | undefined): void {
    if (this.unfed(thing)) {
      this.stands(thing, aspect, value);
      this.warmth?.valve(thing.id);
      return;
    }
    const line = this.line(aspect, { point: thing.id, value, by: because?.by, because: because?.line });
    if (aspect === "on") {
      this.sums.switchings += 1;
      this.powered(thing, { line });
    } else if (aspect === "open") this.warmth?.valve(thing.id);
    else if (aspect === "target") this.warmth?.targeted(thing.id);
    else if (aspect === "position") this.warmth?.shaded(thing.room);
    this.drain.used(thing);
    this.senses.watch(thing, aspect, value, line, because);
    this.reports(thing, aspect, value, line, because?.engine);
  }

  private stands(thing: Thing, aspect: Aspect, value: Value): void {
    if (!this.muted) this.listener.stands?.(this.moment, thing.id, aspect, value);
  }

  private sets(thing: Thing, to: Value, because: Cause | undefined): void {
    this.sums.moves += 1;
    this.warmth?.shaded(thing.room);
    this.drain.used(thing);
    const line = this.line("moves", { point: thing.id, value: to, because: because?.line });
    this.senses.moves(thing, line, because);
  }

  // What goes by the clock of the world.

  private look(): void {
    this.lastSky = this.weather(this.moment);
    for (const reading of this.masts) {
      const { thing, aspect } = reading;
      const value = skyValue(this.lastSky, aspect);
      if (value === undefined || !hasMoved(aspect, reading.told, value) || !this.answers(thing)) continue;
      reading.told = value;
      const line = this.line(aspect, { point: thing.id, value });
      this.reports(thing, aspect, value, line);
    }
    this.warmth?.look(LOOK_MS);
    this.loads.look();
    this.water?.look();
    this.agenda.add(this.moment + LOOK_MS, () => this.look());
  }

  /** Each midnight what the day may bring is made up. */
  private day(): void {
    const { zone } = this.house.programme.place;
    const today = localParts(zone, this.moment);
    const start = dayStart(zone, today);
    this.loads.day(start);
    this.visitors.day(start);
    this.agenda.add(dayStart(zone, addDays(today, 1)), () => this.day());
  }
}

/** Plays a house from a moment to another. The same house, seed and breaks tell the same lines. */
export function rehearse(house: House, ask: Ask, listener: Listener = {}): Sums {
  const rehearsal = new Rehearsal(house, ask, listener);
  rehearsal.begin();
  rehearsal.advance(ask.to);
  rehearsal.count();
  return rehearsal.sums;
}
