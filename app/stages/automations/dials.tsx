/** Dials and flags: what the household sets and automations read. */
import { byId } from "#core/design/collections";
import type { DialRow } from "#core/design/rows/automations";
import { useDesign } from "../../desk/desk";
import { SettingsTable } from "./settings-table";

export default function Dials() {
  const design = useDesign();
  const names = (collection: "people" | "points", ids: readonly string[] = []) =>
    ids
      .map((id) => {
        const row = byId(design, collection).get(id);
        return row ? ("name" in row ? row.name : row.role) : id;
      })
      .join(", ");
  return (
    <SettingsTable
      collection="dials"
      label="Dials and flags"
      empty="The household sets nothing yet. A dial holds a level, a time or a temperature; a flag is on or off: “leave this room be”, “school time”."
      adds={[
        { text: "Add a flag", make: (id): DialRow => ({ id, name: "New flag", kind: "flag", value: "off" }) },
        {
          text: "Add a dial",
          make: (id): DialRow => ({
            id,
            name: "New dial",
            kind: "level",
            unit: "%",
            value: "50",
            min: 0,
            max: 100,
          }),
        },
      ]}
      columns={[
        { id: "name", name: "Dial or flag", value: ({ name }: DialRow) => name, width: "minmax(9rem,1.4fr)" },
        { id: "kind", name: "Kind", value: ({ kind }: DialRow) => kind, width: "7rem" },
        {
          id: "value",
          name: "At the start",
          value: ({ value, unit }: DialRow) => (unit ? `${value} ${unit}` : value),
          width: "6.5rem",
          mono: true,
        },
        {
          id: "room",
          name: "Room",
          value: ({ room }: DialRow) =>
            room === undefined ? "whole house" : (byId(design, "rooms").get(room)?.name ?? room),
          width: "8rem",
        },
        {
          id: "setBy",
          name: "Set by",
          value: ({ setBy }: DialRow) => names("people", setBy) || "everybody",
          width: "minmax(7rem,1fr)",
          from: 760,
        },
        {
          id: "shows",
          name: "Where it shows",
          value: ({ shows }: DialRow) => names("points", shows) || "nowhere",
          width: "minmax(7rem,1fr)",
          from: 760,
        },
      ]}
    />
  );
}
