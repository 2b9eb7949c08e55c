/** What does the work of a device within the house, without the internet. */
import { byId, type Design } from "../../design/collections";
import { memoByRow } from "../../design/kept";
import type { Change } from "../../design/edit";
import { removeRows } from "../../design/remove";
import { putRow } from "../../design/row-changes";
import type { DeviceRow } from "../../design/rows/register";
import { carrierAgainst, carriersOf } from "./carriers";
import { unitCost } from "./cost";
import { reasonsAgainst } from "./fits";
import type { OptionRow, WantRow } from "../../design/rows/choose";

/**
 * The cheapest option that meets what a device is there for, that works with the internet down and that a controller of the
 * house carries; undefined where there is none, or nothing says what the device is for.
 */
function optionAtHome(design: Design, device: DeviceRow): OptionRow | undefined {
  const point = byId(design, "points").get(device.point);
  const known = design.wants.find(({ points }) => points.includes(device.point));
  const serves =
    device.option === undefined ? undefined : byId(design, "options").get(device.option)?.serves[0];
  if (!point || (!known && serves === undefined)) return undefined;
  const { option: _settled, ...asked }: WantRow = known ?? {
    id: "home",
    room: point.room,
    function: serves!,
    count: 1,
    needs: [],
    points: [],
  };
  const want: WantRow = { ...asked, count: 1, localOnly: true };
  const standing = new Set(design.hubs.map(({ option }) => option));
  const carriers = carriersOf(design).filter(
    ({ hub, via }) => standing.has(hub.id) && (!via || standing.has(via.id)),
  );
  return design.options
    .filter(
      (option) =>
        !option.controls &&
        !reasonsAgainst(design, want, option).length &&
        carriers.some((carrier) => carrierAgainst(carrier, want, option) === undefined),
    )
    .map((option) => ({ option, cost: unitCost(design, want, option) }))
    .sort((a, b) => a.cost.buy + a.cost.fit - (b.cost.buy + b.cost.fit))[0]?.option;
}

interface Swap {
  name: string;
  /** To buy. */
  price: number;
  /** As the design is by then: looking for what names a row takes its time. */
  changes(design: Design): Change[];
}

/** In the place of a device, what does the same within the house; undefined where there is nothing. */
export const swapAtHome = memoByRow("swapAtHome", (design, device: DeviceRow): Swap | undefined => {
  const option = optionAtHome(design, device);
  if (!option) return undefined;
  const { id, point, name, tags, notes } = device;
  // Nothing of what was bought for the place is true of what takes it.
  const put: DeviceRow = {
    id,
    point,
    option: option.id,
    name,
    status: "chosen",
    protocol: option.protocol,
    cost: option.price,
    ...(tags ? { tags } : {}),
    ...(notes === undefined ? {} : { notes }),
  };
  return {
    name: option.name,
    price: option.price,
    changes(now) {
      const radios = now.radios.flatMap((radio) =>
        radio.device === id ? [{ in: "radios" as const, id: radio.id }] : [],
      );
      return [...(radios.length ? removeRows(now, radios) : []), ...putRow("devices", put)];
    },
  };
});
