/** Checks of stage 3: what was chosen, against the house and the controllers that stand in it. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import type { DeviceRow } from "../../design/rows/register";
import type { Finding } from "../../desk/findings";
import { loadClassOf, plannedW } from "./loads";
import { counted } from "../../design/words";

interface Chosen {
  device: DeviceRow;
  option: OptionRow;
  want?: WantRow;
}

/** Devices whose option is known, with the want they are for. */
const chosen = memo("chosen", (design): Chosen[] => {
  const wants = new Map(design.wants.flatMap((want) => want.points.map((point) => [point, want])));
  return design.devices.flatMap((device) => {
    const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
    const want = wants.get(device.point);
    return option ? [{ device, option, ...(want ? { want } : {}) }] : [];
  });
});

/** Radios and wired ports of the controllers that stand in the house. */
const ports = (design: Design) =>
  design.hubs.flatMap((row) => {
    const option = byId(design, "options").get(row.option);
    return (option?.controls?.radios ?? []).map((radio) => ({ row, option: option!, ...radio }));
  });

const about = (list: readonly Chosen[]) =>
  list.map(({ device }) => ({ in: "devices" as const, id: device.id }));
const named = (list: readonly Chosen[], rest: string) =>
  (list.length === 1 ? list[0]!.device.name : counted(list.length, "device")) + rest;

type Port = ReturnType<typeof ports>[number];

/**
 * Closed controllers take what is of their line; the open ones must hold the rest: how many that are, and
 * what they hold.
 */
function openLoad(own: readonly Port[], devices: readonly Chosen[]): { rest: number; holds: number } {
  const closed = new Map<string | undefined, number>();
  for (const port of own)
    if (port.option.controls!.closed)
      closed.set(port.option.line, (closed.get(port.option.line) ?? 0) + port.devices);
  const taken = [...closed].reduce(
    (sum, [line, room]) => sum + Math.min(room, devices.filter(({ option }) => option.line === line).length),
    0,
  );
  return {
    rest: devices.length - taken,
    holds: own.filter((port) => !port.option.controls!.closed).reduce((sum, port) => sum + port.devices, 0),
  };
}

/**
 * Devices chosen from the catalogue that speak a protocol, and how many of them its open controllers have
 * to hold, of what they can.
 */
export function protocolLoad(
  design: Design,
  protocol: OptionRow["protocol"],
): { devices: number; onOpen: number; holds: number; controllers: number } {
  const own = ports(design).filter((port) => port.protocol === protocol);
  const devices = chosen(design).filter(({ option }) => option.protocol === protocol && !option.controls);
  const { rest, holds } = openLoad(own, devices);
  return {
    devices: design.devices.filter((device) => device.protocol === protocol).length,
    onOpen: rest,
    holds,
    controllers: own.length,
  };
}

/** Is every device carried, by a controller that takes its line and has room for it? */
function carryingChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const groups = new Map<OptionRow["protocol"], Chosen[]>();
  for (const one of chosen(design)) {
    if (one.option.protocol === "none" || one.option.controls) continue;
    groups.set(one.option.protocol, [...(groups.get(one.option.protocol) ?? []), one]);
  }
  for (const [protocol, all] of groups) {
    const own = ports(design).filter((port) => port.protocol === protocol);
    if (!own.length) {
      findings.push({
        code: "choose.not-carried",
        stage: "choose",
        severity: "stop",
        title: named(
          all,
          all.length === 1
            ? ` speaks ${protocol}, and no controller does`
            : ` speak ${protocol}, and no controller does`,
        ),
        why: `Nothing in the house can talk to ${all.length === 1 ? "it" : "them"}. The designer adds a coordinator or a bridge for ${protocol}, or takes other options.`,
        about: about(all),
        measured: all.length,
        unit: "devices",
        source: "controllers of the house",
      });
      continue;
    }
    const open = own.filter((port) => !port.option.controls!.closed);
    const strangers = all.filter(
      ({ option }) => !own.some((port) => !port.option.controls!.closed || port.option.line === option.line),
    );
    if (strangers.length) {
      const [closed] = own;
      findings.push({
        code: "choose.unsupported-pairing",
        stage: "choose",
        severity: "stop",
        title: named(strangers, ` cannot be paired with ${closed!.row.name}`),
        why: `${closed!.row.name} takes only devices of its own line, whatever they speak. The designer takes devices of that line, or a controller that is open.`,
        about: [...about(strangers), { in: "hubs", id: closed!.row.id }],
      });
    }
    const { rest, holds } = openLoad(
      own,
      all.filter((one) => !strangers.includes(one)),
    );
    if (open.length && rest > holds) {
      findings.push({
        code: "choose.radio-limit",
        stage: "choose",
        severity: "stop",
        title: `${counted(rest, "device")} on ${protocol}, and ${open.length === 1 ? `${open[0]!.row.name} holds` : "the controllers hold"} ${holds}`,
        why: "The last ones will not pair, or drop out one after another. The designer adds a coordinator, or takes another protocol for some.",
        about: open.map((port) => ({ in: "hubs", id: port.row.id })),
        measured: rest,
        limit: holds,
        unit: "devices",
        source: "catalogue",
        working: {
          title: `Devices on ${protocol}`,
          value: rest,
          unit: "devices",
          limit: { value: holds, unit: "devices", source: "catalogue" },
          verdict: "fails",
          steps: [
            {
              formula: "Devices with this protocol",
              with: `${all.length} in the register`,
              gives: `${rest} on open controllers`,
              source: "register",
            },
            {
              formula: "Held by",
              with: open.map((port) => `${port.row.name}: ${port.devices}`).join(" + "),
              gives: `${holds}`,
              source: "catalogue",
            },
          ],
        },
      });
    }
  }
  return findings;
}

function wantChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const plan = [...design.plans]
    .sort((a, b) => (a.acceptedOn < b.acceptedOn || (a.acceptedOn === b.acceptedOn && a.id < b.id) ? -1 : 1))
    .at(-1);
  const open = design.wants.filter(
    (want) =>
      (plan?.picks ?? []).reduce((sum, pick) => sum + (pick.want === want.id ? pick.count : 0), 0) <
      want.count,
  );
  if (open.length) {
    findings.push({
      code: "choose.want-unmet",
      stage: "choose",
      severity: plan ? "mend" : "note",
      title: open.length === 1 ? "One want has no choice yet" : `${open.length} wants have no choice yet`,
      why: plan
        ? "The accepted plan does not meet them. The designer lets the plans be worked out again."
        : "No plan is accepted. The designer compares the plans and takes one.",
      about: open.map((want) => ({ in: "wants", id: want.id })),
      measured: open.length,
      unit: "wants",
      source: "wants",
    });
  }
  const cloud = chosen(design).filter(({ option, want }) => {
    if (!want?.critical && !want?.localOnly) return false;
    if (option.cloud || !option.local) return true;
    const own = ports(design).filter((port) => port.protocol === option.protocol);
    return own.length > 0 && own.every((port) => !port.option.local || port.option.cloud);
  });
  if (cloud.length) {
    findings.push({
      code: "choose.critical-on-cloud",
      stage: "choose",
      severity: "stop",
      title: named(cloud, " must work without the internet, and cannot"),
      why: "What is critical, or meant to stay in the house, hangs on somebody else's computers. The designer takes a local option or a local controller; the household may decide that it is not critical.",
      about: about(cloud),
    });
  }
  return findings;
}

/** A lamp with radio in it behind a switch that cuts it off. */
function behindSwitchChecks(design: Design): Finding[] {
  const legs = new Map<string, Chosen[]>();
  for (const one of chosen(design)) {
    const leg = one.want?.leg;
    if (leg !== undefined && (one.option.kind === "lamp" || one.option.kind === "in-line dimmer"))
      legs.set(leg, [...(legs.get(leg) ?? []), one]);
  }
  return [...legs].flatMap(([id, list]): Finding[] => {
    const leg = byId(design, "legs").get(id);
    if (!leg || leg.feed !== "switched" || !leg.switches.length) return [];
    return [
      {
        code: "choose.behind-switch",
        stage: "choose",
        severity: "mend",
        title: `The switch of ${leg.name} cuts off what listens behind it`,
        why: `Whoever works it takes ${list.length === 1 ? list[0]!.device.name : counted(list.length, "device")} off the network. Feed the leg always and let the switch only speak, or choose by switch. A licensed electrician links the feed through.`,
        about: [{ in: "legs", id }, ...about(list)],
        fix: {
          label: "Plan an always-live feed with a decoupled switch",
          changes: [{ in: "legs", put: { ...leg, feed: "always" } }],
        },
      },
    ];
  });
}

function electricalChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  for (const { device, option, want } of chosen(design)) {
    const leg = want?.leg === undefined ? undefined : byId(design, "legs").get(want.leg);
    const first = leg?.switches[0] && byId(design, "switches").get(leg.switches[0].switch);
    if (
      option.fit?.neutral &&
      ["insert", "switch", "dimmer"].includes(option.kind) &&
      first &&
      first.neutral !== "yes"
    ) {
      const none = first.neutral === "no";
      findings.push({
        code: "choose.neutral-missing",
        stage: "choose",
        severity: none ? "stop" : "note",
        title: none
          ? `${device.name} needs a neutral, and ${first.name} has none`
          : `${device.name} needs a neutral: look into ${first.name}`,
        why: "Without it the insert has no supply of its own. The designer takes one that works without, or a licensed electrician brings a neutral in.",
        about: [
          { in: "devices", id: device.id },
          { in: "switches", id: first.id },
        ],
      });
    }
    const planned =
      want?.loadW === undefined
        ? undefined
        : plannedW(option, design.design.mainsV, loadClassOf(want.function));
    if (planned && want!.loadW! > planned.limitW) {
      findings.push({
        code: "choose.overload",
        stage: "choose",
        severity: "stop",
        title: `${device.name} is planned for ${Math.round(planned.limitW)} W and feeds ${want!.loadW} W`,
        why: "It runs hot, and its contact or its semiconductor fails, perhaps closed. The designer takes a larger one, or a licensed electrician splits the load.",
        about: [
          { in: "devices", id: device.id },
          { in: "wants", id: want!.id },
        ],
        measured: want!.loadW!,
        limit: Math.round(planned.limitW),
        unit: "W",
        source: planned.source,
        working: {
          title: "Load",
          value: want!.loadW!,
          unit: "W",
          limit: { value: Math.round(planned.limitW), unit: "W", source: planned.source },
          verdict: "fails",
          steps: [
            {
              formula: "Planned at most",
              with: planned.source,
              gives: `${Math.round(planned.limitW)} W`,
              source: option.source,
            },
            {
              formula: "Load",
              with: "as put down with the want",
              gives: `${want!.loadW} W`,
              source: "wants",
            },
          ],
        },
      });
    }
  }
  return findings;
}

/** What is wrong with the choice: wants unmet, plans out of date, controllers overfull, ratings passed. */
export const chooseChecks = memo("chooseChecks", (design): Finding[] => [
  ...wantChecks(design),
  ...carryingChecks(design),
  ...behindSwitchChecks(design),
  ...electricalChecks(design),
]);
