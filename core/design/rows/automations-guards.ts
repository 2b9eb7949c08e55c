/** What must hold when a cue comes, or all the while. */
import {
  Choice,
  Flag,
  Integers,
  Many,
  Num,
  One,
  Ref,
  Refs,
  Text,
  type NestedChoice,
  type RowClass,
} from "../fields";
import { CLOCK_TEXT } from "../vocabulary";
import { Amount } from "./automations-amount";
import { ASPECTS, DOINGS, WAYS, type Aspect, type Doing } from "./automations-words";

export const GUARD_KINDS = [
  "window",
  "weekdays",
  "calendar",
  "presence",
  "flag",
  "state",
  "value",
  "sun",
  "either",
] as const;

/** By kind; filled below, as a guard may hold guards. */
export const GUARD_CLASSES: Record<string, RowClass> = {};
export const Guards = (options: { most?: number } = {}) =>
  Many({ by: "kind", classes: GUARD_CLASSES } satisfies NestedChoice, options);

/** Of every guard: whether it must not hold instead, and whether the run stops when it ceases to. */
abstract class AnyGuard {
  @Choice(GUARD_KINDS) kind!: (typeof GUARD_KINDS)[number];
  @Flag({ optional: true }) not?: boolean;
  @Flag({ optional: true }) whole?: boolean;
}

/** Local time of day within [from, to); over midnight where to is earlier. A dial's time goes before the clock's. */
export class WindowGuard extends AnyGuard {
  @Choice(["window"]) declare kind: "window";
  @Text(CLOCK_TEXT) from!: string;
  @Text(CLOCK_TEXT) to!: string;
  @Ref("dials", { optional: true }) fromDial?: string;
  @Ref("dials", { optional: true }) toDial?: string;
}

/** Days of the week, Monday 1 to Sunday 7. */
export class WeekdaysGuard extends AnyGuard {
  @Choice(["weekdays"]) declare kind: "weekdays";
  @Integers({ min: 1, max: 7, least: 1 }) days!: number[];
}

/** Something of the calendar stands. */
export class CalendarGuard extends AnyGuard {
  @Choice(["calendar"]) declare kind: "calendar";
  @Ref("calendars") calendar!: string;
}

/** People at home, away, asleep or awake. Of the whole household where nobody is named. */
export class PresenceGuard extends AnyGuard {
  @Choice(["presence"]) declare kind: "presence";
  @Refs("people") people!: string[];
  @Choice(["any", "all"]) which!: "any" | "all";
  @Choice(DOINGS) doing!: Doing;
}

/** A flag of the household is on. */
export class FlagGuard extends AnyGuard {
  @Choice(["flag"]) declare kind: "flag";
  @Ref("dials") dial!: string;
}

/** Things are in a state. */
export class StateGuard extends AnyGuard {
  @Choice(["state"]) declare kind: "state";
  @Refs("points") points!: string[];
  @Refs("groups", { optional: true }) groups?: string[];
  @Choice(["any", "all"]) which!: "any" | "all";
  @Choice(ASPECTS) aspect!: Aspect;
  /** A word of the aspect. */
  @Text({ max: 20 }) is!: string;
}

/** A reading, or an expression of several, is above or below another. */
export class ValueGuard extends AnyGuard {
  @Choice(["value"]) declare kind: "value";
  @One(Amount) value!: Amount;
  @Choice(WAYS) way!: (typeof WAYS)[number];
  @One(Amount) limit!: Amount;
}

/** The sun stands above or below so many degrees; and, where said, between two directions, clockwise from true north. */
export class SunGuard extends AnyGuard {
  @Choice(["sun"]) declare kind: "sun";
  @Choice(WAYS) way!: (typeof WAYS)[number];
  @Num({ unit: "°", min: -90, max: 90 }) elevationDeg!: number;
  @Num({ unit: "°", min: 0, max: 360, optional: true }) fromDeg?: number;
  @Num({ unit: "°", min: 0, max: 360, optional: true }) toDeg?: number;
}

/** One of several holds. */
export class EitherGuard extends AnyGuard {
  @Choice(["either"]) declare kind: "either";
  @Guards({ most: 20 }) guards!: Guard[];
}

Object.assign(GUARD_CLASSES, {
  window: WindowGuard,
  weekdays: WeekdaysGuard,
  calendar: CalendarGuard,
  presence: PresenceGuard,
  flag: FlagGuard,
  state: StateGuard,
  value: ValueGuard,
  sun: SunGuard,
  either: EitherGuard,
} satisfies Record<(typeof GUARD_KINDS)[number], RowClass>);

export type Guard =
  | WindowGuard
  | WeekdaysGuard
  | CalendarGuard
  | PresenceGuard
  | FlagGuard
  | StateGuard
  | ValueGuard
  | SunGuard
  | EitherGuard;
