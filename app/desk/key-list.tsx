/** All keys of the desk, and the switch for those of a single letter. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useDesk } from "./desk";

const KEYS: [keys: string, does: string][] = [
  ["/", "Find anything or run a command"],
  ["1 … 9, 0, -, =", "Go to a stage"],
  ["[ and ]", "Level down, level up"],
  ["F", "Findings"],
  ["W", "Working of what is selected"],
  ["L", "Light the next set of strata"],
  ["N", "New point at the pointer, or in the middle of the plan"],
  [", and .", "Previous, next point on the plan"],
  ["Shift Enter", "Add to the selection, or take out of it"],
  ["Arrows", "Nudge what is selected 0.05 m, with Shift 0.5 m"],
  ["D", "Duplicate"],
  ["Del", "Remove"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Esc", "Let go of the selection"],
  ["?", "This list"],
];

export default function KeyList({ onClose }: { onClose(): void }) {
  const { preferences, prefer } = useDesk();
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="max-h-full w-full max-w-md overflow-y-auto border border-rule bg-pane p-5 shadow-xl">
          <DialogTitle className="text-base font-semibold">Keys</DialogTitle>
          <dl className="mt-3 grid grid-cols-[9.5rem_1fr] gap-y-1.5">
            {KEYS.map(([keys, does]) => (
              <div key={keys} className="contents">
                <dt className="measure">{keys}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-4 flex items-center gap-2 border-t border-rule pt-3">
            <input
              type="checkbox"
              checked={preferences.letters}
              onChange={(event) => prefer({ letters: event.target.checked })}
            />
            Keys of a single letter or digit are on
          </label>
          <div className="mt-4 text-right">
            <button type="button" className="button button-main" onClick={onClose}>
              Close
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
