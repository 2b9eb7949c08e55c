/** What a scene sets, as lines. */
import { checkRow } from "#core/design/check-row";
import { rowOf } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import type { SceneRow } from "#core/design/rows/automations";
import { readSettings, settingsText } from "#core/stages/automations/scene-text";
import { useDesign, useEdit } from "../../desk/desk";
import { TypedLines } from "./typed-lines";

export default function SceneExtra({ row }: { row: SceneRow }) {
  const design = useDesign();
  const edit = useEdit();
  return (
    <TypedLines
      key={row.id}
      label="What it sets"
      lines
      text={settingsText(design, row.settings)}
      hint="A thing a line, such as: set the level of [Hall lamp] to 40 %. Control and Enter take it over."
      take={(text) => {
        const settings = readSettings(design, text);
        checkRow("scenes", { ...row, settings }, "");
        edit((now) => putRow("scenes", { ...rowOf(now, "scenes", row.id), settings }));
      }}
    />
  );
}
