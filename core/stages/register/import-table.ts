/**
 * Devices out of anybody's table: columns put to fields by their headings or by hand, every cell checked, every row
 * either a device that stands or a new one; all of it taken, or nothing.
 */
import Papa from "papaparse";
import { checkRow } from "../../design/check-row";
import { byId, type Design, rowOf } from "../../design/collections";
import { readDay } from "../../design/day";
import type { Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { bearable, fail, InputError } from "../../design/input-error";
import { PROTOCOLS } from "../../design/vocabulary";
import { pointLabel } from "../../points/labels";
import { mountOf } from "../../points/kits";
import { closetsFor } from "../../ways/closets";
import { contains } from "../../geometry/polygon";
import { insideOf } from "../house/rooms";
import { freeNumber } from "../house/points";
import type { KindRow, PointRow } from "../../design/rows/runs";
import type { RoomRow } from "../../design/rows/house-structure";
import { addDevice } from "./register";
import { DEVICE_STATUSES, type DeviceRow } from "../../design/rows/register";

/** What a column can be, with headings it goes by: what the register itself writes first. */
export const TARGETS = {
  label: ["label", "tag", "position", "mark"],
  name: ["name", "device", "device name", "designation", "description", "friendly name"],
  kind: ["kind", "type", "category", "device type", "art"],
  room: ["room", "area", "location", "space", "raum", "zone"],
  level: ["level", "floor", "storey", "etage"],
  protocol: ["protocol", "technology", "radio", "bus"],
  status: ["status", "state", "phase"],
  option: ["option", "model", "article", "part", "part number", "product"],
  address: ["address", "ip", "ip address", "mac", "mac address", "eui", "ieee address"],
  node: ["node", "node id", "short address", "nwk"],
  host: ["host", "hostname", "host name"],
  topic: ["topic", "mqtt topic"],
  code: ["code", "pairing code", "setup code", "pin"],
  serial: ["serial", "serial number", "sn", "s/n"],
  firmware: ["firmware", "version", "software"],
  batterySince: ["battery since", "batterysince", "cells since", "battery date"],
  cell: ["cell", "battery type", "battery"],
  cells: ["cells", "number of cells", "batteries"],
  cost: ["cost", "price", "amount", "net price"],
  warrantyUntil: ["warranty until", "warrantyuntil", "warranty", "guarantee"],
  tags: ["tags", "labels", "groups"],
  notes: ["notes", "note", "remark", "remarks", "comment"],
} as const;
export type Target = keyof typeof TARGETS;
export const TARGET_NAMES: readonly Target[] = Object.keys(TARGETS) as Target[];

export const MOST_IMPORTED = 10_000;
const MOST_COLUMNS = 200;

export interface ImportTable {
  head: string[];
  /** Filled lines after the heading; `row` as a spreadsheet counts. */
  lines: { row: number; cells: string[] }[];
  delimiter: string;
}

/**
 * A table's text: parted by comma, semicolon, tab or stroke, whichever the heading is parted by.
 * @throws InputError where there is none, or too much
 */
export function readTable(text: string): ImportTable {
  const { data, meta } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    delimitersToGuess: [",", ";", "\t", "|"],
  });
  const lines = data
    .map((cells, n) => ({ cells: cells.map((cell) => cell.trim()), row: n + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell !== ""));
  const [first, ...rest] = lines;
  if (!first) return fail("The file", "is empty");
  if (!rest.length) fail("The file", "has a heading and no row below it");
  if (rest.length > MOST_IMPORTED)
    fail("The file", `has ${rest.length} rows: at most ${MOST_IMPORTED} are taken at once`);
  if (first.cells.length > MOST_COLUMNS)
    fail("The file", `has ${first.cells.length} columns: at most ${MOST_COLUMNS}`);
  return { head: first.cells, lines: rest, delimiter: meta.delimiter };
}

/** Headings and amounts are no longer than this: what is, is none, and is not searched through. */
const MOST_HEADING = 120;

const plain = (text: string) =>
  text
    .slice(0, MOST_HEADING)
    .toLowerCase()
    .replace(/\(.*\)/, "")
    .replace(/[\s_-]+/g, " ")
    .trim();

/** Which column is what, by their headings: each field at most once, the better word first. */
export function guessMapping(head: readonly string[]): (Target | undefined)[] {
  const mapping: (Target | undefined)[] = head.map(() => undefined);
  const words = head.map(plain);
  for (const target of TARGET_NAMES) {
    for (const word of TARGETS[target]) {
      const at = words.findIndex((own, n) => own === word && mapping[n] === undefined);
      if (at < 0) continue;
      mapping[at] = target;
      break;
    }
  }
  return mapping;
}

export interface ImportFault {
  row: number;
  /** Column's place; undefined where it is about the row. */
  column?: number;
  reason: string;
}

export interface ImportLine {
  row: number;
  /** The device it is about; a new one where there is none yet. */
  device: string;
  isNew: boolean;
  /** Nothing of it is other than it stands. */
  same: boolean;
  name: string;
  faults: ImportFault[];
}

export interface ImportPlan {
  lines: ImportLine[];
  faults: ImportFault[];
  /** All of it; none while there is a fault. */
  changes: Change[];
  added: number;
  changed: number;
}

/** `1 234,50`, `1,234.50` and `1234.5` are one number; undefined where it is none. */
export function readAmount(text: string): number | undefined {
  if (text.length > MOST_HEADING) return undefined;
  const bare = text
    .replace(/[\s'’\u00A0]/g, "")
    .replace("−", "-")
    .replace(/^[^\d\-+.,]+|[^\d.,]+$/g, "");
  const [dot, comma] = [bare.lastIndexOf("."), bare.lastIndexOf(",")];
  let form = bare;
  if (dot >= 0 && comma >= 0)
    // Of two marks the last is the decimal one.
    form = dot > comma ? bare.replace(/,/g, "") : bare.replace(/\./g, "").replace(",", ".");
  else if (comma >= 0) form = bare.split(",").length > 2 ? bare.replace(/,/g, "") : bare.replace(",", ".");
  else if (bare.split(".").length > 2) form = bare.replace(/\./g, "");
  return /^[-+]?\d+(\.\d+)?$/.test(form) ? Number(form) : undefined;
}

const lower = (text: string) => text.trim().toLowerCase();

/** Words of the register, found whatever their case. */
function oneOf<T extends string>(words: readonly T[], text: string): T | undefined {
  const wanted = lower(text).replace(/[\s_-]+/g, " ");
  return words.find((word) => lower(word).replace(/[\s_-]+/g, " ") === wanted);
}

/** A mark before a formula, which a spreadsheet put there or we did, falls away. */
const unmarked = (text: string) => (/^'[=+\-@]/.test(text) ? text.slice(1) : text);

class CellFault extends Error {}
const wrong = (reason: string): never => {
  throw new CellFault(bearable(reason));
};

interface Known {
  byLabel: ReadonlyMap<string, string>;
  byName: ReadonlyMap<string, readonly string[]>;
  bySerial: ReadonlyMap<string, string>;
  rooms: ReadonlyMap<string, readonly RoomRow[]>;
  kinds: ReadonlyMap<string, KindRow>;
  options: ReadonlyMap<string, string>;
  levels: ReadonlyMap<string, string>;
}

function knownOf(design: Design): Known {
  const byName = new Map<string, string[]>();
  const byLabel = new Map<string, string>();
  const bySerial = new Map<string, string>();
  for (const device of design.devices) {
    const own = byName.get(lower(device.name));
    if (own) own.push(device.id);
    else byName.set(lower(device.name), [device.id]);
    byLabel.set(lower(pointLabel(design, rowOf(design, "points", device.point))), device.id);
    if (device.serial) bySerial.set(lower(device.serial), device.id);
  }
  const rooms = new Map<string, RoomRow[]>();
  for (const room of design.rooms)
    for (const text of new Set([lower(room.name), lower(room.code), lower(room.id)])) {
      const own = rooms.get(text);
      if (own) own.push(room);
      else rooms.set(text, [room]);
    }
  return {
    byName,
    byLabel,
    bySerial,
    rooms,
    kinds: new Map(
      design.kinds.flatMap((kind) => [kind.name, kind.code, kind.id].map((text) => [lower(text), kind])),
    ),
    options: new Map(
      design.options.flatMap((row) => [row.name, row.id].map((text) => [lower(text), row.id])),
    ),
    levels: new Map(
      design.levels.flatMap((row) => [row.name, row.code, row.id].map((text) => [lower(text), row.id])),
    ),
  };
}

type Values = Partial<Omit<DeviceRow, "id" | "point">>;

/** What a cell says of a device. Throws CellFault. */
function valueOf(design: Design, known: Known, target: Target, text: string, today: string): Values {
  switch (target) {
    case "protocol":
      return {
        protocol: oneOf(PROTOCOLS, text) ?? wrong(`must be one of ${PROTOCOLS.join(", ")}, not "${text}"`),
      };
    case "status":
      return {
        status:
          oneOf(DEVICE_STATUSES, text) ??
          wrong(`must be one of ${DEVICE_STATUSES.join(", ")}, not "${text}"`),
      };
    case "option":
      return { option: known.options.get(lower(text)) ?? wrong(`"${text}" is not in the catalogue`) };
    case "cost":
    case "cells": {
      const value = readAmount(text);
      if (value === undefined) return wrong(`must be a number, not "${text}"`);
      return { [target]: value };
    }
    case "batterySince":
    case "warrantyUntil":
      try {
        return { [target]: readDay(text, target, today, design.design.language) };
      } catch (error) {
        if (error instanceof InputError) return wrong(error.problems[0]!.reason);
        throw error;
      }
    case "tags":
      return {
        tags: text
          .split(/[;,]/)
          .map((tag) => tag.trim())
          .filter(Boolean),
      };
    case "host":
      return { host: text.toLowerCase() };
    case "label":
    case "kind":
    case "room":
    case "level":
      return {};
    default:
      return { [target]: text };
  }
}

/** Places in a room where nothing is yet, one after another: from its middle outwards, on a grid of half a metre. */
function* placesIn(
  room: RoomRow,
  taken: readonly { x: number; y: number }[],
): Generator<{ x: number; y: number }, never> {
  const [cx, cy] = insideOf(room.outline);
  const snapped = (m: number) => Math.round(m * 20) / 20;
  for (let ring = 0; ring < 12; ring++)
    for (let dx = -ring; dx <= ring; dx++)
      for (let dy = -ring; dy <= ring; dy++) {
        if (Math.max(Math.abs(dx), Math.abs(dy)) !== ring) continue;
        const at = { x: snapped(cx + dx / 2), y: snapped(cy + dy / 2) };
        if (
          contains(room.outline, [at.x, at.y]) &&
          !taken.some((other) => Math.hypot(other.x - at.x, other.y - at.y) < 0.3)
        )
          yield at;
      }
  // A room that is full: they are moved on the plan.
  for (;;) yield { x: snapped(cx), y: snapped(cy) };
}

/**
 * What a table does to the register, each row with its faults.
 * @param mapping of each column, what it is
 * @param today the reader's day, for days without a year
 */
export function planImport(
  design: Design,
  { lines }: Pick<ImportTable, "lines">,
  mapping: readonly (Target | undefined)[],
  today: string,
): ImportPlan {
  const known = knownOf(design);
  const faults: ImportFault[] = [];
  const twice = mapping.findIndex((target, n) => target !== undefined && mapping.indexOf(target) < n);
  if (twice >= 0) faults.push({ row: 1, column: twice, reason: "is put to a field that another column has" });
  if (!mapping.some((target) => target === "name" || target === "label" || target === "serial"))
    faults.push({
      row: 1,
      reason: "has no column put to name, label or serial: nothing says which device a row is of",
    });
  const at = (target: Target) => mapping.indexOf(target);
  const given = new Set<string>();
  const givenPoints = new Set<string>();
  const changes: Change[] = [];
  const seen = new Map<string, number>();
  const newNames = new Map<string, number>();
  const places = new Map<string, Generator<{ x: number; y: number }, never>>();
  // New points get the numbers after one another; a design that grows is asked for each.
  const numbers = new Map<string, number>();
  let added = 0;
  let changed = 0;

  const makePoint = (row: number, kind: KindRow, room: RoomRow, name: string): PointRow => {
    let own = places.get(room.id);
    if (!own)
      places.set(
        room.id,
        (own = placesIn(
          room,
          design.points.filter((one) => one.room === room.id),
        )),
      );
    const spot = own.next().value;
    const key = `${kind.id}/${room.id}`;
    const number = numbers.get(key) ?? freeNumber(design, kind.id, room.id);
    numbers.set(key, number + 1);
    const point: PointRow = {
      id: freeId(design, "points", `${room.id}-${kind.code.toLowerCase()}-${row}`.slice(0, 34), givenPoints),
      kind: kind.id,
      level: room.level,
      room: room.id,
      ...spot,
      z: mountOf(design, { room: room.id }, kind).mountHeightM,
      name,
      number,
    };
    const closet = kind.drops.length ? closetsFor(design, point)[0]?.closet : undefined;
    return closet ? { ...point, closet } : point;
  };

  const planned = lines.map(({ row, cells }): ImportLine => {
    const own: ImportFault[] = [];
    const cell = (target: Target) => {
      const n = at(target);
      return n < 0 ? "" : unmarked(cells[n] ?? "");
    };
    const told = (target: Target | undefined, reason: string) =>
      void own.push({
        row,
        ...(target && at(target) >= 0 ? { column: at(target) } : {}),
        reason: bearable(reason),
      });
    let values: Values = {};
    for (const [n, target] of mapping.entries()) {
      const text = unmarked(cells[n] ?? "");
      if (!target || text === "") continue;
      try {
        values = { ...values, ...valueOf(design, known, target, text, today) };
      } catch (error) {
        if (!(error instanceof CellFault)) throw error;
        own.push({ row, column: n, reason: error.message });
      }
    }
    const name = cell("name");
    const label = lower(cell("label"));
    const serial = lower(cell("serial"));
    const named = known.byName.get(lower(name)) ?? [];
    if (!label && named.length > 1)
      told("name", `"${name}" is ${named.length} devices: say which by its label`);
    const id =
      (label ? known.byLabel.get(label) : undefined) ??
      (named.length === 1 ? named[0] : undefined) ??
      (serial ? known.bySerial.get(serial) : undefined);
    let device = id;
    let put: DeviceRow | undefined;
    const before: Change[] = [];
    if (id !== undefined) {
      const other = seen.get(id);
      if (other !== undefined) told(label ? "label" : "name", `is the device of row ${other} already`);
      seen.set(id, row);
      // Where a thing is and what it is stand on the plan: a table that says otherwise is not passed over.
      const at = rowOf(design, "points", rowOf(design, "devices", id).point);
      const room = byId(design, "rooms").get(at.room);
      const rooms = cell("room") ? (known.rooms.get(lower(cell("room"))) ?? []) : undefined;
      if (rooms && !rooms.some((one) => one.id === at.room))
        told("room", `it is in ${room?.name}: it is moved on the plan, not by a table`);
      const kind = cell("kind") ? known.kinds.get(lower(cell("kind"))) : undefined;
      if (cell("kind") && kind?.id !== at.kind)
        told("kind", `it is a ${byId(design, "kinds").get(at.kind)?.name.toLowerCase()} on the plan`);
      put = { ...rowOf(design, "devices", id), ...values };
    } else if (named.length < 2) {
      if (!name) told("name", "is missing: a new device needs one");
      const same = newNames.get(lower(name));
      if (name && same !== undefined) told("name", `"${name}" is in row ${same} already`);
      newNames.set(lower(name), row);
      const room = roomOf(known, cell("room"), cell("level"), told);
      const kind = known.kinds.get(lower(cell("kind")));
      if (!kind)
        told(
          "kind",
          cell("kind") ? `"${cell("kind")}" is no kind of this design` : "is missing: a new device needs one",
        );
      device = freeId(design, "devices", `d-import-${row}`, given);
      if (room && kind && name && name.length <= 80) {
        const point = makePoint(row, kind, room, name);
        before.push({ in: "points", put: point });
        const [change] = addDevice({ ...design, points: [point] } as Design, device, point.id);
        put = { ...(change as { put: DeviceRow }).put, ...values, name };
      }
    }
    if (put && !own.length)
      try {
        checkRow("devices", put, "row");
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        for (const { path, reason } of error.problems)
          told(path.replace(/^row\.?/, "").replace(/[.[].*$/, "") as Target, reason);
      }
    const standing = id === undefined ? undefined : byId(design, "devices").get(id);
    const isSame =
      standing !== undefined &&
      put !== undefined &&
      Object.keys(values).every(
        (key) =>
          JSON.stringify((put as unknown as Record<string, unknown>)[key]) ===
          JSON.stringify((standing as unknown as Record<string, unknown>)[key]),
      );
    faults.push(...own);
    if (put && !own.length && !isSame) {
      changes.push(...before, { in: "devices", put });
      if (id === undefined) added += 1;
      else changed += 1;
    }
    return {
      row,
      device: device ?? "",
      isNew: id === undefined,
      same: isSame,
      name: name || standing?.name || "",
      faults: own,
    };
  });
  return {
    lines: planned,
    faults,
    changes: faults.length ? [] : changes,
    added,
    changed,
  };
}

function roomOf(
  known: Known,
  text: string,
  levelText: string,
  told: (target: Target, reason: string) => void,
): RoomRow | undefined {
  if (!text) return void told("room", "is missing: a new device needs one");
  const all = known.rooms.get(lower(text)) ?? [];
  if (!all.length) return void told("room", `"${text}" is no room of this design`);
  if (levelText) {
    const level = known.levels.get(lower(levelText));
    if (!level) return void told("level", `"${levelText}" is no level of this design`);
    const there = all.filter((room) => room.level === level);
    if (!there.length) return void told("room", `"${text}" is not on ${levelText}`);
    return there[0];
  }
  if (all.length > 1) return void told("room", `"${text}" is ${all.length} rooms: say the level too`);
  return all[0];
}
