/**
 * Rows of the house itself: where things can be. Metres; x right, y down the sheet, z up from the level's
 * floor.
 */
import { Choice, Coordinate, Flag, Id, Num, One, Ref, Text, Whole, XyList } from "../fields";
import { InRoom, OnLevel } from "../placed";
import { SOURCES } from "../vocabulary";

export class LevelRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** Short form used in labels: "0", "1", "C". */
  @Text({ max: 3, pattern: /^[A-Z0-9]{1,3}$/, says: "up to 3 capitals or digits, such as 0 or G1" })
  code!: string;
  @Whole({ min: -20, max: 200 }) order!: number;
  @Num({ unit: "m", min: -100, max: 1000 }) elevationM!: number;
  @Num({ unit: "m", min: 1, max: 50 }) ceilingHeightM!: number;
  @Num({ unit: "m", min: 0, max: 5 }) slabThicknessM!: number;
  @Ref("materials", { optional: true }) slabMaterial?: string;
  @Ref("materials", { optional: true }) ceilingMaterial?: string;
  @Num({ unit: "m", min: 0, max: 10 }) voidAboveM!: number;
  /** Minutes its floor holds back fire; absent where it is not rated. */
  @Whole({ min: 0, max: 240, optional: true }) slabFireMin?: number;
}

export class LossDb {
  @Num({ unit: "dB", min: 0, max: 200 }) mhz868!: number;
  @Num({ unit: "dB", min: 0, max: 200 }) mhz2400!: number;
  @Num({ unit: "dB", min: 0, max: 200 }) mhz5000!: number;
}

export class MaterialRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @One(LossDb) lossDb!: LossDb;
  @Num({ unit: "W/m²K", min: 0, max: 50, optional: true }) uWm2K?: number;
  @Num({ unit: "kg/m³", min: 0, max: 25000, optional: true }) densityKgM3?: number;
  @Choice(SOURCES) source!: (typeof SOURCES)[number];
}

/** A straight wall along its centre line from a to b. */
export class WallRow {
  @Id() id!: string;
  @Ref("levels") level!: string;
  @Coordinate() ax!: number;
  @Coordinate() ay!: number;
  @Coordinate() bx!: number;
  @Coordinate() by!: number;
  @Num({ unit: "m", min: 0.005, max: 5 }) thicknessM!: number;
  @Ref("materials") material!: string;
  /** Minutes it holds back fire; absent where it is not rated. */
  @Whole({ min: 0, max: 240, optional: true }) fireMin?: number;
}

export const OPENING_KINDS = ["window", "door", "gate", "gap"] as const;

export const GLAZINGS = ["single", "double", "triple", "coated double", "coated triple"] as const;
export const HINGES = ["start", "end", "top", "bottom", "slides", "fixed"] as const;

/** An opening in a wall; its offset runs from the wall's a to the opening's nearer edge. */
export class OpeningRow {
  @Id() id!: string;
  @Ref("walls") wall!: string;
  @Choice(OPENING_KINDS) kind!: (typeof OPENING_KINDS)[number];
  @Num({ unit: "m", min: 0, max: 1000 }) offsetM!: number;
  @Num({ unit: "m", min: 0.01, max: 50 }) widthM!: number;
  @Num({ unit: "m", min: 0.01, max: 20 }) heightM!: number;
  @Num({ unit: "m", min: 0, max: 20 }) sillM!: number;
  @Ref("materials", { optional: true }) material?: string;
  /** Side of the wall, walking from a to b, that is outdoors. */
  @Choice(["left", "right", "none"]) outsideIs!: "left" | "right" | "none";
  @Choice(GLAZINGS, { optional: true }) glazing?: (typeof GLAZINGS)[number];
  /** Where the leaf hangs, seen walking from the wall's a to its b; absent where it is not known. */
  @Choice(HINGES, { optional: true }) hinge?: (typeof HINGES)[number];
}

export const ROOM_TYPES = [
  "living",
  "sleeping",
  "wet",
  "kitchen",
  "circulation",
  "work",
  "store",
  "plant",
  "outdoor",
] as const;

export class RoomRow extends OnLevel {
  /** Short form used in labels. */
  @Text({ max: 6, pattern: /^[A-Z0-9]{1,6}$/, says: "up to 6 capitals or digits, such as HALL" })
  code!: string;
  @Choice(ROOM_TYPES) type!: (typeof ROOM_TYPES)[number];
  @XyList({ least: 3 }) outline!: [number, number][];
  @Flag({ optional: true }) outdoor?: boolean;
  /** Where they differ from the level's. */
  @Ref("materials", { optional: true }) floorMaterial?: string;
  @Ref("materials", { optional: true }) ceilingMaterial?: string;
  /** How long what a hand did here holds off automations for comfort, saving and looks; two hours where nobody has said. */
  @Num({ unit: "min", min: 1, max: 1440, optional: true }) handMin?: number;
}

export const DIVIDERS = ["none", "aluminium", "steel"] as const;
export const TRUNK_KINDS = ["tray", "conduit", "void", "duct"] as const;

/** A drawn way that many cables share. */
export class TrunkRow extends OnLevel {
  @Choice(TRUNK_KINDS) kind!: (typeof TRUNK_KINDS)[number];
  @XyList({ least: 2 }) path!: [number, number][];
  @Num({ unit: "m", min: -10, max: 50 }) heightM!: number;
  @Num({ unit: "mm", min: 5, max: 2000, optional: true }) boreMm?: number;
  /** It was there before: an old conduit or duct that may be used again. */
  @Flag({ optional: true }) existing?: boolean;
  /** Of a tray: its inner width and the height of its sides. */
  @Num({ unit: "mm", min: 20, max: 2000, optional: true }) widthMm?: number;
  @Num({ unit: "mm", min: 10, max: 500, optional: true }) depthMm?: number;
  /** Pull boxes along it: where a cable can be drawn out and in again. */
  @XyList({ least: 0, most: 200, optional: true }) boxes?: [number, number][];
  /** What stands between its cables and mains beside them. */
  @Choice(DIVIDERS, { optional: true }) divider?: (typeof DIVIDERS)[number];
  /** Bundles its cables are tied in, apart from each other; one where absent. */
  @Whole({ min: 1, max: 20, optional: true }) bundles?: number;
}

/** A vertical trunk between two levels, both included. */
export class RiserRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  @Ref("levels") fromLevel!: string;
  @Ref("levels") toLevel!: string;
  @Num({ unit: "mm", min: 5, max: 2000, optional: true }) boreMm?: number;
  /** Bundles its cables are tied in, apart from each other; one where absent. */
  @Whole({ min: 1, max: 20, optional: true }) bundles?: number;
}

export class ClosetRow extends InRoom {
  @Choice(["cabinet", "rack", "cupboard", "board"]) kind!: "cabinet" | "rack" | "cupboard" | "board";
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  @Num({ unit: "m", min: 0, max: 20 }) z!: number;
  @Num({ unit: "m", min: 0, max: 20, optional: true }) wallWidthM?: number;
  /** Its wall cabinet: rows of 18 mm units, and how many units a row has. */
  @Whole({ min: 1, max: 20, optional: true }) cabinetRows?: number;
  @Whole({ min: 4, max: 72, optional: true }) rowUnits?: number;
  @Num({ unit: "°C", min: -40, max: 90, optional: true }) ambientC?: number;
  /** Its switch: what it can give over data cables, and how many ports do. */
  @Num({ unit: "W", min: 0, max: 20000, optional: true }) poeBudgetW?: number;
  @Whole({ min: 0, max: 1000, optional: true }) poePorts?: number;
  /** Heat it loses over its walls for each degree, and what else stands in it and gives off heat. */
  @Num({ unit: "W/K", min: 0.1, max: 1000, optional: true }) uaWPerK?: number;
  @Num({ unit: "W", min: 0, max: 100_000, optional: true }) plantW?: number;
}
