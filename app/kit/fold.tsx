/** What is folded away under its heading until it is asked for. */
import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { ChevronRight } from "lucide-react";
import type { ReactNode } from "react";

export function Fold({
  title,
  open = false,
  className = "",
  head = "text-small font-semibold",
  children,
}: {
  title: ReactNode;
  /** Unfolded at first. */
  open?: boolean;
  className?: string;
  /** Looks of the heading. */
  head?: string;
  children: ReactNode;
}) {
  return (
    <Disclosure as="div" defaultOpen={open} className={className}>
      <DisclosureButton className={`group flex w-full items-center gap-1 text-left ${head}`}>
        <ChevronRight size={13} aria-hidden="true" className="shrink-0 text-soft group-data-open:rotate-90" />
        {title}
      </DisclosureButton>
      <DisclosurePanel>{children}</DisclosurePanel>
    </Disclosure>
  );
}
