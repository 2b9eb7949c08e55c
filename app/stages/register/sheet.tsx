/** Stage 8, thin: the devices as a fast table, edited in place. */
import { useMemo, useState } from "react";
import { checkRow } from "#core/design/check-row";
import { groupDigits } from "#core/design/units";
import { DEVICE_STATUSES, type DeviceRow } from "#core/stages/register/rows";
import { PROTOCOLS } from "#core/design/vocabulary";
import { changeDevice, deviceCostWorking, registerLines, type RegisterLine } from "#core/stages/register";
import { DataTable, type Column } from "../../kit/table";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { ChoiceField, TextField } from "../../kit/fields";
import { Filter, filtered } from "../../kit/filters";
import { Worked } from "../../inspect/parts";
import { usePhaseFilter } from "../../desk/phase-filter";
import { parts } from "./stage";

export const handle = { parts };

const NONE: Record<string, string> = { level: "", room: "", kind: "", protocol: "", status: "" };
const VALUE_OF: Record<string, (line: RegisterLine) => string> = {
  level: (line) => line.level,
  room: (line) => line.room,
  kind: (line) => line.kind,
  protocol: (line) => line.device.protocol,
  status: (line) => line.device.status,
};

export default function Register() {
  const design = useDesign();
  const { url, select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState(NONE);
  const [search, setSearch] = useState("");
  const lines = registerLines(design);
  const inPhase = usePhaseFilter();
  const rows = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    const own = filtered(
      inPhase.on ? lines.filter((line) => inPhase.point(line.device.point)) : lines,
      chosen,
      VALUE_OF,
    );
    return words.length
      ? own.filter((line) =>
          words.every((word) =>
            `${line.label} ${line.device.name} ${line.kind} ${line.room}`.toLowerCase().includes(word),
          ),
        )
      : own;
  }, [lines, chosen, search, inPhase]);

  const columns = useMemo((): Column<RegisterLine>[] => {
    const put = (device: DeviceRow, values: Partial<DeviceRow>) => {
      checkRow("devices", { ...device, ...values }, "");
      edit((d) => changeDevice(d, device.id, values));
    };
    const inPlace = !readOnly;
    return [
      { id: "label", name: "Label", value: (l) => l.label, width: "9rem", mono: true, from: 940 },
      {
        id: "name",
        name: "Name",
        value: (l) => l.device.name,
        width: "minmax(12rem,1fr)",
        cell: (l) =>
          inPlace ? (
            <TextField
              bare
              label={`Name of ${l.label}`}
              text={l.device.name}
              take={(text) => put(l.device, { name: text.trim() })}
            />
          ) : (
            l.device.name
          ),
      },
      { id: "kind", name: "Kind", value: (l) => l.kind, width: "8rem" },
      { id: "room", name: "Room", value: (l) => l.room, width: "7rem" },
      { id: "level", name: "Level", value: (l) => l.level, width: "4rem" },
      { id: "closet", name: "Closet", value: (l) => l.closet, width: "6.8rem" },
      {
        id: "protocol",
        name: "Protocol",
        value: (l) => l.device.protocol,
        width: "6rem",
        cell: (l) =>
          inPlace ? (
            <ChoiceField
              bare
              label={`Protocol of ${l.label}`}
              value={l.device.protocol}
              options={PROTOCOLS.map((value) => ({ value, text: value }))}
              take={(protocol) => protocol && put(l.device, { protocol })}
            />
          ) : (
            l.device.protocol
          ),
      },
      {
        id: "status",
        name: "Status",
        value: (l) => DEVICE_STATUSES.indexOf(l.device.status),
        width: "5.6rem",
        cell: (l) =>
          inPlace ? (
            <ChoiceField
              bare
              label={`Status of ${l.label}`}
              value={l.device.status}
              options={DEVICE_STATUSES.map((value) => ({ value, text: value }))}
              take={(status) => status && put(l.device, { status })}
            />
          ) : (
            l.device.status
          ),
      },
      {
        id: "cost",
        name: `Cost, ${design.design.currency}`,
        value: (l) => l.device.cost,
        width: "6rem",
        right: true,
        mono: true,
        from: 860,
        cell: (l) =>
          l.device.cost === undefined ? <span className="text-soft">–</span> : groupDigits(l.device.cost, 2),
      },
    ];
  }, [edit, readOnly, design.design.currency]);

  return (
    <>
      <h2 className="sr-only">Register</h2>
      <div
        className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
        data-chrome
      >
        <input
          type="search"
          aria-label="Search the register"
          placeholder="Search"
          className="field h-6 w-24 min-w-24 shrink text-small"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {Object.keys(NONE).map((name) => (
          <Filter
            key={name}
            name={name[0]!.toUpperCase() + name.slice(1)}
            value={chosen[name]!}
            values={lines.map(VALUE_OF[name]!)}
            onChange={(value) => setChosen({ ...chosen, [name]: value })}
          />
        ))}
        <span className="ml-auto text-small whitespace-nowrap text-soft">
          {rows.length} of {lines.length}
          <span className="max-2xl:sr-only"> devices</span>
        </span>
        <a className="button h-6" href={`${url}/csv/register`} title="The register as a spreadsheet file">
          CSV
        </a>
      </div>
      <DataTable
        label="Register"
        rows={rows}
        columns={columns}
        keyOf={(l) => l.device.id}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={(l) => selection?.id !== l.device.id && select({ in: "devices", id: l.device.id })}
        totals={(own) => ({
          name: `Shown: ${own.length}`,
          cost:
            own.length === lines.length ? (
              <Worked working={() => deviceCostWorking(design)}>{groupDigits(cost(own), 2)}</Worked>
            ) : (
              groupDigits(cost(own), 2)
            ),
        })}
        empty={
          lines.length ? (
            "No device has all of these."
          ) : (
            <Empty text="No device yet: select a point on the plan and want a device there.">
              <ToSheet stage="house" text="To the plan" />
            </Empty>
          )
        }
      />
    </>
  );
}

const cost = (lines: readonly RegisterLine[]) =>
  lines.reduce((sum, line) => sum + (line.device.cost ?? 0), 0);
