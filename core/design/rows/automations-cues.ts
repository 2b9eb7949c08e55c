/** What starts an automation. Each has a key, by which its moves may choose. */
import { Choice, Many, Num, One, Ref, Refs, Text, Whole, type NestedChoice } from "../fields";
import { CLOCK_TEXT } from "../vocabulary";
import {
  ASPECTS,
  COMINGS,
  DIAL_TURNS,
  KEY_PRESSES,
  SUN_EVENTS,
  WAYS,
  type Aspect,
  type Coming,
  type Press,
  type SunEvent,
} from "./automations-words";
import { Amount } from "./automations-amount";

const Key = () => Text({ max: 20 });
const Offset = () => Num({ unit: "min", min: -720, max: 720 });

/** A local time of day. */
export class TimeCue {
  @Choice(["time"]) kind!: "time";
  @Key() key!: string;
  @Text(CLOCK_TEXT) at!: string;
}

/** So many minutes after (or, negative, before) an event of the sun at the site. */
export class SunCue {
  @Choice(["sun"]) kind!: "sun";
  @Key() key!: string;
  @Choice(SUN_EVENTS) event!: SunEvent;
  @Offset() offsetMin!: number;
}

/** So many minutes after the time that a dial of the household says. */
export class DialTimeCue {
  @Choice(["dial time"]) kind!: "dial time";
  @Key() key!: string;
  @Ref("dials") dial!: string;
  @Offset() offsetMin!: number;
}

/** So many minutes after the alarm clock of somebody. */
export class AlarmCue {
  @Choice(["alarm"]) kind!: "alarm";
  @Key() key!: string;
  @Ref("people") person!: string;
  @Offset() offsetMin!: number;
}

/** So many minutes after something of a calendar begins or ends. */
export class CalendarCue {
  @Choice(["calendar"]) kind!: "calendar";
  @Key() key!: string;
  @Ref("calendars") calendar!: string;
  @Choice(["begins", "ends"]) edge!: "begins" | "ends";
  @Offset() offsetMin!: number;
}

/** A state of one of several things changes, to a certain one or to any. */
export class StateCue {
  @Choice(["state"]) kind!: "state";
  @Key() key!: string;
  @Refs("points") points!: string[];
  @Refs("groups", { optional: true }) groups?: string[];
  @Choice(ASPECTS) aspect!: Aspect;
  /** A word of the aspect, such as "open"; any change where it is absent. */
  @Text({ max: 20, optional: true }) to?: string;
  @One(Amount, { optional: true }) hold?: Amount;
}

/** A reading goes past a limit and stays there for the hold time. */
export class ThresholdCue {
  @Choice(["threshold"]) kind!: "threshold";
  @Key() key!: string;
  @Refs("points") points!: string[];
  @Choice(ASPECTS) aspect!: Aspect;
  @Choice(WAYS) way!: (typeof WAYS)[number];
  @One(Amount) limit!: Amount;
  @One(Amount, { optional: true }) hysteresis?: Amount;
  @One(Amount, { optional: true }) hold?: Amount;
}

/** A key of a control is pressed in one of the ways it can tell apart. */
export class PressCue {
  @Choice(["press"]) kind!: "press";
  @Key() key!: string;
  @Ref("points") point!: string;
  /** From 1. */
  @Whole({ min: 1, max: 32 }) button!: number;
  @Choice(KEY_PRESSES) press!: Press;
}

/** Somebody comes, goes, falls asleep or wakes. Anybody where nobody is named. */
export class PresenceCue {
  @Choice(["presence"]) kind!: "presence";
  @Key() key!: string;
  @Refs("people") people!: string[];
  @Choice(COMINGS) how!: Coming;
}

/** A dial or flag of the household is turned. */
export class DialCue {
  @Choice(["dial"]) kind!: "dial";
  @Key() key!: string;
  @Ref("dials") dial!: string;
  @Choice(DIAL_TURNS) turn!: (typeof DIAL_TURNS)[number];
}

/** Another automation starts, or comes to its end. */
export class AutomationCue {
  @Choice(["automation"]) kind!: "automation";
  @Key() key!: string;
  @Ref("automations") automation!: string;
  @Choice(["starts", "ends"]) edge!: "starts" | "ends";
}

/** The hub has started. Nothing is known yet of what it has not heard. */
export class StartCue {
  @Choice(["start"]) kind!: "start";
  @Key() key!: string;
}

export const CUE_CLASSES = {
  time: TimeCue,
  sun: SunCue,
  "dial time": DialTimeCue,
  alarm: AlarmCue,
  calendar: CalendarCue,
  state: StateCue,
  threshold: ThresholdCue,
  press: PressCue,
  presence: PresenceCue,
  dial: DialCue,
  automation: AutomationCue,
  start: StartCue,
} satisfies NestedChoice["classes"];

export type Cue = InstanceType<(typeof CUE_CLASSES)[keyof typeof CUE_CLASSES]>;
export type CueKind = Cue["kind"];

export const Cues = () => Many({ by: "kind", classes: CUE_CLASSES });
