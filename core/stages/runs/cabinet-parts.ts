/** What wall cabinets and racks are made of, for the bill of materials: enclosures, modules, terminals, items. */
import { byId } from "../../design/collections";
import { memo } from "../../design/kept";
import { inMoney } from "../../design/labour";
import { counted } from "../../design/words";
import { terminalsOf } from "../../points/terminals";

export interface CabinetPart {
  what: string;
  count: number;
  /** Of one, in the design's currency; absent where nobody has said. */
  price?: number;
  from: string;
}

/** A wall cabinet with its rails: so much, and so much for each unit. Typical, in the money of the samples. */
const ENCLOSURE = { each: 46, perUnit: 0.9 };
const TERMINAL_PRICE = 0.85;
/** Units of a row where its closet does not say. */
const ROW_UNITS = 24;

/** All parts, and the hours it takes to fit the modules. */
export const cabinetParts = memo("cabinetParts", (design): { parts: CabinetPart[]; hours: number } => {
  const parts: CabinetPart[] = [];
  const types = byId(design, "moduleTypes");
  if (design.modules.length)
    for (const { name, cabinetRows, rowUnits = ROW_UNITS } of design.closets)
      if (cabinetRows !== undefined)
        parts.push({
          what: `Wall cabinet, ${counted(cabinetRows, "row")} of ${rowUnits} units`,
          count: 1,
          price: inMoney(design, ENCLOSURE.each + ENCLOSURE.perUnit * cabinetRows * rowUnits),
          from: name,
        });
  const counts = new Map<string, number>();
  for (const { kind } of design.modules) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  let minutes = 0;
  for (const [id, count] of counts) {
    const type = types.get(id);
    if (!type) continue;
    minutes += count * (type.minutes ?? 0);
    parts.push({
      ...{ what: type.name, count, from: "modules of the cabinets" },
      ...(type.price === undefined ? {} : { price: type.price }),
    });
  }
  const drives = new Map(design.modules.map(({ id, kind }) => [id, types.get(kind)?.drives ?? ""]));
  const terminals = design.channels.reduce(
    (sum, channel) => sum + terminalsOf(design, channel, drives.get(channel.module) ?? ""),
    0,
  );
  if (terminals)
    parts.push({
      what: "Terminal on a rail, 2.5 mm²",
      count: terminals,
      price: inMoney(design, TERMINAL_PRICE),
      from: "three a load at mains, four a shutter",
    });
  const items = [
    ...design.racks.map(({ name, units, price }) => ({
      what: `${name}, ${units} U`,
      price,
      from: "racks",
    })),
    ...design.rackItems.map(({ name, price }) => ({ what: name, price, from: "rack items" })),
  ];
  const same = new Map<string, CabinetPart>();
  for (const { what, price, from } of items) {
    const key = `${what} ${price}`;
    const known = same.get(key);
    if (known) known.count += 1;
    else same.set(key, { what, count: 1, from, ...(price === undefined ? {} : { price }) });
  }
  return { parts: [...parts, ...same.values()], hours: minutes / 60 };
});
