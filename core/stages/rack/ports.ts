/** Ports of what stands in racks, by name and number. */
import { byId, type Design } from "../../design/collections";
import { itemsOf } from "./racks";
import type { PORT_KINDS, RackItemRow } from "./rows";

export interface Port {
  /** ITEM/NUMBER. */
  name: string;
  item: RackItemRow;
  number: number;
  kind: (typeof PORT_KINDS)[number];
}

/** Ports of an item, numbered from 1 through all its groups. */
export function portsOf(item: RackItemRow): Port[] {
  let number = 0;
  return (item.ports ?? []).flatMap(({ kind, count }) =>
    Array.from({ length: count }, (): Port => {
      number += 1;
      return { name: `${item.id}/${number}`, item, number, kind };
    }),
  );
}

/** Ports of all items of a closet's racks, from the top down. */
export const portsAt = (design: Design, closet: string): Port[] =>
  design.racks
    .filter((rack) => rack.closet === closet)
    .flatMap((rack) => itemsOf(design, rack.id).flatMap(portsOf));

/** A port as it is read: the item's name and the number. */
export function portName(design: Design, port: string | undefined): string {
  if (port === undefined) return "–";
  const cut = port.lastIndexOf("/");
  const item = byId(design, "rackItems").get(port.slice(0, cut));
  return `${item?.name ?? port.slice(0, cut)} ${port.slice(cut + 1)}`;
}
