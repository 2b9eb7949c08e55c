/** A day: typed as people write days, or chosen from a month. */
import { CalendarDays } from "lucide-react";
import { useId, useState, type ComponentType } from "react";
import { readDay } from "#core/design/day";
import { InputError } from "#core/design/input-error";
import { fetchedPart } from "./fetched";
import { today } from "./now";

export interface CalendarProps {
  label: string;
  value: string;
  take(day: string): void;
  /** Of the design, as `de` or `en-US`. */
  language: string;
  /** It was pressed before the calendar was there. */
  pressed: boolean;
  disabled?: boolean;
}

export const CALENDAR_BUTTON =
  "absolute inset-y-0 right-0 grid w-7 place-items-center text-soft hover:text-ink disabled:invisible";

const calendar = fetchedPart<ComponentType<CalendarProps>>(() => import("./calendar"));

export interface DayProps {
  /** What the day is, as the field is called. */
  label: string;
  /** `YYYY-MM-DD`, or nothing. */
  value: string;
  /** Throw InputError, or reject with it, to refuse a day. */
  take(day: string): void | Promise<void>;
  language?: string;
  disabled?: boolean;
  className?: string;
  id?: string;
  /** The day may be left out. */
  optional?: boolean;
}

export function DayBox({
  label,
  value,
  take,
  language = "en-GB",
  disabled,
  className = "",
  id,
  optional,
}: DayProps) {
  const Calendar = calendar.use();
  const own = useId();
  const [typed, setTyped] = useState<string>();
  const [error, setError] = useState<string>();
  const [pressed, setPressed] = useState(false);
  const done = () => {
    setTyped(undefined);
    setError(undefined);
  };
  const refused = (problem: unknown) => {
    if (!(problem instanceof InputError)) throw problem;
    setError(problem.message);
  };
  const put = (text: string) => {
    if (text === value) return done();
    try {
      const taken = take(optional && !text.trim() ? "" : readDay(text, label, today(), language));
      if (taken instanceof Promise) void taken.then(done, refused);
      else done();
    } catch (problem) {
      refused(problem);
    }
  };
  return (
    <span className={`relative inline-block ${className}`}>
      <input
        id={id}
        aria-label={id ? undefined : label}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${own}-error` : undefined}
        autoComplete="off"
        placeholder="2026-10-31"
        readOnly={disabled}
        className={`field pr-7 font-mono placeholder:text-soft/60 ${error ? "border-stop" : ""}`}
        value={typed ?? value}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== undefined && put(typed)}
        onKeyDown={(event) => {
          if (event.key === "Enter" && typed !== undefined) put(typed);
          if (event.key === "Escape") done();
        }}
      />
      {Calendar ? (
        <Calendar
          label="Calendar"
          value={value}
          take={put}
          language={language}
          pressed={pressed}
          disabled={disabled}
        />
      ) : (
        <button
          type="button"
          aria-label="Calendar"
          disabled={disabled}
          className={CALENDAR_BUTTON}
          onFocus={calendar.fetch}
          onClick={() => setPressed(true)}
        >
          <CalendarDays size={13} aria-hidden="true" />
        </button>
      )}
      {error && (
        <span id={`${own}-error`} role="alert" className="mt-0.5 block text-small text-stop">
          {error}
        </span>
      )}
    </span>
  );
}
