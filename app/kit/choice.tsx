/**
 * One of several, chosen from a list, or found by typing where there are many. What is seen first is a plain
 * button or field of the same look; the list is fetched when the page has come to rest, or when it is asked
 * for. In a table it stays plain until somebody turns to it: hundreds of lists would make scrolling stutter.
 */
import { ChevronDown } from "lucide-react";
import { useRef, useState, type ComponentType } from "react";
import { fetchedPart } from "./fetched";

/** More than so many are found by typing. */
const MOST_LISTED = 9;

export interface ChoiceOption<T extends string = string> {
  value: T;
  text: string;
  /** Said beside it in soft ink, and found by typing too. */
  hint?: string;
}

export interface ChoiceProps<T extends string = string> {
  /** What is chosen, for those who do not see what stands beside it. */
  label: string;
  value: T;
  options: readonly ChoiceOption<T>[];
  take(value: NoInfer<T>): void;
  /** Said while nothing of the list is chosen: "Add a point…". */
  prompt?: string;
  /** Width and looks of its own. */
  className?: string;
  disabled?: boolean;
  /** Looks like text until it is turned to: in a table. */
  bare?: boolean;
  id?: string;
  invalid?: boolean;
  /** Id of what tells more of it: an error, a unit. */
  describedBy?: string;
}

/** How it was turned to before the list was there: what the list then takes up. */
export interface Before {
  focused: boolean;
  pressed: boolean;
  typed: string;
}

export const choices = fetchedPart<ComponentType<ChoiceProps & { before: Before; typing: boolean }>>(
  () => import("./choice-list"),
);

export const CHOICE_LOOK =
  "field flex items-center gap-1 pr-1.5 text-left disabled:border-transparent disabled:bg-transparent";

export const TYPED_LOOK = "field field-typed";

/** Around the field that is typed in: as high as other fields unless it is said otherwise. */
export const typedFrame = (className: string, bare = false) =>
  `relative ${bare ? "block" : "inline-block"} ${/(^| )h-/.test(className) ? "" : "h-7"} ${className}`;

/** What is chosen in words, or what asks for a choice. */
export const choiceText = ({ options, value, prompt }: Pick<ChoiceProps, "options" | "value" | "prompt">) =>
  options.find((option) => option.value === value)?.text ?? prompt ?? "–";

export function Choice<T extends string>(props: ChoiceProps<T>) {
  const { label, disabled, id, invalid, describedBy, bare, className = "" } = props as unknown as ChoiceProps;
  const List = choices.use();
  const [typed, setTyped] = useState("");
  const [pressed, setPressed] = useState(false);
  const [turnedTo, setTurnedTo] = useState(false);
  const focused = useRef(false);
  // Put in place between press and release, the list would never hear of the click.
  const byMouse = useRef(false);
  const all = props as unknown as ChoiceProps;
  const typing = all.options.length > MOST_LISTED;
  if (List && (!bare || turnedTo))
    return <List {...all} typing={typing} before={{ focused: focused.current, pressed, typed }} />;
  const common = {
    id,
    disabled,
    "aria-haspopup": "listbox",
    "aria-expanded": false,
    "aria-invalid": invalid || undefined,
    "aria-describedby": describedBy,
    onMouseDown: () => void (byMouse.current = true),
    onFocus: () => {
      focused.current = true;
      choices.fetch();
      if (!byMouse.current) setTurnedTo(true);
    },
    onBlur: () => void (focused.current = false),
    onClick: () => {
      byMouse.current = false;
      setPressed(true);
      setTurnedTo(true);
    },
  } as const;
  return typing ? (
    <span className={typedFrame(className, bare)}>
      <input
        {...common}
        role="combobox"
        aria-label={label}
        autoComplete="off"
        className={`${TYPED_LOOK} ${bare ? "field-bare" : ""}`}
        value={typed || choiceText(all)}
        onChange={(event) => setTyped(event.target.value)}
      />
      <ChevronDown
        size={13}
        aria-hidden="true"
        className="absolute top-1/2 right-1.5 -translate-y-1/2 text-soft"
      />
    </span>
  ) : (
    <button
      {...common}
      type="button"
      aria-label={`${label}: ${choiceText(all)}`}
      className={`${CHOICE_LOOK} ${bare ? "field-bare" : ""} ${className}`}
    >
      <span className="min-w-0 flex-1 truncate">{choiceText(all)}</span>
      <ChevronDown size={13} aria-hidden="true" className="shrink-0 text-soft" />
    </button>
  );
}

/** A choice with its words before it, in a row of such. */
export function NamedChoice<T extends string>(props: ChoiceProps<T>) {
  return (
    <span className="flex shrink-0 items-center gap-1.5 whitespace-nowrap">
      <span className="text-soft">{props.label}</span>
      <Choice {...props} />
    </span>
  );
}
