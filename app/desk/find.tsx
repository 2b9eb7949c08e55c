/** Find anything, or run a command: a plain field until somebody turns to it, then the box with its list. */
import { useEffect, useRef, useState, type ComponentType } from "react";
import { isTyping } from "./keys";

export const FIND_NAME = "Find anything or run a command";
export const FIND_LOOK =
  "h-7 w-full rounded-[3px] border border-white/20 bg-white/8 px-2 pr-7 text-small text-mast-ink placeholder:text-mast-soft";

export function Find() {
  const [Box, setBox] = useState<ComponentType<{ typed: string; entered: boolean }>>();
  const [typed, setTyped] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const asked = useRef(false);
  const [entered, setEntered] = useState(false);
  // What is typed while the box is on its way stands in this field, and goes into the box.
  const ask = () => {
    if (asked.current) return;
    asked.current = true;
    void import("./find-box").then(({ default: box }) => setBox(() => box));
  };
  useEffect(() => {
    if (Box) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.ctrlKey || event.metaKey || isTyping(event)) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [Box]);
  return (
    <div className="relative w-90 max-lg:w-auto max-lg:min-w-0 max-lg:flex-1">
      {Box ? (
        <Box typed={typed} entered={entered} />
      ) : (
        <input
          ref={field}
          aria-label={FIND_NAME}
          placeholder={FIND_NAME}
          autoComplete="off"
          className={FIND_LOOK}
          value={typed}
          onFocus={ask}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && setEntered(true)}
        />
      )}
      <kbd className="pointer-events-none absolute top-1.5 right-1.5 rounded-[2px] border border-white/25 px-1 font-mono text-tiny text-mast-soft">
        /
      </kbd>
    </div>
  );
}
