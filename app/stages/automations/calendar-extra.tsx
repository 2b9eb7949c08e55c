/** The events of a calendar, as lines. */
import { checkRow } from "#core/design/check-row";
import { rowOf } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { eventsText, readEvents } from "#core/stages/automations/calendar-text";
import type { CalendarRow } from "#core/design/rows/automations";
import { useEdit } from "../../desk/desk";
import { TypedLines } from "./typed-lines";

export default function CalendarExtra({ row }: { row: CalendarRow }) {
  const edit = useEdit();
  return (
    <TypedLines
      key={row.id}
      label="Events"
      lines
      text={eventsText(row.events)}
      hint="One a line: 2026-09-02 to 2026-10-23: Autumn; or with clock times, and “, every 8 days until 2027-06-30” behind the days."
      take={(text) => {
        const events = readEvents(text);
        checkRow("calendars", { ...row, events }, "");
        edit((now) => putRow("calendars", { ...rowOf(now, "calendars", row.id), events }));
      }}
    />
  );
}
