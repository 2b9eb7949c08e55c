/** Rows of the system in the house: points, what they bring with them, cables, devices and automations. */
import { Choice, Flag, Id, Integers, Many, Num, One, Ref, Refs, Text, Texts, Whole } from "./fields";
import { CLOCK } from "./rows-brief";

export const MEDIA = ["data", "coax", "power", "bus", "speaker", "control", "fibre"] as const;
export const SERVICES = ["network", "sight", "sound", "shade", "bus", "security", "climate", "light", "power"] as const;
export type Service = (typeof SERVICES)[number];

export class CableTypeRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  /** What the cable is for; decides which limits it is held against. */
  @Choice(MEDIA) medium!: (typeof MEDIA)[number];
  @Whole({ min: 1, max: 400 }) conductors!: number;
  /** As written on the jacket: "23 AWG", "1.5mm2". */
  @Text({ max: 20 }) gauge!: string;
  /** One conductor at 20 °C; absent for fibre. */
  @Num({ unit: "Ω/km", min: 0.01, max: 1000, optional: true }) ohmPerKm?: number;
  @Num({ unit: "mm", min: 0.5, max: 100 }) outerMm!: number;
  @Num({ unit: "m", min: 1, max: 10000 }) reelM!: number;
  @Num({ unit: "money/m", min: 0, max: 10000 }) costPerM!: number;
  @Whole({ min: 0, max: 200, optional: true }) pairs?: number;
  @Flag({ optional: true }) screened?: boolean;
  @Text({ max: 40, optional: true }) rating?: string;
}

export const GLYPHS = ["senses", "moves", "lights", "speaks", "carries", "decides", "supplies", "sees", "keys"] as const;
export const DROP_ENDS = ["panel", "terminals", "supply"] as const;

/** One line of a kit: so many cables of a type, for a purpose, ending so at the closet. */
export class KitLine {
  /** Absent while nobody has chosen it: a finding, not an error. */
  @Ref("cableTypes", { optional: true }) cableType?: string;
  @Whole({ min: 1, max: 50 }) count!: number;
  @Text({ max: 40 }) purpose!: string;
  @Choice(DROP_ENDS) end!: (typeof DROP_ENDS)[number];
}

/** What a device of this kind asks of its cable. */
export class KindNeeds {
  @Whole({ min: 1, max: 8, optional: true }) poeClass?: number;
  @Num({ unit: "V", min: 1, max: 400, optional: true }) volts?: number;
  @Num({ unit: "W", min: 0, max: 10000, optional: true }) watts?: number;
  @Num({ unit: "%", min: 0.1, max: 50, optional: true }) dropLimitPct?: number;
}

/** A kind of point, and the kit it brings with it. */
export class KindRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** Short form used in labels. */
  @Text({ max: 4, pattern: /^[A-Z0-9]{1,4}$/ }) code!: string;
  @Choice(GLYPHS) glyph!: (typeof GLYPHS)[number];
  @Choice(SERVICES) service!: Service;
  @Num({ unit: "m", min: 0, max: 20 }) mountHeightM!: number;
  @Text({ max: 40 }) box!: string;
  @Many(KitLine) drops!: KitLine[];
  @One(KindNeeds, { optional: true }) needs?: KindNeeds;
}

/** A place in the house where a device is or will be. */
export class PointRow {
  @Id() id!: string;
  @Ref("kinds") kind!: string;
  @Ref("levels") level!: string;
  @Ref("rooms") room!: string;
  @Num({ unit: "m", min: -10000, max: 10000 }) x!: number;
  @Num({ unit: "m", min: -10000, max: 10000 }) y!: number;
  @Num({ unit: "m", min: -10, max: 50 }) z!: number;
  @Ref("closets", { optional: true }) closet?: string;
  @Text({ max: 80 }) name!: string;
  /** The nn of its label; the next free one where two points ask for the same. */
  @Whole({ min: 1, max: 999, optional: true }) number?: number;
  @Ref("phases", { optional: true }) phase?: string;
  @Flag({ optional: true }) settled?: boolean;
}

export const DROP_STATES = ["planned", "pulled", "tested", "terminated", "moved", "missing", "blocked"] as const;

/** Where one drop differs from what the kit makes, or what happened to it on site. */
export class DropRow {
  @Id() id!: string;
  @Ref("points") point!: string;
  @Ref("cableTypes", { optional: true }) cableType?: string;
  /** Which drop of its point, from 1. */
  @Whole({ min: 1, max: 500 }) index!: number;
  @Text({ max: 40, optional: true }) purpose?: string;
  @Choice(DROP_STATES) state!: (typeof DROP_STATES)[number];
  /** Jacket marks; their difference is the true length. */
  @Num({ unit: "m", min: 0, max: 100000, optional: true }) markStartM?: number;
  @Num({ unit: "m", min: 0, max: 100000, optional: true }) markEndM?: number;
  @Ref("reels", { optional: true }) reel?: string;
  @Text({ max: 400, optional: true }) note?: string;
}

/** A part-used reel in stock. */
export class ReelRow {
  @Id() id!: string;
  @Ref("cableTypes") cableType!: string;
  @Num({ unit: "m", min: 0, max: 10000 }) remainingM!: number;
}

export const DEVICE_STATUSES = ["wanted", "chosen", "ordered", "fitted", "commissioned", "faulty"] as const;
export const PROTOCOLS = [
  "Zigbee", "Z-Wave", "Thread", "Matter over Wi-Fi", "Wi-Fi", "Bluetooth LE", "Ethernet", "PoE", "house bus",
  "DALI", "RS-485", "1-Wire", "433 MHz", "868 MHz", "infrared", "contact", "analogue", "none",
] as const;

/** The thing at a point, once chosen. */
export class DeviceRow {
  @Id() id!: string;
  @Ref("points") point!: string;
  /** What was chosen for it, from the catalogue. */
  @Ref("options", { optional: true }) option?: string;
  @Text({ max: 80 }) name!: string;
  @Choice(DEVICE_STATUSES) status!: (typeof DEVICE_STATUSES)[number];
  @Choice(PROTOCOLS) protocol!: (typeof PROTOCOLS)[number];
  @Text({ max: 60, optional: true }) address?: string;
  @Text({ max: 40, optional: true }) node?: string;
  @Text({ max: 60, optional: true }) serial?: string;
  @Text({ max: 40, optional: true }) firmware?: string;
  @Text({ max: 10, optional: true, pattern: /^\d{4}-\d{2}-\d{2}$/ }) batterySince?: string;
  @Num({ unit: "money", min: 0, max: 1_000_000, optional: true }) cost?: number;
  @Text({ max: 10, optional: true, pattern: /^\d{4}-\d{2}-\d{2}$/ }) warrantyUntil?: string;
  @Texts({ optional: true }) tags?: string[];
}

export const SUN_EVENTS = ["rise", "set", "dawn", "dusk", "noon"] as const;
export type SunEvent = (typeof SUN_EVENTS)[number];

/** So many minutes after (or, negative, before) an event of the sun at the site. */
export class SunCue {
  @Choice(["sun"]) kind!: "sun";
  @Text({ max: 20 }) key!: string;
  @Choice(SUN_EVENTS) event!: SunEvent;
  @Num({ unit: "min", min: -720, max: 720 }) offsetMin!: number;
}

/** A local time of day. */
export class TimeCue {
  @Choice(["time"]) kind!: "time";
  @Text({ max: 20 }) key!: string;
  @Text({ max: 5, pattern: CLOCK }) at!: string;
}

/** Local time of day within [from, to); over midnight where to is earlier. */
export class WindowGuard {
  @Choice(["window"]) kind!: "window";
  @Text({ max: 5, pattern: CLOCK }) from!: string;
  @Text({ max: 5, pattern: CLOCK }) to!: string;
}

/** Days of the week, Monday 1 to Sunday 7. */
export class WeekdaysGuard {
  @Choice(["weekdays"]) kind!: "weekdays";
  @Integers({ min: 1, max: 7, least: 1 }) days!: number[];
}

/** Bring shades to a position: 0 % shut, 100 % open. */
export class ShadeMove {
  @Choice(["shade"]) kind!: "shade";
  @Refs("points") points!: string[];
  @Num({ unit: "%", min: 0, max: 100 }) positionPct!: number;
}

export const PRIORITIES = ["safety", "hand", "comfort", "saving", "looks"] as const;

export class AutomationRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Choice(PRIORITIES) priority!: (typeof PRIORITIES)[number];
  @Many({ by: "kind", classes: { sun: SunCue, time: TimeCue } }) cues!: (SunCue | TimeCue)[];
  @Many({ by: "kind", classes: { window: WindowGuard, weekdays: WeekdaysGuard } }) guards!: (WindowGuard | WeekdaysGuard)[];
  @Many({ by: "kind", classes: { shade: ShadeMove } }) moves!: ShadeMove[];
  @Flag() enabled!: boolean;
  @Ref("phases", { optional: true }) phase?: string;
}
