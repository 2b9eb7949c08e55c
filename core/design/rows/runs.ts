/** Rows of stage 4: kinds and their kits, points, and what is pulled to them. */
import type { NAMES } from "./runs-names";
import {
  Choice,
  Coordinate,
  Flag,
  Id,
  Many,
  Num,
  One,
  Ref,
  Refs,
  type RowClass,
  Text,
  Texts,
  Whole,
} from "../fields";
import { APPLIANCES, DAY_TEXT, SERVICES, type Appliance, type Service } from "../vocabulary";
export const MEDIA = ["data", "coax", "power", "bus", "speaker", "control", "fibre"] as const;

/** What a coaxial cable takes from a signal, per 100 m, at one frequency. */
export class LossAt {
  @Num({ unit: "MHz", min: 0.1, max: 40_000 }) mhz!: number;
  @Num({ unit: "dB", min: 0, max: 1000 }) dbPer100M!: number;
}

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
  /** By frequency, for coaxial cable. */
  @Many(LossAt, { optional: true }) lossDb?: LossAt[];
}

export const GLYPHS = [
  "senses",
  "moves",
  "lights",
  "speaks",
  "carries",
  "decides",
  "supplies",
  "sees",
  "keys",
] as const;
/**
 * How a drop ends away from its point: "beside it" is the nearest thing it serves on its level, not a
 * closet.
 */
export const DROP_ENDS = ["panel", "terminals", "supply", "beside it"] as const;

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
  /** A light strip: its length and what a metre of it takes. */
  @Num({ unit: "m", min: 0.01, max: 100, optional: true }) stripM?: number;
  @Num({ unit: "W/m", min: 0.1, max: 200, optional: true }) wattsPerM?: number;
  /** Impedance of a loudspeaker, which its line adds to. */
  @Num({ unit: "Ω", min: 0.5, max: 10_000, optional: true }) loadOhm?: number;
  /** Highest frequency on its coaxial cable, and the loss it bears. */
  @Num({ unit: "MHz", min: 0.1, max: 40_000, optional: true }) topMhz?: number;
  @Num({ unit: "dB", min: 0.1, max: 200, optional: true }) lossLimitDb?: number;
  /** The bus its devices ride on, and what one draws from it: whatever the volts are, or as watts. */
  @Ref("busProfiles", { optional: true }) busProfile?: string;
  @Num({ unit: "A", min: 0, max: 100, optional: true }) busA?: number;
  @Num({ unit: "W", min: 0, max: 5000, optional: true }) busW?: number;
}

/** A kind of point, and the kit it brings with it. */
export class KindRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** Short form used in labels. */
  @Text({ max: 4, pattern: /^[A-Z0-9]{1,4}$/, says: "up to 4 capitals or digits, such as LMP" })
  code!: string;
  @Choice(GLYPHS) glyph!: (typeof GLYPHS)[number];
  @Choice(SERVICES) service!: Service;
  @Num({ unit: "m", min: 0, max: 20 }) mountHeightM!: number;
  @Text({ max: 40 }) box!: string;
  @Many(KitLine) drops!: KitLine[];
  @One(KindNeeds, { optional: true }) needs?: KindNeeds;
  /** Points of this kind hang on one another: several at one supply, through a junction box. */
  @Flag({ optional: true }) grouped?: boolean;
  /** Mains lines it asks of the electrician: a record, not a cable of this design. */
  @Texts({ optional: true }) mainsLines?: string[];
}

/** Where one room's kit of a kind differs from the design's. */
export class RoomKitRow {
  @Id() id!: string;
  @Ref("rooms") room!: string;
  @Ref("kinds") kind!: string;
  @Many(KitLine) drops!: KitLine[];
  @Num({ unit: "m", min: 0, max: 20, optional: true }) mountHeightM?: number;
  @Text({ max: 40, optional: true }) box?: string;
}

/** Where a point was drawn before the house moved it. */
export class DrawnPlace {
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  @Num({ unit: "m", min: -10, max: 50 }) z!: number;
  @Text(DAY_TEXT) on!: string;
  @Text({ max: 200, optional: true }) why?: string;
}

/** A place in the house where a device is or will be. */
export class PointRow {
  @Id() id!: string;
  @Ref("kinds") kind!: string;
  @Ref("levels") level!: string;
  @Ref("rooms") room!: string;
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  @Num({ unit: "m", min: -10, max: 50 }) z!: number;
  @Ref("closets", { optional: true }) closet?: string;
  @Text({ max: 80 }) name!: string;
  /** The nn of its label; the next free one where two points ask for the same. */
  @Whole({ min: 1, max: 999, optional: true }) number?: number;
  @Ref("phases", { optional: true }) phase?: string;
  @Flag({ optional: true }) settled?: boolean;
  /** It hangs on another point instead of a cable of its own: a reader fed through the door station. */
  @Ref("points", { optional: true }) through?: string;
  /** What hangs on it; its name tells where nobody chose. */
  @Choice(APPLIANCES, { optional: true }) appliance?: Appliance;
  /** Of that at work, or of a roof of panels at full sun. */
  @Num({ unit: "W", min: 0, max: 100_000, optional: true }) ratedW?: number;
  /** The room it works for, where it stands in another: a valve at a manifold. */
  @Ref("rooms", { optional: true }) serves?: string;
  @One(DrawnPlace, { optional: true }) drawn?: DrawnPlace;
}

/**
 * Two points that mirror each other: across a line down the sheet at x (`across`), or one across it at y
 * (`down`).
 */
export class SymmetryRow {
  @Id() id!: string;
  @Ref("points") left!: string;
  @Ref("points") right!: string;
  @Choice(["across", "down"]) axis!: "across" | "down";
  @Coordinate() atM!: number;
}

export const DROP_STATES = [
  "planned",
  "pulled",
  "tested",
  "terminated",
  "moved",
  "missing",
  "blocked",
] as const;

/** Trunks and risers a cable has to keep to. */
export class PinnedRoute {
  @Refs("trunks") trunks!: string[];
  @Refs("risers") risers!: string[];
}

export const TEST_METHODS = [
  "wire map",
  "qualification",
  "certification",
  "continuity",
  "insulation",
  "level",
  "by ear",
] as const;

/** How a drop was tested, and what came out. */
export class DropTest {
  @Choice(TEST_METHODS) method!: (typeof TEST_METHODS)[number];
  @Choice(["pass", "fail"]) result!: "pass" | "fail";
  @Text({ max: 80, optional: true }) measured?: string;
}

export const TRADES = ["own", "builder", "electrician", "plumber", "heating", "joiner", "household"] as const;

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
  /** Ways it is pinned to by hand; the shortest where absent. */
  @One(PinnedRoute, { optional: true }) route?: PinnedRoute;
  @One(DropTest, { optional: true }) test?: DropTest;
  /** Who has to act before it can go on. */
  @Choice(TRADES, { optional: true }) trade?: (typeof TRADES)[number];
  /** A picture from the site, kept beside the design by its hash. */
  @Text({ max: 64, optional: true, pattern: /^[0-9a-f]{64}$/ }) photo?: string;
  /** Day it was last seen to on site. */
  @Text({ ...DAY_TEXT, optional: true }) on?: string;
}

/** A part-used reel in stock. */
export class ReelRow {
  @Id() id!: string;
  @Ref("cableTypes") cableType!: string;
  @Num({ unit: "m", min: 0, max: 10000 }) remainingM!: number;
}

/** Each collection with its row class. */
export const ROWS = {
  cableTypes: CableTypeRow,
  kinds: KindRow,
  roomKits: RoomKitRow,
  points: PointRow,
  symmetries: SymmetryRow,
  drops: DropRow,
  reels: ReelRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
