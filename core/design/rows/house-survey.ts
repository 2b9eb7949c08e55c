/**
 * Rows a survey adds to the house: what other trades have there, switches and lamps, measurements,
 * underlays.
 */
import { Choice, Coordinate, Flag, Id, Many, Num, Ref, Refs, Text, Whole, XyList } from "../fields";
import { InRoom, OnLevel } from "../placed";
import { DAY_TEXT } from "../vocabulary";

export class CircuitRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Num({ unit: "A", min: 0.5, max: 400, optional: true }) breakerA?: number;
  @Choice(["L1", "L2", "L3"], { optional: true }) phase?: "L1" | "L2" | "L3";
  @Num({ unit: "mA", min: 1, max: 1000, optional: true }) residualMa?: number;
}

/** Where mains runs, as found or as the electrician drew it. */
export class MainsRunRow extends OnLevel {
  @XyList({ least: 2 }) path!: [number, number][];
  @Num({ unit: "m", min: -10, max: 50, optional: true }) heightM?: number;
  @Ref("circuits", { optional: true }) circuit?: string;
}

/** A part of a level no cable may cross. */
export class NoGoRow extends OnLevel {
  @XyList({ least: 3 }) outline!: [number, number][];
  @Text({ max: 200, optional: true }) why?: string;
}

export const FIXTURE_KINDS = [
  "obstacle",
  "plant",
  "pipe",
  "duct",
  "outlet",
  "beam",
  "sprinkler",
  "light",
  "furniture",
  "structure",
] as const;

/** Another trade's thing, or a structure outside, with the clearance it asks. */
export class FixtureRow extends OnLevel {
  @Choice(FIXTURE_KINDS) kind!: (typeof FIXTURE_KINDS)[number];
  @XyList({ least: 3 }) outline!: [number, number][];
  @Num({ unit: "m", min: 0, max: 20 }) clearanceM!: number;
  /** Lowest and highest part of it above the floor; from floor to ceiling where absent. */
  @Num({ unit: "m", min: -10, max: 50, optional: true }) lowM?: number;
  @Num({ unit: "m", min: -10, max: 50, optional: true }) highM?: number;
}

export const NEUTRALS = ["yes", "no", "unknown"] as const;

/** A switch position on a wall: one box with one or more gangs. */
export class SwitchRow extends InRoom {
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  @Num({ unit: "m", min: 0, max: 20 }) z!: number;
  @Whole({ min: 1, max: 8 }) gangs!: number;
  @Num({ unit: "mm", min: 5, max: 200, optional: true }) boxDepthMm?: number;
  /** Is there a neutral in the box? */
  @Choice(NEUTRALS) neutral!: (typeof NEUTRALS)[number];
}

/** One gang of a switch that works a leg. */
export class LegSwitch {
  @Ref("switches") switch!: string;
  @Whole({ min: 1, max: 8 }) gang!: number;
}

/**
 * A switched leg: what one or more gangs work together. Two gangs make it two-way, more than two need
 * intermediates.
 */
export class LegRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Many(LegSwitch) switches!: LegSwitch[];
  @Ref("circuits", { optional: true }) circuit?: string;
  @Choice(["switched", "always"]) feed!: "switched" | "always";
}

/** Lamps of one kind at one place. */
export class LampRow extends InRoom {
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  /** Absent while nobody knows what works it. */
  @Ref("legs", { optional: true }) leg?: string;
  @Whole({ min: 1, max: 200 }) count!: number;
  @Text({ max: 20, optional: true }) cap?: string;
  @Num({ unit: "W", min: 0, max: 5000, optional: true }) watts?: number;
  @Choice(["white", "tunable white", "colour"], { optional: true }) colour?:
    | "white"
    | "tunable white"
    | "colour";
  /** A fitting let into the ceiling: its hole, and the fire rating the ceiling has to keep there. */
  @Num({ unit: "mm", min: 5, max: 1000, optional: true }) holeMm?: number;
  @Whole({ min: 0, max: 240, optional: true }) fireMin?: number;
}

export const TRACE_RESULTS = ["lamps", "something else", "nothing seen"] as const;

/** One line of the tracing log: a gang was operated, somebody looked, this was seen. */
export class TraceRow {
  @Id() id!: string;
  @Ref("switches") switch!: string;
  @Whole({ min: 1, max: 8 }) gang!: number;
  @Text(DAY_TEXT) on!: string;
  @Choice(TRACE_RESULTS) result!: (typeof TRACE_RESULTS)[number];
  /** Lamps that changed. */
  @Refs("lamps") lamps!: string[];
  @Text({ max: 400, optional: true }) note?: string;
}

/** A length measured on site, as it was typed, beside the wall, opening or room side it is of. */
export class MeasurementRow {
  @Id() id!: string;
  @Ref("rooms", { optional: true }) room?: string;
  /** Side of the room's outline, from 0: from that corner to the next. */
  @Whole({ min: 0, max: 1999, optional: true }) side?: number;
  @Ref("walls", { optional: true }) wall?: string;
  @Ref("openings", { optional: true }) opening?: string;
  @Choice(["length", "width", "height", "sill"]) of!: "length" | "width" | "height" | "sill";
  @Text({ max: 40 }) typed!: string;
  @Num({ unit: "m", min: 0, max: 10000 }) metres!: number;
  /** Of a side that was taped: the way it was walked, 0 right, 90 down the sheet. */
  @Num({ unit: "°", min: 0, max: 360, optional: true }) headingDeg?: number;
  @Text({ ...DAY_TEXT, optional: true }) on?: string;
}

/**
 * A picture of a builder's drawing under the plan. The picture itself is kept beside the design, by its
 * hash.
 */
export class UnderlayRow extends OnLevel {
  @Text({ max: 64, pattern: /^[0-9a-f]{64}$/ }) picture!: string;
  @Whole({ min: 1, max: 100000 }) widthPx!: number;
  @Whole({ min: 1, max: 100000 }) heightPx!: number;
  /** Place of its upper left corner on the plan. */
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  @Num({ unit: "m", min: 0.000001, max: 10 }) metresPerPx!: number;
  @Num({ unit: "°", min: -360, max: 360 }) turnDeg!: number;
  @Num({ unit: "%", min: 5, max: 100 }) opacityPct!: number;
  @Flag({ optional: true }) hidden?: boolean;
}
