/**
 * Rows of stage 8: the devices of the house, the networks they are on, how each kind is commissioned and what of it
 * was done, what was found to work with what, and all that their upkeep goes by.
 */
import type { NAMES } from "./register-names";
import {
  Choice,
  Choices,
  Flag,
  Id,
  Many,
  Num,
  Ref,
  Refs,
  Text,
  Texts,
  Whole,
  type RowClass,
} from "../fields";
import { AFTER_POWER, CODE_CHECKS, DAY_TEXT, PROTOCOLS, type AfterPower } from "../vocabulary";

export const DEVICE_STATUSES = ["wanted", "chosen", "ordered", "fitted", "commissioned", "faulty"] as const;

/** A name on the network: letters, figures and hyphens (RFC 1123). */
const HOST_TEXT = {
  max: 63,
  pattern: /^[a-z0-9]([a-z0-9-]*[a-z0-9])?$/,
  says: "small letters, figures and hyphens, such as hall-camera",
} as const;
const HASH_TEXT = { max: 64, pattern: /^[0-9a-f]{64}$/, says: "the hash of a picture, 64 figures" } as const;
const IPV4 = /^((25[0-5]|2[0-4]\d|1?\d?\d)\.){3}(25[0-5]|2[0-4]\d|1?\d?\d)$/;
const IPV4_TEXT = { max: 15, pattern: IPV4, says: "an address such as 192.168.10.20" } as const;
/** A moment as `2026-11-24T16:05:00Z`, with or without seconds. */
const MOMENT_TEXT = {
  max: 24,
  pattern: /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])(T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?Z)?$/,
  says: "a day or a moment such as 2026-11-24T16:05Z",
} as const;

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
  /** Its name on the network; made of its name where absent. */
  @Text({ ...HOST_TEXT, optional: true }) host?: string;
  /** Its topic, once others listen to it; made by the design's pattern where absent. */
  @Text({ max: 200, optional: true }) topic?: string;
  /** Pairing code. A secret: in a file only where it was saved with them. */
  @Text({ max: 120, optional: true, secret: true }) code?: string;
  @Choice(CODE_CHECKS, { optional: true }) codeCheck?: (typeof CODE_CHECKS)[number];
  @Text({ max: 60, optional: true }) serial?: string;
  @Text({ max: 40, optional: true }) firmware?: string;
  /** What it is set to do once its supply is back; by its kind where absent. */
  @Choice(AFTER_POWER, { optional: true }) afterPower?: AfterPower;
  @Text({ ...DAY_TEXT, optional: true }) batterySince?: string;
  /** Its cells, where no option says them. */
  @Text({ max: 20, optional: true }) cell?: string;
  @Whole({ min: 1, max: 20, optional: true }) cells?: number;
  /** How often a day it has something to do, where its place makes that another figure than is usual. */
  @Num({ unit: "a day", min: 0, max: 100_000, optional: true }) eventsPerDay?: number;
  @Num({ unit: "money", min: 0, max: 1_000_000, optional: true }) cost?: number;
  @Text({ ...DAY_TEXT, optional: true }) warrantyUntil?: string;
  @Texts({ optional: true }) tags?: string[];
  @Text({ max: 1000, optional: true }) notes?: string;
}

/** A network of addresses. */
export class NetworkRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  /** First address and length of its fixed part: 192.168.10.0/24. */
  @Text({
    max: 18,
    pattern: /^(\d{1,3}\.){3}\d{1,3}\/([89]|[12]\d|30)$/,
    says: "a network such as 192.168.10.0/24",
  })
  cidr!: string;
  @Whole({ min: 1, max: 4094, optional: true }) vlan?: number;
  @Text({ ...IPV4_TEXT, optional: true }) gateway?: string;
  /** Given out by the router to whoever asks: no fixed address lies in it. */
  @Text({ ...IPV4_TEXT, optional: true }) poolFrom?: string;
  @Text({ ...IPV4_TEXT, optional: true }) poolTo?: string;
  /** What of the house belongs on it, by protocol. */
  @Choices(PROTOCOLS, { optional: true }) carries?: string[];
}

/** An address that is somebody's already. */
export class ReservationRow {
  @Id() id!: string;
  @Ref("networks") network!: string;
  @Text(IPV4_TEXT) address!: string;
  @Text({ max: 80 }) name!: string;
  /** The device it is kept for, where it is one of the register. */
  @Ref("devices", { optional: true }) device?: string;
}

export const KEY_KINDS = ["network key", "door code", "password", "other"] as const;

/** Something secret that is no pairing code. */
export class KeyRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Choice(KEY_KINDS) kind!: (typeof KEY_KINDS)[number];
  @Ref("devices", { optional: true }) device?: string;
  /** Whose it is. */
  @Ref("people", { optional: true }) person?: string;
  @Text({ max: 200, optional: true, secret: true }) value?: string;
  /** It is kept, though it does not stand here. */
  @Flag({ optional: true }) kept?: boolean;
}

/** Whose hands and what else a step keeps busy. */
export const STEP_NEEDS = ["people", "chargers", "windows"] as const;
export type StepNeed = (typeof STEP_NEEDS)[number];

/** Sorts of devices, by what is done to put one to work. */
export const STEP_SORTS = [
  "shade on cells",
  "wired shade",
  "chain drive",
  "curtain runner",
  "awning",
  "sensor on cells",
  "wired sensor",
  "lamp",
  "plug",
  "insert",
  "keypad",
  "remote",
  "lock",
  "valve",
  "water valve",
  "camera",
  "access point",
  "controller",
  "reader",
  "alarm",
  "other",
] as const;
export type StepSort = (typeof STEP_SORTS)[number];

/** One step of putting a sort of device to work. */
export class StepTemplateRow {
  @Id() id!: string;
  @Choice(STEP_SORTS) sort!: StepSort;
  @Whole({ min: 1, max: 99 }) order!: number;
  @Text({ max: 60 }) name!: string;
  @Num({ unit: "min", min: 0, max: 3000 }) minutes!: number;
  @Choices(STEP_NEEDS) needs!: string[];
  /** What to do, and what is no fault. */
  @Text({ max: 400, optional: true }) how?: string;
  @Texts({ optional: true }) tools?: string[];
  @Text({ max: 300, optional: true }) caution?: string;
  /** Done when somebody says so (hand), by a picture, or by a value written down. */
  @Choice(["word", "photo", "value"]) proof!: "word" | "photo" | "value";
}

export const TRIAL_RESULTS = ["works", "works in part", "does not pair"] as const;

/** What was found when a device was tried with a controller. */
export class TrialRow {
  @Id() id!: string;
  @Ref("options") option!: string;
  /** The controller's option it was tried with. */
  @Ref("options") with!: string;
  @Choice(TRIAL_RESULTS) result!: (typeof TRIAL_RESULTS)[number];
  /** What worked and what was lost, in the words of the catalogue where it has them. */
  @Texts() worked!: string[];
  @Texts() lost!: string[];
  /** Commands go, and nothing comes back. */
  @Flag({ optional: true }) oneWay?: boolean;
  @Text(DAY_TEXT) on!: string;
  @Text({ max: 60, optional: true }) by?: string;
  @Text({ max: 400, optional: true }) note?: string;
}

/** A version of what runs in an option. */
export class FirmwareRow {
  @Id() id!: string;
  @Ref("options") option!: string;
  @Text({ max: 40 }) version!: string;
  @Text({ ...DAY_TEXT, optional: true }) on?: string;
  /** Nothing older will do, and for what. */
  @Flag({ optional: true }) least?: boolean;
  @Text({ max: 200, optional: true }) why?: string;
  /** Can one go back to the version before it? */
  @Flag({ optional: true }) wayBack?: boolean;
}

export const DEVICE_QUANTITIES = ["battery", "link quality", "signal", "temperature"] as const;
export const QUANTITY_UNITS: Readonly<Record<(typeof DEVICE_QUANTITIES)[number], string>> = {
  battery: "%",
  "link quality": "",
  signal: "dBm",
  temperature: "°C",
};

/** A value a device said of itself, or somebody read of it. */
export class DeviceReadingRow {
  @Id() id!: string;
  @Ref("devices") device!: string;
  @Choice(DEVICE_QUANTITIES) quantity!: (typeof DEVICE_QUANTITIES)[number];
  @Num({ min: -200, max: 1000 }) value!: number;
  @Text(MOMENT_TEXT) at!: string;
}

/** A column's value that rows are narrowed to. */
export class ViewFilter {
  @Text({ max: 30 }) column!: string;
  @Text({ max: 120 }) value!: string;
}

/** Columns, filters and grouping of the table, under a name. */
export class TableViewRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Texts() columns!: string[];
  @Many(ViewFilter, { optional: true }) filters?: ViewFilter[];
  @Text({ max: 30, optional: true }) groupBy?: string;
  @Text({ max: 30, optional: true }) sortBy?: string;
}

export const RUN_STATES = ["running", "done", "skipped", "failed"] as const;

/** A step of commissioning as it was done on a device. */
export class TaskRunRow {
  @Id() id!: string;
  @Ref("devices") device!: string;
  /** The step's name, as its template had it then. */
  @Text({ max: 60 }) step!: string;
  @Choice(RUN_STATES) state!: (typeof RUN_STATES)[number];
  @Text({ ...MOMENT_TEXT, optional: true }) startedAt?: string;
  @Text({ ...MOMENT_TEXT, optional: true }) endedAt?: string;
  /** Who did it. */
  @Text({ max: 80, optional: true }) by?: string;
  /** What was read or measured. */
  @Text({ max: 120, optional: true }) value?: string;
  @Text({ max: 400, optional: true }) note?: string;
  @Text({ ...HASH_TEXT, optional: true }) photo?: string;
}

export const VISIT_KINDS = ["batteries", "firmware", "service", "other"] as const;

/** Upkeep on a day. */
export class VisitRow {
  @Id() id!: string;
  @Text(DAY_TEXT) on!: string;
  @Text({ max: 120 }) name!: string;
  @Choice(VISIT_KINDS) kind!: (typeof VISIT_KINDS)[number];
  @Refs("devices") devices!: string[];
  /** Comes again after so many months. */
  @Whole({ min: 1, max: 240, optional: true }) everyMonths?: number;
  @Text({ ...DAY_TEXT, optional: true }) doneOn?: string;
  @Text({ max: 80, optional: true }) by?: string;
  @Text({ max: 400, optional: true }) note?: string;
}

/** A picture of a device, by the hash of its bytes. */
export class PhotoRow {
  @Id() id!: string;
  @Ref("devices") device!: string;
  @Text(HASH_TEXT) hash!: string;
  @Text({ max: 120, optional: true }) caption?: string;
  @Text({ ...DAY_TEXT, optional: true }) on?: string;
}

/** A paper of a device: where it is kept, or its address. */
export class DocumentRow {
  @Id() id!: string;
  @Ref("devices", { optional: true }) device?: string;
  @Text({ max: 120 }) name!: string;
  /** Where it is to be found: a shelf, a folder, an address. */
  @Text({ max: 400 }) where!: string;
  @Text({ ...DAY_TEXT, optional: true }) on?: string;
}

/** Each collection with its row class. */
export const ROWS = {
  devices: DeviceRow,
  networks: NetworkRow,
  reservations: ReservationRow,
  keys: KeyRow,
  stepTemplates: StepTemplateRow,
  trials: TrialRow,
  firmwares: FirmwareRow,
  deviceReadings: DeviceReadingRow,
  tableViews: TableViewRow,
  taskRuns: TaskRunRow,
  visits: VisitRow,
  photos: PhotoRow,
  documents: DocumentRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
