/** Work beside the page that outlives the view it was begun in ends with the desk of its design: nobody would see it. */
const ends = new Set<() => void>();

/** Do this once, when the desk is left. */
export const whenLeft = (end: () => void): void => void ends.add(end);

/** The desk of a design is left. */
export function deskLeft(): void {
  const all = [...ends];
  ends.clear();
  for (const end of all) end();
}
