/** What the engine knows while it runs. */
import { inUnit, quantity, type Quantity } from "./expression";
import { measured, quantityIn } from "./amounts";
import { MEASURED } from "./aspects";
import type { Foresight } from "./foretold";
import { Keys } from "./keys";
import type { Crossing } from "./threshold";
import type { Captured } from "./levels";
import type { Wishes } from "./wishes";
import type { Aspect, DialRow, Guard, Move } from "../../../design/rows/automations";
import type { Amount, Reading } from "../../../design/rows/automations-amount";
import type { Programme, Value } from "./world";

/** What a thing is told of: on and level are one light, white and colour one tint; all else stands by itself. */
export const channelOf = (aspect: Aspect): string =>
  aspect === "on" || aspect === "level"
    ? "light"
    : aspect === "white" || aspect === "colour"
      ? "tint"
      : aspect;

export interface Told {
  aspect: Aspect;
  value: Value;
  overMs: number;
}

/** Where a run stands in moves that hold moves. */
export interface Frame {
  moves: readonly Move[];
  next: number;
  /** It is done over again: so many times yet, so far apart, until these hold. */
  again?: { left: number; everyMs: number; guards: readonly Guard[] };
}

export type Waits =
  | { for: "time" }
  | { for: "guards"; guards: readonly Guard[]; then: "goes on" | "ends" }
  | { for: "release"; point: string; button: number; next: () => void };

export interface Run {
  automation: string;
  cue: string;
  /** The number of its "fires". */
  n: number;
  frames: Frame[];
  waits?: Waits;
  /** Calls off what it waits for. */
  off: (() => void)[];
}

export interface Person {
  home?: boolean;
  asleep?: boolean;
}

/** A dial's first value as the engine holds it: a flag is yes or no, a time is its clock, all else a number. */
export function dialValue({ kind, value }: DialRow): Value {
  if (kind === "flag") return value === "on";
  if (kind === "time") return value;
  return Number(value);
}

const unitOf = ({ unit, kind }: DialRow): string | undefined =>
  unit ?? (kind === "level" ? "%" : kind === "temperature" ? "°C" : undefined);

export class State {
  readonly keys = new Keys();
  /** What was heard since the hub started, by point and aspect. */
  readonly known = new Map<string, Value>();
  readonly dials = new Map<string, Value>();
  readonly people = new Map<string, Person>();
  readonly alarms = new Map<string, number>();
  readonly runs = new Map<string, Run>();
  readonly queued = new Map<string, { cue: string; because: number }[]>();
  /** By automation, cue and point. */
  readonly crossings = new Map<string, Crossing>();
  readonly wishes = new Map<string, Wishes<Told>>();
  /** What each thing was told last, by point and channel. */
  readonly followed = new Map<string, Pick<Told, "aspect" | "value">>();
  readonly movedByHand = new Map<string, number>();
  /** Which scene of a cycle comes next, and which way a held key dims next. */
  readonly turns = new Map<string, number>();
  /** What an automation has kept in mind of things. */
  readonly captured = new Map<string, readonly Captured[]>();
  /** What a remote remembers of the lamps it dims. */
  readonly remembered = new Map<string, number>();

  constructor(readonly programme: Programme) {
    for (const dial of programme.dials) this.dials.set(dial.id, dialValue(dial));
  }

  value(point: string, aspect: Aspect): Value | undefined {
    return this.known.get(this.keys.of(point, aspect));
  }

  private foresight_: Foresight | undefined;

  /** A dial is at another value. */
  turn(dial: string, value: Value): void {
    this.dials.set(dial, value);
    this.foresight_ = undefined;
  }

  /** What guards that go by the clock go by: the place, and times of dials as they stand now. */
  get foresight(): Foresight {
    this.foresight_ ??= {
      ...this.programme.place,
      dials: this.programme.dials.map((dial) =>
        dial.kind === "time" ? { ...dial, value: String(this.dials.get(dial.id)) } : dial,
      ),
      calendars: this.programme.calendars,
    };
    return this.foresight_;
  }

  /** A dial or a reading as a quantity; undefined where it is not known, or no number. */
  readonly lookup = (reading: Reading): Quantity | undefined => {
    if (reading.aspect !== undefined) {
      const value = reading.point === undefined ? undefined : this.value(reading.point, reading.aspect);
      return typeof value === "number" ? measured(reading.aspect, value) : undefined;
    }
    const dial = this.programme.dials.find(({ id }) => id === reading.dial);
    const value = dial && this.dials.get(dial.id);
    if (typeof value !== "number") return undefined;
    return quantity(
      value,
      dial!.unit ?? (dial!.kind === "level" ? "%" : dial!.kind === "temperature" ? "°C" : undefined),
    );
  };

  /** A number for a dial, in its unit and within its range; undefined where it is not known, or of another kind. */
  dialNumber(dial: DialRow, to: Amount): number | undefined {
    const own = quantityIn(to, this.lookup);
    const value = own && inUnit(own, unitOf(dial));
    return value === undefined
      ? undefined
      : Math.min(dial.max ?? Infinity, Math.max(dial.min ?? -Infinity, value));
  }

  /** A dial or a reading in words. */
  readonly inWords = (reading: Reading): string => {
    const value =
      reading.aspect === undefined
        ? this.dials.get(reading.dial ?? "")
        : reading.point === undefined
          ? undefined
          : this.value(reading.point, reading.aspect);
    if (value === undefined) return "not known";
    if (typeof value !== "number") return value === true ? "on" : value === false ? "off" : value;
    const unit =
      reading.aspect === undefined
        ? this.programme.dials.find(({ id }) => id === reading.dial)?.unit
        : MEASURED[reading.aspect]?.unit;
    const round = Math.round(value * 10) / 10;
    return unit ? `${round} ${unit}` : String(round);
  };

  private readonly pointsBy = new WeakMap<object, readonly string[]>();

  /** Points that single things and groups come to, each once; worked out once for each cue, guard or move. */
  pointsOf(named: { points: readonly string[]; groups?: readonly string[] }): readonly string[] {
    let own = this.pointsBy.get(named);
    if (!own) {
      const all = new Set(named.points);
      for (const id of named.groups ?? [])
        for (const point of this.programme.groups.find((group) => group.id === id)?.points ?? [])
          all.add(point);
      this.pointsBy.set(named, (own = [...all]));
    }
    return own;
  }
}
