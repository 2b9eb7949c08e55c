/** What people do in a house: they walk through it, want light where it is dark, work switches, and come and go. */
import { Keys } from "../../automations/engine/keys";
import { stream } from "./random";
import { PATIENCE_MS } from "./senses";
import type { House, RehearsedRoom, Stairs, Thing } from "./house";
import { phoneOf, type Break } from "./breaks";
import type { Whereabouts } from "./people";
import type { Scene } from "./scene";
import type { Cause } from "./things/stand-in";

/** Somebody gives up so long after the last try. */
const GIVES_UP_MS = 6000;
/** A presence sensor sees nobody any more so long after the last has left. */
const SEES_NOBODY_MS = 90_000;
/** A door stands open so long when somebody goes through. */
const DOOR_MS = 8000;
/** Share of people who put the light out when they are the last to leave a room. */
const PUTS_OUT = 0.7;
/** On a stair: so long at its foot, and so long at its head. */
const STAIR_MS = 9000;
/** Somebody on a stair has taken the first steps by then, lit or not. */
const FIRST_STEPS_MS = 2500;

const isLight = ({ type }: Thing) => type.endsWith("light");

export class Habits {
  readonly people = new Map<string, Whereabouts>();
  private readonly rooms: ReadonlyMap<string, RehearsedRoom>;
  private readonly levels: ReadonlyMap<string, string>;
  private readonly tries = new Map<string, () => void>();
  private readonly seen = new Map<string, boolean>();
  /** Somebody passes through, by room: so many of them. */
  private readonly passing = new Map<string, number>();
  /** Keys that some sentence goes by. */
  private readonly cuing: ReadonlySet<string>;
  private readonly chance: () => number;
  private readonly between = new Keys();
  private readonly ways = new Map<string, readonly string[]>();
  private readonly lamps = new Map<string, readonly Thing[]>();
  /** Who has no bed in the house is an animal, or a guest by the day: seen, and works no switches. */
  readonly bedded: ReadonlySet<string>;

  constructor(
    private readonly scene: Scene,
    private readonly house: House,
    private readonly goneTo: (room: string) => void,
    private readonly broken: () => readonly Break[],
  ) {
    this.chance = stream(scene.seed, "habits");
    this.cuing = new Set(
      house.programme.automations.flatMap(({ enabled, cues }) =>
        enabled ? cues.flatMap((cue) => (cue.kind === "press" ? [cue.point] : [])) : [],
      ),
    );
    this.rooms = new Map(house.rooms.map((room) => [room.id, room]));
    this.levels = new Map(house.rooms.flatMap(({ id, level }) => (level === undefined ? [] : [[id, level]])));
    this.bedded = new Set(house.people.filter(({ room }) => room !== undefined).map(({ id }) => id));
  }

  isSeen = (room: string): boolean => this.seen.get(room) ?? false;
  peopleIn(room: string): Whereabouts[] {
    const found: Whereabouts[] = [];
    for (const who of this.people.values()) if (who.home && who.room === room) found.push(who);
    return found;
  }

  private isAnyoneIn(room: string): boolean {
    for (const who of this.people.values()) if (who.home && who.room === room) return true;
    return false;
  }

  /** The hub knows who is at home by their telephones: one that was left behind says so of who has gone. */
  phoneAtHome = (person: string): boolean => this.broken().some((one) => phoneOf(one) === person);

  goes(before: Whereabouts | undefined, now: Whereabouts): void {
    const { person } = now;
    this.people.set(person, now);
    const what = turnOf(before, now);
    const line = what === undefined ? undefined : this.scene.line(what, { value: person });
    if (what === "arrives" || what === "leaves") {
      this.throughDoor();
      this.throughOwnDoor(person, what === "leaves", line!);
    }
    if (before === undefined || what !== undefined)
      this.scene.tell(
        { kind: "person", person, home: now.home || this.phoneAtHome(person), asleep: now.asleep },
        line === undefined ? undefined : { line },
      );
    if (before?.room !== undefined && before.room !== now.room) this.left(person, before.room);
    if (now.room !== undefined && before?.room !== now.room) {
      if (before?.room !== undefined && !now.asleep) this.climbs(person, before.room, now.room);
      this.entered(now);
    } else if (what === "wakes" && now.room !== undefined) this.wantsLight(person, now.room);
    else if (what === "falls asleep" && now.room !== undefined) this.putsOut(now.room);
    if (before?.room !== undefined) this.goneTo(before.room);
    if (now.room !== undefined && now.room !== before?.room) this.goneTo(now.room);
  }

  /** The first door to the outside is opened, and falls shut. */
  throughDoor(because?: number): void {
    for (const point of this.house.doors.slice(0, 1)) {
      const thing = this.scene.thing(point)!;
      this.scene.says(thing, "open", true, because);
      this.scene.at(this.scene.now() + DOOR_MS, () => this.scene.says(thing, "open", false));
    }
  }

  /** Whose room has a lock opens it on coming and locks it on going. */
  private throughOwnDoor(person: string, locks: boolean, because: number): void {
    for (const { lock, person: own } of this.house.locks ?? []) {
      const thing = this.scene.thing(lock);
      if (own !== person || !thing || this.scene.unfed(thing)) continue;
      const cause: Cause = { line: because };
      if (this.scene.answers(thing))
        this.scene.tell({ kind: "hand", point: lock, aspect: "locked", value: locks }, cause);
      this.scene.standIn(lock).told("locked", locks, 0, cause);
    }
  }

  /** Between two levels somebody passes the foot and the head of each stair on the way. */
  private climbs(person: string, from: string, to: string): void {
    const flights = this.flights(this.levels.get(from), this.levels.get(to));
    let after = 0;
    for (const room of flights) {
      if (room !== from && room !== to) this.passes(person, room, after);
      after += STAIR_MS;
    }
  }

  /** As `flightsBetween`, found once for each two levels. */
  private flights(from: string | undefined, to: string | undefined): readonly string[] {
    if (from === undefined || to === undefined || from === to) return [];
    const key = this.between.of(from, to);
    let own = this.ways.get(key);
    if (!own) this.ways.set(key, (own = flightsBetween(this.house.stairs ?? [], from, to)));
    return own;
  }

  private passes(person: string, room: string, afterMs: number): void {
    const { scene } = this;
    scene.at(scene.now() + afterMs, () => {
      this.passing.set(room, (this.passing.get(room) ?? 0) + 1);
      this.presence(room, true);
      if (this.bedded.has(person))
        scene.at(scene.now() + FIRST_STEPS_MS, () => {
          if (scene.isDark(room)) scene.annoys("dark on a stair", person, room);
        });
      scene.at(scene.now() + STAIR_MS, () => {
        this.passing.set(room, this.passing.get(room)! - 1);
        this.empties(room);
      });
    });
  }

  private presence(room: string, value: boolean): void {
    if (this.isSeen(room) === value) return;
    this.seen.set(room, value);
    for (const thing of this.scene.thingsIn(room))
      if (thing.type === "occupancy sensor" && this.scene.answers(thing))
        this.scene.says(thing, "presence", value);
  }

  private entered({ person, room, asleep }: Whereabouts): void {
    this.presence(room!, true);
    if (!asleep) this.wantsLight(person, room!);
  }

  private left(person: string, room: string): void {
    this.tries.get(person)?.();
    if (this.isAnyoneIn(room)) return;
    if (this.bedded.has(person) && this.chance() < PUTS_OUT) this.putsOut(room);
    this.empties(room);
  }

  private empties(room: string): void {
    const empty = () => !this.isAnyoneIn(room) && !this.passing.get(room);
    if (!empty()) return;
    this.scene.at(this.scene.now() + SEES_NOBODY_MS, () => {
      if (empty()) this.presence(room, false);
    });
  }

  private lampsOf(room: string): readonly Thing[] {
    let own = this.lamps.get(room);
    if (!own) this.lamps.set(room, (own = this.scene.thingsIn(room).filter(isLight)));
    return own;
  }

  private isLit = (thing: Thing): boolean => this.scene.standIn(thing.id).value("on") === true;

  /** Somebody awake waits for light, then works what is there, then is left in the dark. */
  wantsLight(person: string, id: string): void {
    if (!this.bedded.has(person)) return;
    const room = this.rooms.get(id);
    const still = () => {
      const now = this.people.get(person);
      return now?.room === id && !now.asleep && this.scene.isDark(id);
    };
    // Nobody misses a lamp where there is none.
    if (!room || room.outdoor || !this.lampsOf(id).length) return;
    this.tries.get(person)?.();
    const giveUp = () => {
      if (still()) this.scene.annoys("left in the dark", person, id);
    };
    const byHand = () => {
      if (!still()) return;
      if (room.switched) this.byHand(id, true);
      else if (room.keys.length && (this.scene.isHubDown() || !this.cuing.has(room.keys[0]!)))
        this.byLink(id, true);
      else if (room.keys.length) this.press(room.keys[0]!, 1);
      this.tries.set(person, this.scene.at(this.scene.now() + GIVES_UP_MS, giveUp));
    };
    this.tries.set(person, this.scene.at(this.scene.now() + PATIENCE_MS, byHand));
  }

  /** Who is where the light has gone wants it back. */
  wantItBack(): void {
    for (const { person, home, asleep, room } of this.people.values())
      if (home && !asleep && room !== undefined && this.scene.isDark(room)) this.wantsLight(person, room);
  }

  private putsOut(id: string): void {
    if (this.rooms.get(id)?.switched && this.lampsOf(id).some((thing) => this.isLit(thing)))
      this.byHand(id, false);
  }

  /** The wall switch: it works without the hub, as long as there is a supply. */
  private byHand(room: string, on: boolean): void {
    const { scene } = this;
    scene.sums.presses += 1;
    const press = scene.line("by hand", { value: on, room });
    for (const thing of this.lampsOf(room)) {
      if (thing.hand === false || scene.unfed(thing) || this.isLit(thing) === on) continue;
      const because: Cause = { line: press };
      if (scene.answers(thing))
        scene.tell({ kind: "hand", point: thing.id, aspect: "on", value: on }, because);
      scene.standIn(thing.id).told("on", on, 0, because);
    }
  }

  /** A key works what is bound to it without the hub; nothing else, where the hub is down or nothing goes by it. */
  private byLink(room: string, on: boolean): void {
    const { scene } = this;
    scene.sums.presses += 1;
    const press = scene.line("press", { point: this.rooms.get(room)!.keys[0]!, value: "1 single" });
    for (const thing of this.lampsOf(room))
      if (thing.linked && scene.answers(thing)) scene.standIn(thing.id).told("on", on, 0, { line: press });
  }

  press(point: string, button: number): void {
    const { scene } = this;
    scene.sums.presses += 1;
    const line = scene.line("press", { point, value: `${button} single` });
    if (scene.answers(scene.thing(point)!))
      scene.tell({ kind: "press", point, button, press: "single" }, { line });
  }
}

/** What of somebody is another now. */
function turnOf(before: Whereabouts | undefined, now: Whereabouts): string | undefined {
  if (before === undefined) return undefined;
  if (before.home !== now.home) return now.home ? "arrives" : "leaves";
  if (before.asleep !== now.asleep) return now.asleep ? "falls asleep" : "wakes";
  return undefined;
}

/** Rooms at the foot and head of each stair from one level to another, in the order they are passed. */
export function flightsBetween(
  stairs: readonly Stairs[],
  from: string | undefined,
  to: string | undefined,
): string[] {
  if (from === undefined || to === undefined || from === to) return [];
  const found = new Map<string, string[]>([[from, []]]);
  const queue = [from];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    const way = found.get(at)!;
    if (at === to) return way.filter((room, i) => room !== way[i - 1]);
    for (const { from: low, to: high, foot, head } of stairs) {
      const next = at === low ? high : at === high ? low : undefined;
      if (next === undefined || found.has(next)) continue;
      found.set(next, [...way, ...(at === low ? [foot, head] : [head, foot])]);
      queue.push(next);
    }
  }
  return [];
}
