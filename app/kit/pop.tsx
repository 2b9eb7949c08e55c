/** What opens beside its button and goes when something else is turned to. */
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import type { ReactNode } from "react";

export function Pop({
  label,
  button,
  className = "button",
  children,
}: {
  /** What the panel is about. */
  label: string;
  button: ReactNode;
  className?: string;
  children: ReactNode | ((close: () => void) => ReactNode);
}) {
  return (
    <Popover className="inline-block">
      <PopoverButton className={className}>{button}</PopoverButton>
      <PopoverPanel
        focus
        aria-label={label}
        anchor={{ to: "bottom start", gap: 4, padding: 8 }}
        className="z-40 w-72 rounded-[3px] border border-soft/50 bg-raised p-3 text-table text-ink shadow-md"
      >
        {({ close }) => <>{typeof children === "function" ? children(() => close()) : children}</>}
      </PopoverPanel>
    </Popover>
  );
}
