/** Parts that take every key themselves, and parts that take the arrows. */
const TAKES_ALL =
  "input, textarea, select, [contenteditable], [role=dialog], [role=listbox], [role=option], [role=menu], .calendar";
const TAKES_ARROWS = "[role=tab], [role=radio], [aria-haspopup]";

/** Is the person typing, or in something with keys of its own? */
export function isTyping(event: KeyboardEvent | { target: EventTarget | null; key: string }): boolean {
  const at = event.target as HTMLElement | null;
  if (!at?.closest) return false;
  return !!at.closest(TAKES_ALL) || (event.key.startsWith("Arrow") && !!at.closest(TAKES_ARROWS));
}
