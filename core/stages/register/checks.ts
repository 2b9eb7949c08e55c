/** Checks of stage 8. */
import { byId, type Design } from "../../design/collections";
import { memoAnywhere } from "../../design/kept";
import { counted } from "../../design/words";
import type { Finding } from "../../desk/findings";
import { freeName } from "./free-name";
import { addressChecks, nodeChecks } from "./address-checks";
import { changeDevice } from "./register";
import { commissioningChecks } from "./commissioning-checks";
import { upkeepChecks } from "./upkeep-checks";
import { renamesBy, saysNothing, namePatternOf, hostsOf, topicsOf, wrongTopic } from "./naming";
import { codeState } from "./codes";
import type { DeviceRow } from "../../design/rows/register";

/** Same name twice, two devices at one point, points still without a device. */
function nameChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const names = new Map<string, string>();
  const points = new Map<string, string>();
  const used = new Set(design.devices.map((one) => one.name.toLowerCase()));
  for (const device of design.devices) {
    const name = device.name.toLowerCase();
    const other = names.get(name);
    if (other) {
      const free = freeName(device.name, used);
      used.add(free.toLowerCase());
      findings.push({
        code: "register.name-repeated",
        stage: "register",
        severity: "mend",
        title: `Two devices are called ${device.name}`,
        why: "Nobody can tell them apart, by voice or on a panel.",
        about: [
          { in: "devices", id: device.id },
          { in: "devices", id: other },
        ],
        fix: {
          label: `Call this one ${free}`,
          changes: changeDevice(design, device.id, { name: free }),
        },
      });
    }
    names.set(name, device.id);
    const sharing = points.get(device.point);
    if (sharing) {
      findings.push({
        code: "register.point-shared",
        stage: "register",
        severity: "note",
        title: `${byId(design, "points").get(device.point)?.name} holds two devices`,
        why: "Its kit brings cables for one. The designer decides which goes where.",
        about: [
          { in: "devices", id: device.id },
          { in: "devices", id: sharing },
        ],
      });
    }
    points.set(device.point, device.id);
    if (saysNothing(device.name)) findings.push(bareName(design, device, used));
  }
  const open = design.points.filter((point) => !points.has(point.id));
  if (open.length) {
    findings.push({
      code: "register.point-without-device",
      stage: "register",
      severity: "note",
      title:
        open.length === 1 ? `${open[0]!.name} has no device yet` : `${open.length} points have no device yet`,
      why: "Their cables are planned; what hangs on them is still to be chosen. The designer decides.",
      about: open.map((point) => ({ in: "points", id: point.id })),
      measured: open.length,
      unit: "points",
      source: "register",
    });
  }
  return findings;
}

/** A name that says neither what it is nor where: the pattern of the design has a better one. */
function bareName(design: Design, device: DeviceRow, used: ReadonlySet<string>): Finding {
  const [rename] = renamesBy(design, [device.id], namePatternOf(design));
  const better = rename!.clash ? undefined : freeName(rename!.to, used);
  return {
    code: "register.name-says-nothing",
    stage: "register",
    severity: "mend",
    title: `“${device.name}” says neither what it is nor where`,
    why: "Whoever looks for it in ten years finds a number. The installer who knows it names it.",
    about: [{ in: "devices", id: device.id }],
    ...(better && !saysNothing(better)
      ? {
          fix: {
            label: `Call it ${better}`,
            changes: changeDevice(design, device.id, {
              name: better,
              ...(rename!.keepsTopic === undefined ? {} : { topic: rename!.keepsTopic }),
            }),
          },
        }
      : {}),
  };
}

/** Names on the network and topics that two have, or that are none. */
function hostChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const hosts = new Map<string, DeviceRow>();
  const topics = new Map<string, DeviceRow>();
  const allHosts = new Set(hostsOf(design).values());
  const allTopics = new Set([...topicsOf(design).values()].map((topic) => topic.toLowerCase()));
  for (const device of design.devices) {
    const { host, topic } = device;
    const other = host === undefined ? undefined : hosts.get(host);
    if (other) {
      const free = freeName(host!, allHosts, "-");
      allHosts.add(free);
      findings.push({
        code: "register.host-clash",
        stage: "register",
        severity: "mend",
        title: `${device.name} and ${other.name} are both ${host} on the network`,
        why: "Whoever asks for the name reaches the one or the other.",
        about: [device, other].map(({ id }) => ({ in: "devices", id })),
        fix: { label: `Call this one ${free}`, changes: changeDevice(design, device.id, { host: free }) },
      });
    } else if (host !== undefined) hosts.set(host, device);
    if (topic === undefined) continue;
    const wrong = wrongTopic(topic);
    if (wrong)
      findings.push({
        code: "register.topic-form",
        stage: "register",
        severity: "mend",
        title: `The topic of ${device.name} ${wrong}`,
        why: "Nothing can be published there. Without one of its own it takes the design's pattern.",
        about: [{ in: "devices", id: device.id }],
        fix: { label: "Take the pattern's", changes: changeDevice(design, device.id, { topic: undefined }) },
      });
    const sharing = topics.get(topic.toLowerCase());
    if (sharing) {
      const free = freeName(topic, allTopics, "-");
      allTopics.add(free.toLowerCase());
      findings.push({
        code: "register.topic-clash",
        stage: "register",
        severity: "stop",
        title: `${device.name} and ${sharing.name} speak on one topic`,
        why: "What one says is taken for the other's, and a command moves both.",
        about: [device, sharing].map(({ id }) => ({ in: "devices", id })),
        fix: { label: `Give this one ${free}`, changes: changeDevice(design, device.id, { topic: free }) },
      });
    } else topics.set(topic.toLowerCase(), device);
  }
  return findings;
}

/** Codes that fail their check, and those two devices have; what is said of a code never holds it. */
function codeChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const codes = new Map<string, DeviceRow>();
  for (const device of design.devices) {
    if (codeState(device) === "bad")
      findings.push({
        code: "register.code-bad",
        stage: "register",
        severity: "mend",
        title: `The pairing code of ${device.name} fails its check`,
        why: "It was read or typed wrong: pairing will be refused. The installer reads it from the label again, before the label is out of reach.",
        about: [{ in: "devices", id: device.id }],
        source: "check digit, length and ranges of the standard",
      });
    const code = device.code?.toUpperCase().replace(/[\s-]/g, "");
    if (code === undefined) continue;
    const other = codes.get(code);
    if (other)
      findings.push({
        code: "register.code-repeated",
        stage: "register",
        severity: "mend",
        title: `${device.name} and ${other.name} have one pairing code`,
        why: "Each device has its own: one of them was noted for the wrong one. The installer reads both labels again.",
        about: [device, other].map(({ id }) => ({ in: "devices", id })),
      });
    else codes.set(code, device);
  }
  const bare = design.devices.filter(
    (device) =>
      (device.protocol === "Thread" || device.protocol === "Matter over Wi-Fi") &&
      codeState(device) === undefined &&
      device.status !== "wanted",
  );
  if (bare.length)
    findings.push({
      code: "register.code-missing",
      stage: "register",
      severity: "note",
      title: `${counted(bare.length, "device")} that ${bare.length === 1 ? "needs" : "need"} a pairing code ${bare.length === 1 ? "has" : "have"} none noted`,
      why: "Once a label is behind a wall, nobody pairs it again. The installer notes it before fitting.",
      about: bare.map(({ id }) => ({ in: "devices", id })),
      measured: bare.length,
      unit: "devices",
    });
  return findings;
}

/** Papers that nobody finds again. */
function keyChecks(design: Design): Finding[] {
  return design.keys
    .filter((row) => !row.kept && row.value === undefined)
    .map((row): Finding => ({
      code: "register.key-missing",
      stage: "register",
      severity: "note",
      title: `${row.name} is listed, and not kept`,
      why: "Whoever needs it finds a name without a key. Its owner enters it, or takes the line out.",
      about: [{ in: "keys", id: row.id }],
      fix: { label: "Take the line out", changes: [{ in: "keys", drop: row.id }] },
    }));
}

export const registerChecks = memoAnywhere("registerChecks", (design): Finding[] => [
  ...nameChecks(design),
  ...addressChecks(design),
  ...nodeChecks(design),
  ...hostChecks(design),
  ...codeChecks(design),
  ...keyChecks(design),
  ...commissioningChecks(design),
  ...upkeepChecks(design),
]);
