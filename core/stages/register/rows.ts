/** Rows of stage 8: the devices of the house. */
import type { NAMES } from "./names";
import { Choice, Id, Num, Ref, Text, Texts, type RowClass } from "../../design/fields";
import { DAY_TEXT, PROTOCOLS } from "../../design/vocabulary";

export const DEVICE_STATUSES = ["wanted", "chosen", "ordered", "fitted", "commissioned", "faulty"] as const;

/** The thing at a point, once chosen. */
export class DeviceRow {
  @Id() id!: string;
  @Ref("points") point!: string;
  /** What was chosen for it, from the catalogue. */
  @Ref("options", { optional: true }) option?: string;
  @Text({ max: 80 }) name!: string;
  @Choice(DEVICE_STATUSES) status!: (typeof DEVICE_STATUSES)[number];
  @Choice(PROTOCOLS) protocol!: (typeof PROTOCOLS)[number];
  @Text({ max: 60, optional: true }) address?: string;
  @Text({ max: 40, optional: true }) node?: string;
  @Text({ max: 60, optional: true }) serial?: string;
  @Text({ max: 40, optional: true }) firmware?: string;
  @Text({ ...DAY_TEXT, optional: true }) batterySince?: string;
  @Num({ unit: "money", min: 0, max: 1_000_000, optional: true }) cost?: number;
  @Text({ ...DAY_TEXT, optional: true }) warrantyUntil?: string;
  @Texts({ optional: true }) tags?: string[];
}

/** Each collection with its row class. */
export const ROWS = {
  devices: DeviceRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
