/**
 * The stand-in house as a client of a broker finds it: a topic for each thing and aspect by the register's topic plan, the
 * same as its Thing Description names (core/stages/register/thing.ts). States are kept by the broker; what is written to
 * TOPIC/set is done as a hand on a panel does it.
 */
import type { Value } from "../automations/engine/world";
import { MEASURED, TWO } from "../automations/engine/aspects";
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Rehearsal } from "./play/rehearse";
import type { Aspect } from "../../design/rows/automations-words";
import { ableOf } from "../automations/things";
import { batteriesOf } from "../register/cells";
import { topicsOf } from "../register/naming";
import type { Snapshot } from "./panel";

export interface AspectTopic {
  topic: string;
  point: string;
  aspect: Aspect;
  /** It is told at `${topic}/set`. */
  sets: boolean;
}

/** Topics of the house as a whole, beside those of its things. */
export const HOUSE_TOPIC = "stand-in";
/** As a Thing Description calls it. */
const CALLED: Readonly<Partial<Record<Aspect, string>>> = { presence: "present" };

export const aspectTopics = memo("aspectTopics", (design): readonly AspectTopic[] =>
  design.devices.flatMap(({ id, point }) => {
    const able = ableOf(design).get(point);
    const topic = topicsOf(design).get(id);
    if (!able?.type || topic === undefined) return [];
    // What is fed has no cells to tell of.
    const told = (aspect: Aspect) => aspect !== "battery" || batteriesOf(design).has(id);
    return [...new Set([...able.reads, ...able.sets])].filter(told).map((aspect): AspectTopic => ({
      topic: `${topic}/${CALLED[aspect] ?? aspect}`,
      point,
      aspect,
      sets: able.sets.includes(aspect),
    }));
  }),
);

/** Keys that a client may press: at `${topic}/set`, as "1 single". */
export const keyTopics = memo("keyTopics", (design): readonly { topic: string; point: string }[] =>
  design.devices.flatMap(({ id, point }) => {
    const type = ableOf(design).get(point)?.type;
    const topic = topicsOf(design).get(id);
    return topic !== undefined && (type === "button" || type === "door station")
      ? [{ topic: `${topic}/pressed`, point }]
      : [];
  }),
);

/** What a client wants, in words of the house. */
export type Wanted =
  | { wish: { point: string; aspect: Aspect; value: Value } }
  | { press: { point: string; button: number } }
  | { turn: { dial: string; value: Value } }
  | { seen: true };

/** @returns what is wanted, or why it is none */
export function wantedBy(design: Design, topic: string, payload: string): Wanted | { wrong: string } {
  const own = topic.endsWith("/set") ? topic.slice(0, -"/set".length) : undefined;
  if (own === undefined) return { wrong: `${topic} is told by the house: write to ${topic}/set` };
  const value = valueIn(payload);
  if (value === undefined) return { wrong: `${topic} takes true, false, a number or a text, as JSON` };
  if (own === `${HOUSE_TOPIC}/seen`) return { seen: true };
  if (own.startsWith(`${HOUSE_TOPIC}/dials/`)) return dialWanted(design, own, value);
  const key = keyTopics(design).find((one) => one.topic === own);
  if (key) {
    const button = Number(/^\d+/.exec(String(value))?.[0] ?? 1);
    return button >= 1 && button <= 99
      ? { press: { point: key.point, button } }
      : { wrong: `${topic} takes the number of a key` };
  }
  const known = aspectTopics(design).find((one) => one.topic === own);
  if (!known) return { wrong: `${own} is nothing of this house` };
  if (!known.sets) return { wrong: `${own} is only told by the house` };
  const wrong = wrongValue(known.aspect, value);
  return wrong === undefined
    ? { wish: { point: known.point, aspect: known.aspect, value } }
    : { wrong: `${topic} ${wrong}` };
}

function dialWanted(design: Design, topic: string, value: Value): Wanted | { wrong: string } {
  const id = topic.slice(`${HOUSE_TOPIC}/dials/`.length);
  const dial = design.dials.find((one) => one.id === id);
  if (!dial) return { wrong: `${topic} is no dial of this house` };
  const wrong = wrongDial(dial, value);
  return wrong === undefined ? { turn: { dial: id, value } } : { wrong: `${topic}/set ${wrong}` };
}

/** Why a dial cannot be turned to a value; undefined where it can. */
export function wrongDial(
  { kind, min = -Infinity, max = Infinity }: Design["dials"][number],
  value: unknown,
): string | undefined {
  if (kind === "flag") return typeof value === "boolean" ? undefined : "takes true or false";
  if (kind === "time")
    return typeof value === "string" && /^([01]\d|2[0-3]):[0-5]\d$/.test(value)
      ? undefined
      : "takes a time of day, as 07:00";
  if (typeof value !== "number" || !Number.isFinite(value)) return "takes a number";
  return value < min || value > max ? `takes a number from ${min} to ${max}` : undefined;
}

/** Why an aspect cannot be set to a value; undefined where it can. */
export function wrongValue(aspect: Aspect, value: unknown): string | undefined {
  if (TWO[aspect]) return typeof value === "boolean" ? undefined : "takes true or false";
  if (aspect === "colour")
    return typeof value === "string" && /^#[0-9a-f]{6}$/i.test(value)
      ? undefined
      : "takes a colour, as #ffb46b";
  const { min = -Infinity, max = Infinity, unit } = MEASURED[aspect]!;
  return typeof value === "number" && value >= min && value <= max
    ? undefined
    : `takes a number from ${min} to ${max} ${unit}`;
}

function valueIn(payload: string): Value | undefined {
  try {
    const value: unknown = JSON.parse(payload);
    return typeof value === "boolean" || typeof value === "number" || typeof value === "string"
      ? value
      : undefined;
  } catch {
    return undefined;
  }
}

/** The whole house as topics and what they say, JSON. */
export function publishedBy(design: Design, now: Snapshot): Map<string, string> {
  const all = new Map<string, string>();
  for (const { topic, point, aspect } of aspectTopics(design)) {
    const value = now.values.get(`${point} ${aspect}`);
    if (value !== undefined) all.set(topic, JSON.stringify(value));
  }
  for (const [dial, value] of now.dials) all.set(`${HOUSE_TOPIC}/dials/${dial}`, JSON.stringify(value));
  for (const person of now.people) all.set(`${HOUSE_TOPIC}/people/${person.person}`, JSON.stringify(person));
  all.set(`${HOUSE_TOPIC}/clock`, JSON.stringify(now.now));
  all.set(`${HOUSE_TOPIC}/sky`, JSON.stringify(now.sky));
  all.set(`${HOUSE_TOPIC}/sums`, JSON.stringify(now.sums));
  all.set(`${HOUSE_TOPIC}/hub`, JSON.stringify(now.hubDown ? "down" : "up"));
  if (now.bell) all.set(`${HOUSE_TOPIC}/bell`, JSON.stringify(now.bell));
  return all;
}

/** The house as a client puts it together out of what it heard; undefined until all of it was. */
export function heardFrom(design: Design, heard: ReadonlyMap<string, string>): Snapshot | undefined {
  const read = (topic: string): unknown => {
    const text = heard.get(topic);
    return text === undefined ? undefined : JSON.parse(text);
  };
  const clock = read(`${HOUSE_TOPIC}/clock`);
  const sky = read(`${HOUSE_TOPIC}/sky`);
  const sums = read(`${HOUSE_TOPIC}/sums`);
  if (typeof clock !== "number" || !sky || !sums) return undefined;
  const values = new Map<string, Value>();
  for (const { topic, point, aspect } of aspectTopics(design)) {
    const value = read(topic);
    if (value !== undefined) values.set(`${point} ${aspect}`, value as Value);
  }
  const bell = read(`${HOUSE_TOPIC}/bell`) as Snapshot["bell"];
  return {
    now: clock,
    values,
    people: design.people.flatMap(({ id }) => {
      const person = read(`${HOUSE_TOPIC}/people/${id}`);
      return person ? [person as Snapshot["people"][number]] : [];
    }),
    dials: new Map(
      design.dials.flatMap(({ id }) => {
        const value = read(`${HOUSE_TOPIC}/dials/${id}`);
        return value === undefined ? [] : [[id, value as Value] as const];
      }),
    ),
    sums: sums as Snapshot["sums"],
    sky: sky as Snapshot["sky"],
    hubDown: read(`${HOUSE_TOPIC}/hub`) === "down",
    ...(bell ? { bell } : {}),
  };
}

/** A rehearsal as a panel or a client sees it now. */
export function snapshotOf(rehearsal: Rehearsal): Snapshot {
  rehearsal.count();
  const bell = rehearsal.lastRing();
  return {
    now: rehearsal.now(),
    values: rehearsal.values(),
    people: rehearsal.whereabouts(),
    dials: new Map(rehearsal.dials()),
    sums: { ...rehearsal.sums },
    sky: rehearsal.skyNow(),
    hubDown: rehearsal.isHubDown(),
    ...(bell ? { bell } : {}),
  };
}

/** Does what a client or a panel wants. @returns whether the house took it */
export function done(rehearsal: Rehearsal, wanted: Wanted): boolean {
  if ("wish" in wanted) return rehearsal.wish(wanted.wish.point, wanted.wish.aspect, wanted.wish.value);
  if ("turn" in wanted) return rehearsal.turn(wanted.turn.dial, wanted.turn.value);
  if ("press" in wanted) return rehearsal.press(wanted.press.point, wanted.press.button);
  rehearsal.seen();
  return true;
}
