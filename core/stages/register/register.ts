/** Stage 8, thin: the devices with where they are and how they talk. */
import { round2 } from "../../geometry/round";
import { byId, type Design, rowOf } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import type { DeviceRow } from "../../design/rows/register";
import { fail } from "../../design/input-error";
import { writeCsv } from "../../files/csv";
import { pointLabel } from "../../points/labels";
import type { Working } from "../../desk/working";
import { counted } from "../../design/words";

export interface RegisterLine {
  device: DeviceRow;
  label: string;
  kind: string;
  room: string;
  level: string;
  closet: string;
}

/** One line a device, by label. */
export const registerLines = memo("registerLines", (design): RegisterLine[] =>
  design.devices
    .map((device) => {
      const point = rowOf(design, "points", device.point);
      return {
        device,
        label: pointLabel(design, point),
        kind: byId(design, "kinds").get(point.kind)?.name ?? "",
        room: byId(design, "rooms").get(point.room)?.name ?? "",
        level: byId(design, "levels").get(point.level)?.name ?? "",
        closet: (point.closet && byId(design, "closets").get(point.closet)?.name) ?? "",
      };
    })
    .sort((a, b) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0)),
);

/** Put new values in some fields of a device; an undefined value takes the field away. */
export function changeDevice(design: Design, id: string, values: Partial<Omit<DeviceRow, "id">>): Change[] {
  const device = byId(design, "devices").get(id) ?? fail("device", `"${id}" does not exist`);
  const put = Object.fromEntries(
    Object.entries({ ...device, ...values }).filter(([, value]) => value !== undefined),
  ) as unknown as DeviceRow;
  return [{ in: "devices", put }];
}

/** A device wanted at a point, named after it. */
export function addDevice(design: Design, newId: string, pointId: string): Change[] {
  const point = byId(design, "points").get(pointId) ?? fail("point", `"${pointId}" does not exist`);
  const kind = rowOf(design, "kinds", point.kind);
  const protocol = kind.needs?.poeClass
    ? "PoE"
    : kind.drops.some((line) => line.purpose === "bus")
      ? "house bus"
      : "none";
  return [
    { in: "devices", put: { id: newId, point: pointId, name: point.name, status: "wanted", protocol } },
  ];
}

/** What the devices cost together. */
export function deviceCostWorking(design: Design): Working {
  const priced = design.devices.filter((device) => device.cost !== undefined);
  const byKind = new Map<string, { count: number; cost: number }>();
  for (const line of registerLines(design)) {
    if (line.device.cost === undefined) continue;
    const entry = byKind.get(line.kind) ?? { count: 0, cost: 0 };
    byKind.set(line.kind, { count: entry.count + 1, cost: entry.cost + line.device.cost });
  }
  const currency = design.design.currency;
  const value = round2(priced.reduce((sum, device) => sum + device.cost!, 0));
  const open = design.devices.length - priced.length;
  return {
    title: "Cost of devices",
    value,
    unit: currency,
    verdict: "none",
    steps: [
      ...[...byKind]
        .sort((a, b) => b[1].cost - a[1].cost)
        .map(([kind, entry]) => ({
          formula: kind,
          with: counted(entry.count, "device"),
          gives: `${entry.cost.toFixed(2)} ${currency}`,
          source: "register",
        })),
      {
        formula: "Sum",
        with: open ? `${counted(open, "device")} without a price yet` : "every device has a price",
        gives: `${value.toFixed(2)} ${currency}`,
        source: "",
      },
    ],
  };
}

/** The device register, a row a device. */
export function registerCsv(design: Design, lines: readonly RegisterLine[] = registerLines(design)): string {
  return writeCsv(
    [
      "Label",
      "Name",
      "Kind",
      "Room",
      "Level",
      "Closet",
      "Protocol",
      "Status",
      "Address",
      "Serial",
      `Cost (${design.design.currency})`,
    ],
    lines.map(({ device, label, kind, room, level, closet }) => [
      label,
      device.name,
      kind,
      room,
      level,
      closet,
      device.protocol,
      device.status,
      device.address,
      device.serial,
      device.cost,
    ]),
  );
}
