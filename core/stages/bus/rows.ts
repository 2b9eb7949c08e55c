/** Rows of stage 5: what a bus allows, its lines and the stops on them, and what must not share one. */
import {
  Choice,
  Choices,
  Flag,
  Id,
  Many,
  Num,
  One,
  Ref,
  Refs,
  type RowClass,
  Text,
  Whole,
} from "../../design/fields";

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

/** Each collection with its row class and what one row is called, in the order of the project file. */
export const ROWS = {
  busProfiles: [BusProfileRow, "bus profile"],
  busSupplies: [BusSupplyRow, "bus supply"],
  segments: [SegmentRow, "segment"],
  stops: [StopRow, "stop"],
  segmentRules: [SegmentRuleRow, "segmenting rule"],
} satisfies Record<string, [RowClass, string]>;
