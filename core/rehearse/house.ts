/** What is rehearsed: the things of a house as far as they act, its rooms, its people, and what it does by itself. */
import type { Programme, Value } from "../automation/engine/world";
import type { Aspect, CalendarRow } from "../stages/automations/rows";
import type { ShownType } from "../stages/bridges/rows-words";
import type { PersonRow } from "../stages/brief/rows";
import type { Hit } from "./breaks";

export interface Thing {
  /** Its point. */
  id: string;
  /** Its device, where there is one. */
  device?: string;
  type: ShownType;
  room: string;
  level: string;
  sets: readonly Aspect[];
  reads: readonly Aspect[];
  /** Works, and is heard, with the internet down. */
  local: boolean;
  supply: "mains" | "battery";
  /** A wall switch or a knob of its own works it, with nothing but what feeds it. */
  hand?: boolean;
  /** A key is bound to it past the hub. */
  linked?: boolean;
  /** How a lamp is once its supply is back; dark where absent. */
  comesBack?: "on";
  /** At full, W. */
  watts: number;
  /** Of what moves: from shut to open, ms. */
  travelMs?: number;
  /** Of what opens and shuts water: ms. */
  openMs?: number;
  /** How it stands when the rehearsal begins. */
  first?: Readonly<Partial<Record<Aspect, Value>>>;
}

export interface RehearsedRoom {
  id: string;
  outdoor: boolean;
  /** Daylight comes in. */
  windows: boolean;
  /** People who are awake at home go there. */
  shared: boolean;
  /** A wall switch works its lamps without the hub. */
  switched: boolean;
  /** Keys of the hub, by point. */
  keys: readonly string[];
}

export interface House {
  programme: Programme;
  things: readonly Thing[];
  rooms: readonly RehearsedRoom[];
  people: readonly PersonRow[];
  calendars: readonly CalendarRow[];
  /** How long the hub runs on without mains, ms; 0 where nothing carries it. */
  hubOnBatteryMs: number;
  /** What a failing part takes with it; undefined where it is none of this house. */
  hitBy?(what: string): Hit | undefined;
  /** Contacts of the door by which people come and go. */
  doors: readonly string[];
}
