/** Calendars as iCalendar files: taken in, and the chosen one out. */
import { FileDown } from "lucide-react";
import { useRef } from "react";
import { freeId } from "#core/design/free-id";
import { InputError } from "#core/design/input-error";
import { checkRow } from "#core/design/check-row";
import { putRow } from "#core/design/row-changes";
import { counted } from "#core/design/words";
import { calendarIn, calendarOut, readCalendar } from "#core/stages/automations/calendar-ical";
import { byId } from "#core/design/collections";
import { useCsvIn } from "../../desk/csv-in";
import { useDesign, useDesk } from "../../desk/desk";
import { saveText } from "../../kit/save-svg";

const CALLED = "iCalendar file";

export default function CalendarFiles() {
  const design = useDesign();
  const { selection } = useDesk();
  const chosen =
    selection?.in === "calendars" ? byId(design, "calendars").get(selection.id) : design.calendars[0];
  const given = useRef(new Set<string>());
  const { button, report } = useCsvIn(
    "a calendar",
    (text, from) => {
      try {
        const read = readCalendar(text, from, design.design.zone);
        const { row, renewed } = calendarIn(design.calendars, read, (stem) =>
          freeId(design, "calendars", stem, given.current),
        );
        const made = checkRow("calendars", row, "");
        return Promise.resolve({
          faults: [],
          changes: putRow("calendars", made),
          said: `${made.name} ${renewed ? "renewed" : "added"}, ${counted(made.events.length, "event")}`,
        });
      } catch (problem) {
        if (!(problem instanceof InputError)) throw problem;
        return Promise.resolve({
          faults: [{ row: 0, column: "", reason: problem.message }],
          changes: [],
          said: "",
        });
      }
    },
    undefined,
    ".ics,text/calendar",
    { press: "iCalendar in", file: CALLED, row: "" },
  );
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-2 border-b border-rule bg-pane px-3 py-1"
        data-chrome
      >
        <span className="text-small text-soft">
          A school’s terms, a rota, collections: files as calendars write them. One of a name that is here is
          renewed.
        </span>
        <span className="ml-auto flex flex-wrap gap-1.5">
          {chosen && chosen.events.length > 0 && (
            <button
              type="button"
              className="button h-6"
              onClick={() => saveText(`${chosen.name}.ics`, calendarOut(chosen), "text/calendar")}
            >
              <FileDown size={13} /> iCalendar out
            </button>
          )}
          {button}
        </span>
      </div>
      {report}
    </>
  );
}
