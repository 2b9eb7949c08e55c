/** Bridges saved, filters set, devices shown and hidden: what an edit of stage 9 changes. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { changeRow, dropRow, putRow } from "../../design/row-changes";
import { filterResult } from "./matrix";
import type { BridgeRow } from "../../design/rows/bridges";
import { thingsOf } from "./things";

/** A bridge was saved as it stands. */
export const saveBridge = (design: Design, bridge: BridgeRow, on?: string): Change[] =>
  changeRow(design, "bridges", bridge.id, {
    savedAs: [...filterResult(design, bridge)].sort(),
    ...(on === undefined ? {} : { savedOn: on }),
  });

/**
 * A bridge's filter made to take devices that it leaves out: by a label they share, where one is given, else each by
 * itself. Nothing where it takes them already, or takes whatever is shown through it.
 */
export function widened(
  design: Design,
  bridge: string,
  devices: readonly string[],
  label?: string,
): Change[] {
  const row = byId(design, "bridges").get(bridge);
  if (!row?.filter) return [];
  const wanted = new Set(devices);
  const except = row.filter.except?.filter((id) => !wanted.has(id));
  const filter = { ...row.filter };
  if (except?.length) filter.except = except;
  else delete filter.except;
  const missing = () => {
    const takes = new Set(filterResult(design, { ...row, filter }));
    return devices.filter((id) => !takes.has(id));
  };
  if (label !== undefined && missing().length) filter.labels = [...(filter.labels ?? []), label];
  const left = missing();
  if (left.length) filter.devices = [...(filter.devices ?? []), ...left];
  return JSON.stringify(filter) === JSON.stringify(row.filter)
    ? []
    : changeRow(design, "bridges", bridge, { filter });
}

/**
 * Show devices to an ecosystem through a bridge; those it has already are left as they are. What the bridge's filter
 * leaves out it takes from now on, and is stale until it is saved. What could be opened by a word asks for a second factor
 * from the first.
 *
 * @param label that all of them have, where they are shown by it: the filter then takes the label
 */
export function showTo(
  design: Design,
  devices: readonly string[],
  ecosystem: string,
  bridge: string,
  label?: string,
): Change[] {
  const has = new Set(design.exposures.filter((row) => row.ecosystem === ecosystem).map((row) => row.device));
  // What people call it elsewhere, they call it here.
  const said = new Map(
    design.exposures.flatMap(({ device, spokenName }) => (spokenName ? [[device, spokenName] as const] : [])),
  );
  const given = new Set<string>();
  const own = devices.filter((device) => !has.has(device) && byId(design, "devices").has(device));
  return [
    ...widened(design, bridge, own, label),
    ...own.flatMap((device) =>
      putRow("exposures", {
        id: freeId(design, "exposures", `${ecosystem.slice(0, 2)}-${device.replace(/^d-/, "")}`, given),
        device,
        ecosystem,
        bridge,
        ...(said.has(device) ? { spokenName: said.get(device)! } : {}),
        ...(thingsOf(design).get(device)?.danger ? { factor: true } : {}),
      }),
    ),
  ];
}

/** Show them to an ecosystem no longer. */
export const hideFrom = (design: Design, devices: readonly string[], ecosystem: string): Change[] =>
  design.exposures
    .filter((row) => row.ecosystem === ecosystem && devices.includes(row.device))
    .flatMap(({ id }) => dropRow("exposures", id));

/** The bridge that most of an ecosystem's devices go through; the only one there is, where it has none yet. */
export function usualBridge(design: Design, ecosystem: string): string | undefined {
  const count = new Map<string, number>();
  for (const row of design.exposures)
    if (row.ecosystem === ecosystem) count.set(row.bridge, (count.get(row.bridge) ?? 0) + 1);
  const most = [...count].reduce<[string, number] | undefined>(
    (best, one) => (!best || one[1] > best[1] ? one : best),
    undefined,
  );
  return most?.[0] ?? (design.bridges.length === 1 ? design.bridges[0]!.id : undefined);
}
