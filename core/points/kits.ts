/** The kit of a point: what its kind brings, as its room and the design's schools have it. */
import { byId, type Design, rowOf } from "../design/collections";
import { memo, memoAnywhere } from "../design/kept";
import type { Change } from "../design/edit";
import type { CableTypeRow, KindRow, KitLine, PointRow, RoomKitRow } from "../design/rows/runs";

export interface KitCable {
  line: KitLine;
  /** Which drop of its point: the same for life, whatever else the kit leaves out. */
  index: number;
}

/** Protocols that go over a data cable, and supplies that come over a cable of low voltage. */
const OVER_DATA = new Set(["Ethernet", "PoE", "RS-485", "house bus", "DALI"]);

type ShadeNeed = { data: boolean; power: boolean };
const NOTHING: ReadonlyMap<string, ShadeNeed> = new Map();

/**
 * What the chosen motor of each shade asks, by point; only in a design that cables shades for the motor chosen.
 * Kept while nothing in it changes, so that what hangs on it is kept too.
 */
export const shadeNeeds = memoAnywhere(
  "shadeNeeds",
  (design): ReadonlyMap<string, ShadeNeed> => {
    if (design.design.schools?.shadeCable !== "what the motor needs") return NOTHING;
    const needs = new Map<string, ShadeNeed>();
    for (const device of design.devices) {
      const kind = byId(design, "kinds").get(byId(design, "points").get(device.point)?.kind ?? "");
      const option = kind && isPocket(kind) ? byId(design, "options").get(device.option ?? "") : undefined;
      if (option)
        needs.set(device.point, {
          data: OVER_DATA.has(option.protocol),
          power: option.supply === "low voltage",
        });
    }
    return needs;
  },
  (a, b) =>
    a.size === b.size &&
    [...b].every(([point, need]) => a.get(point)?.data === need.data && a.get(point)?.power === need.power),
);

/** A shade's pocket: what moves it may not be chosen yet. */
export const isPocket = (kind: KindRow) => kind.service === "shade" && kind.glyph === "moves";

const roomKits = memo(
  "roomKits",
  (design): ReadonlyMap<string, RoomKitRow> =>
    new Map(design.roomKits.map((row) => [`${row.room}/${row.kind}`, row])),
);

/** The room's own kit of a kind, where it has one. */
export const roomKit = (design: Design, room: string, kind: string) =>
  roomKits(design).get(`${room}/${kind}`);

const isPowered = (type?: CableTypeRow) => type?.medium === "power";

/** Cables of a point, in the order of its kit. A spare one is left coiled in the box. */
export function kitOf(design: Design, point: PointRow, kind: KindRow): KitCable[] {
  const lines = roomKit(design, point.room, kind.id)?.drops ?? kind.drops;
  const types = byId(design, "cableTypes");
  const schools = design.design.schools;
  const need = isPocket(kind)
    ? schools?.shadeCable === "none"
      ? { data: false, power: false }
      : shadeNeeds(design).get(point.id)
    : undefined;
  const cables: KitCable[] = [];
  let index = 0;
  for (const line of lines) {
    const type = types.get(line.cableType ?? "");
    const left = need && (type?.medium === "data" ? !need.data : isPowered(type) && !need.power);
    for (let n = 0; n < line.count; n++) {
      index += 1;
      if (!left) cables.push({ line, index });
    }
  }
  if (schools?.spareDrops === "a spare with every data cable") {
    const data = cables.find(({ line }) => types.get(line.cableType ?? "")?.medium === "data");
    if (data) cables.push({ line: { ...data.line, count: 1, purpose: "spare" }, index: index + 1 });
  }
  return cables;
}

/** Box and mounting height of a point's kind in its room. */
export function mountOf(
  design: Design,
  point: Pick<PointRow, "room">,
  kind: KindRow,
): { box: string; mountHeightM: number } {
  const own = roomKit(design, point.room, kind.id);
  return { box: own?.box ?? kind.box, mountHeightM: own?.mountHeightM ?? kind.mountHeightM };
}

/**
 * Change one line of a kind's kit: in the whole design, or in one room. `line` undefined takes it out; an
 * index at the end adds it.
 */
export function changeKit(
  design: Design,
  kindId: string,
  index: number,
  line: KitLine | undefined,
  room?: { id: string; newId: string },
): Change[] {
  const kind = rowOf(design, "kinds", kindId);
  const own = room && roomKit(design, room.id, kindId);
  const before = own?.drops ?? kind.drops;
  const drops = line
    ? [...before.slice(0, index), line, ...before.slice(index + 1)]
    : before.filter((_, i) => i !== index);
  if (!room) return [{ in: "kinds", put: { ...kind, drops } }];
  return [
    { in: "roomKits", put: own ? { ...own, drops } : { id: room.newId, room: room.id, kind: kindId, drops } },
  ];
}
