/** The schedule of a person, as lines: automations, checks and the rehearsal go by it. */
import { checkRow } from "#core/design/check-row";
import { rowOf } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { namesOf } from "#core/stages/automations/language/names";
import { readTimes, timesText } from "#core/stages/automations/person-text";
import type { PersonRow } from "#core/design/rows/brief";
import { useDesign, useEdit } from "../../desk/desk";
import { TypedLines } from "../automations/typed-lines";

/** Without lines nothing is kept: the hours above are meant. */
const withTimes = ({ times: _times, ...row }: PersonRow, times: PersonRow["times"]): PersonRow =>
  times?.length ? { ...row, times } : row;

export default function PersonExtra({ row }: { row: PersonRow }) {
  const design = useDesign();
  const edit = useEdit();
  return (
    <TypedLines
      key={row.id}
      label="Schedule"
      lines
      text={timesText(row.times ?? [], namesOf(design))}
      hint="One a line: asleep from 22:30 to 06:00; away from 08:10 to 15:45 on Mon to Fri while [School term] is under way; in [Boathouse] from 08:00 to 17:00; alarm clock at 07:00. Of two that meet, the later counts."
      take={(text) => {
        const times = readTimes(text, design);
        const made = (own: PersonRow) => checkRow("people", withTimes(own, times), "");
        made(row);
        edit((now) => putRow("people", made(rowOf(now, "people", row.id))));
      }}
    />
  );
}
