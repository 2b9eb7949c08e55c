/**
 * What a thing follows (docs/model.md §10). Every command is a wish of its class; the highest that stands is followed, and when
 * it is let go the next one below applies: safety, a hand, comfort, saving, looks. Within a class the weightier wins, as
 * wind does over rain, then the one that was made last.
 */
import { PRIORITIES, type Priority } from "../../../design/rows/automations-words";

export { PRIORITIES, type Priority } from "../../../design/rows/automations-words";

export interface Wish<T> {
  /** Who made it: an automation, a key, a person. One has one wish at a time. */
  by: string;
  class: Priority;
  /** Within its class: the higher is followed. 0 where nobody said. */
  weight?: number;
  value: T;
  /** Milliseconds. */
  at: number;
  /** It goes by itself then. Milliseconds. */
  until?: number;
  /** What made it is still so: it does not go while it is. */
  cause?: boolean;
  /** It goes only once a person has seen it. */
  unseen?: boolean;
}

/** In the order they were made. */
export type Wishes<T> = readonly Wish<T>[];

/** A wish is made, or made anew by the same one. */
export const wished = <T>(wishes: Wishes<T>, wish: Wish<T>): Wishes<T> => [
  ...wishes.filter(({ by }) => by !== wish.by),
  wish,
];

/** Whoever made it takes it back. */
export const takenBack = <T>(wishes: Wishes<T>, by: string): Wishes<T> =>
  wishes.filter((one) => one.by !== by);

/** Nothing holds it any more: its cause has gone, it was seen where it must be. */
const loose = <T>({ cause, unseen }: Wish<T>) => cause === false && !unseen;

function changed<T>(wishes: Wishes<T>, by: string, values: Partial<Wish<T>>): Wishes<T> {
  return wishes.flatMap((one) => {
    if (one.by !== by) return [one];
    const next = { ...one, ...values };
    return loose(next) ? [] : [next];
  });
}

/** What made it has gone. It stands all the same where a person must have seen it. */
export const causeGone = <T>(wishes: Wishes<T>, by: string): Wishes<T> =>
  changed(wishes, by, { cause: false });

/** A person has seen it. It stands all the same while its cause does. */
export const seen = <T>(wishes: Wishes<T>, by: string): Wishes<T> => changed(wishes, by, { unseen: false });

/** Time passes: what has had its time goes, unless its cause or an unseen eye holds it. */
export const expired = <T>(wishes: Wishes<T>, at: number): Wishes<T> =>
  wishes.filter(
    ({ until, cause, unseen }) => until === undefined || until > at || cause === true || unseen === true,
  );

/** When the next one goes by itself; undefined where none will. */
export function nextEnd<T>(wishes: Wishes<T>): number | undefined {
  let first: number | undefined;
  for (const { until, cause, unseen } of wishes)
    if (until !== undefined && cause !== true && unseen !== true && (first === undefined || until < first))
      first = until;
  return first;
}

const rankOf = (one: Priority) => PRIORITIES.indexOf(one);

/** The one that is followed; undefined where nobody wishes anything. */
export function followed<T>(wishes: Wishes<T>): Wish<T> | undefined {
  let best: Wish<T> | undefined;
  for (const one of wishes) if (!best || outranks(one, best)) best = one;
  return best;
}

/** Whether one, made after the other in the list, is followed instead of it. */
function outranks<T>(one: Wish<T>, other: Wish<T>): boolean {
  const by = rankOf(other.class) - rankOf(one.class);
  if (by !== 0) return by > 0;
  const weightier = (one.weight ?? 0) - (other.weight ?? 0);
  return weightier !== 0 ? weightier > 0 : one.at >= other.at;
}

/** Who stands in the way of a wish of that class, if it were made now; undefined where it would be followed. */
export function inTheWay<T>(
  wishes: Wishes<T>,
  wish: Pick<Wish<T>, "class" | "weight" | "at">,
): Wish<T> | undefined {
  const now = followed(wishes);
  return now && !outranks({ by: "", value: now.value, ...wish }, now) ? now : undefined;
}

/** A hand holds lower classes off for so long where its room says nothing. */
export const HAND_MS = 2 * 3_600_000;
