/** A question that must be answered before anything else is done. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";

export function Ask({
  title,
  lead,
  onClose,
  wide = false,
  children,
}: {
  title: string;
  lead?: ReactNode;
  /** Esc, or a press beside it. */
  onClose(): void;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel
          className={`max-h-full w-full overflow-y-auto border border-rule bg-pane p-5 shadow-xl ${wide ? "max-w-xl" : "max-w-md"}`}
        >
          <DialogTitle className="text-base font-semibold">{title}</DialogTitle>
          {lead && <div className="mt-1 text-soft">{lead}</div>}
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
