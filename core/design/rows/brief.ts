/** Rows of the brief: who lives there, what troubles them, what is asked for, what binds, in which order. */
import type { NAMES } from "./brief-names";
import {
  Choice,
  Flag,
  Id,
  Integers,
  Many,
  Num,
  Ref,
  Refs,
  Text,
  Texts,
  Whole,
  type RowClass,
} from "../fields";
import { CLOCK_TEXT, DAY_TEXT } from "../vocabulary";

export const PERSON_DOINGS = ["asleep", "awake", "away", "at home", "in a room", "alarm clock"] as const;
export const BY_CALENDAR = ["under way", "not under way", "the day it begins", "the day it ends"] as const;

/** One line of a person's schedule. Of two lines that meet, the later one counts. */
export class PersonTime {
  @Choice(PERSON_DOINGS) doing!: (typeof PERSON_DOINGS)[number];
  /** By the clock; over midnight where to is not later. All of the days where neither is given. */
  @Text({ ...CLOCK_TEXT, optional: true }) from?: string;
  @Text({ ...CLOCK_TEXT, optional: true }) to?: string;
  /** Days on which it begins, Monday 1 to Sunday 7; every day where absent. */
  @Integers({ min: 1, max: 7, least: 1, optional: true }) days?: number[];
  @Ref("calendars", { optional: true }) calendar?: string;
  @Choice(BY_CALENDAR, { optional: true }) by?: (typeof BY_CALENDAR)[number];
  /** Of "in a room". */
  @Ref("rooms", { optional: true }) room?: string;
}

/** A member of the household, by role rather than by name. */
export class PersonRow {
  @Id() id!: string;
  @Text({ max: 60 }) role!: string;
  /** Asleep from and to, by the clock; over midnight where to is earlier. */
  @Text({ ...CLOCK_TEXT, optional: true }) sleepsFrom?: string;
  @Text({ ...CLOCK_TEXT, optional: true }) sleepsTo?: string;
  /** When they are there, in words: "weekdays from four". */
  @Text({ max: 200, optional: true }) schedule?: string;
  @Texts({ optional: true }) needs?: string[];
  /** Where they sleep. */
  @Ref("rooms", { optional: true }) room?: string;
  /** When they are away, asleep and where. Lines on sleep go before the clock times above. */
  @Many(PersonTime, { optional: true }) times?: PersonTime[];
}

export const PROBLEM_KINDS = ["comfort", "safety", "cost", "access", "upkeep", "energy"] as const;

export class ProblemRow {
  @Id() id!: string;
  @Text({ max: 120 }) name!: string;
  @Choice(PROBLEM_KINDS) kind!: (typeof PROBLEM_KINDS)[number];
  @Refs("rooms") rooms!: string[];
  @Refs("people") people!: string[];
  @Whole({ min: 1, max: 5 }) severity!: number;
  @Num({ unit: "a week", min: 0, max: 1000 }) perWeek!: number;
  @Text({ max: 400, optional: true }) evidence?: string;
  /** Guessed hours, until points and devices answer it. */
  @Num({ unit: "h", min: 0, max: 10000, optional: true }) effortH?: number;
  @Ref("phases", { optional: true }) phase?: string;
  /** What answers it. */
  @Refs("points") points!: string[];
  @Refs("devices") devices!: string[];
  @Refs("automations") automations!: string[];
}

export const TRIAGE = ["question", "delete", "simplify", "speed up", "automate"] as const;
export type TriageStep = (typeof TRIAGE)[number];

/** One move of a requirement's card. */
export class TriageMove {
  @Choice(TRIAGE) to!: TriageStep;
  @Text(DAY_TEXT) on!: string;
  @Text({ max: 400, optional: true }) why?: string;
}

export class RequirementRow {
  @Id() id!: string;
  @Text({ max: 160 }) name!: string;
  @Refs("problems") problems!: string[];
  @Ref("people", { optional: true }) askedBy?: string;
  /** Answer to: what if we do not? Its presence is what makes a requirement questioned. */
  @Text({ max: 400, optional: true }) ifNot?: string;
  @Choice(TRIAGE) step!: TriageStep;
  @Many(TriageMove) moves!: TriageMove[];
  @Refs("automations") automations!: string[];
}

export const CONSTRAINT_KINDS = [
  "tenure",
  "no new cable",
  "budget",
  "languages",
  "listed building",
  "date",
  "keep",
] as const;

export class ConstraintRow {
  @Id() id!: string;
  @Text({ max: 160 }) name!: string;
  @Choice(CONSTRAINT_KINDS) kind!: (typeof CONSTRAINT_KINDS)[number];
  @Choice(["owner", "tenant"], { optional: true }) tenure?: "owner" | "tenant";
  @Num({ unit: "money", min: 0, max: 1e9, optional: true }) amount?: number;
  @Text({ ...DAY_TEXT, optional: true }) by?: string;
  @Texts({ optional: true }) languages?: string[];
  /** Rooms it binds; none means the whole house. */
  @Refs("rooms") rooms!: string[];
  /** Walls that must stay as they are. */
  @Refs("walls") walls!: string[];
}

export class PhaseRow {
  @Id() id!: string;
  @Text({ max: 60 }) name!: string;
  @Whole({ min: 1, max: 99 }) order!: number;
  @Refs("rooms") rooms!: string[];
  /** How much the work upsets the house, 1 to 5. */
  @Whole({ min: 1, max: 5 }) disruption!: number;
  @Text({ max: 80, optional: true }) signedOffBy?: string;
  @Text({ ...DAY_TEXT, optional: true }) signedOffOn?: string;
}

/** When a feature was last used: one line a thing. */
export class UseRow {
  @Id() id!: string;
  @Ref("automations", { optional: true }) automation?: string;
  @Ref("devices", { optional: true }) device?: string;
  @Text(DAY_TEXT) lastOn!: string;
  @Flag({ optional: true }) kept?: boolean;
  @Text({ max: 200, optional: true }) note?: string;
}

/** A finding somebody has decided to live with. It counts again when it grows beyond what was accepted. */
export class AcceptanceRow {
  @Id() id!: string;
  /** Code of the finding. */
  @Text({ max: 80 }) code!: string;
  /** What it was about, as `points/p12`. */
  @Texts() about!: string[];
  @Text({ max: 400 }) reason!: string;
  /** Who accepted it. */
  @Text({ max: 80 }) by!: string;
  @Text(DAY_TEXT) on!: string;
  /** What was measured then, where anything was. */
  @Num({ optional: true }) measured?: number;
}

/** Each collection with its row class. */
export const ROWS = {
  people: PersonRow,
  problems: ProblemRow,
  requirements: RequirementRow,
  constraints: ConstraintRow,
  phases: PhaseRow,
  uses: UseRow,
  acceptances: AcceptanceRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
