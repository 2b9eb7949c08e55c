/** What people find: too dark, too bright, too loud, moved over their heads. */
import { isOwnCue } from "../../automations/engine/people";
import { wokenIn } from "./noise";
import type { House, RehearsedRoom, Thing } from "./house";
import type { Habits } from "./habits";
import type { Scene } from "./scene";
import type { Cause } from "./things/stand-in";
import type { Aspect } from "../../../design/rows/automations-words";
import type { Value } from "../../automations/engine/world";

/** Somebody who finds a room dark waits so long for it to light by itself, then works it by hand. */
export const PATIENCE_MS = 4000;
/** Of daylight outside, what comes into a room with a window. */
const DAYLIGHT_SHARE = 0.012;
/** Darker than this somebody wants light, lx. */
const DARK_LX = 40;
/** Brighter than this a lamp wakes a sleeper, %. */
const WAKING_PCT = 20;

const isLight = ({ type }: Thing) => type.endsWith("light");

export class Senses {
  /** Lamps that would wake a sleeper. */
  private readonly bright = new Set<string>();
  private readonly meant = new Map<string, boolean>();
  private readonly rooms: ReadonlyMap<string, RehearsedRoom>;

  constructor(
    private readonly scene: Scene,
    private readonly house: House,
    private readonly habits: Habits,
  ) {
    this.rooms = new Map(house.rooms.map((room) => [room.id, room]));
  }

  private sleepersIn = (room: string) =>
    this.habits.peopleIn(room).filter(({ asleep, person }) => asleep && this.habits.bedded.has(person));

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

  /** A motor sets off. */
  moves(thing: Thing, line: number, because: Cause | undefined): void {
    for (const { person } of this.sleepersIn(thing.room))
      if (!this.isMeant(person, because)) this.scene.annoys("moved over a sleeper", person, thing.room, line);
  }

  /** What a lamp that goes on or off does to somebody. */
  watch(thing: Thing, aspect: Aspect, value: Value, line: number, because: Cause | undefined): void {
    if (!isLight(thing)) return;
    const bright = this.brightness(thing) > WAKING_PCT;
    const before = this.bright.has(thing.id);
    if (bright) this.bright.add(thing.id);
    else this.bright.delete(thing.id);
    if (bright && !before)
      for (const { person } of this.sleepersIn(thing.room))
        if (!this.isMeant(person, because)) this.scene.annoys("lit a sleeper", person, thing.room, line);
    if (aspect === "on" && value === false && this.isDark(thing.room))
      for (const { asleep, person } of this.habits.peopleIn(thing.room))
        if (!asleep && this.habits.bedded.has(person)) {
          this.scene.annoys("light off on somebody", person, thing.room, line);
          this.habits.wantsLight(person, thing.room);
        }
  }

  /** Its supply has gone. */
  out(thing: Thing): void {
    this.bright.delete(thing.id);
  }

  private brightness(thing: Thing): number {
    const own = this.scene.standIn(thing.id);
    if (own.value("on") !== true) return 0;
    const level = own.value("level");
    return typeof level === "number" ? level : 100;
  }

  isDark(id: string): boolean {
    const room = this.rooms.get(id);
    if (!room) return false;
    for (const thing of this.scene.thingsIn(id))
      if (isLight(thing) && this.brightness(thing) > 0) return false;
    const share = room.outdoor ? 1 : room.windows ? DAYLIGHT_SHARE : 0;
    return this.scene.sky().lightLx * share < DARK_LX;
  }

  /** It sounds in a room: a sleeper within hearing wakes. */
  sounds(from: string, db: number, line: number | undefined): void {
    const rooms = new Set<string>();
    for (const { person, home, asleep, room } of this.habits.people.values())
      if (home && asleep && room !== undefined && this.habits.bedded.has(person)) rooms.add(room);
    if (!rooms.size) return;
    const loss = this.house.loss ?? (() => undefined);
    for (const room of wokenIn(rooms, loss, from, db))
      for (const { person } of this.sleepersIn(room)) this.scene.annoys("woken by noise", person, room, line);
  }
}
