/** Which port a cable is patched to, by the names people read. Below every stage that says so. */
import { byId, type Design, type Rows } from "../design/collections";
import { memo } from "../design/kept";

/** A port as it is read: the item's name and the number. */
export function portName(design: Design, port: string | undefined): string {
  if (port === undefined) return "–";
  const cut = port.lastIndexOf("/");
  const item = byId(design, "rackItems").get(port.slice(0, cut));
  return `${item?.name ?? port.slice(0, cut)} ${port.slice(cut + 1)}`;
}

/** The patch of each drop, by the drop's key. */
export const patchByDrop = memo(
  "patchByDrop",
  (design): ReadonlyMap<string, Rows["patches"]> => new Map(design.patches.map((row) => [row.drop, row])),
);

/** Ports of a drop: at the panel where it ends, and at the switch behind it. */
export function portsOfDrop(design: Design, key: string): { panel?: string; switch?: string } {
  const row = patchByDrop(design).get(key);
  return {
    ...(row?.panelPort ? { panel: portName(design, row.panelPort) } : {}),
    ...(row?.switchPort ? { switch: portName(design, row.switchPort) } : {}),
  };
}
