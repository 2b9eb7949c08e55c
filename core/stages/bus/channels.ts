/** Modules as they stand: which channel carries what, from which circuit, and what would go dark with one of them. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { counted } from "../../design/words";
import type { Working } from "../../desk/working";
import { verdictUnder } from "../../desk/working";
import { loadKey, loadOn, loadsOf, mostA, whyNotOn, type Load } from "./loads";
import type { ChannelRow, LinkRow, ModuleRow, ModuleTypeRow } from "../../design/rows/bus";

export interface Channel {
  row: ChannelRow;
  load?: Load;
  /** What it takes, and the most of such a load that the channel carries. */
  watts: number;
  amps: number;
  mostA?: number;
  /** Why it cannot hang there. */
  why?: string;
  /** What feeds it: its own circuit, else that of its load. */
  circuit?: string;
  phase?: string;
  links: readonly LinkRow[];
}

export interface Module {
  row: ModuleRow;
  type: ModuleTypeRow;
  /** By number; a number that stands twice is in here twice. */
  channels: Channel[];
  watts: number;
  /** Heat of its own: in proportion to the channels that have something on them. */
  heatW: number;
  /** Both on one module: nobody who opens it knows what is live. */
  mixes: boolean;
}

const linksByOutput = memo("linksByOutput", (design): ReadonlyMap<string, LinkRow[]> => {
  const links = new Map<string, LinkRow[]>();
  for (const link of design.links) links.set(link.output, [...(links.get(link.output) ?? []), link]);
  return links;
});

const channelsByModule = memo("channelsByModule", (design): ReadonlyMap<string, ChannelRow[]> => {
  const rows = new Map<string, ChannelRow[]>();
  for (const row of design.channels) rows.set(row.module, [...(rows.get(row.module) ?? []), row]);
  for (const list of rows.values()) list.sort((a, b) => a.number - b.number || (a.id < b.id ? -1 : 1));
  return rows;
});

export const isOutput = (type: Pick<ModuleTypeRow, "drives">) =>
  ["relay", "dimmer", "shutter", "analogue"].includes(type.drives);

function channelOf(design: Design, type: ModuleTypeRow, row: ChannelRow): Channel {
  const load = isOutput(type) ? loadOn(design, row) : undefined;
  const watts = row.watts ?? load?.watts ?? 0;
  const most = load && mostA(type, load.nature);
  const why = load && whyNotOn(type, load, watts);
  const circuit = row.circuit ?? load?.circuit;
  const phase = byId(design, "circuits").get(circuit ?? "")?.phase;
  return {
    row,
    ...(load ? { load } : {}),
    watts,
    amps: load ? watts / load.volts : 0,
    ...(most === undefined ? {} : { mostA: most }),
    ...(why === undefined ? {} : { why }),
    ...(circuit === undefined ? {} : { circuit }),
    ...(phase === undefined ? {} : { phase }),
    links: linksByOutput(design).get(row.id) ?? [],
  };
}

/** All modules whose kind is known, in the order they are listed. */
export const modulesOf = memo("modulesOf", (design): Module[] =>
  design.modules.flatMap((row): Module[] => {
    const type = byId(design, "moduleTypes").get(row.kind);
    if (!type) return [];
    const channels = (channelsByModule(design).get(row.id) ?? []).map((one) => channelOf(design, type, one));
    const carried = new Set(channels.flatMap(({ load }) => load?.carries ?? []));
    const used = new Set(channels.filter(({ load }) => load).map(({ row: { number } }) => number)).size;
    return [
      {
        row,
        type,
        channels,
        watts: channels.reduce((sum, one) => sum + one.watts, 0),
        heatW: isOutput(type) ? (type.heatW * used) / Math.max(1, type.channels) : type.heatW,
        mixes: carried.size > 1,
      },
    ];
  }),
);

/** What a module carries: that of its loads, else what its kind may. */
export const carriesOf = ({ type, channels }: Module): "mains" | "low voltage" | "either" =>
  channels.find(({ load }) => load)?.load?.carries ?? type.carries;

/** Numbers of a module on which nothing is. */
export function freeNumbers({ type, channels }: Module): number[] {
  const taken = new Set(channels.map(({ row }) => row.number));
  return Array.from({ length: type.channels }, (_, i) => i + 1).filter((number) => !taken.has(number));
}

/** The channel each load is on, the first where it is on two. */
export const channelByLoad = memo(
  "channelByLoad",
  (design): ReadonlyMap<string, { module: Module; channel: Channel }> => {
    const found = new Map<string, { module: Module; channel: Channel }>();
    for (const module of modulesOf(design))
      for (const channel of module.channels) {
        const key = channel.load && loadKey(channel.load);
        if (key !== undefined && !found.has(key)) found.set(key, { module, channel });
      }
    return found;
  },
);

/** Loads that want a channel and have none. */
export const openLoads = (design: Design): Load[] =>
  loadsOf(design).filter((load) => !load.byHandOnly && !channelByLoad(design).has(loadKey(load)));

/** Lamps that must not all go dark with one module: those of a room, and those of every way out of the house. */
export interface Together {
  name: string;
  /** Keys of its loads. */
  loads: ReadonlySet<string>;
}

/** Rooms with two lamps or more on channels of their own, and the escape route through halls, landings and stairs. */
export const togetherOf = memo("togetherOf", (design): Together[] => {
  const lamps = loadsOf(design).filter(({ nature }) => nature === "lamp");
  const sets = design.rooms.map((room): Together => {
    const own = lamps.filter((load) => load.rooms.includes(room.id));
    return { name: room.name, loads: new Set(own.map(loadKey)) };
  });
  const escape = design.rooms.filter((room) => room.type === "circulation" && !room.outdoor);
  const ways = lamps.filter((load) => load.rooms.some((id) => escape.some((room) => room.id === id)));
  sets.push({ name: "the way out of the house", loads: new Set(ways.map(loadKey)) });
  return sets.filter(({ loads }) => loads.size > 1);
});

/** What goes wholly dark when this module dies. */
export function darkWithout(design: Design, module: Module): Together[] {
  const own = new Set(module.channels.flatMap(({ load }) => (load ? [loadKey(load)] : [])));
  return togetherOf(design).filter(({ loads }) => [...loads].every((key) => own.has(key)));
}

/** What one channel carries against what it may. */
export function channelWorking(design: Design, module: Module, channel: Channel): Working | undefined {
  const { load, mostA: most } = channel;
  if (!load) return undefined;
  return {
    title: `Current of ${load.name}`,
    value: channel.amps,
    unit: "A",
    ...(most === undefined
      ? { verdict: "fails" as const }
      : {
          limit: { value: most, unit: "A", source: module.type.source ?? "its kind" },
          verdict: verdictUnder(channel.amps, most),
        }),
    steps: [
      {
        formula: "P",
        with: channel.row.watts === undefined ? load.wattsFrom : "yours",
        gives: `${channel.watts.toFixed(1)} W`,
        source: load.name,
      },
      {
        formula: "I = P ÷ U",
        with: `${channel.watts.toFixed(1)} W ÷ ${load.volts} V`,
        gives: `${channel.amps.toFixed(3)} A`,
        source: load.carries,
      },
      {
        formula: `A channel of ${module.type.name} may carry`,
        with: `of a ${load.nature === "plain" ? "plain load" : load.nature}`,
        gives: most === undefined ? "nothing: it is not made for it" : `${most} A`,
        source: module.type.source ?? "its kind",
      },
    ],
  };
}

/** How full a module is: "7 of 8 channels, 412 W". */
export const moduleText = ({ type, channels, watts }: Module): string =>
  type.channels
    ? `${new Set(channels.map(({ row }) => row.number)).size} of ${counted(type.channels, "channel")}${watts ? `, ${watts.toFixed(0)} W` : ""}`
    : type.drives;
