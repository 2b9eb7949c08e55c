/** The bus line or network a device is on, in words. */
import { byId, type Design } from "../../design/collections";
import { segmentsOf } from "../bus/segments";
import { networkFor } from "./addresses";
import { hostsOf } from "./naming";
import type { DeviceRow } from "../../design/rows/register";

/** Segment and volts of what stands at a point; undefined where it is on none. */
export function segmentVolts(design: Design, point: string): string | undefined {
  const stop = design.stops.find(
    (row) =>
      row.point === point ||
      (row.device !== undefined && byId(design, "devices").get(row.device)?.point === point),
  );
  if (!stop) return undefined;
  const segment = segmentsOf(design).find(({ row }) => row.id === stop.segment);
  const node = segment?.nodes.find((one) => one.stop?.id === stop.id);
  const volts = node?.volts === undefined ? "" : `, ${node.volts.toFixed(2)} V there`;
  return `${segment?.row.name ?? stop.segment}, stop ${stop.order}${volts}`;
}

/** Network and name on it. */
export function networkOf(design: Design, device: DeviceRow): string | undefined {
  const host = hostsOf(design).get(device.id);
  if (host === undefined) return undefined;
  const network = networkFor(design, device)?.network;
  return `${host}${network ? ` on ${network.name}${network.vlan === undefined ? "" : `, VLAN ${network.vlan}`}` : ""}`;
}
