/** The desk's keys: what they do, and a page that tells. Single letters never fire while typing and can be switched off. */
import { lazy, Suspense, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { STAGES } from "#core/desk/findings";
import { byId, type Design } from "#core/design/collections";
import { areaWorking } from "#core/stages/house";
import { closetWorking, dropsOf, lengthWorking } from "#core/stages/runs";
import type { Working } from "#core/desk/working";
import { useDesign, useDesk, useDeskState, type Selection, type Stratum } from "./desk";
import { STAGE_KEYS } from "./spine";

const KeyList = lazy(() => import("./key-list"));

/** Is the person typing, or in something with keys of its own? */
export function isTyping(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  return !!at?.closest(
    "input, textarea, select, [contenteditable], [role=dialog], [role=listbox], [role=option]",
  );
}

const SETS: Stratum[][] = [["S", "C"], ["S"], ["S", "C", "P"], ["S", "C", "K"]];

/** What W opens: the length of the selected drop or point, the area of a room, what ends at a closet, how low a device's voltage falls. */
function workingOf(design: Design, selection?: Selection): Working | undefined {
  if (selection?.in === "rooms") {
    const room = byId(design, "rooms").get(selection.id);
    return room && areaWorking(room);
  }
  if (selection?.in === "closets") return closetWorking(design, selection.id, "cable");
  const point =
    selection?.in === "devices" ? byId(design, "devices").get(selection.id)?.point : selection?.id;
  const drops = dropsOf(design).filter((drop) => drop.point.id === point);
  const drop = drops.find((one) => one.key === selection?.drop) ?? drops[0];
  return drop && lengthWorking(design, drop);
}

export function KeyHelp() {
  const [shown, setShown] = useState(false);
  const navigate = useNavigate();
  const design = useDesign();
  const { revision } = useDeskState();
  const {
    store,
    url,
    level,
    showLevel,
    drawer,
    showFindings,
    lit,
    light,
    preferences,
    select,
    selection,
    open,
  } = useDesk();

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
      if (event.key === "w") {
        const working = workingOf(store.get().design, selection);
        if (working) open(working);
      }
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
  }, [
    store,
    navigate,
    url,
    design,
    level,
    showLevel,
    drawer,
    showFindings,
    lit,
    light,
    preferences.letters,
    select,
    selection,
    open,
    revision,
  ]);

  return (
    shown && (
      <Suspense>
        <KeyList onClose={() => setShown(false)} />
      </Suspense>
    )
  );
}
