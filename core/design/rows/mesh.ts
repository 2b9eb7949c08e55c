/** Rows of stage 7: what each band of radio is like, the radios of the devices, what was measured, who else sends. */
import type { NAMES } from "./mesh-names";
import { Choice, Coordinate, Flag, Id, Num, One, Ref, Text, Whole, type RowClass } from "../fields";
import { DAY_TEXT } from "../vocabulary";

/**
 * What the radios of a profile do with one another: pass messages on, hang on access points, answer one receiver
 * near by, or only send.
 */
export const RADIO_FORMS = ["mesh", "network", "short range", "one-way"] as const;

/** A kind of radio: its band, how it spreads in a house, what its networks bear. */
export class RadioProfileRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Choice(RADIO_FORMS) form!: (typeof RADIO_FORMS)[number];
  @Num({ unit: "MHz", min: 27, max: 80_000 }) mhz!: number;
  /** How fast it fades over metres, walls counted on their own. */
  @Num({ min: 1, max: 6 }) n!: number;
  /** Kept back for people, doors and furniture. */
  @Num({ unit: "dB", min: 0, max: 40 }) fadeDb!: number;
  /** Of a floor whose level names no material. */
  @Num({ unit: "dB", min: 0, max: 100 }) floorDb!: number;
  @Whole({ min: 1, max: 64 }) maxHops!: number;
  /** Devices that one router may hold. */
  @Whole({ min: 1, max: 1000 }) maxChildren!: number;
  /** What a new radio of it has. */
  @Num({ unit: "dBm", min: -60, max: 60 }) txDbm!: number;
  @Num({ unit: "dBm", min: -160, max: 0 }) sensitivityDbm!: number;
  @Num({ unit: "dBi", min: -40, max: 40 }) gainDbi!: number;
  /** Of a network: what its clients should hear at the least where it is used. */
  @Num({ unit: "dBm", min: -120, max: 0, optional: true }) targetDbm?: number;
  /** The channel it is set to, where it has channels. */
  @Whole({ min: 0, max: 250, optional: true }) channel?: number;
  @Num({ unit: "MHz", min: 0.01, max: 320, optional: true }) widthMhz?: number;
  /** What is printed on a box of such a thing: metres in the open. */
  @Num({ unit: "m", min: 1, max: 100_000, optional: true }) openAirM?: number;
  /** Where its figures come from. */
  @Text({ max: 120 }) source!: string;
}

export const RADIO_SUPPLIES = ["mains", "battery", "cable"] as const;

/** The radio of a device; one with two has two rows. */
export class RadioRow {
  @Id() id!: string;
  @Ref("devices") device!: string;
  @Ref("radioProfiles") profile!: string;
  @Num({ unit: "dBm", min: -60, max: 60 }) txDbm!: number;
  @Num({ unit: "dBm", min: -160, max: 0 }) sensitivityDbm!: number;
  @Num({ unit: "dBi", min: -40, max: 40 }) gainDbi!: number;
  /** Passes on what others say. */
  @Flag() routes!: boolean;
  /** What all ways lead to: a hub's radio, an access point, a receiver. */
  @Flag({ optional: true }) coordinator?: boolean;
  /** Absent where its device's option says it, or what routes is on mains. */
  @Choice(RADIO_SUPPLIES, { optional: true }) supply?: (typeof RADIO_SUPPLIES)[number];
  /** A switch that cuts it off. */
  @Ref("switches", { optional: true }) switch?: string;
  @Ref("circuits", { optional: true }) circuit?: string;
  /** Where it is another than its profile's: access points take turns. */
  @Whole({ min: 0, max: 250, optional: true }) channel?: number;
  @Num({ unit: "MHz", min: 0.01, max: 320, optional: true }) widthMhz?: number;
  /** Metal around it, and what its antenna loses by it, dB: part of the gain above. */
  @Num({ unit: "dB", min: 0, max: 60, optional: true }) metalDb?: number;
  /** Lead between it and the fast serial port it is plugged into; absent where it is in no such port. */
  @Num({ unit: "m", min: 0, max: 20, optional: true }) leadM?: number;
  /** What it does must work when something else does not. */
  @Flag({ optional: true }) critical?: boolean;
}

/** A place on a level. */
export class SpotOf {
  @Coordinate() x!: number;
  @Coordinate() y!: number;
  /** Above the floor. */
  @Num({ unit: "m", min: -5, max: 50, optional: true }) z?: number;
}

/** What was measured of a radio at a place. */
export class ReadingRow {
  @Id() id!: string;
  @One(SpotOf) at!: SpotOf;
  @Ref("levels") level!: string;
  @Num({ unit: "dBm", min: -160, max: 30 }) dbm!: number;
  /** What a device reported, where the level above was made of that. */
  @Whole({ min: 0, max: 255, optional: true }) lqi?: number;
  /** The radio that was heard. */
  @Ref("radios") from!: string;
  /** The radio that heard it; absent where it was a meter in a hand. */
  @Ref("radios", { optional: true }) by?: string;
  @Text({ ...DAY_TEXT, optional: true }) on?: string;
}

/** Somebody else's network, as a scan found it. */
export class NeighbourRow {
  @Id() id!: string;
  @Text({ max: 60, optional: true }) name?: string;
  /** The radio that channel belongs to: a network of 2.4 GHz and a mesh count theirs differently. */
  @Choice(["network", "mesh"]) form!: "network" | "mesh";
  @Whole({ min: 1, max: 250 }) channel!: number;
  @Num({ unit: "MHz", min: 1, max: 320, optional: true }) widthMhz?: number;
  @Num({ unit: "dBm", min: -120, max: 0 }) dbm!: number;
  /** Where it was heard as loud as that; absent: everywhere. */
  @Ref("rooms", { optional: true }) room?: string;
}

/** Each collection with its row class. */
export const ROWS = {
  radioProfiles: RadioProfileRow,
  radios: RadioRow,
  readings: ReadingRow,
  neighbours: NeighbourRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
