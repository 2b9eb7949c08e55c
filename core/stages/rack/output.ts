/** `zinc rack --json`, and the port table as CSV. */
import type { Design } from "../../design/collections";
import { writeCsv } from "../../files/csv";
import { patchesOf } from "./patching";
import { portName } from "./ports";
import { racksOf } from "./racks";

/** All of stage 6, for another engine to reckon the same. */
export function rackJson(design: Design) {
  return {
    racks: racksOf(design).map((rack) => ({
      id: rack.row.id,
      name: rack.row.name,
      closet: rack.row.closet,
      units: rack.row.units,
      items: rack.items.map(
        ({
          id,
          name,
          kind,
          u,
          heightU,
          side,
          kg,
          watts,
          wattsMax,
          depthMm,
          batteryWh,
          efficiency,
          usableShare,
        }) => ({
          id,
          name,
          kind,
          u,
          heightU,
          side,
          depthMm,
          kg,
          watts,
          wattsMax,
          batteryWh,
          efficiency,
          usableShare,
        }),
      ),
      usedU: rack.usedU,
      watts: rack.watts,
      wattsMax: rack.wattsMax,
      btuH: rack.btuH,
      deltaC: rack.deltaC,
      airM3h: rack.airM3h,
      kg: rack.kg,
      runtimeMin: rack.runtimeMin,
      runtimeSheddingMin: rack.shedding?.runtimeMin,
      closetC: rack.closetC,
    })),
    patches: patchesOf(design).map(({ drop, panelPort, switchPort, poeClass, network }) => ({
      drop: drop.key,
      label: drop.label,
      closet: drop.closet,
      panelPort,
      switchPort,
      poeClass,
      network,
    })),
  };
}

/** Who is on which port: what goes on the inside of the closet's door. */
export function portsCsv(design: Design): string {
  return writeCsv(
    ["label", "point", "closet", "panel port", "switch port", "power class", "watts", "network"],
    patchesOf(design).map(({ drop, panelPort, switchPort, poeClass, network }) => [
      drop.label,
      drop.point.name,
      design.closets.find((row) => row.id === drop.closet)?.name ?? "",
      panelPort ? portName(design, panelPort) : "",
      switchPort ? portName(design, switchPort) : "",
      poeClass,
      drop.load?.poeClass ? Math.round(drop.load.sourceW * 10) / 10 : undefined,
      network ?? "",
    ]),
  );
}
