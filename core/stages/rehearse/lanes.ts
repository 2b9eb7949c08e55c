/** A run as lanes under one clock. */
import type { Value } from "../automations/engine/world";
import { byId, type Design } from "../../design/collections";
import { clockText } from "../../design/local-time";
import { byName } from "../../design/words";
import { ableOf } from "../automations/things";
import { valueSaid } from "../automations/value-said";
import type { Aspect } from "../../design/rows/automations-words";
import { standings } from "./moment";
import { partText } from "./outage/words";
import type { Played } from "./run";

/** How a stretch of a lane is coloured. */
export type Tone =
  | "light"
  | "moved"
  | "rest"
  | "on"
  | "out"
  | "home"
  | "asleep"
  | "away"
  | "up"
  | "down"
  | "wet";

export interface Span {
  from: number;
  to: number;
  text: string;
  tone: Tone;
  /** 0 to 1: how much of it. */
  share: number;
}

export interface Lane {
  id: string;
  name: string;
  /** Of a thing or of a person at home; absent of what the whole house has. */
  room?: string;
  point?: string;
  spans: readonly Span[];
}

/** What of a thing its lane shows. */
function shown(design: Design, point: string): Aspect | undefined {
  const able = ableOf(design).get(point);
  if (!able?.type) return undefined;
  if (able.type.endsWith("light")) return "on";
  if (able.type === "cover") return "position";
  if (able.type === "door lock") return "locked";
  if (able.type === "contact sensor" || able.type === "valve") return "open";
  if (able.type === "leak sensor") return "wet";
  return able.sets.find((aspect) => aspect === "on" || aspect === "armed" || aspect === "target");
}

function toneOf(aspect: Aspect, value: Value): Tone {
  if (aspect === "position") return value === 0 ? "rest" : "moved";
  if (aspect === "wet") return value === true ? "wet" : "rest";
  if (aspect === "open") return value === true ? "out" : "rest";
  if (aspect === "locked") return value === true ? "rest" : "out";
  if (value === false || value === 0) return "rest";
  return "on";
}

const shareOf = (aspect: Aspect, value: Value) =>
  aspect === "position" ? Number(value) / 100 : value === false || value === 0 ? 0 : 1;

interface Change {
  at: number;
  value: Value;
}

/** By point, what its lane shows from moment to moment, the first state among them; only where something changes. */
function changesOf(design: Design, run: Played): Map<string, { aspect: Aspect; changes: Change[] }> {
  const found = new Map<string, { aspect: Aspect; changes: Change[] }>();
  const aspects = new Map(design.points.map(({ id }) => [id, shown(design, id)]));
  for (const { point, aspect: what, value, at } of standings(run)) {
    if (what !== aspects.get(point)) continue;
    let own = found.get(point);
    if (!own) {
      const aspect = aspects.get(point)!;
      const before = run.first[`${point} ${aspect}`] ?? (aspect === "position" ? 100 : false);
      found.set(point, (own = { aspect, changes: [{ at: run.from, value: before }] }));
    }
    own.changes.push({ at, value });
  }
  return found;
}

function spansOf({ aspect, changes }: { aspect: Aspect; changes: readonly Change[] }, end: number): Span[] {
  return changes.flatMap(({ at, value }, i): Span[] => {
    const to = changes[i + 1]?.at ?? end;
    if (to <= at) return [];
    const tone = toneOf(aspect, value);
    return [{ from: at, to, text: valueSaid(aspect, value), tone, share: shareOf(aspect, value) }];
  });
}

const PERSON: readonly [Tone, string][] = [
  ["asleep", "asleep"],
  ["home", "at home"],
  ["away", "away"],
];

/** One lane for each person of the house, whole stays together. */
function peopleLanes(design: Design, run: Played): Lane[] {
  const stays = new Map<string, { at: number; tone: Tone }[]>();
  for (const { person, home, asleep, at } of run.goes) {
    const tone: Tone = !home ? "away" : asleep ? "asleep" : "home";
    const own = stays.get(person) ?? [];
    if (own.at(-1)?.tone !== tone) own.push({ at, tone });
    stays.set(person, own);
  }
  return design.people.flatMap(({ id, role }): Lane[] => {
    const own = stays.get(id);
    if (!own) return [];
    const spans = own.map(({ at, tone }, i): Span => ({
      from: at,
      to: own[i + 1]?.at ?? run.to,
      text: PERSON.find(([one]) => one === tone)![1],
      tone,
      share: tone === "away" ? 0 : 1,
    }));
    return [{ id: `person ${id}`, name: role, spans }];
  });
}

/** Light of the sky, and what is broken. */
function houseLanes(design: Design, run: Played): Lane[] {
  const light: Span[] = [];
  for (const { at, sky } of run.weather) {
    const day = sky.lightLx > 400;
    const last = light.at(-1);
    if (last && (last.tone === "light") === day) last.to = at;
    else
      light.push({
        from: last ? (last.to = at) : at,
        to: at,
        text: "",
        tone: day ? "light" : "rest",
        share: day ? 1 : 0,
      });
  }
  if (light.length) light.at(-1)!.to = run.to;
  const { zone } = design.design;
  for (const span of light)
    if (span.tone === "light") span.text = `${clockText(zone, span.from)} to ${clockText(zone, span.to)}`;
  const broken = new Map<string, Span[]>();
  for (const { what, from, to } of run.breaks) {
    const own = broken.get(what) ?? [];
    const before = own.at(-1)?.to ?? run.from;
    if (from > before) own.push({ from: before, to: from, text: "up", tone: "up", share: 1 });
    own.push({
      from: Math.max(from, run.from),
      to: Math.min(to, run.to),
      text: "down",
      tone: "down",
      share: 1,
    });
    broken.set(what, own);
  }
  return [
    { id: "daylight", name: "Daylight", spans: light },
    ...[...broken].map(([what, spans]): Lane => {
      const end = spans.at(-1)!.to;
      const name = partText(design, what).replace(/^the /, "");
      return {
        id: `broken ${what}`,
        name: name.charAt(0).toUpperCase() + name.slice(1),
        spans: end < run.to ? [...spans, { from: end, to: run.to, text: "up", tone: "up", share: 1 }] : spans,
      };
    }),
  ];
}

/** What a whole house has first, then people, then rooms by name, in each what changes by name. */
export function lanesOf(design: Design, run: Played): Lane[] {
  const rooms = byId(design, "rooms");
  const points = byId(design, "points");
  const things = [...changesOf(design, run)]
    .flatMap(([id, changes]): Lane[] => {
      const point = points.get(id);
      return point
        ? [{ id, name: point.name, room: point.room, point: id, spans: spansOf(changes, run.to) }]
        : [];
    })
    .sort(
      (a, b) =>
        byName(rooms.get(a.room!)?.name ?? "", rooms.get(b.room!)?.name ?? "") || byName(a.name, b.name),
    );
  return [...houseLanes(design, run), ...peopleLanes(design, run), ...things];
}
