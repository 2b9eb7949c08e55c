/** Rows of stage 6: racks, what stands in them, and what is patched to what. */
import type { NAMES } from "./rack-names";
import { Choice, Flag, Id, Many, Num, Ref, type RowClass, Text, Whole } from "../fields";

export const RACK_FORMS = ["floor rack", "wall frame", "board"] as const;

/** Something of so many units that items stand in. 1 U = 44.45 mm. */
export class RackRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("closets") closet!: string;
  @Choice(RACK_FORMS) form!: (typeof RACK_FORMS)[number];
  @Whole({ min: 1, max: 60 }) units!: number;
  @Num({ unit: "mm", min: 50, max: 1500 }) depthMm!: number;
  @Num({ unit: "kg", min: 1, max: 2000 }) maxKg!: number;
  /** What feeds it, and what its strip may take of that. */
  @Ref("circuits", { optional: true }) circuit?: string;
  /** Bolted to the wall or the floor. */
  @Flag({ optional: true }) bolted?: boolean;
  /** How much warmer air may leave than it comes in. */
  @Num({ unit: "K", min: 1, max: 40, optional: true }) deltaC?: number;
  @Num({ unit: "money", min: 0, max: 100_000, optional: true }) price?: number;
}

export const ITEM_KINDS = [
  "panel",
  "switch",
  "hub",
  "amplifier",
  "recorder",
  "shelf",
  "battery",
  "strip",
  "brush",
  "other",
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];
export const PORT_KINDS = ["panel", "data", "powered"] as const;

/** So many ports of a kind; numbers go on from one group to the next. */
export class PortGroup {
  @Choice(PORT_KINDS) kind!: (typeof PORT_KINDS)[number];
  @Whole({ min: 1, max: 200 }) count!: number;
}

/** Something that stands in a rack. */
export class RackItemRow {
  @Id() id!: string;
  @Ref("racks") rack!: string;
  @Text({ max: 60 }) name!: string;
  @Choice(ITEM_KINDS) kind!: ItemKind;
  /** Lowest unit it takes up, 1 at the bottom; absent while it has no place. */
  @Whole({ min: 1, max: 60, optional: true }) u?: number;
  @Whole({ min: 1, max: 20 }) heightU!: number;
  @Choice(["front", "rear"]) side!: "front" | "rear";
  @Num({ unit: "mm", min: 1, max: 1500 }) depthMm!: number;
  @Num({ unit: "kg", min: 0, max: 500 }) kg!: number;
  /** Typical, and at most. */
  @Num({ unit: "W", min: 0, max: 10_000 }) watts!: number;
  @Num({ unit: "W", min: 0, max: 10_000, optional: true }) wattsMax?: number;
  /** Units left free above it. */
  @Whole({ min: 0, max: 5, optional: true }) ventU?: number;
  /** Warmest air it bears. */
  @Num({ unit: "°C", min: 10, max: 80, optional: true }) maxC?: number;
  @Many(PortGroup, { optional: true }) ports?: PortGroup[];
  /** Of a switch: what it gives over data cables. */
  @Num({ unit: "W", min: 0, max: 20_000, optional: true }) poeBudgetW?: number;
  /** Of a strip: how many outlets; of anything else with a plug: none but its own. */
  @Whole({ min: 1, max: 60, optional: true }) outlets?: number;
  @Num({ unit: "Wh", min: 1, max: 100_000, optional: true }) batteryWh?: number;
  @Num({ min: 0.3, max: 1, optional: true }) efficiency?: number;
  @Num({ min: 0.1, max: 1, optional: true }) usableShare?: number;
  /** Switched off when the battery is down to this; never where absent. */
  @Num({ unit: "%", min: 0, max: 100, optional: true }) shedAtPct?: number;
  /** People put their hands to it. */
  @Flag({ optional: true }) touched?: boolean;
  @Num({ unit: "money", min: 0, max: 100_000, optional: true }) price?: number;
}

/** A drop on its panel port, and that on a switch port and a network. */
export class PatchRow {
  @Id() id!: string;
  /** point/index, as the drop is called for life. */
  @Text({ max: 60, pattern: /^[A-Za-z0-9][\w-]*\/\d{1,3}$/, says: "a drop such as hall-ap-1/1" })
  drop!: string;
  /** ITEM/NUMBER. */
  @Text({ max: 60, optional: true }) panelPort?: string;
  @Text({ max: 60, optional: true }) switchPort?: string;
  @Text({ max: 30, optional: true }) network?: string;
}

/** Each collection with its row class. */
export const ROWS = {
  racks: RackRow,
  rackItems: RackItemRow,
  patches: PatchRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
