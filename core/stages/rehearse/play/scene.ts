/** What every part of a rehearsal sees of the rest: the time, the log, the hub, the things, and who is where. */
import type { Happening, Value } from "../../automations/engine/world";
import type { Aspect } from "../../../design/rows/automations-words";
import type { House, Thing } from "./house";
import type { Annoyance, Said, Sums } from "./log";
import type { Meter } from "./meter";
import type { Whereabouts } from "./people";
import type { Cause, StandIn } from "./things/stand-in";
import type { Sky } from "./weather";

export interface Scene {
  readonly house: House;
  readonly seed: number;
  readonly sums: Sums;
  readonly meter: Meter;
  /** Milliseconds. */
  now(): number;
  /** @returns calls it off */
  at(ms: number, what: () => void): () => void;
  /** @returns its number */
  line(what: string, rest: Said): number;
  annoys(what: Annoyance["what"], who: string, room: string, because?: number): void;
  /** The hub hears of it, unless it is down. */
  tell(happening: Happening, because?: Cause): void;
  /** A thing is otherwise than it was by itself: it is so, is logged and told where it is heard. @returns its line, 0 where it is not */
  says(thing: Thing, aspect: Aspect, value: Value, because?: number): number;
  /** It has its supply and is heard. */
  answers(thing: Thing): boolean;
  unfed(thing: Thing): boolean;
  /** There is current from the street. */
  hasMains(): boolean;
  thing(point: string): Thing | undefined;
  standIn(point: string): StandIn;
  valueOf(thing: Thing, aspect: Aspect): Value | undefined;
  thingsIn(room: string): readonly Thing[];
  sky(): Sky;
  isHubDown(): boolean;
  people(): Iterable<Whereabouts>;
  peopleIn(room: string): Whereabouts[];
  /** It sounds in a room: who sleeps within hearing wakes. */
  sounds(room: string, db: number, because?: number): void;
  /** It is dark there for who is awake. */
  isDark(room: string): boolean;
}
