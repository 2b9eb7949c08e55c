/** The port table out and in again: who is on which port. Columns may stand in any order; others are left unread. */
import Papa from "papaparse";
import type { Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { bearable } from "../../design/input-error";
import type { CsvFault } from "../../files/row-csv";
import { patchesOf, type Patch } from "./patching";
import { portName, portsAt, type Port } from "./ports";

const COLUMNS = { label: "label", panel: "panel port", switch: "switch port", network: "network" };
const LONGEST_NETWORK = 30;

export interface PortTable {
  faults: CsvFault[];
  /** Patches that are other than they were; those of cables the file does not name stay. */
  changes: Change[];
}

/**
 * A port table as `portsCsv` writes it: each row a cable by its label, its ports by name and number, its network. An
 * empty cell takes the port or the network off. Either all of it, or every fault by row and column.
 */
export function readPorts(design: Design, text: string, newId: (prefix: string) => string): PortTable {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" });
  const head = (data[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const faults: CsvFault[] = [];
  const missing = [COLUMNS.label, COLUMNS.panel].filter((name) => !head.includes(name));
  if (missing.length)
    return {
      faults: [{ row: 1, column: "", reason: `must have the columns ${missing.join(" and ")}` }],
      changes: [],
    };
  const patches = new Map(patchesOf(design).map((patch) => [patch.drop.label.toLowerCase(), patch]));
  const rows = new Map<string, number>();
  const taken = new Map<string, number>();
  const next: { patch: Patch; panelPort?: string; switchPort?: string; network?: string }[] = [];
  data.slice(1).forEach((cells, i) => {
    const row = i + 2;
    const cell = (name: string) => {
      const value = (cells[head.indexOf(name)] ?? "").trim();
      return /^'[=+\-@]/.test(value) ? value.slice(1) : value === "–" ? "" : value;
    };
    const wrong = (column: string, reason: string) =>
      void faults.push({ row, column, reason: bearable(reason) });
    const label = cell(COLUMNS.label);
    const patch = patches.get(label.toLowerCase());
    if (!patch) return wrong(COLUMNS.label, `"${label}" is no cable that ends at a panel`);
    const before = rows.get(patch.drop.key);
    if (before !== undefined) return wrong(COLUMNS.label, `${label} stands in row ${before} already`);
    rows.set(patch.drop.key, row);
    const ports = portsAt(design, patch.drop.closet ?? "");
    const port = (column: string, good: (port: Port) => string | undefined): string | undefined => {
      const typed = cell(column);
      if (typed === "") return undefined;
      const found = ports.find(
        ({ name }) => name === typed || portName(design, name).toLowerCase() === typed.toLowerCase(),
      );
      const why = found ? good(found) : `"${typed}" is no port of the closet this cable ends at`;
      if (why) return (wrong(column, why), undefined);
      const other = taken.get(found!.name);
      if (other !== undefined) return (wrong(column, `${typed} is given in row ${other} already`), undefined);
      taken.set(found!.name, row);
      return found!.name;
    };
    const panelPort = port(COLUMNS.panel, ({ kind }) =>
      kind === "panel" ? undefined : "must be a port of a panel",
    );
    const switchPort = head.includes(COLUMNS.switch)
      ? port(COLUMNS.switch, ({ kind }) =>
          kind === "panel"
            ? "must be a port of a switch"
            : patch.poeClass !== undefined && kind !== "powered"
              ? "gives no power, and this device takes it from its cable"
              : undefined,
        )
      : patch.switchPort;
    const network = head.includes(COLUMNS.network) ? cell(COLUMNS.network) || undefined : patch.network;
    if (network && network.length > LONGEST_NETWORK)
      return wrong(COLUMNS.network, `must be at most ${LONGEST_NETWORK} characters`);
    next.push({
      patch,
      ...(panelPort ? { panelPort } : {}),
      ...(switchPort ? { switchPort } : {}),
      ...(network ? { network } : {}),
    });
  });
  // A cable the file does not name keeps its ports: nobody else may have them.
  const read = new Set(next.map(({ patch }) => patch.drop.key));
  for (const { drop, panelPort, switchPort } of patches.values())
    for (const name of [panelPort, switchPort]) {
      const row = name === undefined || read.has(drop.key) ? undefined : taken.get(name);
      if (row !== undefined)
        faults.push({ row, column: "", reason: `${portName(design, name)} is taken by ${drop.label}` });
    }
  if (faults.length) return { faults: faults.sort((a, b) => a.row - b.row), changes: [] };
  return {
    faults: [],
    changes: next.flatMap(({ patch, ...ports }): Change[] => {
      const { row } = patch;
      const same =
        patch.panelPort === ports.panelPort &&
        patch.switchPort === ports.switchPort &&
        patch.network === ports.network;
      if (same) return [];
      if (row && !Object.keys(ports).length) return [{ in: "patches", drop: row.id }];
      return [{ in: "patches", put: { id: row?.id ?? newId("patch"), drop: patch.drop.key, ...ports } }];
    }),
  };
}
