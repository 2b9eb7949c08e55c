/** Where further routers go: the fewest that make every device sound, of places where one can be plugged in. */
import { freeId } from "../../design/free-id";
import { memo, memoByRow } from "../../design/kept";
import type { Change } from "../../design/edit";
import { byId, type Design, rowOf } from "../../design/collections";
import { centroid, contains } from "../../geometry/polygon";
import { distance } from "../../geometry/segment";
import { round2 } from "../../geometry/round";
import { inMoney } from "../../design/labour";
import { fail } from "../../design/input-error";
import type { RoomRow } from "../../design/rows/house-structure";
import { addPoint } from "../house/points";
import type { DeviceRow } from "../../design/rows/register";
import type { PointRow } from "../../design/rows/runs";
import { leastCover } from "./cover";
import { cutBy } from "./cut-off";
import { linkOf, otherEnd, type Band, type Link, type Radio } from "./links";
import { SOUND_DB } from "./loss";
import { radioRow } from "./put-radios";
import { isSubGhz } from "./regions";
import type { RadioProfileRow, RadioRow } from "../../design/rows/mesh";
import { forwards, isRoot, reachOf, singlesOf } from "./routes";

/** A place for a router, or a device there that could be one. */
export interface Candidate {
  name: string;
  radio: Radio;
  /** The radio of an existing device, which only has to pass messages on. */
  existing?: Radio;
}

/** Height of a plug above its floor, and how far from the wall a router on a socket stands, m. */
const PLUG_M = 0.4;
const OFF_WALL_M = 0.15;
/** Price of a router for a socket, in the money of the sample designs. */
const ROUTER_PRICE = 24;
const MOST_ROUTERS = 8;

/** Sockets are looked for about so far from one another. */
const SOCKET_EVERY_M = 2.5;

/** Places along the sides of a room, a little off the wall. */
function socketsOf(room: RoomRow): [number, number][] {
  return room.outline.flatMap((a, i): [number, number][] => {
    const b = room.outline[(i + 1) % room.outline.length]!;
    const length = distance(a, b);
    if (length < 0.8) return [];
    const count = Math.max(1, Math.round(length / SOCKET_EVERY_M));
    const [nx, ny] = [(-(b[1] - a[1]) / length) * OFF_WALL_M, ((b[0] - a[0]) / length) * OFF_WALL_M];
    return Array.from({ length: count }, (_, n) => (n + 0.5) / count).flatMap((t): [number, number][] => {
      const at = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])] as const;
      const inside = [
        [at[0] + nx, at[1] + ny],
        [at[0] - nx, at[1] - ny],
      ].find((one) => contains(room.outline, [one[0]!, one[1]!]));
      return inside ? [[round2(inside[0]!), round2(inside[1]!)]] : [];
    });
  });
}

/** Under the ceiling, so far below it, m. */
export const UNDER_CEILING_M = 0.1;

interface Place {
  room: RoomRow;
  kind: string;
  x: number;
  y: number;
  /** Above the floor, and above the site's zero. */
  z: number;
  heightM: number;
  name: string;
}

/** Sockets along the walls and the middles of ceilings, of all rooms. */
const placesOf = memo("placesOf", (design): readonly Place[] =>
  design.rooms
    .filter((room) => !room.outdoor && byId(design, "levels").has(room.level))
    .flatMap((room) => {
      const { elevationM, ceilingHeightM } = rowOf(design, "levels", room.level);
      const ceiling = round2(ceilingHeightM - UNDER_CEILING_M);
      const middle = centroid(room.outline);
      const at = (x: number, y: number, z: number, kind: string, name: string): Place => ({
        ...{ room, kind, x, y, z, name },
        heightM: elevationM + z,
      });
      return [
        ...socketsOf(room).map(([x, y]) => at(x, y, PLUG_M, "plug", `a socket in ${room.name}`)),
        ...(contains(room.outline, middle)
          ? [at(round2(middle[0]), round2(middle[1]), ceiling, "relay", `the ceiling of ${room.name}`)]
          : []),
      ];
    }),
);

/** What would stand at those places, by profile: the same objects again, so that rays from them are known again. */
const plannedAt = memo(
  "plannedAt",
  (design): ReadonlyMap<string, readonly Candidate[]> =>
    new Map(
      design.radioProfiles
        .filter(({ form }) => form === "mesh")
        .map((profile) => [profile.id, placesOf(design).map((place, n) => plannedRouter(profile, place, n))]),
    ),
);

function plannedRouter(
  profile: RadioProfileRow,
  { room, kind, x, y, z, heightM, name }: Place,
  n: number,
): Candidate {
  // No row may have such an id: it never stands in for one that is there.
  const id = `router ${n}`;
  const point = { id, kind, level: room.level, room: room.id, x, y, z, name: room.name };
  const device: DeviceRow = {
    id,
    point: id,
    name: `Router, ${room.name.toLowerCase()}`,
    status: "wanted",
    protocol: isSubGhz(profile.mhz) ? "868 MHz" : "Zigbee",
  };
  const row: RadioRow = {
    id,
    device: id,
    profile: profile.id,
    txDbm: profile.txDbm,
    sensitivityDbm: profile.sensitivityDbm,
    gainDbi: profile.gainDbi,
    routes: true,
    supply: "mains",
  };
  return { name, radio: { row, device, point: point as PointRow, x, y, z: heightM } };
}

/** Every place where a router of a band could be: what is there already first. */
export function candidatesOf(design: Design, band: Band): Candidate[] {
  const could = band.radios
    .filter(
      (radio) =>
        !isRoot(radio) &&
        !radio.row.routes &&
        radio.row.supply === "mains" &&
        cutBy(design, radio) === undefined,
    )
    .map((radio): Candidate => ({
      name: radio.device.name,
      radio: { ...radio, row: { ...radio.row, routes: true } },
      existing: radio,
    }));
  return [...could, ...(plannedAt(design).get(band.profile.id) ?? [])];
}

/** A band with further radios in it. */
export function withRadios(design: Design, band: Band, more: readonly Candidate[]): Band {
  const replaced = new Map(
    more.flatMap(({ existing, radio }) => (existing ? [[existing.row.id, radio]] : [])),
  );
  const swap = (radio: Radio) => replaced.get(radio.row.id) ?? radio;
  const kept = band.radios.map(swap);
  const added = more.filter(({ existing }) => !existing).map(({ radio }) => radio);
  const links: Link[] = band.links.map((link) =>
    replaced.size ? { ...link, a: swap(link.a), b: swap(link.b) } : link,
  );
  added.forEach((a, i) => {
    for (const b of [...kept, ...added.slice(i + 1)]) {
      const link = linkOf(design, band.profile, a, b);
      if (link) links.push(link);
    }
  });
  const radios = [...kept, ...added];
  const linksById = new Map<string, Link[]>(radios.map(({ row }) => [row.id, []]));
  for (const link of links) {
    linksById.get(link.a.row.id)!.push(link);
    linksById.get(link.b.row.id)!.push(link);
  }
  return { profile: band.profile, radios, links, linksOf: linksById };
}

/** How far a house is from sound: dB that are missing, radio by radio, and those that hang on one router. */
export function wanting(band: Band, wanted: ReadonlySet<string> | undefined): number {
  const reach = reachOf(band);
  let sum = 0;
  for (const radio of band.radios) {
    const { id } = radio.row;
    if (isRoot(radio) || (wanted && !wanted.has(id))) continue;
    // Heard by nobody is as bad as 40 dB too little: a router half way is worth something.
    sum += Math.max(0, SOUND_DB - Math.max(-30, reach.get(id)?.marginDb ?? -30));
  }
  const hanging = new Set(singlesOf(band).flatMap(({ lost }) => lost.map(({ row }) => row.id)));
  for (const id of hanging) if (!wanted || wanted.has(id)) sum += 1;
  return sum;
}

export interface Proposal {
  routers: readonly Candidate[];
  /** Radios that are sound and hang on no single router, before and after, of those it was asked for. */
  before: number;
  after: number;
  of: number;
  /** No choice of these places does with fewer routers. */
  bound: number;
  /** That has been shown by trying: there is no better choice. */
  exact: boolean;
  changes: Change[];
}

const soundOf = (band: Band, wanted: ReadonlySet<string>) => {
  const reach = reachOf(band);
  return [...wanted].filter((id) => (reach.get(id)?.marginDb ?? -Infinity) >= SOUND_DB).length;
};

/**
 * Radios that are not sound, with those that hear one another soundly and pass on as one: each such group needs a new
 * router that hears one of it soundly, as no old one does.
 */
function deafGroups(band: Band, wanted: ReadonlySet<string>): Map<string, number> {
  const reach = reachOf(band);
  const sound = (id: string) => (reach.get(id)?.marginDb ?? -Infinity) >= SOUND_DB;
  const group = new Map<string, number>();
  let count = 0;
  for (const radio of band.radios) {
    if (isRoot(radio) || !wanted.has(radio.row.id) || sound(radio.row.id) || group.has(radio.row.id))
      continue;
    const open = [radio];
    group.set(radio.row.id, count);
    for (let at = open.pop(); at; at = open.pop())
      for (const link of band.linksOf.get(at.row.id)!) {
        const other = otherEnd(link, at.row.id);
        // Two that pass nothing on do not help each other.
        if (link.marginDb < SOUND_DB || sound(other.row.id) || group.has(other.row.id)) continue;
        if (!forwards(at) && !forwards(other)) continue;
        group.set(other.row.id, count);
        open.push(other);
      }
    count += 1;
  }
  return group;
}

/** How many routers there are at the least: so many as it takes to be heard soundly by every deaf group. */
function leastRouters(
  design: Design,
  band: Band,
  candidates: readonly Candidate[],
  wanted: ReadonlySet<string>,
): number {
  const group = deafGroups(band, wanted);
  const touches = candidates.map((one) => {
    const own = new Set<number>();
    const mine = one.existing && group.get(one.existing.row.id);
    if (mine !== undefined) own.add(mine);
    const links = one.existing
      ? band.linksOf.get(one.existing.row.id)!
      : band.radios.flatMap((radio) =>
          group.has(radio.row.id) ? (linkOf(design, band.profile, one.radio, radio) ?? []) : [],
        );
    for (const link of links) {
      const at = group.get(otherEnd(link, one.radio.row.id).row.id);
      if (at !== undefined && link.marginDb >= SOUND_DB) own.add(at);
    }
    return [...own];
  });
  return leastCover(touches, new Set(group.values()).size).bound;
}

/** Choices that are tried at the most to show that no fewer routers would do. */
const MOST_TRIED = 1500;

/** Every choice of `size` out of `count`, in order. */
function* choicesOf(count: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) return void (yield []);
  for (let first = from; first <= count - size; first++)
    for (const rest of choicesOf(count, size - 1, first + 1)) yield [first, ...rest];
}

/** So many choices of `size` out of `count` there are. */
const choicesIn = (count: number, size: number) =>
  Array.from({ length: size }, (_, i) => (count - i) / (i + 1)).reduce((product, one) => product * one, 1);

/**
 * A better choice than one found, or the proof that there is none: all smaller ones tried, where they are not too many.
 */
function smaller(
  design: Design,
  band: Band,
  candidates: readonly Candidate[],
  about: ReadonlySet<string> | undefined,
  { found, left, least }: { found: number; left: number; least: number },
): { routers?: Candidate[]; bound: number } {
  for (let size = Math.max(1, least); size < found; size++) {
    if (choicesIn(candidates.length, size) > MOST_TRIED) return { bound: size };
    for (const chosen of choicesOf(candidates.length, size)) {
      const routers = chosen.map((i) => candidates[i]!);
      if (wanting(withRadios(design, band, routers), about) <= left + 1e-9) return { routers, bound: size };
    }
  }
  return { bound: found };
}

/** The edit that puts routers in: a point, a device and its radio each, or an existing one that routes. */
function changesFor(design: Design, routers: readonly Candidate[]): Change[] {
  const given = { points: new Set<string>(), devices: new Set<string>(), radios: new Set<string>() };
  return routers.flatMap(({ existing, radio }): Change[] => {
    if (existing) return [{ in: "radios", put: { ...existing.row, routes: true } }];
    const id = freeId(design, "points", "router", given.points);
    const { kind, level, z } = radio.point;
    const [point] = addPoint(design, id, kind, level, radio);
    const device: DeviceRow = {
      ...radio.device,
      id: freeId(design, "devices", "d-router", given.devices),
      point: id,
      cost: round2(inMoney(design, ROUTER_PRICE)),
    };
    return [
      { in: "points", put: { ...(point as { put: PointRow }).put, z, name: radio.device.name } },
      { in: "devices", put: device },
      {
        in: "radios",
        put: {
          ...radioRow(design, device, rowOf(design, "radioProfiles", radio.row.profile), {}, given.radios),
          routes: true,
          supply: "mains",
        },
      },
    ];
  });
}

/**
 * Routers that make a band sound with nothing hanging on one: the place that mends most, one after another, then
 * those taken out again that the rest does without.
 * @param wanted radios it is about; all of the band where absent
 * @throws InputError where no place helps
 */
export function proposeRouters(design: Design, band: Band, wanted?: readonly string[]): Proposal {
  const { left, ...rest } = searched(design, band, wanted?.join(" "));
  if (!rest.routers.length)
    fail(
      "Routers",
      left > 0
        ? "would help nowhere: a coordinator of its own there, over cable, or a cable"
        : "are not needed",
    );
  return { ...rest, changes: changesFor(design, rest.routers) };
}

/** A search, asked again of the same not made again; `wanted` as one text, for it is compared. */
const searched = memoByRow("searched", (design, band: Band, wanted): Searched =>
  search(design, band, (wanted as string | undefined)?.split(" ")),
);

type Searched = Omit<Proposal, "changes"> & {
  /** What is left to be wished for. */
  left: number;
};

/**
 * Whether a router there can help at all: a better way leads through it to a radio that was reached worse than its
 * link there is, or round the router that others hang on. Those it hears so are few, and only they are asked.
 */
function helper(design: Design, band: Band): (one: Candidate) => boolean {
  const reach = reachOf(band);
  const hanging = new Set(singlesOf(band).flatMap(({ lost }) => lost.map(({ row }) => row.id)));
  const needy = band.radios.filter(
    (radio) =>
      !isRoot(radio) &&
      (hanging.has(radio.row.id) || (reach.get(radio.row.id)?.marginDb ?? -Infinity) < SOUND_DB),
  );
  const betters = (link: Link | undefined, { row }: Radio) =>
    link !== undefined && (hanging.has(row.id) || link.marginDb > (reach.get(row.id)?.marginDb ?? -Infinity));
  return ({ radio, existing }) =>
    needy.some((other) => {
      if (existing && other.row.id === existing.row.id) return true;
      const link = existing
        ? band.linksOf.get(existing.row.id)!.find((own) => otherEnd(own, existing.row.id) === other)
        : linkOf(design, band.profile, radio, other);
      return betters(link, other);
    });
}

function search(design: Design, band: Band, wanted?: readonly string[]): Searched {
  const about = wanted ? new Set(wanted) : undefined;
  const all = new Set(about ?? band.radios.filter((radio) => !isRoot(radio)).map(({ row }) => row.id));
  const kinds = byId(design, "kinds");
  const candidates = candidatesOf(design, band).filter(
    ({ existing, radio }) => existing !== undefined || kinds.has(radio.point.kind),
  );
  let routers: Candidate[] = [];
  let left = wanting(band, about);
  const before = soundOf(band, all);
  while (left > 0 && routers.length < MOST_ROUTERS) {
    let best: { one: Candidate; left: number } | undefined;
    const now = withRadios(design, band, routers);
    const helps = helper(design, now);
    for (const one of candidates) {
      if (routers.includes(one) || !helps(one)) continue;
      const after = wanting(withRadios(design, now, [one]), about);
      // What is there already is taken before something is bought.
      const better = best === undefined ? after < left - 1e-9 : after < best.left - 1e-9;
      if (better) best = { one, left: after };
    }
    if (!best) break;
    routers.push(best.one);
    left = best.left;
  }
  for (const one of [...routers]) {
    const rest = routers.filter((other) => other !== one);
    if (wanting(withRadios(design, band, rest), about) <= left + 1e-9) routers = rest;
  }
  // Where even all of them leave something, as many as it takes to be heard by all is no bound.
  const least = left > 1e-9 ? 1 : leastRouters(design, band, candidates, all);
  const better = smaller(design, band, candidates, about, { found: routers.length, left, least });
  routers = better.routers ?? routers;
  const after = withRadios(design, band, routers);
  return {
    routers,
    before,
    after: soundOf(after, all),
    of: all.size,
    bound: Math.min(better.bound, routers.length),
    exact: better.bound === routers.length,
    left,
  };
}
