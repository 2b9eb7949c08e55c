/**
 * What radio may use where (ITU-T G.9959 annex A for meshes below 1 GHz; ETSI EN 300 328 and FCC part 15 at 2.4 GHz),
 * by the house's time zone: local rules decide, and change.
 */
import type { Design } from "../../design/collections";

export interface Region {
  name: string;
  /** Channels of networks at 2.4 GHz that are open. */
  lastNetworkChannel: number;
  /** Channels of a mesh at 2.4 GHz that are sent on with less power, at the edge of the band. */
  weakMeshChannels: readonly number[];
  /** Frequencies of meshes below 1 GHz, MHz. */
  subGhz: readonly number[];
  /** Band of one-way remotes, MHz. */
  remotes: readonly number[];
  source: string;
}

const EUROPE: Region = {
  name: "Europe",
  lastNetworkChannel: 13,
  weakMeshChannels: [],
  subGhz: [868.42, 869.85],
  remotes: [433.05, 434.79],
  source: "ETSI EN 300 328, ITU-T G.9959",
};
const AMERICAS: Region = {
  name: "the Americas",
  lastNetworkChannel: 11,
  weakMeshChannels: [26],
  subGhz: [908.42, 916],
  remotes: [315, 433.92],
  source: "FCC part 15, ITU-T G.9959",
};
const OCEANIA: Region = {
  name: "Australia and New Zealand",
  lastNetworkChannel: 13,
  weakMeshChannels: [],
  subGhz: [919.8, 921.42],
  remotes: [433.05, 434.79],
  source: "ITU-T G.9959",
};
const JAPAN: Region = {
  name: "Japan",
  lastNetworkChannel: 13,
  weakMeshChannels: [],
  subGhz: [922.5, 923.9, 926.3],
  remotes: [312, 315.25],
  source: "ITU-T G.9959",
};

const BY_ZONE: readonly (readonly [RegExp, Region])[] = [
  [/^(Europe|Africa|Atlantic|Arctic)\//, EUROPE],
  [/^(America|US|Canada)\/|^Pacific\/Honolulu$/, AMERICAS],
  [/^Australia\/|^Pacific\/(Auckland|Chatham)$/, OCEANIA],
  [/^Asia\/Tokyo$|^Japan$/, JAPAN],
];

/** The region of a house; undefined where the tables know nothing of it. */
export const regionOf = ({ design: { zone } }: Pick<Design, "design">): Region | undefined =>
  BY_ZONE.find(([zones]) => zones.test(zone))?.[1];

/** So near to a frequency of the list, MHz, it is that one. */
const SAME_MHZ = 0.3;
/** Bands below 1 GHz that meshes use anywhere, MHz. */
const [LOW_MHZ, HIGH_MHZ] = [860, 930];

/** Whether a mesh of that frequency is one of those below 1 GHz. */
export const isSubGhz = (mhz: number) => mhz >= LOW_MHZ && mhz <= HIGH_MHZ;

/** The frequency a mesh below 1 GHz should have in a region, where it has none that is open there. */
export function openSubGhz(region: Region, mhz: number): number | undefined {
  if (!isSubGhz(mhz) || region.subGhz.some((own) => Math.abs(own - mhz) < SAME_MHZ)) return undefined;
  return region.subGhz[0];
}
