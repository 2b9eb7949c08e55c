/** A few actions under one button. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { Ellipsis } from "lucide-react";
import type { ReactNode } from "react";

export interface MenuEntry {
  text: ReactNode;
  /** Where it leads, or what it does. */
  href?: string;
  act?(): void;
  /** It destroys something. */
  grave?: boolean;
}

const LINE = "block w-full px-3 py-1.5 text-left data-focus:bg-wash";

export function Actions({
  label,
  entries,
  children,
}: {
  label: string;
  entries: readonly MenuEntry[];
  /** What stands on the button; three dots where left out. */
  children?: ReactNode;
}) {
  return (
    <Menu>
      <MenuButton aria-label={label} className="button px-1.5">
        {children ?? <Ellipsis size={15} aria-hidden="true" />}
      </MenuButton>
      <MenuItems
        anchor={{ to: "bottom end", gap: 3, padding: 8 }}
        modal={false}
        className="z-50 min-w-44 rounded-[3px] border border-soft/50 bg-raised py-1 text-small text-ink shadow-md outline-none"
      >
        {entries.map((entry, i) => (
          <MenuItem key={i}>
            {entry.href ? (
              <a className={LINE} href={entry.href}>
                {entry.text}
              </a>
            ) : (
              <button
                type="button"
                className={`${LINE} ${entry.grave ? "text-stop" : ""}`}
                onClick={entry.act}
              >
                {entry.text}
              </button>
            )}
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
