/**
 * Rows of choosing: the catalogue, what each room must do, the controllers that stand in the house, plans
 * that were accepted.
 */
import type { NAMES } from "./choose-names";
import { Choice, Choices, Flag, Id, Many, Num, One, Ref, Refs, Text, Whole, type RowClass } from "../fields";
import { DAY_TEXT, PROTOCOLS, SOURCES } from "../vocabulary";

export const OPTION_KINDS = [
  "hub",
  "coordinator",
  "bridge",
  "lamp",
  "insert",
  "switch",
  "dimmer",
  "in-line dimmer",
  "relay",
  "plug",
  "keypad",
  "remote",
  "presence sensor",
  "contact sensor",
  "leak sensor",
  "climate sensor",
  "shade motor",
  "chain drive",
  "curtain runner",
  "awning motor",
  "lock",
  "door station",
  "access reader",
  "heating valve",
  "valve board",
  "water valve",
  "weather mast",
  "panel",
  "infrared emitter",
  "controller board",
] as const;
export type OptionKind = (typeof OPTION_KINDS)[number];

/** What a room can be asked to do. Each stands for a kind of point (core/choose/functions.ts). */
export const WANT_FUNCTIONS = [
  "light",
  "wall control",
  "remote",
  "presence",
  "opening",
  "leak",
  "climate sensing",
  "socket",
  "fixed load",
  "shade",
  "chain shade",
  "curtain",
  "awning",
  "lock",
  "door station",
  "access reader",
  "heating zone",
  "radiator",
  "water shut-off",
  "weather",
  "panel",
  "infrared",
  "inputs and outputs",
] as const;
export type WantFunction = (typeof WANT_FUNCTIONS)[number];

/** What a want may ask for beyond its function. */
export const WANT_NEEDS = [
  "dim",
  "tunable white",
  "colour",
  "hold to dim",
  "energy metering",
  "battery only",
  "outdoor",
  "quiet",
  "fast",
] as const;
export type WantNeed = (typeof WANT_NEEDS)[number];

/** What an option can do: every need, and what only some checks and advisers ask about. */
export const ABILITIES = [...WANT_NEEDS, "by hand", "decoupled", "direct link", "position"] as const;
export type Ability = (typeof ABILITIES)[number];

export const SUPPLIES = [
  "mains",
  "low voltage",
  "PoE",
  "bus",
  "battery",
  "rechargeable",
  "solar",
  "none",
] as const;
export const UPDATES = ["none", "by hand", "over the air", "by its maker"] as const;
export const DIMMING = ["none", "steps", "hold", "remembered level", "knob"] as const;
export type Dimming = (typeof DIMMING)[number];

/** One radio, or wired port, of a controller. */
export class OptionRadio {
  @Choice(PROTOCOLS) protocol!: (typeof PROTOCOLS)[number];
  /** Devices it can hold. */
  @Whole({ min: 1, max: 5000 }) devices!: number;
}

/** What makes an option a controller: a hub, a coordinator that adds a radio to one, or a bridge. */
export class OptionControls {
  @Many(OptionRadio) radios!: OptionRadio[];
  /** Devices it can hold over all its radios. */
  @Whole({ min: 1, max: 5000, optional: true }) devices?: number;
  /** It runs automations by itself. */
  @Flag({ optional: true }) engine?: boolean;
  @Flag({ optional: true }) voice?: boolean;
  /** It has an infrared emitter, for the room it stands in. */
  @Flag({ optional: true }) infrared?: boolean;
  /** It carries devices of its own line only. */
  @Flag({ optional: true }) closed?: boolean;
  /** Places for coordinators. */
  @Whole({ min: 0, max: 8, optional: true }) sticks?: number;
  /** It takes bridges. */
  @Flag({ optional: true }) bridges?: boolean;
  /** A bridge only: abilities that survive it. */
  @Choices(ABILITIES, { optional: true }) keeps?: string[];
  /** A coordinator only: has its own supply and goes on while the hub restarts. */
  @Flag({ optional: true }) standsAlone?: boolean;
}

export class OptionRatings {
  /** Continuous current its contact is made for. */
  @Num({ unit: "A", min: 0.1, max: 63, optional: true }) amps?: number;
  /** Load it can dim or switch, for lamps: the rating as printed, for incandescent load. */
  @Num({ unit: "W", min: 0, max: 15000, optional: true }) maxW?: number;
  @Num({ unit: "W", min: 0, max: 1000, optional: true }) minW?: number;
  /** Said by its maker to hold for LED load; else half of maxW is planned. */
  @Num({ unit: "W", min: 0, max: 15000, optional: true }) ledW?: number;
  @Whole({ min: 0, max: 240, optional: true }) fireMin?: number;
}

/** What it needs where it is put, and the room it takes. */
export class OptionFit {
  @Flag({ optional: true }) neutral?: boolean;
  @Num({ unit: "mm", min: 5, max: 2000, optional: true }) boxDepthMm?: number;
  /** Hole it is made for. */
  @Num({ unit: "mm", min: 5, max: 1000, optional: true }) holeMm?: number;
  @Num({ unit: "mm", min: 5, max: 1000, optional: true }) bezelMm?: number;
  @Num({ unit: "mm", min: 1, max: 1000, optional: true }) depthMm?: number;
}

/** One line of the catalogue: something that can be bought. */
export class OptionRow {
  @Id() id!: string;
  @Choice(OPTION_KINDS) kind!: OptionKind;
  @Text({ max: 80 }) name!: string;
  /**
   * Its product line, by a letter or word of your own: what a closed hub goes by, and what ends when its
   * maker stops.
   */
  @Text({ max: 20, optional: true }) line?: string;
  @Choice(PROTOCOLS) protocol!: (typeof PROTOCOLS)[number];
  @Choices(WANT_FUNCTIONS) serves!: WantFunction[];
  @Choices(ABILITIES) can!: Ability[];
  @Choice(SUPPLIES) supply!: (typeof SUPPLIES)[number];
  @Num({ unit: "money", min: 0, max: 1_000_000 }) price!: number;
  @Num({ unit: "min", min: 0, max: 10_000 }) labourMin!: number;
  /** Its own consumption, all year round. */
  @Num({ unit: "W", min: 0, max: 1000 }) watts!: number;
  @Text({ max: 20, optional: true }) cell?: string;
  @Whole({ min: 1, max: 20, optional: true }) cells?: number;
  @Num({ unit: "mAh", min: 1, max: 1_000_000, optional: true }) batteryMah?: number;
  @Num({ unit: "years", min: 0.05, max: 30, optional: true }) batteryYears?: number;
  @Num({ unit: "money/year", min: 0, max: 100_000, optional: true }) yearly?: number;
  /** Hours a year its upkeep takes, where it is nobody's finished product. */
  @Num({ unit: "h/year", min: 0, max: 1000, optional: true }) upkeepH?: number;
  /** Works without the internet. */
  @Flag() local!: boolean;
  /** Does its work through somebody else's computers. */
  @Flag() cloud!: boolean;
  @Flag() account!: boolean;
  /** Passes on what other devices of its network say. */
  @Flag() routes!: boolean;
  @Choice(UPDATES) updates!: (typeof UPDATES)[number];
  @Num({ unit: "years", min: 0, max: 40 }) supportYears!: number;
  @Whole({ min: 1, max: 40, optional: true }) buttons?: number;
  @Choice(DIMMING, { optional: true }) dimming?: Dimming;
  @One(OptionRatings, { optional: true }) ratings?: OptionRatings;
  @One(OptionFit, { optional: true }) fit?: OptionFit;
  @One(OptionControls, { optional: true }) controls?: OptionControls;
  @Choice(SOURCES) source!: (typeof SOURCES)[number];
}

/** What a room must do. */
export class WantRow {
  @Id() id!: string;
  @Ref("rooms") room!: string;
  @Choice(WANT_FUNCTIONS) function!: WantFunction;
  @Whole({ min: 1, max: 200 }) count!: number;
  @Choices(WANT_NEEDS) needs!: WantNeed[];
  /** May hang on no cloud, and must say so where it hangs on a hub. */
  @Flag({ optional: true }) critical?: boolean;
  @Flag({ optional: true }) localOnly?: boolean;
  /** A guest must be able to work it by hand, with no word of explanation. */
  @Flag({ optional: true }) guest?: boolean;
  /** Most it may cost to buy and fit, all of it together. */
  @Num({ unit: "money", min: 0, max: 1_000_000, optional: true }) budget?: number;
  /** Light: lamps on each leg. */
  @Whole({ min: 1, max: 200, optional: true }) lampsEach?: number;
  /** Load of each unit. */
  @Num({ unit: "W", min: 0, max: 20_000, optional: true }) loadW?: number;
  @Ref("legs", { optional: true }) leg?: string;
  @Ref("problems", { optional: true }) problem?: string;
  /** Points it is about; the plan makes those that are missing. */
  @Refs("points") points!: string[];
  /** Its option is settled: plans keep to it. */
  @Ref("options", { optional: true }) option?: string;
}

/** A controller that stands in the house, or will. */
export class HubRow {
  @Id() id!: string;
  @Ref("options") option!: string;
  @Text({ max: 60 }) name!: string;
  @Ref("closets", { optional: true }) closet?: string;
  @Ref("points", { optional: true }) point?: string;
  /** A coordinator or bridge: the hub it belongs to. */
  @Ref("hubs", { optional: true }) hub?: string;
  /** It is there and stays: plans count it as bought. */
  @Flag({ optional: true }) keep?: boolean;
}

/** One choice of an accepted plan: so many units of a want by an option, carried by a controller. */
export class PlanPick {
  @Ref("wants") want!: string;
  @Ref("options") option!: string;
  /** A switch in decoupled mode beside it, so that a hand can work it. */
  @Ref("options", { optional: true }) companion?: string;
  @Ref("options", { optional: true }) hub?: string;
  /** Coordinator or bridge in between. */
  @Ref("options", { optional: true }) via?: string;
  @Whole({ min: 1, max: 200 }) count!: number;
}

/** A plan as it was accepted, and why. */
export class PlanRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Text(DAY_TEXT) acceptedOn!: string;
  @Text({ max: 600, optional: true }) why?: string;
  @Num({ unit: "years", min: 1, max: 30 }) years!: number;
  @Num({ unit: "money", min: 0, max: 10_000_000 }) cost!: number;
  @Num({ unit: "money", min: 0, max: 10_000_000 }) bound!: number;
  @Many(PlanPick) picks!: PlanPick[];
}

/** Each collection with its row class. */
export const ROWS = {
  options: OptionRow,
  wants: WantRow,
  hubs: HubRow,
  plans: PlanRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
