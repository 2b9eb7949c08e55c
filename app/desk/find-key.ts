/** The key that goes to the find box, from wherever nothing is being typed. */
import { useEffect, type RefObject } from "react";
import { isTyping } from "../kit/typing";

export function useFindKey(field: RefObject<HTMLInputElement | null>, on = true): void {
  useEffect(() => {
    if (!on) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.ctrlKey || event.metaKey || isTyping(event)) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [field, on]);
}
