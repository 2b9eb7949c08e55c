/** Is the person typing, or in something with keys of its own? */
export function isTyping(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  return !!at?.closest(
    "input, textarea, select, [contenteditable], [role=dialog], [role=listbox], [role=option]",
  );
}
