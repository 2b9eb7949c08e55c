/** Ports of what stands in racks, by name and number. */
import type { Design } from "../../design/collections";
export { portName } from "../../points/ports";
import { itemsOf } from "./racks";
import type { PORT_KINDS, RackItemRow } from "../../design/rows/rack";

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
