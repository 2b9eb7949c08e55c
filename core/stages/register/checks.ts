/** Checks of stage 8. */
import { byId, type Design } from "../../design/collections";
import type { Finding } from "../../desk/findings";
import { changeDevice } from "./register";

/** Same name twice, two devices at one point, points still without a device. */
export function registerChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const names = new Map<string, string>();
  const points = new Map<string, string>();
  let used: Set<string> | undefined;
  for (const device of design.devices) {
    const name = device.name.toLowerCase();
    const other = names.get(name);
    if (other) {
      let n = 2;
      used ??= new Set(design.devices.map((one) => one.name.toLowerCase()));
      while (used.has(`${device.name} ${n}`.toLowerCase())) n += 1;
      used.add(`${device.name} ${n}`.toLowerCase());
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
          label: `Call this one ${device.name} ${n}`,
          changes: changeDevice(design, device.id, { name: `${device.name} ${n}` }),
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
