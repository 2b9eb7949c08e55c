/** Copies of an automation for other rooms, what differs in each, and what a later change of their template offers them. */
import { byId, type Design } from "../../../design/collections";
import type { Change } from "../../../design/edit";
import { freeId } from "../../../design/free-id";
import { InputError } from "../../../design/input-error";
import { putRow } from "../../../design/row-changes";
import { namesOf } from "../language/names";
import { automationText } from "../language/text";
import type { AutomationRow, DialRow, SceneRow } from "../../../design/rows/automations";
import { Counterparts } from "./counterpart";
import { valueFor } from "./fill";
import { templateOf } from "./library";
import {
  idsOf,
  made,
  markOf,
  templateMark,
  valuesOf,
  type Parameter,
  type Template,
  type Values,
} from "./template";

export interface Difference {
  what: string;
  here: string;
  there: string;
}

/** A copy for a room, before it is made. */
export interface Copy {
  room: string;
  /** Absent where something is lacking. */
  row?: AutomationRow;
  dials: readonly DialRow[];
  scenes: readonly SceneRow[];
  differences: readonly Difference[];
  /** What the room has nothing for, in words. */
  lacks: readonly string[];
}

const nameIn = (design: Design, id: string): string => {
  for (const collection of ["points", "dials", "scenes", "calendars", "people"] as const) {
    const row = byId(design, collection).get(id);
    if (row) return "role" in row ? row.role : row.name;
  }
  return id;
};

const namesText = (design: Design, ids: readonly string[]) =>
  ids.map((id) => nameIn(design, id)).join(", ") || "–";

/** What a parameter is put to, in words. */
export const valueText = (design: Design, parameter: Parameter, value: Values[string] | undefined): string =>
  parameter.is === "value"
    ? (value?.value ?? parameter.value)
    : parameter.is === "thing" || parameter.is === "things"
      ? namesText(design, value?.points ?? [])
      : namesText(design, idsOf(value ?? {}));

const roomName = (design: Design, room: string) => byId(design, "rooms").get(room)?.name ?? room;

/** What it is called in another room: with that room's name in the place of its own, or behind it. */
export function nameFor(design: Design, row: Pick<AutomationRow, "name" | "room">, room: string): string {
  const [old, now] = [row.room === undefined ? "" : roomName(design, row.room), roomName(design, room)];
  if (!old || !row.name.includes(old)) return `${row.name}, ${now}`;
  return row.name.replace(old, now);
}

/** Says what the sentence says, without what it is called and where it came from. */
function sayings(design: Design, row: AutomationRow): string {
  const { room: _room, template: _template, parameters: _parameters, phase: _phase, copyOf: _of, madeOf: _at, ...rest } = row; // oxfmt-ignore
  return automationText({ ...rest, id: "a", name: "-", enabled: true }, namesOf(design));
}

export const rowMark = (design: Design, row: AutomationRow): string => markOf(sayings(design, row));

function ofTemplate(design: Design, template: Template, row: AutomationRow, room: string, id: string): Copy {
  const old = valuesOf(row.parameters);
  const dials: DialRow[] = [];
  const values: Record<string, Values[string]> = {};
  for (const parameter of template.parameters) {
    const ofRoom =
      (parameter.is === "thing" || parameter.is === "things" || parameter.is === "dial"
        ? parameter.of === "room"
        : false) ||
      (parameter.is === "person" && parameter.only !== undefined) ||
      parameter.is === "scenes";
    // What is left out here is left out there.
    const own = !ofRoom
      ? old[parameter.name]
      : old[parameter.name] === undefined && parameter.optional
        ? undefined
        : valueFor(design, parameter, room, dials);
    if (own !== undefined) values[parameter.name] = own;
  }
  const all = { ...design, dials: [...design.dials, ...dials] };
  const differences = template.parameters.flatMap((parameter): Difference[] => {
    const here = valueText(design, parameter, old[parameter.name]);
    const there = valueText(all, parameter, values[parameter.name]);
    return here === there ? [] : [{ what: parameter.about, here, there }];
  });
  try {
    const one = made(design, template, values, { id, name: nameFor(design, row, room), room, dials });
    return { room, row: { ...one.row, enabled: row.enabled }, dials, scenes: [], differences, lacks: [] };
  } catch (problem) {
    if (!(problem instanceof InputError)) throw problem;
    const lacks = template.parameters.flatMap(({ name, optional, about }) =>
      !optional && values[name] === undefined ? [about] : [],
    );
    return { room, dials, scenes: [], differences, lacks: lacks.length ? lacks : [problem.message] };
  }
}

function byCounterpart(design: Design, row: AutomationRow, room: string, id: string): Copy {
  const from = row.room ?? "";
  const other = new Counterparts(design, from, room);
  const { template: _template, parameters: _parameters, phase: _phase, copyOf: _of, ...rest } = row;
  const copy: AutomationRow = {
    ...rest,
    id,
    name: nameFor(design, row, room),
    room,
    cues: other.all(row.cues),
    guards: other.all(row.guards),
    moves: other.all(row.moves),
    copyOf: row.id,
    madeOf: rowMark(design, row),
  };
  const all = {
    ...design,
    dials: [...design.dials, ...other.dials],
    scenes: [...design.scenes, ...other.scenes],
  };
  const lines = (one: AutomationRow) => sayings(all, one).trimEnd().split("\n").slice(2);
  const [here, there] = [lines(row), lines(copy)];
  const differences = here.flatMap((line, i): Difference[] =>
    line === there[i]
      ? []
      : [{ what: line.trim().split(" ")[0]!, here: line.trim(), there: there[i]!.trim() }],
  );
  const lacks = [...other.lacks].map((own) => nameIn(design, own));
  return {
    room,
    ...(lacks.length ? {} : { row: copy }),
    dials: other.dials,
    scenes: other.scenes,
    differences,
    lacks: lacks.map((name) => `nothing like ${name}`),
  };
}

/** What a copy for a room would be. One made from the library takes what fits there; any other its counterparts. */
export function copyFor(design: Design, row: AutomationRow, room: string, given = new Set<string>()): Copy {
  const template = templateOf(row.template);
  const id = freeId(design, "automations", `${row.id.slice(0, 24)}-${room}`.slice(0, 36), given);
  return template ? ofTemplate(design, template, row, room, id) : byCounterpart(design, row, room, id);
}

/** Copies for several rooms: what one makes, the next may use. */
export function copiesFor(design: Design, row: AutomationRow, rooms: readonly string[]): Copy[] {
  const given = new Set<string>();
  let now = design;
  return rooms.map((room) => {
    const copy = copyFor(now, row, room, given);
    if (copy.row)
      now = { ...now, dials: [...now.dials, ...copy.dials], scenes: [...now.scenes, ...copy.scenes] };
    return copy;
  });
}

const needed = ({ dials, scenes }: Pick<Copy, "dials" | "scenes">): Change[] => [
  ...dials.flatMap((dial) => putRow("dials", dial)),
  ...scenes.flatMap((scene) => putRow("scenes", scene)),
];

/** Copies as one edit. */
export const copied = (copies: readonly Copy[]): Change[] =>
  copies.flatMap((copy) => (copy.row ? [...needed(copy), ...putRow("automations", copy.row)] : []));

export interface Behind {
  /** What it was made from, by name. */
  from: string;
  /** As it would be made today, with all else as it is; absent where that cannot be made any more. */
  now?: AutomationRow;
  more: readonly Change[];
  differences: readonly Difference[];
  /** As it is, with what it was made from taken as seen. */
  left: AutomationRow;
}

/** What a later change of its template, or of the automation it was copied from, offers it; undefined where nothing. */
export function behind(design: Design, row: AutomationRow): Behind | undefined {
  const template = templateOf(row.template);
  const source = row.copyOf === undefined ? undefined : byId(design, "automations").get(row.copyOf);
  const mark = template ? templateMark(template) : source ? rowMark(design, source) : undefined;
  if (mark === undefined || mark === row.madeOf) return undefined;
  const left = { ...row, madeOf: mark };
  let now: AutomationRow | undefined;
  let more: readonly Change[] = [];
  if (template)
    try {
      const one = made(design, template, valuesOf(row.parameters), { id: row.id, name: row.name });
      now = one.row;
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
    }
  else if (row.room !== undefined) {
    const copy = byCounterpart(design, source!, row.room, row.id);
    now = copy.row;
    if (copy.row) more = needed(copy);
  }
  const keeps = ({ id, name, room, enabled, phase }: AutomationRow) => ({
    id,
    name,
    enabled,
    ...(room === undefined ? {} : { room }),
    ...(phase === undefined ? {} : { phase }),
  });
  const whole = now && { ...now, ...keeps(row), madeOf: mark };
  return {
    from: template?.name ?? source!.name,
    ...(whole ? { now: whole } : {}),
    more,
    differences: whole ? lineDifferences(design, row, whole) : [],
    left,
  };
}

/** Lines that one has and the other has not, side by side. */
export function lineDifferences(design: Design, a: AutomationRow, b: AutomationRow): Difference[] {
  const lines = (one: AutomationRow) => sayings(design, one).trimEnd().split("\n").slice(1);
  const [here, there] = [lines(a), lines(b)];
  const gone = here.filter((line) => !there.includes(line));
  const come = there.filter((line) => !here.includes(line));
  return Array.from({ length: Math.max(gone.length, come.length) }, (_, i) => ({
    what: (gone[i] ?? come[i])!.trim().split(" ")[0]!,
    here: gone[i]?.trim() ?? "–",
    there: come[i]?.trim() ?? "–",
  }));
}
