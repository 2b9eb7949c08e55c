/** Checks of channels, direct links and wall cabinets. */
import { byId, type Design } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { putRow } from "../../design/row-changes";
import { counted } from "../../design/words";
import type { Finding, RowRef } from "../../desk/findings";
import { proposeChannels } from "./assign";
import {
  cabinetsOf,
  cabinetWorking,
  hangCabinet,
  MOST_C,
  placeModules,
  whyNotAt,
  type Cabinet,
} from "./cabinet";
import {
  channelWorking,
  darkWithout,
  freeNumbers,
  isOutput,
  modulesOf,
  openLoads,
  type Channel,
  type Module,
} from "./channels";
import { freshIds } from "./fixes";
import { loadKey, whyNotOn, type Load } from "./loads";
import { criticalWhy, hubOnly, nearestInput, proposeLinks } from "./links";
import { sparePct } from "./segmenting";
import type { ChannelRow } from "../../design/rows/bus";

/** Findings of modules and cabinets. */
export const channelChecks = (design: Design): Finding[] =>
  design.modules.length === 0
    ? []
    : [
        ...modulesOf(design).flatMap((module) => [
          ...numbers(module),
          ...loads(design, module),
          ...idle(module),
          ...mixed(module),
          ...dark(design, module),
        ]),
        ...twice(design),
        ...unfed(design),
        ...open(design),
        ...links(design),
        ...uncased(design),
        ...cabinetsOf(design).flatMap((cabinet) => inCabinet(design, cabinet)),
      ];

const ofModule = ({ row }: Module): RowRef => ({ in: "modules", id: row.id });
const ofChannel = ({ row }: Channel): RowRef => ({ in: "channels", id: row.id });
const ofLoad = (load: Load): RowRef => ({ in: load.in, id: load.id });

/** Two rows for one channel, or a channel the module does not have. */
function numbers(module: Module): Finding[] {
  const free = freeNumbers(module);
  const seen = new Set<number>();
  return module.channels.flatMap((channel): Finding[] => {
    const { number } = channel.row;
    const past = number > module.type.channels;
    const twice = seen.has(number);
    seen.add(number);
    if (!past && !twice) return [];
    const next = free.shift();
    return [
      {
        code: past ? "bus.channel-number" : "bus.channel-twice",
        stage: "bus",
        severity: "stop",
        title: past
          ? `${module.row.name} has no channel ${number}`
          : `Channel ${number} of ${module.row.name} is given twice`,
        why: past
          ? `${module.type.name} ends at ${module.type.channels}.`
          : "Two loads on one contact go on and off together, and its rating counts for both.",
        about: [ofModule(module), ofChannel(channel)],
        source: module.type.name,
        ...(next === undefined
          ? {}
          : {
              fix: {
                label: `Put it on channel ${next}`,
                changes: putRow("channels", { ...channel.row, number: next }),
              },
            }),
      },
    ];
  });
}

/** A load its channel is not made for, or that takes more than it bears. */
function loads(design: Design, module: Module): Finding[] {
  return module.channels.flatMap((channel): Finding[] => {
    const { load, why, amps, mostA } = channel;
    if (!load || why === undefined) return [];
    const over = mostA !== undefined && amps > mostA;
    return [
      {
        code: over ? "bus.channel-rating" : "bus.channel-kind",
        stage: "bus",
        severity: "stop",
        title: over
          ? `${load.name} takes more than a channel of ${module.row.name} carries`
          : `${load.name} cannot hang on ${module.row.name}`,
        why: `${why.charAt(0).toUpperCase()}${why.slice(1)}. ${
          over
            ? "Its contact welds shut or burns, and the load cannot be switched off. Isolate, lock off and prove dead before it is moved."
            : "Isolate, lock off and prove dead before it is moved."
        }`,
        about: [ofModule(module), ofChannel(channel), ofLoad(load)],
        ...(over
          ? { measured: amps, limit: mostA, unit: "A", source: module.type.source ?? "its kind" }
          : {}),
        working: channelWorking(design, module, channel),
        fix: {
          label: "Give it a channel that can",
          changes: (design: Design) => elsewhere(design, channel),
        },
      },
    ];
  });
}

/** Its channel is given up and another one found, a new module if need be. */
function elsewhere(design: Design, channel: Channel): Change[] {
  const { load } = channel;
  const { load: _point, leg: _leg, ...rest } = channel.row;
  // The row keeps its circuit and its links, wherever it goes.
  const free = modulesOf(design).find(
    (module) =>
      load &&
      module.row.id !== channel.row.module &&
      isOutput(module.type) &&
      module.row.closet === load.closet &&
      freeNumbers(module).length > 0 &&
      module.channels.every((one) => !one.load || one.load.carries === load.carries) &&
      whyNotOn(module.type, load, channel.watts) === undefined,
  );
  if (free) return putRow("channels", { ...channel.row, module: free.row.id, number: freeNumbers(free)[0]! });
  const drop: Change[] = [{ in: "channels", drop: rest.id }];
  const links = design.links.flatMap((link): Change[] =>
    link.output === rest.id ? [{ in: "links", drop: link.id }] : [],
  );
  const without = applyChanges(design, [...links, ...drop]);
  const proposal = proposeChannels(without, freshIds(without));
  const reason = proposal.left.find((one) => load && loadKey(one.load) === loadKey(load));
  if (reason) fail(load!.name, `can hang on no kind of module: ${reason.why}`);
  return [...links, ...drop, ...proposal.changes];
}

/** Outputs that are kept for something that needs them no more: it is gone, rides on a bus, or hangs on a board. */
function idle(module: Module): Finding[] {
  const rows = isOutput(module.type) ? module.channels.filter(({ load }) => !load) : [];
  if (!rows.length) return [];
  return [
    {
      code: "bus.channel-idle",
      stage: "bus",
      severity: "note",
      title: `${counted(rows.length, "channel")} of ${module.row.name} ${rows.length === 1 ? "drives" : "drive"} nothing any more`,
      why: "What hung there was taken out, or has a bus or a board of its own now.",
      about: [ofModule(module), ...rows.map(ofChannel)],
      fix: {
        label: rows.length === 1 ? "Free it" : "Free them",
        changes: rows.flatMap(({ row, links }): Change[] => [
          ...links.map((link): Change => ({ in: "links", drop: link.id })),
          { in: "channels", drop: row.id },
        ]),
      },
    },
  ];
}

function mixed(module: Module): Finding[] {
  if (!module.mixes) return [];
  const low = module.channels.filter(({ load }) => load?.carries === "low voltage");
  return [
    {
      code: "bus.channel-mixed",
      stage: "bus",
      severity: "stop",
      title: `${module.row.name} carries mains and low voltage`,
      why: "One loose strand puts mains on what people may touch. Each gets a module of its own. Isolate, lock off and prove dead before anything is moved; local codes and a licensed person decide.",
      about: [ofModule(module), ...low.map(ofChannel)],
      source: "mains and extra-low voltage apart, as local codes ask",
    },
  ];
}

/** A whole room, or the whole way out, that goes dark with one module. */
function dark(design: Design, module: Module): Finding[] {
  return darkWithout(design, module).map((set): Finding => {
    const own = module.channels.filter(({ load }) => load && set.loads.has(loadKey(load)));
    return {
      code: "bus.dark",
      stage: "bus",
      severity: "mend",
      title: `When ${module.row.name} dies, ${set.name} is dark`,
      why: `${own.length === 2 ? "Both" : `All ${own.length}`} of its lamps hang on it. One of them on another module is enough; isolate, lock off and prove dead before a wire is moved.`,
      about: [ofModule(module), ...own.map(ofChannel)],
      measured: own.length,
      unit: "lamps",
      source: "spread over two modules",
      fix: {
        label: "Change one over to another module",
        changes: (design: Design) => changedOver(design, module, own, set.name),
      },
    };
  });
}

/** One of these moves to a free channel of another module, or changes places with a load there; nothing else goes dark. */
function changedOver(design: Design, module: Module, own: readonly Channel[], name: string): Change[] {
  const darkNow = modulesOf(design).reduce((sum, one) => sum + darkWithout(design, one).length, 0);
  const better = (changes: Change[]) => {
    const then = applyChanges(design, changes);
    return modulesOf(then).reduce((sum, one) => sum + darkWithout(then, one).length, 0) < darkNow;
  };
  const at = (row: ChannelRow, to: ChannelRow): Change[] =>
    putRow("channels", { ...row, module: to.module, number: to.number });
  for (const other of modulesOf(design)) {
    if (other.row.id === module.row.id || other.row.closet !== module.row.closet || !isOutput(other.type))
      continue;
    for (const { row, load, watts } of own) {
      if (whyNotOn(other.type, load!, watts) !== undefined) continue;
      if (other.channels.some((one) => one.load && one.load.carries !== load!.carries)) continue;
      const [free] = freeNumbers(other);
      if (free !== undefined) {
        const changes = putRow("channels", { ...row, module: other.row.id, number: free });
        if (better(changes)) return changes;
      }
      for (const there of other.channels) {
        if (!there.load || whyNotOn(module.type, there.load, there.watts) !== undefined) continue;
        const changes = [...at(row, there.row), ...at(there.row, row)];
        if (better(changes)) return changes;
      }
    }
  }
  return fail(
    name,
    "cannot be parted: no other module of this closet drives one of its lamps; add one first",
  );
}

/** A load on two channels: whichever is switched last wins. */
function twice(design: Design): Finding[] {
  const seen = new Map<string, Channel>();
  return modulesOf(design).flatMap(({ channels }) =>
    channels.flatMap((channel): Finding[] => {
      const { load } = channel;
      if (!load) return [];
      const other = seen.get(loadKey(load));
      if (!other) {
        seen.set(loadKey(load), channel);
        return [];
      }
      return [
        {
          code: "bus.load-twice",
          stage: "bus",
          severity: "stop",
          title: `${load.name} is on two channels`,
          why: "Two outputs feed one wire: both must be off before it is dead, and nobody looks for the second. Isolate, lock off and prove dead at the load itself.",
          about: [ofChannel(channel), ofChannel(other), ofLoad(load)],
          fix: {
            label: "Take it off the second one",
            changes: [
              ...channel.links.map((link): Change => ({ in: "links", drop: link.id })),
              { in: "channels", drop: channel.row.id },
            ],
          },
        },
      ];
    }),
  );
}

/** Mains outputs of which nobody has said what feeds them. */
function unfed(design: Design): Finding[] {
  const without = modulesOf(design).flatMap(({ channels }) =>
    channels.filter(({ load, circuit }) => load?.carries === "mains" && circuit === undefined),
  );
  if (!without.length) return [];
  return [
    {
      code: "bus.channel-circuit",
      stage: "bus",
      severity: "note",
      title: `${counted(without.length, "channel")} at mains ${without.length === 1 ? "has" : "have"} no circuit`,
      why: "Whoever isolates one of them has to know which breaker it is; until then the whole board is switched off. A licensed person finds out which.",
      about: without.map(ofChannel),
      measured: without.length,
      unit: "channels",
    },
  ];
}

/** Loads that have no channel while others have. */
function open(design: Design): Finding[] {
  const without = openLoads(design);
  if (!without.length) return [];
  return [
    {
      code: "bus.no-channel",
      stage: "bus",
      severity: "note",
      title:
        without.length === 1
          ? `${without[0]!.name} is on no channel`
          : `${without.length} loads are on no channel`,
      why: "Nothing in a cabinet drives them: by hand at the wall, by radio, or not at all. The designer decides.",
      about: without.map(ofLoad),
      measured: without.length,
      unit: "loads",
      fix: {
        label: "Give them channels",
        changes: (design: Design) => proposeChannels(design, freshIds(design)).changes,
      },
    },
  ];
}

/** What works through the hub alone: each critical one by itself, the rest together. */
function links(design: Design): Finding[] {
  const only = hubOnly(design);
  const critical = only.flatMap((channel) => {
    const why = criticalWhy(design, channel.load!);
    return why === undefined ? [] : [{ channel, why }];
  });
  const rest = only.filter((channel) => !critical.some((one) => one.channel === channel));
  const linked = (channels: readonly Channel[], label: string) =>
    channels.some(({ load }) => nearestInput(design, load!))
      ? {
          fix: {
            label,
            changes: (design: Design) => proposeLinks(design, channels, freshIds(design)),
          },
        }
      : {};
  return [
    ...critical.map(({ channel, why }): Finding => {
      const near = nearestInput(design, channel.load!);
      return {
        code: "bus.no-link",
        stage: "bus",
        severity: "mend",
        title: `${channel.load!.name} works through the hub alone`,
        why: `${why.charAt(0).toUpperCase()}${why.slice(1)}, and with the hub down nobody can switch it. ${near ? "" : "No key or sensor on a bus line is near it: one has to be added, and the designer decides where."}`.trim(),
        about: [ofChannel(channel), ofLoad(channel.load!)],
        ...linked([channel], `Link it to ${near?.name ?? ""}`),
      };
    }),
    ...(rest.length
      ? [
          {
            code: "bus.hub-only",
            stage: "bus" as const,
            severity: "note" as const,
            title: `${counted(rest.length, "load")} ${rest.length === 1 ? "works" : "work"} through the hub alone`,
            why: "While it restarts or fails nobody can work them. A direct link from a key keeps going; the designer decides which are worth one.",
            about: rest.flatMap((channel) => [ofChannel(channel), ofLoad(channel.load!)]),
            measured: rest.length,
            unit: "loads",
            ...linked(rest, "Link those that have a key near"),
          },
        ]
      : []),
  ];
}

/** Modules in a closet that has no cabinet to hold them. */
function uncased(design: Design): Finding[] {
  return design.closets.flatMap((closet): Finding[] => {
    const own = modulesOf(design).filter(({ row }) => row.closet === closet.id);
    if (!own.length || closet.cabinetRows !== undefined) return [];
    return [
      {
        code: "bus.no-cabinet",
        stage: "bus",
        severity: "mend",
        title: `${counted(own.length, "module")} of ${closet.name} ${own.length === 1 ? "has" : "have"} no cabinet`,
        why: "What carries mains stands behind a cover that wants a tool to open, on rails, with its terminals. Local codes and a licensed person decide which.",
        about: [{ in: "closets", id: closet.id }, ...own.map(ofModule)],
        measured: own.length,
        unit: "modules",
        fix: {
          label: "Hang a cabinet that holds them",
          changes: (design: Design) => hangCabinet(design, closet.id, sparePct(design)),
        },
      },
    ];
  });
}

function inCabinet(design: Design, cabinet: Cabinet): Finding[] {
  const { closet, rows, loose, units, used, airC } = cabinet;
  const about = [{ in: "closets" as const, id: closet.id }];
  const findings: Finding[] = [];
  const place = (label: string, anew: boolean) => ({
    label,
    changes: (design: Design) => placeModules(design, closet.id, anew),
  });
  for (const row of rows)
    for (const module of row.modules) {
      const why = whyNotAt(cabinet, module, row.number, module.row.slot!);
      if (why === undefined) continue;
      const apart = row.carries === "both" && why.startsWith("mains");
      findings.push({
        code: apart ? "bus.cabinet-mixed" : "bus.module-place",
        stage: "bus",
        severity: "stop",
        title: `${module.row.name} cannot stand in row ${row.number} of ${closet.name}`,
        why: `${why.charAt(0).toUpperCase()}${why.slice(1)}.${apart ? " Isolate, lock off and prove dead before a module is moved." : ""}`,
        about: [ofModule(module), ...about],
        fix: place("Place all its modules anew", true),
      });
    }
  if (loose.length) {
    const fits = placeModules(design, closet.id).length > 0;
    findings.push({
      code: "bus.module-loose",
      stage: "bus",
      severity: "mend",
      title: `${loose.length === 1 ? loose[0]!.row.name : counted(loose.length, "module")} of ${closet.name} ${loose.length === 1 ? "has" : "have"} no place on a rail`,
      why: fits
        ? "Whoever fits them asks where."
        : "No row has room for them: a larger cabinet, a second one, or fewer modules. The designer decides.",
      about: [...loose.map(ofModule), ...about],
      ...(fits ? { fix: place("Place them", false) } : {}),
    });
  }
  const free = (100 * (units - used)) / units;
  if (used > 0 && free < sparePct(design) - 1e-9)
    findings.push({
      code: "bus.cabinet-full",
      stage: "bus",
      severity: "note",
      title: `The cabinet of ${closet.name} has little left for what comes later`,
      why: `${units - used} of ${units} units are free. The designer decides.`,
      about,
      measured: free,
      limit: sparePct(design),
      unit: "%",
      source: "settings of stage Bus",
    });
  if (airC > MOST_C)
    findings.push({
      code: "bus.cabinet-hot",
      stage: "bus",
      severity: "mend",
      title: `The cabinet of ${closet.name} gets too warm`,
      why: "What is in it ages fast and dimmers turn themselves down. A larger enclosure, fewer dimmers in it, or a cooler place; the designer decides.",
      about,
      measured: airC,
      limit: MOST_C,
      unit: "°C",
      source: "typical of modules on a rail",
      working: cabinetWorking(design, cabinet),
    });
  return findings;
}

/** Names of what hangs on a module, for whoever isolates it. */
export const onModule = (design: Design, id: string): string[] =>
  modulesOf(design)
    .find(({ row }) => row.id === id)
    ?.channels.flatMap(({ load }) => load?.name ?? []) ?? [];

/** What feeds a channel, in words: "Lights, ground, L1". */
export function feedText(design: Design, channel: Channel): string | undefined {
  const circuit = byId(design, "circuits").get(channel.circuit ?? "");
  return circuit && [circuit.name, channel.phase].filter(Boolean).join(", ");
}
