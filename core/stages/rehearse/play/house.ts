/** What is rehearsed: the things of a house as far as they act, its rooms, its people, and what it does by itself. */
import type { Programme, Value } from "../../automations/engine/world";
import type { Aspect, CalendarRow } from "../../../design/rows/automations";
import type { ShownType } from "../../../design/rows/bridges-words";
import type { PersonRow } from "../../../design/rows/brief";
import type { HeatNode, HeatTie } from "../../../climate/room-model";
import type { AfterPower, Appliance } from "../../../design/vocabulary";
import type { Hit } from "./breaks";
import type { Loss } from "./noise";

export interface Thing {
  /** Its point. */
  id: string;
  /** Its device, where there is one. */
  device?: string | undefined;
  type: ShownType;
  room: string;
  level: string;
  sets: readonly Aspect[];
  reads: readonly Aspect[];
  /** Works, and is heard, with the internet down. */
  local: boolean;
  supply: "mains" | "battery";
  /** A wall switch or a knob of its own works it, with nothing but what feeds it. */
  hand?: boolean | undefined;
  /** A key is bound to it past the hub. */
  linked?: boolean | undefined;
  /** How it is once its supply is back. Where absent a lamp is dark, all else as it was. */
  comesBack?: AfterPower | undefined;
  /** At full, W. */
  watts: number;
  /** What hangs on it. */
  appliance?: Appliance | undefined;
  /** Its way to the hub; none takes no time and loses nothing. */
  link?: Link | undefined;
  /** Undefined where it is fed. */
  cells?: DrainedCells | undefined;
  /** Of a cover: it keeps the sun off a window. */
  shades?: boolean | undefined;
  /** The room it serves where that is not its own: a valve at a manifold. */
  serves?: string | undefined;
  /** Of what moves: from shut to open, ms. */
  travelMs?: number | undefined;
  /** Of what opens and shuts water: ms. */
  openMs?: number | undefined;
  /** A spring shuts it in that time once it has no supply. */
  shutsUnfed?: boolean | undefined;
  /** How it stands when the rehearsal begins. */
  first?: Readonly<Partial<Record<Aspect, Value>>> | undefined;
}

/** How a message goes between a thing and its hub. */
export interface Link {
  /** One way, ms. */
  delayMs: number;
  /** Share of messages that arrive at one try, 0 to 1. */
  delivery: number;
}

export interface DrainedCells {
  /** When they were put in, ms; undefined where nobody knows. */
  sinceMs?: number;
  /** With as many doings a day as usual: what has gone before the rehearsal, % a day. */
  usualPerDayPct: number;
  perDayPct: number;
  perDoingPct: number;
}

/** Rooms as they warm and cool, and what heats them. */
export interface WarmHouse {
  nodes: readonly HeatNode[];
  ties: readonly HeatTie[];
  rooms: readonly WarmRoom[];
}

export interface WarmRoom {
  room: string;
  node: number;
  /** Where its heat comes in: itself, or its floor. */
  heated: number;
  /** What its radiator or floor gives, W. */
  heatW: number;
  /** Level glass: what comes in through it with the shades open, W for each W/m² on level ground. */
  flatM2?: number;
  /** Its windows: W for each W/m² on glass that faces so many degrees clockwise from north. */
  glass?: readonly { facingDeg: number; m2: number }[];
  /** What always warms it, W: a rack. */
  gainW?: number;
  /** Covers that let its air out, and what it loses to outside beside the rest with one of them open, W/K. */
  vents?: readonly { point: string; wk: number }[];
  /** Thermostat, or valve of its floor, that lets heat in. */
  by?: string;
  /** The thermostat whose target it follows. */
  target?: string;
}

/** Where people pass from one level to another. */
export interface Stairs {
  /** Levels, the lower first. */
  from: string;
  to: string;
  /** The room at its foot and the one at its head. */
  foot: string;
  head: string;
}

/** Water that gathers under the house. */
export interface Sump {
  pump: string;
  /** Leak sensors that it reaches when it runs over. */
  probes: readonly string[];
}

export interface RehearsedRoom {
  id: string;
  level?: string;
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
  /** Door stations that strangers ring at. */
  bells?: readonly string[];
  /** Locks, by whose they are: they lock behind themselves. */
  locks?: readonly { lock: string; person: string }[];
  stairs?: readonly Stairs[];
  warm?: WarmHouse;
  sump?: Sump;
  /** What a sound loses from room to room; heard nowhere else where absent. */
  loss?: Loss;
  /** Always on: racks and the like, W. */
  baseW?: number;
  /** Roof of the sun: the meter it is told at, and its watts at full sun. */
  solarW?: number;
}
