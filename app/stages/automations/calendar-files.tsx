/** Calendars as iCalendar files: taken in, and the chosen one out. */
import { FileDown } from "lucide-react";
import { useRef, type ReactNode } from "react";
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

/** @returns the presses for the head of the view, and what came of a file for above it */
export function useCalendarFiles(): { buttons: ReactNode; report: ReactNode } {
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
  return {
    report,
    buttons: (
      <>
        {chosen && chosen.events.length > 0 && (
          <button
            type="button"
            className="button h-6"
            title={chosen.name}
            onClick={() => saveText(`${chosen.name}.ics`, calendarOut(chosen), "text/calendar")}
          >
            <FileDown size={13} /> iCalendar out
          </button>
        )}
        {button}
      </>
    ),
  };
}
