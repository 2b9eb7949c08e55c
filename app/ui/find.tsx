/** Find anything, or run a command: a plain field until somebody turns to it, then the box with its list. */
import { lazy, Suspense, useEffect, useState } from "react";
import { isTyping } from "./keys";

const FindBox = lazy(() => import("./find-box"));

export const FIND_NAME = "Find anything or run a command";
export const FIND_LOOK = "h-7 w-full rounded-[3px] border border-white/20 bg-white/8 px-2 pr-7 text-small text-mast-ink placeholder:text-mast-soft";

export function Find() {
  const [asked, setAsked] = useState(false);
  const [typed, setTyped] = useState("");
  useEffect(() => {
    if (asked) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.ctrlKey || event.metaKey || isTyping(event)) return;
      event.preventDefault();
      setAsked(true);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [asked]);
  // What is typed while the box is on its way goes into it.
  const field = <input aria-label={FIND_NAME} placeholder={FIND_NAME} autoComplete="off" className={FIND_LOOK} value={typed} onFocus={() => setAsked(true)} onChange={(event) => setTyped(event.target.value)} />;
  return (
    <div className="relative w-90 max-lg:w-auto max-lg:min-w-0 max-lg:flex-1">
      {asked ? <Suspense fallback={field}><FindBox typed={typed} /></Suspense> : field}
      <kbd className="pointer-events-none absolute top-1.5 right-1.5 rounded-[2px] border border-white/25 px-1 font-mono text-tiny text-mast-soft">/</kbd>
    </div>
  );
}
