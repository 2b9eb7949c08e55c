/** Where further routers go: the fewest that make every device sound, of places where one can be plugged in. */
import { freeId } from "../../design/free-id";
import type { Change } from "../../design/edit";
import { byId, type Design } from "../../design/collections";
import { centroid, contains } from "../../geometry/polygon";
import { distance } from "../../geometry/segment";
import { round2 } from "../../geometry/round";
import { fail } from "../../design/input-error";
import type { RoomRow } from "../house/rows-house";
import { addPoint } from "../house/points";
import type { DeviceRow } from "../register/rows";
import type { PointRow } from "../runs/rows";
import { cutBy } from "./cut-off";
import { linkOf, otherEnd, type Band, type Link, type Radio } from "./links";
import { SOUND_DB } from "./loss";
import { radioRow } from "./put-radios";
import { isRoot, lostWithout, reachOf, singlesOf } from "./routes";

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
export const ROUTER_PRICE = 24;
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
const UNDER_CEILING_M = 0.1;

/** Every place where a router of a band could be. */
export function candidatesOf(design: Design, band: Band): Candidate[] {
  const levels = byId(design, "levels");
  const { profile } = band;
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
  const given = new Set<string>();
  const sockets = design.rooms
    .filter((room) => !room.outdoor && levels.has(room.level))
    .flatMap((room) => {
      const level = levels.get(room.level)!;
      const places = [
        ...socketsOf(room).map(([x, y]) => ({
          x,
          y,
          z: PLUG_M,
          kind: "plug",
          at: `a socket in ${room.name}`,
        })),
        ...[centroid(room.outline)]
          .filter((at) => contains(room.outline, at))
          .map(([x, y]) => ({
            ...{ x: round2(x), y: round2(y), z: round2(level.ceilingHeightM - UNDER_CEILING_M) },
            ...{ kind: "relay", at: `the ceiling of ${room.name}` },
          })),
      ];
      return places.map(({ x, y, z, kind, at }): Candidate => {
        const id = freeId(design, "radios", "r-router", given);
        const point = { id, kind, level: room.level, room: room.id, x, y, z, name: room.name };
        const device: DeviceRow = {
          id,
          point: id,
          name: `Router, ${room.name.toLowerCase()}`,
          status: "wanted",
          protocol: "Zigbee",
        };
        return {
          name: at,
          radio: {
            row: {
              id,
              device: id,
              profile: profile.id,
              txDbm: profile.txDbm,
              sensitivityDbm: profile.sensitivityDbm,
              gainDbi: profile.gainDbi,
              routes: true,
              supply: "mains",
            },
            device,
            point: point as PointRow,
            x,
            y,
            z: level.elevationM + z,
          },
        };
      });
    });
  return [...could, ...sockets];
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
function wanting(band: Band, wanted: ReadonlySet<string> | undefined): number {
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
  changes: Change[];
}

const soundOf = (band: Band, wanted: ReadonlySet<string>) => {
  const reach = reachOf(band);
  return [...wanted].filter((id) => (reach.get(id)?.marginDb ?? -Infinity) >= SOUND_DB).length;
};

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
    };
    return [
      { in: "points", put: { ...(point as { put: PointRow }).put, z, name: radio.device.name } },
      { in: "devices", put: device },
      {
        in: "radios",
        put: {
          ...radioRow(
            design,
            device,
            byId(design, "radioProfiles").get(radio.row.profile)!,
            {},
            given.radios,
          ),
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
    for (const one of candidates) {
      if (routers.includes(one)) continue;
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
  if (!routers.length)
    fail(
      "Routers",
      left > 0
        ? "would help nowhere: a coordinator of its own there, over cable, or a cable"
        : "are not needed",
    );
  const after = withRadios(design, band, routers);
  return {
    routers,
    before,
    after: soundOf(after, all),
    of: all.size,
    changes: changesFor(design, routers),
  };
}

/** Who is lost when a router goes, by name, for a sentence. */
export const lostNames = (band: Band, radio: Radio): string[] =>
  lostWithout(band, new Set([radio.row.id])).map(({ device }) => device.name);

/** The neighbours a radio has, the strongest first. */
export const heardBy = (band: Band, radio: Radio): { other: Radio; link: Link }[] =>
  band.linksOf
    .get(radio.row.id)!
    .map((link) => ({ other: otherEnd(link, radio.row.id), link }))
    .sort((a, b) => b.link.marginDb - a.link.marginDb);
