/**
 * Yes or no, with its words: what is seen first is a plain box of the same look; the shared part takes its
 * place when the page has come to rest, or when somebody turns to it. In the rows of a table the plain box
 * stays: it does the same, and hundreds of shared ones would make scrolling stutter.
 */
import { Check } from "lucide-react";
import { useId, useRef, type ComponentType, type KeyboardEvent, type ReactNode } from "react";
import { fetchedPart } from "./fetched";

export interface TickProps {
  on: boolean;
  set(on: boolean): void;
  /** What is ticked; for screen readers alone where `bare`. */
  label: ReactNode;
  bare?: boolean;
  disabled?: boolean;
  className?: string;
  /** Larger, for fingers on site. */
  large?: boolean;
  /** Of a form that is sent: sent as "on". */
  name?: string;
  /** One of very many: in a table's row. */
  inRow?: boolean;
}

const boxes = fetchedPart<ComponentType<TickProps & { focused: boolean }>>(() => import("./tick-box"));

export const tickFrame = (className = "") => `inline-flex items-center gap-2 ${className}`;
export const tickBox = (large = false) =>
  `group grid shrink-0 cursor-pointer place-items-center rounded-[2px] border border-soft bg-raised data-checked:border-accent data-checked:bg-accent data-disabled:cursor-default data-disabled:opacity-50 ${large ? "size-6" : "size-3.5"}`;
export const tickLabel = (bare = false, disabled = false) =>
  bare ? "sr-only" : `min-w-0 ${disabled ? "" : "cursor-pointer"}`;

export function TickSign({ large = false }: { large?: boolean }) {
  return (
    <Check
      aria-hidden="true"
      size={large ? 18 : 11}
      strokeWidth={3.2}
      className="invisible text-on-accent group-data-checked:visible"
    />
  );
}

/** A tick with its words. */
export function Tick(props: TickProps) {
  const { on, set, label, bare, disabled, className, large, name, inRow } = props;
  const Box = boxes.use();
  const focused = useRef(false);
  const id = useId();
  if (Box && !inRow) return <Box {...props} focused={focused.current} />;
  const turn = () => !disabled && set(!on);
  return (
    <span className={tickFrame(className)}>
      <span
        role="checkbox"
        aria-checked={on}
        aria-labelledby={id}
        aria-disabled={disabled || undefined}
        tabIndex={disabled ? -1 : 0}
        data-checked={on ? "" : undefined}
        data-disabled={disabled ? "" : undefined}
        className={tickBox(large)}
        onClick={turn}
        onKeyDown={(event: KeyboardEvent) => {
          if (event.key !== " ") return;
          event.preventDefault();
          turn();
        }}
        onFocus={() => {
          focused.current = true;
          boxes.fetch();
        }}
        onBlur={() => void (focused.current = false)}
      >
        <TickSign large={large} />
      </span>
      <span id={id} className={tickLabel(bare, disabled)} onClick={turn}>
        {label}
      </span>
      {name && on && <input type="hidden" name={name} value="on" />}
    </span>
  );
}
