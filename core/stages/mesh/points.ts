/**
 * Access points: what is heard of them where people use them, how their cells lie over one another, who hangs on
 * which, and where the fewest more go.
 */
import { byId, type Design, rowOf, rowIn } from "../../design/collections";
import { keptFor, memo, memoByRow } from "../../design/kept";
import { applyChanges, type Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { fail } from "../../design/input-error";
import { inMoney } from "../../design/labour";
import { boxOf, centroid, contains } from "../../geometry/polygon";
import { round2 } from "../../geometry/round";
import { addPoint } from "../house/points";
import type { RoomRow } from "../../design/rows/house-structure";
import type { DeviceRow } from "../../design/rows/register";
import type { PointRow } from "../../design/rows/runs";
import { leastCover } from "./cover";
import { bandsOf, radiosOf, rayOf, receivedDbm, type Band, type Radio } from "./links";
import { UNDER_CEILING_M } from "./place";
import { missingRadios } from "./put-radios";
import { rayBetween, type Spot } from "./ray";
import { isRoot } from "./routes";
import type { RadioProfileRow } from "../../design/rows/mesh";
import { sceneOf } from "./scene";

/** Rooms in which people sit with something in the hand: the others only hear what comes through. */
const USED: ReadonlySet<RoomRow["type"]> = new Set(["living", "kitchen", "sleeping", "work"]);
/** Places of use are so far from one another, and so high above the floor, m. */
const EVERY_M = 1;
export const USE_M = 1;
/** Share of a room's places that have to hear as much as is wanted. */
export const SHARE = 0.95;
/** What a phone hands over at: the next one has to be heard so well by then, dBm (typical). */
export const ROAM_DBM = -75;
/** Access points on one channel that hear one another louder than this take turns, dBm. */
export const TURNS_DBM = -82;
/** Things each of the household carries about, typical. */
export const CARRIED = 3;
/** Target where a profile names none, dBm. */
const USUAL_TARGET_DBM = -67;

export interface Use {
  room: RoomRow;
  at: Spot;
}

/** Places of use of a room, a metre apart; its middle where it is smaller. */
function placesOf(room: RoomRow, z: number): Use[] {
  const { x0, x1, y0, y1 } = boxOf(room.outline);
  const along = (from: number, to: number) => {
    const count = Math.max(1, Math.floor((to - from) / EVERY_M));
    return Array.from({ length: count }, (_, i) => from + ((i + 0.5) * (to - from)) / count);
  };
  const found = along(x0, x1).flatMap((x) =>
    along(y0, y1)
      .filter((y) => contains(room.outline, [x, y]))
      .map((y): Use => ({ room, at: { x, y, z } })),
  );
  if (found.length) return found;
  const [x, y] = centroid(room.outline);
  return [{ room, at: { x, y, z } }];
}

/** All places of use of a house. */
export const usesOf = memo("usesOf", (design): readonly Use[] =>
  design.rooms
    .filter((room) => !room.outdoor && USED.has(room.type) && byId(design, "levels").has(room.level))
    .flatMap((room) => placesOf(room, rowOf(design, "levels", room.level).elevationM + USE_M)),
);

export const targetOf = ({ targetDbm }: RadioProfileRow) => targetDbm ?? USUAL_TARGET_DBM;

/** What one radio hears of an access point as a usual client would, dBm. */
const levelAt = (design: Design, profile: RadioProfileRow, point: Radio, at: Radio): number =>
  receivedDbm(point.row, { gainDbi: profile.gainDbi }, rayOf(design, profile, point, at).lossDb);

/** What is heard of access points at the places of use, kept while both stay as they are. */
const heardOf = keptFor(() => new WeakMap<Radio, { keys: readonly unknown[]; dbm: Float64Array }>());

/** What is heard of an access point at every place of use, dBm. */
function levelsOf(design: Design, profile: RadioProfileRow, point: Radio): Float64Array {
  const scene = sceneOf(design);
  const uses = usesOf(design);
  const kept = heardOf(design);
  const known = kept.get(point);
  const keys = [scene, uses, profile];
  if (known?.keys.every((one, n) => one === keys[n])) return known.dbm;
  const dbm = Float64Array.from(uses, ({ at }) =>
    receivedDbm(point.row, { gainDbi: profile.gainDbi }, rayBetween(scene, profile, point, at).lossDb),
  );
  kept.set(point, { keys, dbm });
  return dbm;
}

/** A room as its access points serve it. */
export interface RoomServed {
  room: RoomRow;
  /** Of its places, so many hear as much as is wanted. */
  share: number;
  /** Heard at the worst of its places, dBm; −Infinity without an access point. */
  worstDbm: number;
  /** Served most of it. */
  by?: Radio;
  /** Share of its places where the next one is heard well enough to hand over to. */
  next: number;
}

/** An access point with what it does. */
export interface PointServes {
  radio: Radio;
  channel?: number;
  rooms: readonly RoomRow[];
  /** Devices of the design that hang on it. */
  devices: readonly Radio[];
  /** What the household carries, by the share of places it serves. */
  carried: number;
  most: number;
  /** Others on its channel that it hears: they take turns. */
  turns: readonly { other: Radio; dbm: number }[];
}

export interface Served {
  band: Band;
  targetDbm: number;
  rooms: readonly RoomServed[];
  points: readonly PointServes[];
}

const channelOf = ({ profile }: Band, { row }: Radio) => row.channel ?? profile.channel;

function servedOf(design: Design, band: Band): Served {
  const { profile } = band;
  const targetDbm = targetOf(profile);
  const points = band.radios.filter(isRoot);
  const levels = points.map((radio) => levelsOf(design, profile, radio));
  const heard = usesOf(design).map(({ room }, n) => {
    const there = points.map((radio, p) => ({ radio, dbm: levels[p]![n]! })).sort((a, b) => b.dbm - a.dbm);
    return { room, best: there[0], second: there[1] };
  });
  const rooms = [...new Set(heard.map(({ room }) => room))].map((room): RoomServed => {
    const own = heard.filter((one) => one.room === room);
    const by = new Map<Radio, number>();
    for (const { best } of own) if (best) by.set(best.radio, (by.get(best.radio) ?? 0) + 1);
    const [most] = [...by].sort((a, b) => b[1] - a[1]);
    return {
      room,
      share: own.filter(({ best }) => (best?.dbm ?? -Infinity) >= targetDbm).length / own.length,
      worstDbm: Math.min(...own.map(({ best }) => best?.dbm ?? -Infinity)),
      ...(most ? { by: most[0] } : {}),
      next: own.filter(({ second }) => (second?.dbm ?? -Infinity) >= ROAM_DBM).length / own.length,
    };
  });
  const carried = CARRIED * design.people.length;
  return {
    band,
    targetDbm,
    rooms,
    points: points.map((radio): PointServes => {
      const channel = channelOf(band, radio);
      const share = heard.filter(({ best }) => best?.radio === radio).length / (heard.length || 1);
      return {
        radio,
        ...(channel === undefined ? {} : { channel }),
        rooms: rooms.filter(({ by }) => by === radio).map(({ room }) => room),
        devices: band.radios.filter(
          (one) =>
            !isRoot(one) &&
            points.every(
              (other) =>
                other === radio ||
                levelAt(design, profile, other, one) <= levelAt(design, profile, radio, one),
            ),
        ),
        carried: carried * share,
        most: profile.maxChildren,
        turns: points
          .filter((other) => other !== radio && channelOf(band, other) === channel && channel !== undefined)
          .map((other) => ({ other, dbm: levelAt(design, profile, other, radio) }))
          .filter(({ dbm }) => dbm > TURNS_DBM),
      };
    }),
  };
}

/** Networks with what they do, by profile. */
export const servedByOf = memo(
  "servedByOf",
  (design): ReadonlyMap<string, Served> =>
    new Map(
      bandsOf(design)
        .filter(({ profile }) => profile.form === "network")
        .map((band) => [band.profile.id, servedOf(design, band)]),
    ),
);

/** More access points: the fewest under the ceilings so that every place of use that can hear enough does. */
export interface PointsProposal {
  rooms: readonly RoomRow[];
  /** No choice of ceilings does with fewer. */
  bound: number;
  exact: boolean;
  /** Places of use that hear enough, before and after, of so many. */
  before: number;
  after: number;
  of: number;
  changes: Change[];
}

const PRICE = 164;

/** Channels access points are spread over: those at 2.4 GHz that do not lie over one another, those of 40 MHz at 5. */
export const SPREAD: Readonly<Record<"2.4" | "5", readonly number[]>> = {
  "2.4": [1, 6, 11],
  "5": [36, 44, 52, 60, 100, 108, 116, 124],
};

/** The channel on which an access point hears least of others that have theirs. */
function quietest(
  design: Design,
  profile: RadioProfileRow,
  radio: Radio,
  others: readonly Radio[],
  channelOf: (one: Radio) => number | undefined,
): number {
  const loud = (channel: number) =>
    Math.max(
      -200,
      ...others
        .filter((other) => channelOf(other) === channel)
        .map((other) => levelAt(design, profile, other, radio)),
    );
  return SPREAD[profile.mhz < 3000 ? "2.4" : "5"].reduce((best, one) =>
    loud(one) < loud(best) ? one : best,
  );
}

/** One under the ceiling of a room, with its data drop, its device and the radios of both bands. */
function changesFor(design: Design, rooms: readonly RoomRow[]): Change[] {
  let next = design;
  const all: Change[] = [];
  const take = (changes: readonly Change[]) => {
    all.push(...changes);
    next = applyChanges(next, [...changes]);
  };
  for (const room of rooms) {
    const id = freeId(next, "points", "access-point");
    const [x, y] = centroid(room.outline);
    const [added] = addPoint(next, id, "access-point", room.level, { x, y });
    const level = rowOf(next, "levels", room.level);
    const point: PointRow = {
      ...(added as { put: PointRow }).put,
      z: round2(level.ceilingHeightM - UNDER_CEILING_M),
    };
    const device: DeviceRow = {
      id: freeId(next, "devices", "d-access-point"),
      point: id,
      name: point.name,
      status: "wanted",
      protocol: "PoE",
      cost: round2(inMoney(design, PRICE)),
    };
    take([
      { in: "points", put: point },
      { in: "devices", put: device },
    ]);
    take(
      missingRadios(next)
        .filter((one) => one.device.id === device.id)
        .map(({ row }): Change => ({ in: "radios", put: row })),
    );
    for (const radio of [...radiosOf(next).values()].filter((one) => one.device.id === device.id)) {
      const profile = rowOf(next, "radioProfiles", radio.row.profile);
      const others = [...radiosOf(next).values()].filter(
        (one) => one !== radio && one.row.profile === profile.id && isRoot(one),
      );
      const channel = quietest(next, profile, radio, others, (one) => one.row.channel ?? profile.channel);
      take([{ in: "radios", put: { ...radio.row, channel } }]);
    }
  }
  return all;
}

type Found = Omit<PointsProposal, "changes">;

/** A search for places, asked again of the same not made again. */
const proposed = memoByRow("proposed", (design, profile: RadioProfileRow): Found =>
  searchPoints(design, profile),
);

/**
 * Where the fewest more access points go.
 * @param profile the band that has to be heard: the higher one is the harder
 * @throws InputError where none is needed, none would help, or the design has no kind of that name
 */
export function proposePoints(design: Design, profile: string): PointsProposal {
  if (!byId(design, "kinds").has("access-point")) fail("Kind", "access-point is not one of this design");
  const row = byId(design, "radioProfiles").get(profile) ?? fail("Band", "is not a profile of this design");
  const found = proposed(design, row);
  return { ...found, changes: changesFor(design, found.rooms) };
}

function searchPoints(design: Design, row: RadioProfileRow): Found {
  const target = targetOf(row);
  const there = [...radiosOf(design).values()].filter((one) => one.row.profile === row.id && isRoot(one));
  const uses = usesOf(design);
  const heard = there.map((radio) => levelsOf(design, row, radio));
  const deaf = uses.filter((_, n) => heard.every((dbm) => dbm[n]! < target));
  const levels = byId(design, "levels");
  const scene = sceneOf(design);
  const candidates = design.rooms.filter(
    (room) => !room.outdoor && levels.has(room.level) && contains(room.outline, centroid(room.outline)),
  );
  const sets = candidates.map((room) => {
    const [x, y] = centroid(room.outline);
    const level = rowIn(levels, room.level, "levels");
    const z = level.elevationM + level.ceilingHeightM - UNDER_CEILING_M;
    return deaf.flatMap(({ at }, i) => {
      const { lossDb } = rayBetween(scene, row, { x, y, z }, at);
      return row.txDbm + 2 * row.gainDbi - lossDb >= target ? [i] : [];
    });
  });
  if (!deaf.length) fail("Access points", "are enough: every place of use hears what is wanted");
  const { chosen, bound, exact, left } = leastCover(sets, deaf.length);
  if (!chosen.length) fail("Access points", "under no ceiling would be heard there");
  const rooms = chosen.map((i) => candidates[i]!);
  return {
    rooms,
    bound,
    exact,
    before: uses.length - deaf.length,
    after: uses.length - left.length,
    of: uses.length,
  };
}

/** Other channels for access points that take turns, one after another. */
export function spreadChannels(design: Design, { band }: Served): Change[] {
  const given = new Map<Radio, number>();
  for (const radio of band.radios.filter(isRoot))
    given.set(
      radio,
      quietest(design, band.profile, radio, [...given.keys()], (one) => given.get(one)),
    );
  return [...given].flatMap(([{ row }, channel]): Change[] =>
    row.channel === channel ? [] : [{ in: "radios", put: { ...row, channel } }],
  );
}
