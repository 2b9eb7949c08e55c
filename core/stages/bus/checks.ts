/** Checks of stage 5: volts, currents, metres, ends, addresses, and who must not share a line with whom. */
import { byId, type Design, rowOf } from "../../design/collections";
import { keptFor, memo } from "../../design/kept";
import { capital, counted } from "../../design/words";
import type { Finding } from "../../desk/findings";
import { pointOfStop, stopsOf } from "../../points/lines";
import { boardChecks, remoteChecks } from "./board-checks";
import { channelChecks } from "./channel-checks";
import { renumber } from "./edit";
import { forCurrent, forLength, forVolts, ownSupply, ownLine, unmixed } from "./fixes";
import { apartOf } from "./rules";
import { ridersOf, ruleText, sparePct } from "./segmenting";
import { moveMast, sitingFaults, sitingOf } from "./siting";
import { segmentsOf, stubsOf, supplyOf, type Segment } from "./segments";
import { currentWorking, limitSource, segmentLengthWorking, spareOf, voltsWorking } from "./workings";

const about = (segment: Segment) => [{ in: "segments" as const, id: segment.row.id }];

function volts(design: Design, segment: Segment): Finding[] {
  const { row, collapsed, low, lowV, limitV, nodes, supplies } = segment;
  if (collapsed)
    return [
      {
        code: "bus.collapses",
        stage: "bus",
        severity: "stop",
        title: `${row.name} collapses: its devices ask for more than its cable can carry`,
        why: "Devices that draw constant power take more current the lower the volts fall, until nothing holds them up. A thicker conductor, a supply nearer or fewer devices end that.",
        about: about(segment),
        fix: forVolts(design, segment),
      },
    ];
  if (low === undefined || lowV === undefined || limitV === undefined || lowV >= limitV) return [];
  const node = nodes[low]!;
  const fix = forVolts(design, segment);
  return [
    {
      code: "bus.low-volts",
      stage: "bus",
      severity: "stop",
      title: `${node.name} is left with ${lowV.toFixed(2)} V of ${supplies[0]!.volts} V on ${row.name}`,
      why: `Its profile wants ${limitV.toFixed(2)} V: the line is too long for its supply, or too thin. ${fix ? "" : "The designer decides: split it, or another way."}`.trim(),
      about: [...about(segment), ...(node.stop ? [{ in: "stops" as const, id: node.stop.id }] : [])],
      measured: lowV,
      limit: limitV,
      unit: "V",
      source: limitSource(segment.profile, segment.profile.limits.minV === limitV ? "minV" : "dropV"),
      working: voltsWorking(design, segment),
      fix,
    },
  ];
}

function lengths(design: Design, segment: Segment): Finding[] {
  const { row, profile, lengthM, supplyToDeviceM, deviceToDeviceM } = segment;
  const { limits } = profile;
  const findings: Finding[] = [];
  const over = (
    name: "totalM" | "supplyToDeviceM" | "deviceToDeviceM",
    value: number,
    title: string,
    why: string,
  ) => {
    const limit = limits[name];
    if (limit === undefined || value <= limit + 1e-6) return;
    findings.push({
      code:
        name === "totalM"
          ? "bus.too-long"
          : name === "supplyToDeviceM"
            ? "bus.supply-far"
            : "bus.devices-far",
      stage: "bus",
      severity: "stop",
      title,
      why,
      about: about(segment),
      measured: value,
      limit,
      unit: "m",
      source: limitSource(profile, name),
      working: name === "totalM" ? segmentLengthWorking(segment) : undefined,
      fix: forLength(design, segment, name),
    });
  };
  over(
    "totalM",
    lengthM,
    `${row.name} is longer than its profile allows`,
    "Edges of signals wear out along the cable: devices at its ends are heard late or not at all.",
  );
  over(
    "supplyToDeviceM",
    supplyToDeviceM,
    `A device of ${row.name} is too far from its supply`,
    "What it answers comes too weak to the others.",
  );
  over(
    "deviceToDeviceM",
    deviceToDeviceM,
    `Two devices of ${row.name} are too far apart`,
    "They speak at the same time before they hear each other.",
  );
  return findings;
}

function counts(design: Design, segment: Segment): Finding[] {
  const { row, profile, nodes } = segment;
  const { limits } = profile;
  const devices = nodes.length - 1;
  const findings: Finding[] = [];
  if (limits.devices !== undefined && devices > limits.devices)
    findings.push({
      code: "bus.too-many",
      stage: "bus",
      severity: "stop",
      title: `${row.name} has more devices than its profile can hold`,
      why: "The last ones load the line so that none is heard for certain.",
      about: about(segment),
      measured: devices,
      limit: limits.devices,
      unit: "devices",
      source: limitSource(profile, "devices"),
      fix: forLength(design, segment, "devices"),
    });
  const spare = spareOf(segment);
  if (devices && spare && spare.pct >= 0 && spare.pct < sparePct(design) - 1e-9)
    findings.push({
      code: "bus.little-spare",
      stage: "bus",
      severity: "note",
      title: `${row.name} has little left for what comes later`,
      why: `${spare.pct.toFixed(0)} % of its ${spare.of} is free. The designer decides.`,
      about: about(segment),
      measured: spare.pct,
      limit: sparePct(design),
      unit: "%",
      source: "settings of stage Bus",
      working: spare.of === "current" ? currentWorking(segment) : undefined,
    });
  return findings;
}

function ends(segment: Segment): Finding[] {
  const { row, profile, nodes } = segment;
  const findings: Finding[] = [];
  if (!profile.topologies.includes(row.topology)) {
    const form = profile.topologies.includes("line") ? "line" : profile.topologies[0]!;
    findings.push({
      code: "bus.form",
      stage: "bus",
      severity: "stop",
      title: `${row.name} is laid as a ${row.topology}, which ${profile.name} cannot be`,
      why: "Signals come back from every open end and meet those that follow.",
      about: about(segment),
      source: "its profile",
      fix: {
        label: `Lay it as a ${form}`,
        changes: [{ in: "segments", put: { ...row, topology: form } }],
      },
    });
  }
  // A form it cannot be is said already.
  const held = profile.limits.stubM !== undefined && profile.topologies.includes(row.topology);
  const [stub] = held ? stubsOf(segment) : [];
  if (stub && stub.lengthM > profile.limits.stubM! + 1e-9) {
    const { node, lengthM } = stub;
    findings.push({
      code: "bus.stub",
      stage: "bus",
      severity: "stop",
      title: `The branch to ${nodes[node]!.name} is longer than a stub of ${row.name} may be`,
      why: `Signals run to its end, come back, and meet those that follow. ${profile.topologies.includes("line") ? "" : "The designer decides: the device moves nearer, or has a line of its own."}`.trim(),
      about: [...about(segment), { in: "stops", id: nodes[node]!.id }],
      measured: lengthM,
      limit: profile.limits.stubM,
      unit: "m",
      source: limitSource(profile, "stubM"),
      ...(profile.topologies.includes("line")
        ? {
            fix: {
              label: "Lay it as a line, in and out of every device",
              changes: [{ in: "segments" as const, put: { ...row, topology: "line" as const } }],
            },
          }
        : {}),
    });
  }
  const open = [...(row.closedAtCloset ? [] : ["the closet"]), ...(row.closedAtEnd ? [] : ["its far end"])];
  if (profile.terminationOhm !== undefined && nodes.length > 1 && open.length)
    findings.push({
      code: "bus.open-end",
      stage: "bus",
      severity: "mend",
      title: `${row.name} is not terminated at ${open.join(" and ")}`,
      why: `${profile.terminationOhm} Ω belong across both ends of the line: without them signals come back.`,
      about: about(segment),
      source: "its profile",
      fix: {
        label: `Terminate it with ${profile.terminationOhm} Ω`,
        changes: [{ in: "segments", put: { ...row, closedAtCloset: true, closedAtEnd: true } }],
      },
    });
  return findings;
}

function addresses(design: Design, segment: Segment): Finding[] {
  const { row, profile } = segment;
  const { addressFrom, addressTo } = profile;
  if (addressFrom === undefined || addressTo === undefined) return [];
  const stops = stopsOf(design, row.id);
  const seen = new Map<number, string>();
  const clashes = new Set<string>();
  const out: string[] = [];
  let none = 0;
  for (const stop of stops) {
    if (stop.address === undefined) none += 1;
    else if (stop.address < addressFrom || stop.address > addressTo) out.push(stop.id);
    else {
      const other = seen.get(stop.address);
      if (other) clashes.add(other).add(stop.id);
      seen.set(stop.address, stop.id);
    }
  }
  const fix = {
    label: `Number its stops from ${addressFrom}`,
    changes: (design: Design) => renumber(design, row.id),
  };
  const refs = (ids: Iterable<string>) => [
    ...about(segment),
    ...[...ids].map((id) => ({ in: "stops" as const, id })),
  ];
  const findings: Finding[] = [];
  if (clashes.size)
    findings.push({
      code: "bus.address-twice",
      stage: "bus",
      severity: "stop",
      title: `Two devices of ${row.name} have one address`,
      why: "Both answer at once, and neither is understood.",
      about: refs(clashes),
      fix,
    });
  if (out.length)
    findings.push({
      code: "bus.address-range",
      stage: "bus",
      severity: "stop",
      title: `${counted(out.length, "address", "addresses")} of ${row.name} cannot be`,
      why: `${profile.name} has ${addressFrom} to ${addressTo}.`,
      about: refs(out),
      source: "its profile",
      fix,
    });
  if (none)
    findings.push({
      code: "bus.no-address",
      stage: "bus",
      severity: "note",
      title: `${counted(none, "device")} of ${row.name} ${none === 1 ? "has" : "have"} no address yet`,
      why: "Whoever puts it into service needs one for each.",
      about: about(segment),
      fix,
    });
  return findings;
}

const hits = keptFor(
  () => new WeakMap<Segment, { apart: unknown; rules: Map<string, { why: string; points: Set<string> }> }>(),
);

/** Rules that devices of a segment break, with those devices; kept while segment, rules and rooms are the same. */
function rulesBroken(design: Design, segment: Segment): Map<string, { why: string; points: Set<string> }> {
  const apart = apartOf(design);
  const known = hits(design).get(segment);
  if (known?.apart === apart) return known.rules;
  const points = segment.nodes.flatMap(({ stop }) => (stop ? (pointOfStop(design, stop) ?? []) : []));
  const rules = new Map<string, { why: string; points: Set<string> }>();
  points.forEach((a, i) =>
    points.slice(0, i).forEach((b) => {
      for (const rule of apart(a, b)) {
        const one = rules.get(rule.id) ?? { why: rule.why, points: new Set() };
        one.points.add(a.id).add(b.id);
        rules.set(rule.id, one);
      }
    }),
  );
  hits(design).set(segment, { apart, rules });
  return rules;
}

/** Devices of one segment that the rules keep apart. */
function mixed(design: Design, segment: Segment): Finding[] {
  const rules = rulesBroken(design, segment);
  return [...rules].map(([id, { why, points: hit }]) => ({
    code: "bus.mixed",
    stage: "bus" as const,
    severity: "mend" as const,
    title: `${segment.row.name}: ${ruleText(rowOf(design, "segmentRules", id))}`,
    why,
    about: [...about(segment), ...[...hit].map((point) => ({ in: "points" as const, id: point }))],
    source: "segmenting rules",
    fix: unmixed(design, segment, rowOf(design, "segmentRules", id)),
  }));
}

/** Supplies: too much on one, fed backwards, and lines on one supply that the rules keep apart. */
function supplies(design: Design, segments: readonly Segment[]): Finding[] {
  const findings: Finding[] = [];
  const shared = new Map<string, Segment[]>();
  for (const segment of segments) {
    const { row } = segment;
    const key = row.supply ?? `own ${row.id}`;
    shared.set(key, [...(shared.get(key) ?? []), segment]);
    const back = segment.supplies.find((supply) => (supply.amps ?? 0) < -1e-6);
    if (back)
      findings.push({
        code: "bus.fed-backwards",
        stage: "bus",
        severity: "stop",
        title: `A supply of ${row.name} is fed backwards`,
        why: `The other one has more volts and pushes ${(-back.amps!).toFixed(2)} A into it. Both must be set to the same volts, or one must go: the designer decides which.`,
        about: about(segment),
        measured: back.amps,
        unit: "A",
      });
  }
  for (const own of shared.values()) {
    const feed = supplyOf(design, own[0]!.row);
    const amps = own.reduce((sum, segment) => sum + (segment.supplies[0]?.amps ?? 0), 0);
    const name = feed?.row?.name ?? `The supply of ${own[0]!.row.name}`;
    const limit = feed && Number.isFinite(feed.maxA) ? feed.maxA : undefined;
    if (limit !== undefined && amps > limit + 1e-9)
      findings.push({
        code: "bus.supply-overloaded",
        stage: "bus",
        severity: "stop",
        title: `${name} is asked for more than it gives`,
        why: `${counted(own.length, "segment")} ${own.length === 1 ? "hangs" : "hang"} on it. It switches off, and all of them with it.`,
        about: own.flatMap(about),
        measured: amps,
        limit,
        unit: "A",
        source: feed?.row ? "its rating" : limitSource(own[0]!.profile, "maxA"),
        working: own.length === 1 ? currentWorking(own[0]!) : undefined,
        fix: own.length > 1 ? ownSupply(design, own.at(-1)!) : forCurrent(design, own[0]!),
      });
    findings.push(...mixedSupply(design, own, name));
  }
  return findings;
}

function mixedSupply(design: Design, own: readonly Segment[], supply: string): Finding[] {
  const apart = apartOf(design);
  const points = own.map((segment) =>
    segment.nodes.flatMap(({ stop }) => (stop ? (pointOfStop(design, stop) ?? []) : [])),
  );
  const findings: Finding[] = [];
  own.forEach((segment, i) => {
    const other = own
      .slice(0, i)
      .find((_, k) => points[i]!.some((a) => points[k]!.some((b) => apart(a, b).length)));
    if (!other) return;
    const k = own.indexOf(other);
    const rule = points[i]!.flatMap((a) => points[k]!.flatMap((b) => apart(a, b)))[0]!;
    findings.push({
      code: "bus.supply-shared",
      stage: "bus",
      severity: "mend",
      title: `${segment.row.name} and ${other.row.name} hang on one supply`,
      why: `${ruleText(rule)}: ${rule.why} What shorts one takes ${supply} from the other.`,
      about: [...about(segment), ...about(other)],
      source: "segmenting rules",
      fix: ownSupply(design, segment),
    });
  });
  return findings;
}

/** Stops that are in no sum: their point is gone, on another segment, or nothing leads there. */
function loose(design: Design, segment: Segment): Finding[] {
  return segment.loose.map((stop) => {
    const point = pointOfStop(design, stop);
    return {
      code: "bus.loose-stop",
      stage: "bus" as const,
      severity: "mend" as const,
      title: point
        ? `${point.name} cannot be reached on ${segment.row.name}`
        : `A stop of ${segment.row.name} has no point`,
      why: point
        ? "It is on another segment as well, or no drawn way leads to it. The designer decides."
        : "Its point was taken out.",
      about: [...about(segment), { in: "stops" as const, id: stop.id }],
      fix: { label: "Take the stop out", changes: [{ in: "stops" as const, drop: stop.id }] },
    };
  });
}

/** A reader that hangs on another device: when that fails nobody gets in. */
function throughOthers(design: Design): Finding[] {
  const points = byId(design, "points");
  return design.points.flatMap((point): Finding[] => {
    const over = points.get(point.through ?? "");
    const kind = byId(design, "kinds").get(point.kind);
    if (!over || kind?.glyph !== "keys" || kind.service !== "security") return [];
    const line = ownLine(design, point);
    const room = byId(design, "rooms").get(point.room)?.name ?? "there";
    return [
      {
        code: "bus.reader-through",
        stage: "bus",
        severity: "stop",
        title: `${point.name} is fed only through ${over.name}`,
        why: `When ${over.name}, its network cable, the switch it hangs on or the mains of that switch fails, whoever has a code or a card is locked out of ${room}. It wants a bus cable of its own to the cabinet; a door on an escape route opens from inside without power, as local codes ask.`,
        about: [
          { in: "points", id: point.id },
          { in: "points", id: over.id },
        ],
        fix: line,
      },
    ];
  });
}

/** Weather masts where rain, sun or wind do not reach them. */
const masts = (design: Design): Finding[] =>
  design.points
    .filter((point) => point.kind.split("--")[0] === "weather-mast")
    .flatMap((point): Finding[] => {
      const faults = sitingFaults(sitingOf(design, point));
      return faults.length
        ? [
            {
              code: "bus.mast-siting",
              stage: "bus",
              severity: "mend",
              title: `${point.name} does not measure the weather where it stands`,
              why: `${capital(faults.join(", and "))}. A better place, or a taller mast.`,
              about: [{ in: "points", id: point.id }],
              source: "rooms of the plan, sun of the site over the year",
              fix: {
                label: "Move it to the best place outdoors",
                changes: (design: Design) => moveMast(design, point),
              },
            },
          ]
        : [];
    });

/** Points that ride on a bus and are on none of its segments yet, once there is one. */
function unplaced(design: Design): Finding[] {
  const devices = byId(design, "devices");
  const on = new Set(
    design.stops.flatMap((stop) => stop.point ?? devices.get(stop.device ?? "")?.point ?? []),
  );
  return design.busProfiles.flatMap((profile): Finding[] => {
    if (!design.segments.some((segment) => segment.profile === profile.id)) return [];
    const open = ridersOf(design, profile.id).filter(
      (point) => !on.has(point.id) && point.through === undefined,
    );
    if (!open.length) return [];
    return [
      {
        code: "bus.no-segment",
        stage: "bus",
        severity: "note",
        title:
          open.length === 1
            ? `${open[0]!.name} is on no segment yet`
            : `${open.length} points of ${profile.name} are on no segment yet`,
        why: "They have home runs of their own until they are shared out over segments. The designer decides.",
        about: open.map((point) => ({ in: "points", id: point.id })),
        measured: open.length,
        unit: "points",
      },
    ];
  });
}

/** All findings of stage 5. */
export const busChecks = memo("busChecks", (design): Finding[] => {
  const segments = segmentsOf(design);
  return [
    ...segments.flatMap((segment) => [
      ...volts(design, segment),
      ...lengths(design, segment),
      ...counts(design, segment),
      ...ends(segment),
      ...addresses(design, segment),
      ...mixed(design, segment),
      ...loose(design, segment),
    ]),
    ...supplies(design, segments),
    ...throughOthers(design),
    ...masts(design),
    ...boardChecks(design),
    ...remoteChecks(design),
    ...channelChecks(design),
    ...unplaced(design),
  ];
});
