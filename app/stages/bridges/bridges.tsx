/** Bridges with their ports and filters; ecosystems with their rules. */
import { Plus } from "lucide-react";
import { putRow } from "#core/design/row-changes";
import { PROFILES } from "#core/stages/bridges/profiles";
import { bridgeStates, exposuresOf, freePort } from "#core/stages/bridges/matrix";
import type { BridgeRow, EcosystemRow } from "#core/design/rows/bridges";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { useCsvIn } from "../../desk/csv-in";
import { Choice } from "../../kit/choice";
import { DataTable, type Column } from "../../kit/table";

/** What a bridge takes, in words. */
const filterText = ({ filter }: BridgeRow) =>
  filter
    ? [
        filter.labels?.length ? `labelled ${filter.labels.join(", ")}` : "",
        filter.rooms?.length ? `${filter.rooms.length} rooms` : "",
        filter.kinds?.length ? `${filter.kinds.length} kinds` : "",
        filter.devices?.length ? `${filter.devices.length} devices` : "",
        filter.except?.length ? `less ${filter.except.length}` : "",
      ]
        .filter(Boolean)
        .join(", ") || "nothing"
    : "what is shown through it";

/** A head and its rows, so that what follows is in sight. */
const heightOf = (rows: number) => ({ height: 29 + 28 * Math.max(rows, 2) });

export default function BridgeTables() {
  const design = useDesign();
  const { readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const { button, report } = useCsvIn("exposures", async (text) => {
    const { readExposures, takeExposures } = await import("#core/stages/bridges/matrix-csv");
    const { rows, faults } = readExposures(design, text);
    const made = faults.length ? undefined : takeExposures(design, rows);
    return { faults, changes: made?.changes ?? [], said: `${made?.added} added, ${made?.replaced} replaced` };
  });
  const hosts = new Map([
    ...design.hubs.map(({ id, name }) => [id, name] as const),
    ...design.devices.map(({ id, name }) => [id, name] as const),
  ]);
  const bridges: Column<BridgeRow>[] = [
    { id: "name", name: "Bridge", value: ({ name }) => name, width: "minmax(7rem,1fr)" },
    { id: "host", name: "Runs on", value: ({ host }) => hosts.get(host) ?? host, width: "8rem" },
    {
      id: "port",
      name: "Port",
      value: ({ port }) => port,
      cell: (row) => {
        const clash = design.bridges.some(
          ({ id, host, port }) => id !== row.id && host === row.host && port === row.port,
        );
        return <span className={clash ? "font-semibold text-stop" : ""}>{row.port}</span>;
      },
      width: "4.5rem",
      right: true,
      mono: true,
    },
    { id: "filter", name: "Takes", value: filterText, width: "minmax(9rem,1.4fr)" },
    {
      id: "takes",
      name: "Devices",
      value: ({ id }) => bridgeStates(design).get(id)!.takes.size,
      width: "5rem",
      right: true,
      mono: true,
    },
    {
      id: "saved",
      name: "Saved",
      value: ({ savedOn }) => savedOn,
      cell: ({ id, savedOn, savedAs }) => (
        <span className={bridgeStates(design).get(id)!.stale ? "font-semibold text-mend" : ""}>
          {savedAs ? (savedOn ?? "yes") : "never"}
        </span>
      ),
      width: "6.5rem",
      mono: true,
    },
  ];
  const ecosystems: Column<EcosystemRow>[] = [
    { id: "name", name: "Ecosystem", value: ({ name }) => name, width: "minmax(7rem,1fr)" },
    {
      id: "accepts",
      name: "Takes",
      value: ({ accepts }) => accepts.length,
      cell: ({ accepts }) => `${accepts.length} types`,
      width: "6rem",
    },
    {
      id: "port",
      name: "Port",
      value: ({ port }) => port,
      cell: ({ port }) => port ?? "any",
      width: "4.5rem",
      right: true,
      mono: true,
    },
    { id: "uncertified", name: "Uncertified", value: ({ uncertified }) => uncertified, width: "6rem" },
    { id: "speech", name: "Speech", value: ({ speech }) => speech, width: "7rem" },
    { id: "local", name: "No internet", value: ({ local }) => (local ? "works" : "stops"), width: "6rem" },
    {
      id: "count",
      name: "Shown",
      value: ({ id }) =>
        exposuresOf(design).filter(({ ecosystem, state }) => ecosystem.id === id && state !== "refused")
          .length,
      width: "5rem",
      right: true,
      mono: true,
    },
    { id: "source", name: "Source", value: ({ source }) => source, width: "minmax(7rem,1fr)", from: 900 },
  ];
  const addBridge = () => {
    const id = newRowId("bridge");
    const host = design.hubs[0]?.id ?? "hub";
    const port = design.ecosystems.find((row) => row.port !== undefined)?.port ?? 5540;
    edit((now) => putRow("bridges", { id, name: "New bridge", host, port: freePort(now, host, port) }));
    select({ in: "bridges", id, made: true });
  };
  const addEcosystem = (name: string) => {
    const id = newRowId("eco");
    const profile = PROFILES.find((row) => row.name === name)!;
    edit(() => putRow("ecosystems", { ...profile, id }));
    select({ in: "ecosystems", id, made: true });
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div
        className="relative flex min-h-9 shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <span className="text-soft">A port of its own for each.</span>
        <span className="ml-auto flex flex-wrap gap-1.5">
          {!readOnly && (
            <>
              <button type="button" className="button h-6" onClick={addBridge}>
                <Plus size={13} /> Add a bridge
              </button>
              <Choice
                label="Add an ecosystem"
                prompt="Add an ecosystem…"
                className="h-6 w-40 text-small"
                value=""
                options={PROFILES.map(({ name }) => ({ value: name, text: name }))}
                take={addEcosystem}
              />
            </>
          )}
          <a className="button h-6" href={`${url}/csv/exposures`}>
            Exposures as CSV
          </a>
          {button}
        </span>
      </div>
      {report}
      <div className="flex max-h-[45%] min-h-20 shrink-0" style={heightOf(design.bridges.length)}>
        <DataTable
          label="Bridges"
          rows={design.bridges}
          columns={bridges}
          keyOf={({ id }) => id}
          selected={selection?.in === "bridges" ? selection.id : undefined}
          onSelect={({ id }) => selection?.id !== id && select({ in: "bridges", id })}
          empty={
            <Empty text="No bridge yet: what shows devices of the house to an ecosystem, at a port of its host." />
          }
        />
      </div>
      <h3 className="shrink-0 border-y border-rule bg-pane px-3 py-1.5 font-semibold">Ecosystems</h3>
      <DataTable
        label="Ecosystems"
        rows={design.ecosystems}
        columns={ecosystems}
        keyOf={({ id }) => id}
        selected={selection?.in === "ecosystems" ? selection.id : undefined}
        onSelect={({ id }) => selection?.id !== id && select({ in: "ecosystems", id })}
        empty={
          <Empty text="No ecosystem yet: what somebody of the house speaks to or presses, with its rules." />
        }
      />
    </div>
  );
}
