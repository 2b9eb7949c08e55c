/** Scenes: named sets of levels; and groups: things that are told together. */
import { byId } from "#core/design/collections";
import { counted } from "#core/design/words";
import type { GroupRow, SceneRow } from "#core/design/rows/automations";
import { useDesign } from "../../desk/desk";
import { SettingsTable } from "./settings-table";

export default function Scenes() {
  const design = useDesign();
  const room = (id: string | undefined) =>
    id === undefined ? "any" : (byId(design, "rooms").get(id)?.name ?? id);
  const point = (id: string) => byId(design, "points").get(id)?.name ?? id;
  return (
    <>
      <SettingsTable
        collection="scenes"
        label="Scenes"
        empty="No scene yet: a named set of levels, positions and colours that one key puts on."
        adds={[{ text: "Add a scene", make: (id) => ({ id, name: "New scene", settings: [] }) }]}
        columns={[
          { id: "name", name: "Scene", value: ({ name }: SceneRow) => name, width: "minmax(8rem,1fr)" },
          { id: "room", name: "Room", value: (row: SceneRow) => room(row.room), width: "8rem" },
          {
            id: "sets",
            name: "Sets",
            value: ({ settings }: SceneRow) =>
              settings.map((one) => `${point(one.point)} ${one.to}`).join(", ") || "nothing yet",
            width: "minmax(10rem,2fr)",
          },
          {
            id: "fade",
            name: "Fade",
            value: ({ fadeS }: SceneRow) => fadeS,
            cell: ({ fadeS }: SceneRow) => (fadeS === undefined ? "at once" : `${fadeS} s`),
            width: "5rem",
            right: true,
            mono: true,
          },
        ]}
      />
      <SettingsTable
        collection="groups"
        label="Groups"
        empty="No group yet: things that are told together, such as all shades of a front."
        adds={[{ text: "Add a group", make: (id) => ({ id, name: "New group", points: [] }) }]}
        columns={[
          { id: "name", name: "Group", value: ({ name }: GroupRow) => name, width: "minmax(8rem,1fr)" },
          { id: "room", name: "Room", value: (row: GroupRow) => room(row.room), width: "8rem" },
          {
            id: "things",
            name: "Things",
            value: ({ points }: GroupRow) => points.map(point).join(", ") || "none yet",
            width: "minmax(10rem,2fr)",
          },
          {
            id: "count",
            name: "How many",
            value: ({ points }: GroupRow) => points.length,
            cell: ({ points }: GroupRow) => counted(points.length, "thing"),
            width: "6rem",
          },
        ]}
      />
    </>
  );
}
