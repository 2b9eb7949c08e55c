/** Settings of a design that are not one field: what a choice is weighed by, and which schools of practice it follows. */
import { Choice, Num, Whole } from "./fields";

export const REGIONS = ["Europe", "North America", "Australia and New Zealand", "Japan", "India"] as const;
export type Region = (typeof REGIONS)[number];

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

/** Where practitioners disagree: which school this design follows. Absent: the first one for parts and hubs; elsewhere the sums decide. */
export class Schools {
  @Choice(["switch where it is enough", "lamps everywhere"], { optional: true }) lampOrSwitch?: "switch where it is enough" | "lamps everywhere";
  @Choice(["one hub with several radios", "one hub for each line"], { optional: true }) hubRadios?: "one hub with several radios" | "one hub for each line";
  @Choice(["supported parts only", "own parts, upkeep counted"], { optional: true }) bespoke?: "supported parts only" | "own parts, upkeep counted";
  @Choice(["any", "mains", "low voltage", "battery", "rechargeable", "solar"], { optional: true }) shadePower?: "any" | "mains" | "low voltage" | "battery" | "rechargeable" | "solar";
  @Choice(["steps", "remembered level"], { optional: true }) remoteDimming?: "steps" | "remembered level";
}
