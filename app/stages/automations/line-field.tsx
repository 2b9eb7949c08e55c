/** A cue, guard or move as it is written, to be written anew. */
import { checkRow } from "#core/design/check-row";
import { rowOf } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { partText, withPartText } from "#core/stages/automations/language/lines";
import { useEdit } from "../../desk/desk";
import type { FieldWordProps } from "./sentence";
import { TypedLines } from "./typed-lines";

export function LineField({ design, automation, word }: FieldWordProps) {
  const edit = useEdit();
  const { of, index } = word.part!;
  const text = partText(design, automation, of, index);
  return (
    <TypedLines
      label="As it is written"
      text={text}
      lines={text.includes("\n")}
      take={(typed) => {
        const made = (row: typeof automation) =>
          checkRow("automations", withPartText(design, row, of, index, typed), "");
        made(automation);
        edit((now) => putRow("automations", made(rowOf(now, "automations", automation.id))));
      }}
    />
  );
}
