/**
 * What can be done about a mesh that is not sound: further routers, another place for the coordinator, a coordinator
 * of its own in an outbuilding over cable. Each as one edit, with what it costs and what it hangs on.
 */
import { withRows } from "../../design/kept";
import { applyChanges, type Change } from "../../design/edit";
import { byId, type Design, rowOf, rowIn } from "../../design/collections";
import { freeId } from "../../design/free-id";
import { InputError } from "../../design/input-error";
import { inMoney } from "../../design/labour";
import { counted } from "../../design/words";
import { area, boxOf, centroid, contains } from "../../geometry/polygon";
import { round2 } from "../../geometry/round";
import { addPoint } from "../house/points";
import type { RoomRow } from "../../design/rows/house-structure";
import type { DeviceRow } from "../../design/rows/register";
import { costsOf } from "../runs/cost";
import type { KindRow, PointRow } from "../../design/rows/runs";
import { bandsOf, linkOf, type Band, type Link, type Radio } from "./links";
import { proposeRouters, UNDER_CEILING_M, wanting } from "./place";
import type { Spot } from "./ray";
import { radioRow } from "./put-radios";
import { isRoot, reachOf, singlesOf } from "./routes";
import { SOUND_DB } from "./loss";

export interface Remedy {
  kind: "routers" | "moved" | "outbuilding";
  name: string;
  /** What is done, in a sentence. */
  what: string;
  changes: readonly Change[];
  /** Radios that are sound after it, of so many. */
  sound: number;
  of: number;
  /** Margin of the weakest, dB; undefined where one hears nothing. */
  lowDb?: number;
  /** Routers and coordinators others hang on. */
  singles: number;
  /** What fails when what is most depended on fails. */
  fails: string;
  /** Money more than now. */
  cost: number;
  /** Of routers: no fewer would do, and whether that is so of these. */
  bound?: number;
  exact?: boolean;
  /** Nothing is left to be wished for. */
  whole: boolean;
}

/** A coordinator that hangs on the house's network by a cable: kind of its point. */
const CABLED = "hub--cabled";
/** Price of one, in the money of the sample designs. */
const CABLED_PRICE = 68;

function cabledKind(design: Design): KindRow {
  const cable =
    byId(design, "cableTypes").get("cat6") ?? design.cableTypes.find(({ medium }) => medium === "data");
  return {
    id: CABLED,
    name: "Coordinator on a cable",
    code: "COO",
    glyph: "carries",
    service: "network",
    mountHeightM: 2.3,
    box: "ceiling plate",
    drops: [{ ...(cable ? { cableType: cable.id } : {}), count: 1, purpose: "data", end: "panel" }],
    needs: { poeClass: 1, watts: 3 },
  };
}

/** Point and device of a coordinator over cable under a ceiling. */
function cabled(
  design: Design,
  room: RoomRow,
): { changes: Change[]; device: DeviceRow; at: Spot; point: PointRow } {
  const level = rowOf(design, "levels", room.level);
  const kind = byId(design, "kinds").get(CABLED) ?? cabledKind(design);
  const withKind = byId(design, "kinds").has(CABLED)
    ? design
    : withRows(design, { kinds: [...design.kinds, kind] });
  const [x, y] = placeIn(room);
  const [change] = addPoint(withKind, freeId(design, "points", "coordinator"), CABLED, room.level, { x, y });
  const z = round2(level.ceilingHeightM - UNDER_CEILING_M);
  const point = { ...(change as { put: PointRow }).put, z, name: `Coordinator, ${room.name.toLowerCase()}` };
  const device: DeviceRow = {
    id: freeId(design, "devices", "d-coordinator"),
    point: point.id,
    name: point.name,
    status: "wanted",
    protocol: "PoE",
    cost: round2(inMoney(design, CABLED_PRICE)),
  };
  return {
    changes: [
      ...(withKind === design ? [] : [{ in: "kinds" as const, put: kind }]),
      { in: "points", put: point },
      { in: "devices", put: device },
    ],
    device,
    point,
    at: { x: point.x, y: point.y, z: level.elevationM + z },
  };
}

/** The middle of a room, or its first corner's where the middle lies outside. */
function placeIn({ outline }: RoomRow): readonly [number, number] {
  const middle = centroid(outline);
  if (contains(outline, middle)) return middle;
  const [a, b, c] = outline;
  return [(a![0] + b![0] + c![0]) / 3, (a![1] + b![1] + c![1]) / 3];
}

const indoor = (design: Design) =>
  design.rooms.filter((room) => !room.outdoor && byId(design, "levels").has(room.level));

/** Rooms nearer to one another than this in plan are of one building, m. */
const APART_M = 1.2;

/** Buildings: indoor rooms of all levels that stand together, the largest first. */
export function buildingsOf(design: Design): RoomRow[][] {
  const left = new Set(indoor(design));
  const boxes = new Map([...left].map((room) => [room, boxOf(room.outline)]));
  const near = (one: RoomRow, other: RoomRow) => {
    const [a, b] = [boxes.get(one)!, boxes.get(other)!];
    return Math.max(a.x0 - b.x1, b.x0 - a.x1, a.y0 - b.y1, b.y0 - a.y1) < APART_M;
  };
  const buildings: RoomRow[][] = [];
  for (const first of left) {
    left.delete(first);
    const building = [first];
    for (let i = 0; i < building.length; i++)
      for (const room of left)
        if (near(building[i]!, room)) {
          left.delete(room);
          building.push(room);
        }
    buildings.push(building);
  }
  const size = (rooms: readonly RoomRow[]) => rooms.reduce((sum, { outline }) => sum + area(outline), 0);
  return buildings.sort((a, b) => size(b) - size(a));
}

function judged(
  design: Design,
  profile: string,
  changes: readonly Change[],
): Pick<Remedy, "sound" | "of" | "lowDb" | "singles" | "fails" | "cost" | "whole"> {
  const next = applyChanges(design, [...changes]);
  const band = bandsOf(next).find((one) => one.profile.id === profile)!;
  const reach = reachOf(band);
  const all = band.radios.filter((radio) => !isRoot(radio));
  const margins = all.map(({ row }) => reach.get(row.id)?.marginDb);
  const heard = margins.filter((one) => one !== undefined);
  const singles = singlesOf(band);
  const sound = heard.filter((one) => one >= SOUND_DB).length;
  const [worst] = singles;
  const roots = band.radios.filter(isRoot);
  return {
    sound,
    of: all.length,
    ...(heard.length === all.length && heard.length ? { lowDb: Math.min(...heard) } : {}),
    singles: singles.length,
    fails: worst
      ? `${worst.radio.device.name} takes ${counted(worst.lost.length, "device")} with it`
      : roots.length === 1
        ? `only ${roots[0]!.device.name} itself takes others with it`
        : "each coordinator carries what the other one loses, as far as it is heard",
    cost: round2(costsOf(next).total - costsOf(design).total),
    whole: sound === all.length && !singles.length,
  };
}

/** A band with its coordinator at another place. */
function movedTo(design: Design, band: Band, root: Radio, to: Radio): Band {
  const radios = band.radios.map((radio) => (radio === root ? to : radio));
  const links: Link[] = band.links.filter(({ a, b }) => a !== root && b !== root);
  for (const other of radios) {
    const link = other === to ? undefined : linkOf(design, band.profile, to, other);
    if (link) links.push(link);
  }
  const linksById = new Map<string, Link[]>(radios.map(({ row }) => [row.id, []]));
  for (const link of links) {
    linksById.get(link.a.row.id)!.push(link);
    linksById.get(link.b.row.id)!.push(link);
  }
  return { profile: band.profile, radios, links, linksOf: linksById };
}

/** The room under whose ceiling a coordinator serves the mesh best; undefined where none is better than now. */
function bestRoom(design: Design, band: Band, root: Radio): RoomRow | undefined {
  const { metalDb = 0, ...row } = root.row;
  const free = { ...root, row: { ...row, gainDbi: row.gainDbi + metalDb } };
  const levels = byId(design, "levels");
  const rank = (of: Band) => {
    const reach = reachOf(of);
    const low = Math.min(
      ...of.radios.filter((radio) => !isRoot(radio)).map((one) => reach.get(one.row.id)?.marginDb ?? -99),
    );
    return { left: wanting(of, undefined), low };
  };
  let best = { room: undefined as RoomRow | undefined, ...rank(band) };
  // What was read of it was read where it is.
  const unread = withRows(design, { readings: [] });
  for (const room of indoor(design)) {
    const level = rowIn(levels, room.level, "levels");
    const [x, y] = placeIn(room);
    const z = level.elevationM + level.ceilingHeightM - UNDER_CEILING_M;
    const now = rank(movedTo(unread, band, root, { ...free, x, y, z }));
    if (now.left < best.left - 1e-9 || (now.left < best.left + 1e-9 && now.low > best.low + 0.5))
      best = { room, ...now };
  }
  return best.room;
}

/** All that can be done about a mesh, the whole cures first, the cheapest of them first. */
export function remediesOf(design: Design, profile: string): Remedy[] {
  const band = bandsOf(design).find((one) => one.profile.id === profile);
  if (!band || band.profile.form !== "mesh" || !band.radios.some(isRoot)) return [];
  // What is sound and hangs on nothing alone needs none.
  if (wanting(band, undefined) <= 1e-9) return [];
  const remedies: Remedy[] = [];
  try {
    const { routers, changes, bound, exact } = proposeRouters(design, band);
    const old = routers.filter(({ existing }) => existing).length;
    remedies.push({
      kind: "routers",
      name: counted(routers.length, "further router"),
      what: `${routers.map(({ name }) => name).join("; ")}${old ? `; ${old} of them there already` : ""}`,
      changes,
      bound,
      exact,
      ...judged(design, profile, changes),
    });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
  }
  const [root] = band.radios.filter(isRoot);
  const room = root && bestRoom(design, band, root);
  if (root && room) {
    const { changes, device } = cabled(design, room);
    const { metalDb = 0, ...row } = root.row;
    const read = design.readings.filter(({ from, by }) => from === row.id || by === row.id);
    const all: Change[] = [
      ...changes,
      { in: "radios", put: { ...row, device: device.id, gainDbi: row.gainDbi + metalDb } },
      ...read.map(({ id }): Change => ({ in: "readings", drop: id })),
    ];
    remedies.push({
      kind: "moved",
      name: `Coordinator to ${room.name}`,
      what: `Under its ceiling, over a data cable${read.length ? `; ${counted(read.length, "reading")} of its old place ${read.length === 1 ? "goes" : "go"}` : ""}`,
      changes: all,
      ...judged(design, profile, all),
    });
  }
  const [main, ...others] = [...buildingsOf(design)].sort(
    (a, b) =>
      Number(b.some(({ id }) => id === root?.point.room)) -
      Number(a.some(({ id }) => id === root?.point.room)),
  );
  for (const building of main ? others : []) {
    const rooms = new Set(building.map(({ id }) => id));
    const here = band.radios.filter(({ point }) => rooms.has(point.room));
    if (!here.length || here.some(isRoot)) continue;
    const largest = building.reduce((most, one) => (area(one.outline) > area(most.outline) ? one : most));
    const { changes, device } = cabled(design, largest);
    const all: Change[] = [
      ...changes,
      {
        in: "radios",
        put: radioRow(design, device, band.profile, { routes: true, coordinator: true, supply: "cable" }),
      },
    ];
    remedies.push({
      kind: "outbuilding",
      name: `A coordinator for ${largest.name}`,
      what: `Of its own, over a data cable: ${counted(here.length, "device")} there need nobody in the house`,
      changes: all,
      ...judged(design, profile, all),
    });
  }
  return remedies.sort((a, b) => Number(b.whole) - Number(a.whole) || b.sound - a.sound || a.cost - b.cost);
}
