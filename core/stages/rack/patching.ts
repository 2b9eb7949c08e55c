/** Which drop is on which panel port, and that on which switch port, by closet. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import type { Service } from "../../design/vocabulary";
import { patchByDrop } from "../../points/ports";
import { dropsOf, type Drop } from "../runs/drops";
import { POE_CLASSES } from "../runs/electrical";
import { portsAt, type Port } from "./ports";
import type { PatchRow, RackItemRow } from "../../design/rows/rack";

/** Which network a drop's device belongs in, by what its cable serves. */
const NETWORK: Partial<Record<Service, string>> = { sight: "cameras", security: "entrance" };

export interface Patch {
  row?: PatchRow;
  drop: Drop;
  panelPort?: string;
  switchPort?: string;
  poeClass?: number;
  network?: string;
}

export interface SwitchLoad {
  item: RackItemRow;
  patches: Patch[];
  /** Σ of what each power class sets aside, and of what is drawn with the loss in the cable, W. */
  reservedW: number;
  drawnW: number;
}

/** Switches with powered devices on them, and what those take of each. */
export function switchLoads(design: Design): SwitchLoad[] {
  const items = byId(design, "rackItems");
  const loads = new Map<string, SwitchLoad>();
  for (const patch of patchesOf(design)) {
    const item = items.get(patch.switchPort?.slice(0, patch.switchPort.lastIndexOf("/")) ?? "");
    if (!item || patch.poeClass === undefined) continue;
    const load = loads.get(item.id) ?? { item, patches: [], reservedW: 0, drawnW: 0 };
    load.patches.push(patch);
    load.reservedW += POE_CLASSES[patch.poeClass]!.sourceW;
    load.drawnW += patch.drop.load!.sourceW;
    loads.set(item.id, load);
  }
  return [...loads.values()];
}

/** Every drop that ends at a panel, with its patch as far as there is one; by label. */
export const patchesOf = memo("patchesOf", (design): Patch[] =>
  dropsOf(design)
    .filter((drop) => drop.line.end === "panel" && !drop.segment)
    .map((drop): Patch => {
      const row = patchByDrop(design).get(drop.key);
      const poeClass = drop.load?.poeClass;
      return {
        drop,
        ...(row ? { row } : {}),
        ...(row?.panelPort ? { panelPort: row.panelPort } : {}),
        ...(row?.switchPort ? { switchPort: row.switchPort } : {}),
        ...(poeClass === undefined ? {} : { poeClass }),
        ...(row?.network ? { network: row.network } : {}),
      };
    }),
);

/** A data drop that something hangs on wants a switch port; a spare or an aerial none. */
const isLive = (drop: Drop) => drop.cableType?.medium === "data" && drop.line.purpose !== "spare";

/**
 * Every drop on a panel port of its closet, live ones on a switch port as well: powered ones on powered ports, those
 * of one kind in turns over the switches. What is patched by hand and can stand stays.
 */
export function patchAll(design: Design, newId: (prefix: string) => string): Change[] {
  const changes: Change[] = [];
  const patches = patchesOf(design);
  for (const closet of design.closets) {
    const ports = portsAt(design, closet.id);
    const own = patches.filter(({ drop }) => drop.closet === closet.id);
    const free = new Map(ports.map((port) => [port.name, port]));
    const kept = new Map<string, { panelPort?: string; switchPort?: string }>();
    for (const { drop, panelPort, switchPort } of own) {
      const keep: { panelPort?: string; switchPort?: string } = {};
      if (panelPort && free.get(panelPort)?.kind === "panel") {
        free.delete(panelPort);
        keep.panelPort = panelPort;
      }
      const port = switchPort ? free.get(switchPort) : undefined;
      if (port && port.kind !== "panel" && (drop.load?.poeClass === undefined || port.kind === "powered")) {
        free.delete(port.name);
        keep.switchPort = port.name;
      }
      kept.set(drop.key, keep);
    }
    const turns = new Map<string, number>();
    const take = (kinds: readonly Port["kind"][], turn?: string): string | undefined => {
      for (const kind of kinds) {
        const open = [...free.values()].filter((port) => port.kind === kind);
        if (!open.length) continue;
        const items = [...new Set(open.map((port) => port.item.id))];
        const at = turn === undefined ? 0 : (turns.get(turn) ?? 0) % items.length;
        if (turn !== undefined) turns.set(turn, (turns.get(turn) ?? 0) + 1);
        const port = open.find((one) => one.item.id === items[at])!;
        free.delete(port.name);
        return port.name;
      }
      return undefined;
    };
    for (const { drop, row } of own) {
      const keep = kept.get(drop.key)!;
      const powered = drop.load?.poeClass !== undefined;
      const panelPort = keep.panelPort ?? take(["panel"]);
      const switchPort =
        keep.switchPort ??
        (isLive(drop)
          ? take(powered ? ["powered"] : ["data", "powered"], powered ? drop.kind.id : undefined)
          : undefined);
      const network =
        row?.network ?? (switchPort === undefined ? undefined : (NETWORK[drop.kind.service] ?? "house"));
      if (row && row.panelPort === panelPort && row.switchPort === switchPort && row.network === network)
        continue;
      changes.push({
        in: "patches",
        put: {
          id: row?.id ?? newId("patch"),
          drop: drop.key,
          ...(panelPort ? { panelPort } : {}),
          ...(switchPort ? { switchPort } : {}),
          ...(network ? { network } : {}),
        },
      });
    }
  }
  return changes;
}
