/** Columns that are computed, or seldom asked for: they come when the page has come to rest. */
import { byId, type Design } from "#core/design/collections";
import type { RegisterLine } from "#core/stages/register";
import { batteriesOf } from "#core/stages/register/cells";
import { codeState } from "#core/stages/register/codes";
import { hostsOf, topicsOf } from "#core/stages/register/naming";
import { commissioningOf } from "#core/stages/register/steps";
import type { DeviceRow } from "#core/design/rows/register";
import type { Column } from "../../kit/table";
import { TextField } from "../../kit/fields";
import type { Put } from "./columns";

type TextKey =
  | "address"
  | "node"
  | "host"
  | "topic"
  | "serial"
  | "firmware"
  | "warrantyUntil"
  | "batterySince"
  | "notes";

function textColumn(
  id: TextKey,
  name: string,
  width: string,
  put: Put,
  inPlace: boolean,
  made?: (device: DeviceRow) => string | undefined,
): Column<RegisterLine> {
  return {
    id,
    name,
    width,
    mono: id !== "notes",
    value: (l) => l.device[id] ?? made?.(l.device),
    cell: (l) =>
      inPlace ? (
        <TextField
          bare
          mono={id !== "notes"}
          label={`${name} of ${l.label}`}
          text={l.device[id] ?? made?.(l.device) ?? ""}
          take={(text) => put(l.device, { [id]: text.trim() || undefined })}
        />
      ) : (
        (l.device[id] ?? made?.(l.device) ?? "")
      ),
  };
}

export default function moreColumns(design: Design, put: Put, inPlace: boolean): Column<RegisterLine>[] {
  const text = (id: TextKey, name: string, width: string, made?: (device: DeviceRow) => string | undefined) =>
    textColumn(id, name, width, put, inPlace, made);
  const step = (l: RegisterLine) => commissioningOf(design).get(l.device.id);
  return [
    {
      id: "option",
      name: "What was chosen",
      value: (l) => byId(design, "options").get(l.device.option ?? "")?.name,
      width: "11rem",
    },
    text("address", "Address", "11rem"),
    text("node", "Node", "5rem"),
    text("host", "Host", "11rem", (device) => hostsOf(design).get(device.id)),
    text("topic", "Topic", "15rem", (device) => topicsOf(design).get(device.id)),
    {
      id: "code",
      name: "Code",
      value: (l) => codeState(l.device),
      width: "4rem",
      cell: (l) => {
        const state = codeState(l.device);
        return state === "bad" ? <span className="font-semibold text-mend">bad</span> : (state ?? "");
      },
    },
    text("serial", "Serial", "8rem"),
    text("firmware", "Firmware", "5.5rem"),
    {
      id: "cells",
      name: "Cells",
      value: (l) => {
        const battery = batteriesOf(design).get(l.device.id);
        return battery && `${battery.count} × ${battery.cell}`;
      },
      width: "7rem",
    },
    text("batterySince", "Cells since", "7rem"),
    {
      id: "nextChange",
      name: "Next change",
      value: (l) => batteriesOf(design).get(l.device.id)?.nextChange,
      width: "7rem",
      mono: true,
    },
    {
      id: "left",
      name: "Steps left",
      value: (l) => step(l)?.left.length,
      width: "6rem",
      right: true,
      mono: true,
    },
    {
      id: "next",
      name: "Next step",
      value: (l) => (l.device.status === "commissioned" ? "" : step(l)?.left[0]?.step.name),
      width: "10rem",
    },
    text("warrantyUntil", "Warranty until", "7rem"),
    { id: "tags", name: "Tags", value: (l) => l.device.tags?.join(", "), width: "9rem" },
    text("notes", "Notes", "12rem"),
  ];
}
