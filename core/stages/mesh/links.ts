/** The radios of a house by profile, and every pair of them that hears one another. */
import { sameMap } from "../../design/alike";
import { byId, type Design } from "../../design/collections";
import { keptFor, memo, memoByRow } from "../../design/kept";
import type { DeviceRow } from "../../design/rows/register";
import type { PointRow } from "../../design/rows/runs";
import { deliveryOf } from "./loss";
import { rayBetween, type Ray, type Spot } from "./ray";
import type { RadioProfileRow, RadioRow } from "../../design/rows/mesh";
import { sceneOf, type Scene } from "./scene";

/** A radio at its place. */
export interface Radio extends Spot {
  row: RadioRow;
  device: DeviceRow;
  point: PointRow;
}

/** Two radios of one profile of which each hears the other. Levels are of the weaker direction. */
export interface Link {
  a: Radio;
  b: Radio;
  distanceM: number;
  lossDb: number;
  /** As the model has it, or as it was measured. */
  receivedDbm: number;
  /** What the model says where a reading says otherwise. */
  modelledDbm?: number;
  /** Above what the ear needs, dB: before fade. */
  aboveDb: number;
  marginDb: number;
  /** Messages that arrive, from a to b and back. */
  ab: number;
  ba: number;
  /** Messages that have to be sent until one has arrived and its receipt too. */
  etx: number;
}

const placed = memoByRow("placed", (design, row: RadioRow, also): Radio | undefined => {
  const [device, point] = also as readonly [DeviceRow, PointRow];
  const level = byId(design, "levels").get(point.level);
  return level && { row, device, point, x: point.x, y: point.y, z: level.elevationM + point.z };
});

/** Device and point of a radio as one value that stays the same while both do. */
const standOf = memoByRow("standOf", (design, row: RadioRow) => {
  const device = byId(design, "devices").get(row.device);
  const point = device && byId(design, "points").get(device.point);
  return device && point ? ([device, point] as const) : undefined;
});

/** The pair given last for a radio: given again while neither device nor point changed. */
const lastStands = keptFor(() => new Map<string, readonly [DeviceRow, PointRow]>());

function steadyStand(design: Design, row: RadioRow): readonly [DeviceRow, PointRow] | undefined {
  const now = standOf(design, row);
  if (!now) return undefined;
  const last = lastStands(design).get(row.id);
  if (last?.[0] === now[0] && last[1] === now[1]) return last;
  lastStands(design).set(row.id, now);
  return now;
}

/** Every radio that has a place, by id. A radio that did not change is the same object, and so is the list of all. */
export const radiosOf = memo(
  "radiosOf",
  (design): ReadonlyMap<string, Radio> =>
    new Map(
      design.radios.flatMap((row) => {
        const stand = steadyStand(design, row);
        const radio = stand && placed(design, row, stand);
        return radio ? [[row.id, radio] as const] : [];
      }),
    ),
  sameMap,
);

/** Radios of a profile, in the order of the collection. */
export const radiosOfProfile = (design: Design, profile: string): Radio[] =>
  [...radiosOf(design).values()].filter(({ row }) => row.profile === profile);

/** What `to` receives of `from` over a loss, dBm. */
export const receivedDbm = (from: RadioRow, to: Pick<RadioRow, "gainDbi">, lossDb: number) =>
  from.txDbm + from.gainDbi + to.gainDbi - lossDb;

/** Rays between radios, kept while both stay where they are and the house as it is. */
const raysOf = keptFor(() => ({
  scene: undefined as Scene | undefined,
  rays: new WeakMap<Radio, WeakMap<Radio, { profile: RadioProfileRow; ray: Ray }>>(),
}));

/** The ray between any two radios of a house. */
export function raysIn(design: Design): (profile: RadioProfileRow, a: Radio, b: Radio) => Ray {
  const kept = raysOf(design);
  const scene = sceneOf(design);
  if (kept.scene !== scene) {
    kept.scene = scene;
    kept.rays = new WeakMap();
  }
  const { rays } = kept;
  return (profile, a, b) => {
    let own = rays.get(a);
    if (!own) rays.set(a, (own = new WeakMap()));
    const known = own.get(b);
    if (known?.profile === profile) return known.ray;
    const ray = rayBetween(scene, profile, a, b);
    own.set(b, { profile, ray });
    return ray;
  };
}

/** The ray between two radios. */
export const rayOf = (design: Design, profile: RadioProfileRow, a: Radio, b: Radio): Ray =>
  raysIn(design)(profile, a, b);

/** What was measured between two radios, dBm: the mean where it was read several times. By `from by`. */
const measuredOf = memo("measuredOf", (design): ReadonlyMap<string, number> => {
  const sums = new Map<string, { sum: number; count: number }>();
  for (const { from, by, dbm } of design.readings) {
    if (by === undefined) continue;
    const key = `${from} ${by}`;
    const known = sums.get(key) ?? { sum: 0, count: 0 };
    sums.set(key, { sum: known.sum + dbm, count: known.count + 1 });
  }
  return new Map([...sums].map(([key, { sum, count }]) => [key, sum / count]));
});

interface Heard {
  dbm: number;
  aboveDb: number;
  modelledDbm?: number;
}

function heard(design: Design, from: Radio, to: Radio, lossDb: number): Heard {
  const modelled = receivedDbm(from.row, to.row, lossDb);
  // Read one way round it holds the other way round too, by the difference of the two radios.
  const measured = measuredOf(design);
  const there = measured.get(`${from.row.id} ${to.row.id}`);
  const back = measured.get(`${to.row.id} ${from.row.id}`);
  const dbm = there ?? (back === undefined ? modelled : back + from.row.txDbm - to.row.txDbm);
  return {
    dbm,
    aboveDb: dbm - to.row.sensitivityDbm,
    ...(dbm === modelled ? {} : { modelledDbm: modelled }),
  };
}

/** The link of two radios of a profile; undefined where one does not hear the other at all. */
export function linkOf(design: Design, profile: RadioProfileRow, a: Radio, b: Radio): Link | undefined {
  const { distanceM, lossDb } = rayOf(design, profile, a, b);
  const [there, back] = [heard(design, a, b, lossDb), heard(design, b, a, lossDb)];
  const weaker = back.aboveDb < there.aboveDb ? back : there;
  if (weaker.aboveDb < 0) return undefined;
  const [ab, ba] = [deliveryOf(there.aboveDb), deliveryOf(back.aboveDb)];
  return {
    a,
    b,
    distanceM,
    lossDb,
    receivedDbm: weaker.dbm,
    ...(weaker.modelledDbm === undefined ? {} : { modelledDbm: weaker.modelledDbm }),
    aboveDb: weaker.aboveDb,
    marginDb: weaker.aboveDb - profile.fadeDb,
    ab,
    ba,
    etx: 1 / (ab * ba),
  };
}

/** The radios of one profile and all links among them. */
export interface Band {
  profile: RadioProfileRow;
  radios: readonly Radio[];
  links: readonly Link[];
  /** Of each radio, by its id. */
  linksOf: ReadonlyMap<string, readonly Link[]>;
}

/** The other end of a link. */
export const otherEnd = (link: Link, id: string): Radio => (link.a.row.id === id ? link.b : link.a);

/** Every profile that has radios. */
export const bandsOf = memo("bandsOf", (design): readonly Band[] =>
  design.radioProfiles.flatMap((profile): Band[] => {
    const radios = radiosOfProfile(design, profile.id);
    if (!radios.length) return [];
    const links = radios.flatMap((a, i) =>
      radios.slice(i + 1).flatMap((b) => linkOf(design, profile, a, b) ?? []),
    );
    const linksById = new Map<string, Link[]>(radios.map(({ row }) => [row.id, []]));
    for (const link of links) {
      linksById.get(link.a.row.id)!.push(link);
      linksById.get(link.b.row.id)!.push(link);
    }
    return [{ profile, radios, links, linksOf: linksById }];
  }),
);
