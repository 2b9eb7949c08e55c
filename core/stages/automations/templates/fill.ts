/** What of a room, and of the house, fits what a template asks for. */
import { byId, type Design, rowOf } from "../../../design/collections";
import { freeId } from "../../../design/free-id";
import { byName } from "../../../design/words";
import type { DialRow, TemplateValue } from "../../../design/rows/automations";
import { ableOf } from "../things";
import type { Parameter, Template, ThingsAsked, Values } from "./template";

const HAND_KINDS = ["keypad", "panel"];

/** Points that fit, those first that are meant before others. */
export function fitting(design: Design, asked: ThingsAsked, room: string | undefined): string[] {
  const rank = (kind: string) => {
    if (!asked.kinds) return 0;
    const at = Math.max(asked.kinds.indexOf(kind), asked.kinds.indexOf(kind.split("--")[0]!));
    return at < 0 ? Infinity : at;
  };
  const fits = design.points.filter((point) => {
    const able = ableOf(design).get(point.id)!;
    return (
      (asked.of === "house" || point.room === room) &&
      (asked.sets ?? []).every((aspect) => able.sets.includes(aspect)) &&
      (asked.reads ?? []).every((aspect) => able.reads.includes(aspect)) &&
      (!asked.only || rank(point.kind) < Infinity)
    );
  });
  const likely = (name: string) => (asked.named?.test(name) ? 0 : 1);
  return fits
    .sort(
      (a, b) =>
        likely(a.name) - likely(b.name) ||
        Math.min(rank(a.kind), 99) - Math.min(rank(b.kind), 99) ||
        byName(a.name, b.name),
    )
    .map(({ id }) => id);
}

/** Of those that fit: the first, or all that are meant. */
function things(design: Design, asked: ThingsAsked, room: string | undefined): string[] {
  const all = fitting(design, asked, room);
  const first = all[0] && rowOf(design, "points", all[0]);
  if (asked.surely && !(first && asked.named?.test(first.name))) return [];
  if (asked.is === "thing") return all.slice(0, 1);
  const point = (id: string) => rowOf(design, "points", id);
  const likely = asked.named ? all.filter((id) => asked.named!.test(point(id).name)) : [];
  const meant = all.filter((id) => asked.kinds?.includes(point(id).kind));
  const own = likely.length ? likely : meant.length ? meant : all;
  return [...own].sort((a, b) => byName(point(a).name, point(b).name));
}

/** What a dial of a room is called: "Leave the snug be", "Wake me for school, teenager's room". */
export function dialName(called: string, room: string | undefined): string {
  if (room === undefined) return called.replace("the room", "the house");
  const small = `${room.charAt(0).toLowerCase()}${room.slice(1)}`;
  return called.includes("the room") ? called.replace("the room", `the ${small}`) : `${called}, ${small}`;
}

/** What a name comes to as the stem of an id. */
export const stemOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "") || "made";

/** Keys and panels of a room, or of the hall where it has none and the house is meant. */
export function handsOf(design: Design, room: string | undefined): string[] {
  const all = design.points.filter(({ kind }) => HAND_KINDS.includes(kind));
  const own = all.filter((point) => point.room === room);
  if (own.length || room !== undefined) return own.map(({ id }) => id);
  const hall = all.find(({ name }) => /hall/i.test(name)) ?? all[0];
  return hall ? [hall.id] : [];
}

interface Filled {
  values: Values;
  /** Dials and flags that are asked for and not there. */
  dials: readonly DialRow[];
}

/** Values for a room; what is not found is left out. */
export function filled(design: Design, template: Template, room: string | undefined): Filled {
  const dials: DialRow[] = [];
  const values = template.parameters.flatMap((parameter): [string, Omit<TemplateValue, "name">][] => {
    const own = valueFor(design, parameter, room, dials);
    return own ? [[parameter.name, own]] : [];
  });
  return { values: Object.fromEntries(values), dials };
}

/** @param dials one that has to be made is put here */
export function valueFor(
  design: Design,
  parameter: Parameter,
  room: string | undefined,
  dials: DialRow[],
): Omit<TemplateValue, "name"> | undefined {
  const ids = (all: readonly string[]) => (all.length ? { value: all.join(" ") } : undefined);
  switch (parameter.is) {
    case "thing":
    case "things": {
      const points = things(design, parameter, room);
      return points.length ? { points } : undefined;
    }
    case "person":
      return ids(
        design.people
          .filter((person) => !parameter.only || (room !== undefined && person.room === room))
          .slice(0, 1)
          .map(({ id }) => id),
      );
    case "calendar":
      return ids(
        design.calendars
          .filter(({ kind }) => kind === parameter.kind)
          .slice(0, 1)
          .map(({ id }) => id),
      );
    case "scenes":
      return ids(design.scenes.filter((scene) => scene.room === room).map(({ id }) => id));
    case "value":
      return { value: parameter.value };
    case "dial": {
      const where = parameter.of === "room" ? room : undefined;
      const roomName = where === undefined ? undefined : byId(design, "rooms").get(where)?.name;
      const name = dialName(parameter.called, roomName);
      const is = (dial: DialRow) =>
        dial.kind === parameter.kind &&
        (parameter.leaveBe ? dial.leaveBe === true : dial.name.toLowerCase() === name.toLowerCase());
      const own = [...design.dials, ...dials].find((dial) => dial.room === where && is(dial));
      if (own) return { value: own.id };
      const shows = handsOf(design, where);
      // What may be left out is not made where nobody could reach it.
      if (parameter.optional && !shows.length) return undefined;
      const taken = { ...design, dials: [...design.dials, ...dials] };
      const made: DialRow = {
        id: freeId(taken, "dials", stemOf(name)),
        name,
        kind: parameter.kind,
        value: parameter.value,
        ...(where === undefined ? {} : { room: where }),
        ...(parameter.leaveBe ? { leaveBe: true } : {}),
        ...(shows.length ? { shows } : {}),
      };
      dials.push(made);
      return { value: made.id };
    }
  }
}
