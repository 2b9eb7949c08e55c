/** The port table: every cable that ends at a panel, its ports, power and network; by rule and by hand. */
import { FileDown } from "lucide-react";
import { byName } from "#core/design/words";
import { byId } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { patchAll, patchesOf, type Patch } from "#core/stages/rack/patching";
import { portName, portsAt } from "#core/stages/rack/ports";
import { counted } from "#core/design/words";
import { useCsvIn } from "../../desk/csv-in";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { say } from "../../desk/say";
import { Choice } from "../../kit/choice";
import { TextField } from "../../kit/fields";
import { DataTable, type Column } from "../../kit/table";

export default function Patching() {
  const design = useDesign();
  const { readOnly, select, url } = useDesk();
  const edit = useEdit();
  const patches = patchesOf(design);
  const used = new Map(
    patches.flatMap((patch) =>
      [patch.panelPort, patch.switchPort].flatMap((port) => (port ? [[port, patch] as const] : [])),
    ),
  );
  const put = (patch: Patch, values: Partial<Pick<Patch, "panelPort" | "switchPort" | "network">>) => {
    const row = {
      id: patch.row?.id ?? newRowId("patch"),
      drop: patch.drop.key,
      panelPort: patch.panelPort,
      switchPort: patch.switchPort,
      network: patch.network,
      ...values,
    };
    const next = Object.fromEntries(
      Object.entries(row).filter(([, value]) => value !== undefined && value !== ""),
    );
    edit((): Change[] => [{ in: "patches", put: next as never }]);
  };
  const options = (patch: Patch, panel: boolean) => [
    { value: "", text: panel ? "no port" : "not switched" },
    ...portsAt(design, patch.drop.closet ?? "")
      .filter(
        (port) =>
          (port.kind === "panel") === panel &&
          (panel || patch.poeClass === undefined || port.kind === "powered"),
      )
      .filter((port) => !used.has(port.name) || used.get(port.name) === patch)
      .map((port) => ({
        value: port.name,
        text: portName(design, port.name),
        hint: port.kind === "powered" ? "powered" : undefined,
      })),
  ];
  const port = (patch: Patch, panel: boolean) => {
    const value = (panel ? patch.panelPort : patch.switchPort) ?? "";
    return (
      <Choice
        bare
        label={`${panel ? "Panel" : "Switch"} port of ${patch.drop.label}`}
        className="h-6 w-full text-small"
        disabled={readOnly}
        value={value}
        options={options(patch, panel)}
        take={(name) =>
          put(patch, panel ? { panelPort: name || undefined } : { switchPort: name || undefined })
        }
      />
    );
  };
  const closetOf = (patch: Patch) =>
    byId(design, "closets").get(patch.drop.closet ?? "")?.name ?? "no closet";
  const columns: Column<Patch>[] = [
    { id: "label", name: "Drop", value: (patch) => patch.drop.label, width: "8.5rem", mono: true },
    { id: "point", name: "Point", value: (patch) => patch.drop.point.name, width: "minmax(7rem,1fr)" },
    {
      id: "panel",
      name: "Panel port",
      value: (patch) => portName(design, patch.panelPort),
      cell: (patch) => port(patch, true),
      width: "8.25rem",
    },
    {
      id: "switch",
      name: "Switch port",
      value: (patch) => portName(design, patch.switchPort),
      cell: (patch) => port(patch, false),
      width: "9.75rem",
    },
    {
      id: "class",
      name: "Class, power",
      value: (patch) => patch.poeClass,
      cell: (patch) =>
        patch.poeClass === undefined ? "" : `${patch.poeClass} · ${patch.drop.load!.sourceW.toFixed(1)} W`,
      width: "6.25rem",
      mono: true,
    },
    {
      id: "network",
      name: "Network",
      value: (patch) => patch.network ?? "",
      cell: (patch) => (
        <TextField
          bare
          label={`Network of ${patch.drop.label}`}
          text={patch.network ?? ""}
          take={(network) => put(patch, { network: network.trim() || undefined })}
        />
      ),
      width: "5.5rem",
    },
  ];
  const open = patches.filter((patch) => !patch.panelPort).length;
  const { button, report } = useCsvIn("ports", async (text) => {
    const { readPorts } = await import("#core/stages/rack/ports-csv");
    const read = readPorts(design, text, newRowId);
    return { ...read, said: `${counted(read.changes.length, "patch", "patches")} changed` };
  });
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-2 border-b border-rule bg-pane px-3 text-small"
        data-chrome
      >
        <span className="text-soft">
          {counted(patches.length, "cable")} {patches.length === 1 ? "ends" : "end"} at a panel, {open}{" "}
          without a port
        </span>
        <span className="ml-auto flex gap-1.5">
          <a className="button h-6" href={`${url}/csv/ports`} download>
            <FileDown size={13} /> CSV out
          </a>
          {button}
          {!readOnly && (
            <button
              type="button"
              className="button button-main h-6"
              onClick={() => {
                const changes = patchAll(design, newRowId);
                edit(() => changes);
                say(
                  changes.length
                    ? `${counted(changes.length, "patch", "patches")} set`
                    : "Every cable has its port",
                );
              }}
            >
              Patch all
            </button>
          )}
        </span>
      </div>
      {report}
      <DataTable
        label="Ports and patches"
        rows={[...patches].sort((a, b) => byName(closetOf(a), closetOf(b)))}
        columns={columns}
        keyOf={(patch) => patch.drop.key}
        onSelect={(patch) => select({ in: "points", id: patch.drop.point.id, drop: patch.drop.key })}
        empty={<Empty text="No cable ends at a panel yet." />}
      />
    </>
  );
}
