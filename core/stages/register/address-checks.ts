/** Checks of addresses and node numbers: two on one, one where none may be, the next free as fix. */
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Finding, Fix } from "../../desk/findings";
import {
  ipv4,
  ipv4Text,
  networkFor,
  nextFree,
  nextNode,
  nodeNumber,
  readAddress,
  spanOf,
  spansOf,
} from "./addresses";
import { changeDevice } from "./register";
import type { DeviceRow } from "../../design/rows/register";

const about = (...devices: readonly DeviceRow[]) => devices.map(({ id }) => ({ in: "devices" as const, id }));

/** The next free address of its network; asked when it is pressed, as others may have been given out by then. */
function nextFix(design: Design, device: DeviceRow, at: number, given: Set<number>): Fix | undefined {
  const span = spanOf(design, at) ?? networkFor(design, { protocol: device.protocol });
  // Without a network written down, its neighbours are the 254 about it.
  const near =
    span ??
    ({
      network: { id: "", name: "", cidr: "" },
      first: Math.floor(at / 256) * 256,
      last: Math.floor(at / 256) * 256 + 255,
    } as const);
  const free = nextFree(design, near, spanOf(design, at) || !span ? at + 1 : undefined, given);
  if (free === undefined) return undefined;
  given.add(free);
  return {
    label: `Give ${device.name} ${ipv4Text(free)}, the next free one`,
    changes: changeDevice(design, device.id, { address: ipv4Text(free) }),
  };
}

export const addressChecks = memo("addressChecks", (design): readonly Finding[] => {
  const findings: Finding[] = [];
  const seen = new Map<string, DeviceRow>();
  const given = new Set<number>();
  const reserved = new Map(
    design.reservations.flatMap((row) => {
      const at = ipv4(row.address);
      return at === undefined ? [] : [[at, row] as const];
    }),
  );
  for (const device of design.devices) {
    if (device.address === undefined) continue;
    const read = readAddress(device.address);
    if (read.kind === "wrong") {
      findings.push({
        code: "register.address-form",
        stage: "register",
        severity: "mend",
        title: `The address of ${device.name} ${read.why}`,
        why: "Nothing answers there. The installer reads it again from the device or its label.",
        about: about(device),
      });
      continue;
    }
    // Addresses of a bus or a line are compared among those that speak on it.
    const key = read.kind === "other" ? `${device.protocol} ${read.text}` : read.text;
    const other = seen.get(key);
    if (other) {
      const fix = read.kind === "network" ? nextFix(design, device, read.value, given) : undefined;
      findings.push({
        code: "register.address-clash",
        stage: "register",
        severity: "stop",
        title: `${device.name} and ${other.name} are both at ${read.text}`,
        why: fix
          ? "Now the one answers, now the other: both seem to come and go."
          : "Now the one answers, now the other. The installer reads both again: one was noted for the wrong device.",
        about: about(device, other),
        ...(fix ? { fix } : {}),
      });
      continue;
    }
    seen.set(key, device);
    if (read.kind !== "network") continue;
    const span = spanOf(design, read.value);
    const wrong = (code: string, title: string, why: string) => {
      const fix = nextFix(design, device, read.value, given);
      findings.push({
        code,
        stage: "register",
        severity: "mend",
        title,
        why: fix ? why : `${why} Its network is full: the designer makes it larger.`,
        about: about(device),
        ...(fix ? { fix } : {}),
      });
    };
    if (!span) {
      if (spansOf(design).length)
        wrong(
          "register.address-outside",
          `${device.name} is at ${read.text}, in no network of this house`,
          "Nothing reaches it there.",
        );
      continue;
    }
    const holder = reserved.get(read.value);
    if (read.value === span.first || read.value === span.last)
      wrong(
        "register.address-outside",
        `${device.name} is at ${read.text}, which is all of ${span.network.name} and no device's`,
        "Nothing reaches it there.",
      );
    else if (span.network.gateway !== undefined && ipv4(span.network.gateway) === read.value)
      wrong(
        "register.address-reserved",
        `${device.name} is at ${read.text}, where the gateway of ${span.network.name} is`,
        "The whole network loses its way out while both answer.",
      );
    else if (holder && holder.device !== device.id)
      wrong(
        "register.address-reserved",
        `${device.name} is at ${read.text}, which is kept for ${holder.name}`,
        "It is somebody else's as soon as that is switched on.",
      );
    else if (span.pool && read.value >= span.pool[0] && read.value <= span.pool[1] && !holder)
      wrong(
        "register.address-pool",
        `${device.name} is at ${read.text}, which the router gives out to whoever asks`,
        "One day it gives it to somebody's phone.",
      );
  }
  return findings;
});

/** Two with one node number on one protocol. */
export const nodeChecks = memo("nodeChecks", (design): readonly Finding[] => {
  const findings: Finding[] = [];
  const seen = new Map<string, DeviceRow>();
  const given = new Map<DeviceRow["protocol"], Set<string>>();
  for (const device of design.devices) {
    if (device.node === undefined) continue;
    const number = nodeNumber(device.node);
    const key = `${device.protocol} ${number ?? device.node.trim().toLowerCase()}`;
    const other = seen.get(key);
    if (!other) {
      seen.set(key, device);
      continue;
    }
    const handed = given.get(device.protocol) ?? new Set<string>();
    given.set(device.protocol, handed);
    const node = number === undefined ? undefined : nextNode(design, device, handed);
    if (node !== undefined) handed.add(node);
    findings.push({
      code: "register.node-clash",
      stage: "register",
      severity: "stop",
      title: `${device.name} and ${other.name} are both node ${device.node} of ${device.protocol}`,
      why: "A command for the one moves the other. One of them was noted wrong, or was joined anew: the installer looks.",
      about: about(device, other),
      ...(node === undefined
        ? {}
        : {
            fix: {
              label: `Note ${device.name} as node ${node}, the next free one`,
              changes: changeDevice(design, device.id, { node }),
            },
          }),
    });
  }
  return findings;
});
