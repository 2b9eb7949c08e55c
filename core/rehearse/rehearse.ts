/**
 * A house run before it exists (domain.md §10): driven by what happens, not by a clock that ticks, and the same at every
 * repeat of a seed. The world makes weather and people; things do what they are told in the time they take; the engine of
 * automations hears of it and commands. Every line of the log says what it came of.
 */
import { Agenda } from "../automation/agenda";
import { isOwnCue } from "../automation/people";
import { Engine } from "../automation/engine/engine";
import type { Answer, Happening, Value } from "../automation/engine/world";
import type { Aspect } from "../stages/automations/rows-words";
import { cutsSupply, hubStopsAt, isHit, phoneOf, type Break } from "./breaks";
import type { House, RehearsedRoom, Thing } from "./house";
import type { Annoyance, Line, Sums } from "./log";
import { live, type Whereabouts } from "./people";
import { stream } from "./random";
import { cover } from "./things/cover";
import { lamp } from "./things/lamp";
import { slow } from "./things/slow";
import type { Cause, StandIn } from "./things/stand-in";
import { weatherOf, type Sky, type Weather } from "./weather";

export interface Ask {
  /** Milliseconds; it ends just before `to`. */
  from: number;
  to: number;
  seed: number;
  breaks?: readonly Break[];
  /** Made from the seed where absent. */
  weather?: Weather;
}

export interface Listener {
  line?(line: Line): void;
  annoyance?(annoyance: Annoyance): void;
  /** Somebody is somewhere else, or otherwise, from now on. */
  goes?(at: number, now: Whereabouts): void;
  /** Now and then, how far it is: a moment between the beginning and the end. */
  progress?(at: number): void;
}

/** Weather is looked at so often, and told where it is another than it was told last. */
const LOOK_MS = 10 * 60_000;
/** Somebody who finds a room dark waits so long for it to light by itself, then works it by hand. */
const PATIENCE_MS = 4000;
/** And gives up so long after the last try. */
const GIVES_UP_MS = 6000;
/** A presence sensor sees nobody any more so long after the last has left. */
const SEES_NOBODY_MS = 90_000;
/** A door stands open so long when somebody goes through. */
const DOOR_MS = 8000;
/** Of daylight outside, what comes into a room with a window. */
const DAYLIGHT_SHARE = 0.012;
/** Darker than this somebody wants light, lx. */
const DARK_LX = 40;
/** Brighter than this a lamp wakes a sleeper, %. */
const WAKING_PCT = 20;
/** Share of people who put the light out when they are the last to leave a room. */
const PUTS_OUT = 0.7;
/** Causes that are kept in mind by the engine's number. */
const KEPT_CAUSES = 50_000;
/** So often it is said how far it is. */
const PROGRESS_TURNS = 20_000;
const HOUR_MS = 3_600_000;

const isLight = ({ type }: Thing) => type.endsWith("light");

/** How far a reading must have moved to be told again. */
const moved: Readonly<Partial<Record<Aspect, (before: number, now: number) => boolean>>> = {
  temperature: (before, now) => Math.abs(now - before) >= 0.5,
  humidity: (before, now) => Math.abs(now - before) >= 3,
  wind: (before, now) => Math.abs(now - before) >= 0.5,
  light: (before, now) => Math.abs(now - before) > Math.max(5, 0.15 * before),
};

const skyValue = (sky: Sky, aspect: Aspect): Value | undefined => {
  switch (aspect) {
    case "temperature":
      return Math.round(sky.temperatureC * 10) / 10;
    case "humidity":
      return Math.round(sky.humidityPct);
    case "wind":
      return Math.round(sky.windMS * 10) / 10;
    case "light":
      return Math.round(sky.lightLx);
    case "rain":
      return sky.rain;
    default:
      return undefined;
  }
};

/** One that goes on as far as it is told, and hears what somebody does meanwhile. */
export class Rehearsal {
  private readonly agenda = new Agenda<() => void>();
  private now: number;
  private lines = 0;
  private engine!: Engine;
  private hubDown = 0;
  /** Lines by the engine's numbers: the youngest stand in a ring. */
  private readonly engineAt = new Uint32Array(KEPT_CAUSES);
  private readonly lineAt = new Uint32Array(KEPT_CAUSES);
  private readonly standIns = new Map<string, StandIn>();
  private readonly things = new Map<string, Thing>();
  private readonly inRoom = new Map<string, Thing[]>();
  private readonly rooms: ReadonlyMap<string, RehearsedRoom>;
  private readonly people = new Map<string, Whereabouts>();
  private readonly alarms = new Map<string, number | undefined>();
  private readonly hits = new Map<string, number>();
  private readonly seen = new Map<string, boolean>();
  private readonly told = new Map<string, Value>();
  private readonly chance: () => number;
  private readonly weather: Weather;
  private sky: Sky;
  /** When a thing that draws went on, ms. */
  private readonly draws = new Map<string, number>();
  /** Lamps that would wake a sleeper. */
  private readonly bright = new Set<string>();
  /** What the world does to a thing that nobody commands: a door that is opened, by point and aspect. */
  private readonly world = new Map<string, Value>();
  private readonly tries = new Map<string, () => void>();
  private readonly standing: Break[] = [];
  private readonly meant = new Map<string, boolean>();
  private readonly bedded: ReadonlySet<string>;
  readonly sums: Sums = { presses: 0, moves: 0, switchings: 0, fires: 0, unanswered: 0, kWh: 0 };

  constructor(
    private readonly house: House,
    private readonly ask: Ask,
    private readonly listener: Listener,
  ) {
    this.now = ask.from;
    this.chance = stream(ask.seed, "habits");
    this.weather = ask.weather ?? weatherOf(house.programme.place, ask.seed);
    this.sky = this.weather(this.now);
    this.rooms = new Map(house.rooms.map((room) => [room.id, room]));
    this.bedded = new Set(house.people.filter(({ room }) => room !== undefined).map(({ id }) => id));
    for (const thing of house.things) {
      this.things.set(thing.id, thing);
      this.standIns.set(thing.id, this.standIn(thing));
      const own = this.inRoom.get(thing.room);
      if (own) own.push(thing);
      else this.inRoom.set(thing.room, [thing]);
    }
    this.boot([]);
  }

  /** The world is set going: nothing has happened yet. */
  begin(): void {
    this.look();
    live(this.house, this.ask.seed, this.ask.from, {
      now: () => this.now,
      at: (ms, what) => void this.agenda.add(ms, what),
      goes: (before, now) => this.goes(before, now),
      alarm: (person, rings) => {
        this.alarms.set(person, rings);
        this.tell({ kind: "alarm", person, rings });
      },
    });
    for (const one of this.ask.breaks ?? []) {
      const stops = hubStopsAt(one, this.house.hubOnBatteryMs);
      // The hub first, where both go at once: it hears of nothing any more.
      if (stops !== undefined) this.agenda.add(stops, () => this.hubStops(one));
      this.agenda.add(one.from, () => this.breaks(one));
      this.agenda.add(one.to, () => this.mends(one, stops !== undefined));
    }
  }

  /** All that happens before a moment; it stands at that moment then. */
  advance(to: number): void {
    for (let turn = 1; ; turn += 1) {
      if (turn % PROGRESS_TURNS === 0) this.listener.progress?.(this.now);
      const world = this.agenda.nextAt();
      const hub = this.hubDown ? undefined : this.engine.wakesAt;
      const at = Math.min(world ?? Infinity, hub ?? Infinity);
      if (at >= to) break;
      this.now = Math.max(this.now, at);
      if (world !== undefined && world <= (hub ?? Infinity)) this.agenda.next()!.what();
      else this.heed(this.engine.advance(at));
    }
    this.now = to;
  }

  /** What draws is counted up to now. */
  count(): void {
    for (const point of [...this.draws.keys()]) {
      this.drawn(point);
      this.draws.set(point, this.now);
    }
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
    this.standIns.get(point)!.told(aspect, value, 0, { line });
    return true;
  }

  /** Somebody turns a dial or a flag; nothing hears it while the hub is down. */
  turn(dial: string, value: Value): boolean {
    if (this.hubDown) return false;
    const line = this.line("by hand", { value });
    this.tell({ kind: "dial", dial, value }, { line });
    return true;
  }

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
  whereabouts = (): Whereabouts[] => [...this.people.values()];
  isHubDown = (): boolean => this.hubDown > 0;
  skyNow = (): Sky => this.weather(this.now);

  // The log.

  private line(what: string, rest: Omit<Line, "n" | "at" | "what">): number {
    this.lines += 1;
    this.listener.line?.({ n: this.lines, at: this.now, what, ...rest });
    return this.lines;
  }

  private annoys(what: Annoyance["what"], who: string, room: string, because?: number): void {
    this.listener.annoyance?.({
      at: this.now,
      what,
      who,
      room,
      ...(because === undefined ? {} : { because }),
    });
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
      this.now,
    );
    this.engineAt.fill(0);
    for (const thing of this.house.things)
      for (const aspect of thing.reads) {
        const value = this.valueOf(thing, aspect);
        if (value !== undefined && this.answers(thing))
          this.tell({ kind: "state", point: thing.id, aspect, value });
      }
    for (const { person, home, asleep } of this.people.values())
      this.tell({ kind: "person", person, home: home || this.phoneAtHome(person), asleep });
    for (const [person, rings] of this.alarms) this.tell({ kind: "alarm", person, rings });
  }

  private tell(happening: Happening, because?: Cause): number | undefined {
    if (this.hubDown) return undefined;
    const { n, answers } = this.engine.happens(
      because?.engine === undefined ? happening : { ...happening, because: because.engine },
      this.now,
    );
    if (because) this.keep(n, because.line);
    this.heed(answers);
    return n;
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
      const chain = because === undefined ? {} : { because };
      switch (answer.kind) {
        case "fires":
          this.sums.fires += 1;
          this.keep(answer.n, this.line("fires", { by: answer.automation, value: answer.cue, ...chain }));
          break;
        case "command": {
          const { point, aspect, value, automation: by } = answer;
          const line = this.line("told", { point, aspect, value, by, ...chain });
          this.keep(answer.n, line);
          this.commands(point, aspect, value, answer.overMs, { line, engine: answer.n, by });
          break;
        }
        case "dial":
          this.keep(answer.n, this.line("dial", { value: answer.value, by: answer.automation, ...chain }));
          break;
        case "say":
          this.keep(answer.n, this.line("says", { value: answer.text, by: answer.automation, ...chain }));
          break;
        case "loop":
          this.keep(answer.n, this.line("loop", { value: answer.automations.join(", "), ...chain }));
          break;
        default:
          if (because !== undefined) this.keep(answer.n, because);
      }
    }
  }

  private commands(point: string, aspect: Aspect, value: Value, overMs: number, because: Cause): void {
    const thing = this.things.get(point);
    if (!thing) return;
    if (this.answers(thing)) this.standIns.get(point)!.told(aspect, value, overMs, because);
    else {
      this.sums.unanswered += 1;
      this.line("no answer", { point, because: because.line });
    }
  }

  // Things.

  private standIn(thing: Thing): StandIn {
    const around = {
      now: () => this.now,
      after: (ms: number, what: () => void) => this.agenda.add(this.now + ms, what),
      is: (aspect: Aspect, value: Value, because: Cause | undefined) =>
        this.is(thing, aspect, value, because),
      moves: (to: Value, because: Cause | undefined) => this.sets(thing, to, because),
    };
    if (isLight(thing)) return lamp(around, thing.sets.includes("level"), thing.comesBack === "on");
    const first = new Map(Object.entries(thing.first ?? {}) as [Aspect, Value][]);
    if (thing.type === "cover")
      return cover(around, thing.travelMs ?? 25_000, Number(first.get("position") ?? 0));
    return slow(around, first, thing.openMs);
  }

  /** It has its supply and is heard. */
  private answers = (thing: Thing): boolean => !this.hits.get(thing.id);

  private valueOf(thing: Thing, aspect: Aspect): Value | undefined {
    if (aspect === "online") return this.answers(thing);
    if (aspect === "presence") return this.seen.get(thing.room) ?? false;
    if (thing.type === "weather sensor") return skyValue(this.sky, aspect);
    return this.world.get(`${thing.id} ${aspect}`) ?? this.standIns.get(thing.id)!.value(aspect);
  }

  /** A thing is otherwise than it was, and says so. */
  private is(thing: Thing, aspect: Aspect, value: Value, because: Cause | undefined): void {
    const by = because?.by;
    const line = this.line(aspect, {
      point: thing.id,
      value,
      ...(by === undefined ? {} : { by }),
      ...(because ? { because: because.line } : {}),
    });
    if (aspect === "on") {
      this.sums.switchings += 1;
      this.drawn(thing.id);
      if (value === true) this.draws.set(thing.id, this.now);
    }
    this.watch(thing, aspect, value, line, because);
    if (this.answers(thing)) {
      const engine = because?.engine;
      this.tell(
        { kind: "state", point: thing.id, aspect, value },
        engine === undefined ? { line } : { line, engine },
      );
    }
  }

  private sets(thing: Thing, to: Value, because: Cause | undefined): void {
    this.sums.moves += 1;
    const line = this.line("moves", {
      point: thing.id,
      value: to,
      ...(because ? { because: because.line } : {}),
    });
    for (const sleeper of this.peopleIn(thing.room))
      if (sleeper.asleep && this.bedded.has(sleeper.person) && !this.isMeant(sleeper.person, because))
        this.annoys("moved over a sleeper", sleeper.person, thing.room, line);
  }

  /** By a sentence that wakes this person at their own alarm clock, or at a key: it is what they wanted. */
  private isMeant(person: string, because: Cause | undefined): boolean {
    const by = because?.by;
    if (by === undefined) return false;
    const key = `${by} ${person}`;
    let meant = this.meant.get(key);
    if (meant === undefined) {
      const row = this.house.programme.automations.find(({ id }) => id === by);
      this.meant.set(key, (meant = row?.cues.some((cue) => isOwnCue(person, cue)) ?? false));
    }
    return meant;
  }

  /** What a lamp that goes on or off does to somebody. */
  private watch(thing: Thing, aspect: Aspect, value: Value, line: number, because: Cause | undefined): void {
    if (!isLight(thing)) return;
    const here = this.peopleIn(thing.room);
    const bright = this.brightness(thing) > WAKING_PCT;
    const before = this.bright.has(thing.id);
    if (bright) this.bright.add(thing.id);
    else this.bright.delete(thing.id);
    if (bright && !before)
      for (const one of here)
        if (one.asleep && this.bedded.has(one.person) && !this.isMeant(one.person, because))
          this.annoys("lit a sleeper", one.person, thing.room, line);
    if (aspect === "on" && value === false && this.isDark(thing.room))
      for (const one of here)
        if (!one.asleep && this.bedded.has(one.person)) {
          this.annoys("light off on somebody", one.person, thing.room, line);
          this.wantsLight(one.person, thing.room);
        }
  }

  private brightness(thing: Thing): number {
    const own = this.standIns.get(thing.id)!;
    if (own.value("on") !== true) return 0;
    const level = own.value("level");
    return typeof level === "number" ? level : 100;
  }

  private drawn(point: string): void {
    const since = this.draws.get(point);
    if (since === undefined) return;
    this.draws.delete(point);
    this.sums.kWh += (this.things.get(point)!.watts / 1000) * ((this.now - since) / HOUR_MS);
  }

  // Weather.

  private look(): void {
    this.sky = this.weather(this.now);
    for (const thing of this.house.things) {
      if (thing.type !== "weather sensor" || !this.answers(thing)) continue;
      for (const aspect of thing.reads) {
        const value = skyValue(this.sky, aspect);
        const key = `${thing.id} ${aspect}`;
        const before = this.told.get(key);
        if (value === undefined || value === before) continue;
        if (typeof value === "number" && typeof before === "number" && !moved[aspect]!(before, value))
          continue;
        this.told.set(key, value);
        const line = this.line(aspect, { point: thing.id, value });
        this.tell({ kind: "state", point: thing.id, aspect, value }, { line });
      }
    }
    this.agenda.add(this.now + LOOK_MS, () => this.look());
  }

  // People.

  private peopleIn(room: string): Whereabouts[] {
    return [...this.people.values()].filter(({ home, room: own }) => home && own === room);
  }

  private goes(before: Whereabouts | undefined, now: Whereabouts): void {
    const { person } = now;
    this.people.set(person, now);
    this.listener.goes?.(this.now, now);
    const what =
      before === undefined
        ? undefined
        : before.home !== now.home
          ? now.home
            ? "arrives"
            : "leaves"
          : before.asleep !== now.asleep
            ? now.asleep
              ? "falls asleep"
              : "wakes"
            : undefined;
    const line = what === undefined ? undefined : this.line(what, { value: person });
    if (what === "arrives" || what === "leaves") this.throughDoor();
    if (before === undefined || what !== undefined)
      this.tell(
        { kind: "person", person, home: now.home || this.phoneAtHome(person), asleep: now.asleep },
        line === undefined ? undefined : { line },
      );
    if (before?.room !== undefined && before.room !== now.room) this.left(person, before.room);
    if (now.room !== undefined && before?.room !== now.room) this.entered(now);
    else if (what === "wakes" && now.room !== undefined) this.wantsLight(person, now.room);
    else if (what === "falls asleep" && now.room !== undefined) this.putsOut(now.room);
  }

  /** The hub knows who is at home by their telephones: one that was left behind says so of who has gone. */
  private phoneAtHome = (person: string): boolean => this.standing.some((one) => phoneOf(one) === person);

  private throughDoor(): void {
    for (const point of this.house.doors.slice(0, 1)) {
      const thing = this.things.get(point)!;
      const state = (value: boolean) => {
        const line = this.line("open", { point, value });
        this.world.set(`${point} open`, value);
        if (this.answers(thing)) this.tell({ kind: "state", point, aspect: "open", value }, { line });
      };
      state(true);
      this.agenda.add(this.now + DOOR_MS, () => state(false));
    }
  }

  private presence(room: string, value: boolean): void {
    if ((this.seen.get(room) ?? false) === value) return;
    this.seen.set(room, value);
    for (const thing of this.inRoom.get(room) ?? []) {
      if (thing.type !== "occupancy sensor" || !this.answers(thing)) continue;
      const line = this.line("presence", { point: thing.id, value });
      this.tell({ kind: "state", point: thing.id, aspect: "presence", value }, { line });
    }
  }

  private entered({ person, room, asleep }: Whereabouts): void {
    this.presence(room!, true);
    if (!asleep) this.wantsLight(person, room!);
  }

  private left(person: string, room: string): void {
    this.tries.get(person)?.();
    if (this.peopleIn(room).length) return;
    if (this.bedded.has(person) && this.chance() < PUTS_OUT) this.putsOut(room);
    this.agenda.add(this.now + SEES_NOBODY_MS, () => {
      if (!this.peopleIn(room).length) this.presence(room, false);
    });
  }

  private lampsOf = (room: string): Thing[] => (this.inRoom.get(room) ?? []).filter(isLight);

  private isDark(id: string): boolean {
    const room = this.rooms.get(id);
    if (!room) return false;
    if (this.lampsOf(id).some((thing) => this.brightness(thing) > 0)) return false;
    const share = room.outdoor ? 1 : room.windows ? DAYLIGHT_SHARE : 0;
    return this.weather(this.now).lightLx * share < DARK_LX;
  }

  /** Somebody awake waits for light, then works what is there, then is left in the dark. */
  private wantsLight(person: string, id: string): void {
    // Who has no bed in the house is an animal: it is seen, and works no switches.
    if (!this.bedded.has(person)) return;
    const room = this.rooms.get(id);
    const still = () => {
      const now = this.people.get(person);
      return now?.room === id && !now.asleep && this.isDark(id);
    };
    // Nobody misses a lamp where there is none.
    if (!room || room.outdoor || !this.lampsOf(id).length) return;
    this.tries.get(person)?.();
    const giveUp = () => {
      if (still()) this.annoys("left in the dark", person, id);
    };
    const byHand = () => {
      if (!still()) return;
      if (room.switched) this.byHand(id, true);
      else if (room.keys.length && this.hubDown) this.byLink(id, true);
      else if (room.keys.length) this.press(room.keys[0]!, 1);
      this.tries.set(person, this.agenda.add(this.now + GIVES_UP_MS, giveUp));
    };
    this.tries.set(person, this.agenda.add(this.now + PATIENCE_MS, byHand));
  }

  private putsOut(id: string): void {
    if (this.rooms.get(id)?.switched && this.lampsOf(id).some((thing) => this.brightness(thing) > 0))
      this.byHand(id, false);
  }

  /** The wall switch: it works without the hub, as long as there is a supply. */
  private byHand(room: string, on: boolean): void {
    this.sums.presses += 1;
    const press = this.line("by hand", { value: on });
    for (const thing of this.lampsOf(room)) {
      if (thing.hand === false || this.unfed(thing)) continue;
      const own = this.standIns.get(thing.id)!;
      if ((own.value("on") === true) === on) continue;
      const because: Cause = { line: press };
      if (this.answers(thing)) this.tell({ kind: "hand", point: thing.id, aspect: "on", value: on }, because);
      own.told("on", on, 0, because);
    }
  }

  /** With the hub down a key works what is bound to it all the same. */
  private byLink(room: string, on: boolean): void {
    this.sums.presses += 1;
    const press = this.line("press", { point: this.rooms.get(room)!.keys[0]!, value: "1 single" });
    for (const thing of this.lampsOf(room))
      if (thing.linked && this.answers(thing))
        this.standIns.get(thing.id)!.told("on", on, 0, { line: press });
  }

  private press(point: string, button: number): void {
    const thing = this.things.get(point)!;
    this.sums.presses += 1;
    const line = this.line("press", { point, value: `${button} single` });
    if (this.answers(thing)) this.tell({ kind: "press", point, button, press: "single" }, { line });
  }

  // What is broken.

  private unfed = (thing: Thing): boolean =>
    this.standing.some((one) => cutsSupply(one, thing) && isHit(one, thing));

  private breaks(one: Break): void {
    this.line("broken", { value: one.what });
    this.standing.push(one);
    for (const thing of this.house.things) {
      if (!isHit(one, thing)) continue;
      if (cutsSupply(one, thing)) {
        this.drawn(thing.id);
        this.standIns.get(thing.id)!.cut();
        this.bright.delete(thing.id);
      }
      const known = this.hits.get(thing.id) ?? 0;
      this.hits.set(thing.id, known + 1);
      if (!known) this.tell({ kind: "state", point: thing.id, aspect: "online", value: false });
    }
    // Who is where the light has gone wants it back.
    for (const { person, home, asleep, room } of this.people.values())
      if (home && !asleep && room !== undefined && this.isDark(room)) this.wantsLight(person, room);
  }

  private hubStops(one: Break): void {
    this.hubDown += 1;
    // That it fails with what is broken is said there; by its battery it fails later.
    if (one.what !== "hub" && !one.what.startsWith("hub:") && (one.hit || this.now > one.from))
      this.line("broken", { value: "hub" });
  }

  private mends(one: Break, hubStopped: boolean): void {
    const line = this.line("back", { value: one.what });
    this.standing.splice(this.standing.indexOf(one), 1);
    const fed = this.house.things.filter((thing) => isHit(one, thing) && cutsSupply(one, thing));
    const left = phoneOf(one);
    const who = left === undefined ? undefined : this.people.get(left);
    if (who) this.tell({ kind: "person", person: who.person, home: who.home, asleep: who.asleep }, { line });
    const light = () => {
      for (const thing of fed) if (!this.unfed(thing)) this.standIns.get(thing.id)!.back?.({ line });
    };
    const dials = [...this.engine.state.dials];
    if (hubStopped) {
      this.hubDown -= 1;
      if (!this.hubDown) {
        for (const thing of this.house.things) if (isHit(one, thing)) this.less(thing);
        this.boot(dials);
        this.tell({ kind: "start" });
        light();
        return;
      }
    }
    for (const thing of this.house.things) {
      if (!isHit(one, thing) || !this.less(thing)) continue;
      for (const aspect of thing.reads) {
        const value = this.valueOf(thing, aspect);
        if (value !== undefined) this.tell({ kind: "state", point: thing.id, aspect, value });
      }
    }
    light();
  }

  /** One thing less keeps it from answering. @returns whether it answers again */
  private less(thing: Thing): boolean {
    const left = this.hits.get(thing.id)! - 1;
    this.hits.set(thing.id, left);
    return left === 0;
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
