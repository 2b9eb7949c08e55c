/** What an automation does, one after the other. */
import { Choice, Many, Num, One, Ref, Refs, Texts, Whole, type NestedChoice, type RowClass } from "../fields";
import { Amount } from "./automations-amount";
import { Guards, type Guard } from "./automations-guards";
import { ASPECTS, STANDS, type Aspect } from "./automations-words";

export const MOVE_KINDS = [
  "set",
  "step",
  "toggle",
  "dim",
  "let go",
  "dial",
  "scene",
  "cycle",
  "capture",
  "give back",
  "say",
  "wait",
  "until",
  "choose",
  "repeat",
  "stop",
] as const;

/** By kind; filled below, as a move may hold moves. */
export const MOVE_CLASSES: Record<string, RowClass> = {};
export const Moves = (options: { most?: number; optional?: boolean } = {}) =>
  Many({ by: "kind", classes: MOVE_CLASSES } satisfies NestedChoice, options);

/** Of every move that is made on things: single ones, and groups of them. */
abstract class OnThings {
  @Choice(MOVE_KINDS) kind!: (typeof MOVE_KINDS)[number];
  @Refs("points") points!: string[];
  @Refs("groups", { optional: true }) groups?: string[];
}

/** Bring things to a state or level; over a time it is a ramp from where they are. */
export class SetMove extends OnThings {
  @Choice(["set"]) declare kind: "set";
  @Choice(ASPECTS) aspect!: Aspect;
  @One(Amount) to!: Amount;
  @One(Amount, { optional: true }) over?: Amount;
  /** The wish stands so long. */
  @One(Amount, { optional: true }) time?: Amount;
  @Choice(STANDS, { optional: true }) stands?: (typeof STANDS)[number];
}

/** By so much from where they are. */
export class StepMove extends OnThings {
  @Choice(["step"]) declare kind: "step";
  @Choice(ASPECTS) aspect!: Aspect;
  @One(Amount) by!: Amount;
  @One(Amount, { optional: true }) over?: Amount;
}

/** On where they are off, and the other way round: off as soon as one of them is on. */
export class ToggleMove extends OnThings {
  @Choice(["toggle"]) declare kind: "toggle";
  @Choice(ASPECTS) aspect!: Aspect;
}

/** Brighter or darker for as long as the key that cued it is held. */
export class DimMove extends OnThings {
  @Choice(["dim"]) declare kind: "dim";
  @Choice(["up", "down", "the other way"]) way!: "up" | "down" | "the other way";
  /** By steps from where the lamp is, or from the level that the remote remembers. */
  @Choice(["steps", "remembered level"]) by!: "steps" | "remembered level";
  @Num({ unit: "%", min: 0.5, max: 100 }) stepPct!: number;
  @Num({ unit: "ms", min: 20, max: 5000 }) intervalMs!: number;
}

/** What it wished of them is wished no longer: what ranks next is followed. */
export class LetGoMove extends OnThings {
  @Choice(["let go"]) declare kind: "let go";
}

/** Turn a dial or flag of the household. */
export class DialMove {
  @Choice(["dial"]) kind!: "dial";
  @Ref("dials") dial!: string;
  /** "on", "off", "the other way", or a value. */
  @One(Amount) to!: Amount;
}

export class SceneMove {
  @Choice(["scene"]) kind!: "scene";
  @Ref("scenes") scene!: string;
  @One(Amount, { optional: true }) over?: Amount;
}

/** The next of several scenes, at each cue one further. */
export class CycleMove {
  @Choice(["cycle"]) kind!: "cycle";
  @Refs("scenes") scenes!: string[];
  @One(Amount, { optional: true }) over?: Amount;
}

/** Take down how they are. */
export class CaptureMove extends OnThings {
  @Choice(["capture"]) declare kind: "capture";
}

/** As they were when captured, but for what a hand has moved since. */
export class GiveBackMove {
  @Choice(["give back"]) kind!: "give back";
  @One(Amount, { optional: true }) over?: Amount;
}

/** On panels, and loudspeakers that speak. $1, $2 … stand for dials and readings. */
export class SayMove {
  @Choice(["say"]) kind!: "say";
  @Refs("points") points!: string[];
  @Refs("people") people!: string[];
  @One(Amount) text!: Amount;
}

export class WaitMove {
  @Choice(["wait"]) kind!: "wait";
  @One(Amount) time!: Amount;
}

/** Until all guards hold, so long at most. Then it goes on, or comes to its end. */
export class UntilMove {
  @Choice(["until"]) kind!: "until";
  @Guards() guards!: Guard[];
  @One(Amount, { optional: true }) limit?: Amount;
  @Choice(["goes on", "ends"], { optional: true }) then?: "goes on" | "ends";
}

/** Taken where one of its keys has cued and all of its guards hold. */
export class Branch {
  @Texts({ optional: true, most: 20 }) keys?: string[];
  @Guards({ most: 20 }) guards!: Guard[];
  @Moves({ most: 50 }) moves!: Move[];
}

/** The first branch that is taken, or else what is otherwise done. */
export class ChooseMove {
  @Choice(["choose"]) kind!: "choose";
  @Many(Branch, { least: 1 }) branches!: Branch[];
  @Moves({ most: 50, optional: true }) otherwise?: Move[];
}

/** Over again until all guards hold, so often at most. */
export class RepeatMove {
  @Choice(["repeat"]) kind!: "repeat";
  @Moves({ most: 50 }) moves!: Move[];
  @One(Amount) every!: Amount;
  @Guards({ most: 20 }) guards!: Guard[];
  @Whole({ min: 1, max: 1000 }) most!: number;
}

/** Stop what runs of others, where they are. */
export class StopMove {
  @Choice(["stop"]) kind!: "stop";
  @Refs("automations") automations!: string[];
}

Object.assign(MOVE_CLASSES, {
  set: SetMove,
  step: StepMove,
  toggle: ToggleMove,
  dim: DimMove,
  "let go": LetGoMove,
  dial: DialMove,
  scene: SceneMove,
  cycle: CycleMove,
  capture: CaptureMove,
  "give back": GiveBackMove,
  say: SayMove,
  wait: WaitMove,
  until: UntilMove,
  choose: ChooseMove,
  repeat: RepeatMove,
  stop: StopMove,
} satisfies Record<(typeof MOVE_KINDS)[number], RowClass>);

export type Move =
  | SetMove
  | StepMove
  | ToggleMove
  | DimMove
  | LetGoMove
  | DialMove
  | SceneMove
  | CycleMove
  | CaptureMove
  | GiveBackMove
  | SayMove
  | WaitMove
  | UntilMove
  | ChooseMove
  | RepeatMove
  | StopMove;
