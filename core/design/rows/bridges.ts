/** Rows of stage 9: the ecosystems the household uses, what shows devices to them, and what is kept in step. */
import type { NAMES } from "./bridges-names";
import { Choice, Choices, Flag, Id, Num, One, Ref, Refs, Text, Texts, Whole, type RowClass } from "../fields";
import { CODE_CHECKS, DAY_TEXT } from "../vocabulary";
import { CAPABILITIES, SHOWN_TYPES, type Capability, type ShownType } from "./bridges-words";

/** What an ecosystem does with a bridge that is not certified. */
export const UNCERTIFIED = ["takes it", "warns", "refuses"] as const;
/** Where speech is worked out. */
export const SPEECH = ["in the house", "elsewhere", "none"] as const;
/** What must not happen by a word that anybody can say. */
export const DANGERS = ["unlock", "open a gate or garage", "disarm", "oven"] as const;
export type Danger = (typeof DANGERS)[number];
export const SEVERAL = ["asks which", "takes all"] as const;

/** What somebody in the household speaks to or presses, with its rules. */
export class EcosystemRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** Device types it takes. */
  @Choices(SHOWN_TYPES) accepts!: ShownType[];
  /** What it lets people do with what it takes; all that its types can, where absent. */
  @Choices(CAPABILITIES, { optional: true }) keeps?: Capability[];
  /** The one port it looks at. */
  @Whole({ min: 1, max: 65_535, optional: true }) port?: number;
  @Choice(UNCERTIFIED) uncertified!: (typeof UNCERTIFIED)[number];
  @Whole({ min: 1, max: 10_000, optional: true }) maxDevices?: number;
  /** Rooms of the bridge become rooms there. */
  @Flag({ optional: true }) roomsCarry?: boolean;
  @Choice(SPEECH) speech!: (typeof SPEECH)[number];
  /** Goes on working while the internet is down. */
  @Flag({ optional: true }) local?: boolean;
  /** For what it can ask a second factor. */
  @Choices(DANGERS, { optional: true }) factorFor?: Danger[];
  /** What it does where a sentence means several. */
  @Choice(SEVERAL, { optional: true }) several?: (typeof SEVERAL)[number];
  /** It can join by a bridge's own code. */
  @Flag({ optional: true }) byCode?: boolean;
  /** It can be let in by another that has joined. */
  @Flag({ optional: true }) byShare?: boolean;
  /** It can let others in. */
  @Flag({ optional: true }) shares?: boolean;
  @Num({ unit: "min", min: 0, max: 240, optional: true }) joinMin?: number;
  /** To open a bridge for another. */
  @Num({ unit: "min", min: 0, max: 240, optional: true }) openMin?: number;
  /** The network it must be in: an id or name of one. */
  @Text({ max: 60, optional: true }) network?: string;
  /** Whose phone it is set up with. */
  @Ref("people", { optional: true }) holder?: string;
  /** Where its rules come from. */
  @Text({ max: 120, optional: true }) source?: string;
}

/** Which devices a bridge takes: any of these, less the exceptions. */
export class BridgeFilter {
  /** Words the devices are labelled with. */
  @Texts({ optional: true }) labels?: string[];
  @Refs("rooms", { optional: true }) rooms?: string[];
  @Refs("kinds", { optional: true }) kinds?: string[];
  @Refs("devices", { most: 10_000, optional: true }) devices?: string[];
  @Refs("devices", { most: 10_000, optional: true }) except?: string[];
}

/** What shows devices of the house to ecosystems, at a port of a host. */
export class BridgeRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** What it runs on: an id or name of a controller or device. */
  @Text({ max: 60 }) host!: string;
  @Whole({ min: 1, max: 65_535 }) port!: number;
  /** The network it is in: an id or name of one. */
  @Text({ max: 60, optional: true }) network?: string;
  /** Absent: what exposures say goes through it. */
  @One(BridgeFilter, { optional: true }) filter?: BridgeFilter;
  /** Devices it had when it was last saved. A device that is gone since still stands here. */
  @Texts({ most: 10_000, optional: true }) savedAs?: string[];
  @Text({ ...DAY_TEXT, optional: true }) savedOn?: string;
  @Flag({ optional: true }) certified?: boolean;
  @Whole({ min: 1, max: 10_000, optional: true }) maxDevices?: number;
  /** The code the first one joins by. A secret: in a file only where it was saved with them. */
  @Text({ max: 120, optional: true, secret: true }) code?: string;
  @Choice(CODE_CHECKS, { optional: true }) codeCheck?: (typeof CODE_CHECKS)[number];
  /** Who has joined it, in that order. */
  @Refs("ecosystems", { optional: true }) joined?: string[];
  /** Its network lets multicast and IPv6 through to whoever looks for it. */
  @Flag({ optional: true }) multicast?: boolean;
  /** Something starts it again when it hangs. */
  @Flag({ optional: true }) watchdog?: boolean;
  /** When it is started anew, and what that takes. */
  @Text({ max: 200, optional: true }) restart?: string;
}

/** One device shown to one ecosystem through one bridge. */
export class ExposureRow {
  @Id() id!: string;
  @Ref("devices") device!: string;
  @Ref("ecosystems") ecosystem!: string;
  @Ref("bridges") bridge!: string;
  /** What people say; the device's name where absent. */
  @Text({ max: 80, optional: true }) spokenName?: string;
  /** Its room there; the room it is in where absent. */
  @Ref("rooms", { optional: true }) room?: string;
  /** As what it is shown, where that is not what it is: a scene or a switch that stands in for it. */
  @Choice(SHOWN_TYPES, { optional: true }) as?: ShownType;
  /** Asks for a second factor. */
  @Flag({ optional: true }) factor?: boolean;
  /** Somebody has put it into its room there. */
  @Flag({ optional: true }) placed?: boolean;
}

export const PAIR_WAYS = ["both", "left to right", "right to left"] as const;
export const WHEN_DOWN = ["stays as it is", "goes off", "is worked by hand"] as const;

/** Two devices kept in step: what one does, the other does after it. */
export class PairRow {
  @Id() id!: string;
  @Ref("devices") left!: string;
  @Ref("devices") right!: string;
  /** Both, where absent. */
  @Choice(PAIR_WAYS, { optional: true }) way?: (typeof PAIR_WAYS)[number];
  /** Over which ecosystem, where not over the hub. */
  @Ref("ecosystems", { optional: true }) ecosystem?: string;
  /** What each side does while the link is down. */
  @Choice(WHEN_DOWN, { optional: true }) leftDown?: (typeof WHEN_DOWN)[number];
  @Choice(WHEN_DOWN, { optional: true }) rightDown?: (typeof WHEN_DOWN)[number];
}

/** Each collection with its row class. */
export const ROWS = {
  ecosystems: EcosystemRow,
  bridges: BridgeRow,
  exposures: ExposureRow,
  pairs: PairRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
