/**
 * The desk's keys: what they do, and a page that tells. Single letters never fire while typing and can be
 * switched off.
 */
import { Suspense, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { STAGES } from "#core/design/stage-names";
import { stageOf, type Design } from "#core/design/collections";
import type { Working } from "#core/desk/working";
import { useDesk, type Selection, type Stratum } from "./desk";
import { partsOf } from "./parts";
import { isTyping } from "../kit/typing";
import { STAGE_KEYS } from "./spine";
import { lazily } from "../kit/lazily";

const KeyList = lazily(() => import("./key-list"));

const SETS: Stratum[][] = [["S", "C"], ["S"], ["S", "C", "P"], ["S", "C", "K"]];

/** What W opens: what the stage of the selected row says of it first, then any other that knows the row. */
async function workingOf(design: Design, selection: Selection): Promise<Working | undefined> {
  const own = stageOf(selection.in);
  for (const stage of [own, ...STAGES.filter((other) => other !== own)]) {
    const working = await (await partsOf(stage))?.working?.(design, selection);
    if (working) return working;
  }
  return undefined;
}

export function KeyHelp() {
  const [shown, setShown] = useState(false);
  const navigate = useNavigate();
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
    leaveFor,
    selection,
    open,
    adding,
    setAdding,
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
      // What is about to be put down is let go of from anywhere, also from the field it was chosen in.
      if (event.key === "Escape" && adding) return setAdding(undefined);
      if (command || event.altKey || isTyping(event) || document.querySelector("[role=dialog]")) return;
      if (event.key === "Escape") return select(undefined);
      if (event.key === "?") return setShown(true);
      if (!preferences.letters) return;
      const stage = STAGES[STAGE_KEYS.indexOf(event.key)];
      if (stage) {
        leaveFor(stage);
        return void navigate(`${url}/${stage}`);
      }
      if (event.key === "f") return showFindings(!drawer);
      if (event.key === "w") {
        if (selection) open(workingOf(store.get().design, selection));
      }
      if (event.key === "[" || event.key === "]") {
        const levels = [...store.get().design.levels].sort((a, b) => a.order - b.order);
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
    level,
    showLevel,
    drawer,
    showFindings,
    lit,
    light,
    preferences.letters,
    select,
    leaveFor,
    selection,
    open,
    adding,
    setAdding,
  ]);

  return (
    shown && (
      <Suspense>
        <KeyList onClose={() => setShown(false)} />
      </Suspense>
    )
  );
}
