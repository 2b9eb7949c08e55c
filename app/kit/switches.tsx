/** A switch for what applies at once, and one of a few side by side. */
import { Field, Label, Radio, RadioGroup, Switch } from "@headlessui/react";
import type { ReactNode } from "react";
import type { TickProps } from "./ticks";

/** A switch with its words: what it says is so at once. */
export function Toggle({ on, set, label, disabled, className = "" }: TickProps) {
  return (
    <Field as="span" disabled={disabled} className={`inline-flex items-center gap-2 ${className}`}>
      <Switch
        checked={on}
        onChange={set}
        className="group flex h-4 w-7 shrink-0 items-center rounded-[3px] border border-soft bg-ground p-px data-checked:border-accent data-checked:bg-accent data-disabled:opacity-50"
      >
        <span
          aria-hidden="true"
          className="h-3 w-2.5 rounded-[1px] bg-soft group-data-checked:translate-x-3.5 group-data-checked:bg-on-accent"
        />
      </Switch>
      <Label className={`min-w-0 ${disabled ? "" : "cursor-pointer"}`}>{label}</Label>
    </Field>
  );
}

/** One of a few, all in sight. */
export function OneOf<T extends string>({
  label,
  value,
  options,
  take,
  disabled,
  down = false,
}: {
  label: string;
  value: T | undefined;
  options: readonly { value: T; text: ReactNode }[];
  take(value: NoInfer<T>): void;
  disabled?: boolean;
  /** One under the other. */
  down?: boolean;
}) {
  return (
    <RadioGroup
      value={value ?? null}
      onChange={(one: T | null) => one !== null && take(one)}
      aria-label={label}
      disabled={disabled}
      className={down ? "grid gap-1.5" : "flex flex-wrap gap-x-3 gap-y-1"}
    >
      {options.map((option) => (
        <Field as="span" key={option.value} className="inline-flex items-center gap-1.5">
          <Radio
            value={option.value}
            className="group grid size-3.5 shrink-0 cursor-pointer place-items-center rounded-full border border-soft bg-raised data-checked:border-accent"
          >
            <span className="invisible size-2 rounded-full bg-accent group-data-checked:visible" />
          </Radio>
          <Label className="cursor-pointer">{option.text}</Label>
        </Field>
      ))}
    </RadioGroup>
  );
}
