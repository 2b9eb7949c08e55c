/** The desk's keys: what they do, and a page that tells. Single letters never fire while typing and can be switched off. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { STAGES } from "#core/findings";
import { useDesign, useDesk, useDeskState, type Stratum } from "./desk";
import { STAGE_KEYS } from "./spine";

export const KEYS: [keys: string, does: string][] = [
  ["/", "Find anything or run a command"],
  ["1 … 9, 0, -, =", "Go to a stage"],
  ["[ and ]", "Level down, level up"],
  ["F", "Findings"],
  ["W", "Working of what is selected"],
  ["L", "Light the next set of strata"],
  ["N", "New point at the pointer, or in the middle of the plan"],
  [", and .", "Previous, next point on the plan"],
  ["Arrows", "Nudge the selected point 0.05 m, with Shift 0.5 m"],
  ["D", "Duplicate"],
  ["Del", "Remove"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Esc", "Let go of the selection"],
  ["?", "This list"],
];

/** Is the person typing, or in something with keys of its own? */
export function isTyping(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  return !!at?.closest("input, textarea, select, [contenteditable], [role=dialog], [role=listbox], [role=option]");
}

const SETS: Stratum[][] = [["S", "C"], ["S"], ["S", "C", "P"], ["S", "C", "K"]];

export function KeyHelp() {
  const [shown, setShown] = useState(false);
  const navigate = useNavigate();
  const design = useDesign();
  const { revision } = useDeskState();
  const { store, url, level, showLevel, drawer, showFindings, lit, light, preferences, prefer, select } = useDesk();

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === "z" && !isTyping(event)) {
        event.preventDefault();
        if (event.shiftKey) store.redo();
        else store.undo();
        return;
      }
      if (command || event.altKey || isTyping(event) || document.querySelector("[role=dialog]")) return;
      if (event.key === "Escape") return select(undefined);
      if (event.key === "?") return setShown(true);
      if (!preferences.letters) return;
      const stage = STAGE_KEYS.indexOf(event.key);
      if (stage >= 0) return void navigate(`${url}/${STAGES[stage]}`);
      if (event.key === "f") return showFindings(!drawer);
      if (event.key === "[" || event.key === "]") {
        const levels = [...design.levels].sort((a, b) => a.order - b.order);
        const next = levels[levels.findIndex((row) => row.id === level) + (event.key === "]" ? 1 : -1)];
        if (next) showLevel(next.id);
      }
      if (event.key === "l") {
        const now = SETS.findIndex((set) => set.length === lit.size && set.every((s) => lit.has(s)));
        light(new Set(SETS[(now + 1) % SETS.length]));
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [store, navigate, url, design, level, showLevel, drawer, showFindings, lit, light, preferences.letters, select, revision]);

  return (
    <Dialog open={shown} onClose={setShown} className="relative z-50">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="w-full max-w-md border border-rule bg-pane p-5 shadow-xl">
          <DialogTitle className="text-base font-semibold">Keys</DialogTitle>
          <dl className="mt-3 grid grid-cols-[9.5rem_1fr] gap-y-1.5">
            {KEYS.map(([keys, does]) => <div key={keys} className="contents"><dt className="measure">{keys}</dt><dd>{does}</dd></div>)}
          </dl>
          <label className="mt-4 flex items-center gap-2 border-t border-rule pt-3">
            <input type="checkbox" checked={preferences.letters} onChange={(event) => prefer({ letters: event.target.checked })} />
            Keys of a single letter or digit are on
          </label>
          <div className="mt-4 text-right"><button type="button" className="button button-main" onClick={() => setShown(false)}>Close</button></div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
