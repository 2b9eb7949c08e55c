/**
 * Settings of a design that are not one field: what a choice is weighed by, and which schools of practice
 * it follows.
 */
import { Choice, Num, Text, Whole } from "../fields";
import { DAY_TEXT, SERVICES } from "../vocabulary";

export const REGIONS = ["Europe", "North America", "Australia and New Zealand", "Japan", "India"] as const;
export type Region = (typeof REGIONS)[number];

/** Languages a household may speak: its calendars and spoken names are in it. */
export const LANGUAGES = [
  "en-GB",
  "en-US",
  "cs",
  "da",
  "de",
  "es",
  "fi",
  "fr",
  "it",
  "nb",
  "nl",
  "pl",
  "pt",
  "sv",
] as const;
export type Language = (typeof LANGUAGES)[number];

/** What a copied design was copied from, as it was called then. */
export class CopiedFrom {
  @Text({ max: 40 }) design!: string;
  @Text({ max: 120 }) name!: string;
  @Whole({ min: 0, max: 1e9 }) revision!: number;
  @Text(DAY_TEXT) on!: string;
}

/** What the choice is weighed by. */
export class ChooseSettings {
  @Num({ unit: "years", min: 1, max: 30 }) years!: number;
  /** For each controller after the first, each bridge and each account. */
  @Num({ unit: "money", min: 0, max: 10_000 }) penalty!: number;
  @Num({ unit: "money/h", min: 0, max: 1000 }) labourRate!: number;
  @Num({ unit: "money/kWh", min: 0, max: 10 }) energyPrice!: number;
  /** Most controllers the house may have. */
  @Whole({ min: 1, max: 12, optional: true }) maxHubs?: number;
  @Choice(REGIONS) region!: Region;
}

export const SHADE_CABLES = ["data and four-core", "what the motor needs", "none"] as const;
export const TREAD_CABLES = ["grouped at a junction box", "each to the cabinet"] as const;
export const SPARE_DROPS = ["pull string", "a spare with every data cable", "none"] as const;

/**
 * Where practitioners disagree: which school this design follows. Absent: the first one for parts and hubs;
 * elsewhere the sums decide.
 */
export class Schools {
  @Choice(["switch where it is enough", "lamps everywhere"], { optional: true }) lampOrSwitch?:
    | "switch where it is enough"
    | "lamps everywhere";
  @Choice(["one hub with several radios", "one hub for each line"], { optional: true }) hubRadios?:
    | "one hub with several radios"
    | "one hub for each line";
  @Choice(["supported parts only", "own parts, upkeep counted"], { optional: true }) bespoke?:
    | "supported parts only"
    | "own parts, upkeep counted";
  @Choice(["any", "mains", "low voltage", "battery", "rechargeable", "solar"], { optional: true })
  shadePower?: "any" | "mains" | "low voltage" | "battery" | "rechargeable" | "solar";
  @Choice(["steps", "remembered level"], { optional: true }) remoteDimming?: "steps" | "remembered level";
  @Choice(SHADE_CABLES, { optional: true }) shadeCable?: (typeof SHADE_CABLES)[number];
  @Choice(TREAD_CABLES, { optional: true }) treadCable?: (typeof TREAD_CABLES)[number];
  @Choice(SPARE_DROPS, { optional: true }) spareDrops?: (typeof SPARE_DROPS)[number];
}

export const JACKETS = [
  "white",
  "grey",
  "black",
  "brown",
  "red",
  "orange",
  "yellow",
  "green",
  "teal",
  "blue",
  "violet",
  "pink",
] as const;
export const MARKS = [
  "plain",
  "one ring",
  "two rings",
  "three rings",
  "dashes",
  "dots",
  "spiral",
  "stripe",
] as const;

/** What the cable of one service looks like: a jacket's colour, and a mark for those who do not see it. */
export class LegendLine {
  @Choice(SERVICES) service!: (typeof SERVICES)[number];
  @Choice(JACKETS) colour!: (typeof JACKETS)[number];
  @Choice(MARKS) mark!: (typeof MARKS)[number];
}

/** What stage 4 reckons with where a design differs from the usual. */
export class RunsSettings {
  /** Boxes on the stand at once, and the part of its own way a drop shares with a pull it joins. */
  @Whole({ min: 1, max: 24, optional: true }) pullMost?: number;
  @Num({ unit: "%", min: 10, max: 100, optional: true }) sharedPct?: number;
  @Num({ unit: "min", min: 0, max: 480, optional: true }) setupMin?: number;
  @Num({ unit: "min/m", min: 0, max: 60, optional: true }) minutesPerM?: number;
  @Num({ unit: "%", min: 0, max: 200, optional: true }) perCablePct?: number;
  /** Powered data cables in one bundle. */
  @Whole({ min: 1, max: 200, optional: true }) bundleMost?: number;
  /** Metres between two boxes of a conduit. */
  @Num({ unit: "m", min: 1, max: 200, optional: true }) boxEveryM?: number;
  @Num({ unit: "%", min: 5, max: 100, optional: true }) trayFillPct?: number;
  @Num({ unit: "W", min: 1, max: 2000, optional: true }) ledSupplyW?: number;
  /** Part of its rating a supply is loaded to. */
  @Num({ unit: "%", min: 10, max: 100, optional: true }) supplyLoadPct?: number;
}

/** What stage 5 reckons with where a design differs from the usual. */
export class BusSettings {
  /** Part of a profile's devices and amperes that a segment leaves free. */
  @Num({ unit: "%", min: 0, max: 90, optional: true }) sparePct?: number;
}

/** What stage 8 reckons with where a design differs from the usual. */
export class RegisterSettings {
  /** `{room} {thing} {n}`. */
  @Text({ max: 120, optional: true }) namePattern?: string;
  /** `{level}/{room}/{thing}-{n}`. */
  @Text({ max: 160, optional: true }) topicPattern?: string;
  /** The register was last looked through on this day: what is due is due by it. */
  @Text({ ...DAY_TEXT, optional: true }) asOf?: string;
  /** Changes of cells within so many days are one visit. */
  @Whole({ unit: "days", min: 0, max: 730, optional: true }) visitDays?: number;
  @Whole({ min: 1, max: 20, optional: true }) people?: number;
  @Whole({ min: 1, max: 50, optional: true }) chargers?: number;
  /** Pairing windows that can be open at once; one a controller where absent. */
  @Whole({ min: 1, max: 50, optional: true }) windows?: number;
  /** From one level to the next. */
  @Num({ unit: "min", min: 0, max: 60, optional: true }) walkMin?: number;
  /** Cells below this are changed, a link below this is weak, a box above this is too warm. */
  @Num({ unit: "%", min: 0, max: 100, optional: true }) lowBatteryPct?: number;
  @Num({ min: 0, max: 255, optional: true }) lowLqi?: number;
  @Num({ unit: "°C", min: 20, max: 120, optional: true }) warmC?: number;
  /** Days until a replacement is there. */
  @Whole({ unit: "days", min: 0, max: 365, optional: true }) replaceDays?: number;
}
