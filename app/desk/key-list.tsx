/** All keys of the desk, and the switch for those of a single letter. */
import { Ask } from "../kit/dialog";
import { Toggle } from "../kit/switches";
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
  ["< and >", "Previous, next wall, opening or way in the plan of House"],
  ["Shift Enter", "Add to the selection, or take out of it"],
  ["Arrows", "Nudge what is selected 0.05 m, with Shift 0.5 m"],
  ["Arrows, Space, Enter", "With a tool: move its cross, put a corner down, end the line"],
  ["Ins, Del", "On a corner: add one after it, take it out"],
  ["D", "Duplicate"],
  ["Del", "Remove"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Esc", "Let go of the selection"],
  ["?", "This list"],
];

export default function KeyList({ onClose }: { onClose(): void }) {
  const { preferences, prefer } = useDesk();
  return (
    <Ask title="Keys" onClose={onClose}>
      <dl className="mt-3 grid grid-cols-[9.5rem_1fr] gap-y-1.5">
        {KEYS.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt className="measure">{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-4 border-t border-rule pt-3">
        <Toggle
          on={preferences.letters}
          set={(letters) => prefer({ letters })}
          label="Keys of a single letter or digit are on"
        />
      </div>
      <div className="mt-4 text-right">
        <button type="button" className="button button-main" onClick={onClose}>
          Close
        </button>
      </div>
    </Ask>
  );
}
