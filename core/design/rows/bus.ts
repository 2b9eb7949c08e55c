/** Rows of stage 5: what a bus allows, its lines and the stops on them, and what must not share one. */
import type { NAMES } from "./bus-names";
import { Choice, Choices, Flag, Id, Many, Num, One, Ref, Refs, type RowClass, Text, Whole } from "../fields";
import { CLOCK_TEXT } from "../vocabulary";

export const TOPOLOGIES = ["line", "tree", "star", "ring"] as const;
export type Topology = (typeof TOPOLOGIES)[number];

/** What one segment of a profile may have. What is absent is not limited. */
export class BusLimits {
  /** Least a device works with. */
  @Num({ unit: "V", min: 0, max: 400, optional: true }) minV?: number;
  @Num({ unit: "A", min: 0.001, max: 100, optional: true }) maxA?: number;
  @Whole({ min: 1, max: 10_000, optional: true }) devices?: number;
  /** Cable of the whole segment. */
  @Num({ unit: "m", min: 1, max: 20_000, optional: true }) totalM?: number;
  /** Along the cable, from a device to the supply nearest to it. */
  @Num({ unit: "m", min: 1, max: 20_000, optional: true }) supplyToDeviceM?: number;
  /** Along the cable, between the two devices furthest apart. */
  @Num({ unit: "m", min: 1, max: 20_000, optional: true }) deviceToDeviceM?: number;
  /** Most that may be lost on the way. */
  @Num({ unit: "V", min: 0.01, max: 100, optional: true }) dropV?: number;
  /** Longest branch off a line. */
  @Num({ unit: "m", min: 0.01, max: 1000, optional: true }) stubM?: number;
}

/** Where each limit comes from: a standard, usual practice, or yours. */
export class LimitSources {
  @Text({ max: 80, optional: true }) minV?: string;
  @Text({ max: 80, optional: true }) maxA?: string;
  @Text({ max: 80, optional: true }) devices?: string;
  @Text({ max: 80, optional: true }) totalM?: string;
  @Text({ max: 80, optional: true }) supplyToDeviceM?: string;
  @Text({ max: 80, optional: true }) deviceToDeviceM?: string;
  @Text({ max: 80, optional: true }) dropV?: string;
  @Text({ max: 80, optional: true }) stubM?: string;
}

/** What a bus is: its volts, its limits, its forms, how its ends are closed and its devices numbered. */
export class BusProfileRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  /** Of its supply; absent where the line carries signals alone. */
  @Num({ unit: "V", min: 1, max: 400, optional: true }) supplyV?: number;
  @Choices(TOPOLOGIES) topologies!: Topology[];
  @One(BusLimits) limits!: BusLimits;
  @One(LimitSources, { optional: true }) sources?: LimitSources;
  /** A resistor of so much across both ends of the line. */
  @Num({ unit: "Ω", min: 1, max: 10_000, optional: true }) terminationOhm?: number;
  /** Addresses devices may have; absent where none are given by hand. */
  @Whole({ min: 0, max: 65_535, optional: true }) addressFrom?: number;
  @Whole({ min: 0, max: 65_535, optional: true }) addressTo?: number;
  /** What a new segment is laid in. */
  @Ref("cableTypes", { optional: true }) cableType?: string;
  @Text({ max: 400, optional: true }) notes?: string;
}

/** A supply out on the line, beside the one at the closet. */
export class FarSupply {
  @Ref("stops") stop!: string;
  @Num({ unit: "V", min: 1, max: 400 }) volts!: number;
  @Num({ unit: "A", min: 0.01, max: 100 }) maxA!: number;
}

/** Supplies that segments hang on; one may feed several. */
export class BusSupplyRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("closets") closet!: string;
  @Num({ unit: "V", min: 1, max: 400 }) volts!: number;
  @Num({ unit: "A", min: 0.01, max: 100 }) maxA!: number;
  @Ref("circuits", { optional: true }) circuit?: string;
}

/** One electrically continuous line with its supply. */
export class SegmentRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("busProfiles") profile!: string;
  @Ref("closets") closet!: string;
  /** What feeds it at its closet; one of its own, as the profile has it, where absent. */
  @Ref("busSupplies", { optional: true }) supply?: string;
  @Choice(TOPOLOGIES) topology!: Topology;
  @Ref("cableTypes") cableType!: string;
  /** Pairs of the cable that carry its supply side by side; one where absent. */
  @Whole({ min: 1, max: 8, optional: true }) parallel?: number;
  @Many(FarSupply, { optional: true }) supplies?: FarSupply[];
  /** Its terminating resistor is in, at the closet and at the far end. */
  @Flag({ optional: true }) closedAtCloset?: boolean;
  @Flag({ optional: true }) closedAtEnd?: boolean;
}

/** A device on a segment, in the order the cable visits them. */
export class StopRow {
  @Id() id!: string;
  @Ref("segments") segment!: string;
  @Ref("points", { optional: true }) point?: string;
  @Ref("devices", { optional: true }) device?: string;
  @Whole({ min: 1, max: 10_000 }) order!: number;
  /** Of a tree: the stop its cable comes from; the closet where absent. */
  @Ref("stops", { optional: true }) parent?: string;
  /** What it draws, where that is not what its kind does: whatever the volts are, or as watts. */
  @Num({ unit: "A", min: 0, max: 100, optional: true }) currentA?: number;
  @Num({ unit: "W", min: 0, max: 5000, optional: true }) watts?: number;
  @Whole({ min: 0, max: 65_535, optional: true }) address?: number;
}

/** Which devices a rule speaks of: of these kinds, and only inside or only outside, where it says so. */
export class RuleSide {
  @Text({ max: 40 }) name!: string;
  @Refs("kinds", { optional: true }) kinds?: string[];
  @Choice(["indoors", "outdoors"], { optional: true }) place?: "indoors" | "outdoors";
}

export const RULES = ["never together", "always alone", "may share"] as const;

/** What may share a segment, and why not. */
export class SegmentRuleRow {
  @Id() id!: string;
  @Choice(RULES) rule!: (typeof RULES)[number];
  @One(RuleSide) one!: RuleSide;
  /** Of two that must be apart, or may be together all the same. */
  @One(RuleSide, { optional: true }) other?: RuleSide;
  @Text({ max: 200 }) why!: string;
}

export const DRIVES = ["relay", "dimmer", "shutter", "analogue", "input", "supply", "protection"] as const;
/** What the channels of a module are; a supply and a breaker have none. */
export type Drives = (typeof DRIVES)[number];
export const CARRIES = ["mains", "low voltage", "either"] as const;

/** A kind of module for a cabinet's rail: its channels, what each of them bears, its width, its heat. */
export class ModuleTypeRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Choice(DRIVES) drives!: Drives;
  /** Of a shutter module each is two relays that bar one another. */
  @Whole({ min: 0, max: 48 }) channels!: number;
  /** Widths of 18 mm on the rail. */
  @Whole({ min: 1, max: 36 }) units!: number;
  /** What its channels may carry; one module carries one of them. */
  @Choice(CARRIES) carries!: (typeof CARRIES)[number];
  /** Most of one channel for long, A: a plain load, lamps with electronics, a motor, a heater. Absent: not for it. */
  @Num({ unit: "A", min: 0.001, max: 125, optional: true }) plainA?: number;
  @Num({ unit: "A", min: 0.001, max: 125, optional: true }) lampA?: number;
  @Num({ unit: "A", min: 0.001, max: 125, optional: true }) motorA?: number;
  @Num({ unit: "A", min: 0.001, max: 125, optional: true }) heaterA?: number;
  /** Heat of its own with every channel loaded. */
  @Num({ unit: "W", min: 0, max: 500 }) heatW!: number;
  /** What it draws from the bus. */
  @Num({ unit: "A", min: 0, max: 10, optional: true }) busA?: number;
  @Num({ unit: "money", min: 0, max: 100_000, optional: true }) price?: number;
  @Num({ unit: "min", min: 0, max: 600, optional: true }) minutes?: number;
  @Text({ max: 80, optional: true }) source?: string;
}

/** A module on a rail. */
export class ModuleRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("moduleTypes") kind!: string;
  @Ref("closets") closet!: string;
  /** Row of the cabinet, 1 at the top, and the unit it begins at, 1 at the left; absent while it has no place. */
  @Whole({ min: 1, max: 20, optional: true }) row?: number;
  @Whole({ min: 1, max: 72, optional: true }) slot?: number;
  /** The bus supply it is. */
  @Ref("busSupplies", { optional: true }) supply?: string;
}

/** One output or input of a module that something hangs on. */
export class ChannelRow {
  @Id() id!: string;
  @Ref("modules") module!: string;
  @Whole({ min: 1, max: 48 }) number!: number;
  /** Of an output, what it drives: the device at a point, or the lamps of a leg. */
  @Ref("points", { optional: true }) load?: string;
  @Ref("legs", { optional: true }) leg?: string;
  /** Of an input, what it reads: the device at a point, or one gang of a wall switch. */
  @Ref("points", { optional: true }) control?: string;
  @Ref("switches", { optional: true }) switch?: string;
  @Whole({ min: 1, max: 8, optional: true }) gang?: number;
  @Ref("circuits", { optional: true }) circuit?: string;
  /** What the load takes, where that is not what the plan says. */
  @Num({ unit: "W", min: 0, max: 20_000, optional: true }) watts?: number;
}

/** An input that works an output by itself, with no hub between them. */
export class LinkRow {
  @Id() id!: string;
  /** A device on the bus, and which of its keys; or an input channel. */
  @Ref("points", { optional: true }) input?: string;
  @Whole({ min: 1, max: 32, optional: true }) key?: number;
  @Ref("channels", { optional: true }) channel?: string;
  @Ref("channels") output!: string;
}

export const PIN_CAN = ["out", "in", "analogue", "bus"] as const;
export type PinCan = (typeof PIN_CAN)[number];
export const AT_START = ["low", "high", "floating", "blinks"] as const;

/** One pin of a board: what it can be, and what it does by itself while the board starts. */
export class BoardPin {
  @Text({ max: 12 }) name!: string;
  @Choices(PIN_CAN) can!: PinCan[];
  @Choice(AT_START) atStart!: (typeof AT_START)[number];
  @Text({ max: 80, optional: true }) note?: string;
}

/** A controller board somebody builds with. */
export class BoardRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("closets", { optional: true }) closet?: string;
  @Ref("rooms", { optional: true }) room?: string;
  @Many(BoardPin) has!: BoardPin[];
  /** What its supply gives, and what the board takes for itself. */
  @Num({ unit: "V", min: 1, max: 48 }) supplyV!: number;
  @Num({ unit: "W", min: 0.1, max: 1000 }) supplyW!: number;
  @Num({ unit: "W", min: 0, max: 100 }) ownW!: number;
  /** Part of the supply that stays free. */
  @Num({ unit: "%", min: 0, max: 90, optional: true }) marginPct?: number;
  /** Stations it can run, where it runs any. */
  @Whole({ min: 1, max: 200, optional: true }) stationsMost?: number;
  /** Hours a year to keep it and its code going. */
  @Num({ unit: "h", min: 0, max: 500, optional: true }) upkeepH?: number;
}

export const DEMANDS = ["relay", "switch", "receiver", "sensor", "bus"] as const;
export type Demand = (typeof DEMANDS)[number];
export const CONTACTS = ["normally open", "normally closed"] as const;
export type Contact = (typeof CONTACTS)[number];

/** What a board is asked for, the pin it got, and what hangs there. */
export class PinRow {
  @Id() id!: string;
  @Ref("boards") board!: string;
  @Choice(DEMANDS) demand!: Demand;
  /** What it is for: "Workshop lamp", "Key 3". */
  @Text({ max: 60 }) does!: string;
  /** Where the wire ends: "relay 4", "key plate, blue". */
  @Text({ max: 60, optional: true }) at?: string;
  @Text({ max: 12, optional: true }) pin?: string;
  @Text({ max: 20, optional: true }) colour?: string;
  @Ref("points", { optional: true }) load?: string;
  /** Of a relay: what the load does while the relay has no power. */
  @Choice(CONTACTS, { optional: true }) contact?: Contact;
  /** Of a valve on it: what the valve itself does without power. */
  @Choice(CONTACTS, { optional: true }) valve?: Contact;
  @Choice(["off", "on"], { optional: true }) wantedOnFailure?: "off" | "on";
  /** What it takes of the supply; as is usual for such a part where absent. */
  @Num({ unit: "W", min: 0, max: 100, optional: true }) watts?: number;
}

/** One button of a hand remote, or one socket that listens to it. */
export class RemoteRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** The set it belongs to: "Quay lights". */
  @Text({ max: 40, optional: true }) set?: string;
  @Num({ unit: "MHz", min: 1, max: 6000 }) mhz!: number;
  @Whole({ min: 0, max: 4_294_967_295 }) on!: number;
  @Whole({ min: 0, max: 4_294_967_295 }) off!: number;
  /** How many bits a code has. */
  @Whole({ min: 4, max: 32 }) bits!: number;
  @Num({ unit: "µs", min: 50, max: 5000 }) pulseUs!: number;
  @Whole({ min: 1, max: 100 }) repeats!: number;
  @Ref("points", { optional: true }) load?: string;
}

/** A station: a valve or a socket that runs for a while. */
export class StationRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("boards", { optional: true }) board?: string;
  @Choice(["in turn", "together"]) mode!: "in turn" | "together";
  @Whole({ min: 1, max: 1000 }) order!: number;
  @Num({ unit: "min", min: 0.1, max: 1440 }) minutes!: number;
  /** Rest before the next one in turn. */
  @Num({ unit: "min", min: 0, max: 240, optional: true }) gapMin?: number;
  /** Not before this time of day. */
  @Text({ ...CLOCK_TEXT, optional: true }) startAt?: string;
  @Ref("points", { optional: true }) load?: string;
}

/** Each collection with its row class. */
export const ROWS = {
  busProfiles: BusProfileRow,
  busSupplies: BusSupplyRow,
  segments: SegmentRow,
  stops: StopRow,
  segmentRules: SegmentRuleRow,
  moduleTypes: ModuleTypeRow,
  modules: ModuleRow,
  channels: ChannelRow,
  links: LinkRow,
  boards: BoardRow,
  pins: PinRow,
  remotes: RemoteRow,
  stations: StationRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
