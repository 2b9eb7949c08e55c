/**
 * Fields that are edited in place: taken on Enter or on leaving, refused with a sentence, put back with
 * Esc.
 */
import { useId, useState } from "react";
import { InputError } from "#core/design/input-error";
import { formatLength, parseLength } from "#core/design/units";
import { useDesign, useDesk } from "../desk/desk";
import { useWorded } from "../desk/worded";
import { Choice, type ChoiceOption } from "./choice";
import { DayBox } from "./day";

interface FieldProps {
  label: string;
  /** What the field is called in full, where the label says only what differs under a heading. */
  called?: string;
  /** What the field shows while nobody types. */
  text: string;
  /** Take what was typed. Throw InputError to refuse it. */
  take(text: string): void | Promise<void>;
  unit?: string;
  mono?: boolean;
  inputMode?: "decimal" | "text";
  /** Show the label to screen readers only. */
  bare?: boolean;
}

export function TextField({ label, called, text, take, unit, mono, inputMode, bare }: FieldProps) {
  const { readOnly } = useDesk();
  const worded = useWorded();
  const [typed, setTyped] = useState<string>();
  const [error, setError] = useState<string>();
  const id = useId();
  const commit = () => {
    if (typed === undefined || typed === text) {
      setTyped(undefined);
      setError(undefined);
      return;
    }
    const taken = () => {
      setTyped(undefined);
      setError(undefined);
    };
    const refused = (problem: unknown) => {
      if (!(problem instanceof InputError)) throw problem;
      // What was typed stays, so that it can be put right.
      setError(problem.message);
    };
    try {
      const done = take(typed);
      if (done instanceof Promise) void done.then(taken, refused);
      else taken();
    } catch (problem) {
      refused(problem);
    }
  };
  return (
    <div className={bare ? "" : "grid grid-cols-[6rem_1fr] items-center gap-x-2"}>
      <label htmlFor={id} className={bare ? "sr-only" : "text-small text-soft"}>
        {label}
      </label>
      <div className="relative">
        <input
          id={id}
          aria-label={called}
          value={typed ?? text}
          readOnly={readOnly}
          inputMode={inputMode}
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${id}-error` : undefined}
          className={`field ${bare ? "field-bare" : ""} ${mono ? "font-mono" : ""} ${unit ? "pr-9" : ""} ${error ? "border-stop" : ""} ${readOnly ? "border-transparent bg-transparent" : ""}`}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === "Enter") commit();
            if (event.key === "Escape") {
              setTyped(undefined);
              setError(undefined);
            }
          }}
        />
        {unit && (
          <span className="pointer-events-none absolute inset-y-0 right-2 flex items-center text-small text-soft">
            {unit}
          </span>
        )}
      </div>
      {error && (
        <p id={`${id}-error`} role="alert" className="col-span-2 mt-0.5 text-small text-stop">
          {worded(error)}
        </p>
      )}
    </div>
  );
}

export function LengthField({
  label,
  called,
  metres,
  take,
}: {
  label: string;
  called?: string;
  metres: number;
  take(metres: number): void | Promise<void>;
}) {
  const { units } = useDesk().preferences;
  return (
    <TextField
      label={label}
      called={called}
      mono
      text={formatLength(metres, units)}
      take={(text) => take(parseLength(text, called ?? label, units === "imperial" ? "ft" : "m"))}
    />
  );
}

export function ChoiceField<T extends string>({
  label,
  value,
  options,
  take,
  bare,
}: {
  label: string;
  value: T | "";
  options: readonly ChoiceOption<T | "">[];
  take(value: T | ""): void;
  bare?: boolean;
}) {
  const { readOnly } = useDesk();
  const choice = (
    <Choice
      label={label}
      bare={bare}
      className="w-full"
      value={value}
      options={options}
      disabled={readOnly}
      take={take}
    />
  );
  if (bare) return choice;
  return (
    <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2">
      <span className="text-small text-soft">{label}</span>
      {choice}
    </div>
  );
}

export function DayField({
  label,
  value,
  take,
  optional,
}: {
  label: string;
  value: string;
  take(day: string): void | Promise<void>;
  optional?: boolean;
}) {
  const { readOnly } = useDesk();
  const language = useDesign().design.language;
  const id = useId();
  return (
    <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2">
      <label htmlFor={id} className="text-small text-soft">
        {label}
      </label>
      <DayBox
        id={id}
        label={label}
        value={value}
        take={take}
        optional={optional}
        language={language}
        disabled={readOnly}
      />
    </div>
  );
}
