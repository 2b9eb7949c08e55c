/** The editor's tools down the left of the plan, and what is done to a whole level. */
import {
  Ban,
  BrickWall,
  Cable,
  DoorOpen,
  Lamp,
  MousePointer2,
  Package,
  Ruler,
  ServerCog,
  Spline,
  SquareDashed,
  ToggleLeft,
  Zap,
  type LucideIcon,
} from "lucide-react";
import { useState } from "react";
import { findRooms } from "#core/stages/house";
import { newRowId, useDesign, useDesk, useEdit, type Tool } from "../../desk/desk";
import { counted } from "#core/design/words";

const TOOLS: [Tool, string, LucideIcon][] = [
  ["select", "Select and move", MousePointer2],
  ["wall", "Draw walls", BrickWall],
  ["opening", "Put an opening into a wall", DoorOpen],
  ["trunk", "Draw a trunk", Cable],
  ["riser", "Place a riser", Spline],
  ["closet", "Place a closet", ServerCog],
  ["noGo", "Draw a no-go area", Ban],
  ["mains", "Draw a mains run", Zap],
  ["fixture", "Draw an obstacle", Package],
  ["switch", "Place a switch", ToggleLeft],
  ["lamp", "Place a lamp", Lamp],
  ["scale", "Set a picture to scale", Ruler],
];

export function Palette() {
  const design = useDesign();
  const { tool, setTool, level, readOnly } = useDesk();
  const edit = useEdit();
  const [said, setSaid] = useState("");
  if (readOnly) return null;
  const find = () => {
    const { changes, found, loose } = findRooms(design, level, () => newRowId("r"), { refit: true });
    if (changes.length) edit(() => changes);
    setSaid(
      `${found === 0 ? "No new room" : found === 1 ? "One room found" : `${counted(found, "room")} found`}${changes.length > found ? `, ${changes.length - found} fitted to their walls` : ""}${loose ? `; ${loose} wall ends close nothing` : ""}.`,
    );
  };
  return (
    <>
      <div
        role="toolbar"
        aria-label="Tools"
        aria-orientation="vertical"
        className="absolute top-2 left-2 flex flex-col border border-rule bg-raised shadow-sm"
        data-chrome
      >
        {TOOLS.filter(([name]) => name !== "scale" || design.underlays.length > 0).map(
          ([name, text, Icon]) => (
            <button
              key={name}
              type="button"
              aria-label={text}
              title={text}
              aria-pressed={tool === name}
              onClick={() => setTool(name)}
              className={`grid size-7 place-items-center ${tool === name ? "bg-ink text-raised" : "text-soft hover:text-ink"}`}
            >
              <Icon size={15} />
            </button>
          ),
        )}
        <button
          type="button"
          aria-label="Find rooms between the walls"
          title="Find rooms between the walls"
          onClick={find}
          className="grid size-7 place-items-center border-t border-rule text-soft hover:text-ink"
        >
          <SquareDashed size={15} />
        </button>
      </div>
      {said && (
        <p
          role="status"
          className="absolute bottom-2 left-1/2 -translate-x-1/2 bg-ink px-3 py-1 text-small text-raised"
        >
          {said}{" "}
          <button type="button" className="ml-2 underline" onClick={() => setSaid("")}>
            Close
          </button>
        </p>
      )}
    </>
  );
}
