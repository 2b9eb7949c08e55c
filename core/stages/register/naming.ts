/**
 * What devices are called, and what is derived from it: names by a pattern, topics and names on the network
 * (docs/model.md §8). A pattern holds words in braces; `{n}` counts what would be called alike and falls away where
 * nothing else would.
 */
import { byId, type Design, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { memo } from "../../design/kept";
import { pointLabel } from "../../points/labels";
import type { DeviceRow } from "../../design/rows/register";

export const PATTERN_WORDS = ["room", "thing", "level", "label", "protocol", "closet", "n", "nn"] as const;
type PatternWord = (typeof PATTERN_WORDS)[number];

export const NAME_PATTERN = "{room} {thing} {n}";
export const TOPIC_PATTERN = "{level}/{room}/{thing}-{n}";
export const namePatternOf = (design: Design) => design.design.registerSettings?.namePattern ?? NAME_PATTERN;
export const topicPatternOf = (design: Design) =>
  design.design.registerSettings?.topicPattern ?? TOPIC_PATTERN;

/**
 * A pattern, checked.
 * @throws InputError naming the field, for a word there is none of or a pattern that says nothing
 */
export function checkPattern(pattern: string, label: string): string {
  const text = pattern.trim();
  for (const [, word] of text.matchAll(/\{([^{}]*)\}/g))
    if (!(PATTERN_WORDS as readonly string[]).includes(word!))
      fail(label, `has the word {${word}}: there are ${PATTERN_WORDS.map((one) => `{${one}}`).join(", ")}`);
  const rest = text.replace(/\{[^{}]*\}/g, "");
  if (/[{}]/.test(rest)) fail(label, "has a brace without its other");
  if (!/\{(room|thing|level|label|closet)\}/.test(text) && !/\p{L}/u.test(rest))
    fail(label, "has to say what or where a device is");
  return text;
}

type Words = Record<Exclude<PatternWord, "n" | "nn">, string>;

function wordsOf(design: Design, device: DeviceRow): Words {
  const point = rowOf(design, "points", device.point);
  return {
    room: byId(design, "rooms").get(point.room)?.name ?? "",
    thing: (byId(design, "kinds").get(point.kind)?.name ?? "").toLowerCase(),
    level: byId(design, "levels").get(point.level)?.name ?? "",
    label: pointLabel(design, point),
    protocol: device.protocol,
    closet: (point.closet && byId(design, "closets").get(point.closet)?.name) ?? "",
  };
}

/** Text made of a pattern; `n` is left out where it is undefined, with what joins it to the rest. */
function filled(pattern: string, words: Words, n?: number): string {
  const numbered =
    n === undefined
      ? pattern.replace(/[\s\-_.,#]*\{n\}/g, "")
      : pattern.replace(/\{n\}/g, String(n)).replace(/\{nn\}/g, String(n).padStart(2, "0"));
  return numbered
    .replace(/\{nn\}/g, "01")
    .replace(/\{(\w+)\}/g, (whole, word: string) => words[word as keyof Words] ?? whole)
    .replace(/\s+/g, " ")
    .trim();
}

const countsIn = (pattern: string) => /\{nn?\}/.test(pattern);

/** What each device would be called by a pattern: alike ones numbered in the order given, past those taken. */
function numbered(
  design: Design,
  devices: readonly DeviceRow[],
  pattern: string,
  taken: ReadonlySet<string>,
  shape: (text: string) => string,
): Map<string, string> {
  const groups = new Map<string, { device: DeviceRow; words: Words }[]>();
  for (const device of devices) {
    const words = wordsOf(design, device);
    const stem = shape(filled(pattern, words)).toLowerCase();
    const group = groups.get(stem);
    if (group) group.push({ device, words });
    else groups.set(stem, [{ device, words }]);
  }
  const made = new Map<string, string>();
  const used = new Set(taken);
  for (const group of groups.values()) {
    const alone = group.length === 1;
    let n = 1;
    for (const { device, words } of group) {
      let text = shape(filled(pattern, words, alone ? undefined : n));
      if (countsIn(pattern)) while (used.has(text.toLowerCase())) text = shape(filled(pattern, words, ++n));
      n += 1;
      used.add(text.toLowerCase());
      made.set(device.id, text);
    }
  }
  return made;
}

export interface Rename {
  device: string;
  from: string;
  to: string;
  /** Why it cannot be called so. */
  clash?: string;
  /** The topic others listen to already, which is kept. */
  keepsTopic?: string;
}

const LONGEST_NAME = 80;
const IN_USE: ReadonlySet<DeviceRow["status"]> = new Set(["fitted", "commissioned"]);

/**
 * What some devices would be called by a pattern: looked at first, then taken. Devices that are in use keep the topic
 * they have, as others listen to it.
 * @throws InputError for a pattern that is none
 */
export function renamesBy(design: Design, ids: readonly string[], pattern: string): Rename[] {
  const text = checkPattern(pattern, "Pattern");
  const own = new Set(ids);
  const others = new Map(
    design.devices.filter(({ id }) => !own.has(id)).map(({ id, name }) => [name.toLowerCase(), id]),
  );
  const devices = ids.map(
    (id) => byId(design, "devices").get(id) ?? fail("device", `"${id}" does not exist`),
  );
  const names = numbered(design, devices, text, new Set(others.keys()), (name) => name);
  const topics = topicsOf(design);
  const times = new Map<string, number>();
  for (const name of names.values()) times.set(name.toLowerCase(), (times.get(name.toLowerCase()) ?? 0) + 1);
  return devices.map((device) => {
    const to = names.get(device.id)!;
    const clash = !to
      ? "would have no name"
      : to.length > LONGEST_NAME
        ? `would be ${to.length} characters long, and ${LONGEST_NAME} is the most`
        : others.has(to.toLowerCase())
          ? "is the name of another device"
          : times.get(to.toLowerCase())! > 1
            ? "would be the name of several: put {n} into the pattern"
            : undefined;
    const topic = topics.get(device.id)!;
    return {
      device: device.id,
      from: device.name,
      to,
      ...(clash ? { clash } : {}),
      ...(IN_USE.has(device.status) && device.topic === undefined ? { keepsTopic: topic } : {}),
    };
  });
}

/**
 * Names as they were looked at are taken.
 * @throws InputError while one clashes
 */
export function takeRenames(design: Design, renames: readonly Rename[]): Change[] {
  const wrong = renames.find(({ clash }) => clash);
  if (wrong) fail(wrong.from, wrong.clash!);
  return renames
    .filter(({ from, to }) => from !== to)
    .map(({ device, to, keepsTopic }): Change => ({
      in: "devices",
      put: {
        ...rowOf(design, "devices", device),
        name: to,
        ...(keepsTopic === undefined ? {} : { topic: keepsTopic }),
      },
    }));
}

/** Small letters and figures, joined by hyphens; accents fall away. */
export const slug = (text: string) =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/['’]/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "");

/** Parts of a topic between its strokes, each as a slug; those that would be empty fall away. */
const topicShape = (text: string) => text.split("/").map(slug).filter(Boolean).join("/");

/** Topic of each device: its own, or by the design's pattern (MQTT 5.0, 4.7: no wild cards, nothing empty). */
export const topicsOf = memo("topicsOf", (design): ReadonlyMap<string, string> => {
  const own = new Map(
    design.devices.flatMap(({ id, topic }) => (topic === undefined ? [] : [[id, topic] as const])),
  );
  const rest = design.devices.filter(({ id }) => !own.has(id));
  const taken = new Set([...own.values()].map((topic) => topic.toLowerCase()));
  const made = numbered(design, rest, topicPatternOf(design), taken, topicShape);
  // A pattern that does not count may make two alike: the second of them gets a figure all the same.
  const seen = new Set(taken);
  for (const [id, topic] of made) {
    let free = topic || id;
    for (let n = 2; seen.has(free.toLowerCase()); n++) free = `${topic || id}-${n}`;
    seen.add(free.toLowerCase());
    made.set(id, free);
  }
  return new Map([...own, ...made]);
});

/** Why a topic is none that can be published to; undefined where it is one. */
export function wrongTopic(topic: string): string | undefined {
  if (/[+#]/.test(topic)) return "holds + or #, which stand for others' topics";
  if (topic.startsWith("$")) return "begins with $, which is the broker's own";
  if (topic.split("/").some((part) => part.trim() === "")) return "has an empty part between two strokes";
  if (/\p{Cc}/u.test(topic)) return "holds a sign that cannot be read";
  return undefined;
}

/** Protocols whose devices stand on a network of addresses. */
export const ON_NETWORK: ReadonlySet<DeviceRow["protocol"]> = new Set([
  "Ethernet",
  "PoE",
  "Wi-Fi",
  "Matter over Wi-Fi",
]);

const LONGEST_HOST = 63;

/** Name on the network of each device that is on one: its own, or made of its name. */
export const hostsOf = memo("hostsOf", (design): ReadonlyMap<string, string> => {
  const hosts = new Map(
    design.devices.flatMap(({ id, host }) => (host === undefined ? [] : [[id, host] as const])),
  );
  const taken = new Set(hosts.values());
  for (const device of design.devices) {
    if (hosts.has(device.id) || !ON_NETWORK.has(device.protocol)) continue;
    const stem = (slug(device.name) || device.id.toLowerCase()).slice(0, LONGEST_HOST - 4).replace(/-+$/, "");
    let host = stem;
    for (let n = 2; taken.has(host); n++) host = `${stem}-${n}`;
    taken.add(host);
    hosts.set(device.id, host);
  }
  return hosts;
});

/** Names that say neither what a thing is nor where. */
const SAYS_NOTHING =
  /^(the )?(new |my |test |unnamed |unknown )*(device|thing|plug|socket|sensor|lamp|light|bulb|switch|shade|module|node|unit|item|test|new|unnamed|unknown)?[\s_#.-]*(\d+|[a-z])?$/i;

/** Does a name say nothing? One of figures alone, an address, or a bare word with a number. */
export const saysNothing = (name: string) =>
  SAYS_NOTHING.test(name.trim()) || /^(0x)?[0-9a-f]{6,16}$/i.test(name.trim().replace(/[:._-]/g, ""));
