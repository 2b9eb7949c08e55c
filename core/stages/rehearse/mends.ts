/**
 * What ends what a rehearsal finds annoying, where a sentence can: who is woken by a voice or a machine that the house starts
 * by itself, who meets a dark stair, and who finds a key in the dark that does nothing. What safety says is meant to wake, and
 * is left.
 */
import { byId, type Design, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import { putRow } from "../../design/row-changes";
import { listed } from "../../design/words";
import { VOICE_DB, wokenIn } from "./play/noise";
import type { AutomationRow, Guard, Move } from "../../design/rows/automations";
import { allMoves, movedBy } from "../../design/walk";
import { filled } from "../automations/templates/fill";
import { templateOf } from "../automations/templates/library";
import { lacking, made } from "../automations/templates/template";
import { namesOf } from "../automations/language/names";
import { ableOf } from "../automations/things";
import type { PersonRow } from "../../design/rows/brief";
import { lossOf } from "./heard-of";
import { houseOf } from "./house-of";
import type { Trouble } from "./trouble";

export interface Mend {
  /** As a button says it. */
  label: string;
  changes: readonly Change[];
}

/** A lamp on a stair is lit so low while nobody comes, %. */
const NIGHT_PCT = 20;
/** Where nobody is seen for so long, the light goes out. */
const GONE_FOR = "3 min";
/** Daylight reaches a stair so long after sunrise, and leaves it so long before sunset, min. */
const DAWN_MIN = 60;
const DUSK_MIN = -30;
/** The sun is so low while a stair may be dark, °. */
const LOW_SUN_DEG = 8;

/** @returns undefined where no sentence ends it */
export function mendOf(design: Design, trouble: Trouble): Mend | undefined {
  switch (trouble.what) {
    case "woken by noise":
    case "lit a sleeper":
    case "moved over a sleeper":
      return quieter(design, trouble);
    case "dark on a stair":
      return litStair(design, trouble.room);
    case "left in the dark":
      return litRoom(design, trouble.room);
    default:
      return undefined;
  }
}

type Say = Extract<Move, { kind: "say" }>;

/** Who sleeps within hearing of a panel that speaks. */
function hearers(design: Design, points: readonly string[]): PersonRow[] {
  const rooms = new Set(points.flatMap((id) => byId(design, "points").get(id)?.room ?? []));
  return design.people.filter(
    ({ room }) =>
      room !== undefined &&
      [...rooms].some((from) => wokenIn([room], lossOf(design), from, VOICE_DB).length > 0),
  );
}

const asleep = (people: readonly PersonRow[], not = false): Guard => ({
  kind: "presence",
  people: people.map(({ id }) => id),
  which: "any",
  doing: "asleep",
  ...(not ? { not: true } : {}),
});

function quieter(design: Design, { what, who, by }: Trouble): Mend | undefined {
  const row = by === undefined ? undefined : byId(design, "automations").get(by);
  const person = byId(design, "people").get(who);
  if (!row || !person || row.priority === "safety" || row.priority === "hand") return undefined;
  const spoken = allMoves(row.moves).filter((move): move is Say => move.kind === "say");
  const heard = hearers(
    design,
    spoken.flatMap(({ points }) => points),
  );
  if (what === "woken by noise" && heard.some(({ id }) => id === who)) {
    const moves = row.moves.map((move) => hushed(design, move));
    return {
      label: `While ${listed(
        heard.map(({ role }) => role),
        "or",
      )} sleeps, not on panels they hear`,
      changes: putRow("automations", { ...row, moves }),
    };
  }
  // Its own machine or shade: not while they sleep, where nothing comes of waiting.
  if (!canWait(design, row)) return undefined;
  return {
    label: `Not while ${person.role} is asleep`,
    changes: putRow("automations", { ...row, guards: [...row.guards, asleep([person], true)] }),
  };
}

/** What may be put off till morning: a pump, a valve, a heater, a lock or what wind and rain ask for may not. */
const PUT_OFF: ReadonlySet<string> = new Set(["vacuum", "washer", "dryer", "dishwasher", "screen"]);

function canWait(design: Design, row: AutomationRow): boolean {
  if (row.reason === "wind" || row.reason === "rain") return false;
  const things = new Map(houseOf(design).things.map((thing) => [thing.id, thing]));
  return movedBy(design, row).every((point) => {
    const thing = things.get(point);
    return (
      thing !== undefined &&
      (thing.type === "cover" ||
        thing.type.endsWith("light") ||
        thing.type === "television" ||
        thing.type === "loudspeaker" ||
        PUT_OFF.has(thing.appliance ?? ""))
    );
  });
}

/** What it says is said, while somebody sleeps within hearing, on panels out of hearing, else on telephones of the rest. */
function hushed(design: Design, move: Move): Move {
  if (move.kind === "choose")
    return {
      ...move,
      branches: move.branches.map((branch) => ({
        ...branch,
        moves: branch.moves.map((one) => hushed(design, one)),
      })),
      ...(move.otherwise ? { otherwise: move.otherwise.map((one) => hushed(design, one)) } : {}),
    };
  if (move.kind === "repeat") return { ...move, moves: move.moves.map((one) => hushed(design, one)) };
  if (move.kind !== "say") return move;
  const heard = hearers(design, move.points);
  if (!heard.length) return move;
  const points = move.points.filter((point) => !hearers(design, [point]).length);
  const awake = design.people.filter((one) => one.room !== undefined && !heard.includes(one));
  const people = points.length || move.people.length ? move.people : awake.map(({ id }) => id);
  return {
    kind: "choose",
    branches: [
      {
        guards: [asleep(heard)],
        moves: points.length || people.length ? [{ ...move, points, people }] : [],
      },
    ],
    otherwise: [move],
  };
}

const nameOfRoom = (design: Design, room: string) => byId(design, "rooms").get(room)?.name ?? room;

/** Ids of a room's lamps. */
const lampsOf = (design: Design, room: string): string[] =>
  design.points.flatMap(({ id, room: own }) =>
    own === room && ableOf(design).get(id)?.type?.endsWith("light") ? [id] : [],
  );

/**
 * Where somebody reaches for a key that nothing goes by, it turns the lamps of its room; else they light for who comes, where
 * a sensor sees them and no sentence heeds it. Where such a sentence stands already something has failed: that is no mend.
 */
function litRoom(design: Design, room: string): Mend | undefined {
  const lamps = lampsOf(design, room);
  if (!lamps.length) return undefined;
  const cues = design.automations
    .filter((row) => row.enabled && movedBy(design, row).some((point) => lamps.includes(point)))
    .flatMap((row) => row.cues);
  const key = houseOf(design).rooms.find(({ id }) => id === room)?.keys[0];
  if (key !== undefined) {
    if (cues.some((cue) => cue.kind === "press" && cue.point === key && cue.button === 1)) return undefined;
    const name = rowOf(design, "points", key).name;
    const row: AutomationRow = {
      ...{ id: idFor(design, `key-light-${room}`), name: `Light by its key, ${nameOfRoom(design, room)}` },
      ...{ priority: "comfort", room, enabled: true, guards: [] },
      cues: [{ kind: "press", key: "press", point: key, button: 1, press: "single" }],
      moves: [{ kind: "toggle", points: lamps, aspect: "on" }],
    };
    return {
      label: `Key 1 of ${name} turns the light of ${nameOfRoom(design, room)}`,
      changes: putRow("automations", row),
    };
  }
  if (cues.some((cue) => cue.kind === "state" && cue.aspect === "presence")) return undefined;
  return litForWhoComes(design, room, "passage") ?? switchedForWhoComes(design, room, lamps);
}

/** Lamps that do not dim: on for who comes, off once nobody is there. */
function switchedForWhoComes(design: Design, room: string, lamps: string[]): Mend | undefined {
  const sensor = sensorOf(design, room);
  if (sensor === undefined) return undefined;
  const name = nameOfRoom(design, room);
  const sees = { kind: "state" as const, points: [sensor], aspect: "presence" as const };
  const put = (say: "on" | "off"): Move => ({ kind: "set", points: lamps, aspect: "on", to: { say } });
  const row: AutomationRow = {
    ...{ id: idFor(design, `comes-light-${room}`), name: `Light for who comes, ${name}` },
    ...{ priority: "comfort", room, enabled: true, guards: [] },
    cues: [
      { ...sees, key: "comes", to: "somebody" },
      { ...sees, key: "gone", to: "nobody", hold: { say: GONE_FOR } },
    ],
    moves: [
      {
        kind: "choose",
        branches: [{ keys: ["gone"], guards: [], moves: [put("off")] }],
        otherwise: [put("on")],
      },
    ],
  };
  return { label: `Light ${name} as soon as somebody comes`, changes: putRow("automations", row) };
}

const sensorOf = (design: Design, room: string): string | undefined =>
  design.points.find(
    ({ id, room: own }) => own === room && ableOf(design).get(id)?.reads.includes("presence"),
  )?.id;

/** By a template, where a sensor sees who comes. */
function litForWhoComes(design: Design, room: string, by: string): Mend | undefined {
  const template = templateOf(by)!;
  const own = filled(design, template, room);
  if (sensorOf(design, room) === undefined || lacking(template, own.values, namesOf(design)).length)
    return undefined;
  const name = nameOfRoom(design, room);
  const { row, dials } = made(design, template, own.values, {
    ...{ id: idFor(design, `${by}-${room}`), name: `${template.name}, ${name}`, room, dials: own.dials },
  });
  return {
    label: `Light ${name} as soon as somebody comes`,
    changes: [...dials.flatMap((dial) => putRow("dials", dial)), ...putRow("automations", row)],
  };
}

/** By who comes, where a sensor sees them; else low from dusk until it is light. */
function litStair(design: Design, room: string): Mend | undefined {
  const seeing = litForWhoComes(design, room, "dark-stair");
  if (seeing) return seeing;
  const name = nameOfRoom(design, room);
  const points = lampsOf(design, room);
  if (!points.length) return undefined;
  const dims = points.every((point) => ableOf(design).get(point)!.sets.includes("level"));
  const row: AutomationRow = {
    id: idFor(design, `lit-by-night-${room}`),
    name: `Lit by night, ${name}`,
    priority: "comfort",
    room,
    enabled: true,
    cues: [
      { kind: "sun", key: "dusk", event: "set", offsetMin: DUSK_MIN },
      // Whoever starts it at night, and a hub that has forgotten, find it lit by midnight at the latest.
      { kind: "time", key: "midnight", at: "00:00" },
      { kind: "start", key: "start" },
      { kind: "sun", key: "light", event: "rise", offsetMin: DAWN_MIN },
    ],
    guards: [],
    moves: [
      {
        kind: "choose",
        branches: [
          {
            keys: ["light"],
            guards: [],
            moves: [{ kind: "set", points, aspect: "on", to: { say: "off" } }],
          },
          {
            guards: [{ kind: "sun", way: "below", elevationDeg: LOW_SUN_DEG }],
            moves: [
              dims
                ? { kind: "set", points, aspect: "level", to: { say: `${NIGHT_PCT} %` } }
                : { kind: "set", points, aspect: "on", to: { say: "on" } },
            ],
          },
        ],
      },
    ],
  };
  return { label: `Keep ${name} lit from dusk until it is light`, changes: putRow("automations", row) };
}

function idFor(design: Design, wanted: string): string {
  const taken = byId(design, "automations");
  let id = wanted;
  for (let n = 2; taken.has(id); n += 1) id = `${wanted}-${n}`;
  return id;
}
