/** Bridges saved, filters set, devices shown and hidden: what an edit of stage 9 changes. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { changeRow, dropRow, putRow } from "../../design/row-changes";
import { filterResult } from "./matrix";
import type { BridgeRow } from "./rows";
import { thingsOf } from "./things";

/** A bridge was saved as it stands. */
export const saveBridge = (design: Design, bridge: BridgeRow, on?: string): Change[] =>
  changeRow(design, "bridges", bridge.id, {
    savedAs: [...filterResult(design, bridge)].sort(),
    ...(on === undefined ? {} : { savedOn: on }),
  });

/**
 * Show devices to an ecosystem through a bridge; those it has already are left as they are. What could be opened by a
 * word asks for a second factor from the first.
 */
export function showTo(
  design: Design,
  devices: readonly string[],
  ecosystem: string,
  bridge: string,
): Change[] {
  const has = new Set(design.exposures.filter((row) => row.ecosystem === ecosystem).map((row) => row.device));
  // What people call it elsewhere, they call it here.
  const said = new Map(
    design.exposures.flatMap(({ device, spokenName }) => (spokenName ? [[device, spokenName] as const] : [])),
  );
  const given = new Set<string>();
  return devices
    .filter((device) => !has.has(device) && byId(design, "devices").has(device))
    .flatMap((device) =>
      putRow("exposures", {
        id: freeId(design, "exposures", `${ecosystem.slice(0, 2)}-${device.replace(/^d-/, "")}`, given),
        device,
        ecosystem,
        bridge,
        ...(said.has(device) ? { spokenName: said.get(device)! } : {}),
        ...(thingsOf(design).get(device)?.danger ? { factor: true } : {}),
      }),
    );
}

/** Show them to an ecosystem no longer. */
export const hideFrom = (design: Design, devices: readonly string[], ecosystem: string): Change[] =>
  design.exposures
    .filter((row) => row.ecosystem === ecosystem && devices.includes(row.device))
    .flatMap(({ id }) => dropRow("exposures", id));
