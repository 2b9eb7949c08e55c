/** How a line of the standard catalogue is written down: what most lines share is said once. */
import type { Ability, OptionKind, OptionRow, WantFunction } from "../../../design/rows/choose";

/** Radio range, life and updates that go with a protocol, unless a line says otherwise. */
export type Extra = Partial<
  Omit<OptionRow, "id" | "kind" | "name" | "protocol" | "serves" | "can" | "supply" | "price">
>;

/** Minutes to fit, own watts and whether it routes, by supply and protocol: what a line starts from. */
function usual(
  protocol: OptionRow["protocol"],
  supply: OptionRow["supply"],
): Pick<
  OptionRow,
  "labourMin" | "watts" | "routes" | "updates" | "supportYears" | "local" | "cloud" | "account"
> {
  const fed = supply === "mains" || supply === "PoE" || supply === "low voltage";
  const meshes =
    protocol === "Zigbee" || protocol === "Z-Wave" || protocol === "Thread" || protocol === "Bluetooth LE";
  const air =
    meshes ||
    protocol === "Wi-Fi" ||
    protocol === "Matter over Wi-Fi" ||
    protocol === "Ethernet" ||
    protocol === "PoE";
  return {
    labourMin: fed ? 25 : 10,
    watts: supply === "mains" ? (air && !meshes ? 0.9 : 0.4) : 0,
    routes: meshes && fed,
    updates: air ? "over the air" : "none",
    supportYears: protocol === "Wi-Fi" ? 4 : air ? 7 : 15,
    local: true,
    cloud: false,
    account: false,
  };
}

/**
 * One option of the catalogue, with what most of its kind have in common filled in. Prices in euro, retail;
 * powers in W.
 */
export function line(
  id: string,
  kind: OptionKind,
  name: string,
  protocol: OptionRow["protocol"],
  supply: OptionRow["supply"],
  serves: WantFunction[],
  can: Ability[],
  price: number,
  extra: Extra = {},
): OptionRow {
  return {
    id,
    kind,
    name,
    protocol,
    serves,
    can,
    supply,
    price,
    ...usual(protocol, supply),
    source: "typical",
    ...extra,
  };
}

/** A battery: cells of a size, and the years they last in usual work. */
export const cells = (cell: string, count: number, years: number, mah: number): Extra => ({
  cell,
  cells: count,
  batteryYears: years,
  batteryMah: mah,
});

/** Does its work through somebody else's computers. */
export const CLOUD: Extra = { local: false, cloud: true, account: true, updates: "by its maker" };
