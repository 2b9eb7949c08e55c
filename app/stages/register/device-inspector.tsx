/** A device: what is known of it. */
import { Trash2 } from "lucide-react";
import { Link } from "react-router";
import { byId, rowOf } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { removeRows } from "#core/design/remove";
import { AFTER_POWER, PROTOCOLS } from "#core/design/vocabulary";
import { pointLabel } from "#core/points/labels";
import { portsOfDrop } from "#core/points/ports";
import { ableOf } from "#core/stages/automations/things";
import { applianceNamed } from "#core/stages/runs/appliances";
import type { PointRow } from "#core/design/rows/runs";
import { changeDevice } from "#core/stages/register";
import { DEVICE_STATUSES, type DeviceRow } from "#core/design/rows/register";
import { focusSheet, useDesk, useEdit } from "../../desk/desk";
import type { InspectorProps } from "../../desk/parts";
import { Caution, Fact, Heading } from "../../inspect/parts";
import { Findings } from "../../inspect/findings-of";
import { ChoiceField, DayField, TextField } from "../../kit/fields";
import { Glyph } from "../../kit/glyph";

/** What would run again with nobody beside it. */
const startsAlone = ({ appliance, name }: PointRow, { afterPower }: DeviceRow): boolean =>
  (afterPower === "on" || afterPower === "as before") &&
  ["heater", "tool", "extractor"].includes(appliance ?? applianceNamed(name) ?? "");

export default function DeviceInspector({ design, id }: InspectorProps) {
  const { select, readOnly, url } = useDesk();
  const edit = useEdit();
  const device = rowOf(design, "devices", id);
  const point = rowOf(design, "points", device.point);
  const kind = rowOf(design, "kinds", point.kind);
  const ports = design.patches
    .filter((row) => row.drop.startsWith(`${point.id}/`))
    .map((row) => ({ key: row.id, ...portsOfDrop(design, row.drop) }));
  const put = (values: Partial<DeviceRow>) => {
    const next = Object.fromEntries(
      Object.entries({ ...device, ...values }).filter(([, value]) => value !== undefined),
    );
    checkRow("devices", next, "");
    edit((d) => changeDevice(d, device.id, values));
  };
  const text =
    (field: "address" | "node" | "host" | "topic" | "cell" | "serial" | "firmware" | "notes") =>
    (typed: string) =>
      put({ [field]: typed.trim() || undefined });
  const switches = ableOf(design).get(point.id)?.sets.includes("on") ?? false;
  return (
    <>
      <Heading
        glyph={<Glyph glyph={kind.glyph} size={15} />}
        title={device.name}
        label={pointLabel(design, point)}
        text={`${kind.name} · ${byId(design, "rooms").get(point.room)?.name}`}
      />
      <Findings collection="devices" id={device.id} />
      {ports.length > 0 && (
        <dl className="border-b border-rule px-3.5 py-2.5">
          {ports.map(({ key, panel, switch: at }) => (
            <Fact key={key} label="Port">
              {panel ?? "no panel port"}
              {at && <span className="text-soft">, on {at}</span>}
            </Fact>
          ))}
        </dl>
      )}
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <TextField label="Name" text={device.name} take={(typed) => put({ name: typed.trim() })} />
        <ChoiceField
          label="Status"
          value={device.status}
          options={DEVICE_STATUSES.map((value) => ({ value, text: value }))}
          take={(status) => status && put({ status })}
        />
        <ChoiceField
          label="Protocol"
          value={device.protocol}
          options={PROTOCOLS.map((value) => ({ value, text: value }))}
          take={(protocol) => protocol && put({ protocol })}
        />
        <TextField label="Address" mono text={device.address ?? ""} take={text("address")} />
        <TextField label="Node" mono text={device.node ?? ""} take={text("node")} />
        <TextField label="Serial" mono text={device.serial ?? ""} take={text("serial")} />
        <TextField label="Firmware" mono text={device.firmware ?? ""} take={text("firmware")} />
        {switches && (
          <ChoiceField
            label="After a power cut"
            value={device.afterPower ?? ""}
            options={[
              { value: "", text: "as its kind does" },
              ...AFTER_POWER.map((value) => ({ value, text: value })),
            ]}
            take={(afterPower) => put({ afterPower: afterPower || undefined })}
          />
        )}
        {startsAlone(point, device) && (
          <Caution text="A machine or a heater that comes on by itself once the supply is back can hurt somebody: let it stay off, and ask a licensed person what the machine itself must do." />
        )}
        <TextField
          label="Cost"
          mono
          unit={design.design.currency}
          inputMode="decimal"
          text={device.cost === undefined ? "" : String(device.cost)}
          take={(typed) => put({ cost: typed.trim() ? Number(typed.replace(",", ".")) : undefined })}
        />
        <ChoiceField
          label="Chosen"
          value={device.option ?? ""}
          options={[
            { value: "", text: "nothing yet" },
            ...design.options.map((row) => ({ value: row.id, text: row.name })),
          ]}
          take={(option) => put({ option: option || undefined })}
        />
        <TextField label="Cells" text={device.cell ?? ""} take={text("cell")} />
        <TextField
          label="How many"
          mono
          inputMode="decimal"
          text={device.cells === undefined ? "" : String(device.cells)}
          take={(typed) => put({ cells: typed.trim() ? Number(typed) : undefined })}
        />
        <DayField
          label="Cells since"
          optional
          value={device.batterySince ?? ""}
          take={(day) => put({ batterySince: day || undefined })}
        />
        <DayField
          label="Warranty"
          optional
          value={device.warrantyUntil ?? ""}
          take={(day) => put({ warrantyUntil: day || undefined })}
        />
        <TextField label="Host" mono text={device.host ?? ""} take={text("host")} />
        <TextField label="Topic" mono text={device.topic ?? ""} take={text("topic")} />
        <TextField
          label="Tags"
          text={device.tags?.join(", ") ?? ""}
          take={(typed) => {
            const tags = typed
              .split(",")
              .map((tag) => tag.trim())
              .filter(Boolean);
            put({ tags: tags.length ? tags : undefined });
          }}
        />
        <TextField label="Notes" text={device.notes ?? ""} take={text("notes")} />
      </div>
      <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
        <Link className="button button-main" to={`${url}/register?device=${device.id}`}>
          Its page
        </Link>
        <button type="button" className="button" onClick={() => select({ in: "points", id: point.id })}>
          Its point
        </button>
        {!readOnly && (
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => removeRows(d, [{ in: "devices", id: device.id }]));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
        )}
      </div>
    </>
  );
}
