/**
 * Channels of 2.4 GHz: what networks of the house and of neighbours leave of each channel a mesh could take, at the
 * device where it is worst.
 */
import { regionOf } from "./regions";
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Working } from "../../desk/working";
import { bandsOf, raysIn, receivedDbm, type Band, type Radio } from "./links";
import { reachesOf } from "./routes";

/** Channels of IEEE 802.15.4 at 2.4 GHz. */
export const MESH_CHANNELS: readonly number[] = Array.from({ length: 16 }, (_, i) => 11 + i);

/** Middle of a mesh channel, MHz. */
export const meshMhz = (channel: number) => 2405 + 5 * (channel - 11);
/** Middle of a network's channel at 2.4 GHz, MHz. */
export const networkMhz = (channel: number) => 2412 + 5 * (channel - 1);
/** Width of a mesh channel, MHz. */
export const MESH_MHZ = 2;

/** A mesh that hears this much more than what disturbs it goes on undisturbed, dB: typical of such receivers. */
export const CLEAR_DB = 10;

/** How much fainter a network of 20 MHz sends so far from its middle, MHz and dB (IEEE 802.11, spectral mask). */
const MASK: readonly (readonly [mhz: number, db: number])[] = [
  [9, 0],
  [11, -20],
  [20, -28],
  [30, -40],
];
/** Further off than the mask goes nothing is heard of it. */
const MOST_BESIDE = 2;

/** dB by which a network is fainter at a distance from its middle than within it; undefined where it is not heard. */
export function maskDb(offMhz: number, widthMhz: number): number | undefined {
  // A wider network has the same mask, stretched.
  const off = (Math.abs(offMhz) * 20) / widthMhz;
  if (off > MASK.at(-1)![0] * MOST_BESIDE) return undefined;
  if (off <= MASK[0]![0]) return 0;
  for (let i = 1; i < MASK.length; i++) {
    const [[from, high], [to, low]] = [MASK[i - 1]!, MASK[i]!];
    if (off <= to) return high + ((low - high) * (off - from)) / (to - from);
  }
  return MASK.at(-1)![1];
}

/** What of a network's power falls into a mesh channel, dB; undefined where nothing does. */
export function overlapDb(channel: number, network: Pick<Network, "mhz" | "widthMhz">): number | undefined {
  const mask = maskDb(meshMhz(channel) - network.mhz, network.widthMhz);
  return mask === undefined ? undefined : 10 * Math.log10(Math.min(1, MESH_MHZ / network.widthMhz)) + mask;
}

/** A network of 2.4 GHz that a mesh hears. */
export interface Network {
  id: string;
  name: string;
  own: boolean;
  channel: number;
  mhz: number;
  widthMhz: number;
  /** How loud it is at a radio of the mesh, dBm; undefined where it is not heard there. */
  at(radio: Radio): number | undefined;
}

const WIDTH_MHZ = 20;

/** Networks of the house by access point, and the neighbours'. */
export function networksOf(design: Design, mesh: Band): Network[] {
  const rayOf = raysIn(design);
  const own = bandsOf(design)
    .filter(({ profile }) => profile.form === "network" && profile.mhz < 3000)
    .flatMap(({ profile, radios }) =>
      radios
        .filter(({ row }) => row.coordinator === true)
        .flatMap((radio): Network[] => {
          const channel = radio.row.channel ?? profile.channel;
          if (channel === undefined) return [];
          return [
            {
              id: radio.row.id,
              name: radio.device.name,
              own: true,
              channel,
              mhz: networkMhz(channel),
              widthMhz: radio.row.widthMhz ?? profile.widthMhz ?? WIDTH_MHZ,
              at: (to) => receivedDbm(radio.row, to.row, rayOf(mesh.profile, radio, to).lossDb),
            },
          ];
        }),
    );
  const neighbours = design.neighbours
    .filter(({ form }) => form === "network")
    .map((row): Network => ({
      id: row.id,
      name: row.name ?? `neighbour on ${row.channel}`,
      own: false,
      channel: row.channel,
      mhz: networkMhz(row.channel),
      widthMhz: row.widthMhz ?? WIDTH_MHZ,
      at: ({ point }) => (row.room === undefined || row.room === point.room ? row.dbm : undefined),
    }));
  return [...own, ...neighbours];
}

/** What a channel leaves at the device where it leaves least. */
export interface ChannelFound {
  channel: number;
  mhz: number;
  /** Level of the device's link above all that falls into the channel there, dB; Infinity where nothing does. */
  clearDb: number;
  /** Where that is. */
  worst?: Radio;
  signalDbm?: number;
  /** All that disturbs it there. */
  noiseDbm?: number;
  /** The loudest of it. */
  by?: Network;
  /** Another mesh is on it. */
  taken?: string;
  /** At the edge of the band: sent on with less power in this region. */
  weak?: boolean;
}

const mw = (dbm: number) => 10 ** (dbm / 10);

function channelAt(
  channel: number,
  signals: readonly (readonly [Radio, number])[],
  networks: readonly Network[],
): ChannelFound {
  let found: ChannelFound = { channel, mhz: meshMhz(channel), clearDb: Infinity };
  for (const [radio, signalDbm] of signals) {
    let sum = 0;
    let loudest: { network: Network; dbm: number } | undefined;
    for (const network of networks) {
      const level = network.at(radio);
      const share = overlapDb(channel, network);
      if (level === undefined || share === undefined) continue;
      sum += mw(level + share);
      if (!loudest || level + share > loudest.dbm) loudest = { network, dbm: level + share };
    }
    if (!loudest) continue;
    const noiseDbm = 10 * Math.log10(sum);
    const clearDb = signalDbm - noiseDbm;
    if (clearDb < found.clearDb)
      found = { ...found, clearDb, worst: radio, signalDbm, noiseDbm, by: loudest.network };
  }
  return found;
}

/** Every channel of a mesh, in their order. */
function channelsOf(design: Design, band: Band): ChannelFound[] {
  const networks = networksOf(design, band);
  const reach = reachesOf(design).get(band.profile.id)!;
  // What each device hears of the one that passes its messages on.
  const signals = [...reach.values()].map(({ radio, parent }) => {
    const link = band.linksOf.get(radio.row.id)!.find(({ a, b }) => a === parent || b === parent)!;
    return [radio, link.receivedDbm] as const;
  });
  const weak = regionOf(design)?.weakMeshChannels ?? [];
  return MESH_CHANNELS.map((channel) => {
    const other = design.neighbours.find((row) => row.form === "mesh" && row.channel === channel);
    return {
      ...channelAt(channel, signals, networks),
      ...(other ? { taken: other.name ?? "a neighbour's mesh" } : {}),
      ...(weak.includes(channel) ? { weak: true } : {}),
    };
  });
}

export interface ChannelPlan {
  band: Band;
  networks: readonly Network[];
  channels: readonly ChannelFound[];
  /** The best first; what another mesh is on comes after all that are free, weak ones after those of full power. */
  ranked: readonly ChannelFound[];
  /** The one it is set to. */
  now?: ChannelFound;
}

/** Whether a frequency is of the band that networks and meshes share at 2.4 GHz. */
export const inBand = (mhz: number) => mhz > 2390 && mhz < 2490;

/** Meshes of 2.4 GHz with what each channel leaves them. */
export const channelPlans = memo("channelPlans", (design): readonly ChannelPlan[] =>
  bandsOf(design)
    .filter(({ profile }) => profile.form === "mesh" && inBand(profile.mhz))
    .map((band) => {
      const channels = channelsOf(design, band);
      const ranked = [...channels].sort(
        (a, b) =>
          Number(a.taken !== undefined) - Number(b.taken !== undefined) ||
          Number(a.weak === true) - Number(b.weak === true) ||
          (a.clearDb === b.clearDb ? a.channel - b.channel : b.clearDb - a.clearDb),
      );
      const now = channels.find(({ channel }) => channel === band.profile.channel);
      return { band, networks: networksOf(design, band), channels, ranked, ...(now ? { now } : {}) };
    }),
);

/** How clear a channel is, at the device where it is worst. */
export function channelWorking(plan: ChannelPlan, one: ChannelFound): Working {
  const { worst, signalDbm = 0, noiseDbm = 0 } = one;
  const heard = worst
    ? plan.networks.flatMap((network) => {
        const [level, share] = [network.at(worst), overlapDb(one.channel, network)];
        return level === undefined || share === undefined ? [] : [{ network, level, share }];
      })
    : [];
  return {
    title: `Channel ${one.channel} at ${worst?.device.name ?? "every device"}`,
    value: Number.isFinite(one.clearDb) ? one.clearDb : 0,
    unit: "dB",
    limit: {
      value: CLEAR_DB,
      unit: "dB",
      source: "what such a receiver wants above what disturbs it, typical",
    },
    verdict: one.clearDb >= CLEAR_DB ? "holds" : "fails",
    steps: worst
      ? [
          {
            formula: "Heard of the one it hangs on",
            with: `${worst.device.name}, ${one.mhz} MHz`,
            gives: `${signalDbm.toFixed(1)} dBm`,
            source: "links",
          },
          ...heard.map(({ network, level, share }) => ({
            formula: network.name,
            with: `${level.toFixed(1)} dBm on channel ${network.channel}, ${network.widthMhz} MHz wide; of that ${share.toFixed(1)} dB falls into ${MESH_MHZ} MHz`,
            gives: `${(level + share).toFixed(1)} dBm`,
            source: network.own ? "access point, spectral mask of IEEE 802.11" : "scan",
          })),
          { formula: "All of them", with: "powers added", gives: `${noiseDbm.toFixed(1)} dBm`, source: "" },
          { formula: "Left", with: "", gives: `${one.clearDb.toFixed(1)} dB`, source: "" },
        ]
      : [{ formula: "Nothing falls into it", with: "", gives: "clear", source: "" }],
  };
}
