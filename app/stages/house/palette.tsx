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
import { useEffect, useState } from "react";
import { findRooms } from "#core/stages/house";
import { newRowId, useDesign, useDesk, useEdit, useFirstUse, type Tool } from "../../desk/desk";
import { counted } from "#core/design/words";

const TOOLS: [tool: Tool, does: string, glyph: LucideIcon, name: string][] = [
  ["select", "Select and move", MousePointer2, "Select"],
  ["wall", "Draw walls", BrickWall, "Walls"],
  ["opening", "Put an opening into a wall", DoorOpen, "Opening"],
  ["trunk", "Draw a trunk", Cable, "Trunk"],
  ["riser", "Place a riser", Spline, "Riser"],
  ["closet", "Place a closet", ServerCog, "Closet"],
  ["noGo", "Draw a no-go area", Ban, "No-go area"],
  ["mains", "Draw a mains run", Zap, "Mains run"],
  ["fixture", "Draw an obstacle", Package, "Obstacle"],
  ["switch", "Place a switch", ToggleLeft, "Switch"],
  ["lamp", "Place a lamp", Lamp, "Lamp"],
  ["scale", "Set a picture to scale", Ruler, "Scale"],
];

export default function Palette() {
  const design = useDesign();
  const { tool, setTool, level, selection, readOnly } = useDesk();
  const first = useFirstUse();
  const edit = useEdit();
  const [said, setSaid] = useState("");
  // It has been read when somebody goes on.
  useEffect(() => setSaid(""), [tool, selection]);
  if (readOnly) return null;
  // Names stand beside the glyphs where there is room, and always while nothing is drawn yet.
  const named = first || design.rooms.length === 0 ? "" : "hidden @min-[64rem]:inline";
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
          ([name, text, Icon, short]) => (
            <button
              key={name}
              type="button"
              aria-label={text}
              title={text}
              aria-pressed={tool === name}
              onClick={() => setTool(name)}
              className={`flex h-7 min-w-7 items-center justify-start gap-2 px-1.5 text-small ${tool === name ? "bg-ink text-raised" : "text-soft hover:text-ink"}`}
            >
              <Icon size={15} className="shrink-0" />
              <span className={named}>{short}</span>
            </button>
          ),
        )}
        <button
          type="button"
          aria-label="Find rooms between the walls"
          title="Find rooms between the walls"
          onClick={find}
          className="flex h-7 min-w-7 items-center gap-2 border-t border-rule px-1.5 text-small text-soft hover:text-ink"
        >
          <SquareDashed size={15} className="shrink-0" />
          <span className={named}>Find rooms</span>
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
