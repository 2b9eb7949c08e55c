/** The columns the register has from the first: what is in the rows themselves. */
import { checkRow } from "#core/design/check-row";
import { groupDigits } from "#core/design/units";
import { PROTOCOLS } from "#core/design/vocabulary";
import { DEVICE_STATUSES, type DeviceRow } from "#core/design/rows/register";
import type { RegisterLine } from "#core/stages/register";
import type { Column } from "../../kit/table";
import { ChoiceField, TextField } from "../../kit/fields";

export type Put = (device: DeviceRow, values: Partial<DeviceRow>) => void;

/** Columns shown where nobody chose others. */
export const USUAL = [
  "label",
  "name",
  "kind",
  "room",
  "level",
  "closet",
  "protocol",
  "status",
  "cost",
] as const;

/** Put new values, checked first: a refusal is said at the field. */
export const checkedPut =
  (put: Put): Put =>
  (device, values) => {
    const next = Object.fromEntries(
      Object.entries({ ...device, ...values }).filter(([, value]) => value !== undefined),
    );
    checkRow("devices", next, "");
    put(device, values);
  };

export function firstColumns(put: Put, inPlace: boolean, currency: string): Column<RegisterLine>[] {
  const choice = <T extends string>(
    name: "Protocol" | "Status",
    values: readonly T[],
    line: RegisterLine,
    field: "protocol" | "status",
  ) =>
    inPlace ? (
      <ChoiceField
        bare
        label={`${name} of ${line.label}`}
        value={line.device[field] as T}
        options={values.map((value) => ({ value, text: value }))}
        take={(value) => value && put(line.device, { [field]: value })}
      />
    ) : (
      line.device[field]
    );
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
    { id: "closet", name: "Closet", value: (l) => l.closet, width: "6.8rem", from: 860 },
    {
      id: "protocol",
      name: "Protocol",
      value: (l) => l.device.protocol,
      width: "6rem",
      cell: (l) => choice("Protocol", PROTOCOLS, l, "protocol"),
    },
    {
      id: "status",
      name: "Status",
      value: (l) => DEVICE_STATUSES.indexOf(l.device.status),
      width: "7.9rem",
      cell: (l) => choice("Status", DEVICE_STATUSES, l, "status"),
    },
    {
      id: "cost",
      name: `Cost, ${currency}`,
      value: (l) => l.device.cost,
      width: "6rem",
      right: true,
      mono: true,
      from: 860,
      cell: (l) =>
        l.device.cost === undefined ? <span className="text-soft">–</span> : groupDigits(l.device.cost, 2),
    },
  ];
}
