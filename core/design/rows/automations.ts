/** Rows of stage 10: dials and flags, groups, scenes, calendars, and automations of cues, guards and moves. */
import type { NAMES } from "./automations-names";
import { Choice, Flag, Id, Many, Num, Ref, Refs, Text, type RowClass } from "../fields";
import { DAY_TEXT, CLOCK_TEXT } from "../vocabulary";
import { Cues, type Cue } from "./automations-cues";
import { Guards, type Guard } from "./automations-guards";
import { Moves, type Move } from "./automations-moves";
import {
  AGAIN,
  ASPECTS,
  CALENDAR_KINDS,
  DIAL_KINDS,
  PRIORITIES,
  REASONS,
  type Aspect,
  type DialKind,
  type Priority,
  type Reason,
} from "./automations-words";

export * from "./automations-words";
export type { Amount, Reading } from "./automations-amount";
export type * from "./automations-cues";
export type * from "./automations-guards";
export type * from "./automations-moves";

/** A value, or an on and off, that the household sets and automations read. */
export class DialRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Choice(DIAL_KINDS) kind!: DialKind;
  /** Of a number. */
  @Text({ max: 10, optional: true }) unit?: string;
  /** At the start: "on", "off", "07:00", or a number in its unit. */
  @Text({ max: 20 }) value!: string;
  @Num({ optional: true }) min?: number;
  @Num({ optional: true }) max?: number;
  /** Absent: of the whole house. */
  @Ref("rooms", { optional: true }) room?: string;
  /** While it is on, what is meant for comfort, saving and looks leaves its room, or the house, be. */
  @Flag({ optional: true }) leaveBe?: boolean;
  /** Who may set it; everybody where nobody is named. */
  @Refs("people", { optional: true }) setBy?: string[];
  /** Panels and keys where it shows and can be set. */
  @Refs("points", { optional: true }) shows?: string[];
}

/** Things that are told together. */
export class GroupRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Ref("rooms", { optional: true }) room?: string;
  @Refs("points") points!: string[];
}

/** One thing of a scene, and how it is to be. */
export class SceneSetting {
  @Ref("points") point!: string;
  @Choice(ASPECTS) aspect!: Aspect;
  /** A word of the aspect, or a number with its unit. */
  @Text({ max: 40 }) to!: string;
}

export class SceneRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Ref("rooms", { optional: true }) room?: string;
  @Many(SceneSetting) settings!: SceneSetting[];
  @Num({ unit: "s", min: 0, max: 7200, optional: true }) fadeS?: number;
}

/** Local days, the last one included; or, where it has clock times, from one to the other. */
export class CalendarSpan {
  @Text(DAY_TEXT) from!: string;
  @Text(DAY_TEXT) to!: string;
  @Text({ ...CLOCK_TEXT, optional: true }) fromClock?: string;
  @Text({ ...CLOCK_TEXT, optional: true }) toClock?: string;
  @Text({ max: 120, optional: true }) name?: string;
  /** It comes again after so many days: 7 is weekly, 8 the nights of four in eight. */
  @Num({ unit: "d", min: 1, max: 366, optional: true }) everyDays?: number;
  /** The last day on which it may begin again. */
  @Text({ ...DAY_TEXT, optional: true }) lastOn?: string;
}

export class CalendarRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Choice(CALENDAR_KINDS) kind!: (typeof CALENDAR_KINDS)[number];
  @Many(CalendarSpan) events!: CalendarSpan[];
}

/** What was put into a template for one of its copies. */
export class TemplateValue {
  @Text({ max: 40 }) name!: string;
  @Refs("points", { optional: true }) points?: string[];
  @Text({ max: 80, optional: true }) value?: string;
}

export class AutomationRow {
  @Id() id!: string;
  @Text({ max: 80 }) name!: string;
  @Choice(PRIORITIES) priority!: Priority;
  /** Why, where several of one class meet on a thing. */
  @Choice(REASONS, { optional: true }) reason?: Reason;
  @Ref("rooms", { optional: true }) room?: string;
  @Cues() cues!: Cue[];
  @Guards() guards!: Guard[];
  @Moves() moves!: Move[];
  /** Cued again while it runs. */
  @Choice(AGAIN, { optional: true }) again?: (typeof AGAIN)[number];
  @Flag() enabled!: boolean;
  /** The template of the library it was made of, and what was put in. */
  @Text({ max: 40, optional: true }) template?: string;
  @Many(TemplateValue, { optional: true }) parameters?: TemplateValue[];
  /** The automation it was copied from, with this room's things in the place of that room's. */
  @Ref("automations", { optional: true }) copyOf?: string;
  /** Of what it was made from, as it stood when it was last taken over or left: a mark that changes with it. */
  @Text({ max: 16, optional: true }) madeOf?: string;
  @Ref("phases", { optional: true }) phase?: string;
}

/** Each collection with its row class. */
export const ROWS = {
  dials: DialRow,
  groups: GroupRow,
  scenes: SceneRow,
  calendars: CalendarRow,
  automations: AutomationRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
