/** When an automation fires: any date, any range of dates, at this site and in its zone. */
import { useMemo, useState } from "react";
import {
  addDays,
  clockText,
  dayName,
  dayText,
  EVENT_NAMES,
  firingsByDay,
  firingWorking,
  isoLocal,
  parseDay,
  placeOf,
  type Day,
  type DayFirings,
} from "#core/stages/automations";
import type { Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import type { AutomationRow } from "#core/design/rows/automations";
import { Worked } from "../../inspect/parts";
import { counted } from "#core/design/words";
import { DayBox } from "../../kit/day";

const MOST_DAYS = 800;
const RANGES = [
  ["1", "that day"],
  ["7", "a week"],
  ["31", "a month"],
  ["366", "a year"],
] as const;

export function FiringDays({
  design,
  automation,
  today,
}: {
  design: Design;
  automation: AutomationRow;
  today: Day;
}) {
  const [from, setFrom] = useState(dayText(today));
  const [to, setTo] = useState(dayText(addDays(today, 6)));
  const place = useMemo(() => placeOf(design), [design]);
  const { language } = design.design;
  const result = useMemo((): { days?: DayFirings[]; wrong?: string } => {
    try {
      const first = parseDay(from, "From");
      const last = parseDay(to, "To");
      const count =
        Math.round(
          (Date.UTC(last.year, last.month - 1, last.day) - Date.UTC(first.year, first.month - 1, first.day)) /
            86_400_000,
        ) + 1;
      if (count < 1) return { wrong: "To must not be before From." };
      if (count > MOST_DAYS) return { wrong: `At most ${counted(MOST_DAYS, "day")} at once.` };
      return { days: firingsByDay(place, automation, first, count) };
    } catch (problem) {
      if (problem instanceof InputError) return { wrong: problem.message };
      throw problem;
    }
  }, [from, to, place, automation]);
  const setRange = (days: number) => {
    try {
      setTo(dayText(addDays(parseDay(from), days - 1)));
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
    }
  };
  const fired = result.days?.reduce((sum, day) => sum + day.firings.length, 0) ?? 0;
  return (
    <section
      aria-label="When it fires"
      className="flex h-[42%] min-h-56 shrink-0 flex-col border-t border-rule"
    >
      <div className="flex shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-3 py-1.5">
        <h3 className="font-semibold">When it fires</h3>
        <span className="ml-2 flex items-center gap-1.5 text-small text-soft">
          From <DayBox label="From" className="w-34" language={language} value={from} take={setFrom} />
        </span>
        <span className="flex items-center gap-1.5 text-small text-soft">
          to <DayBox label="To" className="w-34" language={language} value={to} take={setTo} />
        </span>
        {RANGES.map(([days, text]) => (
          <button key={days} type="button" className="tool" onClick={() => setRange(Number(days))}>
            {text}
          </button>
        ))}
        {result.days && (
          <span className="ml-auto text-small whitespace-nowrap text-soft">
            <span className="measure" data-fired>
              {fired}
            </span>{" "}
            times in {result.days.length} {result.days.length === 1 ? "day" : "days"}
          </span>
        )}
      </div>
      {result.wrong && (
        <p role="alert" className="p-3 text-stop">
          {result.wrong}
        </p>
      )}
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Days and times">
        <table className="w-full">
          <thead className="sticky top-0 bg-pane text-left text-small text-soft">
            <tr className="h-7 border-b border-rule">
              <th className="w-40 px-3 font-normal">Day</th>
              <th className="w-28 font-normal">Wall clock</th>
              <th className="w-60 font-normal">Exactly</th>
              <th className="font-normal">Started by</th>
            </tr>
          </thead>
          <tbody>
            {result.days?.map((day) => (
              <tr key={dayText(day.day)} className="h-7 border-b border-rule/60" data-day={dayText(day.day)}>
                <td className="px-3">
                  {dayName(day.day)} <span className="text-soft">{day.day.year}</span>
                </td>
                <td>
                  {day.firings.map((firing) => (
                    <span key={firing.at} className="mr-2">
                      <Worked working={() => firingWorking(place, automation, firing)}>
                        {clockText(place.zone, firing.at)}
                      </Worked>
                    </span>
                  ))}
                  {day.firings.length === 0 && <span className="text-soft">–</span>}
                </td>
                <td className="measure text-small text-soft">
                  {day.firings.map((firing) => isoLocal(place.zone, firing.at)).join(" ")}
                </td>
                <td className="text-small text-soft">
                  {day.because ?? day.firings.map((firing) => cueName(automation, firing.cue)).join(", ")}
                  {day.clockChangeMin && (
                    <span className="ml-2 text-mend">
                      clock goes {day.clockChangeMin > 0 ? "forward" : "back"} {Math.abs(day.clockChangeMin)}{" "}
                      min
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function cueName(automation: AutomationRow, key: string): string {
  const cue = automation.cues.find((one) => one.key === key);
  if (cue?.kind === "sun") return EVENT_NAMES[cue.event];
  return cue?.kind === "time" ? `the clock, ${cue.at}` : cue?.kind === "calendar" ? "the calendar" : key;
}
