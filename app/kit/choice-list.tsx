/** The list of a choice, and the field that finds in it by typing. Fetched by `choice.tsx`. */
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Listbox,
  ListboxButton,
  ListboxOption,
  ListboxOptions,
} from "@headlessui/react";
import { Check, ChevronDown } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import {
  CHOICE_LOOK,
  choiceText,
  typedFrame,
  TYPED_LOOK,
  type Before,
  type ChoiceOption,
  type ChoiceProps,
} from "./choice";
import { wordTest } from "./matches";

const PANEL =
  "z-50 [--anchor-max-height:20rem] max-w-[min(26rem,calc(100vw-1rem))] overflow-y-auto rounded-[3px] border border-soft/50 bg-raised py-1 text-table text-ink shadow-md outline-none";
const LINE =
  "group flex cursor-pointer items-baseline gap-1.5 py-1 pr-3 pl-1.5 select-none data-focus:bg-wash data-selected:font-semibold";
const BELOW = { to: "bottom start", gap: 3, padding: 8 } as const;

/** A key as if it had been pressed on an element: opens what was asked for before it was there. */
const press = (element: HTMLElement | null, key: string) =>
  element?.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));

function Line({ option }: { option: ChoiceOption }) {
  return (
    <>
      <Check
        size={13}
        aria-hidden="true"
        className="invisible shrink-0 translate-y-0.5 text-accent group-data-selected:visible"
      />
      <span className="min-w-0 flex-1">{option.text}</span>
      {option.hint && <span className="pl-3 text-small text-soft">{option.hint}</span>}
    </>
  );
}

type Props = ChoiceProps & { before: Before; typing: boolean };

export default function ChoiceList({ typing, ...props }: Props) {
  return typing ? <TypedChoice {...props} /> : <ListedChoice {...props} />;
}

function ListedChoice({
  label,
  value,
  options,
  take,
  prompt,
  className = "",
  disabled,
  bare,
  id,
  invalid,
  describedBy,
  before,
}: Omit<Props, "typing">) {
  const button = useRef<HTMLButtonElement>(null);
  const first = useRef(before);
  useEffect(() => {
    const { focused, pressed } = first.current;
    if (focused) button.current?.focus({ preventScroll: true });
    if (pressed) press(button.current, " ");
  }, []);
  return (
    <Listbox value={value} onChange={take} disabled={disabled}>
      <ListboxButton
        ref={button}
        id={id}
        aria-label={`${label}: ${choiceText({ options, value, prompt })}`}
        aria-invalid={invalid || undefined}
        aria-describedby={describedBy}
        data-value={value}
        // Enter opens it as well; by itself it would send the form the choice stands in.
        onKeyDown={(event) => {
          if (event.key !== "Enter") return;
          event.preventDefault();
          press(button.current, " ");
        }}
        className={`${CHOICE_LOOK} ${bare ? "field-bare" : ""} ${className}`}
      >
        <span className="min-w-0 flex-1 truncate">{choiceText({ options, value, prompt })}</span>
        <ChevronDown size={13} aria-hidden="true" className="shrink-0 text-soft" />
      </ListboxButton>
      <ListboxOptions
        anchor={BELOW}
        modal={false}
        aria-label={label}
        className={`${PANEL} min-w-(--button-width)`}
      >
        {options.map((option) => (
          <ListboxOption key={option.value} value={option.value} data-value={option.value} className={LINE}>
            <Line option={option} />
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}

function TypedChoice({
  label,
  value,
  options,
  take,
  prompt,
  className = "",
  disabled,
  bare,
  id,
  invalid,
  describedBy,
  before,
}: Omit<Props, "typing">) {
  const [typed, setTyped] = useState(before.typed);
  const input = useRef<HTMLInputElement>(null);
  const first = useRef(before);
  useEffect(() => {
    const { focused, pressed, typed: early } = first.current;
    if (focused) input.current?.focus({ preventScroll: true });
    if (pressed || early) press(input.current, "ArrowDown");
  }, []);
  const found = useMemo(() => {
    const matches = wordTest(typed);
    return options.filter((option) => matches(`${option.text} ${option.hint ?? ""}`));
  }, [options, typed]);
  // Only the lines in sight are drawn: four hundred time zones would take seconds.
  const drawn = useMemo(() => ({ options: found.map((option) => option.value) }), [found]);
  const longest = useMemo(
    () => Math.max(...options.map(({ text, hint }) => text.length + (hint ? hint.length + 3 : 0))),
    [options],
  );
  const shown = (one: string | null) =>
    one === "" && prompt ? "" : choiceText({ options, value: one ?? "", prompt: "" });
  return (
    <Combobox
      value={value}
      virtual={found.length ? drawn : undefined}
      // Emptied, the field asks anew; what was chosen stays until another is.
      onChange={(one: string | null) => one !== null && take(one)}
      onClose={() => setTyped("")}
      disabled={disabled}
    >
      {({ open }) => (
        <span className={typedFrame(className, bare)}>
          <ComboboxInput
            ref={input}
            id={id}
            aria-label={label}
            aria-invalid={invalid || undefined}
            aria-describedby={describedBy}
            autoComplete="off"
            placeholder={prompt}
            displayValue={shown}
            data-value={value}
            className={`${TYPED_LOOK} ${bare ? "field-bare" : ""}`}
            onChange={(event) => setTyped(event.target.value)}
            onFocus={(event) => event.target.select()}
            onClick={() => !open && press(input.current, "ArrowDown")}
          />
          <ComboboxButton
            aria-hidden="true"
            className="absolute inset-y-0 right-0 grid w-6 place-items-center text-soft"
          >
            <ChevronDown size={13} aria-hidden="true" />
          </ComboboxButton>
          <ComboboxOptions
            anchor={BELOW}
            modal={false}
            aria-label={label}
            className={`${PANEL} min-w-(--input-width)`}
            style={{ width: `${longest + 5}ch` }}
          >
            {found.length ? (
              ({ option: value }: { option: string }) => {
                // One that has just gone from the list may be drawn once more while it closes.
                const option = options.find((one) => one.value === value) ?? { value, text: value };
                return (
                  <ComboboxOption value={value} data-value={value} className={`${LINE} w-full`}>
                    <Line option={option} />
                  </ComboboxOption>
                );
              }
            ) : (
              <p className="px-3 py-1 text-soft">Nothing is called “{typed}”.</p>
            )}
          </ComboboxOptions>
        </span>
      )}
    </Combobox>
  );
}
