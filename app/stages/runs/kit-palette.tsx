/** Kits beside the plan: drag one onto it, or press it and then the plan. */
import type { DragEvent } from "react";
import { useDesign, useDesk, useFirstUse } from "../../desk/desk";
import { Glyph } from "../../kit/glyph";
import { KIT_DRAG } from "../../plan/frame";

export default function KitPalette() {
  const design = useDesign();
  const { adding, setAdding } = useDesk();
  const used = new Map<string, number>();
  for (const point of design.points) used.set(point.kind, (used.get(point.kind) ?? 0) + 1);
  const kinds = [...design.kinds].sort(
    (a, b) => (used.get(b.id) ?? 0) - (used.get(a.id) ?? 0) || a.name.localeCompare(b.name, "en"),
  );
  // Names stand beside the glyphs where there is room, and always before the first point is put down.
  const named = useFirstUse() || design.points.length === 0 ? "" : "hidden @min-[64rem]:inline";
  const start = (kind: string) => (event: DragEvent) => {
    event.dataTransfer.setData(KIT_DRAG, kind);
    event.dataTransfer.effectAllowed = "copy";
  };
  return (
    <div
      role="toolbar"
      aria-label="Kits to put onto the plan"
      aria-orientation="vertical"
      className="absolute top-2 bottom-9 left-2 flex min-w-10 flex-col overflow-y-auto border border-rule bg-raised shadow-sm"
      data-chrome
    >
      {kinds.map((kind) => (
        <button
          key={kind.id}
          type="button"
          draggable
          aria-label={`${kind.name}: drag it onto the plan, or press it and then the plan`}
          title={`${kind.name}: drag it onto the plan`}
          aria-pressed={adding === kind.id}
          data-kit={kind.id}
          className={`flex h-9 shrink-0 cursor-grab items-center gap-2 px-1.5 ${adding === kind.id ? "bg-wash" : "hover:bg-pane"}`}
          onDragStart={start(kind.id)}
          onClick={() => setAdding(adding === kind.id ? undefined : kind.id)}
        >
          <span className="grid w-7 place-items-center">
            <Glyph glyph={kind.glyph} size={15} />
            <span className="font-mono text-[9px] leading-3 text-soft">{kind.code}</span>
          </span>
          <span className={`pr-1 text-small ${named}`}>{kind.name}</span>
        </button>
      ))}
    </div>
  );
}
